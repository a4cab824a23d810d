"""Reach: what a game's plays can come to, found by going every way a play can go, each state once.

A state holds only what the course of a play depends on: plays that differ in nothing a rule looks at are one.
What only the result depends on is carried along as a set of values. Answers are outcomes here (right, wrong,
late …), not texts, and questions that the rules can't tell apart are one question. Where rules look at a
clock, answers at once and answers at the last moment stand for all.
"""

from __future__ import annotations

from collections import Counter, deque
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from math import inf, prod
from operator import add, attrgetter
from typing import NamedTuple, cast

from ..play.counts import Counts
from ..play.deck import pool
from ..play.expressions import ExpressionError, Names, Value
from ..play.game import ANSWER_MOMENTS, Choices, Moment, Number
from ..play.letters import bare, hidden
from ..play.program import Program, Row
from ..play.question import Question
from ..play.rows import Meters, first_award, first_ending, first_row, leads_to, meters_after, number
from ..play.seconds import seconds_of
from ..play.setup import NAMELESS
from .looked_at import COUNTED, LookedAt, divisions, looked_at, row_names

MOST_STATES = 20_000
"""States that are looked at before it is left at that."""
MOST_VALUES = 100_000
"""Values carried along, all together, before it is left at that."""
MOST_IN_ENDLESS = 300
"""Values carried along by one state where the deck has no end: past them a meter counts as unbounded."""
MOST_WAYS = 200
"""Ways to be through with part of the questions, of every sort a number, that are told apart."""
SOME_SECONDS = 10.0
"""What a clock is taken to have where its seconds depend on how the play goes."""
TIME_NAMES = frozenset(("time_left", "time_used", "game_left"))
_FIELDS = tuple(Counts.__dataclass_fields__)
_values = attrgetter(*_FIELDS)
_OF_A_QUESTION = frozenset(("attempt", "tries_left", "worth", "level", "topic", "kind"))

_MOVES: dict[Moment, str] = {
    "right": "right",
    "wrong": "wrong",
    "missed": "wrong",
    "late": "late",
    "skipped": "skip",
    "unreadable": "unreadable",
}
"""The move that brings a moment about; ``part`` and ``close`` need something typed."""

Aside = tuple[Number, ...]
"""The meters and counts that are carried along, in the order of the search's ``aside``."""


class Sort(NamedTuple):
    """Questions that the rules can't tell apart: what they know of them, and what can happen at one."""

    worth: float
    level: int
    topic: str
    kind: str
    seconds: float | None
    tries: int | None
    parts: int
    close: bool


class State(NamedTuple):
    """Where a play stands: before the next question (``next``), at a visit's begin (``visit``), or asking
    (``ask``)."""

    step: str
    left: tuple[int, ...]
    sort: int
    meters: tuple[Number, ...]
    counts: tuple[float, ...]
    first: bool = True
    parts: int = 0


class Pay(NamedTuple):
    """What a moment does to the meters at a try (0: the try makes no difference): each possible change."""

    moment: Moment
    attempt: int
    changes: dict[str, tuple[Number, ...]]
    rows: tuple[int | None, ...]


