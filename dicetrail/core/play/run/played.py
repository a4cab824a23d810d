"""What a run keeps of a play: the questions asked, what the last moment left to see, and how it ended."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from ..answers.verdict import LONGEST_ANSWER, Verdict, VerdictName
from ..kinds import kind_of
from ..questions.card import Card
from ..questions.given import Given
from ..questions.question import said
from ..rulebook.game import Number, Result
from ..rulebook.moments import Moment, Onward
from ..rulebook.program import ReadyRow
from ..rulebook.quantities import Counts
from ..rulebook.rows import reveals

By = Literal["", "time", "left"]
"""What ended a play that no rule ended: the deck, the game clock, or the player."""


@dataclass(frozen=True, slots=True)
class End:
    """How a play ends: the result, what is said, and the number of the ending that held (None: no ending).
    What it ended ``by`` is told to the player, and makes no difference else."""

    result: Result
    tell: str = ""
    ending: int | None = None
    by: By = field(default="", compare=False)


@dataclass(frozen=True, slots=True)
class Outcome:
    """What a play came to."""

    result: Result
    tell: str
    award: str
    award_tell: str
    cue: str
    by: By = ""


class Came(NamedTuple):
    """What came of a moment: its row (None: none holds), how the play ends there (None: it does not), and
    where it goes."""

    moment: Moment
    row: ReadyRow | None
    end: End | None
    onward: Onward


class Feedback(NamedTuple):
    """What a moment left for the player to see, until the next one replaces it; ``step`` is its place in
    the trail, from 1. The answer may be ``revealed``, or only which ``parts`` of what was given are right."""

    moment: Moment
    step: int
    tell: str = ""
    cue: str = ""
    revealed: bool = False
    parts: bool = False
    verdict: VerdictName | Literal[""] = ""
    given: str = ""
    picks: tuple[int, ...] = ()

    @classmethod
    def of(cls, came: Came, step: int, tell: str, verdict: Verdict | None, text: str) -> Feedback:
        """What came of a moment, told as ``tell``, after a ``text`` that checking said something of."""
        row = came.row.source if came.row else None
        return cls(
            came.moment,
            step,
            tell,
            row.cue if row else "",
            reveals(came.moment, row),
            row is not None and row.parts,
            verdict.name if verdict else "",
            text,
            verdict.picks if verdict else (),
        )


@dataclass(slots=True)
class Turn:
    """A question that was asked in this play: the card, the last answer, and what became of it.

    ``tried`` are the letters guessed in this visit, where the question is a covered phrase.
    """

    card: Card
    given: Given = Given()
    outcome: str = "open"
    tried: tuple[str, ...] = ()

    @property
    def parts(self) -> tuple[str, ...]:
        """The options that were picked last, in words."""
        return tuple(said(self.card.question.options[place]) for place in self.given.filed)

    @property
    def shown(self) -> str:
        """What was answered, in words."""
        told = kind_of(self.card.question).told(self.card.question, self.given)
        return told if self.given.filed else told[:LONGEST_ANSWER]


@dataclass(slots=True)
class Seat:
    """What belongs to one player of a run: the meters and counts, and the questions that were asked."""

    meters: dict[str, Number]
    counts: Counts
    asked: list[Turn] = field(default_factory=list)
