"""Chance in rows, and opinions, against closed forms: a die's mean and variance, the sum of two dice, a find
that may come at each right answer (scipy.stats: randint, geom, binom), and the shares of opinions
(scipy.stats.multinomial). The values of the sum of two dice are those of any textbook of probability, such as
Feller, An Introduction to Probability Theory, vol. I, II.5 (from memory)."""

from __future__ import annotations

import unittest
from fractions import Fraction

import numpy as np
from scipy.stats import binom, geom, multinomial, randint

from dicetrail.core.play.questions.carried import Carried
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds.exact import odds
from dicetrail.core.prove.odds.figures import Figures
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.rules.compile import read_game

SKILL = 0.7
HEAD = "title: G\npacks: [p]\nmeters: {score: {start: 0}, fox: {start: 0}, owl: {start: 0}}\n"


def weighed(text: str, some: list[Question], walker: Walker | None = None) -> Figures:
    game = read_game(HEAD + text, lambda _: some).game
    assert game is not None
    return odds(Program(game), walker or Walker("skill", SKILL))


def questions(number: int) -> list[Question]:
    return [Question(f"q{n}", "choice", f"Q{n}?", ("a",), ("a", "b"), (0,)) for n in range(number)]


def opinions(number: int) -> list[Question]:
    """Three options each: one for the fox, two for the owl."""
    carries = (Carried(0, adds=(("fox", 1),)), Carried(1, adds=(("owl", 1),)), Carried(2, adds=(("owl", 1),)))
    return [
        Question(f"o{n}", "opinion", f"O{n}?", (), ("x", "y", "z"), carries=carries) for n in range(number)
    ]


class Dice(unittest.TestCase):
    def test_mean_and_variance_of_a_die(self) -> None:
        """(n + 1) / 2 and (n² − 1) / 12: scipy.stats.randint."""
        for sides in (2, 6, 20):
            found = weighed(
                f"consequences: [{{moment: begun, add: {{score: roll({sides})}}}}]\n", questions(1)
            )
            spread = found.spread_of("score")
            self.assertAlmostEqual(spread.mean, randint.mean(1, sides + 1), places=12)
            self.assertAlmostEqual(spread.sd**2, randint.var(1, sides + 1), places=9)

    def test_the_sum_of_two_dice(self) -> None:
        """6 − |7 − s| of 36, as fractions."""
        text = "consequences: [{moment: begun, add: {score: roll(6) + roll(6)}}]\n"
        found = weighed(text, questions(1), Walker("skill", Fraction(1, 2)))
        wanted = {total: Fraction(6 - abs(7 - total), 36) for total in range(2, 13)}
        self.assertEqual(found.meters["score"], wanted)

    def test_a_named_roll_is_one_roll(self) -> None:
        """Twice a die has four times its variance, and no odd sums."""
        text = "names: {die: roll(6)}\nconsequences: [{moment: begun, add: {score: die + die}}]\n"
        found = weighed(text, questions(1))
        self.assertEqual(set(found.meters["score"]), {2, 4, 6, 8, 10, 12})
        self.assertAlmostEqual(found.spread_of("score").sd ** 2, 4 * randint.var(1, 7), places=9)

    def test_a_geometric_find(self) -> None:
        """The play is won at the first right answer that finds something: scipy.stats.geom."""
        chance = SKILL / 8
        text = "consequences: [{moment: right, if: roll(8) == 1, then: won}]\n"
        for number in (1, 5, 20):
            found = weighed(text, questions(number))
            self.assertAlmostEqual(found.results["won"], geom.cdf(number, chance), places=12)

    def test_lucky_rows_are_binomial(self) -> None:
        """Of ten right answers each one pays extra one time in four: scipy.stats.binom."""
        text = "consequences: [{moment: right, if: roll(4) == 1, add: {score: 1}}]\n"
        found = weighed(text, questions(10))
        for score in range(11):
            self.assertAlmostEqual(
                found.meters["score"].get(score, 0), binom.pmf(score, 10, SKILL / 4), places=12
            )

    def test_one_of_some_values(self) -> None:
        text = 'consequences: [{moment: begun, add: {score: "one_of(2, 5, 10, 10)"}}]\n'
        found = weighed(text, questions(1))
        self.assertAlmostEqual(found.spread_of("score").mean, float(np.mean([2, 5, 10, 10])), places=12)


class Opinions(unittest.TestCase):
    def test_each_option_is_as_likely(self) -> None:
        """Seven opinions, one option of three for the fox: scipy.stats.multinomial."""
        text = "awards: [{if: fox > owl, title: Fox}, {if: 'True', title: Owl}]\n"
        found = weighed(text, opinions(7), Walker("knows", 0.4))
        for fox in range(8):
            wanted = multinomial.pmf([fox, 7 - fox], 7, [1 / 3, 2 / 3])
            self.assertAlmostEqual(found.meters["fox"].get(fox, 0), wanted, places=12)
            self.assertAlmostEqual(found.meters["owl"].get(7 - fox, 0), wanted, places=12)
        foxes = sum(multinomial.pmf([fox, 7 - fox], 7, [1 / 3, 2 / 3]) for fox in range(4, 8))
        self.assertAlmostEqual(found.awards["Fox"], foxes, places=12)


if __name__ == "__main__":
    unittest.main()
