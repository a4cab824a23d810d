"""Plays, kept as what they were started with and the moves made in them."""

from __future__ import annotations

import json
import secrets
import zlib
from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from hashlib import sha256
from typing import Any

from sqlalchemy import bindparam, func, insert, select, update
from sqlalchemy.dialects.sqlite import insert as insert_new
from sqlalchemy.orm import Session

from ..core.play.rulebook.as_json import from_json, to_json
from ..core.play.rulebook.game import Choices, Game
from ..core.play.rulebook.move import Move
from ..core.prove.plays.record import PlayRecord, SeatRecord, from_data, to_data
from .models import CompiledGame, Play, PlayMove, now

QUICKLY = 1
"""How hard compiled games are pressed together: those of large packs are to be written soon."""


@dataclass(frozen=True, slots=True)
class Begun:
    """A play was started, of the compiled game of a digest; where it is of a hand-out, of which version of
    it, and in which browser, which may have ``most`` so many; ``started`` is now where it
    is not given. A ``hidden`` one does not show its player's name to others."""

    play_id: str
    game_id: int
    digest: str
    choices: Choices
    handout_id: int | None = None
    version: int | None = None
    visitor: str = ""
    started: datetime | None = None
    most: int | None = None
    hidden: bool = False


@dataclass(frozen=True, slots=True)
class Made:
    """A move was made, and the play's time has come so far (milliseconds)."""

    play_id: str
    number: int
    move: Move
    at: int


@dataclass(frozen=True, slots=True)
class Passed:
    """A play's time has come so far (milliseconds), whether it is over, and what it came to, where that is
    to be kept."""

    play_id: str
    clock: int
    over: bool
    record: PlayRecord | None = None


Happening = Begun | Made | Passed


class Enough(ValueError):
    """A browser has had all its plays of a hand-out."""


def new_id() -> str:
    """An id for a play that nobody can guess."""
    return secrets.token_urlsafe(12)


def keep(session: Session, happenings: Iterable[Happening]) -> None:
    """Keep what happened in plays, in one statement for each sort of it. Raises Enough where a play would be
    one more than its browser may have."""
    sorts: dict[type[Happening], list[Any]] = {Begun: [], Made: [], Passed: []}
    for happening in happenings:
        sorts[type(happening)].append(happening)
    if sorts[Begun]:
        session.execute(insert(Play), [_begun(one) for one in sorts[Begun]])
        for handout, visitor, most in {(one.handout_id, one.visitor, one.most) for one in sorts[Begun]}:
            if most is not None and plays_had(session, handout, visitor) > most:
                raise Enough
    if sorts[Made]:
        session.execute(insert(PlayMove), [_made(one) for one in sorts[Made]])
        moved = [{"play": one.play_id, "to": one.at} for one in sorts[Made]]
        session.connection().execute(_WENT_ON, moved)
    if sorts[Passed]:
        clocks = [{"play": one.play_id, "to": one.clock, "ended": one.over} for one in sorts[Passed]]
        session.connection().execute(_TIME_PASSED, clocks)
    came_to = [_came_to(one.play_id, one.record) for one in sorts[Passed] if one.record]
    if came_to:
        session.connection().execute(_CAME_TO, came_to)


def plays_had(session: Session, handout: int | None, visitor: str) -> int:
    """How many plays of a hand-out there are of a browser."""
    had = select(func.count()).where(Play.handout_id == handout, Play.visitor == visitor)
    return session.scalar(had) or 0


_WENT_ON = (
    update(Play)
    .where(Play.id == bindparam("play"))
    .values(clock=bindparam("to"), over=False, answers="")  # what it came to is not that any more
)
_TIME_PASSED = (
    update(Play).where(Play.id == bindparam("play")).values(clock=bindparam("to"), over=bindparam("ended"))
)


