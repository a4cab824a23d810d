"""Legs: what each thing that can happen at a state does, and where the play goes from there.

None of it depends on what is left of the deck, so it is worked out once for all states that differ in that
only.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import NamedTuple

from ...play.language.expressions import ExpressionError, Names
from ...play.language.numbers import tidy
from ...play.rulebook.game import Number
from ...play.rulebook.moments import Moment, Onward
from ...play.rulebook.program import Program, ReadyRow
from ...play.rulebook.rows import Trouble
from ...play.run.played import End
from ...play.run.sequence import BETWEEN
from .aside import Aside, Carrier
from .course import Course, Happened
from .graph import Graph, StateNode
from .kept import State
from .occasions import Occasion, move_of, occasions
from .reached import Key, Reach
from .states import States
from .times import NO_TIMES
from .watched import divisions


class Leg(NamedTuple):
    """Where a moment leads, brought about by a ``move``: by which row (None: none applied), whether to an
    end, what it does to the values carried along, and to which state, with its number; ``runs_out`` where the
    round's clock may have nothing left then."""

    move: str
    row: int | None
    end: End | None
    flow: tuple[Moment, str]
    moved: Callable[[Aside], Aside] | None
    to: State
    number: int
    runs_out: bool


class Ahead(NamedTuple):
    """All legs from a state, and the rows that apply in them where it may be the last of its play."""

    legs: list[Leg]
    rows: frozenset[int]


class Legs:
    """The legs of one search, in its ``graph``; what they come across is added to ``found``."""

    def __init__(
        self,
        program: Program,
        states: States,
        carrier: Carrier,
        graph: Graph,
        found: Reach,
        trouble: Trouble,
    ) -> None:
        self.program, self.states, self.carrier = program, states, carrier
        self.graph, self.found, self.trouble = graph, found, trouble
        self.course = Course(program, states, carrier, trouble)
        self._helps = [*program.helps.values()]
        self._spoken = {row.number for rows in program.rows.values() for row in rows if divisions(row)}
        self._goes_on_by_itself = (
            states.free and not program.has_rounds and all(sort.seconds is not None for sort in states.sorts)
        )
        self._known: dict[int, Ahead] = {}
        self._time_is_up: dict[int, End] = {}

    def ahead(self, node: StateNode, values: set[Aside]) -> Ahead:
        """What lies ahead of a node, to which plays came with some ``values``. Raises TooManyRolls."""
        known = self._known.get(node.number)
        if known is None:
            state = node.state._replace(left=())
            legs = [
                leg
                for occasion in occasions(self.program, self.states, state)
                for leg in self._of(occasion, state, node, values)
            ]
            last = state.stands not in BETWEEN and state.round == len(self.program.game.rounds)
            rows = frozenset(leg.row for leg in legs if leg.row and last)
            known = self._known[node.number] = Ahead(legs, rows)
        return known

    def when_time_is_up(self, node: StateNode) -> End:
        """How plays end at a node where the game's clock has run out."""
        end = self._time_is_up.get(node.number)
        if end is None:
            end = self._time_is_up[node.number] = self.course.time_is_up(node.state)
        return end

    def met(self, what: str, node: StateNode, move: str) -> None:
        """Note the moves that come to something for the first time, the present one last."""
        if what not in self.found.ways:
            self.found.ways[what] = node.way(move)

    def _of(self, occasion: Occasion, bare: State, node: StateNode, values: set[Aside]) -> Iterator[Leg]:
        """The legs on an occasion at a node, of which ``bare`` says nothing of what is left: one for every
        way it can go by what is rolled."""
        move, place = move_of(self.program, occasion), occasion.help
        if place:
            self.met(f"help {place}", node, move)
            self.found.helps.add(place)
        at = self.states.at(bare, occasion.used, occasion.answer)
        by = self._helps[place - 1] if place else None
        for happened in self.course.happen(at, occasion.moment, by):
            self._tell(happened, occasion.moment, move, node, values)
            yield self._leg(bare, happened, occasion.moment, move)

    def _leg(self, state: State, happened: Happened, moment: Moment, move: str) -> Leg:
        """The leg from a state by what has happened."""
        row, end, onward = happened.came.row, happened.came.end, happened.came.onward
        to = happened.after if end else self._onward(state, happened, moment, onward)
        return Leg(
            move,
            row.number if row else None,
            end,
            (moment, end.result if end else onward),
            happened.move,
            to,
            self.graph.number(to),
            to.stands == "next" and self.states.may_run_out(state, moment),
        )

    def _tell(
        self, happened: Happened, moment: Moment, move: str, node: StateNode, values: set[Aside]
    ) -> None:
        """Tell what a leg has come to."""
        row, gate, in_round = happened.came.row, happened.came.gate, node.state.round
        if row is not None:
            self.met(f"row {row.number}", node, move)
            self.found.rows.add(row.number)
            if row.number in self._spoken:
                self._try_to_say(row, happened.names)
        if gate is not None and gate.number:
            self.met(f"gate {in_round}.{gate.number}", node, move)
            self.found.gates.add((in_round, gate.number))
        if moment != "begun":
            attempt = int(happened.attempt) if moment in ("right", "wrong", "close") else 0
            self._note((moment, attempt, in_round), row, self._changes(happened, values))

    def _onward(self, state: State, happened: Happened, moment: Moment, onward: Onward) -> State:
        """The state that a play goes on to."""
        after, gate = happened.after, happened.came.gate
        if gate is not None:
            return self.states.closed(after)._replace(stands="enter", round=gate.to)
        if onward == "later":
            after = self.states.put_back(after, state.sort)
        again = onward == "revisit" or (onward == "next" and self._goes_on_by_itself)
        if again and moment == "late" and self.program.game.clocks.game is None:
            same = self.states.closed(after)[3:5] == self.states.closed(state)[3:5]
            self.found.idle |= same and not self._row_changes(moment)
        then = self.course.goes_on(state, after, moment, onward)
        if then.stands in BETWEEN or then.times is NO_TIMES:
            return then
        return then._replace(times=NO_TIMES)

    def _row_changes(self, moment: Moment) -> bool:
        """Whether a row of a moment changes a meter that ends plays."""
        return any(
            name in self.states.meters
            for row in self.program.rows[moment]
            for name, _ in (*row.add, *row.set)
        )

    def _changes(self, happened: Happened, values: set[Aside]) -> dict[str, set[Number]]:
        """Every change that a moment made to a meter; those carried along are moved alike."""
        move, meters = happened.move, happened.before
        changes = {name: {tidy(happened.meters[name] - meters[name])} for name in meters}
        if move is None:
            return changes | {name: {0} for name in self.carrier.meters}
        before = next(iter(values))
        was, now = self.carrier.named(before), self.carrier.named(move(before))
        return changes | {name: {tidy(now[name] - was[name])} for name in self.carrier.meters}

    def _note(self, key: Key, row: ReadyRow | None, changes: dict[str, set[Number]]) -> None:
        pays = self.found.changes.setdefault(key, {name: set() for name in self.program.meters})
        for name, some in changes.items():
            pays[name] |= some
        self.found.changed_by.setdefault(key, set()).add(row.number if row else None)

    def _try_to_say(self, row: ReadyRow, names: Names) -> None:
        try:
            for text in row.texts:
                text(names)
        except ExpressionError as error:
            self.trouble(f"row {row.number}, tell", error)
