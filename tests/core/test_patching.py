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
CELLS = st.sampled_from(
    'Bowline?|Which knot?|bowline|true|False|A|3| x ||Reef / reef|1/2|sort|typed|choice|q-1|"quoted'
    "|all of the above|Ä|two  blanks|no|**bold**|prompt".split("|")
)


@st.composite
def edits(draw):
    """A text with a header, a line of it, and what that is to say."""
    head = draw(st.sampled_from(HEADS))
    mark = "," if "," in head else "\t"
    width = head.count(mark) + 1
    line = st.lists(CELLS, min_size=max(1, width - 1), max_size=width + 1).map(mark.join)
    lines = draw(st.lists(line, min_size=1, max_size=8))
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

    @settings(max_examples=1500, deadline=None)
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
