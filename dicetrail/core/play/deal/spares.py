"""Spares: the questions that a play would not have drawn, dealt in the place of one that is swapped."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence

from ..dice import Stream
from ..questions.question import Question


class Spares:
    """What of a ``pool`` is not among those ``drawn``, in an order that a stream deals."""

    def __init__(self, pool: Sequence[Question], drawn: Iterable[Question], stream: Stream) -> None:
        taken = Counter(question.id for question in drawn)
        left: list[Question] = []
        for question in pool:
            if taken[question.id]:
                taken[question.id] -= 1
            else:
                left.append(question)
        self._left = stream.shuffled(left)

    def __bool__(self) -> bool:
        return bool(self._left)

    def take(self, level: int) -> Question:
        """The next of them: one of the level, where there is one left."""
        place = next((n for n, one in enumerate(self._left) if one.level == level), 0)
        return self._left.pop(place)
