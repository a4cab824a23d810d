"""Ways: what can follow from where a play stands when a walker makes it, and how likely.

A play is a chain of states (Markov). What is likely at one follows from the walker: one of a skill is wrong
with as few parts right as can be; one who guesses picks among all answers not tried yet. Where clocks make a
difference they stand in the state, in milliseconds. None of it depends on which questions are left, so it is
worked out once for all that differ in that only.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Any, NamedTuple

from ...play.rulebook.clocks import Clock
from ...play.rulebook.moments import Moment
from ...play.rulebook.names import TIMES
from ...play.rulebook.program import Program, ReadyHelp
from ...play.rulebook.rows import reveals
from ...play.run.played import End
from ...play.run.sequence import Stands, answered, comes_first, first_case, pause_after
from ..search.answers import AnswerSort
from ..search.course import Course, Happened
from ..search.kept import Kept, State
from ..search.times import NO_TIMES, NONE, Stood, Times
from .guesses import Guess
from .helped import HelpsOfWalkers
from .mass import largest
from .walker import Mind, Walker


class Spot:
    """Where plays stand: the state, and what the open question is to the walker; where that makes a
    difference, the class it comes from. Each there is once."""

    __slots__ = ("guess", "kind", "opens", "state", "ways")

    def __init__(self, state: State, guess: Guess, kind: int = -1) -> None:
        self.state, self.guess, self.kind = state, guess, kind
        self.ways: list[Way] | None = None
        self.opens: dict[tuple[int, Mind], Spot] = {}


class Ended(NamedTuple):
    """An end of plays, and the state they come to it at."""

    end: End
    at: State


class Way(NamedTuple):
    """One way on: how likely, to which spot or which end, by what (None: by nothing but time, or the deck),
    and how many milliseconds and steps of the trail it takes."""

    share: Any
    to: Spot | Ended
    happened: Happened | None = None
    later: int = 0
    steps: int = 0


class Ways:
    """The ways of a game's plays. ``clocked`` says whether clocks can make a difference."""

    def __init__(
        self,
        program: Program,
        walker: Walker,
        states: Kept,
        course: Course,
        names: frozenset[str],
        *,
        clocked: bool,
    ) -> None:
        self.program, self.game, self.walker = program, program.game, walker
        self.states, self.course, self.clocked = states, course, clocked
        self.pace = round(1000 * walker.pace)
        self._helps = HelpsOfWalkers(walker, states)
        self._used_counts, self._parts = "time_used" in names, "hits" in names
        self._spots: dict[tuple[State, Guess, int], Spot] = {}
        self.worked_out = 0
        """How many ways were worked out: each takes far longer than to go it."""

    @property
    def spots(self) -> Iterable[Spot]:
        """Everywhere that plays have stood."""
        return self._spots.values()

    def begun(self) -> list[Way]:
        """The ways every play can begin."""
        game = Stood.of(Clock.of(self.game.clocks.game)) if self.clocked else NONE
        state = self.states.first()._replace(times=NO_TIMES._replace(game=game))
        return _likely(self._after(Spot(state, Guess()), Guess(), "begun", 1, 0))

    def opened(self, spot: Spot, sort: int, mind: Mind) -> Spot:
        """Where plays stand once the next question, of a sort, was dealt."""
        found = spot.opens.get((sort, mind))
        if found is None:
            found = spot.opens[sort, mind] = self.spot(self.states.opened(spot.state, sort), Guess(mind))
        return found

    def opened_again(self, spot: Spot, sort: int, kind: int, mind: Mind, *, first: bool) -> Spot:
        """Where plays stand once a question of a sort and a class was dealt, or comes again."""
        state = self.states.opened(spot.state, sort) if first else self.states.reopened(spot.state, sort)
        return self.spot(state, Guess(mind), kind)

    def of(self, spot: Spot) -> list[Way]:
        """The ways on from an open question, or from where a round begins or ends."""
        if spot.ways is None:
            moment = _MOMENTS.get(spot.state.stands)
            ways = self._after(spot, spot.guess, moment, 1, 0) if moment else self._tried(spot)
            spot.ways = _likely(ways)
        return spot.ways

    def spot(self, state: State, guess: Guess, kind: int = -1) -> Spot:
        """Where plays stand at a state."""
        key = (state, guess, kind)
        spot = self._spots.get(key)
        if spot is None:
            spot = self._spots[key] = Spot(state, guess, kind)
        return spot

    def _tried(self, spot: Spot) -> Iterator[Way]:
        """A try; and before it a help, where the walker does not know."""
        one = self._helps.wanted(spot.state, spot.guess)
        if one is None:
            yield from self._in_time(spot, spot.guess, 1)
            return
        sure = self.walker.sure(spot.guess.mind)
        yield from self._after(spot, self._helps.after(one, spot.guess), "helped", 1 - sure, 0, by=one)
        if largest(sure):
            yield from self._in_time(spot, spot.guess._replace(mind="sure"), sure)

    def _in_time(self, spot: Spot, guess: Guess, share: Any) -> Iterator[Way]:
        """A try of so many of the plays, or the clock that runs out before it."""
        state, pace = spot.state, self.pace
        question, game, of_round = (clock.left for clock in state.times)
        comes = comes_first(question, game, pace, round_due=of_round)
        if comes == "answer":
            yield from self._answered(spot, guess, share)
        elif comes == "time":
            left = game or 0
            yield Way(share, self._time_is_up(self._ran(state, left)), later=left, steps=1)
        elif comes == "round":
            left = of_round or 0
            over = self.states.closed(self._ran(state, left))._replace(stands="round")
            yield Way(share, self.spot(over, guess), later=left)
        else:
            yield from self._after(spot, guess.tried_anew, "late", share, question or 0)

    def _answered(self, spot: Spot, guess: Guess, of: Any) -> Iterator[Way]:
        state = spot.state
        sort, counts, one = (
            self.states.sorts[state.sort],
            self.states.read(state),
            self.states.round_of(state),
        )
        gone = sort.open.wrong - state.open.wrong
        for answer, share, place in guess.chances(self.walker, sort, gone):
            moment = first_case(answered(one, answer.verdict, partial=False, asks_again=True), counts)
            tried = guess.tried_anew
            if answer.verdict in ("wrong", "close") and (self.walker.how == "knows" or place >= 0):
                tried = guess.wrong(place, sort)
            yield from self._after(spot, tried, moment, of * share, self.pace, answer)

    def _after(
        self,
        spot: Spot,
        guess: Guess,
        moment: Moment,
        share: Any,
        later: int,
        answer: AnswerSort | None = None,
        by: ReadyHelp | None = None,
    ) -> Iterator[Way]:
        """The ways that a moment leads, ``later`` milliseconds after the play began to wait, and after an
        ``answer`` (None: none was given), or ``by`` a help."""
        before = self._ran(spot.state, later)
        if answer is not None:
            hits = answer.hits if self._parts else before.hits
            if answer.gave is not before.gave or hits != before.hits:
                before = before._replace(gave=answer.gave, hits=hits)
        for happened in self.course.happen(before, moment, by):
            by_chance = share
            if happened.share != 1:
                by_chance = share * self.walker.part(*happened.share.as_integer_ratio())
            yield self._led(spot, guess, moment, by_chance, later, before, happened)

    def _led(
        self,
        spot: Spot,
        guess: Guess,
        moment: Moment,
        share: Any,
        later: int,
        before: State,
        happened: Happened,
    ) -> Way:
        """The way that what happened leads."""
        self.worked_out += 1
        came, after = happened.came, happened.after
        pause, waits = pause_after(came, self.states.round_of(before))
        if came.end is not None:
            to: Spot | Ended = Ended(came.end, after)
        elif after.times.game.left == 0:
            to = self._time_is_up(after)
        elif came.gate is not None:
            entered = self.states.closed(after)._replace(stands="enter", round=came.gate.to)
            times = entered.times._replace(round=NONE)
            used = self.states.helps.renewed(entered.used, "round")
            to = self.spot(entered._replace(times=times, used=used), Guess())
        elif after.times.round.left == 0:
            to = self.spot(self.states.closed(after)._replace(stands="round"), Guess())
        else:
            shown = moment == "right" or reveals(moment, came.row.source if came.row else None)
            if shown and self.walker.how == "knows":
                guess = Guess("known")
            elif came.onward == "revisit":
                guess = guess._replace(tried=())
            state = self.course.goes_on(before, after, moment, came.onward)
            to = self.spot(state, guess, spot.kind if state.stands in ("visit", "ask") else -1)
        steps = 1 + happened.mistakes + waits
        return Way(share, to, happened, later + round(1000 * pause), steps)

    def _time_is_up(self, state: State) -> Ended:
        """The game's clock has run out."""
        return Ended(self.course.time_is_up(state), state)

    def _ran(self, state: State, later: int) -> State:
        """A state after its clocks ran for some milliseconds, as far as it makes a difference."""
        if not later or not self.clocked:
            return state
        question, game, of_round = state.times
        if question.limit is not None or self._used_counts:
            question = question.ran(later)
        if game.limit is not None:
            game = game.ran(later)
        if of_round.limit is not None:
            of_round = of_round.ran(later)
        return state._replace(times=Times(question, game, of_round))


def _likely(ways: Iterable[Way]) -> list[Way]:
    """Without those that no play goes."""
    return [way for way in ways if largest(way.share)]


_MOMENTS: dict[Stands, Moment] = {"enter": "round_begun", "visit": "opened", "round": "round_over"}
"""What happens where plays stand, where it is no answer."""


def can_clocks_matter(program: Program, walker: Walker, names: frozenset[str]) -> bool:
    """Whether clocks can make a difference to plays by rules that look at these names: where time passes, a
    rule looks at it, or a row moves a clock."""
    return bool(walker.pace or TIMES.keys() & names or program.moves_clocks)
