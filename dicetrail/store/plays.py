"""Plays, kept as what they were started with and the moves made in them."""

from __future__ import annotations

import json
import secrets
from collections.abc import Mapping
from hashlib import sha256

from sqlalchemy import select, update
from sqlalchemy.orm import Session

from ..core.play.game import Choices, Game, Move, from_json, to_json
from .models import CompiledGame, Play, PlayMove

Clocks = Mapping[str, tuple[int, bool]]
"""For each play how far its time has come, in milliseconds, and whether it is over."""


def add_play(session: Session, game_id: int, game: Game, choices: Choices) -> Play:
    """Keep a new play of a compiled game, which is kept with it."""
    data = json.dumps(to_json(game), ensure_ascii=False, sort_keys=True)
    digest = sha256(data.encode()).hexdigest()
    if session.get(CompiledGame, digest) is None:
        session.add(CompiledGame(digest=digest, data=data))
        session.flush()
    play = Play(
        id=secrets.token_urlsafe(12),
        game_id=game_id,
        digest=digest,
        dice=choices.dice,
        player=choices.player,
        count=choices.count,
        topic=choices.topic,
        level=choices.level,
        clock=0,
        over=False,
    )
    session.add(play)
    return play


def compiled_game(session: Session, digest: str) -> Game:
    """The compiled game a play was started with."""
    return from_json(json.loads(session.get_one(CompiledGame, digest).data))


def choices_of(play: Play) -> Choices:
    """What a play was started with."""
    return Choices(play.dice, play.player, play.count, play.topic, play.level)


def moves_of(session: Session, play_id: str) -> list[tuple[Move, int]]:
    """The moves of a play with their times, in order."""
    rows = session.scalars(select(PlayMove).where(PlayMove.play_id == play_id).order_by(PlayMove.number))
    return [(Move(row.do, row.text, row.visit), row.at) for row in rows]  # type: ignore[arg-type]


def keep_move(session: Session, play_id: str, number: int, move: Move, at: int) -> None:
    """Keep one move, and that the play's time has come so far."""
    session.add(PlayMove(play_id=play_id, number=number, at=at, do=move.do, text=move.text, visit=move.visit))
    session.execute(update(Play).where(Play.id == play_id).values(clock=at))


def keep_clocks(session: Session, clocks: Clocks) -> None:
    """Keep how far the time of plays has come, and whether they are over."""
    for play_id, (clock, over) in clocks.items():
        session.execute(update(Play).where(Play.id == play_id).values(clock=clock, over=over))
