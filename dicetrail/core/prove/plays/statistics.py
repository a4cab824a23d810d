"""What real plays say of the questions: how hard each is, how well it tells players apart, what was answered.

An item is right where its question was right at the first try. A play counts for the questions that it asked;
the rest that a question is held against is the share of the play's other questions that were right so.
"""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from statistics import median

import numpy as np

from .measures import Matrix, kr20, point_biserial, wilson
from .record import LATE, SKIPPED, Answer, question_of

Fold = Callable[[str, str], str]
"""Gives for a question and a text typed to it the text as checking sees it: what is the same answer."""
FEW = 20
"""Plays below which numbers are said to be small."""
HURRIED = 3.0
"""Seconds left of a clock below which an answer was hurried."""
_MOST_REFUSED = 20


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
    ``seconds`` is the median time it took; ``picked`` how often each text was given where there were options,
    ``refused`` what was typed in vain, both over all tries."""

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

    @property
    def difficulty(self) -> float:
        """The share that was right at the first try."""
        return self.first / self.asked if self.asked else 0.0


@dataclass(frozen=True, slots=True)
class Statistics:
    """What plays say of all questions; ``reliability`` (KR-20) rests on the ``common`` ones, which every play
    asked."""

    plays: int
    questions: list[QuestionStatistics]
    reliability: float | None
    common: int


@dataclass(slots=True)
class _Tally:
    """What is counted of one question."""

    asked: int = 0
    right: int = 0
    late: int = 0
    skipped: int = 0
    clocked: int = 0
    hurried: int = 0
    used: list[float] = field(default_factory=list)
    given: Counter[str] = field(default_factory=Counter)
    missed: Counter[str] = field(default_factory=Counter)
    plays: list[int] = field(default_factory=list)
    firsts: list[bool] = field(default_factory=list)

    def add(self, play: int, answer: Answer) -> None:
        """Count an answer."""
        self.asked += 1
        self.right += answer.outcome == "right"
        self.late += answer.outcome == LATE
        self.skipped += answer.outcome == SKIPPED
        if answer.left is not None:
            self.clocked += 1
            self.hurried += answer.left < HURRIED
        if answer.tries:
            self.used.append(answer.tries[-1].used)
        self.plays.append(play)
        self.firsts.append(answer.first)
        for verdict, text, _ in answer.tries:
            if text:
                self.given[text] += 1
                if verdict in ("wrong", "close"):
                    self.missed[text] += 1


def statistics_of(plays: Sequence[Sequence[Answer]], fold: Fold) -> Statistics:
    """The statistics of plays, each the answers of one; questions come as they were first asked.

    A question that came up more than once in a play counts each time; one that was left open (the play ended
    before) does not.
    """
    tallies: defaultdict[str, _Tally] = defaultdict(_Tally)
    asked, right = np.zeros(len(plays)), np.zeros(len(plays))
    for number, answers in enumerate(plays):
        for answer in answers:
            if answer.outcome == "open" and not answer.tries:
                continue
            tallies[question_of(answer.question)].add(number, answer)
            asked[number] += 1
            right[number] += answer.first
    common = _common(tallies, len(plays))
    return Statistics(
        plays=len(plays),
        questions=[_statistics(name, tally, asked, right, fold) for name, tally in tallies.items()],
        reliability=kr20(_matrix(common, len(plays))) if len(common) > 1 else None,
        common=len(common),
    )


def _statistics(name: str, tally: _Tally, asked: Matrix, right: Matrix, fold: Fold) -> QuestionStatistics:
    firsts = np.array(tally.firsts, dtype=float)
    plays = np.array(tally.plays)
    others = asked[plays] - 1
    rest = np.divide(right[plays] - firsts, others, out=np.zeros(len(plays)), where=others > 0)
    alone = others > 0
    first = int(firsts.sum())
    low, high = wilson(first, tally.asked)
    return QuestionStatistics(
        question=name,
        asked=tally.asked,
        first=first,
        right=tally.right,
        late=tally.late,
        skipped=tally.skipped,
        clocked=tally.clocked,
        hurried=tally.hurried,
        seconds=median(tally.used) if tally.used else None,
        low=low,
        high=high,
        discrimination=point_biserial(firsts[alone], rest[alone]),
        picked=dict(tally.given.most_common()),
        refused=_refused(name, tally.missed, fold),
    )


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
        one for one in tallies.values() if len(one.plays) == plays and len(set(one.plays)) == plays and plays
    ]


def _matrix(common: Sequence[_Tally], plays: int) -> Matrix:
    scores = np.zeros((plays, len(common)))
    for column, tally in enumerate(common):
        scores[tally.plays, column] = tally.firsts
    return scores
