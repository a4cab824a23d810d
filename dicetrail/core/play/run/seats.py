"""Seats: the players of a run, whose turn it is, who is still in, and how they stand among each other."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Protocol

from ..language.expressions import ExpressionError, Names
from ..rulebook.game import Number, Result
from ..rulebook.players import Players
from ..rulebook.program import Program
from ..rulebook.rows import number
from .played import Seat

ORDER: tuple[Result, ...] = ("won", "done", "lost", "stopped")
"""Results, the best first."""


class Ranked(Protocol):
    """What is asked of a run."""

    program: Program
    seats: tuple[Seat, ...]

    def names(self, at: int, seat: Seat | None = None) -> Names: ...


def still_in(seats: Sequence[Seat]) -> list[Seat]:
    """Those who are not out."""
    return [seat for seat in seats if seat.out is None]


def following(seats: Sequence[Seat], here: Seat) -> Seat:
    """Who is still in and comes next after one; that one where nobody else is."""
    after = [*seats[here.number :], *seats[: here.number]]
    return next((seat for seat in after if seat.out is None), here)


def passes(players: Players, here: Seat) -> bool:
    """Whether the turn passes before the next question of a round."""
    if here.out is not None:
        return True
    if here.turn is None or players.turn == "round":
        return False
    return players.turn == "question" or here.turn.outcome != "right"


def count_others(seats: Sequence[Seat], here: Seat) -> None:
    """Let every seat know how many questions the others were asked, as the one whose turn it is knows."""
    for name in ("others_asked", "round_others_asked"):
        if name in here.counts:
            own = name.replace("others_", "")
            in_all = here.counts[name] + here.counts[own]
            for seat in seats:
                seat.counts[name] = in_all - seat.counts[own]


def ranks(run: Ranked, at: int) -> list[int]:
    """The place of each player, 1 for the first: one more than there are ahead of them. Those who were put
    out as lost come after all others."""
    stands = [_stand(run, seat, at) for seat in run.seats]
    return [1 + sum(other > own for other in stands) for own in stands]


def _stand(run: Ranked, seat: Seat, at: int) -> tuple[bool, Number]:
    """Where one stands; who has more stands ahead. What has no value counts as nothing."""
    lost = seat.out is not None and seat.out.result == "lost"
    try:
        return not lost, number(run.program.ranked_by, run.names(at, seat))
    except ExpressionError:
        return not lost, 0


def together(results: Sequence[Result]) -> Result:
    """The result of a play of which all are out: the best that anybody came to."""
    return min(results, key=ORDER.index)
