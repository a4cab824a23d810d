"""Exact odds: the search through a game's plays, every way of them weighed by how likely it is.

What follows from where a play stands says :mod:`.ways`; which question comes next, from how many of each sort
are left, says :mod:`.pile`. Weights are any numbers: floats, fractions, or arrays of them over a grid of
skills.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence
from contextlib import suppress
from fractions import Fraction
from typing import Any, NamedTuple, NoReturn

from ...play.deal.dealer import Dealer
from ...play.deal.setup import choose
from ...play.kinds import kind_of
from ...play.language.calls import CHANCE, Chance
from ...play.language.expressions import compile_expression
from ...play.rulebook.game import ENDS, MOST_STEPS, Choices, Result
from ...play.rulebook.program import Program
from ...play.rulebook.quantities import QUANTITIES, made
from ...play.rulebook.rows import Meters
from ...play.run.played import End
from ...play.run.sequence import close
from ..declared import unsaid
from ..search.answers import MOST_ANSWERS, too_many_answers
from ..search.aside import Aside, Carrier
from ..search.course import AtEnd, Course, Happened
from ..search.kept import Kept, State
from ..search.naming import no_chance
from ..search.rolled import TooManyRolls, every_roll
from ..search.sorts import QuestionSort
from ..search.watched import LookedAt, looked_at
from .blame import too_much
from .deck import Together, deck_of
from .figures import Figures, Sums
from .grid import beside, parts_of
from .helped import unknown_helps
from .mass import NOISE, largest
from .pile import Left
from .sorting import Sorted, Unsortable
from .walker import Walker
from .ways import Ended, Spot, Way, Ways, can_clocks_matter
from .weights import LEFT, Weights, too_long
from .work import A_PART, AN_END, APART, MOST_WORK, TOGETHER, Work
from .worths import WORTH, worths_of

MOST_QUESTIONS = 3000
"""Questions after which plays of an endless deck that still go on are not followed any further."""
_LARGE = 1e14
"""A number carried aside that is near what a meter can hold."""


class Inexact(ValueError):
    """Exact odds can't be had; the message says why, and to walk the game instead."""


class TooMuch(Inexact):
    """There are too many states."""


Standing = dict[tuple[Spot, Left], Weights]
"""Plays by where they stand, and what is left of their questions."""


def odds(program: Program, walker: Walker, choices: Choices | None = None) -> Figures:
    """What plays of a game come to when a walker makes them. Raises :class:`Inexact`."""
    try:
        return _odds(program, walker, choices)
    except TooManyRolls as error:
        raise Inexact(f"The game has too many states for exact odds: {error}. Walk it instead.") from None


def _odds(program: Program, walker: Walker, choices: Choices | None) -> Figures:
    chosen = choices or choose(program.game, 0)
    if program.deals_by_play or program.game.deal.parts:
        from .rounds import WeighedRounds  # which is made of what stands here

        return WeighedRounds(program, walker, chosen).figures()
    weighed = Weighed(program, walker, chosen, together=not isinstance(walker.share, Fraction))
    if not weighed.together:  # arrays of fractions are slow
        return weighed.figures()
    with suppress(TooMuch):
        return weighed.figures(MOST_WORK * TOGETHER)
    if weighed.full and len(walkers := parts_of(walker)) > 1:
        with suppress(TooMuch):
            return beside(
                walkers, [Weighed(program, one, chosen).figures(MOST_WORK * A_PART) for one in walkers]
            )
    return Weighed(program, walker, chosen, together=False).figures(MOST_WORK * APART)


def guessing(program: Program) -> float:
    """The chance that a first try is right by guessing alone, on average over a game's questions."""
    guesses = [kind_of(question).guesses(question) for question in program.game.questions]
    return sum(1 / number for number in guesses if number) / max(1, len(guesses))


class _AnEnd(NamedTuple):
    """How plays end: how likely, the result, the final meters, and the award."""

    share: Fraction
    result: str
    meters: Meters
    award: str


def _problems(program: Program, looked: LookedAt, walker: Walker) -> Iterator[str]:
    """Why a game can't be weighed, whoever plays it."""
    if looked.visits:
        yield "Exact odds only know whether a visit is the first (`visit`)."
    if looked.how_far:
        yield "Exact odds do not know how far off an answer is (`off`)."
    if any(CHANCE in compile_expression(one.source.deal.next or "0").names for one in program.rounds):
        yield "Exact odds do not know chance in `deal: next`."
    answers = {"given", "picked"} & looked.names
    if program.minds_answers and any(one.recipe and one.carries for one in program.game.questions):
        yield "Exact odds do not know what answers carry to questions that are made as a play goes."
    if answers and any(row.then == "later" for row in program.game.rows):
        yield "Exact odds do not know what was given at an earlier visit."
    questions = program.game.questions
    if answers and any(question.recipe for question in questions):
        yield "Exact odds do not know what is given to questions that are made as a play goes."
    if too_many_answers(program):
        yield f"Exact odds tell no more than {MOST_ANSWERS} answers to a question apart."
    if walker.helps:
        yield from unknown_helps(program)


