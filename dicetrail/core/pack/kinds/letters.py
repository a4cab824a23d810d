"""``letters``: a hidden word or phrase."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.answers.letters import lines_on_a_phone
from ...play.questions.question import LONGEST_PHRASE, MISSES, Question
from ..misfit import Misfit
from ..record import WrittenRecord
from ..row import CellRow
from .base import Key, Options, Tip, WrittenKind

MOST_PHRASE_LINES = 3


class WrittenLetters(WrittenKind):
    """Columns ``answer``, the phrase first, and ``misses``."""

    name = "letters"

    def key(self, row: CellRow, found: Options) -> Key:
        """The phrase, and what else is accepted for it."""
        key = super().key(row, found)
        phrase = key.answers[0]
        if len(phrase) > LONGEST_PHRASE:
            raise Misfit(
                "long-phrase",
                f"The phrase has {len(phrase)} characters; {LONGEST_PHRASE} can be uncovered at most."
                " Shorten it.",
            )
        if not any(mark.isalnum() for mark in phrase):
            raise Misfit(
                "no-letters", f"There is no letter in ‘{phrase}’ to uncover. Write a word or phrase."
            )
        return key

    def record(self, question: Question) -> WrittenRecord:
        """The phrase, and its misses where they are not the usual ones."""
        record = super().record(question)
        return record if question.misses == MISSES else {**record, "misses": str(question.misses)}

    def tips(self, question: Question) -> Iterator[Tip]:
        """On a phrase that is long on a phone."""
        lines = lines_on_a_phone(question.answers[0])
        if lines > MOST_PHRASE_LINES:
            yield (
                "tip-long-phrase",
                f"The phrase takes {lines} lines on a phone; more than {MOST_PHRASE_LINES} are hard to take"
                " in at a glance.",
                "note",
            )
