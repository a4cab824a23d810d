"""Where a deck is filled again: no question twice in a row, also of those that are made."""

from __future__ import annotations

import unittest
from itertools import islice, pairwise

from dicetrail.core.play.deal.dealer import Dealer
from dicetrail.core.play.deal.pool import pool
from dicetrail.core.play.deal.supply import Supply
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.questions.recipes import Formula, Span, Table
from dicetrail.core.play.rulebook.game import Choices, Deal, Game

from .making import choice

HUTS = Table(("name", "height"), (("A", "1"), ("B", "2"), ("C", "3"), ("D", "4")), "height")
TABLE = Question("t", "table", "How high is {name}?", ("height",), recipe=HUTS)
SUMS = Formula((Span("a", "1", "2"), Span("b", "1", "level")), "a + b")
FORMULA = Question("f", "formula", "{a} + {b}?", ("a + b",), recipe=SUMS, times=2)


class Seams(unittest.TestCase):
    def dealt(self, dice: int, *questions: Question, cards: int = 60, level: int | None = None) -> list[str]:
        game = Game("T", questions, deal=Deal(repeats="when_empty"))
        deck = Dealer(game, Choices(dice, level=level))
        return [card.question.prompt for card in islice(deck.cards(), cards)]

    def test_never_the_same_question_twice_in_a_row(self):
        for dice in range(40):
            for questions in ((TABLE,), (TABLE, FORMULA), (TABLE, choice(1)), (choice(1), choice(2))):
                prompts = self.dealt(dice, *questions)
                twice = [one for one, other in pairwise(prompts) if one == other]
                self.assertEqual(twice, [], (dice, [one.id for one in questions]))

    def test_every_turn_still_has_every_question_once(self):
        for dice in range(20):
            supply = Supply(TABLE, dice)
            for _ in range(5):
                self.assertEqual(len({supply.next().prompt for _ in range(4)}), 4)

    def test_one_alone_can_only_come_again(self):
        self.assertEqual(len(set(self.dealt(1, choice(1), cards=5))), 1)

    def test_a_chosen_level_keeps_the_questions_whose_ranges_use_it(self):
        game = Game("T", (FORMULA, TABLE, choice(3)._replace(level=3)))
        self.assertEqual([one.id for one in pool(game, Choices(1, level=3))], ["f", "c3"])
        self.assertEqual([one.id for one in pool(game, Choices(1, level=1))], ["f", "t"])
        prompts = self.dealt(1, FORMULA, cards=40, level=3)
        self.assertIn("1 + 3?", prompts)
