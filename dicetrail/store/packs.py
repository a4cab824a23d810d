"""Packs and their revisions."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from sqlalchemy import insert, select
from sqlalchemy.orm import Session

from . import history, texts
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


class NewPack(NamedTuple):
    """A pack as it is first kept."""

    name: str
    original: bytes
    text: str
    encoding: str
    settings: str


def add_new(session: Session, new: Sequence[NewPack]) -> Sequence[int]:
    """Keep new packs whose names are free, all in two statements; their numbers. Raises IntegrityError where
    a name was taken meanwhile."""
    if not new:
        return []
    rows = [
        {
            "name": one.name,
            "encoding": one.encoding,
            "original": one.original,
            "read_as": one.settings,
            "revision": 1,
        }
        for one in new
    ]
    adding = insert(Pack).returning(Pack.id, sort_by_parameter_order=True)
    numbers = session.scalars(adding, rows).all()
    revisions = [
        {"pack_id": number, "number": 1, "parent": 0, "text": one.text, "settings": one.settings}
        for number, one in zip(numbers, new, strict=True)
    ]
    session.execute(insert(PackRevision), revisions)
    return numbers


def text_of(session: Session, pack: Pack | Shelved) -> str:
    """The current text of a pack."""
    return texts.text_of(session, _current(session, pack))


def settings_of(session: Session, pack: Pack | Shelved) -> str:
    """How the current text of a pack is read, as JSON."""
    return _current(session, pack).settings


def _current(session: Session, pack: Pack | Shelved) -> PackRevision:
    return session.get_one(PackRevision, (pack.id, pack.revision))


def change_text(session: Session, pack: Pack, text: str, base: int, settings: str = "{}") -> None:
    """Make a new revision. Raises Stale where ``base`` is not the current one."""
    number = history.next_number(session, pack, base)
    before = _current(session, pack)
    revision = PackRevision(
        pack_id=pack.id, number=number, parent=pack.revision, text=text, settings=settings
    )
    history.keep(session, pack, revision)
    texts.shorten(before, revision)
