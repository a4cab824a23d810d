"""What a process of its own does for others: walks real plays again under the rules it was given once."""

from __future__ import annotations

import gc
from collections.abc import Sequence

from ...play.game import Game
from ...play.program import Program
from .record import PlayRecord
from .what_if import Meant, Outcomes, outcomes_of

_given: list[Program] = []


def begin(game: Game) -> None:
    """Begin a process that does nothing else: plays make no cycles that would have to be looked for."""
    gc.disable()
    open_game(game)


def open_game(game: Game) -> None:
    """Take the game whose rules hold from now on in this process."""
    _given[:] = [Program(game)]


def walk_some(plays: Sequence[tuple[Meant, PlayRecord]]) -> Outcomes:
    """What some plays would come to."""
    return outcomes_of(_given[0], plays)
