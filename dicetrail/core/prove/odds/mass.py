"""Masses: how likely plays are that stand alike, and what is known of the time they have taken."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from typing import Any, NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray

from .figures import Sums, later_by

NOISE = 1e-12
"""What floats leave of nothing at all."""


class Mass(Protocol):
    """Plays that stand alike, by which questions are left of theirs where that makes a difference.

    Weights are floats, fractions, or arrays of floats over a grid of skills; times are in milliseconds.
    """

    steps: int
    """How many steps of the trail they have made at the most."""

    @property
    def weight(self) -> Any:
        """How likely all of them are."""

    @property
    def largest(self) -> float:
        """How likely those are of which questions the same are left, at the most."""

    @property
    def time(self) -> Sums:
        """The time that all of them have taken."""

    def part(self, share: Any, later: int = 0, steps: int = 0) -> Mass:
        """Those of them that went a way: a ``share``, ``later`` by so much and after so many more steps."""

    def join(self, other: Any) -> None:
        """Take others in that stand alike."""


class OneMass:
    """A mass where it makes no difference which questions are left."""

    __slots__ = ("steps", "time")

    def __init__(self) -> None:
        self.time = Sums()
        self.steps = 0

    @classmethod
    def begun(cls, weight: Any) -> OneMass:
        """Plays of some weight that have just begun."""
        one = cls()
        one.time.add(0, weight)
        return one

    @property
    def weight(self) -> Any:
        return self.time.weight

    @property
    def largest(self) -> float:
        return largest(self.time.weight)

    def part(self, share: Any, later: int = 0, steps: int = 0) -> OneMass:
        other = OneMass()
        other.time.merge(self.time, share, later)
        other.steps = self.steps + steps if largest(other.time.weight) > NOISE else 0
        return other

    def join(self, other: OneMass) -> None:
        self.time.merge(other.time, 1)
        self.steps = max(self.steps, other.steps)


class Moments(NamedTuple):
    """For each pile the weight, and the sums of the times and of their squares by weight: 3 × piles, or
    3 × piles × skills; and the least and the largest time: 2 × piles."""

    sums: NDArray[Any]
    bounds: NDArray[np.float64]


class ManyMasses:
    """A mass for each of many piles of questions that are left."""

    __slots__ = ("moments", "steps")

    def __init__(self, moments: Moments, steps: int) -> None:
        self.moments, self.steps = moments, steps

    @classmethod
    def begun(cls, weight: Any) -> ManyMasses:
        """Plays of some weight that have just begun, with all questions left."""
        kind = object if isinstance(weight, Fraction) else float
        first = np.zeros((3, 1, *np.shape(weight)), kind)
        first[0, 0] = weight
        return cls(Moments(first, np.zeros((2, 1))), 0)

    @property
    def weight(self) -> Any:
        return self.moments.sums[0].sum(axis=0)

    @property
    def largest(self) -> float:
        return largest(self.moments.sums[0])

    @property
    def time(self) -> Sums:
        found = Sums()
        found.weight, found.sum, found.square = self.moments.sums.sum(axis=1)
        found.low, found.high = float(self.moments.bounds[0].min()), float(self.moments.bounds[1].max())
        return found

    def part(self, share: Any, later: int = 0, steps: int = 0) -> ManyMasses:
        sums, bounds = self.moments
        if later:
            sums = np.stack(later_by(later, *sums))
            bounds = bounds + later
        sums = sums * share
        return ManyMasses(Moments(sums, bounds), self.steps + steps if largest(sums[0]) > NOISE else 0)

    def join(self, other: ManyMasses) -> None:
        sums, (low, high) = self.moments.sums + other.moments.sums, self.moments.bounds
        lower, higher = other.moments.bounds
        self.moments = Moments(sums, np.stack((np.minimum(low, lower), np.maximum(high, higher))))
        self.steps = max(self.steps, other.steps)

    def shifted(self, shift: Shift) -> ManyMasses:
        """The same plays once other questions are left of theirs."""
        sums, bounds = self.moments
        some = shift.shares if sums.ndim == 2 else shift.shares[:, np.newaxis]
        moved = sums[:, shift.source] * some
        after = np.zeros((3, shift.size, *sums.shape[2:]), sums.dtype)
        within = np.full((2, shift.size), np.inf)
        within[1] = -np.inf
        if shift.apart:
            after[:, shift.target] = moved
            within[:, shift.target] = bounds[:, shift.source]
        else:
            everywhere: Any = (slice(None), shift.target)
            np.add.at(after, everywhere, moved)
            np.minimum.at(within[0], shift.target, bounds[0, shift.source])
            np.maximum.at(within[1], shift.target, bounds[1, shift.source])
        return ManyMasses(Moments(after, within), self.steps)


class Shift(NamedTuple):
    """How piles become others, ``size`` of them: from ``source`` to ``target``, a share of each. ``apart``
    says that no two become the same one."""

    source: NDArray[np.intp]
    target: NDArray[np.intp]
    shares: NDArray[Any]
    size: int
    apart: bool


Shifted = Callable[[Any], Any]
"""What becomes of a mass where other questions are left."""


def largest(weight: Any) -> float:
    """The weight, the largest one of an array."""
    return float(weight.max()) if hasattr(weight, "max") else float(weight)
