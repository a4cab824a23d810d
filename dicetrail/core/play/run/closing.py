"""A run that ends: what every player came to, in which order they stand, and what the play came to."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, NamedTuple

from ..rulebook.quantities import of_round, totals
from ..rulebook.rows import Meters
from .instant import Instant
from .played import End, Lap, Outcome, Seat
from .position import Position
from .scene import Scene
from .seats import ranks
from .sequence import Closed, close, time_is_up


class _Closing(NamedTuple):
    """What the end is for one player: the meters before it, what is said, what came of it, and what was
    settled at it."""

    seat: Seat
    before: Meters
    tell: str
    closed: Closed
    instant: Instant


class Closing(Position):
    """One play, and how it ends."""

    def _close_lap(self) -> None:
        """What the round came to for each player, once it is over."""
        if self.round.number and self.decks.leave():
            for seat in self.seats:
                seat.laps.append(Lap(self.round.number, of_round(seat.counts)))

    def _finish(self, end: End, at: int, *, move: str | None = None, **details: Any) -> None:
        """The end: what the rules say at ``over``, which may turn a ``done`` into another result, then the
        award; for each player in their order. Who came first then stands for the play."""
        self._close_lap()
        closings = [self._close(seat, end, at) for seat in self.seats]
        if self.has_turns:
            for seat, rank in zip(self.seats, ranks(self, at), strict=True):
                seat.rank = rank
        if end.ending:
            details["ending"] = end.ending
        for one in closings:
            self._tell_end(one, end, at, move, **details)
            move = None
        first = min(self.seats, key=lambda seat: seat.rank)
        self.seat, self.outcome = first, first.outcome
        if self.has_turns and first.outcome is not None:
            result = end.result if first.out is not None else first.outcome.result
            told = " ".join(filter(None, (end.tell, first.outcome.tell)))
            self.outcome = replace(first.outcome, result=result, tell=told)
        self.phase = "over"

    def _close(self, seat: Seat, end: End, at: int) -> _Closing:
        """The end for one player, before all are ranked."""
        self.seat = seat
        self._settle("over", str(seat.number) if self.has_turns else "")
        before, scene = self.meters, Scene(self, at)
        [closed] = close(scene, seat.out.result if seat.out is not None else end.result)
        return _Closing(seat, before, scene.tell, closed, self.instant)

    def _tell_end(self, one: _Closing, end: End, at: int, move: str | None, **details: Any) -> None:
        """What one player came to goes into the trail."""
        self.seat, self.instant, closed = one.seat, one.instant, one.closed
        place = self.rulings.award(at) if self.has_turns else closed.award
        award, award_tell = self.rulings.said_of(place, at)
        tell = one.tell if self.has_turns else " ".join(filter(None, (end.tell, one.tell)))
        cue = closed.row.source.cue if closed.row else ""
        by = end.by if closed.result == end.result else ""
        one.seat.outcome = Outcome(closed.result, tell, award, award_tell, cue, by)
        self.outcome = one.seat.outcome
        if self.round.number:
            details["rounds"] = [lap.as_dict() for lap in one.seat.laps]
        if self.has_turns:
            details["rank"] = one.seat.rank
        self._recorder.tell_mistakes(self, one.before)  # nothing comes after the last step
        self._recorder.record(
            self,
            at,
            move=move,
            moment="over",
            row=closed.row,
            before=one.before,
            tell=tell,
            next_="over",
            **details,
            result=closed.result,
            award=award or None,
            counts=totals(self.counts),
        )

    def _game_clock_ran_out(self, at: int, *, move: str | None = None) -> None:
        self._stop_clocks(at)
        self._settle("time")
        [end] = time_is_up(Scene(self, at))
        if end.out:
            self.seat.out, end = end, End("done", by="time")
        self._finish(end, at, move=move, clock="game")
