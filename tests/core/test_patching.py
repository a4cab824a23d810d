"""A reading in which one line was written anew is the very reading that reading all of it again gives."""

from __future__ import annotations

import itertools
import unittest
from functools import cache
from unittest import mock

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.pack import patching
from dicetrail.core.pack.editing import Source, add, change, move, remove, replace_lines
from dicetrail.core.pack.reader import read_text
from dicetrail.core.pack.stretches import lines_of
from dicetrail.core.pack.writing import to_record

HEADS = [
    "prompt\tanswer\twrong\twrong\ttopic",
    "prompt\tanswer\twrong\twrong",
    "prompt\tanswer",
    "kind\tid\tprompt\tanswer\twrong\twrong\twhy",
    "prompt\tkey\toption\toption\toption",
    "prompt,answer,wrong,wrong,level",
    "prompt\tgroup",
]
CELLS = {
    "prompt": [*(f"Question {n}?" for n in range(12)), "Which knot?", "which knot?", "Ä?", "Prompt"],
    "answer": ["bowline", "reef", "true", "3", "Reef | reef", "A", ""],
    "wrong": ["granny", "slip", "all of the above", "4", "two  blanks", ""],
    "option": ["granny", "slip", "bowline", "a very much longer option than all the others here"],
    "key": ["A", "B", "b", "9"],
    "kind": ["typed", "choice", "", "sort"],
    "id": ["a", "b", "a-2", "q-1", ""],
    "topic": ["knots", "clouds", ""],
    "level": ["1", "5", "9", ""],
    "why": ["because", '"quoted', ""],
    "group": ["one", "two"],
}


@cache
def rows_of(head: str, mark: str):
    """Lines under a header, most of them in order, and with now and then a cell too many or too few."""
    in_order = st.tuples(*(st.sampled_from(CELLS[role]) for role in head.split(mark))).map(mark.join)
    any_cell = st.sampled_from([cell for cells in CELLS.values() for cell in cells])
    return in_order | in_order | in_order | st.lists(any_cell, min_size=1, max_size=6).map(mark.join)


@cache
def several(line):
    return st.lists(line, min_size=1, max_size=6)


@st.composite
def edits(draw):
    """A text with a header, a line of it, and what that is to say."""
    head = draw(st.sampled_from(HEADS))
    line = rows_of(head, "," if "," in head else "\t")
    lines = draw(several(line))
    number = draw(st.integers(2, len(lines) + 1))
    return "\n".join([head, *lines]) + "\n", number, draw(line)


@st.composite
def rearranged(draw):
    """A text with a header, and stretches of it in any order, with new lines among them."""
    text, _, raw = draw(edits())
    lines = text.count("\n")
    cuts = sorted(draw(st.sets(st.integers(2, lines), max_size=3)))
    kept = [range(begin, end) for begin, end in itertools.pairwise([*cuts, lines + 1])] if cuts else []
    kept = [range(1, min(cuts, default=lines + 1)), *draw(st.permutations(kept))]
    kept = [stretch for place, stretch in enumerate(kept) if place == 0 or draw(st.integers(0, 3))]
    for _ in range(draw(st.integers(0, 2))):
        kept.insert(draw(st.integers(1, len(kept))), draw(st.just(raw) | st.sampled_from(text.splitlines())))
    return text, kept


class Patching(unittest.TestCase):
    def setUp(self) -> None:
        small = mock.patch.object(patching, "FEWEST_LINES", 0)
        small.start()
        self.addCleanup(small.stop)

    def same(self, now, text: str) -> None:
        whole = read_text(now.file, text)
        self.assertEqual(now, whole)
        self.assertEqual((now.tips, now.lines, now.kinds), (whole.tips, whole.lines, whole.kinds))

    @settings(max_examples=1000)
    @given(rearranged())
    def test_also_where_lines_were_added_moved_or_taken_away(self, edit):
        text, stretches = edit
        source = Source("a.tsv", text)
        changed = source.with_stretches(stretches)
        self.assertEqual(
            changed.text, "".join(f"{line}\n" for line in lines_of(source.read().raw, stretches))
        )
        if changed._reading is not None:
            self.same(changed._reading, changed.text)

    def test_a_question_is_added_moved_and_removed_by_patching(self):
        text = f"{HEADS[0]}\n" + "".join(f"Question {n}?\tr {n}\tw {n}\to {n}\tt\n" for n in range(9))
        source = Source("a.tsv", text)
        record = {"prompt": "New?", "answer": "one", "wrong": ["two", "three"], "topic": "knots"}
        for changed, asked in (
            (add(source, 3, record), "0 1 2 3 New? 4 5 6 7 8"),
            (add(source, None, record), "0 1 2 3 4 5 6 7 8 New?"),
            (remove(source, [2, 7]), "0 1 3 4 5 6 8"),
            (move(source, [6, 7], 1), "0 6 7 1 2 3 4 5 8"),
            (move(source, [0, 3], None), "1 2 4 5 6 7 8 0 3"),
        ):
            self.assertIsNotNone(changed._reading, asked)
            self.same(changed.read(), changed.text)
            prompts = [question.prompt for question in changed.read().questions]
            self.assertEqual(
                prompts, [word if word == "New?" else f"Question {word}?" for word in asked.split()]
            )

    @settings(max_examples=1000)
    @given(edits())
    def test_it_is_what_a_whole_reading_gives(self, edit):
        text, number, raw = edit
        source = Source("a.tsv", text)
        changed = replace_lines(source, number, raw)
        if changed._reading is not None:
            self.same(changed._reading, changed.text)

    def test_a_plain_line_is_patched(self):
        text = f"{HEADS[0]}\n" + "".join(f"Question {n}?\tr {n}\tw {n}\to {n}\tt\n" for n in range(9))
        source = Source("a.tsv", text)
        changed = replace_lines(source, 5, "Another?\tone\ttwo\tthree\tknots")
        self.assertIsNotNone(changed._reading)
        self.same(changed.read(), changed.text)
        record = {**to_record(source.read().questions[2]), "prompt": "Changed?"}
        edited = change(source, 2, record)
        self.assertIsNotNone(edited._reading)
        self.same(edited.read(), edited.text)
        self.assertEqual(edited.read().questions[2].prompt, "Changed?")

    def test_a_line_that_others_hang_on_is_not(self):
        rows = "Knot?\tbowline\tx\ty\tt\nCloud?\tcirrus\tx\ty\tt\nKnot?\treef\tx\ty\tt\n"
        source = Source("a.tsv", f"{HEADS[0]}\n{rows}")
        for raw in ("Cloud?\tfog\ta\tb\tc", "New?\tnew\ta\tb\tc", "short", "T?\ttrue\ta\tb\tc"):
            self.assertIsNone(replace_lines(source, 2, raw)._reading, raw)


if __name__ == "__main__":
    unittest.main()
