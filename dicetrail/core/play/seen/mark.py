"""Marks: what others may see of a play while it goes on."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..run.run import Run

MarkState = Literal["waiting", "going", "over"]


@dataclass(frozen=True, slots=True)
class Mark:
    """A play among others: its ``number`` there, its player's ``name`` ("": not to be shown), how ``far`` it
    has come (percent), its ``score``, and whether it waits, goes on or is over."""

    number: int
    name: str
    far: int
    score: float | None
    state: MarkState

    @property
    def moving(self) -> tuple[int, int, float | None, MarkState]:
        """What changes of it while it is played."""
        return self.number, self.far, self.score, self.state


def how_far(run: Run) -> float:
    """The share, 0 to 1, of a play that is behind its player: of its questions those that are done with. Of
    one without end each question goes a tenth of what is left."""
    if run.phase == "over":
        return 1.0
    asked = run.how_many_asked()
    done = asked - any(turn.outcome == "open" for turn in run.asked_of_all[-1:])
    if run.decks.endless:
        return float(1 - 0.9**done)
    return min(1.0, done / max(1, int(run.counts["total"])))