@dataclass(slots=True)
class Reach:
    """What plays can come to.

    ``complete`` tells that every state was looked at; what was not found is only then impossible.
    ``open_ended`` are the meters of which not all final values were found. ``timed`` tells that clocks were
    looked at by their ends; ``mixed`` that questions of many sorts were taken in any mix, also in some that
    the pack does not hold: nothing is missed so, but not everything found has to be possible. Rows, endings
    and awards are numbered from 1. ``last_rows`` are those that can apply at the last question. ``values``
    are the final values of each meter. ``shadowed`` names, for an award that would hold, one that was given
    in its place; ``no_award`` is what was looked at where none held. ``troubles`` are the expressions that
    have no value in some play. ``ways`` are, for rows and endings ("row 3", "ending 1"), moves that come to
    them. ``endless`` tells that a play can come to where nothing can end it any more, ``idle`` that one goes
    on by itself when nobody plays.
    """

    complete: bool = True
    timed: bool = False
    mixed: bool = False
    states: int = 0
    open_ended: set[str] = field(default_factory=set)
    values: dict[str, set[Number]] = field(default_factory=dict)
    results: set[str] = field(default_factory=set)
    rows: set[int] = field(default_factory=set)
    last_rows: set[int] = field(default_factory=set)
    endings: set[int] = field(default_factory=set)
    awards: set[int] = field(default_factory=set)
    shadowed: dict[int, int] = field(default_factory=dict)
    no_award: dict[str, Value] | None = None
    flow: Counter[tuple[Moment, str]] = field(default_factory=Counter)
    shortest: int | None = None
    longest: int | None = 0
    troubles: dict[str, str] = field(default_factory=dict)
    endless: bool = False
    idle: bool = False
    changes: dict[tuple[Moment, int], dict[str, set[Number]]] = field(default_factory=dict)
    changed_by: dict[tuple[Moment, int], set[int | None]] = field(default_factory=dict)
    ways: dict[str, list[str]] = field(default_factory=dict)

    def hidden_by(self, award: int) -> int | None:
        """The award that always goes before one that would hold at times; None where it is given or never
        holds."""
        return None if award in self.awards else self.shadowed.get(award)

    @property
    def pays(self) -> list[Pay]:
        """What each moment does to the meters, in the order a question is lived through."""
        order = {moment: n for n, moment in enumerate(ANSWER_MOMENTS)}
        found = [
            Pay(
                moment,
                attempt,
                {name: tuple(sorted(changes)) for name, changes in meters.items()},
                tuple(sorted(self.changed_by[moment, attempt], key=lambda number: number or 0)),
            )
            for (moment, attempt), meters in self.changes.items()
        ]
        return sorted(found, key=lambda pay: (order.get(pay.moment, -1), pay.attempt))


def reach(program: Program, *, most: int = MOST_STATES) -> Reach:
    """Go every way a play of the game can go, with every number of questions that can be asked."""
    found = Reach()
    looked = looked_at(program)
    for choices, totals in _openings(program, looked):
        _Search(program, choices, totals, looked, found, most).run()
    return found


def _openings(program: Program, looked: LookedAt) -> Iterator[tuple[Choices, frozenset[int] | None]]:
    """The choices a play can begin with, and how many questions it may then have (None: no end to them)."""
    game = program.game
    asked, repeating = game.setup.count, game.deal.repeats != "never"
    levels: list[int | None] = [None]
    if game.setup.level:
        levels = list(range(game.setup.level.min, game.setup.level.max + 1))
        levels = levels if "level" in looked.names else levels[:1]
    for level in levels:
        available = len(pool(game, Choices(0, level=level)))
        if not available:
            continue
        if asked is None:
            drawn = game.deal.draw
            if repeating:
                yield Choices(0, level=level), None if drawn is None else frozenset({drawn})
            else:
                yield Choices(0, level=level), frozenset({min(drawn or available, available)})
            continue
        totals = {n if repeating else min(n, available) for n in (asked.min, asked.default, asked.max)}
        together = not {"total", "left", "count"} & looked.names
        for some in [totals] if together else [{total} for total in sorted(totals)]:
            yield Choices(0, count=max(some), level=level), frozenset(some)


