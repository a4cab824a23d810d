"""What a player sees of rounds: where the play is among them, what is coming, and what each came to."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..language.expressions import ExpressionError
from ..rulebook.program import ReadyRound
from ..rulebook.quantities import made
from ..run.run import Run


@dataclass(frozen=True, slots=True)
class MarkView:
    """A round on the way: its name, and whether it lies behind the player, ahead, or is the one they are
    in."""

    name: str
    stands: Literal["behind", "here", "ahead"]


@dataclass(frozen=True, slots=True)
class RoundView:
    """The round that a play is in. ``intro`` is what is said before it, "" once it has begun; ``coming`` says
    in figures what there is in it; ``marks`` are all rounds in their order."""

    number: int
    name: str
    intro: str
    coming: str
    marks: list[MarkView]


@dataclass(frozen=True, slots=True)
class LapView:
    """What became of a round that is over: the right answers of those questions that were asked."""

    name: str
    right: int
    asked: int
    percent: float


def round_seen(run: Run) -> RoundView | None:
    """The round that a run is in; None in a game without rounds."""
    here = run.round
    if not here.number:
        return None
    behind = {lap.round for lap in run.seat.laps}
    marks = [MarkView(one.source.name, _stands(one, here, behind)) for one in run.program.rounds]
    intro = _intro(run) if is_before_a_round(run) else ""
    return RoundView(here.number, here.source.name, intro, here.source.coming, marks)


def is_before_a_round(run: Run) -> bool:
    """Whether a run waits before a round, after its intro."""
    feedback = run.feedback
    return run.continue_from is not None and feedback is not None and feedback.moment == "round_begun"


def laps_seen(run: Run) -> list[LapView]:
    """The rounds that are over, in the order in which they were played."""
    return [
        LapView(
            run.program.rounds[lap.round - 1].source.name,
            int(lap.counts["right"]),
            int(lap.counts["asked"]),
            made("percent", lap.counts),
        )
        for lap in run.seat.laps
    ]


def _stands(one: ReadyRound, here: ReadyRound, behind: set[int]) -> Literal["behind", "here", "ahead"]:
    if one is here:
        return "here"
    return "behind" if one.number in behind else "ahead"


def _intro(run: Run) -> str:
    try:
        return run.round.intro(run.names(run.trail[-1].at))
    except ExpressionError:
        return ""
