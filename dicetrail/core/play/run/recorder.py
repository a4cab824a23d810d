"""The recorder: writes the trail of a run, and the mistakes that show in expressions while it goes on."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Protocol

from ..language.expressions import ExpressionError
from ..rulebook.game import Number
from ..rulebook.moments import Moment, Phase
from ..rulebook.program import ReadyRound, ReadyRow
from .instant import Instant
from .played import Seat
from .trail import Step


class Recorded(Protocol):
    """What is asked of a run."""

    phase: Phase
    seat: Seat
    instant: Instant

    @property
    def has_turns(self) -> bool: ...

    @property
    def round(self) -> ReadyRound: ...


class Recorder:
    """Keeps the steps of a trail; ``watch`` is called with the time after each of them."""

    def __init__(self, watch: Callable[[int], None] | None = None) -> None:
        self.steps: list[Step] = []
        self._watch = watch
        self._mistakes: list[tuple[int, str]] = []

    def mistake(self, where: str, error: ExpressionError, at: int) -> None:
        """Note a mistake; it becomes a step of its own beside the step in which it showed."""
        self._mistakes.append((at, f"{where}: {error}"))

    def record(
        self,
        run: Recorded,
        at: int,
        *,
        next_: str,
        before: dict[str, Number] | None = None,
        move: str | None = None,
        verdict: str | None = None,
        moment: Moment | None = None,
        row: ReadyRow | None = None,
        tell: str = "",
        **extra: Any,
    ) -> None:
        """Write a step of a run, and then the mistakes that showed in it. It begins in the phase, and with
        the meters, of the run, where nothing else is said."""
        after = run.seat.meters
        here = _where(run)
        if rolled := run.instant.take_rolled():
            extra["rolled"] = rolled
        number = row.number if row else None
        cue = row.source.cue if row else ""
        self._add(
            Step(
                len(self.steps) + 1,
                at,
                run.phase,
                move,
                verdict,
                moment,
                number,
                after if before is None else before,
                after,
                tell,
                cue,
                next_,
                here | extra,
            )
        )
        if self._mistakes:
            self.tell_mistakes(run, after)

    def tell_mistakes(self, run: Recorded, meters: dict[str, Number]) -> None:
        """Put the mistakes that showed into the trail."""
        phase = run.phase
        for at, mistake in self._mistakes:
            n = len(self.steps) + 1
            told = _where(run) | {"error": mistake}
            self._add(Step(n, at, phase, None, None, None, None, meters, meters, "", "", phase, told))
        self._mistakes.clear()

    def _add(self, step: Step) -> None:
        self.steps.append(step)
        if self._watch is not None:
            self._watch(step.at)


def _where(run: Recorded) -> dict[str, Any]:
    """What a step tells of the round it is in, and of whose turn it is; nothing where there is but one."""
    number = run.round.number
    here: dict[str, Any] = {"round": number} if number else {}
    return here | {"turn": run.seat.number} if run.has_turns else here
