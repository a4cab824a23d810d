"""A company: many different players, where one skill says too little. Its plays are walked, never weighed."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from statistics import NormalDist
from typing import TYPE_CHECKING

from ...play.dice import Stream
from ...play.questions.card import Card
from ...play.questions.question import Question
from ...play.rulebook.move import Move
from ...play.run.run import Run
from ..plays.record import question_of
from .guesser import Guesses

if TYPE_CHECKING:
    from ..plays.statistics import Statistics

_UNIT = NormalDist()
STEPS = (1 << 53) - 1
"""Numbers of which one is drawn for a number of the normal distribution."""


@dataclass(frozen=True, slots=True)
class Company:
    """Players of whom each makes one play. Their skills (the chance that a try is right) lie around ``share``
    with a standard deviation of ``spread``, cut at 0 and 1; ``levels`` say otherwise for questions of a
    level, and ``questions`` for single ones, with the seconds a try at it takes (None: as for all). A try
    takes ``pace`` seconds, with a standard deviation of ``pace_spread``, never less than none."""

    share: float = 0.5
    spread: float = 0.0
    pace: float = 0.0
    pace_spread: float = 0.0
    levels: Mapping[int, float] = field(default_factory=dict)
    questions: Mapping[str, tuple[float, float | None]] = field(default_factory=dict)

    def one(self, chance: Stream, guesses: Guesses | None = None) -> Member:
        """The player of one play; where it makes a difference which wrong answer is given it ``guesses``."""
        return Member(self, self.spread * _normal(chance) if self.spread else 0.0, guesses)

    def usual(self, question: Question) -> tuple[float, float]:
        """The chance that a try at a question is right, and the seconds it takes, before players differ."""
        share = self.share if question.level is None else self.levels.get(question.level, self.share)
        own, seconds = self.questions.get(question_of(question.id), (share, None))
        return own, self.pace if seconds is None else seconds


@dataclass(frozen=True, slots=True)
class Member:
    """One player of a company, who is better than the others by ``above``."""

    company: Company
    above: float
    guesses: Guesses | None = None

    def looks_at(self, run: Run) -> None:
        """Before a try."""
        if self.guesses is not None:
            self.guesses.looks_at(run)

    def right(self, question: Question) -> float:
        """The chance that a try at a question is right."""
        share, _ = self.company.usual(question)
        return min(1.0, max(0.0, share + self.above))

    def wrong(self, card: Card) -> Move:
        """A wrong answer."""
        return self.guesses.wrong(card) if self.guesses is not None else Move("wrong")

    def takes(self, question: Question, chance: Stream) -> int:
        """How long a try at a question takes, in milliseconds."""
        _, usual = self.company.usual(question)
        spread = self.company.pace_spread
        return max(0, round(1000 * (usual + (spread * _normal(chance) if spread else 0.0))))


def played_so(found: Statistics) -> dict[str, tuple[float, float | None]]:
    """How real players did at each question: the share right at the first try, and the median seconds."""
    return {one.question: (one.difficulty, one.seconds) for one in found.questions}


def normal(drawn: int) -> float:
    """The number of the standard normal distribution that stands at one of :data:`STEPS` places."""
    return _UNIT.inv_cdf((drawn + 1) / (STEPS + 1))


def _normal(chance: Stream) -> float:
    return normal(chance.below(STEPS))
