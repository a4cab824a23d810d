"""States: how much of a play a search has to tell apart, and what expressions know in it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from math import inf, prod
from operator import attrgetter
from typing import NamedTuple, cast

from ...play.counts import Counts
from ...play.deck import pool
from ...play.expressions import Value
from ...play.game import TOLD, Choices, Number
from ...play.kinds import KINDS
from ...play.moments import Moment
from ...play.program import Program
from ...play.question import Question
from ...play.rows import Meters
from ...play.seconds import seconds_of
from ...play.setup import nameless
from .watched import LookedAt, row_names

MOST_WAYS = 200
"""Ways to be through with part of the questions, of every sort a number, that are told apart."""
MOST_WEIGHED = 20_000
"""The same where plays are weighed: then all mixes but the right one would be wrong."""
SOME_SECONDS = 10.0
"""What a clock is taken to have where its seconds depend on how the play goes."""
TIME_NAMES = frozenset(("time_left", "time_used", "game_left"))
_FIELDS = tuple(Counts.__dataclass_fields__)
_values = attrgetter(*_FIELDS)
_OF_A_QUESTION = frozenset(("attempt", "tries_left", "worth", "level", "topic", "kind"))


class QuestionSort(NamedTuple):
    """Questions that the rules can't tell apart: what they know of them, and what can happen at one."""

    worth: float
    level: int
    topic: str
    kind: str
    seconds: float | None
    tries: int | None
    parts: int
    close: bool
    possible: int = 1
    wrong_hits: tuple[int, ...] = (0,)
    guesses: int = 0
    rank: int = 0


class Weighing(NamedTuple):
    """What makes a difference where plays are weighed: how likely a ``guess`` is right, or how long tries
    take (``paced``)."""

    guess: bool
    paced: bool


def hits_at(moment: Moment, sort: QuestionSort) -> Sequence[int]:
    """How many parts of the last answer can have been right at a moment."""
    if moment in ("right", "part"):
        return (sort.possible,)
    return sort.wrong_hits


class State(NamedTuple):
    """Where a play stands: before the next question (``next``), at a visit's begin (``visit``), or asking
    (``ask``). ``left`` are the questions left of each sort, and ``then`` is the sort that has to come next
    (-1: any that is left)."""

    step: str
    left: tuple[int, ...]
    sort: int
    meters: tuple[Number, ...]
    counts: tuple[float, ...]
    first: bool = True
    parts: int = 0
    then: int = -1


