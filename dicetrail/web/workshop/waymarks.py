"""The waymarks of games, each walked once under the rules and packs it was walked under."""

from __future__ import annotations

from collections.abc import Hashable

from ...core.play.rulebook.program import Program
from ...core.prove.replay.waymarks import Walked, expecting, play_of, walk
from ...core.rules.expected import WaymarkPart
from .recent import Recent

MOST_KEPT = 20_000
"""Walks that are kept: fifty waymarks under each of four hundred revisions."""


class WaymarkWalks:
    """What came of the plays of waymarks. A play of which something else is expected is not played again."""

    def __init__(self) -> None:
        self._walks: Recent[Walked] = Recent(MOST_KEPT)

    def walked(self, under: Hashable, program: Program, mark: WaymarkPart) -> Walked:
        """A waymark, walked in a game; ``under`` tells all that the game hangs on."""
        known = self._walks.get_or_make((under, play_of(mark)), lambda: walk(program, mark))
        return expecting(known, mark)
