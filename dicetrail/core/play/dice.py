"""Dice: the one number that all chance in a play comes from.

A dice number opens any number of *named streams*. Each stream depends only on the dice number and its
own name, so drawing more or less from one never moves another.

The generator is SplitMix64 (Steele, Lea and Flood, "Fast splittable pseudorandom number generators",
OOPSLA 2014). It is written out here because the standard library promises stable sequences across
Python versions only for ``random.random()``, not for shuffles and ranges.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from hashlib import sha256
from typing import TypeVar

T = TypeVar("T")

LARGEST_DICE = 2**128 - 1
"""The largest dice number: nobody comes to it by trying."""
_MASK = (1 << 64) - 1


class Stream:
    """A reproducible source of chance, named for what it decides.

    ``dice`` is any whole number; ``name`` says what the stream is for, such as ``"deck"``.
    """

    __slots__ = ("_state",)

    def __init__(self, dice: int, name: str) -> None:
        self._state = int.from_bytes(sha256(f"{dice}/{name}".encode()).digest()[:8], "big")

    @classmethod
    def from_state(cls, state: int) -> Stream:
        """A stream that starts at a raw 64-bit SplitMix64 state."""
        stream = cls.__new__(cls)
        stream._state = state & _MASK
        return stream

    @property
    def state(self) -> int:
        """Its raw 64-bit state."""
        return self._state

    def bits(self) -> int:
        """The next 64 bits, as a number from 0 to 2**64 - 1."""
        self._state = (self._state + 0x9E3779B97F4A7C15) & _MASK
        z = self._state
        z = ((z ^ (z >> 30)) * 0xBF58476D1CE4E5B9) & _MASK
        z = ((z ^ (z >> 27)) * 0x94D049BB133111EB) & _MASK
        return z ^ (z >> 31)

    def below(self, n: int) -> int:
        """A number from 0 to n - 1, each equally likely (numbers past the last full multiple are redrawn)."""
        if not 0 < n <= _MASK:
            raise ValueError(f"below() needs a number from 1 to 2**64 - 1, not {n}")
        limit = (_MASK + 1) - (_MASK + 1) % n
        while (drawn := self.bits()) >= limit:
            pass
        return drawn % n

    def shuffled(self, items: Sequence[T]) -> list[T]:
        """A new list with the items in a random order (Fisher–Yates, every order equally likely)."""
        return list(self.drawn(items))

    def drawn(self, items: Sequence[T]) -> Iterator[T]:
        """The items one after another in a random order; chance is used for those that are taken only."""
        left = list(items)
        for place in range(len(left) - 1):  # what `below` does, written out: decks are long
            state, size = self._state, len(left) - place
            limit = (_MASK + 1) - (_MASK + 1) % size
            while True:
                state = (state + 0x9E3779B97F4A7C15) & _MASK
                z = ((state ^ (state >> 30)) * 0xBF58476D1CE4E5B9) & _MASK
                z = ((z ^ (z >> 27)) * 0x94D049BB133111EB) & _MASK
                z ^= z >> 31
                if z < limit:
                    break
            self._state = state
            other = place + z % size
            left[place], left[other] = left[other], left[place]
            yield left[place]
        yield from left[-1:]
