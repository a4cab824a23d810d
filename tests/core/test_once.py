"""Questions that stay are not gone through again: the same ones are known, others never taken for them."""

from __future__ import annotations

import unittest

from dicetrail.core.pack.reader import read_text
from dicetrail.core.play.deal.pool import pass_length
from dicetrail.core.play.questions.once import KEPT, once_each, once_over
from dicetrail.core.play.questions.question import Question
from dicetrail.core.rules.compile import read_game

from .making import choice, questions

PACK = "id\tquestion\tanswer\twrong\tsound\na\tOne?\tx\ty\t\nb\tTwo?\tx.\tx\tb.ogg\n"
MORE = "id\tquestion\tanswer\twrong\nb\tTwo again?\tx\ty\nc\tThree?\tx\ty\n"
HEAD = "title: {title}\npacks: [one.tsv, two.tsv]\n"


class Once(unittest.TestCase):
    def setUp(self):
        self.done: list[tuple[Question, ...]] = []

        def first(asked, letter):
            self.done.append(asked)
            return asked[0].id + letter

        self.first = once_over(first)

    def test_the_same_are_gone_through_once(self):
        some = questions(3)
        self.assertEqual([self.first(some, "x") for _ in range(3)], ["c0x"] * 3)
        self.assertEqual(len(self.done), 1)
        self.assertEqual(self.first(some, "y"), "c0y")
        self.assertEqual(len(self.done), 2)

    def test_equal_ones_are_not_the_same(self):
        for _ in range(2):
            self.first([choice(0)], "")
        self.assertEqual(len(self.done), 2)

    def test_what_is_kept_is_kept_with_its_questions(self):
        """Another list gets the address of one that is gone; it must not be taken for it."""
        for number in range(20 * KEPT):
            self.assertEqual(self.first([choice(number)], ""), f"c{number}")

    def test_a_refusal_is_not_kept(self):
        with self.assertRaises(IndexError):
            self.first((), "")
        self.assertEqual(len(self.done), 1)

    def test_of_each_only_those_that_are_new(self):
        done = []

        @once_each
        def told(question, letter):
            done.append(question.id)
            return question.id + letter

        some = [choice(number) for number in range(3)]
        self.assertEqual(told(some, "x"), ["c0x", "c1x", "c2x"])
        self.assertEqual(told([some[2], choice(7), some[0]], "x"), ["c2x", "c7x", "c0x"])
        self.assertEqual(done, ["c0", "c1", "c2", "c7"])
        self.assertEqual(told(some, "y"), ["c0y", "c1y", "c2y"])
        self.assertEqual(told([], "x"), [])
        self.assertEqual(told(some[:1] * 2, "x"), ["c0x", "c0x"])

    def test_a_pass_of_several(self):
        self.assertEqual([pass_length(questions(count)) for count in (0, 3, 5)], [0, 3, 5])


class Games(unittest.TestCase):
    def setUp(self):
        self.packs = {name: read_text(name, text).questions for name, text in self.texts().items()}

    @staticmethod
    def texts():
        return {"one.tsv": PACK, "two.tsv": MORE}

    def read(self, more="", title="T"):
        return read_game(HEAD.format(title=title) + more, self.packs.__getitem__)

    def codes(self, more=""):
        return sorted(snag.code for snag in self.read(more).snags)

    def test_another_title_has_the_same_questions(self):
        some, other = self.read(), self.read(title="Other")
        self.assertIs(some.game.questions, other.game.questions)
        self.assertEqual([one.id for one in some.game.questions], ["a", "b", "c"])
        self.assertEqual(some.snags, other.snags)

    def test_what_looks_at_the_questions_is_heard_each_time(self):
        cases = {
            "": ["doubled-question"],
            "silent: true\n": ["doubled-question", "silent-sound"],
            "checking: {ignore: [punctuation]}\n": ["collision", "doubled-question"],
            "checking: {ignore: [punctuation], questions: {b: {ignore: []}}}\n": ["doubled-question"],
            "checking: {packs: {one.tsv: {ignore: [punctuation]}}}\n": ["collision", "doubled-question"],
            "clocks: {question: 0.1}\n": ["clock-too-short", "doubled-question"],
        }
        for _ in range(2):
            for more, codes in cases.items():
                with self.subTest(more):
                    self.assertEqual(self.codes(more), codes)

    def test_only_who_asks_for_packs_has_their_names(self):
        for more, names in (
            ("", [""] * 3),
            ('deal: {next: (pack == "one.tsv") * 2}\n', ["one.tsv", "one.tsv", "two.tsv"]),
            ("", [""] * 3),
        ):
            self.assertEqual([one.pack for one in self.read(more).game.questions], names, more)

    def test_a_pack_that_was_read_again_is_another_one(self):
        before = self.read().game
        self.packs["one.tsv"] = read_text("one.tsv", PACK.replace("One?", "Uno?")).questions
        after = self.read().game
        self.assertEqual((before.questions[0].prompt, after.questions[0].prompt), ("One?", "Uno?"))
        self.assertIs(before.questions[2], after.questions[2])


if __name__ == "__main__":
    unittest.main()
