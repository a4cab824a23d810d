"""The course of a play: what a moment does at a state, and where the play goes from there.

What follows on what stands in :mod:`...play.run.sequence`; a state is a stage of it, and so is an end.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator, Sequence
from fractions import Fraction
from functools import cached_property
from typing import NamedTuple, TypeVar, cast

from ...play.language.calls import Chance
from ...play.language.expressions import ExpressionError, Names, Value
from ...play.rulebook.clocks import Clock
from ...play.rulebook.game import Number
from ...play.rulebook.moments import Moment, Onward
from ...play.rulebook.program import Program, ReadyGate, ReadyHelp, ReadyRow
from ...play.rulebook.quantities import Counts, Happening
from ...play.rulebook.rows import (
    Meters,
    Trouble,
    carried_to,
    costs_of,
    effect_of,
    first_award,
    first_ending,
    first_gate,
    first_row,
    move_clocks,
)
from ...play.run.helping import AIDS
from ...play.run.played import Came, End
from ...play.run.sequence import (
    LEADS,
    Case,
    begin_round,
    begin_try,
    end_round,
    first_case,
    happen,
    time_is_up,
    use_help,
    visit,
)
from .aside import Aside, Carrier, Does
from .kept import Kept, State
from .naming import NamesOfState, no_chance
from .rolled import TooManyRolls, every_roll
from .times import NONE, Stood, Times

T = TypeVar("T")


class Happened(NamedTuple):
    """What a moment did: to the meters, the state after it, and what came of it. ``names`` are what its row
    knew, where it had one; ``grown`` is what it added to the counts that grow; ``move`` does all of it to the
    values carried aside (None: nothing is done to them); ``mistakes`` tells how many expressions had no
    value, ``share`` how likely it is by what is rolled."""

    came: Came
    attempt: float
    names: Names
    before: Meters
    meters: Meters
    grown: Counts
    move: Callable[[Aside], Aside] | None
    after: State
    mistakes: int
    share: Fraction = Fraction(1)


class _AtState:
    """A state as a stage: what becomes of it there."""

    too_long = False

    def __init__(self, course: Course, state: State, moment: Moment, chance: Chance = no_chance) -> None:
        self._answered, self._chance = moment in _BY_AN_ANSWER, chance
        self._settled: dict[str, Value] = {}
        self._course, self._state, self._times = course, state, state.times
        self._rows = course.states.round_of(state).rows
        self.mistakes = 0
        self._costs: tuple[tuple[str, Number], ...] = ()
        self.before = self.meters = course.states.meters_of(state)
        self._came_with = self.before
        self.counts, self.does = course.states.read(state), cast(Does, {})
        self.grown: Counts = {}
        self.names: Names = {}
        self.through = (0, 0)
        """The gate that was gone through at the end of a round."""

    def count(self, happening: Happening) -> None:
        grown, self.counts = self._course.states.counted(self.counts, happening, self._state)
        self.grown = self.grown | grown
        self.does = self._course.carrier.of_counts(self.grown)

    def first(self, some: Sequence[Case[T]]) -> tuple[T]:
        return (first_case(some, self.counts),)

    def set_clock(self) -> None:
        states = self._course.states
        try:
            clock = states.clock(self._state, self._known())
        except ExpressionError as error:
            self._trouble("clocks, question", error)
            clock = NONE
        self._times = self._times._replace(question=clock)

    def restart_clock(self) -> None:
        self._times = self._times._replace(question=self._times.question.restarted())

    def help(self, one: ReadyHelp) -> bool:
        """Do what a help does to what is open, its cost being carried."""
        states = self._course.states
        try:
            self._costs = costs_of(one, self._known())
        except ExpressionError as error:
            self._trouble(f"help {one.source.name}", error)
        here, used, by = states.helps.after(one, self._state.open, self._state.used)
        self._state = self._state._replace(open=here, used=used, by=by)
        aid, clocks = AIDS[one.source.does], self._times.clocks()
        aid.clock(clocks["question"], one.source)
        self._times = Times.of(clocks)
        return aid.swaps

    def carry(self) -> bool:
        adds = self._state.gave.adds if self._answered else self._costs
        if adds:
            self.meters = self._came_with = carried_to(self._course.program, self.before, adds)
        return self.meters != self.before

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        self.names = self._known()
        return (first_row(self._rows[moment], self.names, self._trouble),)

    def set_round_clock(self) -> None:
        states = self._course.states
        if states.clocked:
            clock = Clock.of(states.round_of(self._state).source.clocks.round)
            self._times = self._times._replace(round=Stood.of(clock))

    def gates(self) -> tuple[ReadyGate]:
        states, state = self._course.states, self._state
        names = self._named(states.known(self.after))
        gate = first_gate(states.round_of(state), states.gone(state), names, self._trouble)
        self.through = (state.round, gate.number)
        return (gate,)

    def apply(self, row: ReadyRow) -> tuple[bool]:
        """Change meters and clocks, and note what becomes of the values carried aside."""
        course, carrier = self._course, self._course.carrier
        try:
            of_row = carrier.of_row(row, self.names)
            at_all = {**self._came_with, **dict.fromkeys(carrier.meters, 0)}
            effect = effect_of(course.program, row, at_all, self.names)
        except ExpressionError as error:
            self._trouble(f"row {row.number}", error)
            return (False,)
        changed = False
        if row.source.moves_a_clock:
            clocks = self._times.clocks()
            changed = move_clocks(row, effect, clocks)
            self._times = Times.of(clocks)
        self.meters = {name: effect.meters[name] for name in self.before}
        self.does = self.does | of_row
        return (changed or self.meters != self._came_with,)

    @cached_property
    def after(self) -> State:
        """The state that it has become, once nothing is done to it any more."""
        counts = self._course.states.kept(self.counts, self._state.round)
        return self._state._replace(meters=tuple(self.meters.values()), counts=counts, times=self._times)

    def endings(self) -> tuple[End | None]:
        program = self._course.program
        if not program.endings:
            return (None,)
        names = self._named(self._course.states.known(self.after))
        place = first_ending(program, names, self._trouble)
        return (End(program.endings[place - 1][2].result, ending=place) if place else None,)

    def _known(self) -> Names:
        """What expressions know by now."""
        state = self._state
        if self._times is not state.times:
            state = state._replace(times=self._times)
        return self._named(self._course.states.names(state, self._came_with, self.counts))

    def _named(self, names: dict[str, Value]) -> Names:
        """Names with those that are named in the game."""
        if not self._course.program.settles:
            return names
        return NamesOfState(self._course.program, names, self._settled, self._chance)

    def _trouble(self, where: str, error: ExpressionError) -> None:
        self.mistakes += 1
        self._course.trouble(where, error)


class AtEnd:
    """The end of a play as a stage. ``names`` are known there, ``meters`` are the final ones, and ``times``
    its clocks."""

    def __init__(
        self,
        program: Program,
        names: dict[str, Value],
        times: Times,
        trouble: Trouble,
        chance: Chance = no_chance,
    ) -> None:
        self._times, self._settled, self._chance = times, dict[str, Value](), chance
        self._known, self._program = names, program
        self.names: Names = self._named(names)
        self.meters: Meters = {name: cast(Number, names[name]) for name in program.meters}
        self._trouble = trouble

    def _named(self, names: dict[str, Value]) -> Names:
        if not self._program.settles:
            return names
        return NamesOfState(self._program, names, self._settled, self._chance)

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        here = self._program.rounds[int(cast(Number, self._known["round"])) - 1]
        return (first_row(here.rows[moment], self.names, self._trouble),)

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
        self._known = {**self._known, **self.meters, **Times.of(clocks).names()}
        self.names = self._named(self._known)
        return (True,)

    def awards(self) -> tuple[int | None]:
        return (first_award(self._program, self.names, self._trouble),)


MOST_ROLLED = 30_000
"""Ways that all steps of a game together may go by what is rolled: each takes a ten thousandth of a second or
so to work out."""
_BY_AN_ANSWER: tuple[Moment, ...] = ("right", "part", "close", "wrong", "missed", "answered")
"""Moments that an answer brings about."""
_HAPPENS: dict[Moment, Callable[[_AtState], Iterator[Came]]] = {
    "round_begun": begin_round,
    "opened": visit,
    "round_over": end_round,
}
"""Moments before which something else is counted or set, or after which something is looked at."""


class Course:
    """The course of a game's plays, from state to state. ``trouble`` is told of what has no value.

    What happens at a state depends on nothing that is left of the deck, so it is worked out once for all
    states that differ in that only.
    """

    def __init__(self, program: Program, states: Kept, carrier: Carrier, trouble: Trouble) -> None:
        self.program, self.states, self.carrier, self.trouble = program, states, carrier, trouble
        self._rolls_left = MOST_ROLLED
        self._known: dict[Hashable, list[Happened]] = {}
        self._quiet: dict[State, Happened] = {}
        """What happens where a question opens and no row says anything, by the state without its meters."""

    def happen(self, state: State, moment: Moment, by: ReadyHelp | None = None) -> list[Happened]:
        """A moment at a state, ``by`` a help where one is used: every way it can go by what is rolled. Raises
        TooManyRolls."""
        bare = state._replace(left=()) if state.left else state
        key = (bare, moment, by and by.source.name)
        known = self._known.get(key)
        if known is None:
            quiet = moment == "opened" and self._opens_quietly(bare)
            known = self._opened(bare) if quiet else self._rolled(bare, moment, by)
            self._known[key] = known
        if not state.left:
            return known
        return [one._replace(after=one.after._replace(left=state.left)) for one in known]

    def _opens_quietly(self, state: State) -> bool:
        """Whether a question opens with nothing that hangs on meters: no row, and no clock by an
        expression."""
        by_play = self.states.clocked and self.states.sorts[state.sort].by_play
        return not (self.states.round_of(state).rows["opened"] or by_play)

    def _opened(self, state: State) -> list[Happened]:
        """What happens where a question opens quietly: the same whatever the meters are."""
        bare = state._replace(meters=())
        known = self._quiet.get(bare)
        if known is None:
            [known] = self._rolled(state, "opened", None)
            self._quiet[bare] = known
            return [known]
        meters = self.states.meters_of(state)
        after = known.after._replace(meters=state.meters)
        return [known._replace(before=meters, meters=meters, after=after)]

    def _rolled(self, state: State, moment: Moment, by: ReadyHelp | None) -> list[Happened]:
        def happened(chance: Chance) -> Happened:
            return self._happened(_AtState(self, state, moment, chance), moment, by)

        if not self.program.settles:
            return [happened(no_chance)]
        found: dict[Hashable, Happened] = {}
        for share, one in every_roll(happened):
            self._rolls_left -= 1
            if self._rolls_left < 0:
                raise TooManyRolls(f"what is rolled can go in more than {MOST_ROLLED:,} ways")
            row = one.came.row.number if one.came.row else 0
            gate = one.came.gate.number if one.came.gate else 0
            key = (row, one.came.end, one.came.onward, gate, one.after, one.move, one.mistakes)
            earlier = found.get(key)
            found[key] = one._replace(share=share + (earlier.share if earlier else 0))
        return [*found.values()]

    def _happened(self, stage: _AtState, moment: Moment, by: ReadyHelp | None) -> Happened:
        if by is not None:
            [came] = use_help(stage, by)
        else:
            [came] = _HAPPENS[moment](stage) if moment in _HAPPENS else happen(stage, moment)
        move = self.carrier.mover(stage.does) if stage.does else None
        return Happened(
            came,
            stage.counts["attempt"],
            stage.names,
            stage.before,
            stage.meters,
            stage.grown,
            move,
            self.states.through(stage.after, stage.through),
            stage.mistakes,
        )

    def goes_on(self, state: State, after: State, moment: Moment, onward: Onward) -> State:
        """The state a play goes on to from ``after`` a moment that happened at ``state``."""
        leads = LEADS[onward]
        if moment == "begun" and self.program.has_rounds:
            return after._replace(stands="enter", round=1)
        if leads.to == "next":
            return self.states.closed(after)
        if leads.to == "round":
            return self.states.closed(after)._replace(stands="round")
        if leads.to == "visit":
            again = after._replace(stands="visit", first=False, parts=0, hits=0, gave=after.gave.known)
            return self.states.with_helps(again)
        if not leads.another_try:
            return after._replace(parts=state.parts + (moment == "part"))
        stage = _AtState(self, after, moment)
        begin_try(stage, restart=self.states.round_of(after).source.clocks.restart_on_again)
        return stage.after._replace(stands="ask")

    def time_is_up(self, state: State) -> End:
        """How a play ends at a state where the game's clock has run out."""
        [end] = time_is_up(_AtState(self, state, "late"))
        return end
