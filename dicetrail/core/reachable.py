"""What can be reached, step by step."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable
from typing import TypeVar

T = TypeVar("T", bound=Hashable)


def reachable(start: T, leads: Callable[[T], Iterable[T]]) -> set[T]:
    """Everything that a start leads to, over as many steps as there are, and it itself."""
    found: set[T] = set()
    waiting = [start]
    while waiting:
        one = waiting.pop()
        if one not in found:
            found.add(one)
            waiting += leads(one)
    return found
