"""What a run keeps of a play: the questions asked, what the last moment left to see, and how it ended."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from ..answers.verdict import LONGEST_ANSWER, Verdict, VerdictName
from ..kinds import kind_of
from ..language.expressions import Value
from ..questions.aided import Aided
from ..questions.card import Card
from ..questions.given import Given
from ..questions.question import said
from ..rulebook.game import Number, Result
from ..rulebook.moments import Moment, Onward
from ..rulebook.program import ReadyGate, ReadyRow
from ..rulebook.quantities import Counts
from ..rulebook.rows import reveals

By = Literal["", "time", "left"]
"""What ended a play that no rule ended: the deck, the game clock, or the player."""


@dataclass(frozen=True, slots=True)
class End:
    """How a play ends: the result, what is said, and the number of the ending that held (None: no ending).
    What it ended ``by`` is told to the player, and makes no difference else. Where only one of several
    players is ``out`` by it, the others go on."""

    result: Result
    tell: str = ""
    ending: int | None = None
    out: bool = False
    by: By = field(default="", compare=False)


@dataclass(frozen=True, slots=True)
class Outcome:
    """What a play, or that of one of several players, came to."""

    result: Result
    tell: str
    award: str
    award_tell: str
    cue: str
    by: By = ""


class Came(NamedTuple):
    """What came of a moment: its row (None: none holds), how the play ends there (None: it does not), and
    where it goes; at the end of a round by which ``gate``."""

    moment: Moment
    row: ReadyRow | None
    end: End | None
    onward: Onward
    gate: ReadyGate | None = None


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

    ``tried`` are the letters guessed in this visit, where the question is a covered phrase; ``visits`` is how
    often it was open, ``first`` the number of the first of its visits among all of the play, and ``round``
    the number of the round it was dealt in (0: none). ``aided`` is what helps did to it in this visit.
    ``seat`` is the number of the player who was asked.
    """

    card: Card
    given: Given = Given()
    outcome: str = "open"
    tried: tuple[str, ...] = ()
    visits: int = 0
    round: int = 0
    aided: Aided = Aided()
    seat: int = 1
    first: int = 0

    @property
    def parts(self) -> tuple[str, ...]:
        """The options that were picked last, in words."""
        return tuple(said(self.card.question.options[place]) for place in self.given.filed)

    @property
    def shown(self) -> str:
        """What was answered, in words."""
        told = kind_of(self.card.question).told(self.card.question, self.given)
        return told if self.given.filed else told[:LONGEST_ANSWER]


class Lap(NamedTuple):
    """A round that a play is through with: its number, and what was counted in it, by the names of the whole
    play."""

    round: int
    counts: Counts

    def as_dict(self) -> dict[str, Number]:
        """It as JSON data."""
        return {"round": self.round, **self.counts}


@dataclass(slots=True)
class Seat:
    """What belongs to one player of a run, by their number from 1: the meters and counts, what is known of
    the question that is open or was last, the questions that were asked, the one of them that is open or was
    last, the rounds that are over, what was counted of each topic, how often each help was used; whether the
    player is ``out``, and at the end what it came to."""

    number: int
    meters: dict[str, Number]
    counts: Counts
    known: dict[str, Value]
    asked: list[Turn] = field(default_factory=list)
    turn: Turn | None = None
    laps: list[Lap] = field(default_factory=list)
    by_topic: dict[str, Counts] = field(default_factory=dict)
    used: Counter[str] = field(default_factory=Counter)
    out: End | None = None
    outcome: Outcome | None = None
    rank: int = 1

    @property
    def name(self) -> str:
        """What the player is called."""
        return str(self.known["player"])

    @property
    def place(self) -> int:
        """The place of that question among all that were asked, from 0; the last one where none was."""
        for place in range(len(self.asked) - 1, -1, -1):
            if self.asked[place] is self.turn:
                return place
        return -1

    @property
    def open(self) -> Turn:
        """The question that is open. Raises RuntimeError where none has been yet."""
        if self.turn is None:
            raise RuntimeError("no question is open yet")
        return self.turn
