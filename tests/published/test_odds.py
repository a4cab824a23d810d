"""Exact odds against closed forms and a general-purpose library, and walks against exact odds.

The closed forms: the binomial, negative binomial and hypergeometric distributions (scipy.stats), the
gambler's ruin and its mean length (W. Feller, "An Introduction to Probability Theory and Its Applications",
vol. I, chapter XIV, 2 and 3; from memory), and sums and enumerations written out here.
"""

from __future__ import annotations

import itertools
import json
import unittest
from fractions import Fraction
from math import sqrt
from pathlib import Path
from typing import Any
from unittest import mock

import numpy as np
from scipy import stats

from dicetrail.core.play.rulebook.game import (
    Award,
    Clocks,
    Consequence,
    Deal,
    Ending,
    Game,
    Meter,
)
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds import walking
from dicetrail.core.prove.odds.aims import look
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.figures import Figures, changes
from dicetrail.core.prove.odds.straight_names import Unsaid
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import walk
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.expected import AimPart
from dicetrail.files import read_game_file

from ..core.making import choice, typed

DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
P = Fraction(7, 10)
SKILL = Walker("skill", P)


def game(number: int, *rows: Consequence, **more: object) -> Program:
    questions = more.pop("questions", tuple(choice(n) for n in range(number)))
    more.setdefault("meters", (Meter("score"),))
    return Program(Game("g", questions, consequences=rows, **more))  # type: ignore[arg-type]


ONE = Consequence("right", add=(("score", "1"),))


