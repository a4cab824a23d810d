"""``truth``: a statement that is true or false."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.kinds.truth import TRUE_WORDS
from ...play.questions.question import TRUTH_OPTIONS, Question
from ..misfit import Misfit
from ..notation import join_bars
from ..record import WrittenRecord
from ..roles import all_true_or_false
from ..row import CellRow
from .base import Key, Options, Tip, answers_of
from .choice import WrittenChoice, on_negative


class WrittenTruth(WrittenChoice):
    """A column ``answer`` that says true or false."""

    name = "truth"

    def key(self, row: CellRow, found: Options) -> Key:
        """True and false, and which of them is right."""
        answer = answers_of(row, found)[0]
        if not all_true_or_false([answer]):
            raise Misfit("not-truth", f"The answer ‘{answer}’ is neither true nor false.")
        right = 0 if answer.casefold() in TRUE_WORDS else 1
        return Key((TRUTH_OPTIONS[right],), TRUTH_OPTIONS, (right,))

    def record(self, question: Question) -> WrittenRecord:
        """True or false."""
        return {"answer": join_bars(question.answers)}

    def tips(self, question: Question) -> Iterator[Tip]:
        """On a statement that turns on a *not*."""
        return on_negative(question)
