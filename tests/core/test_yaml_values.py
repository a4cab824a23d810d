"""Records of YAML parsed some at a time are what they are one by one; and large files cost little."""

from __future__ import annotations

import io
import unittest
from unittest import mock

import openpyxl
from hypothesis import assume, given
from hypothesis import strategies as some
from ruamel.yaml import YAML

from dicetrail.core.pack import reader
from dicetrail.core.pack.formats import yaml_values
from dicetrail.core.pack.formats.xlsx import Xlsx
from dicetrail.core.pack.reader import read_file
from dicetrail.core.snag import Refused

RECORDS = some.sampled_from(
    [
        "- prompt: One?\n  right: yes\n",
        "- prompt: |\n    Two\n    lines\n\n\n  wrong: [no, 'never: ever', ~]\n",
        "- {prompt: Three?, right: 3, wrong: [1, 2]}\n# a word on it\n\n",
        '- prompt: "open\n  right: here\n',
        "- prompt: [open\n",
        "- prompt: &first Four?\n  right: *first\n",
        "- prompt: *first\n",
        "- prompt: a\n  prompt: b\n",
        "- ? [1, 2]\n  : odd\n",
        "-\n  prompt: Five?\n  right:\n",
        "- just a text\n",
        "- 'a quote\n- that goes on'\n",
        "---\n",
        "- !!python/object:os.system {}\n",
        "- prompt: R & D * 2\n  right: '&x'\n",
        "- prompt: \x07bell\n",
        "- - - a\n    - b\n",
    ]
)


class Together(unittest.TestCase):
    @given(some.lists(RECORDS, min_size=1, max_size=12))
    def test_they_are_what_they_are_one_by_one(self, chunks: list[str]) -> None:
        self.assertEqual(list(yaml_values.values_of(chunks)), [yaml_values.value_of(one) for one in chunks])

    @given(RECORDS)
    def test_a_library_reads_the_same(self, chunk: str) -> None:
        """ruamel.yaml's own loader of texts. It takes a list for a name, too; a column has none."""
        assume("?" not in chunk.split(" ")[1:2])
        data, problem = yaml_values.value_of(chunk)
        try:
            known = YAML(typ="base").load(io.StringIO(chunk))
        except Exception:
            self.assertNotEqual(problem, "")
            return
        if isinstance(known, list) and len(known) == 1:
            known = known[0]
        self.assertEqual((data, problem), (known, ""))

    def test_a_plain_file_is_not_read_one_by_one(self) -> None:
        text = "".join(f"- prompt: Number {n}?\n  right: {n}\n" for n in range(500))
        with mock.patch.object(yaml_values, "value_of", side_effect=AssertionError("one by one")):
            reading = read_file("many.yaml", text.encode())
        self.assertEqual([one.answers for one in reading.questions[:2]], [("0",), ("1",)])
        self.assertEqual((len(reading.questions), reading.questions[499].line), (500, 999))


class TooMany(unittest.TestCase):
    def test_one_record_more_is_refused_where_it_begins(self) -> None:
        text = "".join(f"- prompt: Number {n}?\n  right: {n}\n" for n in range(30))
        with mock.patch.object(reader, "MOST_RECORDS", 20), self.assertRaises(Refused) as refused:
            read_file("many.yaml", text.encode())
        self.assertIn("line 41. Split it", str(refused.exception))

    def test_a_sheet_with_one_cell_at_its_end(self) -> None:
        book, out = openpyxl.Workbook(), io.BytesIO()
        assert book.active is not None
        book.active["XFD1048576"] = "x"
        book.save(out)
        nothing = mock.patch.object(Xlsx, "shown", side_effect=AssertionError("a cell that is not there"))
        with nothing, self.assertRaises(Refused) as refused:
            read_file("end.xlsx", out.getvalue())
        self.assertIn("rows of the sheet are blank", str(refused.exception))


if __name__ == "__main__":
    unittest.main()
