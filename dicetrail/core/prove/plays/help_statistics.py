"""What real plays say of helps: how often each was used, and whether it helped."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from .record import OPEN, OPINION, question_of


@dataclass(slots=True)
class HelpStatistics:
    """What became of a help: how often it was used, at how many questions that were ``asked``, how many of
    these were ``right`` in the end; and the same of the same questions where no help was used."""

    uses: int = 0
    asked: int = 0
    right: int = 0
    asked_without: int = 0
    right_without: int = 0


class HelpsUsed:
    """What is counted of helps."""

    def __init__(self) -> None:
        self._uses: Counter[str] = Counter()
        self._with: defaultdict[str, Counter[tuple[str, str]]] = defaultdict(Counter)
        self._without: Counter[tuple[str, str]] = Counter()

    def add(self, question: str, outcome: str, used: Sequence[Sequence[Any]]) -> None:
        """Count a question with what was used at it."""
        if not used:
            self._without[question, outcome] += 1
            return
        self._uses.update(name for name, *_ in used)
        for name in {name for name, *_ in used}:
            self._with[name][question_of(question), outcome] += 1

    def statistics(self) -> dict[str, HelpStatistics]:
        """What became of each help, the one used most often first."""
        found = {name: HelpStatistics(uses) for name, uses in self._uses.most_common()}
        for name, one in found.items():
            at = {question for question, _ in self._with[name]}
            one.asked, one.right = _right_of(self._with[name])
            without = {what: often for what, often in self._without.items() if question_of(what[0]) in at}
            one.asked_without, one.right_without = _right_of(without)
        return found


def _right_of(counted: Mapping[tuple[str, str], int]) -> tuple[int, int]:
    """How many were answered so that they could be right, and how many were."""
    judged = {what: often for what, often in counted.items() if what[1] not in (OPEN, OPINION)}
    right = sum(often for (_, outcome), often in judged.items() if outcome == "right")
    return sum(judged.values()), right
