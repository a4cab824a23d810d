"""What is seen of several players: how each stands, and at the end in which order."""

from __future__ import annotations

from dataclasses import dataclass

from ..run.run import Run
from ..run.seats import ranks
from .meters import MeterView, meters_seen


@dataclass(frozen=True, slots=True)
class SeatView:
    """A player by their number, the first being 1; ``here`` is whose turn it is. ``rank`` is their place
    among all by now; ``right`` of so many ``asked`` were right. What they came to is told at the end: an
    ``award`` and what it says, and what the rules ``tell``."""

    number: int
    name: str
    here: bool
    out: bool
    rank: int
    meters: list[MeterView]
    right: int
    asked: int
    award: str
    award_tell: str
    tell: str


def seats_seen(run: Run) -> list[SeatView]:
    """The players in the order of their turns, and at the end in that of their places; none in a game for
    one."""
    if not run.has_turns:
        return []
    at = run.trail[-1].at if run.trail else 0
    over = run.phase == "over"
    seen = [
        SeatView(
            seat.number,
            seat.name,
            seat is run.seat and not over,
            seat.out is not None,
            rank,
            meters_seen(run, seat),
            int(seat.counts["right"]),
            int(seat.counts["asked"]) - int(seat.counts.get("opinions", 0)),
            seat.outcome.award if seat.outcome else "",
            seat.outcome.award_tell if seat.outcome else "",
            seat.outcome.tell if seat.outcome else "",
        )
        for seat, rank in zip(run.seats, ranks(run, at), strict=True)
    ]
    return sorted(seen, key=lambda one: one.rank) if over else seen
