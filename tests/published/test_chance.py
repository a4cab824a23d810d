"""Chance, held against published sequences, tables and formulas."""

from __future__ import annotations

import unittest
from collections import Counter
from fractions import Fraction
from itertools import pairwise, permutations
from math import comb

from scipy import stats

from dicetrail.core.play.deal.dealer import deal
from dicetrail.core.play.dice import Stream
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.questions.recipes import Formula, Span
from dicetrail.core.play.rulebook.game import Choices, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.run import Run
from dicetrail.core.prove.chance.chi_square import above
from dicetrail.core.prove.chance.fairness import Finding, Tally, fair_deals, generated
from dicetrail.core.prove.chance.fairness import chi_square as chi_square_of
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
            places.update(card.rights[0] for card in cards)
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
            counts = Counter(card.rights[0] for card in deal(game, Choices(dice)))
            self.assertLessEqual(max(counts.values()) - min(counts[place] for place in range(4)), 1)

    def test_nothing_twice_before_it_must_be(self):
        """Every pool from 1 to 50 and every draw: no question again before all were asked, none across the
        seam of two passes."""
        everything = tuple(choice(n, 2) for n in range(50))
        for size in range(1, 51):
            for draw in range(1, 2 * size + 2):
                game = Game("D", everything[:size], deal=Deal(draw=draw, repeats="when_empty"))
                ids = [card.question.id for card in deal(game, Choices(size * 101 + draw))]
                self.assertEqual(len(ids), draw)
                for start in range(0, draw, size):
                    self.assertEqual(len(set(ids[start : start + size])), len(ids[start : start + size]))
                if size > 1:
                    self.assertTrue(all(a != b for a, b in pairwise(ids)))

    def test_a_rising_order_climbs_through_all_levels(self):
        game = Game(
            "D",
            tuple(choice(n, 2, level=n % 5 + 1) for n in range(50)),
            deal=Deal(draw=10, order="easiest_first"),
        )
        highest = Counter()
        for dice in range(100):
            levels = [card.question.level for card in deal(game, Choices(dice))]
            self.assertEqual(levels, sorted(levels))
            highest[levels[-1]] += 1
        self.assertGreater(highest[5], 80)


class Fairness(unittest.TestCase):
    """The chi-square test of the deal screen, held against scipy.stats and a deal that is not fair."""

    def tally(self, deals: int, pinned: int = 0, **how: object) -> dict[str, Finding]:
        questions = tuple(choice(n, pinned=(0,) if n < pinned else ()) for n in range(12))
        game = Game("D", questions, deal=Deal(**how))
        tally = Tally(game, Choices(0))
        for _ in fair_deals(tally, deals):
            pass
        return {finding.about: finding for finding in tally.findings()}

    def test_p_is_scipys(self):
        found = self.tally(2000)
        for about in ("places", "first"):
            self.assertAlmostEqual(found[about].p, stats.chisquare(found[about].counts).pvalue, places=9)
            self.assertEqual(found[about].judgement, "fair")
        self.assertEqual(sum(found["first"].counts), 2000)
        self.assertEqual(found["drawn"].judgement, "by design")

    def test_the_tail_is_scipys(self):
        for freedom in (*range(1, 40), 100, 4999, 99_999):
            for value in (0, 0.01, 0.7, 3, 20, 100, 4900, 5100, 100_500):
                mine, theirs = above(value, freedom), stats.chi2.sf(value, freedom)
                self.assertAlmostEqual(mine, theirs, delta=1e-9, msg=f"{value}, {freedom}")

    def test_drawing_without_putting_back(self):
        """Of n questions k are drawn: a count varies by N·k/n·(1 - k/n) (Feller, vol. I, IX.5); over many
        tallies the statistic then has the chi-square distribution's mean, n - 1."""
        statistics = []
        for start in range(60):
            game = Game("D", tuple(choice(n, 2) for n in range(12)), deal=Deal(draw=7))
            counts = Counter(
                card.question.id
                for dice in range(start * 100, start * 100 + 100)
                for card in deal(game, Choices(dice))
            )
            left = (1 - 7 / 12) * 12 / 11
            statistics.append(chi_square_of([counts[f"c{n}"] for n in range(12)], 100 * 7 / 12, left)[0])
        self.assertAlmostEqual(sum(statistics) / 60, 11, delta=4 * (2 * 11 / 60) ** 0.5)
        self.assertEqual(self.tally(2000, draw=7)["drawn"].judgement, "fair")

    def test_what_is_not_fair_is_said(self):
        found = self.tally(50, options="filed", order="filed", draw=5)
        self.assertEqual(found["places"].said, "The right answer is always first: options are not shuffled.")
        self.assertEqual(found["places"].judgement, "unfair")
        of_pins = self.tally(50, pinned=12)["places"]
        self.assertEqual((of_pins.judgement, of_pins.counts[1:]), ("unfair", (0, 0, 0)))
        self.assertEqual(of_pins.said, "The right answer is pinned, always first.")
        of_some = self.tally(50, pinned=3)["places"]
        self.assertEqual(of_some.judgement, "by design")
        self.assertEqual(
            of_some.said, "The right answer is pinned in 25 % of the questions, there always first."
        )
        self.assertIn("the last 7 are never asked", found["drawn"].said)
        self.assertEqual(self.tally(50, options="balanced")["places"].judgement, "by design")
        self.assertEqual(self.tally(1)["first"].judgement, "too few")

    def test_generated_questions_met_again(self):
        """Two draws of k of n have something in common with 1 - C(n-k, k)/C(n, k)."""
        table = Formula((Span("a", "2", "12"), Span("b", "2", "12")), "a * b")
        question = Question("f", "formula", "{a} × {b}?", ("",), recipe=table, times=5)
        (found,) = generated(Game("D", (question,)), Choices(0))
        self.assertEqual((found.size, found.asked), (121, 5))
        self.assertAlmostEqual(found.met_again, 1 - comb(116, 5) / comb(121, 5))


class GamblersRuin(unittest.TestCase):
    """W. Feller, An Introduction to Probability Theory and Its Applications, vol. I, chapter XIV: with z
    units, a goal of a and the chances p and q = 1 - p, ruin has the probability
    ((q/p)^a - (q/p)^z) / ((q/p)^a - 1), and the expected duration is
    z/(q-p) - a/(q-p) · (1-(q/p)^z)/(1-(q/p)^a)."""

    START, GOAL, P, PLAYS = 3, 6, 0.6, 6_000

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
            length += run.counts["asked"]
        ratio = (1 - self.P) / self.P
        ruin = (ratio**self.GOAL - ratio**self.START) / (ratio**self.GOAL - 1)
        drift = (1 - self.P) - self.P
        duration = self.START / drift - self.GOAL / drift * (1 - ratio**self.START) / (1 - ratio**self.GOAL)
        spread = (ruin * (1 - ruin) / self.PLAYS) ** 0.5
        self.assertAlmostEqual(lost / self.PLAYS, ruin, delta=4 * spread)
        self.assertAlmostEqual(length / self.PLAYS, duration, delta=0.3)
        self.assertAlmostEqual(ruin, float(Fraction(8, 35)), places=12)
