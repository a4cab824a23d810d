"""Exact odds: the search through a game's plays, every state of them weighed by how likely it is.

A play is a chain of states (Markov). What is likely at one follows from the walker and, for the next
question, from how many of each sort are left: questions drawn without repeats come with hypergeometric
weights. A walker's wrong answer has as few parts right as can be. Weights are any numbers: floats, fractions,
or arrays of them over a grid of skills.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from math import inf
from typing import Any, NamedTuple

from ...play.deck import Deck, pool
from ...play.expressions import Value
from ...play.game import Choices, Result
from ...play.kinds import kind_of
from ...play.moments import MOMENTS, Moment
from ...play.played import End
from ...play.program import Program
from ...play.rows import Meters
from ...play.seconds import seconds_of
from ...play.sequence import close, pause_after
from ...play.setup import choose
from ..search.aside import Aside, Carrier
from ..search.course import AtEnd, Course, Happened
from ..search.states import TIME_NAMES, State, States, Weighing
from ..search.watched import LookedAt, looked_at
from .figures import Figures, Moments
from .walker import Walker

MOST_MOVED = 600_000
"""Weights moved from state to state before a game has too many states for this."""
MOST_QUESTIONS = 3000
"""Questions after which plays of an endless deck that still go on are not followed any further."""
LEFT = 1e-9
"""The share of plays that may be left over."""


class Inexact(ValueError):
    """Exact odds can't be had; the message says why, and to walk the game instead."""


class Spot(NamedTuple):
    """A state, and the milliseconds that the game's clock has run by then (0 where there is none)."""

    state: State
    spent: int


@dataclass(slots=True)
class Way:
    """One way on from a state: how likely, by which moment and its row, what it does to the values carried
    aside, how many milliseconds later, and to which state or to which end."""

    share: Any
    later: int
    moment: Moment | None = None
    happened: Happened | None = None
    to: Spot | None = None
    end: End | None = None
    at: State | None = None
    first_try: bool = False


Weights = dict[Aside, Moments]
"""How likely plays are with each of the values carried aside, and how long they take, in milliseconds."""


def odds(program: Program, walker: Walker, choices: Choices | None = None) -> Figures:
    """What plays of a game come to when a walker makes them. Raises :class:`Inexact`."""
    return Weighed(program, walker, choices or choose(program.game, 0)).figures()


def guessing(program: Program) -> float:
    """The chance that a first try is right by guessing alone, on average over a game's questions."""
    guesses = [kind_of(question).guesses(question) for question in program.game.questions]
    return sum(1 / number for number in guesses if number) / max(1, len(guesses))


