"""One question, as the engine needs it."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Literal, get_args

Kind = Literal["choice", "typed", "number", "truth"]
KINDS: tuple[Kind, ...] = get_args(Kind)

MOST_OPTIONS = 8
LABELS = "ABCDEFGH"
"""The letters that name the places of a choice question, first to last."""

TRUTH_OPTIONS = ("True", "False")


@dataclass(frozen=True, slots=True)
class Question:
    """A question with its key.

    ``answers`` are the accepted answers, the first being the one that is shown; for ``choice`` and ``truth``
    it holds the right option's text alone. ``options`` stand as filed and ``right`` is the place (from 0)
    of the right one among them; both are empty (``()``, -1) for kinds that are typed in.
    ``seconds`` is the question's own clock, None where the game's holds.
    """

    id: str
    kind: Kind
    prompt: str
    answers: tuple[str, ...]
    options: tuple[str, ...] = ()
    right: int = -1
    topic: str = ""
    level: int = 1
    worth: float = 1
    seconds: float | None = None
    why: str = ""
    unit: str = ""
    tolerance: Fraction = Fraction(0)
    file: str = ""
    line: int = 0

    @property
    def shown_answer(self) -> str:
        """The right answer as it is revealed to a player."""
        return self.options[self.right] if self.options else self.answers[0]
