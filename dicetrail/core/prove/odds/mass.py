"""Masses: how likely plays are that stand alike, and what is known of the time they have taken."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Protocol

from .arrays import Shift, Stack
from .figures import Sums

NOISE = 1e-12
"""What floats leave of nothing at all."""


class Plays(Protocol):
    """Plays that are weighed.

    Weights are floats, fractions, or arrays of floats over a grid of skills; times are in milliseconds. Of
    plays over a grid no times are known: they would take twice the place again, and nobody asks for them.
    """

    @property
    def weight(self) -> Any:
        """How likely all of them are."""

    @property
    def time(self) -> Sums:
        """The time that all of them have taken."""

    @property
    def places(self) -> int:
        """The place they take: that of so many numbers, 8 bytes each."""

    @property
    def cost(self) -> float:
        """What it takes to move them."""

    def join(self, other: Any) -> None:
        """Take others in that stand there, too."""


class Mass(Plays, Protocol):
    """Plays that stand alike, by which questions are left of theirs where that makes a difference."""

    @property
    def largest(self) -> float:
        """How likely those are of which questions the same are left, at the most."""

    def taken(self, share: Any, later: int = 0) -> Any:
        """A ``share`` of them, ``later`` by so much."""


class OneMass(Sums):
    """A mass where it makes no difference which questions are left: nothing but the sums of its time."""

    __slots__ = ()
    places, cost = 30, 1.5

    @property
    def largest(self) -> float:
        return largest(self.weight)

    @property
    def time(self) -> Sums:
        return self

    def join(self, other: OneMass) -> None:
        self.merge(other)


class Stacked:
    """Plays at many places at once."""

    __slots__ = ("stack",)

    def __init__(self, stack: Stack) -> None:
        self.stack = stack

    @property
    def weight(self) -> Any:
        return self.stack.weights.sum(axis=0)

    @property
    def largest(self) -> float:
        return largest(self.stack.weights)

    @property
    def time(self) -> Sums:
        return self.stack.total()

    @property
    def places(self) -> int:
        return self.stack.size


class ManyMasses(Stacked):
    """A mass for each of many piles of questions that are left."""

    __slots__ = ()

    @property
    def cost(self) -> float:
        return 8 + 0.007 * self.places

    def taken(self, share: Any, later: int = 0) -> ManyMasses:
        return ManyMasses(self.stack.taken(share, later))

    def join(self, other: ManyMasses) -> None:
        self.stack = self.stack.joined(other.stack)

    def shifted(self, shift: Shift) -> ManyMasses:
        """The same plays once other questions are left of theirs."""
        return ManyMasses(self.stack.shifted(shift))


Shifted = Callable[[Any], Any]
"""What becomes of plays where other questions are left."""


def largest(weight: Any) -> float:
    """The weight, the largest one of an array."""
    return float(weight.max()) if hasattr(weight, "max") else float(weight)
