"""Pictures and sounds, by the names that questions call them."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from .models import Media
from .naming import add_under, numbered


def all_media(session: Session) -> list[Media]:
    """Every picture and sound, by name."""
    return list(session.scalars(select(Media).order_by(Media.name)))


def media_named(session: Session, name: str) -> Media | None:
    """The picture or sound of a name, None where there is none."""
    return session.scalar(select(Media).where(Media.name == name))


def media_of(session: Session, digest: str) -> Media | None:
    """A picture or sound by the digest of its bytes, None where there is none."""
    return session.scalars(select(Media).where(Media.digest == digest)).first()


def digests(session: Session) -> dict[str, str]:
    """The digest of every picture and sound, by name."""
    return {row.name: row.digest for row in session.execute(select(Media.name, Media.digest))}


def state(digests: dict[str, str]) -> str:
    """A mark that changes whenever a picture or sound is brought: the SHA-256 of their names and digests."""
    return hashlib.sha256(json.dumps(sorted(digests.items())).encode()).hexdigest()


def keep(session: Session, name: str, data: bytes, mime: str, about: dict[str, Any]) -> Media:
    """Keep a picture or sound. The same bytes are kept once; a name taken by others gets a number."""
    digest = hashlib.sha256(data).hexdigest()
    values = {"digest": digest, "mime": mime, "about": json.dumps(about), "data": data}
    for free in numbered(name):
        kept = media_named(session, free) or add_under(session, Media, Media.name, free, **values)
        kept = kept or media_named(session, free)  # another one was quicker
        if kept is not None and kept.digest == digest:
            return kept
    raise AssertionError("names never end")
