"""A wrong answer tells nothing of its parts while tries are left, unless a row says so."""

from __future__ import annotations

import unittest
from dataclasses import replace

from dicetrail.core.play.rulebook.game import Consequence, Game
from dicetrail.core.play.seen.view import view
from dicetrail.core.rules.compile import read_game

from .making import choice, ordered, several, walk


class Parts(unittest.TestCase):
    def marks(self, game: Game, *moves: str) -> list[str]:
        run = walk(game, *moves)
        shown = view(run, 0).question
        assert shown is not None
        return [option.mark for option in shown.options]

    def test_nothing_is_marked_while_tries_are_left(self):
        for question in (several(0, (0, 2)), ordered(0, 4)):
            game = Game("g", (question,), tries=3, consequences=(Consequence("wrong", hold=9),))
            self.assertEqual(set(self.marks(game, "answer A B C D")), {""}, question.kind)
            told = replace(game, consequences=(Consequence("wrong", parts=True, hold=9),))
            self.assertIn("wrong", self.marks(told, "answer A B C D"), question.kind)
            shown = replace(game, consequences=(Consequence("wrong", reveal=True, hold=9),))
            self.assertNotEqual(set(self.marks(shown, "wrong")), {""}, question.kind)
        missed = Consequence("missed", hold=9)
        alone = Game("g", (several(0, (0, 2)), choice(1)), tries=1, consequences=(missed,))
        self.assertEqual(set(self.marks(alone, "answer A B")), {""})

    def test_one_option_is_still_marked(self):
        game = Game("g", (choice(0),), tries=3, consequences=(Consequence("wrong", hold=9),))
        self.assertIn("wrong", self.marks(game, "wrong"))

    def test_its_snag(self):
        text = "title: T\npacks: [p]\ntries: 2\nconsequences: [{moment: wrong, reveal: parts}]\n"
        for question, told in ((several(0), True), (choice(0), False)):
            reading = read_game(text, lambda _, one=question: [one])
            assert reading.game is not None
            self.assertTrue(reading.game.consequences[0].parts)
            self.assertFalse(reading.game.consequences[0].reveal)
            self.assertEqual("gives-away" in [snag.code for snag in reading.snags], told)


if __name__ == "__main__":
    unittest.main()
