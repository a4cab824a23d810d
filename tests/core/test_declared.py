"""Provers fail closed: every part of a compiled game is declared, and one that is not sends the game on."""

from __future__ import annotations

import dataclasses
import unittest
from typing import Any
from unittest.mock import patch

from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.rulebook.game import Consequence, Deal, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove import declared
from dicetrail.core.prove.declared import COUNTED, SHOWN, parts_of, unsaid
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.straight import straight
from dicetrail.core.prove.odds.straight_names import Unsaid
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.search.reach import reach

from .making import questions


@dataclasses.dataclass(frozen=True, slots=True)
class Later(Game):
    """A game as it may be one day, with a setting that no prover has heard of."""

    bonus: int = 0


class Declared(unittest.TestCase):
    GAME = Game(
        "G",
        questions(4),
        deal=Deal(draw=3),
        meters=(Meter("score"),),
        consequences=(Consequence("right", add=(("score", "3"),)),),
    )

    def test_every_part_of_a_game_is_declared_and_is_there(self):
        self.assertEqual(parts_of() - (SHOWN | COUNTED), set(), "say in declared.py which prover says it")
        self.assertEqual((SHOWN | COUNTED) - parts_of(), set())
        self.assertEqual(SHOWN & COUNTED, set())

    def test_what_a_game_does_not_use_stops_nobody(self):
        for prover in ("search", "odds", "straight"):
            self.assertEqual(unsaid(self.GAME, prover), [])
        self.assertEqual(unsaid(self.later(0), "odds"), [])

    def test_a_setting_that_nobody_declared_sends_the_game_to_the_engine(self):
        """A field added where ARCHITECTURE says, and to no prover: no number but the engine's comes out."""
        game = self.later(7)
        self.assertEqual(unsaid(game, "odds"), ["Later.bonus"])
        program, walker = Program(game), Walker("skill", 0.5)
        with self.assertRaisesRegex(Inexact, "do not know Later.bonus yet. Walk it instead"):
            odds(program, walker)
        with self.assertRaisesRegex(Unsaid, "does not know Later.bonus"):
            straight(program, walker, choose(game, 0))
        self.assertFalse(reach(program).complete)
        self.assertTrue(reach(Program(self.later(0))).complete)

    def test_a_part_that_is_taken_from_a_declaration_is_refused(self):
        for prover, part in (
            ("odds", "Deal.draw"),
            ("straight", "Consequence.add"),
            ("search", "Meter.name"),
        ):
            left_out = {**declared._LEFT_OUT, prover: frozenset({part})}
            with patch.object(declared, "_LEFT_OUT", left_out):
                declared._unknown.cache_clear()
                self.assertEqual(unsaid(self.GAME, prover), [part])
            declared._unknown.cache_clear()

    def later(self, bonus: int) -> Any:
        said = {one.name: getattr(self.GAME, one.name) for one in dataclasses.fields(self.GAME)}
        return Later(**said, bonus=bonus)


if __name__ == "__main__":
    unittest.main()
