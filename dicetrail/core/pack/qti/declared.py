"""What an item declares of its responses: what is right, and what each response is worth."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from ...play.language.numbers import read_number
from .tree import QtiNode, plain

NUMBERS = frozenset(("integer", "float"))


@dataclass(frozen=True, slots=True)
class MappedArea:
    """A part of a picture that a mapping is of: its shape, and its numbers in pixels."""

    shape: str
    coords: str
    value: Fraction


@dataclass(frozen=True, slots=True)
class Declared:
    """A response that is declared. ``values`` is what it maps responses to."""

    name: str
    base: str
    cardinality: str
    right: tuple[str, ...]
    values: dict[str, Fraction]
    areas: tuple[MappedArea, ...]

    @property
    def rights(self) -> tuple[str, ...]:
        """What is right: as it is said, or what is worth most."""
        if self.right or not self.values:
            return self.right
        best = max(self.values.values())
        if best <= 0:
            return ()
        several = self.cardinality != "single"
        return tuple(one for one, value in self.values.items() if value == best or (several and value > 0))

    @property
    def accepted(self) -> tuple[str, ...]:
        """What is right, and what else is worth something."""
        return tuple(dict.fromkeys((*self.right, *(one for one, value in self.values.items() if value > 0))))


def declared_in(item: QtiNode) -> dict[str, Declared]:
    """The responses of an item, by their identifiers."""
    found = {}
    for node in item.all("response-declaration"):
        right = node.child("correct-response")
        mapping, areas = node.child("mapping"), node.child("area-mapping")
        name = node.get("identifier")
        found[name] = Declared(
            name,
            node.get("base-type", "identifier"),
            node.get("cardinality", "single"),
            tuple(plain(value) for value in right.all("value")) if right else (),
            dict(_values(mapping)) if mapping else {},
            tuple(_areas(areas)) if areas else (),
        )
    return found


def _values(mapping: QtiNode) -> Iterator[tuple[str, Fraction]]:
    for entry in mapping.all("map-entry"):
        yield entry.get("map-key"), _number(entry.get("mapped-value"))


def _areas(mapping: QtiNode) -> Iterator[MappedArea]:
    for entry in mapping.all("area-map-entry"):
        yield MappedArea(entry.get("shape"), entry.get("coords"), _number(entry.get("mapped-value")))


def _number(text: str) -> Fraction:
    return read_number(text) or Fraction(0)
