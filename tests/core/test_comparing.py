"""Switches for a game, a pack or a question; samples; options that collide; inputs nobody expects."""

from __future__ import annotations

import unittest
from dataclasses import replace

from dicetrail.core.pack.reader import read_text
from dicetrail.core.pack.suggesting import suggested
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.questions.card import as_filed
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.run.checking import check
from dicetrail.core.rules.checking import CheckingPart
from dicetrail.core.rules.comparing import collisions, nearest, verdict_on
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.document import Document

from .making import choice, number_question, truth, typed, walk

PACK = (
    "id\tkind\tquestion\tanswer\twrong\nk\ttyped\tWhich knot?\tBelay knot\t\no\tchoice\tPick one\tCol\tcol.\n"
)
HEAD = "title: T\npacks: [p.tsv]\n"


def read(checking: str):
    return read_game(f"{HEAD}checking: {checking}\n", lambda name: read_text(name, PACK).questions)


class Nearest(unittest.TestCase):
    CHECKING = CheckingPart.model_validate(
        {
            "ignore": ["case"],
            "spelling": 1,
            "packs": {"p.tsv": {"ignore": []}},
            "questions": {"k": {"spelling": {"5": 1, "9": 2}}},
        }
    )
    DOCUMENT = Document(title="T", packs=["p.tsv"], checking=CHECKING)

    def test_the_nearest_wins_and_is_named(self):
        rules, origins = nearest(self.DOCUMENT, "p.tsv", "k")
        self.assertEqual((rules.ignore, rules.spelling), ((), ((5, 1), (9, 2))))
        self.assertEqual(
            origins, {"ignore": "pack", "spelling": "question", "unreadable": "game", "articles": "game"}
        )
        self.assertEqual(nearest(self.DOCUMENT, "other.tsv", "x")[0], Checking(("case",), 1))

    def test_they_hold_in_a_play_and_in_a_saved_game(self):
        reading = read("{ignore: [case], questions: {k: {ignore: [], unreadable: wrong}}}")
        game = replace(reading.game, deal=replace(reading.game.deal, order="filed"))
        self.assertEqual(from_json(to_json(game)), game)
        for moves, outcome in (
            (("answer belay knot",), "missed"),
            (("answer Belay knot",), "right"),
            (("unreadable",), "missed"),
        ):
            self.assertEqual(walk(game, *moves).asked[0].outcome, outcome)

    def test_spelling_by_length(self):
        rules = Checking(spelling=((5, 1), (9, 2)))
        question = typed(0)._replace(answers=("abcd", "abcdef", "abcdefghij"))
        for text, verdict in (
            ("abcx", "close"), ("abcdex", "right"), ("abcdxx", "close"), ("abcdefghxx", "right"),
            ("abcdefgxxx", "close"), ("abcdefxxxx", "wrong"),
        ):  # fmt: skip
            self.assertEqual(check(as_filed(question), text, rules).name, verdict, text)

    def test_outer_and_inner_blanks_apart(self):
        question = typed(0)._replace(answers=("reef knot",))
        for ignore, outer, inner in (
            (("outer_blanks",), "right", "close"),
            (("inner_blanks",), "close", "right"),
            (("blanks",), "right", "right"),
        ):
            rules = Checking(ignore)
            self.assertEqual(check(as_filed(question), "reef knot ", rules).name, outer, ignore)
            self.assertEqual(check(as_filed(question), "reef  knot", rules).name, inner, ignore)


