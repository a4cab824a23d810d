"""A row: the cells of a line by the roles of their columns."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ..play.questions.question import same
from .roles import CARRYING, DETAILED, Role


class Columns:
    """Which columns have which role; made once for a file."""

    def __init__(self, roles: Sequence[Role]) -> None:
        self.roles = tuple(roles)
        self.places: dict[Role, list[int]] = {}
        for place, role in enumerate(roles):
            self.places.setdefault(role, []).append(place)
        self.carrying: tuple[Role, ...] = tuple(role for role in CARRYING if role in self.places)
        self.has_details = not DETAILED.isdisjoint(self.places)
        self.plain = self.roles[:2] == ("prompt", "answer") and {*self.roles[2:]} <= {"wrong"}
        """Whether the columns are a prompt, an answer and wrong options, in this order."""


class CellRow:
    """The cells of a line by the roles of their columns."""

    __slots__ = ("_carrying", "_cells", "_places", "has_details")

    def __init__(self, cells: Sequence[str], columns: Columns) -> None:
        self._cells = cells
        self._places = columns.places
        self.has_details = columns.has_details
        self._carrying = columns.carrying

    def one(self, role: Role) -> str:
        """The first cell of a role, "" where there is none."""
        places = self._places.get(role)
        return self._cells[places[0]] if places and places[0] < len(self._cells) else ""

    def all(self, role: Role) -> list[str]:
        """Every filled cell of a role."""
        cells = self._cells
        return [cells[place] for place in self._places.get(role, ()) if place < len(cells) and cells[place]]

    @property
    def carries(self) -> bool:
        """Whether its file has columns for what answers carry."""
        return bool(self._carrying)

    def carried(self) -> Iterator[tuple[Role, str]]:
        """The filled cells of these columns, with their roles."""
        for role in self._carrying:
            if text := self.one(role):
                yield role, text

    def place_of(self, role: Role, text: str, skip: int = 0) -> int | None:
        """The column of a role in which a text stands, the ``skip`` first of them passed over."""
        found = [
            place
            for place in self._places.get(role, ())
            if place < len(self._cells) and same(self._cells[place]) == same(text)
        ]
        return found[skip] if len(found) > skip else None
