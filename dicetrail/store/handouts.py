"""Hand-outs: games given out under links of their own, each version kept as it was."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from datetime import datetime
from typing import Any

from sqlalchemy import and_, bindparam, func, select, update
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from ..core.play.seen.invitation import Shut
from .history import Stale
from .models import Handout, HandoutVersion, Play
from .plays import plays_had

_CONSONANTS, _VOWELS = "bdghklmnprstvz", "aeiou"
_SYLLABLES = 3


def _word() -> str:
    """A word that can be said and read out: three syllables and a last consonant, 4.8 million of them."""
    pairs = (secrets.choice(_CONSONANTS) + secrets.choice(_VOWELS) for _ in range(_SYLLABLES))
    return "".join(pairs) + secrets.choice(_CONSONANTS)


def new_link() -> str:
    """A link of two words: with 44 bits of chance nobody guesses one over a network."""
    return f"{_word()}-{_word()}"


def hand_out(session: Session, game_id: int, digest: str, revision: int, **settings: Any) -> Handout:
    """Give a game out, as it was compiled, under a new link."""
    made = Handout(game_id=game_id, link=new_link(), version=0, **settings)
    session.add(made)
    session.flush()
    hand_out_anew(session, made, digest, revision)
    return made


def hand_out_anew(session: Session, handout: Handout, digest: str, revision: int) -> None:
    """Let new plays be of a new version; those that were begun keep theirs. Raises Stale where another one
    was handed out at the same time."""
    handout.version += 1
    session.add(
        HandoutVersion(handout_id=handout.id, number=handout.version, digest=digest, revision=revision)
    )
    try:
        session.flush()
    except IntegrityError:
        session.rollback()
        raise Stale from None


def turn_revision(session: Session, handout: Handout, seen: int) -> None:
    """Begin to change settings that were seen in a revision. Raises Stale where there is a later one."""
    turned = session.execute(
        update(Handout).where(Handout.id == handout.id, Handout.revision == seen).values(revision=seen + 1)
    )
    if turned.rowcount != 1:  # type: ignore[attr-defined]
        session.rollback()
        raise Stale
    session.refresh(handout)


def still_open(session: Session, game_id: int) -> Sequence[str]:
    """The names of a game's hand-outs that are not closed."""
    return session.scalars(select(Handout.name).where(Handout.game_id == game_id, ~Handout.closed)).all()


def close_all(session: Session, game_id: int) -> None:
    """Close every hand-out of a game that is taken off the shelf."""
    session.execute(
        update(Handout)
        .where(Handout.game_id == game_id, ~Handout.closed)
        .values(closed=True, revision=Handout.revision + 1)
    )


def waits(session: Session, handout_id: int | None) -> bool:
    """Whether who plays a hand-out waits until it begins for all."""
    handout = session.get(Handout, handout_id) if handout_id is not None else None
    return handout is not None and handout.together and handout.begun is None


_HANDED_OUT = (
    select(Handout, HandoutVersion.digest)
    .join(
        HandoutVersion,
        and_(HandoutVersion.handout_id == Handout.id, HandoutVersion.number == Handout.version),
    )
    .where(Handout.link == bindparam("link"))
)
"""Built once: a crowd that follows a link asks nothing else."""


def handed_out(session: Session, link: str) -> tuple[Handout, str] | None:
    """The hand-out of a link, and the digest of the game that new plays are of; None where there is none."""
    found = session.execute(_HANDED_OUT, {"link": link}).one_or_none()
    return None if found is None else (found[0], found[1])


def handouts_of(session: Session, game_id: int) -> Sequence[Handout]:
    """The hand-outs of a game, the latest first."""
    return session.scalars(
        select(Handout).where(Handout.game_id == game_id).order_by(Handout.id.desc())
    ).all()


def listed(session: Session) -> Sequence[Handout]:
    """The hand-outs on the players' list, the latest first."""
    return session.scalars(
        select(Handout).where(Handout.listed, ~Handout.closed).order_by(Handout.id.desc())
    ).all()


def versions_of(session: Session, handout: Handout) -> Sequence[HandoutVersion]:
    """The versions of a hand-out, the latest first."""
    return session.scalars(
        select(HandoutVersion)
        .where(HandoutVersion.handout_id == handout.id)
        .order_by(HandoutVersion.number.desc())
    ).all()


def version_of(session: Session, handout: Handout) -> HandoutVersion:
    """The version that new plays are of."""
    return session.get_one(HandoutVersion, (handout.id, handout.version))


def plays_by_version(session: Session, handout: Handout) -> dict[int, int]:
    """How many plays there are of each version."""
    counted = select(Play.version, func.count()).where(Play.handout_id == handout.id).group_by(Play.version)
    return {version: number for version, number in session.execute(counted) if version is not None}


def shut(session: Session, handout: Handout, visitor: str, at: datetime) -> Shut:
    """Why no play of a hand-out can be started in a browser; "" where one can."""
    if handout.closed or (handout.closes is not None and at >= handout.closes):
        return "closed"
    if handout.opens is not None and at < handout.opens:
        return "not_yet"
    most = handout.plays_each
    if most is not None and visitor and plays_had(session, handout.id, visitor) >= most:
        return "enough"
    return ""
