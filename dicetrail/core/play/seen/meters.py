"""What a player sees of meters."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..rulebook.game import Number
from ..run.played import Seat
from ..run.run import Run


@dataclass(frozen=True, slots=True)
class MeterView:
    """A meter as it stands, by how much the moment whose feedback is shown changed it, its bounds where it
    has any, and how it is to be shown."""

    name: str
    label: str
    value: Number
    change: Number
    min: Number | None
    max: Number | None
    show: Literal["number", "marks", "bar"]


def meters_seen(run: Run, seat: Seat) -> list[MeterView]:
    """The meters of a player, with what the moment changed whose feedback is shown, where it was theirs."""
    step = run.trail[run.feedback.step - 1] if run.feedback else None
    before = step.before if step is not None and step.extra.get("turn", 1) == seat.number else seat.meters
    return [
        MeterView(
            meter.name,
            meter.called,
            seat.meters[meter.name],
            seat.meters[meter.name] - before.get(meter.name, seat.meters[meter.name]),
            meter.min,
            meter.max,
            meter.show,
        )
        for meter in run.program.game.meters
    ]
