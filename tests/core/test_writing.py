"""What is written is read back the same."""

from __future__ import annotations

import string
import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dicetrail.core.pack.formats import ENDINGS, lost_in_file, write_file
from dicetrail.core.pack.formats.yaml_list import in_full, plainly
from dicetrail.core.pack.notation import (
    NotationError,
    join_bars,
    read_groups,
    read_variables,
    split_bars,
    write_groups,
    write_variables,
)
from dicetrail.core.pack.reader import read_file, read_text
from dicetrail.core.snag import Refused

from .packs import LINES, WORDS, content, load_countries, packs

SLOW = settings(max_examples=60, suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large])


class RoundTrip(unittest.TestCase):
    def same_again(self, ending, pack):
        name = f"pack.{ending}"
        data = write_file(name, pack)
        again = read_file(name, data, load_data=load_countries)
        self.assertEqual(
            [content(q) for q in again.questions], [content(q) for q in pack], (ending, again.snags)
        )
        self.assertEqual([snag for snag in again.snags if snag.severity == "stop"], [])
        self.assertEqual(
            again.kinds, {kind: [q.kind for q in pack].count(kind) for kind in {q.kind for q in pack}}
        )

    @SLOW
    @given(packs())
    def test_every_kind_in_every_file_that_holds_line_breaks(self, pack):
        for ending, form in ENDINGS.items():
            if ending != "tsv" and not form.partly:
                self.same_again(ending, pack)

    @SLOW
    @given(packs())
    def test_qti_keeps_what_it_does_not_tell_of(self, pack):
        """Of a file that can't say everything: what is in it is read again, each answer right as before."""
        bare = [q._replace(image="", alt="", sound="") for q in pack]
        plain = [q for q in bare if not lost_in_file("pack.zip", [q])]
        if not plain:
            return
        again = read_file("pack.zip", write_file("pack.zip", plain))
        found = {q.id: q for q in again.questions}
        for question in plain:
            back = found.get(question.id)
            self.assertIsNotNone(back, (question, again.snags))
            self.assertEqual((back.kind, len(back.options)), (question.kind, len(question.options)), question)
            self.assertEqual(back.rights, question.rights, question)
            for before, after in zip(question.options, back.options, strict=True):
                self.assertEqual(after.split(), before.split(), question)

    @SLOW
    @given(packs(LINES))
    def test_tab_separated_text(self, pack):
        self.same_again("tsv", pack)

    def test_tab_separated_text_turns_line_breaks_into_blanks(self):
        pack = read_text("a.csv", 'prompt,answer\n"Two\nlines?",a\nOther?,b\n').questions
        self.assertIn(b"Two lines?\t", write_file("a.tsv", pack))

    def test_an_unknown_ending(self):
        with self.assertRaisesRegex(Refused, r"\.doc .*tsv, csv"):
            write_file("a.doc", [])


class Notation(unittest.TestCase):
    @given(st.lists(WORDS.filter(lambda text: not text.endswith("\\")), max_size=4))
    def test_bars(self, texts):
        self.assertEqual(split_bars(join_bars(texts)), texts)

    @given(st.lists(WORDS.filter(lambda text: "\n" not in text), min_size=2, max_size=4, unique=True), WORDS)
    def test_groups(self, names, member):
        groups = tuple((name, (member, "other")) for name in names)
        self.assertEqual(read_groups(write_groups(groups)), groups)

    def test_variables(self):
        written = "a = 2..12; b = 1..a by 1/2; c = 3 | 5 | 7"
        spans = read_variables(written)
        self.assertEqual([span.name for span in spans], ["a", "b", "c"])
        self.assertEqual((spans[1].high, spans[1].step, spans[2].values), ("a", "1/2", ("3", "5", "7")))
        self.assertEqual(write_variables(spans), written)
        for wrong, said in (
            ("", "needs variables"),
            ("a", "no variable"),
            ("a = ", "no limits"),
            ("a = x | y", "no limits"),
            ("a = 1..2; a = 1..3", "taken"),
            ("level = 1..2", "taken"),
            ("2a = 1..2", "no variable"),
        ):
            with self.assertRaisesRegex(NotationError, said):
                read_variables(wrong)


class Yaml(unittest.TestCase):
    WORDS = st.one_of(
        st.text(max_size=8),
        st.text(string.ascii_letters + string.digits + " .,?!()/+%°–-_é:#'", max_size=9),
        st.from_regex(r"\A[0-9]{1,5}(\.[0-9]{1,3})?\Z"),
        st.sampled_from(
            ["yes", "No", "on", "1e5", "0x1", "1_000", "12 km", "a - b", "=", "é1", "1. x", "null"]
        ),
    )

    @given(
        st.dictionaries(
            st.sampled_from(["prompt", "kind", "options", "no"]),
            st.one_of(WORDS, st.lists(WORDS, max_size=3)),
            max_size=4,
        )
    )
    def test_plain_records_are_written_as_all_others_are(self, record):
        written = plainly(record)
        self.assertIn(written, ("", in_full(record)))

    def test_most_records_are_plain(self):
        record = {"kind": "choice", "prompt": "How far is it (on foot)?", "options": ["12 km", "2.5", "far"]}
        self.assertEqual(plainly(record), in_full(record))
