"""Chance, held against published sequences, tables and formulas."""

from __future__ import annotations

import unittest
from collections import Counter
from fractions import Fraction
from itertools import permutations

from scipy import stats

from dicetrail.core.play.deck import deal
from dicetrail.core.play.dice import Stream
from dicetrail.core.play.game import Choices, Consequence, Deal, Ending, Game, Meter, Move
from dicetrail.core.play.program import Program
from dicetrail.core.play.run import Run
from tests.core.making import choice

# NIST/SEMATECH e-Handbook of Statistical Methods, table 1.3.6.7.4, upper critical values of the chi-square
# distribution at 0.001, by degrees of freedom (from memory; scipy is asked for the same value in a test).
CRITICAL = {2: 13.816, 3: 16.266, 5: 20.515, 23: 49.728}


def chi_square(counts: list[int]) -> float:
    wanted = sum(counts) / len(counts)
    return sum((count - wanted) ** 2 / wanted for count in counts)


class Dice(unittest.TestCase):
    def test_splitmix64(self):
        """The first outputs of SplitMix64 for the seed 1234567, as published with its reference C code
        (S. Vigna, splitmix64.c; the values from memory)."""
        stream = Stream.from_state(1234567)
        self.assertEqual(
            [stream.bits() for _ in range(5)],
            [
                6457827717110365317,
                3203168211198807973,
                9817491932198370423,
                4593380528125082431,
                16408922859458223821,
            ],
        )

    def test_the_handbooks_table_is_scipys(self):
        for freedom, value in CRITICAL.items():
            self.assertAlmostEqual(stats.chi2.ppf(0.999, freedom), value, places=3)

    def test_every_permutation_is_equally_often(self):
        for size in (3, 4):
            counts = Counter(tuple(Stream(dice, "deck").shuffled(range(size))) for dice in range(60_000))
            seen = [counts[order] for order in permutations(range(size))]
            self.assertLess(chi_square(seen), CRITICAL[len(seen) - 1])
            self.assertGreater(stats.chisquare(seen).pvalue, 0.001)

    def test_numbers_below_a_bound_are_equally_often(self):
        stream = Stream(9, "numbers")
        counts = Counter(stream.below(3) for _ in range(30_000))
        self.assertLess(chi_square([counts[n] for n in range(3)]), CRITICAL[2])
        with self.assertRaises(ValueError):
            stream.below(0)


class Deals(unittest.TestCase):
    QUESTIONS = tuple(choice(n) for n in range(4))

    def test_right_answers_and_questions_stand_everywhere_alike(self):
        game = Game("Deals", self.QUESTIONS)
        places: Counter[int] = Counter()
        firsts: Counter[str] = Counter()
        for dice in range(8_000):
            cards = deal(game, Choices(dice))
            places.update(card.right for card in cards)
            firsts[cards[0].question.id] += 1
        for counts in (places, firsts):
            self.assertEqual(len(counts), 4)
            self.assertLess(chi_square(list(counts.values())), CRITICAL[3])

    def test_options_shuffled_or_not_the_questions_come_alike(self):
        for dice in range(50):
            orders = [
                [
                    card.question.id
                    for card in deal(Game("D", self.QUESTIONS, deal=Deal(options=how)), Choices(dice))
                ]
                for how in ("shuffled", "filed", "balanced")
            ]
            self.assertEqual(orders[0], orders[1])
            self.assertEqual(orders[0], orders[2])

    def test_a_further_question_leaves_the_options_of_others(self):
        more = (*self.QUESTIONS, choice(9))
        for dice in range(50):
            few = {c.question.id: c.order for c in deal(Game("D", self.QUESTIONS), Choices(dice))}
            many = {c.question.id: c.order for c in deal(Game("D", more), Choices(dice))}
            self.assertEqual(few, {key: many[key] for key in few})

    def test_balanced_spreads_right_answers(self):
        game = Game("D", tuple(choice(n) for n in range(10)), deal=Deal(options="balanced"))
        for dice in range(200):
            counts = Counter(card.right for card in deal(game, Choices(dice)))
            self.assertLessEqual(max(counts.values()) - min(counts[place] for place in range(4)), 1)


class GamblersRuin(unittest.TestCase):
    """W. Feller, An Introduction to Probability Theory and Its Applications, vol. I, chapter XIV: with z
    units, a goal of a and the chances p and q = 1 - p, ruin has the probability
    ((q/p)^a - (q/p)^z) / ((q/p)^a - 1), and the expected duration is
    z/(q-p) - a/(q-p) · (1-(q/p)^z)/(1-(q/p)^a)."""

    START, GOAL, P, PLAYS = 3, 6, 0.6, 20_000

    def test_the_pulled_score(self):
        rows = (Consequence("right", add=(("score", "5"),)), Consequence("missed", add=(("score", "-5"),)))
        program = Program(
            Game(
                "Rope",
                (choice(0, 2),),
                deal=Deal(order="filed", options="filed", repeats="when_empty"),
                meters=(Meter("score", 15),),
                consequences=rows,
                endings=(Ending("score >= 30", "won"), Ending("score <= 0", "lost")),
            )
        )
        lost, length = 0, 0
        for dice in range(self.PLAYS):
            chance = Stream(dice, "walker")
            run = Run(program, Choices(dice))
            run.begin()
            while run.phase != "over":
                run.do(Move("right" if chance.below(10) < 6 else "wrong"), 0)
            lost += run.outcome.result == "lost"
            length += run.counts.asked
        ratio = (1 - self.P) / self.P
        ruin = (ratio**self.GOAL - ratio**self.START) / (ratio**self.GOAL - 1)
        drift = (1 - self.P) - self.P
        duration = self.START / drift - self.GOAL / drift * (1 - ratio**self.START) / (1 - ratio**self.GOAL)
        spread = (ruin * (1 - ruin) / self.PLAYS) ** 0.5
        self.assertAlmostEqual(lost / self.PLAYS, ruin, delta=4 * spread)
        self.assertAlmostEqual(length / self.PLAYS, duration, delta=0.12)
        self.assertAlmostEqual(ruin, float(Fraction(8, 35)), places=12)
