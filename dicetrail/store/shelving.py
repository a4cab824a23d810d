"""Taking packs and games off the shelf, and putting them back. Nothing is ever thrown away."""

from __future__ import annotations

from typing import TypeVar

from sqlalchemy import select
from sqlalchemy.orm import Session

from .models import Pack, StoredGame, now
from .packs import free_name

Thing = TypeVar("Thing", Pack, StoredGame)

MOST_TOLD = 50


def take_off(thing: Pack | StoredGame) -> None:
    """Take something off the shelf. A pack leaves its name free for another; a game keeps its link."""
    if thing.off_since is None:
        thing.off_since = now()
        if isinstance(thing, Pack):
            thing.name = thing.name[:180] + _mark(thing)


def put_back(session: Session, thing: Pack | StoredGame) -> None:
    """Put something back as it was; a pack whose name is taken meanwhile gets a number behind it."""
    if thing.off_since is not None:
        thing.off_since = None
        if isinstance(thing, Pack):
            thing.name = free_name(session, name_of(thing))


def name_of(pack: Pack) -> str:
    """The name a pack has on the shelf."""
    return pack.name.removesuffix(_mark(pack))


def off_the_shelf(session: Session, kind: type[Thing]) -> list[Thing]:
    """The packs, or the games, that were taken off last, the latest first."""
    off = select(kind).where(kind.off_since.is_not(None)).order_by(kind.off_since.desc())
    return list(session.scalars(off.limit(MOST_TOLD)))


def _mark(pack: Pack) -> str:
    return f" off {pack.id}"