_KEPT = ("result", "award", "right", "asked", "score", "seconds", "left", "answers", "seats")
"""What is kept of a PlayRecord."""
_AS_JSON = ("answers", "seats")
OF_A_PLAY: tuple[Any, ...] = tuple(
    getattr(Play, name) for name in ("dice", "player", "count", "topic", "level", "players", *_KEPT)
)
"""The columns that :func:`choices_of` and :func:`record_of` look at, and the answers: many plays are read so,
without making a Play of each."""
_CAME_TO = (
    update(Play)
    .where(Play.id == bindparam("play"))
    .values({name: bindparam(f"new_{name}") for name in _KEPT})
)


def _came_to(play_id: str, record: PlayRecord) -> dict[str, Any]:
    values = {f"new_{name}": getattr(record, name) for name in _KEPT if name not in _AS_JSON}
    seats = _packed_list([asdict(seat) for seat in record.seats]) if record.seats else ""
    return {
        "play": play_id,
        "new_answers": _packed_list(to_data(record.answers)),
        "new_seats": seats,
        **values,
    }


def _packed_list(data: Sequence[Any]) -> str:
    return json.dumps(data, ensure_ascii=False, separators=(",", ":"))


def _begun(one: Begun) -> dict[str, Any]:
    return {
        "id": one.play_id,
        "game_id": one.game_id,
        "digest": one.digest,
        "handout_id": one.handout_id,
        "version": one.version,
        "visitor": one.visitor,
        "hidden": one.hidden,
        "started": one.started or now(),
        **asdict(one.choices),
    }


def _made(one: Made) -> dict[str, Any]:
    return {
        "play_id": one.play_id,
        "number": one.number,
        "at": one.at,
        "do": one.move.do,
        "text": one.move.text,
        "visit": one.move.visit,
    }


def keep_game(session: Session, game: Game) -> str:
    """Keep a compiled game, once for all plays of it; its digest."""
    data = _packed(game)
    digest = sha256(data).hexdigest()
    session.execute(
        insert_new(CompiledGame)
        .values(digest=digest, data=zlib.compress(data, QUICKLY))
        .on_conflict_do_nothing()
    )
    return digest


def digest_of(game: Game) -> str:
    """The digest under which a compiled game is, or would be, kept."""
    return sha256(_packed(game)).hexdigest()


def _packed(game: Game) -> bytes:
    return json.dumps(to_json(game), ensure_ascii=False, sort_keys=True).encode()


def compiled_game(session: Session, digest: str) -> Game:
    """The compiled game a play was started with."""
    return from_json(json.loads(zlib.decompress(session.get_one(CompiledGame, digest).data)))


def choices_of(play: Any) -> Choices:
    """What a play was started with, by its row."""
    return Choices(play.dice, play.player, play.count, play.topic, play.level, tuple(play.players))


def moves_of(session: Session, play_id: str) -> Sequence[tuple[Move, int]]:
    """The moves of a play with their times, in order."""
    rows = session.scalars(select(PlayMove).where(PlayMove.play_id == play_id).order_by(PlayMove.number))
    return [(Move(row.do, row.text, row.visit), row.at) for row in rows]  # type: ignore[arg-type]


def cut_off(session: Session) -> Sequence[str]:
    """The plays of hand-outs that went on when the workshop ended without a word: what they came to is not
    kept. To be asked before any play is taken up."""
    unknown = (Play.handout_id.is_not(None), Play.over.is_(False), Play.answers == "")
    return session.scalars(select(Play.id).where(*unknown)).all()


def record_of(play: Any, answers: str) -> PlayRecord:
    """What a play came to, by its row, its ``answers`` as they are kept."""
    return PlayRecord(
        play.result,
        play.award,
        play.right,
        play.asked,
        play.score,
        play.seconds,
        from_data(json.loads(answers or "[]")),
        play.left,
        seats_of(play),
    )


def seats_of(play: Any) -> tuple[SeatRecord, ...]:
    """What each of those who played in turn came to, by the row of their play; none where one played."""
    return tuple(SeatRecord(**seat) for seat in json.loads(play.seats or "[]"))
