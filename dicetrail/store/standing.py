"""What stands on the shelf just now: the packs by their names and the files that questions name.

It is asked of the database once, and again after something was changed in it. Sessions that have changed
nothing share what one of them was told; one that has, asks for itself until its changes are kept.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from threading import Lock
from typing import Any, NamedTuple
from weakref import WeakKeyDictionary

from sqlalchemy import Engine, event, select
from sqlalchemy.orm import ORMExecuteState, Session

from . import media
from .models import Media, Pack

Version = tuple[int, int]
"""A pack in one state: its number and its revision."""


class Shelved(NamedTuple):
    """A pack on the shelf in short: what it is known and shown by. There may be hundreds."""

    id: int
    name: str
    revision: int
    encoding: str
    updated: datetime

    @property
    def version(self) -> Version:
        """The state it is in."""
        return (self.id, self.revision)


@dataclass(frozen=True, slots=True)
class Standing:
    """The packs on the shelf by their names, and the digest of every picture and sound by its name.
    ``files`` is a mark that changes with these."""

    packs: dict[str, Shelved]
    digests: dict[str, str]
    files: str

    def version(self, name: str) -> Version | None:
        """The pack of a name as it is now, None where there is none."""
        pack = self.packs.get(name)
        return pack.version if pack else None


class _Shared:
    """What sessions of one database share. ``changes`` counts how often it was changed."""

    def __init__(self) -> None:
        self.known: Standing | None = None
        self.changes = 0
        self._lock = Lock()

    def tell(self, told: Standing, changes: int) -> None:
        """Let others know, unless something was changed since it was asked for."""
        with self._lock:
            if changes == self.changes:
                self.known = told

    def forget(self) -> None:
        """Something was changed."""
        with self._lock:
            self.known = None
            self.changes += 1


_shared: WeakKeyDictionary[Engine, _Shared] = WeakKeyDictionary()
_SHOWN = (Pack, Media)
_OWN, _CHANGED = "standing", "standing changed"


def standing(session: Session) -> Standing:
    """What stands on the shelf."""
    own: Standing | None = session.info.get(_OWN)
    if own is not None:
        return own
    if _CHANGED in session.info:
        told = session.info[_OWN] = _asked(session)
        return told
    shared = _of(session)
    known, changes = shared.known, shared.changes
    if known is None:
        known = _asked(session)
        shared.tell(known, changes)
    return known


def _asked(session: Session) -> Standing:
    short = select(Pack.id, Pack.name, Pack.revision, Pack.encoding, Pack.updated)
    rows = session.execute(short.where(Pack.off_since.is_(None)).order_by(Pack.name))
    digests = media.digests(session)
    return Standing({row.name: Shelved(*row) for row in rows}, digests, media.state(digests))


def _of(session: Session) -> _Shared:
    engine = session.get_bind().engine
    assert isinstance(engine, Engine)
    return _shared.setdefault(engine, _Shared())


def _flush(session: Session, *_: Any) -> None:
    if any(isinstance(one, _SHOWN) for some in (session.new, session.dirty, session.deleted) for one in some):
        _change(session)


def _execute(state: ORMExecuteState) -> None:
    mapper = state.bind_mapper
    if not state.is_select and (mapper is None or issubclass(mapper.class_, _SHOWN)):
        _change(state.session)


def _change(session: Session) -> None:
    """This session changes what stands on the shelf: it asks for itself from now on."""
    session.info.pop(_OWN, None)
    session.info[_CHANGED] = True


def _end(session: Session) -> None:
    """What this session changed is kept, or given up."""
    session.info.pop(_OWN, None)
    if session.info.pop(_CHANGED, None):
        _of(session).forget()


event.listen(Session, "after_flush", _flush)
event.listen(Session, "do_orm_execute", _execute)
event.listen(Session, "after_commit", _end)
event.listen(Session, "after_rollback", _end)
