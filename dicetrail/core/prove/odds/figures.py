"""Figures: what many plays come to, as shares and spreads, however they were found."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from math import sqrt
from typing import Any, Self

from ...play.rulebook.game import Number

_NOISE = 1e-12
RESULTS = ("won", "lost", "done", "stopped")


@dataclass(frozen=True, slots=True)
class Spread:
    """The mean of a number over all plays, its standard deviation, and its least and largest value."""

    mean: float
    sd: float
    min: float
    max: float


def later_by(later: Number, weight: Any, total: Any, square: Any) -> tuple[Any, Any, Any]:
    """The weight of values, their sum and that of their squares, once each value is ``later`` by so much."""
    return weight, total + later * weight, square + later * (2 * total + later * weight)


class Sums:
    """The weight, the first two moments and the bounds of a number, as plays are added to it."""

    __slots__ = ("high", "low", "square", "sum", "weight")

    def __init__(self) -> None:
        self.weight: Any = 0
        self.sum: Any = 0
        self.square: Any = 0
        self.low = float("inf")
        self.high = float("-inf")

    def add(self, value: Number, weight: Any = 1) -> None:
        """Plays of some weight with a value."""
        self.weight += weight
        self.sum += weight * value
        self.square += weight * value * value
        self.low, self.high = min(self.low, value), max(self.high, value)

    def merge(self, other: Sums) -> None:
        """Plays that are another's, too."""
        self.weight += other.weight
        self.sum += other.sum
        self.square += other.square
        if other.low < self.low:
            self.low = other.low
        if other.high > self.high:
            self.high = other.high

    def taken(self, share: Any, later: Number = 0) -> Self:
        """A share of the plays, each value ``later`` by so much."""
        other = self.__class__.__new__(self.__class__)
        weight, total, square = self.weight, self.sum, self.square
        if later:
            weight, total, square = later_by(later, weight, total, square)
        other.weight, other.sum, other.square = weight * share, total * share, square * share
        other.low, other.high = self.low + later, self.high + later
        return other

    def divided_by(self, unit: int) -> Sums:
        """The same plays, their values in another unit."""
        other = Sums()
        other.weight, other.sum, other.square = self.weight, self.sum / unit, self.square / unit**2
        other.low, other.high = self.low / unit, self.high / unit
        return other

    def spread(self) -> Spread:
        """What was added, as a spread."""
        if not self.weight:
            return Spread(0, 0, 0, 0)
        mean = self.sum / self.weight
        variance = float(self.square / self.weight - mean * mean)
        if variance < _NOISE * float(mean) ** 2:
            variance = 0  # what floats make of no difference at all
        return Spread(float(mean), sqrt(max(0.0, variance)), float(self.low), float(self.high))


@dataclass(slots=True)
class Figures:
    """What the plays of a game come to. ``shares`` are between 0 and 1 and add up to 1 but for ``left_over``,
    the share of plays that still go on. ``plays`` is how many were walked, None where none had to be.

    ``meters`` hold for each value the share of plays that end with it; ``means`` are the means of counts, of
    which more is known where they are among the ``counts``; ``gates`` how often each is gone through (by the
    numbers of round and gate). Where several play in turn, all this is of the one who came first, and
    ``places`` hold the share of plays in which a player (by their number) comes to a place.
    """

    plays: int | None
    results: dict[str, Any] = field(default_factory=lambda: dict.fromkeys(RESULTS, 0))
    awards: dict[str, Any] = field(default_factory=dict)
    meters: dict[str, dict[Number, Any]] = field(default_factory=dict)
    asked: Sums = field(default_factory=Sums)
    seconds: Sums = field(default_factory=Sums)
    means: dict[str, Any] = field(default_factory=dict)
    counts: dict[str, Sums] = field(default_factory=dict)
    rows: set[int] = field(default_factory=set)
    gates: dict[tuple[int, int], Any] = field(default_factory=dict)
    left_over: Any = 0
    places: dict[tuple[int, int], Any] = field(default_factory=dict)

    @property
    def exact(self) -> bool:
        """Whether nothing was walked."""
        return self.plays is None

    def add(self, result: str, award: str, meters: Iterable[tuple[str, Number]], weight: Any) -> None:
        """Plays of some weight that end with a result, an award and these values of the meters."""
        self.results[result] += weight
        self.awards[award] = self.awards.get(award, 0) + weight
        for name, value in meters:
            values = self.meters.setdefault(name, {})
            values[value] = values.get(value, 0) + weight

    def add_places(self, ranks: Iterable[int], weight: Any) -> None:
        """Plays of some weight that end with these places of the players."""
        for player, rank in enumerate(ranks, 1):
            self.places[player, rank] = self.places.get((player, rank), 0) + weight

    @property
    def places_by_player(self) -> list[list[float]]:
        """For each player the shares of plays in which they come first, second and so on."""
        players = range(1, 1 + max((player for player, _ in self.places), default=0))
        return [[float(self.places.get((player, rank), 0)) for rank in players] for player in players]

    def spread_of(self, meter: str) -> Spread:
        """The spread of a meter's final values."""
        found = Sums()
        for value, weight in self.meters[meter].items():
            found.add(value, weight)
        return found.spread()

    def as_dict(self, rows: int) -> dict[str, Any]:
        """The figures as the command line writes them; the game has so many ``rows``."""
        meters = {name: _data(self.spread_of(name)) for name in self.meters}
        return {
            "exact": self.exact,
            **({} if self.plays is None else {"plays": self.plays}),
            "score": meters.get("score"),
            "meters": meters,
            "asked": _data(self.asked.spread()),
            "seconds": _data(self.seconds.spread()),
            "results": {name: float(share) for name, share in self.results.items()},
            "awards": {title: float(share) for title, share in self.awards.items()},
            "unused_rows": [number for number in range(1, rows + 1) if number not in self.rows],
            **({"left_over": float(self.left_over)} if self.left_over else {}),
            **({"places": self.places_by_player} if self.places else {}),
        }


def _data(spread: Spread) -> dict[str, float]:
    return {"mean": spread.mean, "sd": spread.sd, "min": spread.min, "max": spread.max}


def changes(before: Mapping[str, Any], after: Mapping[str, Any]) -> list[dict[str, Any]]:
    """What differs between two games' figures (as :meth:`Figures.as_dict` gives them), the largest share of
    plays first, then the numbers."""
    found = []
    for kind, name in (("results", "{}"), ("awards", "award {}")):
        for key in dict.fromkeys([*before[kind], *after[kind]]):
            was, now = before[kind].get(key, 0), after[kind].get(key, 0)
            if abs(was - now) > 1e-12:
                said = name.format(f"‘{key}’" if key else "none") if kind == "awards" else key
                found.append({"what": said, "before": was, "after": now})
    found.sort(key=lambda one: -abs(one["after"] - one["before"]))
    numbers = [*dict.fromkeys([*before["meters"], *after["meters"]])]
    pairs = [(name, before["meters"].get(name), after["meters"].get(name)) for name in numbers]
    pairs += [(name, before[name], after[name]) for name in ("asked", "seconds")]
    for name, was, now in pairs:
        means = [spread and spread["mean"] for spread in (was, now)]
        if means[0] is None or means[1] is None or abs(means[0] - means[1]) > 1e-9:
            found.append({"what": name, "before": means[0], "after": means[1]})
    if before["unused_rows"] != after["unused_rows"]:
        found.append({"what": "unused rows", "before": before["unused_rows"], "after": after["unused_rows"]})
    return found