class _Search:
    """One search from one opening."""

    def __init__(
        self,
        program: Program,
        choices: Choices,
        totals: frozenset[int] | None,
        looked: LookedAt,
        found: Reach,
        most: int,
    ) -> None:
        self.program, self.game, self.found, self.most = program, program.game, found, most
        self.totals = totals
        self.looked = looked
        questions = pool(self.game, choices)
        self.total = max(totals) if totals else len(questions)
        self.count = choices.count or self.total
        self.meters = tuple(name for name in program.meters if name not in looked.aside)
        self.aside = tuple(sorted(looked.aside))
        self.aside_counts = tuple(name for name in self.aside if name in COUNTED)
        self.kept = [(n, looked.caps.get(name, inf)) for n, name in enumerate(_FIELDS) if self._keeps(name)]
        self.timed = bool(TIME_NAMES & looked.names)
        self.free = totals is None
        self.repeating = self.game.deal.repeats != "never"
        self.in_order = self.game.deal.order == "filed" and not self.repeating
        sorts = [self._sort(question) for question in questions]
        self.sorts = list(dict.fromkeys(sorts))
        self.sequence = [self.sorts.index(sort) for sort in sorts]
        if not self.repeating and not self.in_order:
            ways = prod(have + 1 for have in Counter(self.sequence).values())
            self.repeating = ways > MOST_WAYS
            found.mixed |= self.repeating
        self.start_left = self._start_left()
        self.keeps_last = bool(_OF_A_QUESTION & self._names_at_the_end())
        self.spoken = {row.number for rows in program.rows.values() for row in rows if divisions(row)}
        self.distance: dict[State, int] = {}
        self.carried: dict[State, set[Aside]] = {}
        self.fresh: dict[State, set[Aside]] = {}
        self.before: dict[State, set[State]] = {}
        self.came: dict[State, tuple[State, str]] = {}
        self.move = ""
        self.ends: set[State] = set()
        self.queue: deque[State] = deque()
        self.values = 0
        self.decides = sorted(looked.names - looked.aside - {"percent"})
        self.finished: dict[tuple[Value | None, ...], set[Aside]] = {}

    def _keeps(self, name: str) -> bool:
        if name in ("attempt", "tries_left"):
            return True
        return name in self.looked.names and name not in self.looked.aside and name != "total"

    def _start_left(self) -> tuple[int, ...]:
        if self.repeating:
            return () if self.free else (self.total,)
        have = Counter(self.sequence)
        return tuple(have[place] for place in range(len(self.sorts)))

    def _names_at_the_end(self) -> set[str]:
        """What may be asked of the last question after it."""
        rules = [*self.program.awards, *(self.program.endings if self.game.clocks.game is not None else ())]
        names = {name for condition, _, _ in rules for name in condition.names}
        return names | {name for row in self.program.rows["over"] for name in row_names(row)}

    def _sort(self, question: Question) -> Sort:
        game, names = self.game, self.looked.names
        seconds = seconds_of(game, question)
        if seconds is None and game.clocks.question_by:
            seconds = SOME_SECONDS
        letters = question.kind == "letters"
        phrase = question.answers[0] if letters and self.program.rows["part"] else ""
        return Sort(
            question.worth if "worth" in names else 0,
            question.level if "level" in names else 0,
            question.topic if "topic" in names else "",
            question.kind if "kind" in names else "",
            seconds if self.timed or seconds is None else 1.0,
            question.misses if letters else game.tries,
            len({bare(mark) for mark in phrase if hidden(mark)}) - 1 if phrase else 0,
            question.kind in ("typed", "letters", "table") and bool(self.program.rows["close"]),
        )

    # The search

    def run(self) -> None:
        """Go all the ways."""
        self.found.timed |= self.timed
        starts = {meter.name: meter.kept(meter.start) for meter in self.game.meters}
        counts = Counts()
        start = State(
            "next",
            self.start_left,
            -1,
            tuple(starts[name] for name in self.meters),
            self._counts(counts),
        )
        self._moment(start, {tuple(starts.get(name, 0) for name in self.aside)}, "begun", 0, None)
        while self.queue:
            state = self.queue.popleft()
            values = self.fresh.pop(state, None)
            if values is None:
                continue
            if len(self.distance) > self.most:
                self.found.complete = False
                break
            self.move = ""
            {"next": self._next, "visit": self._visit, "ask": self._ask}[state.step](state, values)
        self.found.states += len(self.distance)
        if self.free:
            self.found.longest = self._longest_way()
        if self.found.complete:
            self._look_for_no_end()

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
        full = len(have) > MOST_IN_ENDLESS if self.free else self.values > MOST_VALUES
        if full and have and new:
            self.found.open_ended |= set(self.aside)
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
        """How many questions were asked by a state; in an endless deck, on the shortest way to it."""
        return self.distance.get(state, 0) if self.free else sum(self.start_left) - sum(state.left)

    def _next(self, state: State, values: set[Aside]) -> None:
        asked = self._asked(state)
        if self.totals and asked in self.totals:
            self._finish(state, values, "done", None, state)
        if not self.free and asked >= self.total:
            return
        if self.game.clocks.game is not None:
            self._time_is_up(state, values)
        if self.in_order:
            sorts = [self.sequence[asked]]
        elif self.repeating:
            sorts = list(range(len(self.sorts)))
        else:
            sorts = [sort for sort, have in enumerate(state.left) if have]
        counts = self._read(state)
        counts.asked += 1
        kept = self._counts(counts)
        for sort in sorts:
            left = state.left if self.free else _one_less(state.left, 0 if self.repeating else sort)
            self._reached(State("visit", left, sort, state.meters, kept), values, state, 1)

    def _visit(self, state: State, values: set[Aside]) -> None:
        counts = self._read(state)
        counts.open(self.sorts[state.sort].tries)
        self._moment(state._replace(counts=self._counts(counts)), values, "opened", 0, state)

    def _ask(self, state: State, values: set[Aside]) -> None:
        sort, rows = self.sorts[state.sort], self.program.rows
        last_try = self._read(state).tries_left == 1
        moments: list[Moment] = ["right", "missed" if last_try else "wrong"]
        if sort.close and not last_try:
            moments.append("close")
        if state.parts < sort.parts:
            moments.append("part")
        if rows["skipped"]:
            moments.append("skipped")
        if rows["unreadable"] and self.game.checking.unreadable == "ask_again":
            moments.append("unreadable")
        times = (0.0,) if not self.timed or sort.seconds is None else (0.0, sort.seconds)
        for moment in moments:
            for used in times:
                self._moment(state, values, moment, used, state)
        if sort.seconds is not None:
            self._moment(state, values, "late", sort.seconds, state)
        if self.game.clocks.game is not None:
            self._time_is_up(state, values)

    def _time_is_up(self, state: State, values: set[Aside]) -> None:
        ending = self._ending(state, 0)
        result = self.program.endings[ending - 1][2].result if ending else "done"
        self._finish(state, values, result, ending, state)

    # A moment

    def _moment(
        self, state: State, values: set[Aside], moment: Moment, used: float, source: State | None
    ) -> None:
        """A moment at a state, and where the play goes from there."""
        self.move = _MOVES.get(moment, "") + (f" @{used:g}" if used and moment != "late" else "")
        counts, plain = self._read(state), Counts()
        counts.happened(moment, first_visit=state.first)
        plain.attempt = counts.attempt
        plain.happened(moment, first_visit=state.first)
        meters: Meters = dict(zip(self.meters, state.meters, strict=True))
        names = self._known(state.sort, meters, counts, used)
        row = first_row(self.program.rows[moment], names, self._trouble)
        if row is not None:
            self._met(f"row {row.number}", state)
            self.found.rows.add(row.number)
            if not self.free and state.step != "next" and self._asked(state) >= self.total:
                self.found.last_rows.add(row.number)
        changed, values, changes = self._applied(row, meters, values, names, plain)
        after = state._replace(meters=tuple(changed.values()), counts=self._counts(counts))
        end = self._end_after(after, moment, row, used)
        onward = "over" if end else leads_to(moment, row)
        self.found.flow[moment, end[0] if end else onward] += 1
        if moment != "begun":
            self._note((moment, counts.attempt if moment in ("right", "wrong", "close") else 0), row, changes)
        if end is not None:
            self._finish(after, values, *end, source)
        else:
            self._go_on(state, after, values, moment, onward, source)

    def _go_on(
        self,
        state: State,
        after: State,
        values: set[Aside],
        moment: Moment,
        onward: str,
        source: State | None,
    ) -> None:
        if onward == "next":
            self._reached(self._closed(after), values, source)
        elif onward == "revisit":
            again = after._replace(step="visit", first=False, parts=0)
            if moment == "late" and self.game.clocks.game is None:
                same = self._closed(after)[3:5] == self._closed(state)[3:5]
                self.found.idle |= same and not self._row_changes(moment)
            self._reached(again, values, source)
        elif onward == "resume":
            self._reached(after._replace(parts=state.parts + (moment == "part")), values, source)
        else:  # the first try, or the next one
            counts = self._read(after)
            counts.attempt += 1
            self._reached(after._replace(step="ask", counts=self._counts(counts)), values, source)

    def _row_changes(self, moment: Moment) -> bool:
        """Whether a row of a moment changes a meter that ends plays."""
        return any(
            name in self.meters for row in self.program.rows[moment] for name, _ in (*row.add, *row.set)
        )

    def _applied(
        self, row: Row | None, meters: Meters, values: set[Aside], names: Names, plain: Counts
    ) -> tuple[Meters, set[Aside], dict[str, set[Number]]]:
        """The meters after a row, the values carried along after it, and every change that was made."""
        changed, does = meters, {}
        if row is not None:
            if row.number in self.spoken:
                self._try_to_say(row, names)
            try:
                does = self._to_aside(row, names)
                changed = self._to_meters(row, meters, names)
            except ExpressionError as error:
                self._trouble(f"row {row.number}", error)
                does = {}
        for place, name in enumerate(self.aside):
            if name in COUNTED and (grown := getattr(plain, name)):
                does[place] = (None, grown)
        moved = self._mover(does)
        carried = set(map(moved, values)) if does else values
        before = next(iter(values))
        after = moved(before)
        changes = {name: {_difference(changed[name], meters[name])} for name in self.meters}
        for place, name in enumerate(self.aside):
            if name in self.program.meters:
                changes[name] = {_difference(after[place], before[place])}
        return changed, carried, changes

    def _to_meters(self, row: Row, meters: Meters, names: Names) -> Meters:
        """The meters that plays depend on, after a row."""
        full = {**meters, **{name: 0 for name in self.aside if name in self.program.meters}}
        after = meters_after(self.program, row, full, names)
        return {name: after[name] for name in self.meters}

    def _to_aside(self, row: Row, names: Names) -> dict[int, tuple[Number | None, Number]]:
        """What a row does to each value carried along: what it is set to (None: not), and what is added."""
        does: dict[int, tuple[Number | None, Number]] = {}
        for name, expression in row.set:
            if name in self.looked.aside:
                does[self.aside.index(name)] = (number(expression, names), 0)
        for name, expression in row.add:
            if name in self.looked.aside:
                place = self.aside.index(name)
                does[place] = (does.get(place, (None, 0))[0], number(expression, names))
        return does

    def _mover(self, does: dict[int, tuple[Number | None, Number]]) -> Callable[[Aside], Aside]:
        """What does to values carried along what a row does to each of them."""
        places = range(len(self.aside))
        added = tuple(does[place][1] if place in does else 0 for place in places)
        meters = [self.program.meters.get(name) for name in self.aside]
        bounded = [
            (place, meter)
            for place in does
            if (meter := meters[place]) and (meter.is_bounded or isinstance(added[place], float))
        ]
        fixed = [(place, value) for place, (value, _) in does.items() if value is not None]

        def moved(one: Aside) -> Aside:
            return tuple(map(add, one, added))

        def moved_within_bounds(one: Aside) -> Aside:
            after = list(one)
            for place, value in fixed:
                meter = meters[place]
                after[place] = meter.kept(value) if meter else value
            after = list(map(add, after, added))
            for place, meter in bounded:
                after[place] = meter.kept(after[place])
            return tuple(after)

        return moved_within_bounds if bounded or fixed else moved

    def _end_after(
        self, after: State, moment: Moment, row: Row | None, used: float
    ) -> tuple[str, int | None] | None:
        if row is not None and row.source.then in ("won", "lost", "done"):
            return row.source.then, None
        if row is None and moment not in ANSWER_MOMENTS:
            return None
        ending = self._ending(after, used)
        return (self.program.endings[ending - 1][2].result, ending) if ending else None

    def _ending(self, state: State, used: float) -> int | None:
        if not self.program.endings:
            return None
        names = self._known(
            state.sort, dict(zip(self.meters, state.meters, strict=True)), self._read(state), used
        )
        return first_ending(self.program, names, self._trouble)

    def _note(self, key: tuple[Moment, int], row: Row | None, changes: dict[str, set[Number]]) -> None:
        pays = self.found.changes.setdefault(key, {name: set() for name in self.program.meters})
        for name, some in changes.items():
            pays[name] |= some
        self.found.changed_by.setdefault(key, set()).add(row.number if row else None)

    # The end

    def _finish(
        self, state: State, values: set[Aside], result: str, ending: int | None, source: State | None
    ) -> None:
        found = self.found
        found.results.add(result)
        if ending:
            found.endings.add(ending)
            if source is not None:
                self._met(f"ending {ending}", source)
        if source is not None:
            self.ends.add(source)
        asked = self._asked(source if self.free and source else state)
        found.shortest = asked if found.shortest is None else min(found.shortest, asked)
        if found.longest is not None:
            found.longest = max(found.longest, asked)
        meters: Meters = dict(zip(self.meters, state.meters, strict=True))
        names = self._known(state.sort, meters, self._read(state), 0)
        if not self.free:
            names["asked"] = asked
        finished = self.finished.setdefault(tuple(map(names.get, self.decides)), set())
        for one in values - finished:
            self._result({**names, **dict(zip(self.aside, one, strict=True))}, asked)
        finished |= values

    def _result(self, names: dict[str, Value], asked: int) -> None:
        """The last row and the award, with everything known."""
        if "percent" in self.looked.names:
            names["percent"] = 100 * cast(float, names["right"]) / asked if asked else 0
        found = self.found
        meters: Meters = {name: cast(Number, names[name]) for name in self.program.meters}
        row = first_row(self.program.rows["over"], names, self._trouble)
        if row is not None:
            found.rows.add(row.number)
            try:
                meters = meters_after(self.program, row, meters, names)
                names = {**names, **meters}
            except ExpressionError as error:
                self._trouble(f"row {row.number}", error)
        for name, value in meters.items():
            found.values.setdefault(name, set()).add(value)
        award = first_award(self.program, names, self._trouble)
        if award is not None:
            found.awards.add(award)
            self._look_for_shadows(award, names)
        elif self.program.awards and found.no_award is None:
            found.no_award = {
                name: names[name] for condition, _, _ in self.program.awards for name in condition.names
            }

    def _look_for_shadows(self, given: int, names: Names) -> None:
        for place, (condition, _, _) in enumerate(self.program.awards[given:], given + 1):
            if place not in self.found.shadowed and place not in self.found.awards:
                try:
                    if condition(names):
                        self.found.shadowed[place] = given
                except ExpressionError:
                    continue

    def _look_for_no_end(self) -> None:
        """Whether there is a state from which no end can be reached any more."""
        good, todo = set(self.ends), list(self.ends)
        while todo:
            for earlier in self.before.get(todo.pop(), ()):
                if earlier not in good:
                    good.add(earlier)
                    todo.append(earlier)
        self.found.endless |= len(good) < len(self.distance)

    def _longest_way(self) -> int | None:
        """The most questions on any way through the states; None where a way can lead round for ever."""
        if not self.found.complete:
            return None
        after: dict[State, list[State]] = {}
        waits = dict.fromkeys(self.distance, 0)
        for state, sources in self.before.items():
            waits[state] = len(sources)
            for source in sources:
                after.setdefault(source, []).append(state)
        far = dict.fromkeys(self.distance, 0)
        todo = [state for state, number in waits.items() if number == 0]
        done = 0
        while todo:
            state = todo.pop()
            done += 1
            for later in after.get(state, ()):
                far[later] = max(far[later], far[state] + (state.step == "next"))
                waits[later] -= 1
                if waits[later] == 0:
                    todo.append(later)
        return max(far.values()) if done == len(far) else None

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

    # What expressions know

    def _known(self, sort: int, meters: Meters, counts: Counts, used: float) -> dict[str, Value]:
        about = self.sorts[sort] if sort >= 0 else None
        counts.total = self.total
        left = about.seconds - used if about and about.seconds is not None else 0
        return {
            "player": NAMELESS,
            "count": self.count,
            "worth": about.worth if about else 0,
            "level": about.level if about else 0,
            "topic": about.topic if about else "",
            "kind": about.kind if about else "",
            **counts.names(),
            **meters,
            "time_left": left,
            "time_used": used,
            "game_left": self.game.clocks.game or 0,
        }

    def _closed(self, state: State) -> State:
        """A state before the next question: what only the last one is asked about is put away."""
        if self.keeps_last:
            return state._replace(step="next", first=True, parts=0)
        counts = self._read(state)
        counts.attempt, counts.tries_left = 0, inf
        return State("next", state.left, -1, state.meters, self._counts(counts))

    def _read(self, state: State) -> Counts:
        return Counts(*cast(tuple[int, ...], state.counts))

    def _counts(self, counts: Counts) -> tuple[float, ...]:
        """The counts the course of a play depends on, none larger than makes a difference."""
        values = _values(counts)
        shown: list[float] = [0] * len(values)
        for place, cap in self.kept:
            value = values[place]
            shown[place] = value if value < cap else cap
        return tuple(shown)

    def _try_to_say(self, row: Row, names: Names) -> None:
        try:
            row.say(names)
        except ExpressionError as error:
            self._trouble(f"row {row.number}, say", error)

    def _trouble(self, where: str, error: ExpressionError) -> None:
        self.found.troubles.setdefault(where, str(error))


def _one_less(left: tuple[int, ...], sort: int) -> tuple[int, ...]:
    return (*left[:sort], left[sort] - 1, *left[sort + 1 :])


def _difference(after: Number, before: Number) -> Number:
    change = round(after - before, 9)
    return int(change) if change == int(change) else change
