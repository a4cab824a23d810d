"""A reading in which one line was written anew is the very reading that reading all of it again gives."""

from __future__ import annotations

import unittest
from unittest import mock

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.pack import patching
from dicetrail.core.pack.editing import Source, change, replace_lines
from dicetrail.core.pack.reader import read_text
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


def lines_of(head: str, mark: str):
    """Lines under a header, most of them in order, and with now and then a cell too many or too few."""
    in_order = st.tuples(*(st.sampled_from(CELLS[role]) for role in head.split(mark))).map(mark.join)
    any_cell = st.sampled_from([cell for cells in CELLS.values() for cell in cells])
    return in_order | in_order | in_order | st.lists(any_cell, min_size=1, max_size=6).map(mark.join)


@st.composite
def edits(draw):
    """A text with a header, a line of it, and what that is to say."""
    head = draw(st.sampled_from(HEADS))
    line = lines_of(head, "," if "," in head else "\t")
    lines = draw(st.lists(line, min_size=1, max_size=6))
    number = draw(st.integers(2, len(lines) + 1))
    return "\n".join([head, *lines]) + "\n", number, draw(line)


class Patching(unittest.TestCase):
    def setUp(self) -> None:
        small = mock.patch.object(patching, "FEWEST_LINES", 0)
        small.start()
        self.addCleanup(small.stop)

    def same(self, now, text: str) -> None:
        whole = read_text(now.file, text)
        self.assertEqual(now, whole)
        self.assertEqual((now.tips, now.lines, now.kinds), (whole.tips, whole.lines, whole.kinds))

    @settings(max_examples=1000, deadline=None)
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
