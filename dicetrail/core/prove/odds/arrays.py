"""Arrays: plays at many places at once, and how they come to others.

A place is what makes a difference to plays that stand alike: a pile of questions, or a value carried aside.
"""

from __future__ import annotations

from fractions import Fraction
from math import nan
from typing import Any, NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray

from .figures import Sums, later_by


class Shift(NamedTuple):
    """How places become others, ``size`` of them: from ``source`` to ``target``, a share of each. ``apart``
    says that no two become the same one."""

    source: NDArray[np.intp]
    target: NDArray[np.intp]
    shares: NDArray[Any]
    size: int
    apart: bool


class Stack(Protocol):
    """What is known of plays at each of some places: :class:`Moments`, or over a grid :class:`Shares`."""

    @property
    def weights(self) -> NDArray[Any]:
        """The weight at each place."""

    @property
    def size(self) -> int:
        """How many numbers they are."""

    def taken(self, share: Any, later: int) -> Any:
        """A share of all of it, later by so much."""

    def total(self) -> Sums:
        """All of it together; NaN for what is not known."""

    def shifted(self, shift: Shift) -> Any:
        """The same at other places."""

    def joined(self, other: Any) -> Any:
        """Both, place by place."""


class Moments(NamedTuple):
    """For each place the weight, and the sums of the times and of their squares by weight: 3 × places; and
    the least and the largest time: 2 × places."""

    sums: NDArray[Any]
    bounds: NDArray[np.float64]

    @property
    def weights(self) -> NDArray[Any]:
        weights: NDArray[Any] = self.sums[0]
        return weights

    @property
    def size(self) -> int:
        return self.sums.size

    def taken(self, share: Any, later: int) -> Moments:
        sums, bounds = self
        if later:
            sums, bounds = np.stack(later_by(later, *sums)), bounds + later
        return Moments(sums * share, bounds)

    def total(self) -> Sums:
        found = Sums()
        found.weight, found.sum, found.square = self.sums.sum(axis=1)
        found.low, found.high = float(self.bounds[0].min()), float(self.bounds[1].max())
        return found

    def shifted(self, shift: Shift) -> Moments:
        moved, bounds = self.sums[:, shift.source] * shift.shares, self.bounds[:, shift.source]
        after = np.zeros((3, shift.size), self.sums.dtype)
        within = np.full((2, shift.size), np.inf)
        within[1] = -np.inf
        if shift.apart:
            after[:, shift.target] = moved
            within[:, shift.target] = bounds
        else:
            everywhere: Any = (slice(None), shift.target)
            np.add.at(after, everywhere, moved)
            np.minimum.at(within[0], shift.target, bounds[0])
            np.maximum.at(within[1], shift.target, bounds[1])
        return Moments(after, within)

    def joined(self, other: Moments) -> Moments:
        (low, high), (lower, higher) = self.bounds, other.bounds
        bounds = np.stack((np.minimum(low, lower), np.maximum(high, higher)))
        return Moments(self.sums + other.sums, bounds)


class Shares(NamedTuple):
    """For each place the weights over a grid of skills: places × skills."""

    weights: NDArray[np.float64]

    @property
    def size(self) -> int:
        return self.weights.size

    def taken(self, share: Any, later: int) -> Shares:
        return Shares(self.weights * share)

    def total(self) -> Sums:
        found = Sums()
        found.weight = self.weights.sum(axis=0)
        found.sum = found.square = found.low = found.high = nan
        return found

    def shifted(self, shift: Shift) -> Shares:
        moved = self.weights[shift.source] * shift.shares[:, np.newaxis]
        after = np.zeros((shift.size, self.weights.shape[1]))
        if shift.apart:
            after[shift.target] = moved
        else:
            np.add.at(after, shift.target, moved)
        return Shares(after)

    def joined(self, other: Shares) -> Shares:
        return Shares(self.weights + other.weights)


def first_of(weight: Any) -> Stack:
    """One place, of plays of some weight that have just begun."""
    if np.ndim(weight):
        return Shares(np.array([weight]))
    kind = object if isinstance(weight, Fraction) else float
    return Moments(np.array([[weight], [0], [0]], kind), np.zeros((2, 1)))
