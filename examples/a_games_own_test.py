"""A game tested by its maker, beside its own waymarks: `python -m unittest a_games_own_test.py`."""

from __future__ import annotations

import unittest
from pathlib import Path

import dicetrail

GAME = Path(__file__).parents[1] / "dicetrail" / "demo" / "5-the-narrow-ridge.yaml"


class TheNarrowRidge(unittest.TestCase):
    def setUp(self) -> None:
        self.game = dicetrail.load(GAME)

    def test_the_first_slip_is_the_last(self) -> None:
        play = self.game.play(dice=7)
        for _ in range(3):
            play.right()
        self.assertEqual(play.counts["right"], 3)
        self.assertEqual(play.wrong().result, "lost")

    def test_nothing_is_wrong_with_it(self) -> None:
        self.assertEqual(self.game.snags(), [])
        self.assertTrue(self.game.prove().holds)

    def test_a_better_player_comes_farther(self) -> None:
        good, fair = (self.game.odds(skill=skill).asked.mean for skill in (0.9, 0.6))
        self.assertGreater(good, fair)


if __name__ == "__main__":
    unittest.main()