class Closed(unittest.TestCase):
    def test_points_are_binomial(self):
        found = odds(game(10, ONE), SKILL)
        for right in range(11):
            self.assertAlmostEqual(float(found.meters["score"][right]), stats.binom.pmf(right, 10, 0.7))
        self.assertEqual(sum(found.meters["score"].values()), 1)
        self.assertEqual(found.results["done"], 1)
        self.assertEqual(found.means["right"], 10 * P)

    def test_two_tries_that_pay_differently(self):
        """Each question pays 3 with p, 1 with (1 − p) p, else nothing: the mean and variance of a sum."""
        rows = (
            Consequence("right", "attempt == 1", add=(("score", "3"),)),
            Consequence("right", add=(("score", "1"),)),
        )
        found = odds(game(10, *rows, tries=2), SKILL)
        first, second = P, (1 - P) * P
        mean = 10 * (3 * first + second)
        variance = 10 * (9 * first + second - (3 * first + second) ** 2)
        spread = found.spread_of("score")
        self.assertAlmostEqual(spread.mean, float(mean))
        self.assertAlmostEqual(spread.sd, sqrt(variance))
        self.assertEqual((spread.min, spread.max), (0, 30))

    def test_answers_until_the_fourth_miss_are_negative_binomial(self):
        rows = (ONE, Consequence("missed", add=(("lives", "-1"),)))
        meters = (Meter("score"), Meter("lives", 4))
        endless = Deal(repeats="when_empty")
        found = odds(
            game(5, *rows, meters=meters, endings=(Ending("lives == 0", "lost"),), deal=endless),
            Walker("skill", 0.7),
        )
        for right in range(30):
            self.assertAlmostEqual(found.meters["score"][right], stats.nbinom.pmf(right, 4, 0.3), 9)
        self.assertLess(found.left_over, 1e-8)
        self.assertAlmostEqual(found.asked.spread().mean, 4 / 0.3, 6)

    def test_lives_are_a_sum_over_the_binomial(self):
        """Of ten questions three lives: lost where three or more are missed."""
        rows = (ONE, Consequence("missed", add=(("lives", "-1"),)))
        meters = (Meter("score"), Meter("lives", 3))
        found = odds(game(10, *rows, meters=meters, endings=(Ending("lives == 0", "lost"),)), SKILL)
        self.assertAlmostEqual(float(found.results["lost"]), stats.binom.sf(2, 10, 0.3))

    def test_the_gamblers_ruin(self):
        """Feller's q_z = ((q/p)^a − (q/p)^z) / ((q/p)^a − 1) and the mean length
        D_z = z/(q − p) − a/(q − p) · (1 − (q/p)^z)/(1 − (q/p)^a); for p = 1/2, z(a − z).

        Common practice, no source: start 15, +5 right, −5 wrong, won at 30, lost at 0: z = 3, a = 6."""
        rows = (
            Consequence("right", add=(("score", "5"),)),
            Consequence("missed", add=(("score", "-5"),)),
        )
        ends = (Ending("score >= 30", "won"), Ending("score <= 0", "lost"))
        program = game(5, *rows, meters=(Meter("score", 15),), endings=ends, deal=Deal(repeats="always"))
        z, a = 3, 6
        for p in (0.3, 0.5, 0.62):
            found, ratio = odds(program, Walker("skill", p)), (1 - p) / p
            if p == 0.5:
                ruin, length = 1 - z / a, z * (a - z)
            else:
                ruin = (ratio**a - ratio**z) / (ratio**a - 1)
                length = z / (1 - 2 * p) - a / (1 - 2 * p) * (1 - ratio**z) / (1 - ratio**a)
            self.assertAlmostEqual(found.results["lost"], ruin, 8)
            self.assertAlmostEqual(found.results["won"], 1 - ruin, 8)
            self.assertAlmostEqual(found.asked.spread().mean, length, 6)

    def test_over_at_the_first_wrong_is_geometric(self):
        """Common practice, no source: +10 a right answer, over at the first wrong."""
        rows = (Consequence("right", add=(("score", "10"),)), Consequence("missed", then="lost"))
        found = odds(game(3, *rows, deal=Deal(repeats="always")), Walker("skill", 0.8))
        for right in range(40):
            self.assertAlmostEqual(found.meters["score"][10 * right], 0.8**right * 0.2, 9)

    def test_a_deck_of_two_sorts_is_hypergeometric(self):
        """Four of seven questions drawn, three of them worth 2: how many of those come."""
        questions = tuple(choice(n)._replace(worth=2 if n < 3 else 1) for n in range(7))
        row = Consequence("right", "worth == 2", add=(("score", "1"),))
        found = odds(game(0, row, questions=questions, deal=Deal(draw=4)), Walker("skill", Fraction(1)))
        for number in range(4):
            self.assertAlmostEqual(float(found.meters["score"][number]), stats.hypergeom.pmf(number, 7, 3, 4))

    def test_streaks_by_enumeration(self):
        found = odds(game(6, Consequence("right", "streak >= 2", add=(("score", "1"),))), SKILL)
        wanted: dict[int, Fraction] = {}
        for outcome in itertools.product((True, False), repeat=6):
            points = sum(one and two for one, two in itertools.pairwise(outcome))
            weight = Fraction(1)
            for right in outcome:
                weight *= P if right else 1 - P
            wanted[points] = wanted.get(points, Fraction(0)) + weight
        self.assertEqual(found.meters["score"], wanted)

    def test_a_clock_and_a_pace(self):
        """Sixty seconds, seven seconds a try: eight answers, binomial; the ninth comes too late."""
        found = odds(
            game(5, ONE, deal=Deal(repeats="when_empty"), clocks=Clocks(game=60)), Walker("skill", 0.7, 7)
        )
        for right in range(9):
            self.assertAlmostEqual(found.meters["score"][right], stats.binom.pmf(right, 8, 0.7))
        length = found.seconds.spread()
        self.assertAlmostEqual(length.mean, 60, 12)
        self.assertEqual((length.sd, length.min, length.max), (0, 60, 60))

    def test_late_where_the_pace_is_too_slow(self):
        """Ten seconds, two tries of six: the first counts, the second comes too late."""
        rows = (ONE, Consequence("late", add=(("score", "-1"),)))
        found = odds(game(4, *rows, tries=2, clocks=Clocks(question=10)), Walker("skill", P, 6))
        for right in range(5):
            self.assertAlmostEqual(
                float(found.meters["score"][2 * right - 4]), stats.binom.pmf(right, 4, 0.7)
            )
        self.assertEqual(found.means["late"], 4 * (1 - P))

    def test_who_knows_or_else_guesses(self):
        """Of four options: K + (1 − K)/4, and of the others one in three; typed answers are never guessed."""
        know = Walker("knows", Fraction(1, 2))
        rows = (
            Consequence("right", "attempt == 1", add=(("score", "10"),)),
            Consequence("right", add=(("score", "1"),)),
        )
        found = odds(game(1, *rows, tries=2), know)
        first = Fraction(1, 2) + Fraction(1, 8)
        self.assertEqual(found.meters["score"], {10: first, 1: (1 - first) / 3, 0: (1 - first) * 2 / 3})
        found = odds(game(0, *rows, tries=2, questions=(typed(1),)), know)
        self.assertEqual(found.meters["score"], {10: Fraction(1, 2), 0: Fraction(1, 2)})

    def test_awards_at_the_end(self):
        """Common practice, no source: tiers on the number right of five: 5, 3–4, 1–2, 0."""
        awards = tuple(Award(f"right >= {n}", title) for n, title in ((5, "A"), (3, "B"), (1, "C")))
        found = odds(game(5, ONE, awards=awards), SKILL)
        pmf = [stats.binom.pmf(n, 5, 0.7) for n in range(6)]
        for title, share in (("A", pmf[5]), ("B", pmf[3] + pmf[4]), ("C", pmf[1] + pmf[2]), ("", pmf[0])):
            self.assertAlmostEqual(float(found.awards[title]), share)


