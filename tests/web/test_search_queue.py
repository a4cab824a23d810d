"""Searches one after another: what goes wrong with one is no matter of the next."""

from __future__ import annotations

import logging
import unittest

from dicetrail.core.play.rulebook.game import Game
from dicetrail.web.search_queue import Searches
from tests.core.making import choice, questions


class Queue(unittest.TestCase):
    def test_what_can_not_be_kept_ends_no_thread(self):
        kept: list[object] = []

        def keep(_game: int, key: object, _found: object) -> None:
            if key == "first":
                raise OSError("the disk is full")
            kept.append(key)

        searches = Searches(keep)
        self.addCleanup(searches.close)
        with self.assertLogs("dicetrail.web.search_queue", logging.ERROR) as logged:
            first = searches.begin(1, "first", Game("", questions(2)))
            self.assertTrue(first.result(60).complete)
            second = searches.begin(2, "second", Game("", (choice(1),)))
            self.assertTrue(second.result(60).complete)
            searches.close()
        self.assertIn("could not be kept", logged.output[0])
        self.assertEqual(kept, ["second"])


if __name__ == "__main__":
    unittest.main()