class Weighed:
    """One weighed search."""

    def __init__(self, program: Program, walker: Walker, choices: Choices) -> None:
        self.program, self.game, self.walker = program, program.game, walker
        looked = looked_at(program)
        deck = Deck(program.game, choices)
        total = None if deck.endless else deck.total
        totals = None if total is None else frozenset({total})
        by = Weighing(walker.how == "knows", walker.pace > 0)
        self.states = States(program, choices, totals, looked, by, deck.questions)
        self.total, self.share_of = total, _shares(self.states)
        for problem in _problems(program, walker, choices, looked, self.states):
            raise Inexact(f"{problem} Walk it instead.")
        self.carrier = Carrier(program, looked.aside)
        self.course = Course(program, self.states, self.carrier, lambda *_: None)
        self.pace = round(1000 * walker.pace)
        self.game_clock = None if self.game.clocks.game is None else round(1000 * self.game.clocks.game)
        self.found = Figures(None)
        self._ways: dict[Spot, list[Way]] = {}
        self._ends: dict[Any, tuple[str, Meters, str]] = {}
        self._time = Moments()
        """The milliseconds of plays that have ended."""
        self._moved = 0

    def figures(self) -> Figures:
        """Go all the ways."""
        one = Moments()
        one.add(0, _one(self.walker))
        now: dict[Spot, Weights] = {}
        start = Spot(self.states.first(), 0)
        begun = self._after(start, "begun", 1, 0, 0)
        self._go(begun, {self.carrier.first(): one}, now, asked=0)
        asked = 0
        while now:
            if asked > MOST_QUESTIONS:
                left = sum(_largest(one.weight) for weights in now.values() for one in weights.values())
                if left > LEFT:
                    raise Inexact(
                        f"After {MOST_QUESTIONS:,} questions {100 * left:.0f} % of the plays still go on."
                        f"{self._paceless()} Walk it instead."
                    )
                break
            now = self._question(now, asked)
            asked += 1
        self.found.seconds = self._time.divided_by(1000)
        total = sum(self.found.results.values())
        self.found.left_over = max(0, _largest(_one(self.walker) - total))
        if self.found.left_over < LEFT and self.total is not None:
            self.found.left_over = 0
        return self.found

    def _question(self, now: dict[Spot, Weights], asked: int) -> dict[Spot, Weights]:
        """Everything that happens until the next question, or the end."""
        then: dict[Spot, Weights] = {}
        within: dict[Spot, Weights] = {}
        for key, weights in now.items():
            for way in self._next_ways(key, asked):
                self._go(way, weights, within, asked)
        queue = deque(within)
        while queue:
            key = queue.popleft()
            weights = within.pop(key, {})
            if not weights or max(_largest(one.weight) for one in weights.values()) < LEFT / 1000:
                continue
            for way in self._ways_from(key):
                target = then if way.to is not None and way.to.state.step == "next" else within
                known = len(within)
                self._go(way, weights, target, asked + 1)
                if len(within) > known and way.to is not None:
                    queue.append(way.to)
        return then

    def _go(self, way: Way, weights: Weights, target: dict[Spot, Weights], asked: int) -> None:
        """Move weights along a way, to a state or to the end."""
        if not _largest(way.share):
            return
        self._moved += len(weights)
        if self._moved > MOST_MOVED:
            raise Inexact(f"The game has too many states for exact odds.{self._paceless()} Walk it instead.")
        moved = way.happened.move if way.happened else None
        share = way.share
        if way.moment is not None:
            self._count(way, weights)
        if way.end is not None:
            assert way.at is not None
            for aside, one in weights.items():
                final = moved(aside) if moved else aside
                self._finish(way, way.at, final, one, asked)
            return
        assert way.to is not None
        into = target.setdefault(way.to, {})
        for aside, one in weights.items():
            after = moved(aside) if moved else aside
            have = into.get(after)
            if have is None:
                have = into[after] = Moments()
            have.merge(one, share, way.later)

    def _paceless(self) -> str:
        """A word on clocks that never run out."""
        if self.pace or self.game_clock is None:
            return ""
        return " Its clock does not run while a try takes no time: say how many seconds one takes."

    def _count(self, way: Way, weights: Weights) -> None:
        """Count a moment and its row."""
        weight = sum(one.weight for one in weights.values()) * way.share
        if not _largest(weight):
            return
        means = self.found.means
        if way.moment is not None and MOMENTS[way.moment].counted:
            means[way.moment] = means.get(way.moment, 0) + weight
        if way.first_try:
            means["first_try"] = means.get("first_try", 0) + weight
        if way.happened is not None and way.happened.came.row is not None:
            self.found.rows.add(way.happened.came.row.number)

    # The ways from a state

    def _next_ways(self, key: Spot, asked: int) -> Iterator[Way]:
        state = key.state
        if self.total is not None and asked >= self.total:
            yield Way(1, 0, end=End("done"), at=state)
            return
        counts = self.states.read(state)
        counts.asked += 1
        kept = self.states.kept(counts)
        for share, before, sort in self._drawn(state, asked):
            yield Way(share, 0, to=Spot(self.states.after_opening(before, sort, kept), key.spent))

    def _drawn(self, state: State, asked: int) -> Iterator[tuple[Any, State, int]]:
        """The sorts that can come next: how likely, and the state from which each is taken."""
        if state.then >= 0:
            yield 1, state._replace(then=-1), state.then
        elif self.states.ends_round(state):
            yield from self._drawn_anew(state)
        else:
            sorts = self.states.next_sorts(state, asked)
            left = [state.left[sort] if self._draws else self.share_of[sort] for sort in sorts]
            for sort, have in zip(sorts, left, strict=True):
                yield _part(have, sum(left), self.walker), state, sort

    def _drawn_anew(self, state: State) -> Iterator[tuple[Any, State, int]]:
        """The first question of a new round, which is not the last one of the round before: where that comes
        first, the two first ones change places. So it is one of the n - 1 others, each as likely; and in one
        of n rounds the last one comes right behind it."""
        full = self.states.left_at_first
        number = sum(full)
        if number == 1:
            yield 1, state._replace(left=full), state.sort
            return
        for sort, have in enumerate(full):
            others = have - (sort == state.sort)
            if others:
                share = _part(others, number - 1, self.walker)
                behind = _part(1, number, self.walker)
                yield share * behind, state._replace(left=full, then=state.sort), sort
                yield share * (1 - behind), state._replace(left=full), sort

    @property
    def _draws(self) -> bool:
        """Whether questions are drawn without repeats, from what is left of each sort."""
        return not self.states.in_order and not self.states.repeating

    def _ways_from(self, key: Spot) -> list[Way]:
        ways = self._ways.get(key)
        if ways is None:
            ways = self._ways[key] = list(
                self._opened(key) if key.state.step == "visit" else self._tried(key)
            )
        return ways

    def _opened(self, key: Spot) -> Iterator[Way]:
        counts = self.states.read(key.state)
        counts.open(self.states.sorts[key.state.sort].tries)
        opened = key.state._replace(counts=self.states.kept(counts))
        yield self._after(Spot(opened, key.spent), "opened", 1, 0, 0)

    def _tried(self, key: Spot) -> Iterator[Way]:
        """A try, or the clock that runs out before it."""
        sort, counts = self.states.sorts[key.state.sort], self.states.read(key.state)
        before = 0 if self.game.clocks.restart_on_again else self.pace * (counts.attempt - 1)
        question = inf if sort.seconds is None else round(1000 * sort.seconds) - before
        game = inf if self.game_clock is None else self.game_clock - key.spent
        if self.pace <= min(question, game):
            share = self.walker.right(sort.guesses, counts.attempt)
            used = before + self.pace
            wrong: Moment = "missed" if counts.tries_left == 1 else "wrong"
            yield self._after(key, "right", share, self.pace, used, sort.possible)
            yield self._after(key, wrong, 1 - share, self.pace, used, sort.wrong_hits[0])
        elif game <= question:
            yield self._time_is_up(key.state, Way(1, int(game)), before + int(game), self.game_clock or 0)
        else:
            yield self._after(key, "late", 1, int(question), before + int(question))

    def _after(self, key: Spot, moment: Moment, share: Any, later: int, used: int, hits: int = 0) -> Way:
        """The way that a moment leads, ``later`` milliseconds after the state began to wait."""
        spent = key.spent + later if self.game_clock is not None else 0
        also = self._clock(spent)
        happened = self.course.happen(key.state, moment, used / 1000, hits, also)
        came = happened.came
        pause, _ = pause_after(came, self.game.clocks.breather)
        way = Way(share, later + round(1000 * pause), moment, happened)
        way.first_try = moment == "right" and key.state.first and happened.attempt == 1
        if came.end is not None:
            way.end, way.at = came.end, happened.after
        elif self.game_clock is not None and spent >= self.game_clock:
            return self._time_is_up(happened.after, way, used, spent)
        else:
            state = self.course.goes_on(key.state, happened.after, moment, came.onward)
            way.to = Spot(state, spent)
        return way

    def _time_is_up(self, state: State, way: Way, used: int, spent: int) -> Way:
        """The game's clock has run out."""
        way.end = self.course.ending(state, used / 1000, self._clock(spent)) or End("done")
        way.at = state
        return way

    def _clock(self, spent: int) -> dict[str, Value] | None:
        if self.game_clock is None or not self.states.timed:
            return None
        return {"game_left": (self.game_clock - spent) / 1000}

    # The end

    def _finish(self, way: Way, state: State, aside: Aside, one: Moments, asked: int) -> None:
        assert way.end is not None
        weight = one.weight * way.share
        result, meters, award = self._ended(state, aside, way.end.result, asked)
        found = self.found
        found.add(result, award, meters.items(), weight)
        found.asked.add(asked, weight)
        self._time.merge(one, way.share, way.later)

    def _ended(self, state: State, aside: Aside, result: Result, asked: int) -> tuple[str, Meters, str]:
        """The result, the final meters and the award of plays that end alike."""
        key = (state, aside, result, asked)
        known = self._ends.get(key)
        if known is None:
            known = self._ends[key] = self._look_at_end(state, aside, result, asked)
        return known

    def _look_at_end(self, state: State, aside: Aside, result: Result, asked: int) -> tuple[str, Meters, str]:
        names: dict[str, Value] = {**self.course.known(state, 0), **self.carrier.named(aside), "asked": asked}
        right = names["right"]
        names["percent"] = 100 * right / asked if asked and isinstance(right, int | float) else 0
        end = AtEnd(self.program, names, lambda *_: None)
        [closed] = close(end, result)
        if closed.row is not None:
            self.found.rows.add(closed.row.number)
        award = "" if closed.award is None else self.game.awards[closed.award - 1].title
        return closed.result, end.meters, award


