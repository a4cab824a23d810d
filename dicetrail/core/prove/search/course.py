"""The course of a play: what a moment does at a state, and where the play goes from there.

What follows on what stands in :mod:`...play.sequence`; a state is a stage of it, and so is an end.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable
from functools import cached_property
from typing import NamedTuple, cast

from ...play.counts import Counts
from ...play.expressions import ExpressionError, Names, Value
from ...play.game import Number
from ...play.moments import Moment, Onward
from ...play.played import End
from ...play.program import Program, ReadyRow
from ...play.rows import Meters, Trouble, effect_of, first_award, first_ending, first_row, move_clocks
from ...play.sequence import Came, happen
from .aside import Aside, Carrier, Does
from .states import Kept, State
from .times import Times


class Happened(NamedTuple):
    """What a moment did: to the meters, the state after it, and what came of it. ``move`` does it to the
    values carried aside (None: nothing is done to them); ``mistakes`` tells how many expressions had no
    value."""

    came: Came
    attempt: int
    names: Names
    before: Meters
    meters: Meters
    move: Callable[[Aside], Aside] | None
    after: State
    mistakes: int


class _AtState:
    """A state as a stage: what becomes of it there."""

    def __init__(self, course: Course, state: State) -> None:
        self._course, self._state, self._times = course, state, state.times
        self.mistakes = 0
        self.before = self.meters = course.states.meters_of(state)
        self.counts, self.does = course.states.read(state), cast(Does, {})
        self.names: dict[str, Value] = {}

    def count(self, moment: Moment) -> None:
        course, state, plain = self._course, self._state, Counts()
        self.counts.happened(moment, first_visit=state.first)
        plain.attempt = self.counts.attempt
        plain.happened(moment, first_visit=state.first)
        self.does = course.carrier.of_counts(plain)
        self.names = course.states.names(state, self.before, self.counts)

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        return (first_row(self._course.program.rows[moment], self.names, self._trouble),)

    def apply(self, row: ReadyRow) -> tuple[bool]:
        """Change meters and clocks, and note what becomes of the values carried aside."""
        course, carrier = self._course, self._course.carrier
        try:
            of_row = carrier.of_row(row, self.names)
            at_all = {**self.before, **dict.fromkeys(carrier.meters, 0)}
            effect = effect_of(course.program, row, at_all, self.names)
        except ExpressionError as error:
            self._trouble(f"row {row.number}", error)
            return (False,)
        clocks = self._times.clocks()
        changed = move_clocks(row, effect, clocks)
        self._times = Times.of(clocks)
        self.meters = {name: effect.meters[name] for name in self.before}
        self.does = self.does | of_row
        return (changed or self.meters != self.before,)

    @cached_property
    def after(self) -> State:
        """The state that it has become, once nothing is done to it any more."""
        counts = self._course.states.kept(self.counts)
        return self._state._replace(meters=tuple(self.meters.values()), counts=counts, times=self._times)

    def endings(self) -> tuple[End | None]:
        return (self._course.ending(self.after, self._trouble),)

    def _trouble(self, where: str, error: ExpressionError) -> None:
        self.mistakes += 1
        self._course.trouble(where, error)


class AtEnd:
    """The end of a play as a stage. ``names`` are known there, ``meters`` are the final ones, and ``times``
    its clocks."""

    def __init__(self, program: Program, names: dict[str, Value], times: Times, trouble: Trouble) -> None:
        self.names, self._times = names, times
        self.meters: Meters = {name: cast(Number, names[name]) for name in program.meters}
        self._program, self._trouble = program, trouble

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        return (first_row(self._program.rows[moment], self.names, self._trouble),)

    def apply(self, row: ReadyRow) -> tuple[bool]:
        """Change the meters, and clocks of which an award may still ask."""
        try:
            effect = effect_of(self._program, row, self.meters, self.names)
        except ExpressionError as error:
            self._trouble(f"row {row.number}", error)
            return (False,)
        clocks = self._times.clocks()
        move_clocks(row, effect, clocks)
        self.meters = effect.meters
        self.names = {**self.names, **self.meters, **Times.of(clocks).names()}
        return (True,)

    def awards(self) -> tuple[int | None]:
        return (first_award(self._program, self.names, self._trouble),)


class Course:
    """The course of a game's plays, from state to state. ``trouble`` is told of what has no value.

    What happens at a state depends on nothing that is left of the deck, so it is worked out once for all
    states that differ in that only.
    """

    def __init__(self, program: Program, states: Kept, carrier: Carrier, trouble: Trouble) -> None:
        self.program, self.states, self.carrier, self.trouble = program, states, carrier, trouble
        self._known: dict[Hashable, Happened] = {}

    def happen(self, state: State, moment: Moment) -> Happened:
        """A moment at a state."""
        bare = state._replace(left=())
        key = (bare, moment)
        known = self._known.get(key)
        if known is None:
            known = self._known[key] = self._happened(_AtState(self, bare), moment)
        return known._replace(after=known.after._replace(left=state.left)) if state.left else known

    def _happened(self, stage: _AtState, moment: Moment) -> Happened:
        [came] = happen(stage, moment)
        move = self.carrier.mover(stage.does) if stage.does else None
        return Happened(
            came,
            stage.counts.attempt,
            stage.names,
            stage.before,
            stage.meters,
            move,
            stage.after,
            stage.mistakes,
        )

    def goes_on(self, state: State, after: State, moment: Moment, onward: Onward) -> State:
        """The state a play goes on to from ``after`` a moment that happened at ``state``."""
        if onward == "next":
            return self.states.closed(after)
        if onward == "revisit":
            return after._replace(step="visit", first=False, parts=0, hits=0)
        if onward == "resume":
            return after._replace(parts=state.parts + (moment == "part"))
        counts = self.states.read(after)  # the first try, or the next one
        counts.attempt += 1
        times = after.times
        if counts.attempt > 1 and self.program.game.clocks.restart_on_again:
            times = times._replace(question=times.question.restarted())
        return after._replace(step="ask", counts=self.states.kept(counts), times=times)

    def ending(self, state: State, trouble: Trouble | None = None) -> End | None:
        """The end that the first ending brings which holds at a state."""
        if not self.program.endings:
            return None
        place = first_ending(self.program, self.states.known(state), trouble or self.trouble)
        return End(self.program.endings[place - 1][2].result, ending=place) if place else None
