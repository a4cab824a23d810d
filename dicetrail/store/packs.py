"""Packs and their revisions."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from . import history
from .models import Pack, PackRevision


def pack_named(session: Session, name: str) -> Pack | None:
    """The pack of a name, None where there is none."""
    return session.scalar(select(Pack).where(Pack.name == name))


def add_pack(
    session: Session, name: str, original: bytes, text: str, encoding: str, settings: str = "{}"
) -> Pack:
    """Keep a new pack; a name that is taken gets a number behind it. ``settings`` say how it is read."""
    pack = Pack(
        name=free_name(session, name), encoding=encoding, original=original, read_as=settings, revision=1
    )
    session.add(pack)
    session.flush()
    session.add(PackRevision(pack_id=pack.id, number=1, parent=0, text=text, settings=settings))
    return pack


def text_of(session: Session, pack: Pack) -> str:
    """The current text of a pack."""
    return str(history.current(session, pack).text)


def settings_of(session: Session, pack: Pack) -> str:
    """How the current text of a pack is read, as JSON."""
    return str(history.current(session, pack).settings)


def change_text(session: Session, pack: Pack, text: str, base: int, settings: str = "{}") -> None:
    """Make a new revision. Raises Stale where ``base`` is not the current one."""
    number = history.next_number(session, pack, base)
    revision = PackRevision(
        pack_id=pack.id, number=number, parent=pack.revision, text=text, settings=settings
    )
    history.keep(session, pack, revision)


def free_name(session: Session, name: str) -> str:
    """A name, with a number behind it where it is taken."""
    stem, dot, ending = name.rpartition(".")
    if not dot:
        stem, ending = name, ""
    number, free = 2, name
    while pack_named(session, free) is not None:
        free = f"{stem}-{number}{dot}{ending}"
        number += 1
    return free