class Weighed:
    """One weighed search; ``together`` says whether piles are weighed together where they can be."""

    def __init__(self, program: Program, walker: Walker, choices: Choices, *, together: bool = True) -> None:
        if program.game.players is not None:
            raise Inexact("Exact odds do not know several players in turn. Walk it instead.")
        if unknown := unsaid(program.game, "odds"):
            raise Inexact(f"Exact odds do not know {', '.join(unknown)} yet. Walk it instead.")
        looked = looked_at(program, helps=walker.helps)
        for problem in _problems(program, looked, walker):
            raise Inexact(f"{problem} Walk it instead.")
        deck = Dealer(program.game, choices, program.rounds[0].source)
        self.total = None if deck.endless else deck.total
        clocked = can_clocks_matter(program, walker, looked.names)
        self.worths = worths_of(program, walker, choices, looked, clocked=clocked)
        if self.worths is not None:
            program = self.worths.program
            looked = looked_at(program, helps=walker.helps)
        self.program, self.game, self.walker, self.looked = program, program.game, walker, looked
        self._exact = isinstance(walker.share, Fraction)
        self._together = together
        self.sorts: Sequence[QuestionSort] = ()
        self.a_pass, self.together = 0, False
        self._sort(choices, clocked=clocked)
        self.states = Kept(program, choices, looked, self.sorts, self.a_pass, self.total, clocked=clocked)
        self.carrier = Carrier(program, looked.aside)
        course = Course(program, self.states, self.carrier, lambda *_: None)
        self.ways = Ways(program, walker, self.states, course, looked.names, clocked=clocked)
        self.found = Figures(None)
        self._ends: dict[Any, list[_AnEnd]] = {}
        self._time = Sums()
        """The milliseconds of plays that have ended."""
        self.work = Work(len(self.game.rows) + len(self.game.endings))
        self._now: Standing = {}
        """Where plays stood when the open question was asked."""
        self._asked = 0
        """How many questions were asked, the open one among them."""

    def _sort(self, choices: Choices, *, clocked: bool) -> None:
        """Make sorts of the questions, and the deck they come from."""
        try:
            questions = Sorted(self.program, self.walker, choices, self.looked.names, clocked=clocked)
        except Unsortable as error:
            raise Inexact(f"{error} Walk it instead.") from None
        self.sorts, self.a_pass = questions.sorts, len(questions.sequence)
        self._pile = questions.pile
        self.deck = deck_of(questions.pile, exact=self._exact, together=self._together)
        self.together = isinstance(self.deck, Together)

    def figures(self, work: float = MOST_WORK) -> Figures:
        """Go all the ways. Raises :class:`TooMuch` where that is more work than so much."""
        self.work.most = work
        if not self.walker.pace and needs_pace(self.program):
            self._refuse("No play would ever come to its end.")
        every = self.deck.begun(self.carrier.first(), self.walker.one)
        now: Standing = {}
        for way in self.ways.begun():
            self._go(way, self.deck.first, every, now)
        while now:
            if self._asked > MOST_QUESTIONS:
                left = sum(largest(weights.weight) for weights in now.values())
                if left > LEFT:
                    self._refuse(
                        f"After {MOST_QUESTIONS:,} questions {100 * left:.0f} % of the plays still go on."
                    )
                break
            now = self._question(now)
        self.found.seconds = self._time.divided_by(1000)
        total = sum(self.found.results.values())
        self.found.left_over = max(0, largest(self.walker.share * 0 + 1 - total))
        if self.found.left_over < (NOISE if self.total is None else LEFT):
            self.found.left_over = 0
        for counter in self.worths.counters if self.worths else ():
            del self.found.meters[counter]
        return self.found

    def _refuse(self, why: str) -> NoReturn:
        clock = ""
        if not self.walker.pace and self.game.clocks.game is not None:
            clock = " Its clock does not run while a try takes no time: say how many seconds one takes."
        raise Inexact(f"{why}{clock} Walk it instead.")

    def _question(self, now: Standing) -> Standing:
        """Everything that happens until the next question, or the end."""
        then: Standing = {}
        within: Standing = {}
        self._now, self.work.held = now, sum(weights.places for weights in now.values())
        for (spot, left), stood in now.items():
            self._deal(spot, left, stood, within)
        self._asked += 1
        queue = deque(within)
        while queue:
            spot, left = key = queue.popleft()
            weights = within.pop(key, None)
            if weights is None or weights.is_noise:
                continue
            self.work.held -= weights.places
            for way in self.ways.of(spot):
                ahead = way.to if isinstance(way.to, Spot) else None
                if ahead is not None and ahead.state.stands == "next":
                    learnt = self.deck.learnt(left, spot.state.sort, ahead.guess.mind, self._asked)
                    self._go(way, learnt, weights, then)
                    continue
                known = len(within)
                self._go(way, left, weights, within)
                if len(within) > known and ahead is not None:
                    queue.append((ahead, left))
        return then

    def _deal(self, spot: Spot, left: Left, weights: Weights, target: Standing) -> None:
        """The next question, or the end of the deck."""
        if self.total is not None and self._asked >= self.total:
            self._go(Way(1, Ended(End("done"), spot.state)), left, weights, target)
            return
        for sort, mind, rest, taken in self.deck.draws(left, self._asked):
            self._moved(weights)
            some = weights.dealt(taken)
            if some.asides:  # of others no such question is left
                self._put(some, (self.ways.opened(spot, sort, mind), rest), target)

    def _go(self, way: Way, left: Left, weights: Weights, target: Standing) -> None:
        """Move weights along a way, to a spot or to the end."""
        self._moved(weights)
        if way.happened is not None:
            self._count(way.happened, way.share, weights)
        moved = way.happened.move if way.happened else None
        gone = weights.moved(moved, way.share, way.later, way.steps)
        if isinstance(way.to, Ended):
            self._finish(way.to, gone)
        else:
            self._put(gone, (way.to, left), target)

    def _put(self, more: Weights, where: Any, target: dict[Any, Weights]) -> None:
        """More plays come to stand somewhere."""
        have = target.get(where)
        if have is None:
            have = target[where] = more
            self.work.held += more.places
        else:
            self.work.held -= have.places
            have.join(more)
            self.work.held += have.places
        if too_long(have):
            self._refuse(f"Some plays come to {MOST_STEPS:,} steps, where they are stopped.")

    def _moved(self, weights: Weights) -> None:
        """Weights are moved. Raises :class:`TooMuch`."""
        self.work.move(weights)
        if self.work.is_too_much(self.ways.worked_out, self._drawn):
            raise TooMuch(self._too_much())

    @property
    def _drawn(self) -> int:
        """How many questions that can come next were worked out."""
        return self._pile.drawn

    @property
    def full(self) -> bool:
        """Whether it holds as much as it may at a time."""
        return self.work.is_full(self._drawn)

    def _too_much(self) -> str:
        counters = self.worths.counters if self.worths else ()
        why = too_much(
            self.program,
            self.states.meters,
            self.states.standing,
            (spot.state for spot in self.ways.spots),
            [WORTH if name in counters else name for name in self.carrier.names],
            (aside for weights in self._now.values() for aside in weights.asides),
            len({left for _, left in self._now}),
        )
        return f"{why} Walk it instead."

    def _count(self, happened: Happened, share: Any, weights: Weights) -> None:
        """Count a moment and its row."""
        weight = weights.weight * share
        if not largest(weight):
            return
        means = self.found.means
        for name, more in happened.grown.items():
            if more:
                means[name] = means.get(name, 0) + weight * more
        if happened.came.row is not None:
            self.found.rows.add(happened.came.row.number)

    # The end

    def _finish(self, ended: Ended, weights: Weights) -> None:
        self.found.asked.add(self._asked, weights.weight)
        self._time.merge(weights.time)
        for aside, weight in weights.shares():
            if self.carrier.leaps or any(not -_LARGE <= value <= _LARGE for value in aside):
                raise Inexact("A meter comes near the largest number there is. Walk it instead.")
            spread = [(1, aside)] if self.worths is None else self.worths.spread(self.carrier.names, aside)
            for of_these, values in spread:
                for share, closed, meters, award in self._ended(ended.at, values, ended.end.result):
                    part = weight if share == 1 else weight * self.walker.part(*share.as_integer_ratio())
                    self.found.add(closed, award, meters.items(), part * of_these)

    def _ended(self, state: State, aside: Aside, result: Result) -> list[_AnEnd]:
        """The results, the final meters and the awards of plays that end alike, and how likely each is by
        what is rolled at the end."""
        key = (state, aside, result, self._asked)
        known = self._ends.get(key)
        if known is None:
            if self.worths is not None:  # of one value carried aside there are many ends
                self.work.done += AN_END
            known = self._ends[key] = self._look_at_end(state, aside, result)
        return known

    def _look_at_end(self, state: State, aside: Aside, result: Result) -> list[_AnEnd]:
        names = {**self.states.known(state), **self.carrier.named(aside), **self._counts_at_end(state)}
        names["percent"] = made(
            "percent", {name: value for name, value in names.items() if name in QUANTITIES}
        )

        def looked(chance: Chance) -> tuple[str, Meters, str]:
            end = AtEnd(self.program, names, state.times, lambda *_: None, chance)
            [closed] = close(end, result)
            if closed.row is not None:
                self.found.rows.add(closed.row.number)
            award = "" if closed.award is None else self.game.awards[closed.award - 1].title
            return closed.result, end.meters, award

        if not self.program.settles:
            return [_AnEnd(Fraction(1), *looked(no_chance))]
        return [_AnEnd(share, *came) for share, came in every_roll(looked)]

    def _counts_at_end(self, state: State) -> dict[str, Any]:
        """What only the course of a play tells."""
        asked = self._asked
        total = self.states.total_after(asked)
        return {"asked": asked, "total": total, "left": total - asked}


def needs_pace(program: Program) -> bool:
    """Whether nothing but time ends a play: its deck has no end, and no rule does."""
    if (
        program.has_rounds
        or program.endings
        or program.moves_clocks
        or any(row.then in ENDS for row in program.game.rows)
    ):
        return False
    return Dealer(program.game, choose(program.game, 0)).endless
