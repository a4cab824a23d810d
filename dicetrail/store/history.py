"""History: every change of a pack or a game is a new revision; undo and redo only move between them."""

from __future__ import annotations

from typing import Any, Literal, cast

from sqlalchemy import CursorResult, func, select, update
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from .models import GameRevision, Pack, PackRevision, StoredGame, now

Kept = Pack | StoredGame
Way = Literal["undo", "redo"]


class Stale(ValueError):
    """A change was made to an older revision than the current one."""


def _table(kept: Kept) -> tuple[type[Any], Any]:
    """The table of its revisions, and the column that says whose they are."""
    return (
        (PackRevision, PackRevision.pack_id)
        if isinstance(kept, Pack)
        else (GameRevision, GameRevision.game_id)
    )


def current(session: Session, kept: Kept) -> Any:
    """The revision that is current."""
    return session.get_one(_table(kept)[0], (kept.id, kept.revision))


def next_number(session: Session, kept: Kept, base: int) -> int:
    """The number of a new revision. Raises :class:`Stale` where ``base`` is not the current one."""
    if base != kept.revision:
        raise Stale
    table, owner = _table(kept)
    return (session.scalar(select(func.max(table.number)).where(owner == kept.id)) or 0) + 1


def keep(session: Session, kept: Kept, revision: PackRevision | GameRevision) -> None:
    """Keep a new revision as the current one. Raises :class:`Stale` where another came first."""
    session.add(revision)
    try:
        session.flush()
    except IntegrityError:
        session.rollback()
        raise Stale from None
    _move(session, kept, revision.number)


def turn(session: Session, kept: Kept, way: Way, base: int) -> None:
    """Go back to the revision the current one was made from, or on to the latest made from it; nothing
    happens where there is none. Raises :class:`Stale` where ``base`` is not the current one."""
    if base != kept.revision:
        raise Stale
    number = current(session, kept).parent if way == "undo" else _child(session, kept)
    if number:
        _move(session, kept, number)


def _move(session: Session, kept: Kept, number: int) -> None:
    """Make another revision the current one, unless that was changed meanwhile: then raise Stale."""
    owner = type(kept)
    moved = session.execute(
        update(owner)
        .where(owner.id == kept.id, owner.revision == kept.revision)
        .values(revision=number, updated=now())
        .execution_options(synchronize_session=False)
    )
    if not cast("CursorResult[Any]", moved).rowcount:
        session.rollback()
        raise Stale
    session.refresh(kept, ["revision", "updated"])


def can_undo_redo(session: Session, kept: Kept) -> tuple[bool, bool]:
    """Whether there is something to undo, and to redo."""
    return bool(current(session, kept).parent), _child(session, kept) is not None


def _child(session: Session, kept: Kept) -> int | None:
    table, owner = _table(kept)
    found: int | None = session.scalar(
        select(func.max(table.number)).where(owner == kept.id, table.parent == kept.revision)
    )
    return found
