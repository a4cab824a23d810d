"""The latest results of slow work, kept by what they depend on."""

from __future__ import annotations

import contextlib
from collections import Counter
from collections.abc import Callable, Hashable, Iterator
from threading import Lock
from typing import Generic, TypeVar

from cachetools import LRUCache

T = TypeVar("T")


class Recent(Generic[T]):
    """Keeps results as long as they weigh no more than ``most`` together; those not asked for go first."""

    def __init__(self, most: int, weigh: Callable[[T], int] | None = None) -> None:
        self._kept: LRUCache[Hashable, T] = LRUCache(most, weigh)
        self._lock = Lock()
        self._locks: dict[Hashable, Lock] = {}
        self._waiting: Counter[Hashable] = Counter()

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
        """What is kept under a key, made where nothing is: by one, and the others who ask wait for it."""
        kept = self.get(key)
        if kept is None:
            with self.making(key):
                kept = self.get(key)
                if kept is None:
                    kept = self.put(key, make())
        return kept

    @contextlib.contextmanager
    def making(self, key: Hashable) -> Iterator[None]:
        """One at a time for a key."""
        with self._lock:
            lock = self._locks.setdefault(key, Lock())
            self._waiting[key] += 1
        try:
            with lock:
                yield
        finally:
            with self._lock:
                self._waiting[key] -= 1
                if not self._waiting[key]:
                    del self._waiting[key], self._locks[key]