class States:
    """The states of the plays that begin with some choices.

    ``totals`` are the numbers of questions such a play may have, None where its deck has no end (``free``).
    ``sorts`` are the sorts of its questions, ``sequence`` the sort of each as filed. ``in_order`` tells that
    they come as filed, ``repeating`` that any sort may come at any time, and ``mixed`` that this is only
    taken to be so, as there are too many ways to be through with part of them. ``timed`` tells that rules
    look at a clock. Where plays are weighed, only right and wrong answers are made, ``questions`` are those
    of the deck, ``ranked`` tells that they come in an order by their rank, and ``rounds`` that all of them
    come round again, shuffled anew.
    """

    def __init__(
        self,
        program: Program,
        choices: Choices,
        totals: frozenset[int] | None,
        looked: LookedAt,
        weighing: Weighing | None = None,
        questions: Sequence[Question] | None = None,
    ) -> None:
        self.program, self.game, self.looked, self.weighing = program, program.game, looked, weighing
        questions = pool(self.game, choices) if questions is None else questions
        self.total = max(totals) if totals else len(questions)
        self.player = nameless(self.game)
        self.count = choices.count or self.total
        self.meters = tuple(name for name in program.meters if name not in looked.aside)
        self.free = totals is None
        self.timed = bool(TIME_NAMES & looked.names)
        order, repeats = self.game.deal.order, self.game.deal.repeats
        again = repeats == "when_empty" and (self.free or self.total > len(questions))
        self.repeating = repeats == "always" or again
        self.in_order = order == "filed" and (not self.repeating or (again and weighing is not None))
        by_rank = order in ("easiest_first", "by_topic") and not self.repeating
        self.ranked = by_rank and weighing is not None and self.total == len(questions)
        self._topics = list(dict.fromkeys(question.topic for question in questions))
        sorts = [self._sort(question) for question in questions]
        self.sorts = list(dict.fromkeys(sorts))
        self.sequence = [self.sorts.index(sort) for sort in sorts]
        several = len(self.sorts) > 1
        self.rounds = again and order == "shuffled" and weighing is not None and several
        self.repeating &= not self.rounds
        self.mixed = False
        if not self.repeating and not self.in_order:
            ways = prod(have + 1 for have in Counter(self.sequence).values())
            self.repeating = self.mixed = ways > (MOST_WAYS if weighing is None else MOST_WEIGHED)
            self.rounds &= not self.mixed
        self.left_at_first = self._left_at_first()
        self._kept = [(n, looked.caps.get(name, inf)) for n, name in enumerate(_FIELDS) if self._keeps(name)]
        self._keeps_last = bool(_OF_A_QUESTION & self._names_at_the_end())

    def first(self) -> State:
        """Where every play begins."""
        starts = {meter.name: meter.kept(meter.start) for meter in self.game.meters}
        meters = tuple(starts[name] for name in self.meters)
        return State("next", self.left_at_first, -1, meters, self.kept(Counts()))

    def read(self, state: State) -> Counts:
        """The counts of a state; those that make no difference are 0."""
        return Counts(*cast(tuple[int, ...], state.counts))

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

    def after_opening(self, state: State, sort: int, counts: tuple[float, ...]) -> State:
        """The state in which a question of a sort was dealt."""
        left = state.left
        if left:
            place = 0 if self.repeating else sort
            left = (*left[:place], left[place] - 1, *left[place + 1 :])
        return State("visit", left, sort, state.meters, counts, then=state.then)

    def closed(self, state: State) -> State:
        """A state before the next question: what only the last one is asked about is put away."""
        if self._keeps_last:
            return state._replace(step="next", first=True, parts=0)
        counts = self.read(state)
        counts.attempt, counts.tries_left = 0, inf
        last = state.sort if self.ends_round(state) else -1
        return State("next", state.left, last, state.meters, self.kept(counts), then=state.then)

    def ends_round(self, state: State) -> bool:
        """Whether all questions came by, and are to be shuffled anew."""
        return self.rounds and not any(state.left)

    def next_sorts(self, state: State, asked: int) -> list[int]:
        """The sorts of question that can come next."""
        if self.in_order:
            return [self.sequence[asked % len(self.sequence)]]
        if self.repeating:
            return list(range(len(self.sorts)))
        left = [sort for sort, have in enumerate(state.left) if have]
        if not self.ranked:
            return left
        first = min(self.sorts[sort].rank for sort in left)
        return [sort for sort in left if self.sorts[sort].rank == first]

    def known(
        self, sort: int, meters: Meters, counts: Counts, used: float, hits: int = 0
    ) -> dict[str, Value]:
        """What expressions know; ``used`` are the seconds the question's clock ran, ``hits`` the parts of
        the last answer that were right."""
        about = self.sorts[sort] if sort >= 0 else None
        counts.total = self.total
        left = about.seconds - used if about and about.seconds is not None else 0
        return {
            "player": self.player,
            "count": self.count,
            "worth": about.worth if about else 0,
            "level": about.level if about else 0,
            "topic": about.topic if about else "",
            "kind": about.kind if about else "",
            "hits": hits,
            "possible": about.possible if about else 0,
            **counts.names(),
            **meters,
            "time_left": left,
            "time_used": used,
            "game_left": self.game.clocks.game or 0,
            **dict.fromkeys(TOLD, ""),
        }

    def _keeps(self, name: str) -> bool:
        if name in ("attempt", "tries_left"):
            return True
        if name == "asked" and not self.free:
            return self.looked.asked  # else what is left of the deck tells it
        return name in self.looked.names and name not in self.looked.aside and name != "total"

    def _left_at_first(self) -> tuple[int, ...]:
        if self.repeating:
            return () if self.free else (self.total,)
        have = Counter(self.sequence)
        return tuple(have[place] for place in range(len(self.sorts)))

    def _names_at_the_end(self) -> set[str]:
        """What may be asked of the last question after it."""
        rules = [*self.program.awards, *(self.program.endings if self.game.clocks.game is not None else ())]
        names = {name for condition, _, _ in rules for name in condition.names}
        return names | {name for row in self.program.rows["over"] for name in row_names(row)}

    def _sort(self, question: Question) -> QuestionSort:
        game, names = self.game, self.looked.names
        seconds = seconds_of(game, question)
        if seconds is None and game.clocks.question_by:
            seconds = SOME_SECONDS
        kind = KINDS[question.kind]
        parts = "hits" in names or "possible" in names
        by = self.weighing
        if seconds is not None and not self.timed and not (by and by.paced):
            seconds = 1.0 if by is None else None
        rank = self._topics.index(question.topic) if self.game.deal.order == "by_topic" else question.level
        return QuestionSort(
            question.worth if "worth" in names else 0,
            question.level if "level" in names else 0,
            question.topic if "topic" in names else "",
            question.kind if "kind" in names else "",
            seconds,
            kind.tries(question, game.tries),
            kind.steps(question) if self.program.rows["part"] and by is None else 0,
            kind.nearly and bool(self.program.rows["close"]) and by is None,
            kind.possible(question) if parts else 1,
            tuple(kind.wrong_hits(question)) if parts else (0,),
            kind.guesses(question) if by and by.guess else 0,
            rank if self.ranked else 0,
        )
