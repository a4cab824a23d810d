"""The names that expressions and texts know while a play goes on."""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol

from .clocks import Clock
from .counts import Counts
from .expressions import Value
from .game import COUNTS, TOLD, Number
from .kinds import shown_answer
from .played import Turn
from .question import LABELS


class Knowing(Protocol):
    """What is asked of a run."""

    meters: dict[str, Number]
    known: dict[str, Value]
    counts: Counts
    asked: list[Turn]
    question_clock: Clock
    game_clock: Clock


NOTHING_OPEN: dict[str, Value] = {
    "worth": 0,
    "level": 0,
    "topic": "",
    "kind": "",
    "hits": 0,
    "possible": 0,
}
"""What is known of the question that is open, before any is."""


class NamesOfRun(dict[str, Value]):
    """The names of a run at a time (milliseconds), each worked out when it is first asked for."""

    __slots__ = ("_at", "_run")

    def __init__(self, run: Knowing, at: int) -> None:
        self._run = run
        self._at = at

    def __missing__(self, name: str) -> Value:
        run = self._run
        if name in run.meters:
            value: Value = run.meters[name]
        elif name in run.known:
            value = run.known[name]
        elif name in _TIMES:
            value = _TIMES[name](run, self._at)
        elif name == "left":
            value = run.counts.total - run.counts.asked
        elif name in COUNTS:
            value = getattr(run.counts, name)
        elif name in TOLD:
            value = _told(name, run.asked[-1]) if run.asked else ""
        else:
            raise KeyError(name)
        self[name] = value
        return value


def _told(name: str, turn: Turn) -> str:
    """What texts may say of a question that was asked."""
    match name:
        case "answer":
            return shown_answer(turn.card.question)
        case "letter":
            return " ".join(LABELS[place] for place in turn.card.rights)
        case _:
            return turn.shown


_TIMES: dict[str, Callable[[Knowing, int], Value]] = {
    "time_left": lambda run, at: (run.question_clock.left_at(at) or 0) / 1000,
    "time_used": lambda run, at: run.question_clock.used_at(at) / 1000,
    "game_left": lambda run, at: (run.game_clock.left_at(at) or 0) / 1000,
}
