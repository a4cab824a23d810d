"""States: how much of a play a search has to tell apart, and what expressions know in it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from math import inf, prod
from operator import itemgetter
from typing import NamedTuple

from ...play.deal.dealer import Dealer, total_after
from ...play.deal.setup import nameless
from ...play.deal.supply import one_of
from ...play.language.expressions import Names, Value
from ...play.questions.question import Question
from ...play.rulebook.clocks import Clock
from ...play.rulebook.game import Choices, Number
from ...play.rulebook.names import NOTHING_OPEN, OF_A_QUESTION, OF_THE_LAST, TIMES, TOLD
from ...play.rulebook.program import Program
from ...play.rulebook.quantities import QUANTITIES, STANDING, Counts, all_of, at_first, counted
from ...play.rulebook.rows import Meters
from ...play.rulebook.seconds import seconds_by
from ...play.run.sequence import Stands
from .sorts import QuestionSort, Sorter
from .times import NO_TIMES, NONE, Stood, Times
from .watched import LookedAt, row_names

MOST_WAYS = 200
"""Ways to be through with part of the questions, of every sort a number, that are told apart."""
_values = itemgetter(*STANDING)
_OF_VISIT = {name: one.start for name, one in QUANTITIES.items() if one.of_visit}


class State(NamedTuple):
    """Where a play ``stands``, and what it has come to. ``left`` are the questions left of each sort, where a
    search counts them; ``hits`` are the parts of the last answer that were right, and ``times`` the clocks,
    as far as they make a difference."""

    stands: Stands
    left: tuple[int, ...]
    sort: int
    meters: tuple[Number, ...]
    counts: tuple[float, ...]
    first: bool = True
    parts: int = 0
    hits: int = 0
    times: Times = NO_TIMES


def asked_of(program: Program, choices: Choices) -> list[Question]:
    """The questions of a pass of the deck as they are filed; of those that are made, the first that is."""
    questions = Dealer(program.game, choices).questions
    made = {question.id: one_of(question, choices.level) for question in questions}
    return [made[question.id] for question in questions]


class Kept:
    """What is kept of a play as a state, and what expressions know in one.

    ``sorts`` are those of its questions, of which a pass of the deck asks ``a_pass``; ``total`` is how many
    the play asks, None where its deck has no end. ``clocked`` says that clocks stand in the states.
    """

    def __init__(
        self,
        program: Program,
        choices: Choices,
        looked: LookedAt,
        sorts: Sequence[QuestionSort],
        a_pass: int,
        total: int | None,
        *,
        clocked: bool = False,
    ) -> None:
        self.clocked = clocked
        self.program, self.game, self.looked, self.sorts = program, program.game, looked, sorts
        self.total, self._a_pass = total, a_pass
        self.player = nameless(self.game)
        self.count = choices.count or total or a_pass
        self.meters = tuple(name for name in program.meters if name not in looked.aside)
        self._kept = [(n, looked.caps.get(name, inf)) for n, name in enumerate(STANDING) if self._keeps(name)]
        self._keeps_last = bool(OF_THE_LAST & self._names_at_the_end())
        by = program.question_seconds
        self._clock_is_known = by is not None and bool({"time_left", "time_used"} & by.names)

    def first(self) -> State:
        """Where every play begins."""
        starts = {meter.name: meter.kept(meter.start) for meter in self.game.meters}
        meters = tuple(starts[name] for name in self.meters)
        return State("next", (), -1, meters, self.kept(at_first()))

    def read(self, state: State) -> Counts:
        """The counts of a state; those that make no difference are 0."""
        counts: Counts = dict(zip(STANDING, state.counts, strict=True))
        counts["total"] = self.total_after(int(counts["asked"]))
        return counts

    def total_after(self, asked: int) -> int:
        """How many questions the play will have asked, as far as is known once so many were."""
        return total_after(asked, self.total, self._a_pass)

    def kept(self, counts: Counts) -> tuple[float, ...]:
        """The counts the course of a play depends on, none larger than makes a difference."""
        values = _values(counts)
        shown: list[float] = [0] * len(values)
        for place, cap in self._kept:
            value = values[place]
            shown[place] = value if value < cap else cap
        return tuple(shown)

    def meters_of(self, state: State) -> Meters:
        """The meters of a state by their names."""
        return dict(zip(self.meters, state.meters, strict=True))

    def opened(self, state: State, sort: int) -> State:
        """A state before the next question, when one of a sort was dealt."""
        counts = self.kept(counted(self.read(state), "dealt"))
        return State("visit", state.left, sort, state.meters, counts, times=state.times)

    def tries(self, state: State) -> float:
        """The tries that a visit of a state's question has."""
        tries = self.sorts[state.sort].tries if state.sort >= 0 else None
        return inf if tries is None else tries

    def clock(self, state: State, names: Names) -> Stood:
        """The clock of a state's question when a visit of it begins. Raises ExpressionError where what the
        game says of it has no value."""
        if not self.clocked:
            return NONE
        sort, by = self.sorts[state.sort], self.program.question_seconds
        seconds = seconds_by(by, names) if sort.by_play and by is not None else sort.seconds
        return Stood.of(Clock.of(seconds))

    def closed(self, state: State) -> State:
        """A state before the next question: what only the last one is asked about is put away."""
        if self._keeps_last:
            return state._replace(stands="next", first=True, parts=0)
        counts = self.read(state) | _OF_VISIT
        clock = state.times.question if self._clock_is_known else NONE
        times = Times(clock, state.times.game)
        return State("next", state.left, -1, state.meters, self.kept(counts), times=times)

    def known(self, state: State) -> dict[str, Value]:
        """What expressions know at a state."""
        counts = self.read(state)
        return self.names(state, self.meters_of(state), counts)

    def names(self, state: State, meters: Meters, counts: Counts) -> dict[str, Value]:
        """What expressions know at a state that has come to these meters and counts."""
        about = self.sorts[state.sort] if state.sort >= 0 else None
        return {
            "player": self.player,
            "count": self.count,
            **NOTHING_OPEN,
            **({name: getattr(about, name) for name in (*OF_A_QUESTION, "possible")} if about else {}),
            "hits": state.hits,
            **all_of(counts),
            **meters,
            **state.times.names(),
            **dict.fromkeys(TOLD, ""),
        }

    def _keeps(self, name: str) -> bool:
        if QUANTITIES[name].of_visit:
            return True
        if name == "asked":  # where the deck ends, what is left of it tells it
            of_the_deck = bool({"asked", "total", "left"} & self.looked.names)
            return of_the_deck if self.total is None else self.looked.asked
        return name in self.looked.names and name not in self.looked.aside and name != "total"

    def _names_at_the_end(self) -> set[str]:
        """What may be asked of the last question after it."""
        rules = [*self.program.awards, *(self.program.endings if self.game.clocks.game is not None else ())]
        names = {name for condition, _, _ in rules for name in condition.names}
        return names | {name for row in self.program.rows["over"] for name in row_names(row)}


