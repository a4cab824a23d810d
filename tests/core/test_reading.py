"""Reading question files: every line becomes a question or stays with its reason."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.pack.reader import MOST_LINES, read_file, read_text
from dicetrail.core.pack.text import decode, split_lines
from dicetrail.core.snag import Refused

GOOD = "Which knot?\tBowline\tReef\tPrusik\n"


def codes(text: str, name: str = "a.tsv") -> list[tuple[int, str, str]]:
    return [(snag.line, snag.code, snag.severity) for snag in read_text(name, text).snags]


class Snags(unittest.TestCase):
    def test_every_planted_mistake_at_its_line(self):
        text = (
            "question\tanswer\twrong 1\twrong 2\n"
            "First good one?\tyes\tno\tmaybe\n"
            "Spaces here?    yes    no    maybe\n"
            "\n"
            "Blank answer?\t\tno\tmaybe\n"
            "Equal option?\tWool\t wool \tSilk\n"
            "Missing field?\tyes\n"
            "First good one?\tyes\tno\tmaybe\n"
            "Second good one?\tyes\tno\tmaybe\n"
        )
        self.assertEqual(
            codes(text),
            [
                (1, "header", "note"),
                (3, "spaces-for-tabs", "stop"),
                (4, "blank-line", "note"),
                (5, "no-answer", "stop"),
                (6, "same-option", "stop"),
                (7, "missing-field", "stop"),
                (8, "duplicate", "warn"),
            ],
        )
        reading = read_text("a.tsv", text)
        self.assertEqual([question.line for question in reading.questions], [2, 9])
        self.assertEqual(len(reading.lines), 9)

    def test_the_mended_line_reads_well(self):
        text = GOOD + "Which bird?    Dipper    Raven    Chough\n"
        snag = read_text("a.tsv", text).snags[0]
        self.assertEqual(read_text("a.tsv", GOOD + snag.mended + "\n").snags, [])

    def test_other_snags(self):
        two = GOOD + "Which other knot?\tBowline\tReef\tPrusik\n"
        for line, code in (
            ("\tonly an answer\tReef\tPrusik", "no-prompt"),
            ("Which knot now?\tBowline\tReef\treef", "doubled-option"),
            ("Which knot?\tPrusik\tReef\tBowline", "other-answer"),
            ("Too wide?\tBowline\tReef\tPrusik\tHitch", "extra-field"),
            ("Too many?\t" + "\t".join("abcdefghi"), "too-many-options"),
            ("abcde", "too-short"),
            ("question\tanswer\twrong\twrong", "header"),
        ):
            with self.subTest(code=code):
                self.assertEqual([c for n, c, _ in codes(f"{two}{line}\n") if n == 3][-1], code)

    def test_columns_with_headings(self):
        head = "kind,question,answer,accepted,unit,tolerance,topic,level,worth,seconds,why,id\n"
        body = (
            "number,How far?,2 1/2,2.6,km,0.1,pace,3,2,9.5,Because.,far\n"
            "typed,Which knot?,Bowline,bowline knot|bulin,,,,,,,,\n"
            "truth,Snow is warm.,false,,,,,,,,,\n"
            "choice,Which?,x,,,,,,,,,\n"
            "number,How many?,some,,,,,,,,,\n"
            "riddle,What?,x,,,,,,,,,\n"
            "typed,Level?,x,,,,,9,,,,\n"
            "truth,Hm.,perhaps,,,,,,,,,\n"
        )
        reading = read_text("a.csv", head + body)
        far, knot, snow = reading.questions
        self.assertEqual((far.id, far.unit, far.level, far.worth, far.seconds), ("far", "km", 3, 2, 9.5))
        self.assertEqual((far.why, far.topic, str(far.tolerance)), ("Because.", "pace", "1/10"))
        self.assertEqual(knot.answers, ("Bowline", "bowline knot", "bulin"))
        self.assertEqual((snow.options[snow.right], snow.kind), ("False", "truth"))
        self.assertEqual(
            [snag.code for snag in reading.snags if snag.severity == "stop"],
            ["missing-field", "not-a-number", "bad-kind", "bad-level", "not-truth"],
        )
        self.assertEqual(reading.kinds, {"number": 1, "typed": 1, "truth": 1})

    def test_shapes_without_header(self):
        two = read_text("a.tsv", "Which knot makes a loop?\tBowline\nWhich hitch grips?\tPrusik\n")
        self.assertEqual(two.kinds, {"typed": 2})
        self.assertEqual(read_text("a.csv", "Ice is cold.,true\nFire is wet.,false\n").kinds, {"truth": 2})
        keyed = read_text("a.csv", "Up?,sky,earth,sea,A\nWet?,sky,earth,sea,c\n" * 2 + "Odd?,a,b,c,x\n")
        self.assertEqual([(q.options[q.right], q.right) for q in keyed.questions], [("sky", 0), ("sea", 2)])
        self.assertEqual(keyed.snags[-1].code, "bad-key")

    def test_delimiters(self):
        for mark in "\t,;":
            text = "\n".join(mark.join((f"Question {n}?", "a", "b", "c")) for n in range(3))
            self.assertEqual(len(read_text("a.txt", text).questions), 3, mark)
        self.assertEqual(read_text("a.csv", "One, two, three?;yes;no\nFour?;yes;no\n").delimiter, "semicolon")

    def test_an_open_quote_swallows_nothing(self):
        reading = read_text("a.csv", 'Good one?,a,b\nOpen?,"a,b\n' + "Next?,a,b\nLast?,a,b\n")
        self.assertEqual([question.line for question in reading.questions], [1, 3, 4])
        self.assertEqual([(s.line, s.code) for s in reading.snags], [(2, "open-quote")])

    def test_ids_stay_when_lines_move(self):
        lines = [f"Question {n}?\tanswer {n}\n" for n in range(5)]
        ids = {q.prompt: q.id for q in read_text("a.tsv", "".join(lines)).questions}
        moved = {q.prompt: q.id for q in read_text("a.tsv", "".join(reversed(lines))).questions}
        self.assertEqual(ids, moved)
        self.assertEqual(len(set(ids.values())), 5)

    def test_more_lines_than_a_file_may_have(self):
        text = "".join(f"Question number {n}?\tx\n" for n in range(MOST_LINES + 3))
        reading = read_text("a.tsv", text)
        self.assertEqual((len(reading.questions), len(reading.lines)), (MOST_LINES, MOST_LINES + 3))
        self.assertEqual(reading.snags[-1].code, "too-many-lines")


class Files(unittest.TestCase):
    def test_refusals_are_one_clear_sentence(self):
        for data, word in (
            (b"", "empty"),
            (b" \r\n\t", "empty"),
            (b"\xef\xbb\xbf", "empty"),
            (b"\x89PNG\r\n\x1a\n" + bytes(60), "PNG"),
            (b"PK\x03\x04abcd", "zip"),
            (bytes(range(256)) * 4, "not readable as text"),
            (b"\xff\xfe\x00", "not readable as text"),
            (b"x" * (20 * 2**20 + 1), "20 MB"),
        ):
            with self.subTest(word=word), self.assertRaises(Refused) as caught:
                read_file("a.tsv", data)
            self.assertIn(word, str(caught.exception))
            self.assertNotIn("\n", str(caught.exception))

    def test_encodings(self):
        text = "Wie heißt der Berg?\tGroßglockner – 3798 m\n"
        for encoding, named in (
            ("utf-8", "utf-8"),
            ("utf-8-sig", "utf-8"),
            ("utf-16", "utf-16"),
            ("utf-16-le", "utf-16-le"),
            ("utf-16-be", "utf-16-be"),
        ):
            got, name = decode(text.encode(encoding), "a.tsv")
            self.assertEqual((got, name), (text, named))
        body = "Über welche Wiese führt der Weg zur Hütte?\tüber die Almwiese für Kühe\n" * 9
        self.assertEqual(decode(body.encode("cp1252"), "a.tsv")[0], body)

    def test_line_endings(self):
        self.assertEqual(split_lines("a\rb\r\nc\nd"), ["a", "b", "c", "d"])
        self.assertEqual(split_lines("a\n\nb\n"), ["a", "", "b"])
        self.assertEqual(split_lines("a\u2028b\x0bc\n"), ["a\u2028b\x0bc"])

    @settings(max_examples=300)
    @given(
        st.one_of(
            st.binary(max_size=300),
            st.text(alphabet='ab?\t,;"\n\r |é', max_size=200).map(str.encode),
            st.lists(
                st.sampled_from((GOOD, "x\ty\n", '"a,b\n', "\n", "question\tanswer\n", "a;b;c\r")),
                max_size=20,
            ).map(lambda parts: "".join(parts).encode()),
        )
    )
    def test_any_bytes_are_read_or_refused_and_no_line_is_lost(self, data):
        try:
            reading = read_file("a.csv", data)
        except Refused:
            return
        text, _ = decode(data, "a.csv")
        self.assertEqual([line.raw for line in reading.lines], split_lines(text))
        self.assertEqual([line.number for line in reading.lines], list(range(1, len(reading.lines) + 1)))
        explained = {snag.line for snag in reading.snags} | {q.line for q in reading.questions}
        for line in reading.lines:
            if line.state != "question":
                self.assertIn(line.begins, explained)
