"""Large walks: the same plays as one process would make, made by several."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from ...play.rulebook.game import Choices, Game
from ...play.rulebook.program import Program
from ..processes import processes
from .company import Company
from .walker import Walker
from .walking import Ended, Progress, Walking

ENOUGH = 40_000
"""Plays from which other processes are worth the second that they take to start."""
AT_ONCE = 5_000
"""Plays that a process is given at once."""
Part = tuple[Counter[Ended], bytes]
"""What some plays came to, and which rows they came by."""

_begun: list[Walking] = []


def walk_together(walking: Walking, plays: int, progress: Progress | None = None) -> None:
    """Make so many more plays, in processes of their own: the plays are those that ``walking`` would make."""
    parts = [walking.rolled(min(AT_ONCE, plays - made)) for made in range(0, plays, AT_ONCE)]
    made = 0
    with processes(_begin, *walking.described) as pool:
        try:
            for done in [pool.submit(_make, part) for part in parts]:  # in order: sums of floats depend on it
                walking.add(*done.result())
                made = min(made + AT_ONCE, plays)
                if progress is not None:
                    progress(made, plays)
        except BaseException:
            pool.shutdown(wait=False, cancel_futures=True)
            raise


def _begin(game: Game, walker: Walker | Company, choices: Choices) -> None:
    _begun[:] = [Walking(Program(game), walker, 0, choices)]


def _make(rolls: Sequence[int]) -> Part:
    return _begun[0].made_of(rolls)
