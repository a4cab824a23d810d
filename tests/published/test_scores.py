"""The scores of plays by chance, against the distributions they follow (scipy.stats).

A player who is right at each try with probability p, the tries independent of each other: the number right of
n is binomial, the run before the first mistake geometric, and the number right before the k-th mistake
negative binomial (W. Feller, "An Introduction to Probability Theory and Its Applications", vol. I, VI.2 and
VI.8). The chi-square test's level is 0.001, and the dice are fixed.
"""

from __future__ import annotations

import unittest
from collections import Counter
from collections.abc import Callable

from scipy import stats

from dicetrail.core.play.dice import Stream
from dicetrail.core.play.rulebook.game import Choices, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.run import Run
from tests.core.making import choice

PLAYS = 1500
LEVEL = 0.001
FEWEST = 5
"""Plays that a class of the chi-square test should expect at least."""


def score_by_chance(program: Program, skill: float, dice: int) -> float:
    """The score of one play."""
    chance = Stream(dice, "tries")
    run = Run(program, Choices(dice))
    run.begin()
    while run.phase != "over":
        if run.phase == "asking":
            right = chance.below(10**6) < skill * 10**6
            run.do(Move("right" if right else "wrong"), run.input_from or 0)
        else:
            run.tick(run.due() or 0)
    return run.meters["score"]


class Scores(unittest.TestCase):
    def held(self, game: Game, skill: float, chance: Callable[[int], float], most: int) -> None:
        """Hold the scores of many plays against the chance of each, the last taking all above it."""
        program = Program(game)
        seen = Counter(int(score_by_chance(program, skill, dice)) for dice in range(PLAYS))
        self.assertLessEqual(max(seen), most)
        shares = [chance(score) for score in range(most)]
        shares.append(1 - sum(shares))
        observed, expected, rest = [], [], [0.0, 0.0]
        for score, share in enumerate(shares):
            rest = [rest[0] + seen[score], rest[1] + share * PLAYS]
            if rest[1] >= FEWEST:
                observed.append(rest[0])
                expected.append(rest[1])
                rest = [0.0, 0.0]
        observed[-1] += rest[0]
        expected[-1] += rest[1]
        self.assertGreater(len(observed), 3)
        self.assertGreater(stats.chisquare(observed, expected).pvalue, LEVEL)

    def test_right_of_n_is_binomial(self):
        game = Game(
            "g",
            tuple(choice(n) for n in range(9)),
            meters=(Meter("score"),),
            consequences=(Consequence("right", add=(("score", "1"),)),),
        )
        self.held(game, 0.6, lambda score: stats.binom.pmf(score, 9, 0.6), 9)

    def test_a_run_before_the_first_mistake_is_geometric(self):
        game = Game(
            "g",
            tuple(choice(n) for n in range(25)),
            meters=(Meter("score"),),
            consequences=(
                Consequence("right", add=(("score", "1"),)),
                Consequence("missed", then="lost"),
            ),
        )
        # scipy counts the trials up to the first success; here a mistake is one, and is not counted
        self.held(game, 0.7, lambda score: stats.geom.pmf(score + 1, 0.3), 25)

    def test_right_before_the_third_life_goes_is_negative_binomial(self):
        game = Game(
            "g",
            tuple(choice(n) for n in range(8)),
            deal=Deal(repeats="when_empty"),
            meters=(Meter("score"), Meter("lives", 3)),
            consequences=(
                Consequence("right", add=(("score", "1"),)),
                Consequence("missed", add=(("lives", "-1"),)),
            ),
            endings=(Ending("lives == 0", "lost"),),
        )
        self.held(game, 0.6, lambda score: stats.nbinom.pmf(score, 3, 0.4), 60)
