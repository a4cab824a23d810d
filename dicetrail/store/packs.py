"""Packs and their revisions."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from . import history
from .models import Pack, PackRevision
from .naming import add_named, numbered
from .standing import Shelved


def pack_named(session: Session, name: str) -> Pack | None:
    """The pack of a name, None where there is none."""
    return session.scalar(select(Pack).where(Pack.name == name))


def add_pack(
    session: Session, name: str, original: bytes, text: str, encoding: str, settings: str = "{}"
) -> Pack:
    """Keep a new pack; a name that is taken gets a number behind it. ``settings`` say how it is read."""
    pack = add_named(
        session,
        Pack,
        Pack.name,
        numbered(name),
        encoding=encoding,
        original=original,
        read_as=settings,
        revision=1,
    )
    session.add(PackRevision(pack_id=pack.id, number=1, parent=0, text=text, settings=settings))
    return pack


def text_of(session: Session, pack: Pack | Shelved) -> str:
    """The current text of a pack."""
    return _current(session, pack).text


def settings_of(session: Session, pack: Pack | Shelved) -> str:
    """How the current text of a pack is read, as JSON."""
    return _current(session, pack).settings


def _current(session: Session, pack: Pack | Shelved) -> PackRevision:
    return session.get_one(PackRevision, (pack.id, pack.revision))


def change_text(session: Session, pack: Pack, text: str, base: int, settings: str = "{}") -> None:
    """Make a new revision. Raises Stale where ``base`` is not the current one."""
    number = history.next_number(session, pack, base)
    revision = PackRevision(
        pack_id=pack.id, number=number, parent=pack.revision, text=text, settings=settings
    )
    history.keep(session, pack, revision)
