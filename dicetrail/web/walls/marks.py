"""The marks of a wall: what others may see of the plays of a hand-out."""

from __future__ import annotations

import time
from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import NamedTuple

from ...core.play.seen.mark import Mark, MarkState, how_far
from ...core.prove.plays.record import score_of
from ..players.live import LivePlay


class EndedPlay(NamedTuple):
    """A play that was over before anybody looked: its id, name, score, and how many seconds ago it ended."""

    play: str
    name: str
    score: float | None
    ago: float


@dataclass(slots=True)
class Marks:
    """All marks of one wall, by the plays they stand for. ``named`` says whether names may be shown."""

    named: bool
    of: dict[str, Mark] = field(default_factory=dict)
    ended: dict[str, float] = field(default_factory=dict)
    """When plays ended, by the clock that never runs back."""

    def begin(self, over: Iterable[EndedPlay]) -> None:
        """Take in plays that are over already."""
        for one in over:
            name = one.name if self.named else ""
            self.of[one.play] = Mark(len(self.of) + 1, name, 100, one.score, "over")
            self.ended[one.play] = time.monotonic() - one.ago

    def look(self, plays: Iterable[LivePlay]) -> None:
        """Look at the plays that go on as they are now."""
        for play in plays:
            before = self.of.get(play.id)
            number = before.number if before is not None else len(self.of) + 1
            shown = self.named and not play.nameless and not play.hidden
            state: MarkState = "waiting" if play.held else "over" if play.over else "going"
            self.of[play.id] = Mark(
                number,
                play.run.choices.player if shown else "",
                round(100 * how_far(play.run)),
                score_of(play.run),
                state,
            )
            if state == "over" and play.id not in self.ended:
                self.ended[play.id] = time.monotonic()

    def best(self, seconds: float, most: int) -> list[tuple[str, float | None]]:
        """The names and scores of the best that ended within so many seconds, the best first."""
        since = time.monotonic() - seconds
        recent = [self.of[play] for play, at in self.ended.items() if at >= since and play in self.of]
        recent.sort(key=lambda mark: -(mark.score if mark.score is not None else 0.0))
        return [(mark.name, mark.score) for mark in recent[:most]]
