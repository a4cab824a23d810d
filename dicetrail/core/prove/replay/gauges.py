"""Gauges: every number of a play, and the course it took from step to step."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import isinf
from typing import Literal

from ...play.language.numbers import tidy
from ...play.rulebook.game import Number
from ...play.rulebook.quantities import all_of
from ...play.run.run import Run

GaugeSort = Literal["meter", "clock", "count"]


@dataclass(frozen=True, slots=True)
class Gauge:
    """A number of a play: its value after each step of the trail, then now (None: there is none, as a clock
    without a limit has no seconds left).

    ``sort`` is ``meter``, ``clock`` (seconds left) or ``count``; ``seat`` is the number of the player whose
    it is, where several play (0: nobody's).
    """

    name: str
    sort: GaugeSort
    course: list[Number | None]
    seat: int = 0

    @property
    def value(self) -> Number | None:
        """Its value now."""
        return self.course[-1]

    @property
    def last_change(self) -> tuple[int, Number]:
        """The step (from 1) at which it last became another number, and by how much; (0, 0): at none."""
        for n in range(len(self.course) - 1, 0, -1):
            was, now = self.course[n - 1], self.course[n]
            if was is not None and now is not None and was != now:
                return min(n + 1, len(self.course) - 1), tidy(now - was)
        return 0, 0


class Gauges:
    """Keeps the numbers of a run after each of its steps: its ``watch``."""

    def __init__(self) -> None:
        self._read: list[dict[tuple[int, str], Number | None]] = []

    def __call__(self, run: Run, at: int) -> None:
        """Read them all once more."""
        self._read.append({(seat, name): value for seat, name, _, value in _readings(run, at)})

    def of(self, run: Run, at: int) -> list[Gauge]:
        """Every gauge of the run that was watched; ``at`` is the present time."""
        now = list(_readings(run, at))
        return [
            Gauge(name, sort, [*(read[seat, name] for read in self._read), value], seat)
            for seat, name, sort, value in now
        ]


def _readings(run: Run, at: int) -> Iterator[tuple[int, str, GaugeSort, Number | None]]:
    seats = [(seat.number if run.has_turns else 0, seat) for seat in run.seats]
    for number, seat in seats:
        for name, value in seat.meters.items():
            yield number, name, "meter", value
    for name, clock in (("time_left", run.question_clock), ("game_left", run.game_clock)):
        left = clock.left_at(at)
        yield 0, name, "clock", None if left is None else left / 1000
    for number, seat in seats:
        for name, value in all_of(seat.counts).items():
            yield number, name, "count", None if isinf(value) else value
