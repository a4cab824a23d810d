"""The course of a play: what a moment does at a state, and where the play goes from there.

Here stands once, for states, what :mod:`...play.run` does for one play: a moment counts, finds its row, does
what the row says, looks at the endings and goes on.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ...play.counts import Counts
from ...play.expressions import ExpressionError, Names, Value
from ...play.moments import MOMENTS, Moment, Onward
from ...play.program import Program, ReadyRow
from ...play.rows import Meters, Trouble, first_ending, first_row, leads_to, meters_after
from .aside import Carrier, Does
from .states import State, States


@dataclass(frozen=True, slots=True)
class Happened:
    """What a moment did: its row, what that did to the meters and to the values carried aside, the state
    after it, how the play ends there (None: it goes on) with the number of its ending, and where it goes."""

    attempt: int
    names: Names
    row: ReadyRow | None
    before: Meters
    meters: Meters
    does: Does
    after: State
    end: tuple[str, int | None] | None
    onward: Onward


class Course:
    """The course of a game's plays, from state to state. ``trouble`` is told of what has no value."""

    def __init__(self, program: Program, states: States, carrier: Carrier, trouble: Trouble) -> None:
        self.program, self.states, self.carrier, self._trouble = program, states, carrier, trouble

    def happen(
        self,
        state: State,
        moment: Moment,
        used: float,
        hits: int = 0,
        also: Mapping[str, Value] | None = None,
    ) -> Happened:
        """A moment at a state; ``also`` is known besides what the state tells."""
        counts, plain = self.states.read(state), Counts()
        counts.happened(moment, first_visit=state.first)
        plain.attempt = counts.attempt
        plain.happened(moment, first_visit=state.first)
        meters = self.states.meters_of(state)
        names = self.states.known(state.sort, meters, counts, used, hits)
        if also:
            names |= also
        row = first_row(self.program.rows[moment], names, self._trouble)
        changed, does = self._done(row, meters, names, self.carrier.of_counts(plain))
        after = state._replace(meters=tuple(changed.values()), counts=self.states.kept(counts))
        end = self._end_after(after, moment, row, used, also)
        onward: Onward = "over" if end else leads_to(moment, row)
        return Happened(counts.attempt, names, row, meters, changed, does, after, end, onward)

    def goes_on(self, state: State, after: State, moment: Moment, onward: Onward) -> State:
        """The state a play goes on to from ``after`` a moment that happened at ``state``."""
        if onward == "next":
            return self.states.closed(after)
        if onward == "revisit":
            return after._replace(step="visit", first=False, parts=0)
        if onward == "resume":
            return after._replace(parts=state.parts + (moment == "part"))
        counts = self.states.read(after)  # the first try, or the next one
        counts.attempt += 1
        return after._replace(step="ask", counts=self.states.kept(counts))

    def ending(self, state: State, used: float, also: Mapping[str, Value] | None = None) -> int | None:
        """The number of the first ending that holds at a state."""
        if not self.program.endings:
            return None
        names = self.known(state, used)
        return first_ending(self.program, {**names, **also} if also else names, self._trouble)

    def known(self, state: State, used: float) -> dict[str, Value]:
        """What expressions know at a state."""
        return self.states.known(state.sort, self.states.meters_of(state), self.states.read(state), used)

    def _done(self, row: ReadyRow | None, meters: Meters, names: Names, does: Does) -> tuple[Meters, Does]:
        """The meters after a row, and what becomes of the values carried aside."""
        if row is None:
            return meters, does
        try:
            of_row = self.carrier.of_row(row, names)
            after = meters_after(
                self.program, row, {**meters, **dict.fromkeys(self.carrier.meters, 0)}, names
            )
        except ExpressionError as error:
            self._trouble(f"row {row.number}", error)
            return meters, does
        return {name: after[name] for name in meters}, does | of_row

    def _end_after(
        self,
        after: State,
        moment: Moment,
        row: ReadyRow | None,
        used: float,
        also: Mapping[str, Value] | None,
    ) -> tuple[str, int | None] | None:
        if row is not None and row.source.then in ("won", "lost", "done"):
            return row.source.then, None
        if not MOMENTS[moment].answers and (row is None or not row.source.moves_a_number):
            return None
        ending = self.ending(after, used, also)
        return (self.program.endings[ending - 1][2].result, ending) if ending else None
