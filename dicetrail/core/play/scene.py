"""A scene: the stage of one run at one time, on which its moments happen."""

from __future__ import annotations

from typing import Protocol

from .clocks import Clock
from .deck import Deck
from .expressions import Names
from .moments import MOMENTS, Moment
from .names import Knowing
from .played import End
from .program import Program, ReadyRow
from .rows import move_clocks
from .rulings import Rulings


class Staged(Knowing, Protocol):
    """What a scene needs of a run, and changes in it."""

    program: Program
    deck: Deck
    rulings: Rulings
    first_visit: bool

    def names(self, at: int) -> Names: ...


class Scene:
    """What happens to a run at a time (milliseconds). ``tell`` is what the row says that was applied."""

    def __init__(self, run: Staged, at: int) -> None:
        self._run, self._at = run, at
        self._names: Names = {}
        self.tell = ""

    def count(self, moment: Moment) -> None:
        """Count it, and keep what became of the question."""
        run = self._run
        run.counts.total = run.deck.total
        run.counts.happened(moment, first_visit=run.first_visit)
        if MOMENTS[moment].settles:
            run.asked[-1].outcome = moment

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        """The first row that holds now."""
        if not self._run.program.rows[moment]:
            return (None,)
        self._names = self._run.names(self._at)
        return (self._run.rulings.row(moment, self._names, self._at),)

    def apply(self, row: ReadyRow) -> tuple[bool]:
        """Change meters and clocks as a row says."""
        run, at = self._run, self._at
        effect = run.rulings.effect(row, run.meters, self._names, at)
        changed = False
        if effect is not None:
            clocks: dict[str, Clock] = {"question": run.question_clock, "game": run.game_clock}
            changed = move_clocks(row, effect, clocks) or effect.meters != run.meters
            run.meters = effect.meters
        self.tell = run.rulings.text(row.tell, at, f"row {row.number}, tell")
        return (changed,)

    def endings(self) -> tuple[End | None]:
        """The first ending that holds now."""
        return (self._run.rulings.ending(self._at),)

    def awards(self) -> tuple[int | None]:
        """The first award that holds now."""
        return (self._run.rulings.award(self._at),)
