"""The recorder: writes the trail of a run, and the mistakes that show in expressions while it goes on."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from ..language.expressions import ExpressionError
from ..rulebook.game import Number
from ..rulebook.moments import Moment
from ..rulebook.program import ReadyRow
from .trail import Step


class Recorder:
    """Keeps the steps of a trail; ``watch`` is called with the time after each of them."""

    def __init__(self, watch: Callable[[int], None] | None = None) -> None:
        self.steps: list[Step] = []
        self._watch = watch
        self._mistakes: list[tuple[int, str]] = []

    def mistake(self, where: str, error: ExpressionError, at: int) -> None:
        """Note a mistake; it becomes a step of its own beside the step in which it showed."""
        self._mistakes.append((at, f"{where}: {error}"))

    def step(
        self,
        at: int,
        *,
        phase: str,
        before: dict[str, Number],
        after: dict[str, Number],
        next_: str,
        now: str,
        move: str | None = None,
        verdict: str | None = None,
        moment: Moment | None = None,
        row: ReadyRow | None = None,
        tell: str = "",
        **extra: Any,
    ) -> None:
        """Write a step, and then the mistakes that showed in it; ``now`` is the phase they are written in."""
        number = row.number if row else None
        cue = row.source.cue if row else ""
        self._add(
            Step(
                len(self.steps) + 1,
                at,
                phase,
                move,
                verdict,
                moment,
                number,
                before,
                after,
                tell,
                cue,
                next_,
                extra,
            )
        )
        self.tell_mistakes(now, after)

    def tell_mistakes(self, phase: str, meters: dict[str, Number]) -> None:
        """Put the mistakes that showed into the trail."""
        for at, mistake in self._mistakes:
            n = len(self.steps) + 1
            self._add(
                Step(n, at, phase, None, None, None, None, meters, meters, "", "", phase, {"error": mistake})
            )
        self._mistakes.clear()

    def _add(self, step: Step) -> None:
        self.steps.append(step)
        if self._watch is not None:
            self._watch(step.at)
