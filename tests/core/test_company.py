"""A company of players: its skills lie as they are said to, and its plays come out accordingly."""

from __future__ import annotations

import unittest
from math import sqrt
from unittest import mock

from dicetrail.core.play.dice import Stream
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Clocks, Consequence, Deal, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds.company import Company, played_so
from dicetrail.core.prove.odds.exact import odds
from dicetrail.core.prove.odds.together import walk_together
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking, walk
from dicetrail.core.prove.plays.record import Answer, Try
from dicetrail.core.prove.plays.statistics import statistics_of

QUESTIONS = tuple(
    Question(f"q{n}", "typed", f"Question {n}?", (f"answer {n}",), level=1 + n % 2) for n in range(10)
)
GAME = Program(
    Game(
        "Ten",
        QUESTIONS,
        deal=Deal(order="filed"),
        tries=1,
        meters=(Meter("score"),),
        clocks=Clocks(question=20, breather=0),
        consequences=(Consequence("right", add=(("score", "1"),)),),
    )
)
PLAYS = 4000
FAR = 5
"""Standard errors that a mean may be off."""


class Companies(unittest.TestCase):
    def walked(self, company):
        return walk(GAME, company, PLAYS, 7)

    def test_without_a_spread_it_is_one_walker(self):
        found, exact = self.walked(Company(0.7)), odds(GAME, Walker("skill", 0.7))
        mean, sd = found.spread_of("score").mean, exact.spread_of("score").sd
        self.assertLess(abs(mean - 7), FAR * sd / sqrt(PLAYS))
        self.assertTrue(Walking(GAME, Company(0.7), 1).is_straight)

    def test_skills_that_differ_spread_the_score(self):
        """By the law of total variance: n (p (1 - p) - v) + n² v, where v is how p varies."""
        found = self.walked(Company(0.5, spread=0.1))
        expected = 10 * (0.25 - 0.01) + 100 * 0.01
        self.assertAlmostEqual(found.spread_of("score").sd ** 2, expected, delta=0.5)
        self.assertAlmostEqual(found.spread_of("score").mean, 5, delta=FAR * sqrt(expected / PLAYS))

    def test_levels_and_questions_have_skills_of_their_own(self):
        found = self.walked(Company(0.5, levels={1: 1.0, 2: 0.0}))
        self.assertEqual((found.spread_of("score").mean, found.spread_of("score").sd), (5, 0))
        only = {f"q{n}": (1.0 if n < 3 else 0.0, None) for n in range(10)}
        self.assertEqual(self.walked(Company(0.5, questions=only)).spread_of("score").mean, 3)

    def test_a_pace_that_differs_makes_some_too_late(self):
        even, uneven = self.walked(Company(1, pace=15)), self.walked(Company(1, pace=15, pace_spread=5))
        self.assertEqual(even.spread_of("score").mean, 10)
        late = 1 - 0.8413447460685429  # of the normal distribution, beyond one standard deviation
        off = FAR * sqrt(10 * late * (1 - late) / PLAYS)
        self.assertAlmostEqual(uneven.spread_of("score").mean, 10 * (1 - late), delta=off)

    def test_the_same_dice_give_the_same_walk(self):
        company = Company(0.6, 0.2, 3, 1)
        first, second = (walk(GAME, company, 50, 3).as_dict(1) for _ in range(2))
        self.assertEqual(first, second)

    def test_several_processes_make_the_same_plays(self):
        for walker in (Walker("skill", 0.6), Company(0.6, 0.2, 3, 1)):
            one, many = Walking(GAME, walker, 5), Walking(GAME, walker, 5)
            one.make(300)
            with mock.patch("dicetrail.core.prove.odds.together.AT_ONCE", 70):
                walk_together(many, 300)
            self.assertEqual(many.figures().as_dict(1), one.figures().as_dict(1))
            one.make(20)
            many.make(20)  # and it goes on as the other does
            self.assertEqual(many.figures().as_dict(1), one.figures().as_dict(1))

    def test_skills_stay_between_none_and_all(self):
        for dice in range(200):
            member = Company(0.9, spread=0.5).one(Stream(dice, "x"))
            self.assertTrue(0 <= member.right(QUESTIONS[0]) <= 1)
            self.assertGreaterEqual(
                Company(pace=1, pace_spread=9).one(Stream(dice, "x")).takes(QUESTIONS[0], Stream(dice, "y")),
                0,
            )

    def test_as_they_played(self):
        right, wrong = Try("right", "x", 4.0), Try("wrong", "y", 6.0)
        plays = [[Answer("q0", "right", (right,), 1.0), Answer("q1", "missed", (wrong,), 1.0)]] * 3
        found = played_so(statistics_of(plays, lambda _, text: text))
        self.assertEqual(found, {"q0": (1.0, 4.0), "q1": (0.0, 6.0)})
