"""The course of a play: what a moment does at a state, and where the play goes from there.

What follows on what stands in :mod:`...play.sequence`; a state is a stage of it, and so is an end.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Mapping
from functools import cached_property
from typing import NamedTuple, cast

from ...play.counts import Counts
from ...play.expressions import ExpressionError, Names, Value
from ...play.game import Number
from ...play.moments import Moment, Onward
from ...play.played import End
from ...play.program import Program, ReadyRow
from ...play.rows import Meters, Trouble, first_award, first_ending, first_row, meters_after
from ...play.sequence import Came, happen
from .aside import Aside, Carrier, Does
from .states import State, States


class Happened(NamedTuple):
    """What a moment did: to the meters, the state after it, and what came of it. ``move`` does it to the
    values carried aside (None: nothing is done to them)."""

    came: Came
    attempt: int
    names: Names
    before: Meters
    meters: Meters
    move: Callable[[Aside], Aside] | None
    after: State


class _AtState:
    """A state as a stage: what becomes of it there."""

    def __init__(
        self, course: Course, state: State, used: float, hits: int, also: Mapping[str, Value] | None
    ) -> None:
        self._course, self._state, self._used, self._hits, self._also = course, state, used, hits, also
        self.before = self.meters = course.states.meters_of(state)
        self.counts, self.does = course.states.read(state), cast(Does, {})
        self.names: dict[str, Value] = {}

    def count(self, moment: Moment) -> None:
        course, state, plain = self._course, self._state, Counts()
        self.counts.happened(moment, first_visit=state.first)
        plain.attempt = self.counts.attempt
        plain.happened(moment, first_visit=state.first)
        self.does = course.carrier.of_counts(plain)
        self.names = course.states.known(state.sort, self.before, self.counts, self._used, self._hits)
        if self._also:
            self.names |= self._also

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        return (first_row(self._course.program.rows[moment], self.names, self._course.trouble),)

    def apply(self, row: ReadyRow) -> None:
        """Change the meters, and note what becomes of the values carried aside."""
        course, carrier = self._course, self._course.carrier
        try:
            of_row = carrier.of_row(row, self.names)
            at_all = {**self.before, **dict.fromkeys(carrier.meters, 0)}
            after = meters_after(course.program, row, at_all, self.names)
        except ExpressionError as error:
            course.trouble(f"row {row.number}", error)
            return
        self.meters = {name: after[name] for name in self.before}
        self.does = self.does | of_row

    @cached_property
    def after(self) -> State:
        """The state that it has become, once nothing is done to it any more."""
        counts = self._course.states.kept(self.counts)
        return self._state._replace(meters=tuple(self.meters.values()), counts=counts)

    def endings(self) -> tuple[End | None]:
        return (self._course.ending(self.after, self._used, self._also),)


class AtEnd:
    """The end of a play as a stage. ``names`` are known there, and ``meters`` are the final ones."""

    def __init__(self, program: Program, names: dict[str, Value], trouble: Trouble) -> None:
        self.names = names
        self.meters: Meters = {name: cast(Number, names[name]) for name in program.meters}
        self._program, self._trouble = program, trouble

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        return (first_row(self._program.rows[moment], self.names, self._trouble),)

    def apply(self, row: ReadyRow) -> None:
        try:
            self.meters = meters_after(self._program, row, self.meters, self.names)
        except ExpressionError as error:
            self._trouble(f"row {row.number}", error)
        self.names = {**self.names, **self.meters}

    def awards(self) -> tuple[int | None]:
        return (first_award(self._program, self.names, self._trouble),)


class Course:
    """The course of a game's plays, from state to state. ``trouble`` is told of what has no value.

    What happens at a state depends on nothing that is left of the deck, so it is worked out once for all
    states that differ in that only.
    """

    def __init__(self, program: Program, states: States, carrier: Carrier, trouble: Trouble) -> None:
        self.program, self.states, self.carrier, self.trouble = program, states, carrier, trouble
        self._known: dict[Hashable, Happened] = {}

    def happen(
        self,
        state: State,
        moment: Moment,
        used: float,
        hits: int = 0,
        also: Mapping[str, Value] | None = None,
    ) -> Happened:
        """A moment at a state; ``also`` is known besides what the state tells."""
        bare = state._replace(left=(), then=-1)
        key = (bare, moment, used, hits, tuple(also.items()) if also else ())
        known = self._known.get(key)
        if known is None:
            known = self._known[key] = self._happened(_AtState(self, bare, used, hits, also), moment)
        return known._replace(after=known.after._replace(left=state.left, then=state.then))

    def _happened(self, stage: _AtState, moment: Moment) -> Happened:
        [came] = happen(stage, moment)
        move = self.carrier.mover(stage.does) if stage.does else None
        return Happened(
            came, stage.counts.attempt, stage.names, stage.before, stage.meters, move, stage.after
        )

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

    def ending(self, state: State, used: float, also: Mapping[str, Value] | None = None) -> End | None:
        """The end that the first ending brings which holds at a state."""
        if not self.program.endings:
            return None
        names = self.known(state, used)
        place = first_ending(self.program, {**names, **also} if also else names, self.trouble)
        return End(self.program.endings[place - 1][2].result, ending=place) if place else None

    def known(self, state: State, used: float) -> dict[str, Value]:
        """What expressions know at a state."""
        return self.states.known(state.sort, self.states.meters_of(state), self.states.read(state), used)
