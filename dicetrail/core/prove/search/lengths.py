"""Lengths: how long plays take, from their clocks and pauses."""

from __future__ import annotations

from typing import NamedTuple

from ...play.rulebook.game import Game
from ...play.rulebook.program import Program
from ...play.rulebook.seconds import seconds_of
from .reached import Reach


class Seconds(NamedTuple):
    """The seconds of the quickest and of the slowest play (None: no bound, or not known); ``on_clock`` are
    those of the game clock, which stands still in pauses, where these alone have a bound."""

    quickest: float | None
    slowest: float | None
    on_clock: float | None = None


def seconds_of_plays(game: Game, found: Reach) -> Seconds:
    """How long plays take.

    The quickest answers at once; every try of the slowest takes its whole clock. Pauses are those of the
    shortest and the longest hold of any row, or the breather where that is longer.
    """
    whole = game.clocks.game
    if found.shortest is None:
        return Seconds(None, None, whole)
    breather = 0.0 if game.clocks.breather == "player" else game.clocks.breather
    quickest = found.shortest * breather
    if found.idle or found.longest is None or game.clocks.breather == "player":
        return Seconds(quickest, None, whole)
    holds = [row.hold for rows in Program(game).rows.values() for row in rows]
    pause = max([breather, *holds])
    clocks = [seconds_of(game.clocks, question) for question in game.questions]
    bounds: list[float] = []
    if all(clock is not None for clock in clocks):
        tries = (game.tries or 1) if game.clocks.restart_on_again else 1
        longest_clock = max((clock for clock in clocks if clock is not None), default=0)
        bounds.append(found.longest * (longest_clock * tries + pause * (game.tries or 1)))
    if whole is not None:
        bounds.append(whole + found.longest * pause * (game.tries or 1))
    return Seconds(quickest, min(bounds, default=None))
