"""A spreadsheet is read row by row: what is read is what splitting its text gives."""

from __future__ import annotations

import unittest
from unittest import mock

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.pack.editing import Source
from dicetrail.core.pack.formats import FORMATS, contents_of
from dicetrail.core.pack.formats.sheets import Sheet
from dicetrail.core.pack.reader import read_file, read_text
from dicetrail.core.pack.records import split_records
from dicetrail.core.pack.settings import Settings
from dicetrail.core.pack.text import split_lines
from dicetrail.core.snag import Refused

SHEETS = {form.name: form for form in FORMATS if isinstance(form, Sheet)}
CELLS = st.text(st.sampled_from('ab,;"\n\t |é\u2028'), max_size=6)
ROWS = st.lists(st.lists(CELLS, max_size=4), max_size=8)


class SheetRecords(unittest.TestCase):
    @settings(max_examples=150)
    @given(ROWS, st.sampled_from(sorted(SHEETS)))
    def test_records_are_what_splitting_gives(self, rows: list[list[str]], ending: str) -> None:
        name = f"a.{ending}"
        try:
            contents = contents_of(name, SHEETS[ending].bytes_of(rows))
        except Refused:
            self.assertFalse("".join(cell for row in rows for cell in row).strip())
            return
        assert contents.records is not None
        self.assertEqual(list(contents.records), list(split_records(split_lines(contents.text), ",")))

    def test_what_is_very_long_is_left_to_splitting(self) -> None:
        lines = "\n".join(["a"] * 60)
        data = SHEETS["ods"].bytes_of([["question", "answer"], ["Which of them?", "b"], [lines, "b"]])
        contents = contents_of("a.ods", data)
        self.assertIsNone(contents.records)
        now = read_file("a.ods", data)
        again = read_text("a.ods", contents.text, "ods")
        self.assertEqual(now.entries, again.entries)
        self.assertEqual((now.questions, now.snags), (again.questions, again.snags))

    def test_a_sheet_is_not_split(self) -> None:
        data = SHEETS["xlsx"].bytes_of([["question", "answer"], ["Which, of them?", "b"], ["And now?", "c"]])
        with mock.patch("dicetrail.core.pack.reader.split_records", side_effect=AssertionError):
            self.assertEqual(len(read_file("a.xlsx", data).questions), 2)
            source = Source.of("a.xlsx", contents_of("a.xlsx", data), Settings(), lambda _: ((), ()))
            self.assertEqual(len(source.read().questions), 2)

    def test_another_mark_is_taken_at_its_word(self) -> None:
        data = SHEETS["xlsx"].bytes_of([["question;answer"], ["Which of them?;b"]])
        reading = read_file("a.xlsx", data, Settings(delimiter="semicolon"))
        self.assertEqual(
            [(one.prompt, one.answers) for one in reading.questions], [("Which of them?", ("b",))]
        )
