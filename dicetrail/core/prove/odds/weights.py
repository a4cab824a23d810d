"""Weights: plays that stand at the same spot, by the values they carry aside.

Each of these values has a mass of its own (:class:`ByAside`); those of plays of many skills, of which it
makes no difference which questions are left, stand in one array (:class:`ByLine`): numbers that are few are
moved faster one by one, and many at once.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Sequence
from itertools import islice
from typing import Any, Protocol

import numpy as np

from ...play.rulebook.game import MOST_STEPS
from ..search.aside import Aside
from .arrays import Shift, Stack, first_of
from .figures import Sums
from .mass import NOISE, Mass, OneMass, Plays, Shifted, Stacked, largest

LEFT = 1e-9
"""The share of plays that may be left over."""
Move = Callable[[Aside], Aside]
"""What a moment does to the values carried aside."""


class Weights(Plays, Protocol):
    """Plays at a spot. ``steps`` is how many steps of the trail they have made at the most."""

    steps: int

    @property
    def asides(self) -> Collection[Aside]:
        """The values they carry aside."""

    @property
    def is_noise(self) -> bool:
        """Whether all of them are what floats leave of nothing at all."""

    def shares(self) -> Iterator[tuple[Aside, Any]]:
        """The values carried aside, and how likely each is."""

    def moved(self, move: Move | None, share: Any, later: int, steps: int) -> Any:
        """Those of them that went a way: a ``share``, ``later`` by so much and after so many more steps."""

    def dealt(self, taken: Shifted) -> Any:
        """Those of them to whom a question was dealt."""


def too_long(weights: Weights) -> bool:
    """Whether plays that are likely come to as many steps as a play may have."""
    return weights.steps >= MOST_STEPS - 2 and largest(weights.weight) > LEFT


def begun(aside: Aside, weight: Any) -> Weights:
    """Plays of some weight that have just begun, where it makes no difference which questions are left."""
    if np.ndim(weight):
        return ByLine((aside,), first_of(weight), 0)
    one = OneMass()
    one.add(0, weight)
    return ByAside({aside: one}, 0)


class ByAside:
    """Plays of which each value carried aside has its mass; all of these are as large."""

    __slots__ = ("masses", "steps")

    def __init__(self, masses: dict[Aside, Mass], steps: int) -> None:
        self.masses, self.steps = masses, steps

    @property
    def asides(self) -> Collection[Aside]:
        return self.masses

    @property
    def weight(self) -> Any:
        return sum(one.weight for one in self.masses.values())

    @property
    def is_noise(self) -> bool:
        return all(one.largest < NOISE for one in self.masses.values())

    @property
    def time(self) -> Sums:
        found = Sums()
        for one in self.masses.values():
            found.merge(one.time)
        return found

    @property
    def places(self) -> int:
        return sum(len(self.masses) * one.places for one in islice(self.masses.values(), 1))

    @property
    def cost(self) -> float:
        return sum(len(self.masses) * one.cost for one in islice(self.masses.values(), 1))

    def shares(self) -> Iterator[tuple[Aside, Any]]:
        for aside, one in self.masses.items():
            yield aside, one.weight

    def moved(self, move: Move | None, share: Any, later: int, steps: int) -> ByAside:
        if move is None:
            gone = {aside: one.taken(share, later) for aside, one in self.masses.items()}
        else:
            gone = {}
            for aside, one in self.masses.items():
                _put(gone, move(aside), one.taken(share, later))
        return ByAside(gone, self.steps + steps)

    def dealt(self, taken: Shifted) -> ByAside:
        some = ((aside, taken(one)) for aside, one in self.masses.items())
        return ByAside({aside: one for aside, one in some if one.largest}, self.steps)

    def join(self, other: ByAside) -> None:
        for aside, one in other.masses.items():
            _put(self.masses, aside, one)
        self.steps = max(self.steps, other.steps)


def _put(masses: dict[Aside, Mass], aside: Aside, one: Mass) -> None:
    have = masses.get(aside)
    if have is None:
        masses[aside] = one
    else:
        have.join(one)


class ByLine(Stacked):
    """Plays over a grid of skills, with a line for each value carried aside."""

    __slots__ = ("asides", "steps")

    def __init__(self, asides: tuple[Aside, ...], stack: Stack, steps: int) -> None:
        super().__init__(stack)
        self.asides, self.steps = asides, steps

    @property
    def is_noise(self) -> bool:
        return self.largest < NOISE

    @property
    def cost(self) -> float:
        return 9 + 0.3 * len(self.asides) + 0.02 * self.places

    def shares(self) -> Iterator[tuple[Aside, Any]]:
        return zip(self.asides, self.stack.weights, strict=True)

    def moved(self, move: Move | None, share: Any, later: int, steps: int) -> ByLine:
        gone = self.stack.taken(share, later)
        if move is None:
            return ByLine(self.asides, gone, self.steps + steps)
        places: dict[Aside, int] = {}
        target = [places.setdefault(move(aside), len(places)) for aside in self.asides]
        if len(places) < len(target):
            gone = gone.shifted(_onto(target, len(places), apart=False))
        return ByLine(tuple(places), gone, self.steps + steps)

    def dealt(self, taken: Shifted) -> ByLine:
        some: ByLine = taken(self)
        return some

    def taken(self, share: Any) -> ByLine:
        """A share of them."""
        return self.moved(None, share, 0, 0)

    def join(self, other: ByLine) -> None:
        self.steps = max(self.steps, other.steps)
        more = other.stack
        if self.asides != other.asides:
            places = {aside: place for place, aside in enumerate(self.asides)}
            known = len(places)
            target = [places.setdefault(aside, len(places)) for aside in other.asides]
            more = more.shifted(_onto(target, len(places), apart=True))
            if len(places) > known:
                self.asides = tuple(places)
                self.stack = self.stack.shifted(_onto(range(known), len(places), apart=True))
        self.stack = self.stack.joined(more)


def _onto(target: Sequence[int], size: int, *, apart: bool) -> Shift:
    """All of each line for other values."""
    lines = len(target)
    return Shift(np.arange(lines), np.array(target), np.ones(lines), size, apart)
