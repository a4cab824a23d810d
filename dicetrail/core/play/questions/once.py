"""What is worked out over many questions, once for the same ones.

Between two edits of a game's rules its questions stay, all hundred thousand of them. They are known by their
identity here, which costs nothing to compare: nothing of a question ever changes, nor does the sequence that
a pack was read to, so the same sequence gives the same result again. Where a pack was edited most of its
questions are the same ones still.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Sequence
from functools import lru_cache, wraps
from threading import Lock
from typing import Any, Concatenate, ParamSpec, TypeVar

from .question import Question

P = ParamSpec("P")
T = TypeVar("T")

KEPT = 4
"""Sets of questions, with what else goes in, of which a result is kept. It keeps the questions, too."""
KEPT_OF_EACH = 2
"""The same where a result is kept of each question."""


class Same:
    """Questions that are equal to themselves only."""

    __slots__ = ("questions",)

    def __init__(self, questions: Sequence[Question]) -> None:
        self.questions = questions

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.questions is self.questions

    def __hash__(self) -> int:
        return id(self.questions)


def once_over(
    work: Callable[Concatenate[Sequence[Question], P], T],
) -> Callable[Concatenate[Sequence[Question], P], T]:
    """``work`` that is done once for the same questions; all else that goes in has to be hashable, and what
    comes out must not be changed."""
    do: Callable[..., T] = work

    @lru_cache(maxsize=KEPT)
    def kept(of: Same, rest: tuple[Any, ...], named: tuple[tuple[str, Any], ...]) -> T:
        return do(of.questions, *rest, **dict(named))

    @wraps(work)
    def once(questions: Sequence[Question], /, *rest: P.args, **named: P.kwargs) -> T:
        return kept(Same(questions), rest, tuple(named.items()))

    return once


def once_each(
    work: Callable[Concatenate[Question, P], T],
) -> Callable[Concatenate[Sequence[Question], P], list[T]]:
    """``work`` on each of several questions, in their order, that is not done again for those that were among
    them the last time."""
    kept: OrderedDict[tuple[Any, ...], dict[int, tuple[Question, T]]] = OrderedDict()
    lock = Lock()

    @wraps(work)
    def each(questions: Sequence[Question], /, *rest: P.args, **named: P.kwargs) -> list[T]:
        key = (*rest, *named.items())
        with lock:
            known = kept.get(key, {})
        done = {id(one): known.get(id(one)) or (one, work(one, *rest, **named)) for one in questions}
        with lock:
            kept[key] = done
            kept.move_to_end(key)
            while len(kept) > KEPT_OF_EACH:
                kept.popitem(last=False)
        return [done[id(one)][1] for one in questions]

    return each
