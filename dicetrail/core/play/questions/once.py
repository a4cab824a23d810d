"""What is worked out over many questions, once for the same ones.

Between two edits of a game's rules its questions stay, all hundred thousand of them. They are known by their
identity here, which costs nothing to compare: nothing of a question ever changes, nor does the sequence that
a pack was read to, so the same sequence gives the same result again.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import lru_cache, wraps
from typing import TypeVar, TypeVarTuple

from .question import Question

T = TypeVar("T")
Rest = TypeVarTuple("Rest")

KEPT = 4
"""Sets of questions, with what else goes in, of which a result is kept. It keeps the questions, too."""


class Same:
    """Questions that are equal to themselves only."""

    __slots__ = ("questions",)

    def __init__(self, questions: Sequence[Question]) -> None:
        self.questions = questions

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.questions is self.questions

    def __hash__(self) -> int:
        return id(self.questions)


def once_over(work: Callable[[Sequence[Question], *Rest], T]) -> Callable[[Sequence[Question], *Rest], T]:
    """``work`` that is done once for the same questions; all else that goes in has to be hashable, and what
    comes out must not be changed."""

    @lru_cache(maxsize=KEPT)
    def kept(of: Same, *rest: *Rest) -> T:
        return work(of.questions, *rest)

    @wraps(work)
    def once(questions: Sequence[Question], *rest: *Rest) -> T:
        return kept(Same(questions), *rest)

    return once
