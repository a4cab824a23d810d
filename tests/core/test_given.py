"""What was answered, as one value: told in words, and given once more from these words."""

from __future__ import annotations

import json
import unittest
from itertools import permutations

from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.kinds import kind_of
from dicetrail.core.play.questions.card import Card
from dicetrail.core.play.questions.given import Given
from dicetrail.core.play.questions.question import LABELS, Question, said
from dicetrail.core.play.rulebook.game import Choices, Consequence, Deal, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.checking import check
from dicetrail.core.prove.plays.about import AboutQuestion, told_of
from dicetrail.core.prove.plays.advice import advice_on
from dicetrail.core.prove.plays.record import AnswerCollector, Try, from_data, to_data
from dicetrail.core.prove.plays.statistics import statistics_of
from dicetrail.core.prove.plays.what_if import Meant, walked_again
from dicetrail.core.prove.plays.xapi import _question, _response
from dicetrail.core.prove.replay.walks import walk_moves

from .making import choice, number_question, ordered, several, truth, typed

AWKWARD = ("granite, slate", "granite", "slate", "slate, tuff")
"""Options that hold what stands between several of them."""


def paid_by_parts(*questions: Question) -> Program:
    row = [Consequence(moment, add=(("score", "hits"),)) for moment in ("right", "missed")]
    deal = Deal(order="filed")
    return Program(Game("", questions, deal=deal, meters=(Meter("score"),), consequences=tuple(row)))


class GivenAgain(unittest.TestCase):
    def every_answer(self, question: Question) -> None:
        """Every answer there is, under one deal, is given again under every other one."""
        kind, places = kind_of(question), range(len(question.options))
        for order in permutations(places):
            card = Card(question, tuple(places))
            other = Card(question, order)
            for number in range(kind.guesses(question)):
                verdict = check(card, kind.guess(card, number), Checking())
                filed = tuple(card.order[place] for place in verdict.picks)
                told = kind.told(question, Given("", filed))
                parts = [question.options[place] for place in filed]
                again = check(other, kind.give_again(other, told, parts), Checking())
                self.assertEqual({other.order[place] for place in again.picks}, {*filed}, (told, order))
                self.assertEqual(again.name, verdict.name)

    def test_every_answer_of_every_kind(self):
        for question in (choice(1, 3), truth(2, True), several(3), ordered(4, 3)):
            with self.subTest(question.kind):
                self.every_answer(question)
        awkward = several(5)._replace(options=AWKWARD, answers=(AWKWARD[0], AWKWARD[2]))
        self.every_answer(awkward)

    def test_what_is_typed_is_typed_again(self):
        for question, text in ((typed(1), "no such word"), (number_question(2), "12 m")):
            card = Card(question, ())
            self.assertEqual(kind_of(question).give_again(card, text), text)

    def test_what_the_card_has_not_is_not_given(self):
        card = Card(several(1), (0, 1, 2, 3))
        self.assertEqual(kind_of(card.question).give_again(card, "gneiss, marble"), "")

    def test_labels_are_as_filed(self):
        self.assertEqual(kind_of(several(1)).labels((2, 0)), "C A")


class RealPlays(unittest.TestCase):
    """Plays whose answers pick more than one option."""

    QUESTIONS = (several(1), ordered(2))

    def played(self, *answers: str) -> tuple[Program, Choices, AnswerCollector, object]:
        program, collector = paid_by_parts(*self.QUESTIONS), AnswerCollector()
        choices = Choices(5, "Ada")
        walk = walk_moves(program, choices, [f"answer {one}" for one in answers], watch=collector)
        return program, choices, collector, walk.run

    def test_the_same_rules_give_the_same_score(self):
        for answers in (("A B", "C A B D"), ("B C D", "D C B A"), ("A", "B A C D")):
            program, choices, collector, run = self.played(*answers)
            record = collector.record(run)
            self.assertEqual(from_data(json.loads(json.dumps(to_data(record.answers)))), record.answers)
            again = walked_again(program, Meant.of(choices, record))
            self.assertEqual((again.result, again.score), (record.result, record.score), answers)

    def test_each_option_is_counted(self):
        plays = [self.played("A B", "A B C D")[2:] for _ in range(30)]
        records = [collector.record(run).answers for collector, run in plays]
        told = told_of(paid_by_parts(*self.QUESTIONS).game)
        found = {one.question: one for one in statistics_of(records, lambda _, text: text, told).questions}
        one = found[self.QUESTIONS[0].id]
        self.assertEqual(sorted(one.picked.values()), [30, 30])
        self.assertLessEqual(set(one.picked), set(map(said, self.QUESTIONS[0].options)))
        picked = [option for option in told[one.question].options if one.picked.get(option)]
        [unpicked] = [a.said for a in advice_on(one, told[one.question].options) if a.code == "unpicked"]
        self.assertFalse([option for option in picked if f"‘{option}’" in unpicked], unpicked)
        self.assertEqual(set(found[self.QUESTIONS[1].id].picked.values()), {30})

    def test_statements_name_options_by_their_ids(self):
        question = several(1)
        about = AboutQuestion("", tuple(map(said, question.options)), "several")
        text = kind_of(question).told(question, Given("", (0, 2)))
        self.assertEqual(_response(about, Try("right", text, 1.0)), "o0[,]o2")
        self.assertEqual(LABELS[2], "C")

    def test_statements_name_what_is_joined_by_their_ids(self):
        texts = ("igneous", "metamorphic", "sedimentary")
        question = Question("q", "match", "Which?", texts, (*texts, "organic"), (0, 1, 2), items=AWKWARD[:3])
        about = told_of(Game("", (question,)))["q"]
        told = kind_of(question).told(question, Given("", (2, 0, 3)))
        made = Try("wrong", told, 1.0, ("sedimentary", "igneous", "organic"))
        self.assertEqual(_response(about, made), "i0[.]o2[,]i1[.]o0[,]i2[.]o3")
        definition = _question("x:g", "q", about)["definition"]
        self.assertEqual(definition["interactionType"], "matching")
        self.assertEqual([one["id"] for one in definition["source"]], ["i0", "i1", "i2"])
        self.assertEqual(definition["target"][3], {"id": "o3", "description": {"und": "organic"}})


if __name__ == "__main__":
    unittest.main()
