"""The latest results of slow work, kept by what they depend on."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

from cachetools import LRUCache

T = TypeVar("T")


class Recent(Generic[T]):
    """Keeps results as long as they weigh no more than ``most`` together; those not asked for go first."""

    def __init__(self, most: int, weigh: Callable[[T], int] | None = None) -> None:
        self._kept: LRUCache[Hashable, T] = LRUCache(most, weigh)
        self._lock = Lock()

    def get(self, key: Hashable) -> T | None:
        """What is kept under a key, None where nothing is."""
        with self._lock:
            return self._kept.get(key)

    def put(self, key: Hashable, made: T) -> T:
        """Keep something; what is too heavy is not kept."""
        with self._lock:
            try:
                self._kept[key] = made
            except ValueError:
                self._kept.pop(key, None)
        return made

    def get_or_make(self, key: Hashable, make: Callable[[], T]) -> T:
        """What is kept under a key, made where nothing is."""
        kept = self.get(key)
        return self.put(key, make()) if kept is None else kept