def _shares(states: States) -> list[int]:
    """How many questions there are of each sort."""
    return [states.sequence.count(sort) for sort in range(len(states.sorts))]


def _problems(
    program: Program, walker: Walker, choices: Choices, looked: LookedAt, states: States
) -> Iterator[str]:
    """Why odds can't be exact."""
    game, several = program.game, len(states.sorts) > 1
    questions = pool(game, choices)
    made = any(question.recipe is not None for question in questions)
    if made and (walker.how == "knows" or "kind" in looked.names):
        yield "Some of its questions are made as the play goes."
    if several and states.mixed:
        yield "Its questions differ in too many ways that its rules look at."
    if several and game.deal.order in ("easiest_first", "by_topic") and not states.ranked:
        yield "Its questions come in an order by what its rules look at."
    if several and game.deal.repeats == "when_empty" and states.repeating and not states.in_order:
        yield "Its questions differ for its rules, and come round again."
    rows = [row for some in program.rows.values() for row in some]
    moved = any(row.time or row.source.restart for row in rows)
    by_play = program.question_seconds is not None and any(
        seconds_of(game, question) is None for question in questions
    )
    if (walker.pace or TIME_NAMES & looked.names) and (moved or by_play):
        yield "Its rules move its clocks."
    if states.free and {"total", "left"} & looked.names:
        yield "Its rules look at how many questions are left of an endless deck."


def _one(walker: Walker) -> Any:
    """All plays."""
    return walker.share * 0 + 1


def _part(have: int, whole: int, walker: Walker) -> Any:
    return Fraction(have, whole) if isinstance(walker.share, Fraction) else have / whole


def _largest(weight: Any) -> float:
    """The weight, the largest one of an array."""
    return float(weight.max()) if hasattr(weight, "max") else float(weight)