class Rounds(unittest.TestCase):
    """Questions of several sorts that come round again, shuffled anew, against every order there is."""

    WORTHS = (1, 2, 4)
    ORDER = (Consequence("right", set=(("score", "10 * score + worth"),)),)
    """Writes down which question came when, as the digits of the score."""

    def orders(self, draw: int) -> dict[int, Fraction]:
        """The digits of plays, by going through the shuffles of both rounds; the first two of a round change
        places where the first is the last of the round before."""
        found: dict[int, Fraction] = {}
        rounds = list(itertools.permutations(self.WORTHS))
        for one, two in itertools.product(rounds, repeat=2):
            then = (two[1], two[0], *two[2:]) if two[0] == one[-1] else two
            digits = int("".join(map(str, (*one, *then)[:draw])))
            found[digits] = found.get(digits, Fraction(0)) + Fraction(1, len(rounds) ** 2)
        return found

    def program(self, **deal: object) -> Program:
        worths = tuple(choice(n)._replace(worth=worth) for n, worth in enumerate(self.WORTHS))
        return game(0, *self.ORDER, questions=worths, deal=Deal(**deal))  # type: ignore[arg-type]

    def test_the_seam_between_two_rounds(self):
        for draw in range(1, 7):
            found = odds(self.program(draw=draw, repeats="when_empty"), Walker("skill", Fraction(1)))
            self.assertEqual(found.meters["score"], self.orders(draw), draw)

    def test_a_round_that_is_never_left_is_one_without_repeats(self):
        for order in ("shuffled", "easiest_first", "filed"):
            one, other = (
                odds(self.program(draw=3, repeats=repeats, order=order), SKILL)
                for repeats in ("when_empty", "never")
            )
            self.assertEqual(one.meters, other.meters)

    def test_as_filed_they_come_in_turn(self):
        found = odds(self.program(draw=5, repeats="when_empty", order="filed"), Walker("skill", Fraction(1)))
        self.assertEqual(found.meters["score"], {12412: 1})

    def test_a_dash_of_questions_of_three_worths_against_walks(self):
        questions = tuple(choice(n)._replace(worth=1 + n % 3) for n in range(7))
        program = game(
            0,
            Consequence("right", add=(("score", "worth"),)),
            questions=questions,
            deal=Deal(repeats="when_empty"),
            clocks=Clocks(game=60),
        )
        walker = Walker("skill", 0.6, 3)
        exact, walked = odds(program, walker), walk(program, walker, 4000, 5)
        self.assertEqual(exact.left_over, 0)
        for score, share in exact.meters["score"].items():
            error = sqrt(max(share * (1 - share), 2 / 4000) / 4000)
            self.assertLess(abs(share - walked.meters["score"].get(score, 0)), 5 * error, score)


