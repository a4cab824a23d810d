"""What real plays say of the questions: how hard each is, how well it tells players apart, what was answered.

An item is right where its question was right at the first try. A play counts for the questions that it asked;
the rest that a question is held against is the share of the play's other questions that were right so.
"""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from statistics import median
from typing import Any, cast

import numpy as np

from .about import AboutQuestion
from .help_statistics import HelpStatistics, HelpsUsed
from .measures import Matrix, kr20, point_biserial, wilson
from .record import LATE, OPEN, OPINION, SKIPPED, Answer, Try, of_more, question_of

Fold = Callable[[str, str], str]
"""Gives for a question and a text typed to it the text as checking sees it: what is the same answer."""
FEW = 20
"""Plays below which numbers are said to be small."""
HURRIED = 3.0
"""Seconds left of a clock below which an answer was hurried."""
_MOST_REFUSED = 20
_UNKNOWN = AboutQuestion("")


@dataclass(frozen=True, slots=True)
class RefusedText:
    """A text that was typed and not taken for right: as it was typed most often, and how often in all."""

    text: str
    times: int


@dataclass(frozen=True, slots=True)
class QuestionStatistics:
    """What became of a question. ``first``, ``right``, ``late``, ``skipped`` and ``hurried`` are numbers of
    plays among the ``asked``; ``low`` and ``high`` bound the share that was right at the first try (Wilson,
    95 %); ``discrimination`` is the corrected item–total point-biserial, None where it can't be told;
    ``opinions`` of the asked have no right answer and are in none of these shares; ``seconds`` is the median
    time it took; ``picked`` how often each option was picked, or each text was
    given, ``refused`` what was typed in vain, both over all tries."""

    question: str
    asked: int
    first: int
    right: int
    late: int
    skipped: int
    clocked: int
    hurried: int
    seconds: float | None
    low: float
    high: float
    discrimination: float | None
    picked: dict[str, int]
    refused: tuple[RefusedText, ...]
    opinions: int = 0

    @property
    def judged(self) -> int:
        """How often it was asked and could be right."""
        return self.asked - self.opinions

    @property
    def difficulty(self) -> float:
        """The share that was right at the first try."""
        return self.first / self.judged if self.judged else 0.0


@dataclass(slots=True)
class RoundStatistics:
    """What became of a round: in how many ``plays`` it was played, and of the questions ``asked`` in it how
    many were ``right`` in the end, and at the ``first`` try."""

    plays: int = 0
    asked: int = 0
    right: int = 0
    first: int = 0


@dataclass(slots=True)
class TopicStatistics:
    """What became of the questions of a topic: how many there were, how often they were ``asked``, and how
    often they were ``right`` in the end, and at the ``first`` try; opinions are none of these."""

    questions: int = 0
    asked: int = 0
    right: int = 0
    first: int = 0


@dataclass(frozen=True, slots=True)
class Statistics:
    """What plays say of all questions, of the ``rounds`` by their numbers, of the ``topics``, and of the
    ``helps`` by their names; ``reliability`` (KR-20) rests on the ``common`` questions, which every play
    asked."""

    plays: int
    questions: list[QuestionStatistics]
    reliability: float | None
    common: int
    rounds: dict[int, RoundStatistics] = field(default_factory=dict)
    topics: dict[str, TopicStatistics] = field(default_factory=dict)
    helps: dict[str, HelpStatistics] = field(default_factory=dict)


class _Tally:
    """What is counted of one question."""

    __slots__ = ("clocked", "firsts", "given", "hurried", "missed", "outcomes", "plays", "used")

    def __init__(self) -> None:
        self.outcomes: list[str] = []
        self.clocked = self.hurried = 0
        self.used: list[float] = []
        self.given: list[tuple[str, tuple[str, ...]]] = []
        self.missed: list[str] = []
        self.plays: list[int] = []
        self.firsts: list[bool] = []


def statistics_of(
    plays: Iterable[Sequence[Answer]], fold: Fold, told: Mapping[str, AboutQuestion] | None = None
) -> Statistics:
    """The statistics of plays, each the answers of one; questions come as they were first asked.

    ``told`` says what the questions are: which options an answer picked. An answer may as well be a list with
    its parts in their order, as answers are kept: there are many. A question that came up more than once in a
    play counts each time; one that was left open (the play ended before) does not.
    """
    tallies: defaultdict[str, _Tally] = defaultdict(_Tally)
    asks: list[int] = []
    rights: list[int] = []
    rounds: defaultdict[int, RoundStatistics] = defaultdict(RoundStatistics)
    helped = HelpsUsed()
    for number, answers in enumerate(plays):
        sums = 0
        counted = 0
        played: set[int] = set()
        for question, outcome, tries, left, *more in answers:
            of_round, used, _ = of_more(*cast(list[Any], more))
            helped.add(question, outcome, used)
            if not tries and outcome == OPEN:
                continue
            tally = tallies[question]
            first = _add(tally, tries)
            tally.outcomes.append(outcome)
            tally.plays.append(number)
            tally.firsts.append(first)
            if left is not None:
                tally.clocked += 1
                tally.hurried += left < HURRIED
            if outcome != OPINION:
                counted += 1
                sums += first
            if of := of_round:
                _add_to_round(rounds[of], outcome, first=first, again=of in played)
                played.add(of)
        asks.append(counted)
        rights.append(sums)
    asked, right = np.array(asks, dtype=float), np.array(rights, dtype=float)
    found = _by_question(tallies)
    common = _common(found, len(asks))
    known = told or {}
    questions = [
        _statistics(name, tally, asked, right, fold, known.get(name, _UNKNOWN))
        for name, tally in found.items()
    ]
    return Statistics(
        plays=len(asks),
        questions=questions,
        topics=_by_topic(questions, known),
        reliability=kr20(_matrix(common, len(asks))) if len(common) > 1 else None,
        common=len(common),
        rounds=dict(sorted(rounds.items())),
        helps=helped.statistics(),
    )