class Samples(unittest.TestCase):
    def test_a_broken_sample_is_a_snag_at_its_place(self):
        samples = "samples: [{question: k, answer: belay-knot, must: right}]"
        self.assertEqual(read(f"{{ignore: [case, punctuation], {samples}}}").snags[1:], [])
        broken = [s for s in read(f"{{ignore: [case], {samples}}}").snags if s.code == "broken-sample"]
        self.assertEqual([(s.line, s.path, s.severity) for s in broken], [(3, "checking.samples.1", "warn")])
        self.assertIn("must be right", broken[0].message)
        wrong = read("{samples: [{question: k, answer: Belay knot, must: wrong}]}").snags
        self.assertIn("broken-sample", [snag.code for snag in wrong])

    def test_what_names_nothing_is_told(self):
        found = read(
            "{packs: {q.tsv: {spelling: 1}}, questions: {x: {spelling: 1}},"
            " samples: [{question: y, answer: a, must: right}]}"
        ).snags
        self.assertEqual([snag.code for snag in found], ["unknown-pack", "lost-question", "lost-question"])

    def test_suggestions_show_what_switches_do(self):
        strict, loose = Checking(ignore=()), Checking(("blanks", "case", "punctuation", "articles"), 1)
        for question in (typed(0)._replace(answers=("reef knot",)), choice(0), truth(0, True)):
            texts = [sample.text for sample in suggested(question)]
            self.assertEqual(len(texts), len(set(texts)))
            rights = [
                sum(verdict_on(question, text, rules).name == "right" for text in texts)
                for rules in (strict, loose)
            ]
            self.assertGreaterEqual(rights[1], rights[0])
            self.assertEqual(verdict_on(question, texts[0], strict).name, "right")
        texts = [sample.text for sample in suggested(number_question(5)._replace(answers=("5",)))]
        self.assertIn("five", texts)
        self.assertIn("5,0", texts)


class Collisions(unittest.TestCase):
    def test_options_that_a_switch_makes_the_same(self):
        pair = choice(0)._replace(options=("Col", "col.", "ridge"), answers=("Col",))
        (found,) = collisions((pair,), Checking(("case", "punctuation")))
        self.assertEqual(found.places, (0, 1))
        self.assertIn("one of them is right", found.message)
        self.assertEqual(collisions((pair,), Checking(("case",))), ())
        self.assertIn("collision", [s.code for s in read("{ignore: [case, punctuation]}").snags])

    def test_a_label_goes_before_a_text(self):
        question = choice(0)._replace(options=("C", "A", "B"), answers=("C",))
        verdict = check(as_filed(question), "C", Checking())
        self.assertEqual((verdict.name, verdict.picks), ("wrong", (2,)))
        self.assertIn("label-clash", [s.code for s in read_text("a.tsv", "Pick\tC\tA\tB\n").all_snags])


class Unexpected(unittest.TestCase):
    """Inputs that break programs: a verdict with its steps, as documented, never an error."""

    def test_inputs(self):
        word = typed(0)._replace(answers=("reef", "½", "🪢", "سهم"))
        number = number_question(0)._replace(answers=("1234.5", "-3", "1/2"))
        for question, text, verdict in (
            (word, "", "unreadable"), (word, " \t\u200b\u2060", "unreadable"),
            (word, "x" * 10_000, "unreadable"),
            (word, "\x00\x07reef", "wrong"), (word, "🪢", "right"), (word, "سهم", "right"),
            (word, "\u202ereef", "right"), (word, "½", "right"),
            (number, "9" * 400, "unreadable"), (number, "1e999", "unreadable"), (number, "nan", "unreadable"),
            (number, "½", "right"), (number, "−3", "right"), (number, "1,234.5", "right"),
            (number, "1.234,5", "right"), (number, "\x00", "unreadable"), (number, "🪢", "unreadable"),
            (choice(0), "x" * 10_000, "unreadable"), (choice(0), "\u202eA", "unreadable"),
            (choice(0), "🪢", "unreadable"),
            (truth(0, True), "½", "unreadable"), (truth(0, True), "TRUE", "right"),
        ):  # fmt: skip
            found = verdict_on(question, text, Checking())
            self.assertEqual(found.name, verdict, (text[:20], found.steps))
            self.assertTrue(found.steps[0].startswith("given"))