class Walks(unittest.TestCase):
    def close(self, share: float, walked: float, plays: int) -> None:
        """A share of so many plays within five standard errors of what it is."""
        self.assertLess(abs(share - walked), 5 * sqrt(max(share * (1 - share), 2 / plays) / plays))

    def near(self, exact: Figures, walked: Figures, plays: int) -> None:
        """Every share within five standard errors of what it is exactly."""
        for one, other in [
            (exact.results, walked.results),
            (exact.awards, walked.awards),
            *((exact.meters[name], walked.meters[name]) for name in exact.meters),
        ]:
            for key in {*one, *other}:
                self.close(float(one.get(key, 0)), other.get(key, 0), plays)
        for name in ("asked", "seconds"):
            one, other = getattr(exact, name).spread(), getattr(walked, name).spread()
            self.assertLess(abs(one.mean - other.mean), 5 * one.sd / sqrt(plays) + 1e-6, name)
            self.assertLessEqual((one.min, -one.max), (other.min + 1e-9, -other.max + 1e-9))
        for name in ("right", "wrong", "missed", "late"):
            spread = walked.counts[name].spread()
            mean = float(exact.means.get(name, 0))
            error = max(spread.sd, sqrt(mean)) / sqrt(plays)
            self.assertLess(abs(mean - spread.mean), 5 * error + 1e-6, name)

    def test_twenty_thousand_plays_are_as_closed_forms_say(self):
        """Scores against scipy's distributions; lives against a sum over the binomial."""
        plays, walker = 20_000, Walker("skill", 0.7)
        missed = Consequence("missed", add=(("lives", "-1"),))
        out, again = (Ending("lives == 0", "lost"),), Deal(repeats="when_empty")
        worths = tuple(choice(n)._replace(worth=2 if n < 3 else 1) for n in range(7))
        twos = Consequence("right", "worth == 2", add=(("score", "1"),))
        binomial, negative = stats.binom(10, 0.7), stats.nbinom(4, 0.3)
        clocked = game(5, ONE, deal=again, clocks=Clocks(game=60))
        four_lives = (Meter("score"), Meter("lives", 4))
        cases: list[tuple[Program, Walker, Any]] = [
            (game(10, ONE), walker, binomial),
            (game(5, ONE, missed, meters=four_lives, endings=out, deal=again), walker, negative),
            (game(5, ONE, Consequence("missed", then="lost"), deal=again), walker, stats.nbinom(1, 0.3)),
            (
                game(0, twos, questions=worths, deal=Deal(draw=4)),
                Walker("skill", 1.0),
                stats.hypergeom(7, 3, 4),
            ),
            (clocked, Walker("skill", 0.7, 7), stats.binom(8, 0.7)),
        ]
        for program, who, wanted in cases:
            walked = walk(program, who, plays, 3)
            for score in range(40):
                share = float(wanted.pmf(score))
                with self.subTest(f"{wanted.dist.name} {wanted.args} {score}"):
                    self.close(share, walked.meters["score"].get(score, 0), plays)
        three_lives = (Meter("score"), Meter("lives", 3))
        lives = walk(game(10, ONE, missed, meters=three_lives, endings=out), walker, plays, 3)
        self.close(float(stats.binom.sf(2, 10, 0.3)), lives.results["lost"], plays)

    def test_twenty_thousand_plays_of_the_pulled_score(self):
        rows = (
            Consequence("right", add=(("score", "5"),)),
            Consequence("missed", add=(("score", "-5"),)),
        )
        ends = (Ending("score >= 30", "won"), Ending("score <= 0", "lost"))
        program = game(5, *rows, meters=(Meter("score", 15),), endings=ends, deal=Deal(repeats="always"))
        walker = Walker("skill", 0.55)
        self.near(odds(program, walker), walk(program, walker, 20_000, 3), 20_000)

    def test_the_demo_games(self):
        by_engine = mock.patch.object(walking, "straight", side_effect=Unsaid("the engine is to walk"))
        plays, exact = 600, 0
        for path in sorted(DEMO.glob("*.yaml")):
            reading = read_game_file(path)
            assert reading.game is not None
            program = Program(reading.game)
            for walker in (Walker("skill", 0.7), Walker("skill", 0.5, 5.0), Walker("knows", 0.4)):
                try:
                    found = odds(program, walker)
                except Inexact as error:
                    self.assertIn("Walk it instead.", str(error))
                    continue
                exact += 1
                with self.subTest(f"{path.name} {walker}"):
                    self.near(found, walk(program, walker, plays, 9), plays)
                    if not walker.pace and walker.how == "skill":
                        with by_engine:
                            self.near(found, walk(program, walker, 200, 10), 200)
        self.assertGreaterEqual(exact, 24)

    def test_the_same_dice_give_the_same_walk(self):
        program = game(5, ONE, tries=2)
        one, two, other = (walk(program, Walker("skill", 0.6), 50, dice) for dice in (7, 7, 8))
        self.assertEqual(one.as_dict(1), two.as_dict(1))
        self.assertNotEqual(one.as_dict(1), other.as_dict(1))


class Refusals(unittest.TestCase):
    def test_what_can_not_be_exact_says_why(self):
        cases = [
            (
                game(5, deal=Deal(repeats="always"), clocks=Clocks(question=2)),
                Walker("knows", 0.5, 3),
                "still go on",
            ),
            (game(5, deal=Deal(repeats="always"), clocks=Clocks(game=60)), SKILL, "come to its end"),
            (
                game(
                    0,
                    Consequence("right", condition="worth > 3", add=(("score", "worth"),)),
                    questions=tuple(choice(n)._replace(worth=1 + n) for n in range(16)),
                ),
                Walker("skill", 0.5),
                "differ",
            ),
        ]
        for program, walker, said in cases:
            with self.assertRaises(Inexact) as raised:
                odds(program, walker)
            self.assertIn(said, str(raised.exception))


