"""The plays of a hand-out: found, looked through, and what is kept of their players."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from datetime import datetime, timedelta
from typing import Any, Literal, NamedTuple

from sqlalchemy import ColumnElement, Row, delete, func, select, update
from sqlalchemy.orm import Session, undefer

from ..core.prove.plays.worker import KeptSo
from .models import Handout, Play, PlayMove, now
from .plays import OF_A_PLAY, choices_of, record_of

AT_ONCE = 200
"""Plays that are read at once where all of them are gone through."""
Sort = Literal["started", "player", "result", "award", "score", "right", "asked", "seconds"]


class Sought(NamedTuple):
    """Which plays are looked for: of a version, with a result or an award, by a player whose name holds
    words."""

    version: int | None = None
    result: str | None = None
    award: str | None = None
    words: str = ""


def page(
    session: Session, handout: Handout, sought: Sought, sort: Sort, *, desc: bool, offset: int, limit: int
) -> tuple[int, Sequence[Play]]:
    """A page of the plays looked for, and how many there are in all."""
    wanted = _wanted(handout, sought)
    total = session.scalar(select(func.count()).select_from(Play).where(*wanted)) or 0
    column: Any = getattr(Play, sort)
    order = column.desc() if desc else column.asc()
    found = select(Play).where(*wanted).order_by(order, Play.started.desc(), Play.id)
    return total, session.scalars(found.offset(offset).limit(limit)).all()


def _wanted(handout: Handout, sought: Sought) -> list[ColumnElement[bool]]:
    wanted = [Play.handout_id == handout.id]
    if sought.version is not None:
        wanted.append(Play.version == sought.version)
    if sought.result is not None:
        wanted.append(Play.result == sought.result)
    if sought.award is not None:
        wanted.append(Play.award == sought.award)
    if sought.words:
        wanted.append(Play.player.icontains(sought.words, autoescape=True))
    return wanted


def with_answers(session: Session, handout: Handout, sought: Sought) -> Iterator[Play]:
    """All the plays looked for with their answers, as they were started; few are in memory at a time."""
    found = select(Play).where(*_wanted(handout, sought)).order_by(Play.started, Play.id)
    for play in session.scalars(found.options(undefer(Play.answers)).execution_options(yield_per=AT_ONCE)):
        yield play
        session.expunge(play)


def answers_of(session: Session, handout: Handout, version: int | None) -> list[str]:
    """The answers of the plays of a hand-out, as they are kept, where any are."""
    wanted = _wanted(handout, Sought(version=version))
    return list(session.scalars(select(Play.answers).where(*wanted, Play.answers != "")))


def to_be_walked(session: Session, handout: Handout, version: int | None) -> list[KeptSo]:
    """The plays of a hand-out that have come to their end, as they are walked again."""
    ended = (*_wanted(handout, Sought(version=version)), Play.result != "", Play.answers != "")
    rows = session.execute(select(*OF_A_PLAY).where(*ended).order_by(Play.started, Play.id))
    return [KeptSo(choices_of(row), record_of(row, ""), row.answers) for row in rows]


def state(session: Session, handout: Handout) -> Row[Any]:
    """What changes whenever a play is begun, comes to its end, or is removed."""
    counts = (func.count(), func.sum(Play.over), func.sum(func.length(Play.answers)))
    return session.execute(select(*counts).where(Play.handout_id == handout.id)).one()


def best(session: Session, handout: Handout, version: int | None, most: int) -> Sequence[Play]:
    """The plays that came furthest: of those that ended, by their score, the quicker first."""
    ended = (Play.handout_id == handout.id, Play.version == version, Play.result != "")
    order = (Play.score.desc(), Play.seconds, Play.started)
    return session.scalars(select(Play).where(*ended).order_by(*order).limit(most)).all()


def ended_since(session: Session, handout: Handout, since: datetime, most: int) -> Sequence[Play]:
    """The plays that were started since a time and have ended, the latest first."""
    ended = (Play.handout_id == handout.id, Play.result != "", Play.started >= since)
    return session.scalars(select(Play).where(*ended).order_by(Play.started.desc()).limit(most)).all()


def remove(session: Session, handout: Handout, plays: Sequence[str]) -> int:
    """Take plays away for good, with all their moves; how many there were."""
    mine = session.scalars(select(Play.id).where(Play.handout_id == handout.id, Play.id.in_(plays))).all()
    session.execute(delete(PlayMove).where(PlayMove.play_id.in_(mine)))
    session.execute(delete(Play).where(Play.id.in_(mine)))
    return len(mine)


def forget_names(session: Session, handout: Handout, plays: Sequence[str] | None) -> int:
    """Take the players' names away, from some plays or from all; how many had one."""
    of = [Play.handout_id == handout.id] + ([] if plays is None else [Play.id.in_(plays)])
    named = session.scalar(select(func.count()).where(*of, Play.player != ""))
    for play in session.scalars(select(Play).where(*of, func.json_array_length(Play.players) > 0)):
        play.players = [""] * len(play.players)
        seats = [{**seat, "player": ""} for seat in json.loads(play.seats or "[]")]
        play.seats = json.dumps(seats, separators=(",", ":"))
    session.execute(update(Play).where(*of).values(player="", visitor=""))
    return named or 0


def remove_old(session: Session, at: datetime | None = None) -> int:
    """Take away the plays that were kept as long as their hand-outs say; how many there were."""
    at, gone = at or now(), 0
    for handout in session.scalars(select(Handout).where(Handout.keep_days.is_not(None))):
        before = at - timedelta(days=handout.keep_days or 0)
        old = session.scalars(
            select(Play.id).where(Play.handout_id == handout.id, Play.started < before)
        ).all()
        gone += remove(session, handout, old)
    return gone