class States(Kept):
    """The states of the plays that begin with some choices, as a search through every way has them."""

    def __init__(
        self, program: Program, choices: Choices, totals: frozenset[int] | None, looked: LookedAt
    ) -> None:
        questions = asked_of(program, choices)
        total = max(totals) if totals else None
        self.timed = bool(TIMES.keys() & looked.names)
        sorter = Sorter(program, looked.names, clocked=self.timed)
        sorts = [sorter.searched(question) for question in questions]
        apart = list(dict.fromkeys(sorts))
        super().__init__(program, choices, looked, apart, len(questions), total)
        self.free = totals is None
        deal = self.game.deal
        again = deal.repeats == "when_empty" and (total is None or total > len(questions))
        self.repeating = deal.repeats == "always" or again
        self.in_order = deal.order == "filed" and not self.repeating
        self.sequence = [apart.index(sort) for sort in sorts]
        self.mixed = False
        if not self.repeating and not self.in_order:
            ways = prod(have + 1 for have in Counter(self.sequence).values())
            self.repeating = self.mixed = ways > MOST_WAYS
        self.left_at_first = self._left_at_first()

    def first(self) -> State:
        return super().first()._replace(left=self.left_at_first)

    def opened(self, state: State, sort: int) -> State:
        after, left = super().opened(state, sort), state.left
        if left:
            place = 0 if self.repeating else sort
            left = (*left[:place], left[place] - 1, *left[place + 1 :])
        return after._replace(left=left, times=NO_TIMES)

    def at(self, state: State, used: float, hits: int) -> State:
        """A state at an answer, the question's clock having run for ``used`` seconds."""
        seconds = self.sorts[state.sort].seconds if state.sort >= 0 else None
        limit = None if seconds is None else round(1000 * seconds)
        game = None if self.game.clocks.game is None else round(1000 * self.game.clocks.game)
        clocks = Times(Stood(limit, round(1000 * used), limit), Stood(game, 0, game))
        return state._replace(hits=hits, times=clocks if self.timed else NO_TIMES)

    def clock(self, state: State, names: Names) -> Stood:
        """As it stands: :meth:`at` has set it."""
        return state.times.question

    def closed(self, state: State) -> State:
        after = super().closed(state)
        return after._replace(times=after.times._replace(game=NONE))

    def next_sorts(self, state: State, asked: int) -> list[int]:
        """The sorts of question that can come next."""
        if self.in_order:
            return [self.sequence[asked % len(self.sequence)]]
        if self.repeating:
            return list(range(len(self.sorts)))
        return [sort for sort, have in enumerate(state.left) if have]

    def _left_at_first(self) -> tuple[int, ...]:
        if self.repeating:
            return () if self.total is None else (self.total,)
        have = Counter(self.sequence)
        return tuple(have[place] for place in range(len(self.sorts)))
