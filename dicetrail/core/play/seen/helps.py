"""The helps that a player sees at a question, and what the used ones have shown of it."""

from __future__ import annotations

from dataclasses import dataclass

from ..language.expressions import ExpressionError
from ..rulebook.game import Number
from ..rulebook.program import ReadyHelp
from ..rulebook.rows import costs_of
from ..run.helping import usable, uses_left
from ..run.run import Run


@dataclass(frozen=True, slots=True)
class CostView:
    """What using a help adds to a meter now, by what a player calls it."""

    meter: str
    amount: Number


@dataclass(frozen=True, slots=True)
class HelpView:
    """A help: how often it can still be used (``left``, None: as often as one likes), what it costs, and
    whether it can be used now."""

    name: str
    label: str
    left: int | None
    costs: list[CostView]
    can: bool


def helps_seen(run: Run, at: int) -> list[HelpView]:
    """The helps of a game, as they are at the question that is open or was last."""
    return [
        HelpView(
            name,
            label_of(run, one),
            uses_left(run, one.source),
            _costs(run, one, at),
            run.phase == "asking" and usable(run, name, at) is not None,
        )
        for name, one in run.program.helps.items()
    ]


def label_of(run: Run, one: ReadyHelp) -> str:
    """What a player calls a help."""
    return one.source.label or run.program.texts[f"help.{one.source.does}"]


def used_told(run: Run) -> str:
    """What is said of the help that was used last, where the rules say nothing."""
    one = run.program.helps.get(str(run.seat.known["help"]))
    return run.program.texts["help.used"].replace("{help}", label_of(run, one)) if one else ""


def _costs(run: Run, one: ReadyHelp, at: int) -> list[CostView]:
    meters = run.program.meters
    try:
        return [CostView(meters[name].called, cost) for name, cost in costs_of(one, run.names(at))]
    except ExpressionError:
        return []
