"""Separated text, held against the published rules for it."""

from __future__ import annotations

import csv
import io
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.pack.reader import read_file, read_text
from dicetrail.core.pack.records import split_records
from dicetrail.core.pack.text import split_lines


def cells(text: str, mark: str = ",") -> list[list[str]]:
    return [record.cells for record in split_records(split_lines(text), mark)]


class Rfc4180(unittest.TestCase):
    """RFC 4180, section 2, rule by rule with the RFC's own examples."""

    def test_rules_1_and_2_records_end_with_a_line_break_the_last_may_lack_it(self):
        wanted = [["aaa", "bbb", "ccc"], ["zzz", "yyy", "xxx"]]
        self.assertEqual(cells("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n"), wanted)
        self.assertEqual(cells("aaa,bbb,ccc\r\nzzz,yyy,xxx"), wanted)

    def test_rule_4_spaces_belong_to_a_field(self):
        self.assertEqual(cells("aaa, bbb ,ccc\r\n"), [["aaa", " bbb ", "ccc"]])

    def test_rule_5_fields_may_be_quoted(self):
        self.assertEqual(
            cells('"aaa","bbb","ccc"\r\nzzz,yyy,xxx'), [["aaa", "bbb", "ccc"], ["zzz", "yyy", "xxx"]]
        )

    def test_rule_6_line_breaks_and_commas_in_quotes(self):
        self.assertEqual(
            cells('"aaa","b\r\nbb","c,cc"\r\nzzz,yyy,xxx'), [["aaa", "b\nbb", "c,cc"], ["zzz", "yyy", "xxx"]]
        )

    def test_rule_7_doubled_quotes(self):
        self.assertEqual(cells('"aaa","b""bb","ccc"'), [["aaa", 'b"bb', "ccc"]])

    def test_as_questions_with_their_lines(self):
        reading = read_text(
            "a.csv", 'question,answer,wrong\r\n"What says ""moo"",\r\nand where?",cow,hen\r\nNext?,a,b'
        )
        self.assertEqual(
            [(q.line, q.prompt) for q in reading.questions],
            [(2, 'What says "moo",\nand where?'), (4, "Next?")],
        )
        self.assertEqual(
            [line.state for line in reading.lines], ["header", "question", "question", "question"]
        )

    @settings(max_examples=200)
    @given(
        st.lists(
            st.lists(st.text(alphabet='ab ,;"\né', max_size=8), min_size=2, max_size=5),
            min_size=1,
            max_size=6,
        )
    )
    def test_what_pythons_csv_module_writes_is_read_back(self, rows):
        """Python's csv module is the reference writer."""
        out = io.StringIO()
        csv.writer(out, quoting=csv.QUOTE_ALL).writerows(rows)
        self.assertEqual(cells(out.getvalue()), rows)


class IanaTabSeparated(unittest.TestCase):
    """The IANA registration of text/tab-separated-values (its text from memory): a record is a line, fields
    are parted by tabs, a field holds no tab, the first line names the fields, every
    record has as many fields."""

    EXAMPLE = (
        "Name\tAge\tAddress\nPaul\t23\t1115 W Franklin\nBessy the Cow\t5\tBig Farm Way\nZeke\t45\tW Main St\n"
    )

    def test_the_registrations_example(self):
        self.assertEqual(cells(self.EXAMPLE, "\t")[2], ["Bessy the Cow", "5", "Big Farm Way"])
        self.assertEqual({len(row) for row in cells(self.EXAMPLE, "\t")}, {3})

    def test_quotes_mean_nothing(self):
        self.assertEqual(cells('a "b\t"c\t"d"\n', "\t"), [['a "b', '"c', '"d"']])

    def test_as_many_fields_as_the_header(self):
        reading = read_text("a.tsv", "question\tanswer\ttopic\nWho is it?\tMe\nWho else?\tYou\tus\n")
        self.assertEqual(
            [(s.line, s.code) for s in reading.snags if s.severity == "warn"], [(2, "missing-field")]
        )


class Encodings(unittest.TestCase):
    """The Unicode Standard, section 23.8 (the byte order mark) and 3.10 (encoding schemes); the WHATWG
    Encoding Standard for the name of a Windows code page."""

    ROWS = "Question mark – “really”?\tÄpfel\tÉté\nWas weht vom Süden?\tFöhn\tBrise\n"

    def held(self, data: bytes) -> list[str]:
        return [question.answers[0] for question in read_file("a.tsv", data).questions]

    def test_every_scheme_reads_the_same(self):
        for scheme in ("utf-8", "utf-8-sig", "utf-16", "utf-16-le", "utf-16-be", "windows-1252"):
            self.assertEqual(self.held(self.ROWS.encode(scheme)), ["Äpfel", "Föhn"], scheme)
        for mark, scheme in ((b"\xff\xfe", "utf-16-le"), (b"\xfe\xff", "utf-16-be")):
            self.assertEqual(self.held(mark + self.ROWS.encode(scheme)), ["Äpfel", "Föhn"], scheme)

    def test_another_code_page(self):
        rows = "Какая звезда указывает на север?\tПолярная\tСириус\nГде живёт сурок?\tВ горах\tВ море\n"
        self.assertEqual(self.held(rows.encode("windows-1251")), ["Полярная", "В горах"])

    def test_line_endings_mixed(self):
        """Unicode Standard Annex 14, LB4 and LB5: CR, LF and CR LF each end a line, CR LF ends it once."""
        reading = read_text("a.tsv", "One good?\ta\rTwo good?\tb\r\nThree good?\tc\nFour good?\td")
        self.assertEqual([question.line for question in reading.questions], [1, 2, 3, 4])
