"""The search through a game's plays: every way a play can go, each state once."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable
from itertools import product
from typing import NamedTuple

from ...play.answers.verdict import VerdictName
from ...play.language.expressions import ExpressionError, Names
from ...play.language.numbers import as_written, tidy
from ...play.rulebook.game import Choices, Number
from ...play.rulebook.moments import MOMENTS, Moment, Onward
from ...play.rulebook.move import BY_A_MOVE
from ...play.rulebook.program import Program, ReadyHelp, ReadyRow
from ...play.run.played import End
from ...play.run.sequence import BETWEEN, Stands, answered, first_case
from .answers import NOTHING_GIVEN, AnswerSort
from .aside import Aside, Carrier
from .course import Course, Happened
from .ends import Results, Seen
from .graph import leading_to, longest_way
from .kept import State
from .openings import Totals
from .plans import Plan
from .reached import Key, Reach
from .rolled import TooManyRolls
from .sorts import answers_at
from .states import States
from .times import NO_TIMES
from .watched import LookedAt, divisions

MOST_VALUES = 100_000
"""Values carried along, all together, before it is left at that."""
MOST_IN_ENDLESS = 300
"""Values carried along by one state where the deck has no end: past them a meter counts as unbounded."""


class _Leads(NamedTuple):
    """Where a moment leads: by which row, whether to an end, what it does to the values carried along, and to
    which state, through which gate (0: none); but for what is left of the deck."""

    row: int | None
    end: End | None
    flow: tuple[Moment, str]
    move: Callable[[Aside], Aside] | None
    to: State
    gate: int = 0


class Search:
    """One search from one opening; what it comes across is added to ``found``, the ends it has ``seen`` to
    those of others."""

    def __init__(
        self,
        program: Program,
        choices: Choices,
        totals: Totals,
        looked: LookedAt,
        found: Reach,
        seen: Seen,
        most: int,
    ) -> None:
        self.program, self.game, self.found, self.most = program, program.game, found, most
        self.totals = totals
        self.states = States(program, choices, totals, looked)
        self.carrier = Carrier(program, looked.aside)
        self.course = Course(program, self.states, self.carrier, self._trouble)
        self.results = Results(program, looked, self.carrier, found, self._trouble, seen)
        self.spoken = {row.number for rows in program.rows.values() for row in rows if divisions(row)}
        self.distance: dict[State, int] = {}
        self.carried: dict[State, set[Aside]] = {}
        self.fresh: dict[State, set[Aside]] = {}
        self.before: dict[State, set[State]] = {}
        self.came: dict[State, tuple[State, str]] = {}
        self._goes_on_by_itself = (
            self.states.free
            and not program.has_rounds
            and all(sort.seconds is not None for sort in self.states.sorts)
        )
        self._leads: dict[tuple[State, Moment, float, AnswerSort | None, str], list[_Leads]] = {}
        self.move = ""
        self.ends: set[State] = set()
        self.queue: deque[State] = deque()
        self.values = 0

    def run(self) -> None:
        """Go all the ways."""
        self.found.timed |= self.states.timed
        self.found.mixed |= self.states.mixed
        try:
            self._go_through()
        except TooManyRolls:
            self.found.complete = False
        self.found.states += len(self.distance)
        if self.states.free or self.program.has_rounds:
            way = longest_way(self.distance, self.before) if self.found.complete else None
            longest = self.found.longest
            self.found.longest = None if way is None or longest is None else max(longest, way)
        if self.found.complete:
            self.found.endless |= leading_to(self.ends, self.before) < len(self.distance)

    def _go_through(self) -> None:
        for first in self.states.firsts():
            self._moment(first, {self.carrier.first()}, "begun", 0, None)
        while self.queue:
            state = self.queue.popleft()
            values = self.fresh.pop(state, None)
            if values is None:
                continue
            if len(self.distance) > self.most:
                self.found.complete = False
                return
            self.move = ""
            _WAYS[state.stands](self, state, values)

    def _reached(self, state: State, values: set[Aside], source: State | None, step: int = 0) -> None:
        """A state was reached with these values: it is looked at (again) where something of it is new."""
        if source is not None:
            self.before.setdefault(state, set()).add(source)
        have = self.carried.get(state)
        if have is None:
            have = self.carried[state] = set()
            if source is not None:
                self.came[state] = (source, self.move)
            self.distance[state] = step + (self.distance[source] if source is not None else 0)
            new = values
        else:
            new = values - have
        full = len(have) > MOST_IN_ENDLESS if self.states.free else self.values > MOST_VALUES
        if full and have and new:
            self.found.open_ended |= set(self.carrier.names)
            return
        if new:
            have |= new
            self.values += len(new)
            waiting = self.fresh.get(state)
            if waiting is None:
                self.fresh[state] = set(new)
                (self.queue.append if step else self.queue.appendleft)(state)
            else:
                waiting |= new

    def _asked(self, state: State) -> int:
        """How many questions were asked by a state; in rounds, or an endless deck, on the shortest way to
        it."""
        if self.states.free or self.program.has_rounds:
            return self.distance.get(state, 0)
        return self.states.asked(state)

    def _enter(self, state: State, values: set[Aside]) -> None:
        """A round begins."""
        self._met(f"round {state.round}", state)
        self.found.rounds.add(state.round)
        self._moment(self.states.entered(state), values, "round_begun", 0, state)

    def _end_round(self, state: State, values: set[Aside]) -> None:
        """A round is over."""
        self._moment(state._replace(back=()), values, "round_over", 0, state)

    def _next(self, state: State, values: set[Aside]) -> None:
        plan, in_rounds = self.states.plan(state), bool(state.round)
        for sort in dict.fromkeys(state.back):
            for opened in self.states.opened_again(state, sort):
                self._reached(opened, values, state, 1)
        if not state.back and self.states.may_be_through(state):
            if in_rounds:
                self._reached(state._replace(stands="round"), values, state)
            else:
                self._finish(state, values, End("done"), state)
        if self.game.clocks.game is not None:
            self._time_is_up(state, values)
        if self.states.is_through(state):
            return
        for sort in self.states.next_sorts(state):
            chosen = self._chosen(plan, sort)
            self.move = f"choose {chosen}" if chosen else ""
            for opened in self.states.all_opened(state, sort):
                self._reached(opened, values, state, 1)
        self.move = ""

    def _chosen(self, plan: Plan, sort: int) -> str:
        """What a player chooses to come to a sort."""
        by = plan.deal.choose
        return str(getattr(self.states.sorts[sort], by)) if by else ""

    def _visit(self, state: State, values: set[Aside]) -> None:
        self._moment(state, values, "opened", 0, state)

    def _ask(self, state: State, values: set[Aside]) -> None:
        sort, one = self.states.sorts[state.sort], self.states.round_of(state)
        rows = one.rows
        asks_again = self.game.checking.unreadable == "ask_again"
        verdicts: list[tuple[VerdictName, bool]] = [("right", False), ("wrong", False)]
        if sort.ways_to("answered"):
            verdicts = [("answered", False)]
        if sort.close:
            verdicts.append(("close", False))
        if state.parts + sort.open.letters - state.open.letters < sort.parts:
            verdicts.append(("right", True))
        counts = self.states.read(state)
        moments = {
            first_case(answered(one, name, partial=partial, asks_again=asks_again), counts): None
            for name, partial in verdicts
        }
        moments |= {moment: None for moment in BY_A_MOVE if rows[moment]}
        if asks_again and (rows["unreadable"] or state.hits or state.gave != NOTHING_GIVEN):
            moments["unreadable"] = None  # of which at the least nothing was right
        if self.game.leave:
            self._finish(state, values, End("done"), state)
        times = (0.0,) if not self.states.timed or sort.seconds is None else (0.0, sort.seconds)
        for moment in moments:
            for used, answer in product(times, answers_at(moment, sort, asks_again=asks_again)):
                self._moment(state, values, moment, used, state, answer)
        self._use_helps(state, values)
        if sort.seconds is not None:
            self._moment(state, values, "late", sort.seconds, state)
        if self.game.clocks.game is not None:
            self._time_is_up(state, values)
        if one.source.clocks.round is not None:
            self.move = "late"
            self._reached(self.states.closed(state)._replace(stands="round"), values, state)
            self.move = ""

    def _use_helps(self, state: State, values: set[Aside]) -> None:
        helps = self.states.helps
        if helps.helps:
            names = self.states.known(state)
            for place in helps.usable(state.open, state.used, state.parts, names):
                self._met(f"help {place + 1}", state)
                self.found.helps.add(place + 1)
                self._moment(state, values, "helped", 0, state, by=helps.helps[place])

    def _time_is_up(self, state: State, values: set[Aside]) -> None:
        self._finish(state, values, self.course.time_is_up(state), state)

    # A moment

    def _moment(
        self,
        state: State,
        values: set[Aside],
        moment: Moment,
        used: float,
        source: State | None,
        answer: AnswerSort | None = None,
        by: ReadyHelp | None = None,
    ) -> None:
        """A moment at a state, brought about by an ``answer`` or ``by`` a help where one is, and where the
        play goes from there."""
        bare = state._replace(left=())
        key = (bare, moment, used, answer, by.source.name if by else "")
        self.move = f"help {by.source.name}" if by else MOMENTS[moment].move
        self.move += f" @{as_written(used)}" if used and moment != "late" else ""
        leads = self._leads.get(key)
        if leads is None:
            happened = self.course.happen(self.states.at(bare, used, answer), moment, by)
            leads = self._leads[key] = [self._led_so(one, bare, state, values, moment) for one in happened]
        for one in leads:
            self._lead(one, state, values, source)

    def _lead(self, leads: _Leads, state: State, values: set[Aside], source: State | None) -> None:
        """A play goes where a moment leads."""
        row, last = leads.row or 0, self.found.last_rows
        at_a_question = state.stands not in BETWEEN and state.round == len(self.game.rounds)
        if row and row not in last and at_a_question and self.states.may_be_through(state):
            last.add(row)
        if leads.move is not None:
            values = set(map(leads.move, values))
        self.found.flow[leads.flow] += 1
        to = leads.to._replace(left=state.left) if state.left else leads.to
        if leads.flow[1] == "swap":
            to = self.states.swapped(to)
        if leads.gate:
            self._met(f"gate {state.round}.{leads.gate}", source or state)
            self.found.gates.add((state.round, leads.gate))
        if leads.end is not None:
            self._finish(to, values, leads.end, source)
        else:
            self._reached(to, values, source)
            if to.stands == "next" and self.states.may_run_out(state, leads.flow[0]):
                self._reached(to._replace(stands="round"), values, source)

    def _led_so(
        self, happened: Happened, bare: State, state: State, values: set[Aside], moment: Moment
    ) -> _Leads:
        """Where a moment leads from all states that differ only in what is left of the deck."""
        row, end, onward = happened.came.row, happened.came.end, happened.came.onward
        if row is not None:
            self._met(f"row {row.number}", state)
            self.found.rows.add(row.number)
            if row.number in self.spoken:
                self._try_to_say(row, happened.names)
        if moment != "begun":
            attempt = int(happened.attempt) if moment in ("right", "wrong", "close") else 0
            self._note((moment, attempt, bare.round), row, self._changes(happened, values))
        flow = (moment, end.result if end else onward)
        number = row.number if row else None
        to = happened.after if end else self._onward(bare, happened, moment, onward)
        gate = happened.came.gate.number if happened.came.gate else 0
        return _Leads(number, end, flow, happened.move, to, gate)

    def _onward(self, state: State, happened: Happened, moment: Moment, onward: Onward) -> State:
        """The state that a play goes on to."""
        after, gate = happened.after, happened.came.gate
        if gate is not None:
            return self.states.closed(after)._replace(stands="enter", round=gate.to)
        if onward == "later":
            after = self.states.put_back(after, state.sort)
        again = onward == "revisit" or (onward == "next" and self._goes_on_by_itself)
        if again and moment == "late" and self.game.clocks.game is None:
            same = self.states.closed(after)[3:5] == self.states.closed(state)[3:5]
            self.found.idle |= same and not self._row_changes(moment)
        then = self.course.goes_on(state, after, moment, onward)
        if then.stands in BETWEEN:
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

    # The end

    def _finish(self, state: State, values: set[Aside], end: End, source: State | None) -> None:
        found = self.found
        if end.ending:
            found.endings.add(end.ending)
            if source is not None:
                self._met(f"ending {end.ending}", source)
        if source is not None:
            self.ends.add(source)
        by_distance = self.states.free or self.program.has_rounds
        asked = self._asked(source if by_distance and source else state)
        found.shortest = asked if found.shortest is None else min(found.shortest, asked)
        if found.longest is not None:
            found.longest = max(found.longest, asked)
        names = self.states.known(state)
        if not by_distance:
            names["asked"] = asked
        self.results.look_at(names, state.times, values, end.result)

    def _met(self, what: str, state: State) -> None:
        """Note the moves that come to something for the first time, the present one last."""
        if what in self.found.ways:
            return
        moves = [self.move]
        while state in self.came:
            state, move = self.came[state]
            moves.append(move)
        if None not in moves:
            self.found.ways[what] = [move for move in reversed(moves) if move]

    def _try_to_say(self, row: ReadyRow, names: Names) -> None:
        try:
            for text in row.texts:
                text(names)
        except ExpressionError as error:
            self._trouble(f"row {row.number}, tell", error)

    def _trouble(self, where: str, error: ExpressionError) -> None:
        self.found.troubles.setdefault(where, str(error))


_WAYS: dict[Stands, Callable[[Search, State, set[Aside]], None]] = {
    "enter": Search._enter,
    "round": Search._end_round,
    "next": Search._next,
    "visit": Search._visit,
    "ask": Search._ask,
}
