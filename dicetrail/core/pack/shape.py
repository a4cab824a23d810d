"""The shape of a line: whether it has as many fields as it should."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from ..snag import Severity
from ..snag_codes import SnagCode
from .misfit import Misfit
from .records import DELIMITERS, Record, split_at_spaces
from .roles import Role

SHORTEST_LINE = 5
"""A line of so many characters or fewer is not a question (common practice, no source)."""


class Note(NamedTuple):
    """Something to tell of a line that was read."""

    code: SnagCode
    severity: Severity
    message: str


class Shape:
    """How many fields the lines of a table have.

    ``mark`` stands between them. Lines are held against the header where there is one, else against the
    ``width`` that most of them have. A row of a ``sheet`` has no end of its own.
    """

    def __init__(self, mark: str, width: int, roles: Sequence[Role], *, by_header: bool, sheet: bool) -> None:
        self._mark = mark
        self._width = width
        self._roles = tuple(roles)
        self._by_header = by_header
        self._sheet = sheet

    @property
    def fields(self) -> int:
        """How many fields are expected."""
        return len(self._roles) if self._by_header else self._width

    def look(self, record: Record, cells: list[str]) -> Iterator[Note]:
        """What is to be told of a line before its cells are looked at. Raises :class:`Misfit`."""
        raw = "\n".join(record.raw)
        if len(raw.strip()) <= SHORTEST_LINE:
            raise Misfit(
                "too-short",
                f"A line of {SHORTEST_LINE} characters or fewer is not a question."
                " Write it out or remove it.",
            )
        if len(record.cells) >= self.fields:
            yield from self._extra(cells)
            return
        if self._mark == "\t":
            self._check_spaces(raw, cells)
        if self._by_header:
            yield from self._against_header(record, cells)
            return
        if len(cells) <= 2:
            raise self._missing(len(cells), f"most lines have {self._width}")
        yield Note(
            "missing-field",
            "warn",
            f"There are {len(cells)} fields where most lines have {self._width}; it was read with"
            f" {counted(len(cells) - 1, 'option')}.",
        )

    def _check_spaces(self, raw: str, cells: Sequence[str]) -> None:
        at_spaces = split_at_spaces(raw)
        if len(at_spaces) > len(cells) and len(at_spaces) >= min(self.fields, 2):
            certain = len(at_spaces) == self.fields
            raise Misfit(
                "spaces-for-tabs",
                f"There are spaces where tabs should be: {counted(len(cells), 'field')} instead of"
                f" {self.fields}. Put one tab between the fields.",
                mend="Put the tabs back" if certain else "",
                mended="\t".join(at_spaces) if certain else None,
            )

    def _against_header(self, record: Record, cells: Sequence[str]) -> Iterator[Note]:
        """Hold a line against the header: IANA's text/tab-separated-values asks for as many fields."""
        where = f"the header has {len(self._roles)}"
        wanted = [place for place, role in enumerate(self._roles) if role in ("wrong", "option")]
        if len(cells) < 2 or (wanted and "kind" not in self._roles and len(cells) <= wanted[0]):
            raise self._missing(len(cells), where)
        if not self._sheet:
            yield Note(
                "missing-field",
                "warn",
                f"There are {len(record.cells)} fields where {where}; the missing ones were taken as blank.",
            )

    def _extra(self, cells: list[str]) -> Iterator[Note]:
        if len(cells) > self._width and not self._by_header:
            yield Note(
                "extra-field",
                "warn",
                f"There are {len(cells)} fields where most lines have {self._width}; the further ones were"
                f" read as wrong options. Is there a {DELIMITERS.get(self._mark, '')} too many?",
            )
        elif self._by_header and len(cells) > len(self._roles):
            yield Note(
                "extra-field",
                "warn",
                f"There are {len(cells)} fields but {len(self._roles)} headings; what has no heading was left"
                " aside.",
            )

    def _missing(self, fields: int, where: str) -> Misfit:
        return Misfit(
            "missing-field",
            f"There {'is' if fields == 1 else 'are'} {counted(fields, 'field')} where {where}. Add what is"
            f" missing, with a {DELIMITERS.get(self._mark, '')} between fields.",
        )


def trimmed(cells: Sequence[str]) -> list[str]:
    """Cells without outer blanks, and without the empty ones at the end."""
    trimmed = [cell.strip() for cell in cells]
    while trimmed and not trimmed[-1]:
        trimmed.pop()
    return trimmed


def counted(number: int, what: str) -> str:
    """A number of things, in words."""
    return f"{number} {what}{'' if number == 1 else 's'}"
