"""What a search keeps of a play: the states it tells apart, and what expressions know in them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import lru_cache
from math import inf
from operator import itemgetter
from typing import NamedTuple

from ...play.deal.dealer import Dealer, total_after
from ...play.deal.setup import nameless
from ...play.language.expressions import Names, Value, compile_expression
from ...play.rulebook.clocks import Clock
from ...play.rulebook.game import Choices, Number
from ...play.rulebook.moments import Moment
from ...play.rulebook.names import NOT_OFF, NOTHING_OPEN, OF_A_QUESTION, OF_THE_LAST, TOLD
from ...play.rulebook.program import Program, ReadyRound
from ...play.rulebook.quantities import (
    AT_TOPIC,
    QUANTITIES,
    TOPIC_COUNTS,
    Counts,
    Happening,
    all_of,
    at_first,
    counted,
    growth,
    of_topic,
    standing,
)
from ...play.rulebook.rows import Meters
from ...play.rulebook.seconds import seconds_by
from ...play.run.helping import Open
from ...play.run.sequence import Stands
from .answers import NOTHING_GIVEN, Gave
from .helps import HelpsOfStates, Used
from .sorts import QuestionSort
from .times import KNOWN_AT_A_TIME, NO_TIMES, NONE, Stood, Times
from .watched import LookedAt, looked_in, row_names

_OF_NO_QUESTION: tuple[Moment, ...] = ("round_begun", "round_over", "over")
_OF_VISIT = {name: one.start for name, one in QUANTITIES.items() if one.of_visit}


class State(NamedTuple):
    """Where a play ``stands``, and what it has come to. ``left`` are the questions left of each sort, where a
    search counts them; ``hits`` are the parts of the last answer that were right, and ``times`` the clocks,
    as far as they make a difference. ``round`` is the number of its round (0: none), ``gone`` how often each
    gate was gone through that may be only so often, and ``back`` are the sorts that come again later.
    ``gave`` is what rules know of the last answer. ``open`` is what helps can do at the question, ``used``
    how often each was, and ``by`` the name of the last one, where rules ask for it."""

    stands: Stands
    left: tuple[int, ...]
    sort: int
    meters: tuple[Number, ...]
    counts: tuple[float, ...]
    first: bool = True
    parts: int = 0
    hits: int = 0
    times: Times = NO_TIMES
    round: int = 0
    gone: tuple[int, ...] = ()
    back: tuple[int, ...] = ()
    gave: Gave = NOTHING_GIVEN
    open: Open = Open()
    used: Used = ()
    by: str = ""


class StateCounts(dict[str, Number]):
    """The counts of states. What follows from them is looked up by the object, whatever it holds."""

    __hash__ = object.__hash__  # type: ignore[assignment]


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
        self._decks = (
            [Dealer(program.game, choices, one.source) for one in program.rounds]
            if program.has_rounds
            else []
        )
        asks = sum(one.total for one in self._decks) if self._decks else a_pass if total is None else total
        self.count = asks if choices.count is None else choices.count
        self.meters = tuple(name for name in program.meters if name not in looked.aside)
        self._topics = counts_of_topics(program)
        of_topics = tuple(name for names in self._topics.values() for name in names)
        self._of_game = standing(program.having)
        self.standing = (*self._of_game, *of_topics)
        self._values = itemgetter(*self.standing)
        self._kept = [
            [
                (n, looked.caps.get(name, inf))
                for n, name in enumerate(self.standing)
                if self._keeps(name, looked_in(program, one, looked))
            ]
            for one in program.rounds
        ]
        self.helps = HelpsOfStates(program, looked)
        # of states that differ in their meters only these are the same, and are worked out once
        self.kept = lru_cache(KNOWN_AT_A_TIME)(self._kept_of)
        self._read = lru_cache(KNOWN_AT_A_TIME)(self._tally)
        self._counted = lru_cache(KNOWN_AT_A_TIME)(self._after)
        self._closed = lru_cache(KNOWN_AT_A_TIME)(self._counts_of_closed)
        self._named = lru_cache(KNOWN_AT_A_TIME)(self._names_but_meters)
        self._keeps_last = bool(OF_THE_LAST & self._names_at_the_end())
        by = [one.question_seconds.names for one in program.rounds if one.question_seconds is not None]
        self._clock_is_known = any({"time_left", "time_used"} & names for names in by)
        self._gates = {
            (one.number, gate.number): 0 for one in program.rounds for gate in one.gates if gate.most < inf
        }
        """The gates that may be gone through only so often."""

    def first(self) -> State:
        """Where every play begins."""
        starts = {meter.name: meter.kept(meter.start) for meter in self.game.meters}
        meters = tuple(starts[name] for name in self.meters)
        first = self.program.rounds[0].number
        counts = self.kept(self.at_first(), first)
        gone, used = (0,) * len(self._gates), self.helps.unused()
        return State("next", (), -1, meters, counts, round=first, gone=gone, used=used)

    def at_first(self) -> StateCounts:
        """The counts every play begins with."""
        return StateCounts({**dict.fromkeys(self.standing, 0), **at_first(having=self.program.having)})

    def counted(self, counts: StateCounts, happening: Happening, state: State) -> tuple[Counts, StateCounts]:
        """What something that happens at the question of a state adds to the counts that grow; and all counts
        after it, those of its topic, too."""
        grown, after = self._counted(counts, happening, state.sort, state.first)
        if happening == "entered":  # what was asked of the round before is no more of this one
            after = self._with_totals(StateCounts(after), state.round)
        return grown, after

    def _after(
        self, counts: StateCounts, happening: Happening, sort: int, first: bool
    ) -> tuple[Counts, StateCounts]:
        given: dict[str, Value] = {"first_visit": first, "tries": self._tries(sort)}
        after = StateCounts(counted(counts, happening, **given))
        names = self._topics.get(self.sorts[sort].topic, {}) if sort >= 0 else {}
        moves = AT_TOPIC.get(happening, {})
        for name, of_play in names.items():
            after[name] += moves.get(of_play, 0)
        return growth(happening, {**counts, **given}), after

    def round_of(self, state: State) -> ReadyRound:
        """The round a play is in at a state."""
        return self.program.rounds[max(0, state.round - 1)]

    def gone(self, state: State) -> Mapping[tuple[int, int], int]:
        """How often each gate was gone through that may be only so often."""
        return dict(zip(self._gates, state.gone, strict=True))

    def through(self, state: State, gate: tuple[int, int]) -> State:
        """A state after a gate was gone through."""
        if gate not in self._gates:
            return state
        gone = self.gone(state)
        return state._replace(gone=tuple(often + (one == gate) for one, often in gone.items()))

    def read(self, state: State) -> StateCounts:
        """The counts of a state; those that make no difference are 0."""
        return self._read(state.counts, state.round)

    def _tally(self, values: tuple[float, ...], number: int) -> StateCounts:
        return self._with_totals(StateCounts(zip(self.standing, values, strict=True)), number)

    def _with_totals(self, counts: StateCounts, number: int) -> StateCounts:
        """Counts that know in a round how many questions it and the play ask."""
        if not self._decks:
            counts["total"] = self.total_after(int(counts["asked"]))
            return counts
        here = self._decks[number - 1].total_after(int(counts["round_asked"]))
        counts["round_total"] = here
        ahead = sum(one.total for one in self._decks[number:])
        counts["total"] = counts["asked"] - counts["round_asked"] + here + ahead
        return counts

    def total_after(self, asked: int) -> int:
        """How many questions the play will have asked, as far as is known once so many were."""
        return total_after(asked, self.total, self._a_pass)

    def _kept_of(self, counts: StateCounts, number: int) -> tuple[float, ...]:
        """The counts the course of a play depends on in a round, none larger than makes a difference."""
        values = self._values(counts)
        shown: list[float] = [0] * len(values)
        for place, cap in self._kept[max(0, number - 1)]:
            value = values[place]
            shown[place] = value if value < cap else cap
        return tuple(shown)

    def meters_of(self, state: State) -> Meters:
        """The meters of a state by their names."""
        return dict(zip(self.meters, state.meters, strict=True))

    def opened(self, state: State, sort: int) -> State:
        """A state before the next question, when one of a sort was dealt."""
        _, counts = self._counted(self.read(state), "dealt", sort, True)
        dealt = state._replace(
            stands="visit",
            sort=sort,
            counts=self.kept(counts, state.round),
            first=True,
            parts=0,
            hits=0,
            gave=NOTHING_GIVEN,
        )
        return self.with_helps(dealt)

    def reopened(self, state: State, sort: int) -> State:
        """A state before the next question, when one of a sort comes again."""
        again = state._replace(stands="visit", sort=sort, first=False, parts=0, hits=0, gave=NOTHING_GIVEN)
        return self.with_helps(again)

    def with_helps(self, state: State) -> State:
        """A state before a visit of its question: with all that helps can do at it."""
        if not self.helps.helps:
            return state
        here = self.sorts[state.sort].open
        here = here._replace(swap=here.swap and state.first)
        return state._replace(open=here, used=self.helps.renewed(state.used, "question"), by="")

    def tries(self, state: State) -> float:
        """The tries that a visit of a state's question has."""
        return self._tries(state.sort)

    def _tries(self, sort: int) -> float:
        tries = self.sorts[sort].tries if sort >= 0 else None
        return inf if tries is None else tries

    def clock(self, state: State, names: Names) -> Stood:
        """The clock of a state's question when a visit of it begins. Raises ExpressionError where what the
        game says of it has no value."""
        if not self.clocked:
            return NONE
        sort, by = self.sorts[state.sort], self.round_of(state).question_seconds
        seconds = seconds_by(by, names) if sort.by_play and by is not None else sort.seconds
        return Stood.of(Clock.of(seconds))

    def closed(self, state: State) -> State:
        """A state before the next question: what only the last one is asked about is put away."""
        if self._keeps_last:
            return state._replace(stands="next", first=True, parts=0, open=Open())
        times = state.times
        if not self._clock_is_known and times.question is not NONE:
            times = times._replace(question=NONE)
        return state._replace(
            stands="next",
            sort=-1,
            counts=self._closed(state.counts, state.round),
            first=True,
            parts=0,
            hits=0,
            times=times,
            gave=NOTHING_GIVEN,
            open=Open(),
            by="",
        )

    def _counts_of_closed(self, values: tuple[float, ...], number: int) -> tuple[float, ...]:
        """The counts of a state, without those of its visit."""
        return self.kept(StateCounts(self._read(values, number) | _OF_VISIT), number)

    def known(self, state: State) -> dict[str, Value]:
        """What expressions know at a state."""
        return self.names(state, self.meters_of(state), self.read(state))

    def names(self, state: State, meters: Meters, counts: StateCounts) -> dict[str, Value]:
        """What expressions know at a state that has come to these meters and counts."""
        about = state.sort, state.hits, state.gave, state.by, state.round, state.first
        return {
            **self._named(counts, *about),
            **meters,
            **state.times.names(),
            **dict.fromkeys(TOLD, ""),
        }

    def _names_but_meters(
        self, counts: StateCounts, sort: int, hits: int, gave: Gave, by: str, number: int, first: bool
    ) -> Mapping[str, Value]:
        about = self.sorts[sort] if sort >= 0 else None
        return {
            "player": self.player,
            "count": self.count,
            **NOTHING_OPEN,
            **({name: getattr(about, name) for name in (*OF_A_QUESTION, "possible")} if about else {}),
            "hits": hits,
            "value": gave.value,
            "given": gave.given,
            "picked": gave.picked,
            "help": by,
            **NOT_OFF,
            "round": max(1, number),
            "rounds": len(self.program.rounds),
            "round_name": self.program.rounds[number - 1].source.name if number else "",
            **({"visit": 1 if first else 2} if about else {}),
            **all_of(counts),
            **{
                name: of_topic(function, self._of_topic(counts, topic))
                for name, (function, topic) in self.program.by_topic.items()
            },
        }

    def _of_topic(self, counts: Counts, topic: str) -> Counts:
        """What was counted of a topic, by the names of the whole play."""
        return {of_play: counts[name] for name, of_play in self._topics[topic].items()}

    def _keeps(self, name: str, looked: frozenset[str]) -> bool:
        if name not in QUANTITIES:
            return True  # counts of a topic that something asks for
        if QUANTITIES[name].of_visit:
            return True
        if self.program.has_rounds and name in ("asked", "round_asked"):
            of_all = {"asked", "total", "left"} | (
                {"round_left", "round_asked"} if name != "asked" else set()
            )
            return bool(of_all & self.looked.names)
        if name == "asked":  # where the deck ends, what is left of it tells it
            of_the_deck = bool({"asked", "total", "left"} & self.looked.names)
            return of_the_deck if self.total is None else self.looked.asked
        return name in looked and name not in self.looked.aside and not name.endswith("total")

    def _names_at_the_end(self) -> set[str]:
        """What may be asked of the last question after it."""
        between = self.game.clocks.game is not None or self.program.has_rounds
        rules = [*self.program.awards, *(self.program.endings if between else ())]
        names = {name for condition, _, _ in rules for name in condition.names}
        for moment in _OF_NO_QUESTION:
            names |= {name for row in self.program.rows[moment] for name in row_names(row)}
        for one in self.program.rounds:
            names |= {name for gate in one.gates if gate.condition for name in gate.condition.names}
            if one.source.deal.next:
                names |= compile_expression(one.source.deal.next).names - OF_A_QUESTION.keys()
        return names


def counts_of_topics(program: Program) -> dict[str, dict[str, str]]:
    """What is counted of each topic that a game asks for: the name of each count, and of the same count of
    the whole play. Of games without opinions these are not counted."""
    names = [name for name in TOPIC_COUNTS if name != "opinions" or program.asks_opinions]
    topics = dict.fromkeys(topic for _, topic in program.by_topic.values())
    return {topic: {f"{name} in {topic!r}": name for name in names} for topic in topics}