def _by_topic(
    questions: Iterable[QuestionStatistics], told: Mapping[str, AboutQuestion]
) -> dict[str, TopicStatistics]:
    found: dict[str, TopicStatistics] = {}
    for one in questions:
        topic = told.get(one.question, _UNKNOWN).topic
        if topic and one.judged:
            of = found.setdefault(topic, TopicStatistics())
            of.questions += 1
            of.asked += one.judged
            of.right += one.right
            of.first += one.first
    return found


def _add_to_round(one: RoundStatistics, outcome: str, *, first: bool, again: bool) -> None:
    one.plays += not again
    one.asked += 1
    one.right += outcome == "right"
    one.first += first


def _add(tally: _Tally, tries: Sequence[Try]) -> bool:
    """Count the tries of an answer; whether the first that could be read was right."""
    if not tries:
        return False
    first = ""
    for verdict, text, _, *parts in tries:
        if not first and verdict != "unreadable":
            first = verdict
        if text:
            tally.given.append((text, tuple(*parts)))
            if verdict in ("wrong", "close"):
                tally.missed.append(text)
    tally.used.append(tries[-1][2])
    return first == "right"


def _by_question(tallies: dict[str, _Tally]) -> dict[str, _Tally]:
    """What was made by one recipe, together."""
    found: dict[str, _Tally] = {}
    for name, tally in tallies.items():
        whole = found.setdefault(question_of(name), tally)
        if whole is not tally:
            for part in ("outcomes", "used", "given", "missed", "plays", "firsts"):
                getattr(whole, part).extend(getattr(tally, part))
            whole.clocked += tally.clocked
            whole.hurried += tally.hurried
    return found


def _statistics(
    name: str, tally: _Tally, asked: Matrix, right: Matrix, fold: Fold, about: AboutQuestion
) -> QuestionStatistics:
    firsts = np.array(tally.firsts, dtype=float)
    plays = np.array(tally.plays)
    others = asked[plays] - 1
    rest = np.divide(right[plays] - firsts, others, out=np.zeros(len(plays)), where=others > 0)
    outcomes, number = Counter(tally.outcomes), len(tally.outcomes)
    opinions = outcomes[OPINION]
    alone = (others > 0) & (opinions == 0)
    first = int(firsts.sum())
    low, high = wilson(first, number - opinions)
    return QuestionStatistics(
        question=name,
        asked=number,
        first=first,
        right=outcomes["right"],
        late=outcomes[LATE],
        skipped=outcomes[SKIPPED],
        clocked=tally.clocked,
        hurried=tally.hurried,
        seconds=median(tally.used) if tally.used else None,
        low=low,
        high=high,
        discrimination=point_biserial(firsts[alone], rest[alone]),
        picked=_picked(Counter(tally.given), about),
        refused=_refused(name, Counter(tally.missed), fold),
        opinions=opinions,
    )


def _picked(given: Counter[tuple[str, tuple[str, ...]]], about: AboutQuestion) -> dict[str, int]:
    """How often each option was picked, alone or with others, or each text was given."""
    times: Counter[str] = Counter()
    for (text, parts), often in given.items():
        for part in parts or about.parts(text):
            times[part] += often
    return dict(times.most_common())


def _refused(name: str, missed: Counter[str], fold: Fold) -> tuple[RefusedText, ...]:
    """What was given in vain, those together that checking holds for the same."""
    times: Counter[str] = Counter()
    typed: dict[str, str] = {}
    for text, often in missed.most_common():
        folded = fold(name, text)
        times[folded] += often
        typed.setdefault(folded, text)
    return tuple(RefusedText(typed[one], often) for one, often in times.most_common(_MOST_REFUSED))


def _common(tallies: dict[str, _Tally], plays: int) -> list[_Tally]:
    """The questions that every play asked once."""
    return [
        one
        for one in tallies.values()
        if len(one.plays) == plays and len(set(one.plays)) == plays and plays and OPINION not in one.outcomes
    ]


def _matrix(common: Sequence[_Tally], plays: int) -> Matrix:
    scores = np.zeros((plays, len(common)))
    for column, tally in enumerate(common):
        scores[tally.plays, column] = tally.firsts
    return scores
