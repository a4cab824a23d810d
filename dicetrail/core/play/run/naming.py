"""Naming: what the names of expressions and texts stand for in a run."""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol, cast

from ..kinds import kind_of, shown_answer
from ..language.calls import CHANCE, OVER_ALL
from ..language.expressions import Names, Value
from ..questions.question import LABELS
from ..rulebook.clocks import Clock
from ..rulebook.program import Program
from ..rulebook.quantities import MADE, made, of_topic
from .instant import Instant
from .played import Seat, Turn
from .seats import ranks


class Knowing(Protocol):
    """What is asked of a run."""

    program: Program
    seat: Seat
    seats: tuple[Seat, ...]
    instant: Instant
    question_clock: Clock
    game_clock: Clock

    def names(self, at: int, seat: Seat | None = None) -> Names:
        """What expressions know at a time, of the player whose turn it is or of another one."""


class NamesOfRun(dict[str, Value]):
    """The names of a run at a time (milliseconds), as they are for one of its players, each worked out when
    it is first asked for."""

    __slots__ = ("_at", "_run", "_seat")

    def __init__(self, run: Knowing, at: int, seat: Seat) -> None:
        self._run, self._at, self._seat = run, at, seat

    def __missing__(self, name: str) -> Value:
        run, seat = self._run, self._seat
        if name in seat.meters:
            value: Value = seat.meters[name]
        elif name in _SAID:
            value = _SAID[name](seat.turn) if seat.turn else ""
        elif name in seat.known:
            value = seat.known[name]
        elif name in seat.counts:
            value = seat.counts[name]
        elif name in _AT:
            value = _AT[name](run, self._at)
        elif name in MADE:
            value = made(name, seat.counts)
        elif name in run.program.named:
            value = self._named(name)
        elif name in run.program.by_topic:
            function, topic = run.program.by_topic[name]
            value = of_topic(function, seat.by_topic.get(topic, {}))
        elif name in run.program.over_all:
            value = self._over_all(*run.program.over_all[name])
        elif name == "rank":
            value = ranks(run, self._at)[seat.number - 1]
        elif name == CHANCE:
            value = cast(Value, run.instant.roll)
        else:
            raise KeyError(name)
        self[name] = value
        return value

    def _named(self, name: str) -> Value:
        """A named expression, which is worked out once at a step for the player whose turn it is."""
        if self._seat is not self._run.seat:
            return self._run.program.named[name](self)
        settled = self._run.instant.named
        if name not in settled:
            settled[name] = self._run.program.named[name](self)
        return settled[name]

    def _over_all(self, how: str, of: str) -> Value:
        """What is held against all players."""
        run = self._run
        return OVER_ALL[how][1](run.names(self._at, seat)[of] for seat in run.seats)


_AT: dict[str, Callable[[Knowing, int], Value]] = {
    "time_left": lambda run, at: (run.question_clock.left_at(at) or 0) / 1000,
    "time_used": lambda run, at: run.question_clock.used_at(at) / 1000,
    "game_left": lambda run, at: (run.game_clock.left_at(at) or 0) / 1000,
}
_SAID: dict[str, Callable[[Turn], str]] = {
    "answer": lambda turn: shown_answer(turn.card.question),
    "letter": lambda turn: " ".join(LABELS[place] for place in turn.card.rights),
    "given": lambda turn: turn.shown.strip(),
    "picked": lambda turn: kind_of(turn.card.question).labels(turn.given.filed),
}
