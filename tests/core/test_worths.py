"""Worths that are counted instead of added come to what each pile of questions told apart comes to."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction
from math import comb
from unittest import mock

import numpy as np

from dicetrail.core.play.rulebook.game import Award, Choices, Clocks, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds import exact
from dicetrail.core.prove.odds.exact import Inexact, Weighed, odds
from dicetrail.core.prove.odds.walker import Walker

from .making import choice, typed

PAID = Consequence("right", add=(("score", "worth"),))
LOST = Consequence("missed", add=(("score", "-0.5 * worth"), ("lives", "-1")))
METERS = (Meter("score", 3), Meter("lives", 2))
ENDS = (Ending("lives == 0", "lost"), Ending("streak == 4", "won"))
AWARDS = (Award("score > 12", "Many"), Award("score > 6", "Some"))


def game(*rows: Consequence, worths=(1, 2, 2, 3, 5, 8), **more) -> Program:
    questions = more.pop("questions", None) or tuple(
        choice(number, options=2 + number % 2)._replace(worth=worth) for number, worth in enumerate(worths)
    )
    return Program(Game("Worths", questions, meters=METERS, consequences=rows, **more))


def both(program: Program, walker: Walker):
    """The figures with worths counted, and with every question told apart."""
    counted = Weighed(program, walker, Choices(0))
    with mock.patch.object(exact, "worths_of", return_value=None):
        apart = Weighed(program, walker, Choices(0), together=False)
    return counted, apart


class Counted(unittest.TestCase):
    def assert_same(self, program: Program, walker: Walker):
        counted, apart = both(program, walker)
        self.assertIsNotNone(counted.worths)
        one, other = counted.figures(1e9), apart.figures(1e9)
        self.assertEqual(one.meters.keys(), other.meters.keys())
        self.assertEqual(one.rows, other.rows)
        for mine, theirs in (
            (one.results, other.results),
            (one.awards, other.awards),
            (one.means, other.means),
            *((one.meters[name], other.meters[name]) for name in one.meters),
        ):
            mine = {key: share for key, share in mine.items() if np.any(share)}
            theirs = {key: share for key, share in theirs.items() if np.any(share)}
            self.assertEqual(mine.keys(), theirs.keys())
            for key, share in mine.items():
                if isinstance(walker.share, Fraction):
                    self.assertEqual(share, theirs[key])
                else:
                    np.testing.assert_allclose(share, theirs[key], rtol=1e-9, atol=1e-15)

    def test_they_come_to_the_same_in_fractions(self):
        mixed = (
            *(choice(n, options=2 + n % 2)._replace(worth=n / 4, seconds=5 + n % 2) for n in range(5)),
            typed(5)._replace(worth=7, level=2),
        )
        for walker in (Walker("skill", Fraction(2, 5)), Walker("knows", Fraction(1, 3), 3)):
            for more in (
                {},
                {"deal": Deal(draw=4)},
                {"tries": 2, "endings": ENDS, "awards": AWARDS},
                {"deal": Deal(draw=4, order="easiest_first"), "questions": mixed, "awards": AWARDS},
                {"clocks": Clocks(question=9, game=14), "questions": mixed, "endings": ENDS, "tries": 2},
            ):
                with self.subTest(walker=walker, more=more):
                    self.assert_same(game(PAID, LOST, **more), walker)

    def test_and_over_a_grid_of_skills(self):
        program = game(PAID, LOST, endings=ENDS, awards=AWARDS, deal=Deal(draw=5))
        self.assert_same(program, Walker("knows", np.linspace(0, 1, 5), 2))

    def test_so_do_made_up_games(self):
        rolls = random.Random(8)
        for _ in range(10):
            rows = rolls.sample([PAID, LOST, Consequence("late", add=(("score", "2"),))], 2)
            if PAID not in rows:
                rows.append(Consequence("right", condition="streak > 1", add=(("score", "worth * 2"),)))
                rows.append(PAID)
            worths = [rolls.choice((0, 0.5, 1, 2, 7, -3)) for _ in range(rolls.randint(2, 4))] + [11, 4]
            more = {"endings": ENDS} if rolls.random() < 0.5 else {}
            program = game(*rows, worths=worths, awards=AWARDS, **more)
            self.assert_same(program, Walker("skill", Fraction(1, 2)))

    def test_subsets_of_twenty_worths(self):
        """Who is right half of the time has each of the 2^20 subsets with the same chance; how many of them
        have a sum is counted by a generating function (the number of partitions into distinct parts: OEIS
        A000009 for sums up to 20)."""
        program = game(PAID, worths=range(1, 21), deal=Deal())
        found = odds(program, Walker("skill", 0.5)).meters["score"]
        distinct = [1, 1, 1, 2, 2, 3, 4, 5, 6, 8, 10, 12, 15, 18, 22, 27, 32, 38, 46, 54, 64]  # from memory
        for number, ways in enumerate(distinct):
            self.assertAlmostEqual(found[3 + number] * 2**20, ways, 6)

    def test_a_hundred_questions_drawn_from_by_lot(self):
        """Ten of a hundred that are worth 1 or 3 each: hypergeometric."""
        program = game(PAID, worths=[1, 3] * 50, deal=Deal(draw=10))
        found = odds(program, Walker("skill", 1.0)).meters["score"]
        for threes in range(11):
            share = comb(50, threes) * comb(50, 10 - threes) / comb(100, 10)
            self.assertAlmostEqual(found[3 + 10 + 2 * threes], share, 12)


class NotCounted(unittest.TestCase):
    """Where worths decide something, or the order makes a difference, questions are told apart as ever."""

    def test_games_of_which_they_have_to_be_known_on_the_way(self):
        many = {"worths": (1, 2, 3)}
        for name, program in {
            "a condition": game(PAID, Consequence("missed", condition="worth > 1"), **many),
            "an ending on the meter": game(PAID, endings=(Ending("score > 4", "won"),), **many),
            "no linear use": game(Consequence("right", add=(("score", "worth * worth"),)), **many),
            "with the streak": game(Consequence("right", add=(("score", "worth * streak"),)), **many),
            "each wrong try": game(PAID, Consequence("wrong", add=(("score", "-worth"),)), tries=2, **many),
            "again": game(PAID, Consequence("missed", add=(("score", "-worth"),), then="again"), **many),
            "set": game(PAID, Consequence("missed", set=(("score", "0"),)), **many),
            "no whole numbers beside": game(PAID, Consequence("missed", add=(("score", "0.1"),)), **many),
            "as filed": game(PAID, deal=Deal(order="filed"), **many),
            "twice": game(PAID, deal=Deal(draw=5, repeats="when_empty"), **many),
            "two meters": game(PAID, Consequence("missed", add=(("lives", "worth"),)), **many),
            "tenths": game(PAID, worths=(0.1, 0.2, 0.3)),
            "all the same": game(PAID, worths=(2, 2, 2)),
        }.items():
            with self.subTest(name):
                self.assertIsNone(Weighed(program, Walker("skill", Fraction(1, 2)), Choices(0)).worths)
        bounded = Program(
            Game("g", game(PAID).game.questions, meters=(Meter("score", max=5),), consequences=(PAID,))
        )
        self.assertIsNone(Weighed(bounded, Walker(), Choices(0)).worths)

    @mock.patch.object(exact, "MOST_WORK", 12_000)
    def test_what_is_to_blame(self):
        """The maker's word, not the name of a counter."""
        with self.assertRaisesRegex(Inexact, r"`(worth|lives|score)` comes to more than \d+ values"):
            odds(game(PAID, worths=range(1, 21), endings=ENDS), Walker("knows", 0.5))

    def test_too_many_of_them_are_refused_as_before(self):
        lots = game(PAID, LOST, worths=range(1, 61), deal=Deal())
        with self.assertRaisesRegex(Inexact, "60 sorts of them"):
            odds(lots, Walker("skill", Fraction(1, 2)))
