"""Odds of games with rounds against closed forms: two binomials behind a gate, the negative binomial of a
drill, and a Markov chain on levels (scipy.stats, numpy)."""

from __future__ import annotations

import unittest
from pathlib import Path

import numpy as np
from scipy.stats import binom, nbinom

from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.figures import Figures
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking
from dicetrail.core.rules.compile import read_game
from dicetrail.files import read_game_file

SKILL = 0.6
DEMO = Path(__file__).resolve().parents[2] / "dicetrail" / "demo"
HEAD = "title: G\npacks: [p]\nmeters: {score: {start: 0}}\n"


def questions(number: int, levels: int = 5) -> list[Question]:
    return [
        Question(f"q{one}", "choice", f"Q{one}?", ("a",), ("a", "b"), (0,))._replace(
            level=1 + one % levels, topic=f"t{one % 3}"
        )
        for one in range(number)
    ]


def weighed(text: str, some: list[Question], walker: Walker | None = None) -> Figures:
    game = read_game(HEAD + text, lambda _: some).game
    assert game is not None
    return odds(Program(game), walker or Walker("skill", SKILL))


class Rounds(unittest.TestCase):
    def test_a_gate_of_two_binomials(self) -> None:
        """Three of five, or it is over; then three of four win: scipy.stats.binom."""
        found = weighed(
            "rounds:\n"
            "  - {name: A, deal: {draw: 5}, then: [{if: round_right < 3, go: lost}]}\n"
            "  - {name: B, deal: {draw: 4}, then: [{if: round_right >= 3, go: won}]}\n"
            "consequences: [{moment: right, add: {score: 1}}]\n",
            questions(20),
        )
        passes = binom.sf(2, 5, SKILL)
        self.assertAlmostEqual(found.results["lost"], binom.cdf(2, 5, SKILL), places=12)
        self.assertAlmostEqual(found.results["won"], passes * binom.sf(2, 4, SKILL), places=12)
        self.assertAlmostEqual(found.gates[1, 1], binom.cdf(2, 5, SKILL), places=12)
        for score in range(10):
            wanted = sum(
                binom.pmf(first, 5, SKILL)
                * (binom.pmf(score - first, 4, SKILL) if first > 2 else first == score)
                for first in range(6)
            )
            self.assertAlmostEqual(found.meters["score"].get(score, 0), wanted, places=12)

    def test_a_second_try_at_a_round(self) -> None:
        """Who fails tries once more: both tries have to fail."""
        found = weighed(
            "rounds:\n  - name: A\n    deal: {draw: 5}\n"
            "    then: [{if: round_right < 3, go: A, most: 1}, {if: round_right < 3, go: lost}]\n",
            questions(20),
        )
        self.assertAlmostEqual(found.results["lost"], binom.cdf(2, 5, SKILL) ** 2, places=12)

    def test_a_drill_until_all_sit(self) -> None:
        """What is missed before six are right: scipy.stats.nbinom."""
        found = weighed(
            "deal: {draw: 6}\nconsequences: [{moment: missed, add: {score: 1}, then: later, after: 2}]\n",
            questions(9),
        )
        for missed in range(12):
            self.assertAlmostEqual(found.meters["score"][missed], nbinom.pmf(missed, 6, SKILL), places=9)
        self.assertAlmostEqual(found.asked.spread().mean, 6, places=9)

    def test_a_walk_on_levels(self) -> None:
        """A right answer leads a level up, a wrong one to the first: a Markov chain, its mean by powers of
        its matrix, its share in the long run by its stationary vector (numpy.linalg.eig)."""
        step = np.zeros((5, 5))
        for level in range(5):
            step[level, min(4, level + 1)] += SKILL
            step[level, 0] += 1 - SKILL
        values, vectors = np.linalg.eig(step.T)
        stationary = np.real(vectors[:, np.argmax(np.real(values))])
        means = {}
        for asked in (8, 12):
            found = weighed(
                f"deal: {{draw: {asked}, next: 'abs(level - (1 + min(4, streak)))'}}\n"
                "consequences: [{moment: opened, if: level == 5, add: {score: 1}}]\n",
                questions(5 * asked),
            )
            means[asked] = found.spread_of("score").mean
            wanted = sum(np.linalg.matrix_power(step, number)[0, 4] for number in range(asked))
            self.assertAlmostEqual(means[asked], wanted, places=9)
        self.assertAlmostEqual((means[12] - means[8]) / 4, stationary[4] / sum(stationary), places=9)

    def test_a_choice_is_as_likely_for_each(self) -> None:
        """Of three topics each first with a third; drawn without putting back."""
        found = weighed(
            "deal: {draw: 1, choose: topic}\n"
            'consequences: [{moment: opened, if: topic == "t0", add: {score: 1}}]\n',
            questions(10),
        )
        self.assertAlmostEqual(found.meters["score"][1], 1 / 3, places=12)

    def test_what_ties_is_refused(self) -> None:
        text = "deal: {draw: 3, next: abs(level - 2)}\nconsequences: [{moment: right, add: {score: level}}]\n"
        with self.assertRaisesRegex(Inexact, "level / 10.*Walk it instead"):
            weighed(text, questions(10))
        weighed(text.replace("abs(level - 2)", "abs(level - 2) + level / 10"), questions(10))

    def test_an_empty_round_ends_with_the_question_of_the_round_before(self) -> None:
        """Its gate leads back while the last question was easy: the other one is drawn then."""
        found = weighed(
            "consequences: [{moment: missed, add: {score: 1}}]\n"
            "rounds:\n"
            "  - {name: A, deal: {draw: 1}}\n"
            "  - {name: B, only: level > 3, then: [{if: level == 1, go: A, most: 1}]}\n",
            questions(2),
            Walker("skill", 0.0),
        )
        self.assertAlmostEqual(found.meters["score"][2], 1 / 2)  # the easy one was first
        self.assertAlmostEqual(found.meters["score"][1], 1 / 2)
        before = "rounds: [{name: A, only: level > 5, then: [{if: visit > 0, go: won}]}, {name: B}]\n"
        self.assertAlmostEqual(weighed(before, questions(2)).results["done"], 1)  # nothing was visited yet

    def test_the_count_is_that_of_all_rounds(self) -> None:
        """Two and three questions: five, whichever round it is asked in."""
        text = "consequences: [{moment: round_over, add: {score: count}}]\n"
        text += "rounds: [{name: A, deal: {draw: 2}}, {name: B, deal: {draw: 3}}]\n"
        self.assertEqual(set(weighed(text, questions(9)).meters["score"]), {10})

    def test_a_choice_from_a_deck_that_is_sorted(self) -> None:
        """Of the chosen level the first topic comes first, whatever is drawn."""
        some = [one._replace(level=2, worth=1 + number) for number, one in enumerate(questions(6))]
        text = "deal: {order: by_topic}\nconsequences: [{moment: right, add: {score: worth}}]\n"
        text += "rounds: [{name: A, deal: {draw: 1, choose: level}}]\n"
        found = weighed(text, some, Walker("skill", 1.0))
        self.assertEqual(
            {value: round(share, 9) for value, share in found.meters["score"].items()}, {1: 0.5, 4: 0.5}
        )
        with self.assertRaisesRegex(Inexact, "come as they are filed"):
            weighed(text.replace("by_topic", "filed"), some)

    def test_parts_that_share_questions(self) -> None:
        """Where one may take what the other needs, how many are drawn is left to chance; where it can't, the
        odds are exact: one easy one, then two of the rest."""
        text = "consequences: [{moment: right, add: {score: level}}]\nrounds:\n  - name: A\n"
        text += (
            "    deal: {order: by_part, draw: [{if: level <= 2, draw: 1}, {if: level >= 2, draw: MANY}]}\n"
        )
        with self.assertRaisesRegex(Inexact, "what an earlier part drew"):
            weighed(text.replace("MANY", "2"), questions(3))
        found = weighed(text.replace("MANY", "1"), questions(3), Walker("skill", 1.0))
        shares = {value: round(share, 9) for value, share in found.meters["score"].items()}
        self.assertEqual(shares, {3: 0.25, 4: 0.25, 5: 0.5})

    def test_the_demo_game_is_exact_and_as_it_is_walked(self) -> None:
        game = read_game_file(DEMO / "11-the-long-way-up.yaml").game
        assert game is not None
        walker, plays = Walker("skill", 0.75, 5), 1500
        found = odds(Program(game), walker)
        walking = Walking(Program(game), walker, 5)
        walking.make(plays)
        walked = walking.figures()
        for result in ("won", "lost"):
            share = float(found.results[result])
            error = (share * (1 - share) / plays) ** 0.5
            self.assertAlmostEqual(walked.results[result], share, delta=5 * error)
        for exact, made in ((found.asked, walked.asked), (found.seconds, walked.seconds)):
            spread = exact.spread()
            self.assertAlmostEqual(made.spread().mean, spread.mean, delta=5 * spread.sd / plays**0.5)


if __name__ == "__main__":
    unittest.main()
