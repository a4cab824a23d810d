"""Lengths: how long plays take, from their clocks and pauses."""

from __future__ import annotations

from ...play.game import Game
from ...play.program import Program
from ...play.seconds import seconds_of
from .reach import Reach


def seconds_of_plays(game: Game, found: Reach) -> tuple[float | None, float | None]:
    """The seconds of the quickest and of the slowest play (None: no bound, or not known).

    The quickest answers at once; every try of the slowest takes its whole clock. Pauses are those of the
    shortest and the longest hold of any row, or the breather where that is longer.
    """
    if found.shortest is None:
        return None, None
    holds = [row.hold for rows in Program(game).rows.values() for row in rows]
    breather = 0.0 if game.clocks.breather == "player" else game.clocks.breather
    quickest = found.shortest * breather
    clocks = [seconds_of(game, question) for question in game.questions]
    unbounded = found.idle or game.clocks.breather == "player"
    if unbounded or found.longest is None or any(clock is None for clock in clocks):
        return quickest, None
    tries = (game.tries or 1) if game.clocks.restart_on_again else 1
    longest_clock = max((clock for clock in clocks if clock is not None), default=0)
    a_question = longest_clock * tries + max([breather, *holds]) * (game.tries or 1)
    slowest = found.longest * a_question
    if game.clocks.game is not None:
        slowest = min(slowest, game.clocks.game + found.longest * max([breather, *holds]))
    return quickest, slowest
