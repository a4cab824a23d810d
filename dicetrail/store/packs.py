"""Packs and their revisions. Every change is a new revision; undo and redo only move between them."""

from __future__ import annotations

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from .models import Pack, PackRevision


class Stale(ValueError):
    """A change was made to an older revision than the current one."""


def all_packs(session: Session) -> list[Pack]:
    """Every pack, by name."""
    return list(session.scalars(select(Pack).order_by(Pack.name)))


def pack_named(session: Session, name: str) -> Pack | None:
    """The pack of a name, None where there is none."""
    return session.scalar(select(Pack).where(Pack.name == name))


def add_pack(session: Session, name: str, original: bytes, text: str, encoding: str) -> Pack:
    """Keep a new pack; a name that is taken gets a number behind it."""
    pack = Pack(name=_free_name(session, name), encoding=encoding, original=original, revision=1)
    session.add(pack)
    session.flush()
    session.add(PackRevision(pack_id=pack.id, number=1, parent=0, text=text))
    return pack


def text_of(session: Session, pack: Pack) -> str:
    """The current text of a pack."""
    return _revision(session, pack, pack.revision).text


def change_text(session: Session, pack: Pack, text: str, base: int) -> None:
    """Make a new revision. Raises :class:`Stale` where ``base`` is not the current one."""
    if base != pack.revision:
        raise Stale
    highest = session.scalar(select(func.max(PackRevision.number)).where(PackRevision.pack_id == pack.id))
    number = (highest or 0) + 1
    session.add(PackRevision(pack_id=pack.id, number=number, parent=pack.revision, text=text))
    pack.revision = number


def undo(session: Session, pack: Pack) -> bool:
    """Go back to the revision the current one was made from; False where it is the first."""
    parent = _revision(session, pack, pack.revision).parent
    pack.revision = parent or pack.revision
    return bool(parent)


def redo(session: Session, pack: Pack) -> bool:
    """Go on to the latest revision made from the current one; False where there is none."""
    child = _child(session, pack)
    pack.revision = child or pack.revision
    return child is not None


def can_undo_redo(session: Session, pack: Pack) -> tuple[bool, bool]:
    """Whether there is something to undo, and to redo."""
    return bool(_revision(session, pack, pack.revision).parent), _child(session, pack) is not None


def _revision(session: Session, pack: Pack, number: int) -> PackRevision:
    return session.get_one(PackRevision, (pack.id, number))


def _child(session: Session, pack: Pack) -> int | None:
    return session.scalar(
        select(func.max(PackRevision.number)).where(
            PackRevision.pack_id == pack.id, PackRevision.parent == pack.revision
        )
    )


def _free_name(session: Session, name: str) -> str:
    stem, dot, ending = name.rpartition(".")
    if not dot:
        stem, ending = name, ""
    number, free = 2, name
    while pack_named(session, free) is not None:
        free = f"{stem}-{number}{dot}{ending}"
        number += 1
    return free
