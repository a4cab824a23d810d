"""Names that have to be one of a kind: where one is taken, the next gets a number.

A row goes in only where its name is free at that very moment, so two that come at once get two names.
"""

from __future__ import annotations

from collections.abc import Iterator
from itertools import chain
from typing import Any, TypeVar

from sqlalchemy import select
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from .models import Base

Row = TypeVar("Row", bound=Base)


def numbered(name: str, *, ending: bool = True) -> Iterator[str]:
    """A name, and the same with 2, 3, … behind it, before its ending where it has one."""
    stem, dot, last = name.rpartition(".") if ending else ("", "", name)
    if not dot:
        stem, last = name, ""
    yield name
    number = 2
    while True:
        yield f"{stem}-{number}{dot}{last}"
        number += 1


def free(session: Session, column: Any, names: Iterator[str]) -> Iterator[str]:
    """Those of the names that nothing has in a column as things stand; all begin as the first does."""
    first = next(names)
    alike = column.startswith(first.rpartition(".")[0] or first, autoescape=True)
    taken = set(session.scalars(select(column).where(alike)))
    return (name for name in chain([first], names) if name not in taken)


def add_named(session: Session, table: type[Row], column: Any, names: Iterator[str], **values: Any) -> Row:
    """Add a row under the first of the names that is free."""
    for name in free(session, column, names):
        if (row := add_under(session, table, column, name, **values)) is not None:
            return row
    raise AssertionError("names never end")


def add_under(session: Session, table: type[Row], column: Any, name: str, **values: Any) -> Row | None:
    """Add a row under a name; None where that is taken."""
    adding = insert(table).values({column.key: name, **values}).on_conflict_do_nothing()
    number = session.scalar(adding.returning(table.id))  # type: ignore[attr-defined]
    return None if number is None else session.get_one(table, number)