RULES = """\
title: T
packs: [p.tsv]
meters: {score: {start: 0}, lives: {start: 3}}
consequences:
  - {moment: right, add: {score: 1}}
  - {moment: missed, add: {lives: -1}}
endings: [{if: lives == 0, result: lost}]
awards: [{if: percent == 100, title: Summit}]
aims:
  - {name: most are not lost, skill: 0.7, expect: done >= 0.35}
  - {name: too high, skill: 0.7, expect: done > 0.4}
  - {name: hardly any, knows: 0, expect: 'share("Summit") < 0.001'}
  - {name: points, skill: 1, expect: score == 10}
  - {name: mean, skill: 0.7, expect: 5 < right < 8}
  - {name: walked, skill: 0.7, expect: best_streak > 3}
  - {name: nonsense, skill: 0.7, expect: summits > 3}
"""


class Aims(unittest.TestCase):
    def test_they_are_looked_at_exactly_where_that_can_be(self):
        """Of ten questions not lost with 0.7: at most two missed, by scipy's binomial 0.3828."""
        reading = read_game(RULES, lambda _: [choice(n) for n in range(10)])
        self.assertEqual([snag.message for snag in reading.snags if snag.severity == "stop"], [])
        assert reading.game is not None and reading.document is not None
        looked = {one.name: one for one in look(Program(reading.game), reading.document.aims)}
        held = {name: (one.holds, one.exact) for name, one in looked.items()}
        self.assertEqual(
            held,
            {
                "most are not lost": (True, True),
                "too high": (False, True),
                "hardly any": (True, True),
                "points": (True, True),
                "mean": (True, True),
                "walked": (held["walked"][0], False),
                "nonsense": (False, False),
            },
        )
        self.assertAlmostEqual(looked["too high"].value, stats.binom.cdf(2, 10, 0.3))
        self.assertAlmostEqual(looked["hardly any"].value, 0.25**10)
        walked = looked["walked"]
        self.assertLess(walked.low, walked.value)
        self.assertIn("summits", looked["nonsense"].problem)

    def test_an_aim_that_can_only_be_walked_holds_where_its_whole_interval_does(self):
        rows = (Consequence("right", add=(("score", "1 + worth * 0"),)),)  # of thirty sorts of questions
        some = tuple(choice(n)._replace(worth=1 + n) for n in range(30))
        program = game(0, *rows, questions=some, deal=Deal(draw=5, repeats="when_empty"))
        aims = [
            AimPart(name=f"{bound}", skill=0.7, pace=2, expect=f"score > {bound}") for bound in (3, 3.5, 4)
        ]
        sure, unsure, not_so = look(program, aims, waiting=True)
        self.assertEqual((sure.holds, not_so.holds), (True, False))
        self.assertFalse(unsure.exact)
        self.assertEqual(unsure.holds, unsure.low > 3.5)


class Changes(unittest.TestCase):
    def test_what_a_change_did(self):
        before = odds(game(4, ONE), SKILL).as_dict(1)
        after = odds(game(4, Consequence("right", add=(("score", "2"),))), SKILL).as_dict(1)
        self.assertEqual(changes(before, before), [])
        (one,) = changes(before, after)
        self.assertEqual(one["what"], "score")
        self.assertAlmostEqual(one["after"], 2 * one["before"])
        json.dumps(after)


class Curves(unittest.TestCase):
    def test_a_grid_of_skills_at_once_is_each_of_them(self):
        rows = (ONE, Consequence("missed", add=(("lives", "-1"),)))
        meters = (Meter("score"), Meter("lives", 3))
        program = game(8, *rows, meters=meters, endings=(Ending("lives == 0", "lost"),), tries=2)
        grid = np.linspace(0, 1, 11)
        curve = odds(program, Walker("skill", grid))
        for place, skill in enumerate(grid):
            alone = odds(program, Walker("skill", float(skill)))
            for result, share in alone.results.items():
                whole = curve.results[result]
                self.assertAlmostEqual(whole[place] if hasattr(whole, "shape") else whole, share, 9)


if __name__ == "__main__":
    unittest.main()
