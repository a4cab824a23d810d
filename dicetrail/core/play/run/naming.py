"""Naming: what the names of expressions and texts stand for in a run."""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol, cast

from ..kinds import kind_of, shown_answer
from ..language.calls import CHANCE
from ..language.expressions import Value
from ..questions.question import LABELS
from ..rulebook.clocks import Clock
from ..rulebook.program import Program
from ..rulebook.quantities import MADE, made, of_topic
from .instant import Instant
from .played import Seat, Turn


class Knowing(Protocol):
    """What is asked of a run."""

    program: Program
    seat: Seat
    instant: Instant
    known: dict[str, Value]
    question_clock: Clock
    game_clock: Clock


class NamesOfRun(dict[str, Value]):
    """The names of a run at a time (milliseconds), each worked out when it is first asked for."""

    __slots__ = ("_at", "_run")

    def __init__(self, run: Knowing, at: int) -> None:
        self._run = run
        self._at = at

    def __missing__(self, name: str) -> Value:
        run, seat = self._run, self._run.seat
        if name in seat.meters:
            value: Value = seat.meters[name]
        elif name in _SAID:
            value = _SAID[name](seat.turn) if seat.turn else ""
        elif name in run.known:
            value = run.known[name]
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
        elif name == CHANCE:
            value = cast(Value, run.instant.roll)
        else:
            raise KeyError(name)
        self[name] = value
        return value

    def _named(self, name: str) -> Value:
        """A named expression, which is worked out once at a step."""
        settled = self._run.instant.named
        if name not in settled:
            settled[name] = self._run.program.named[name](self)
        return settled[name]


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
