"""What the questions of a pack are known by: what they ask and their ids, counted, so that one is told apart
from a hundred thousand others at once."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterable

from ..play.questions.question import Question
from .kinds import written_as

_NUMBERED = re.compile(r"(.+)-\d+", re.DOTALL)


def asked_of(question: Question) -> str:
    """What a question asks, as it is known again where another line asks the same."""
    asked = question.prompt.casefold() + written_as(question).drawn_from(question)
    return f"{asked}\n{question.image}\n{question.sound}" if question.image or question.sound else asked


class KnownBy:
    """Counts of what is asked, of ids, and of what ids are called before the number at their end."""

    def __init__(self, questions: Iterable[Question]) -> None:
        self._asked = Counter(map(asked_of, questions))
        self._ids = Counter(question.id for question in questions)
        self._before_number = Counter(
            match[1] for id_ in self._ids if "-" in id_ and (match := _NUMBERED.fullmatch(id_))
        )

    def has_to_do_with(self, question: Question) -> bool:
        """Whether one of the questions asks the same, or one's id hangs on the other's."""
        return bool(
            self._asked[asked_of(question)] or self._ids[question.id] or self._before_number[question.id]
        )

    def take(self, question: Question) -> None:
        """One question less."""
        self._count(question, -1)

    def put(self, question: Question) -> None:
        """One question more."""
        self._count(question, 1)

    def _count(self, question: Question, by: int) -> None:
        self._asked[asked_of(question)] += by
        self._ids[question.id] += by
        if match := _NUMBERED.fullmatch(question.id):
            self._before_number[match[1]] += by
