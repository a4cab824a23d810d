"""Exact odds: the search through a game's plays, every way of them weighed by how likely it is.

What follows from where a play stands says :mod:`.ways`; which question comes next, from how many of each sort
are left, says :mod:`.pile`. Weights are any numbers: floats, fractions, or arrays of them over a grid of
skills.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterable, Iterator, Sequence
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
from .mass import NOISE, Mass, largest
from .pile import Left
from .sorting import Sorted, Unsortable
from .walker import Walker
from .ways import Ended, Spot, Way, Ways, can_clocks_matter
from .worths import WORTH, worths_of

MOST_WORK = 1_200_000
"""Work before a game has too many states for this, in units of about two millionths of a second: so it is
refused within three seconds, whatever of it there is too much."""
_AT_FIRST, _A_PART, _THEN = 0.3, 0.6, 0.9
"""The parts of it that are spent on weighing piles together, on the same for a part of a grid of skills, and
then on telling them apart."""
MOST_PLACES = 5_000_000
"""Numbers of plays, by piles and skills, that masses may hold at a time: each has 24 bytes."""
_A_MOVE, _A_WEIGHT, _A_WAY, _A_ROW = 3, 2, 8, 4
"""What it takes to move weights along a way, each of them, and to work a way out: more with each row and
ending that is looked at."""
_SOME, _A_PILE = 8, 0.02
"""What it takes to move a weight that has a place for each of many piles of questions, and each of those."""
_AN_END = 10
"""The weights that are moved while one end is looked at."""
MOST_QUESTIONS = 3000
"""Questions after which plays of an endless deck that still go on are not followed any further."""
LEFT = 1e-9
"""The share of plays that may be left over."""
_LARGE = 1e14
"""A number carried aside that is near what a meter can hold."""


class Inexact(ValueError):
    """Exact odds can't be had; the message says why, and to walk the game instead."""


class TooMuch(Inexact):
    """There are too many states."""


Weights = dict[Aside, Mass]
"""Plays with each of the values carried aside."""
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
        return weighed.figures(MOST_WORK * _AT_FIRST)
    if len(walkers := parts_of(walker)) > 1:
        with suppress(TooMuch):
            return beside(
                walkers, [Weighed(program, one, chosen).figures(MOST_WORK * _A_PART) for one in walkers]
            )
    return Weighed(program, walker, chosen, together=False).figures(MOST_WORK * _THEN)


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
        self._moves, self._most, self._held = 0.0, 0.0, 0
        self._a_way = _A_WAY + _A_ROW * (len(self.game.rows) + len(self.game.endings))
        self._skills = getattr(walker.share, "size", 1)
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
        self.deck = deck_of(questions.pile, exact=self._exact, together=self._together)
        self.together = isinstance(self.deck, Together)

    def figures(self, work: float = MOST_WORK) -> Figures:
        """Go all the ways. Raises :class:`TooMuch` where that is more work than so much."""
        self._most = work
        if not self.walker.pace and needs_pace(self.program):
            self._refuse("No play would ever come to its end.")
        one = self.deck.begun(self.walker.share * 0 + 1)
        now: Standing = {}
        for way in self.ways.begun():
            self._go(way, self.deck.first, {self.carrier.first(): one}, now)
        while now:
            if self._asked > MOST_QUESTIONS:
                left = sum(largest(one.weight) for weights in now.values() for one in weights.values())
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
        self._now, self._held = now, self._places(sum(map(len, now.values())))
        for (spot, left), weights in now.items():
            self._deal(spot, left, weights, within)
        self._asked += 1
        queue = deque(within)
        while queue:
            spot, left = key = queue.popleft()
            weights = within.pop(key, {})
            if not weights or max(one.largest for one in weights.values()) < NOISE:
                continue
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
            self._moved(len(weights))
            dealt = ((aside, taken(one)) for aside, one in weights.items())
            some = [(aside, one) for aside, one in dealt if one.largest]  # of others no such question is left
            if some:
                self._merge(some, target.setdefault((self.ways.opened(spot, sort, mind), rest), {}))

    def _go(self, way: Way, left: Left, weights: Weights, target: Standing) -> None:
        """Move weights along a way, to a spot or to the end."""
        if not largest(way.share):
            return
        self._moved(len(weights))
        moved = way.happened.move if way.happened else None
        if way.happened is not None:
            self._count(way.happened, way.share, weights)
        gone = (
            (moved(aside) if moved else aside, one.part(way.share, way.later, way.steps))
            for aside, one in weights.items()
        )
        if isinstance(way.to, Ended):
            for aside, one in gone:
                self._finish(way.to, aside, one)
        else:
            self._merge(gone, target.setdefault((way.to, left), {}))

    def _merge(self, more: Iterable[tuple[Aside, Mass]], into: Weights) -> None:
        """Take more plays in."""
        for aside, one in more:
            have = into.get(aside)
            if have is None:
                have = into[aside] = one
                self._held += self._places(1)
            else:
                have.join(one)
            if have.steps >= MOST_STEPS - 2 and largest(have.weight) > LEFT:
                self._refuse(f"Some plays come to {MOST_STEPS:,} steps, where they are stopped.")

    def _moved(self, weights: int) -> None:
        """So many weights are moved."""
        many = self.deck.size if self.together else 1
        self._moves += _A_MOVE + weights * (_A_WEIGHT if many == 1 else _SOME + _A_PILE * many * self._skills)
        much = self._moves + self._a_way * self.ways.worked_out > self._most
        if much or self._held > MOST_PLACES:
            raise TooMuch(self._too_much())

    def _places(self, masses: int) -> int:
        """How many places so many masses have, where piles are weighed together."""
        return masses * self.deck.size * self._skills if self.together else 0

    def _too_much(self) -> str:
        counters = self.worths.counters if self.worths else ()
        why = too_much(
            self.program,
            self.states.meters,
            self.states.standing,
            (spot.state for spot in self.ways.spots),
            [WORTH if name in counters else name for name in self.carrier.names],
            (aside for weights in self._now.values() for aside in weights),
            len({left for _, left in self._now}),
        )
        return f"{why} Walk it instead."

    def _count(self, happened: Happened, share: Any, weights: Weights) -> None:
        """Count a moment and its row."""
        weight = sum(one.weight for one in weights.values()) * share
        if not largest(weight):
            return
        means = self.found.means
        for name, more in happened.grown.items():
            if more:
                means[name] = means.get(name, 0) + weight * more
        if happened.came.row is not None:
            self.found.rows.add(happened.came.row.number)

    # The end

    def _finish(self, ended: Ended, aside: Aside, one: Mass) -> None:
        if self.carrier.leaps or any(not -_LARGE <= value <= _LARGE for value in aside):
            raise Inexact("A meter comes near the largest number there is. Walk it instead.")
        weight = one.weight
        spread = [(1, aside)] if self.worths is None else self.worths.spread(self.carrier.names, aside)
        for of_these, values in spread:
            for share, closed, meters, award in self._ended(ended.at, values, ended.end.result):
                part = weight if share == 1 else weight * self.walker.part(*share.as_integer_ratio())
                self.found.add(closed, award, meters.items(), part * of_these)
        self.found.asked.add(self._asked, weight)
        self._time.merge(one.time, 1)

    def _ended(self, state: State, aside: Aside, result: Result) -> list[_AnEnd]:
        """The results, the final meters and the awards of plays that end alike, and how likely each is by
        what is rolled at the end."""
        key = (state, aside, result, self._asked)
        known = self._ends.get(key)
        if known is None:
            if self.worths is not None:  # of one value carried aside there are many ends
                self._moved(_AN_END)
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
