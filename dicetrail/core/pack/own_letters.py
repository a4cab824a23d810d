"""Options that begin with their own letters: "A. Steep", "b) Flat". Shuffled, they tell the wrong places."""

from __future__ import annotations

import re

from ..play.questions.question import LABELS, Question
from .record import WrittenRecord
from .writing import to_record

_LETTERED = re.compile(r"\s*\(?([A-Za-z])\s*[.):]\s*(?=\S)")


def has_own_letters(question: Question) -> bool:
    """Whether every option begins with the letter of its place."""
    options = question.options
    return len(options) > 1 and all(
        (match := _LETTERED.match(option)) is not None and match[1].upper() == label
        for option, label in zip(options, LABELS, strict=False)
    )


def without_own_letters(question: Question) -> WrittenRecord:
    """The record of a question whose options are without their letters; as it is where they have none."""
    record = to_record(question)
    if has_own_letters(question):
        record["option"] = [_LETTERED.sub("", option, count=1) for option in question.options]
    return record
