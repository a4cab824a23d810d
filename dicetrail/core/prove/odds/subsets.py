"""Sums of subsets: what so many of some numbers, chosen by chance, add up to, and how likely each sum is.

The numbers stand in classes; of each class it is known how many are chosen, not which. All subsets of a size
are as likely. What is chosen may be multiplied by one of several factors: then it is known how many by each.
"""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from functools import cache, cached_property
from math import factorial, log10, prod
from typing import Any

import numpy as np
from numpy.typing import NDArray

_MOST_SUMS, _MOST_EXACT = 150_000_000, 3_000_000
"""Steps in which subsets are counted, by floats and by whole numbers of any size."""
_MOST_NUMBERS = 20_000
"""In how many ways there may be so many of each class and factor."""
_MOST_WAYS = 300
"""How many digits the number of ways to choose may have."""


class Numbers:
    """A class of numbers: what each is, in whole units, by each factor."""

    def __init__(self, units: Sequence[Sequence[int]]) -> None:
        self.units = units

    def __len__(self) -> int:
        """How many there are."""
        return len(self.units)

    @cached_property
    def least(self) -> int:
        """The least sum there can be."""
        return sum(min(0, *one) for one in self.units)

    @cached_property
    def sums(self) -> int:
        """How many sums there can be at most: this one, and those above it."""
        return 1 + sum(max(0, *one) for one in self.units) - self.least

    def counted(self, factors: int, of: type[float] | type[object]) -> NDArray[Any]:
        """The number of ways to choose: by how many there are of each factor, and by how much more than the
        least they come to."""
        ways = np.zeros((*(len(self) + 1 for _ in range(factors)), self.sums), of)
        ways[(*(0 for _ in range(factors)), -self.least)] = 1
        for by_factor in self.units:
            more = ways.copy()
            for axis, by in enumerate(by_factor):
                there: list[slice] = [slice(None)] * ways.ndim
                here = list(there)
                there[axis], here[axis] = slice(1, None), slice(None, -1)
                there[-1] = slice(by, None) if by >= 0 else slice(None, by)
                here[-1] = slice(None, -by) if by > 0 else slice(-by, None)
                more[tuple(there)] += ways[tuple(here)]
            ways = more
        return ways


class Subsets:
    """The subsets of several classes, by ``factors``; shares are fractions where they are ``exact``."""

    def __init__(self, classes: Sequence[Numbers], factors: int, *, exact: bool) -> None:
        self.classes = classes
        self._factors, self._exact = factors, exact
        self.sums = cache(self._sums)
        self._ways = cache(self._counted)

    def _sums(self, chosen: tuple[tuple[int, ...], ...]) -> list[tuple[int, Any]]:
        """The sums in units, with the share of each, where of each class so many are chosen by each
        factor."""
        first, found = 0, np.ones(1, object if self._exact else float)
        for number, (one, many) in enumerate(zip(self.classes, chosen, strict=True)):
            if not any(many):
                continue
            whole = factorial(len(one)) // prod(map(factorial, (*many, len(one) - sum(many))))
            ways = self._ways(number)[many]
            shares = ways * Fraction(1, whole) if self._exact else ways / float(whole)
            first, found = first + one.least, np.convolve(found, shares)
        return [(first + place, share) for place, share in enumerate(found.tolist()) if share]

    def _counted(self, number: int) -> NDArray[Any]:
        return self.classes[number].counted(self._factors, object if self._exact else float)

    def are_countable(self) -> bool:
        """Whether the subsets of each class can be counted in so many steps, and so can the sums of all."""
        numbers, sums, steps, added = 1, 1, 0, 0
        for one in self.classes:
            if len(one) * log10(self._factors + 1) > _MOST_WAYS:
                return False
            choices = (len(one) + 1) ** self._factors
            steps += len(one) * choices * one.sums * self._factors
            numbers *= choices
            added += sums * one.sums
            sums += one.sums
        most = _MOST_EXACT if self._exact else _MOST_SUMS
        return steps + numbers * added <= most and numbers <= _MOST_NUMBERS
