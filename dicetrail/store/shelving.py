"""Taking packs and games off the shelf, and putting them back. Nothing is ever thrown away."""

from __future__ import annotations

from typing import Any, TypeVar, cast

from sqlalchemy import CursorResult, select, update
from sqlalchemy.orm import Session

from .models import Pack, StoredGame, now
from .naming import free, numbered

Thing = TypeVar("Thing", Pack, StoredGame)

MOST_TOLD = 50


def take_off(session: Session, thing: Pack | StoredGame) -> None:
    """Take something off the shelf. A pack leaves its name free for another; a game keeps its link."""
    if _shelved(session, thing, off=True) and isinstance(thing, Pack):
        thing.name = thing.name[:180] + _mark(thing)


def put_back(session: Session, thing: Pack | StoredGame) -> None:
    """Put something back as it was; a pack whose name is taken meanwhile gets a number behind it."""
    if _shelved(session, thing, off=False) and isinstance(thing, Pack):
        thing.name = next(free(session, Pack.name, numbered(name_of(thing))))


def _shelved(session: Session, thing: Pack | StoredGame, *, off: bool) -> bool:
    """Take something off, or put it back; False where that was done already, by another at once."""
    kind = type(thing)
    moved = session.execute(
        update(kind)
        .where(kind.id == thing.id, kind.off_since.is_(None) if off else kind.off_since.is_not(None))
        .values(off_since=now() if off else None)
        .execution_options(synchronize_session=False)
    )
    session.refresh(thing)
    return bool(cast("CursorResult[Any]", moved).rowcount)


def name_of(pack: Pack) -> str:
    """The name a pack has on the shelf."""
    return pack.name.removesuffix(_mark(pack))


def off_the_shelf(session: Session, kind: type[Thing]) -> list[Thing]:
    """The packs, or the games, that were taken off last, the latest first."""
    off = select(kind).where(kind.off_since.is_not(None)).order_by(kind.off_since.desc())
    return list(session.scalars(off.limit(MOST_TOLD)))


def _mark(pack: Pack) -> str:
    return f" off {pack.id}"
