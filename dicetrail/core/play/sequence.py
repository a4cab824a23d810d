"""The sequence of a moment: what follows on what when something happens in a play.

It stands here once, for all who go through it: the run of one play, the search through the states that plays
can be in, and the writer of a game as straight code. Each of them is a :class:`Stage`. What a stage does not
know yet has several ways to go on; each is gone in its turn, and so everything here is an iterator.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Literal, NamedTuple, Protocol, cast

from .game import ENDS, Result
from .moments import MOMENTS, Moment, Onward
from .played import End
from .program import ReadyRow
from .rows import leads_to, result_after


class Came(NamedTuple):
    """What came of a moment: its row (None: none holds), how the play ends there (None: it does not), and
    where it goes."""

    moment: Moment
    row: ReadyRow | None
    end: End | None
    onward: Onward


class Stage(Protocol):
    """Where moments happen."""

    def count(self, moment: Moment) -> None:
        """Count it."""

    def rows(self, moment: Moment) -> Iterable[ReadyRow | None]:
        """Its first row that holds, None where none does."""

    def apply(self, row: ReadyRow) -> Iterable[bool]:
        """Do what a row says to meters and clocks, and tell whether any of them changed."""

    def endings(self) -> Iterable[End | None]:
        """The first ending that holds, None where none does."""


def happen(stage: Stage, moment: Moment, *, stopped: bool = False) -> Iterator[Came]:
    """A moment: it counts, finds its row, the row is done, the play ends there or goes on. ``stopped`` says
    that the play has gone on for too long."""
    stage.count(moment)
    for row in stage.rows(moment):
        for changed in stage.apply(row) if row is not None else (False,):
            for end in _ends(stage, moment, row, changed, stopped):
                yield Came(moment, row, end, "over" if end else leads_to(moment, row))


def _ends(
    stage: Stage, moment: Moment, row: ReadyRow | None, changed: bool, stopped: bool
) -> Iterable[End | None]:
    """How a play ends at a moment: as its row says, or as an ending does."""
    if row is not None and row.source.then in ENDS:
        return (End(cast(Result, row.source.then)),)
    if stopped:
        return (End("stopped", "This play was stopped: it went on for too long."),)
    if MOMENTS[moment].answers or changed:
        return stage.endings()
    return (None,)


class Closed(NamedTuple):
    """What came of the end of a play: its result, the row at ``over``, and the number of its award."""

    result: Result
    row: ReadyRow | None
    award: int | None


class LastStage(Protocol):
    """Where plays end."""

    def rows(self, moment: Moment) -> Iterable[ReadyRow | None]:
        """As a stage has them."""

    def apply(self, row: ReadyRow) -> Iterable[bool]:
        """As a stage does it."""

    def awards(self) -> Iterable[int | None]:
        """The number (from 1) of the first award that holds, None where none does."""


def close(stage: LastStage, result: Result) -> Iterator[Closed]:
    """The end of a play: the row at ``over``, which may make something else of a ``done``, then the award."""
    for row in stage.rows("over"):
        for _ in stage.apply(row) if row is not None else (False,):
            for award in stage.awards():
                yield Closed(result_after(result, row), row, award)


def pause_after(came: Came, breather: float | Literal["player"]) -> tuple[float, bool]:
    """The seconds that a play stays in the feedback, and whether it then waits for the player's key."""
    hold = came.row.hold if came.row is not None else 0.0
    if not MOMENTS[came.moment].answers or came.onward not in ("next", "revisit", "over"):
        return hold, False
    if breather == "player":
        return hold, True
    return max(hold, breather), False
