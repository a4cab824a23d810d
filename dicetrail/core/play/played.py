"""What a run keeps of a play: the questions asked, what the last moment left to see, and how it ended."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from .card import Card
from .game import Result
from .kinds import kind_of
from .moments import Moment
from .verdict import LONGEST_ANSWER, VerdictName

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


@dataclass(slots=True)
class Turn:
    """A question that was asked in this play: the card, the last answer given (and the places of the options
    it picked), and what became of it.

    ``tried`` are the letters guessed in this visit, where the question is a covered phrase.
    """

    card: Card
    given: str = ""
    picks: tuple[int, ...] = ()
    outcome: str = "open"
    tried: tuple[str, ...] = ()

    @property
    def shown(self) -> str:
        """What was given, as words: the texts of the options that were picked."""
        if self.picks:
            return kind_of(self.card.question).as_text(self.card, self.picks)
        return self.given[:LONGEST_ANSWER]
