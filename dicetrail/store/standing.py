"""What stands on the shelf just now: the packs by their names and the files that questions name.

It is asked of the database once for a session, and again after something was changed in it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from sqlalchemy import event, select
from sqlalchemy.orm import Session

from . import media
from .models import Pack

Version = tuple[int, int]
"""A pack in one state: its number and its revision."""


@dataclass(frozen=True, slots=True)
class Standing:
    """The packs on the shelf by their names, and the digest of every picture and sound by its name."""

    packs: dict[str, Pack]
    digests: dict[str, str]

    def version(self, name: str) -> Version | None:
        """The pack of a name as it is now, None where there is none."""
        pack = self.packs.get(name)
        return (pack.id, pack.revision) if pack else None


def standing(session: Session) -> Standing:
    """What stands on the shelf."""
    known: Standing | None = session.info.get("standing")
    if known is None:
        packs = session.scalars(select(Pack).where(Pack.off_since.is_(None)).order_by(Pack.name))
        known = session.info["standing"] = Standing(
            {pack.name: pack for pack in packs}, media.digests(session)
        )
    return known


def forget(session: Session, *_: Any) -> None:
    """Ask anew the next time."""
    session.info.pop("standing", None)


for _moment in ("after_flush", "after_commit", "after_rollback"):
    event.listen(Session, _moment, forget)
