"""Games and their revisions."""

from __future__ import annotations

import re
import unicodedata
from datetime import datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from . import history
from .history import Way
from .models import GameRevision, StoredGame
from .naming import add_named, numbered


def all_games(session: Session) -> list[StoredGame]:
    """Every game on the shelf, by when it was made."""
    return list(
        session.scalars(select(StoredGame).where(StoredGame.off_since.is_(None)).order_by(StoredGame.id))
    )


def game_called(session: Session, slug: str) -> StoredGame | None:
    """The game of a slug, on the shelf or off; None where there is none."""
    return session.scalar(select(StoredGame).where(StoredGame.slug == slug))


def add_game(session: Session, title: str, text: str, dice: int) -> StoredGame:
    """Keep a new game."""
    slugs = numbered(_slug(title), ending=False)
    game = add_named(session, StoredGame, StoredGame.slug, slugs, text=text, revision=1, dice=dice)
    session.add(GameRevision(game_id=game.id, number=1, parent=0, text=text))
    return game


def born(session: Session, game: StoredGame) -> datetime:
    """When a game was made: what tells it from an earlier one of its number."""
    return session.scalars(
        select(GameRevision.at).where(GameRevision.game_id == game.id, GameRevision.number == 1)
    ).one()


def change_text(session: Session, game: StoredGame, text: str, base: int) -> None:
    """Make a new revision, unless nothing changed. Raises Stale where ``base`` is not the current one."""
    number = history.next_number(session, game, base)
    if text != game.text:
        revision = GameRevision(game_id=game.id, number=number, parent=game.revision, text=text)
        history.keep(session, game, revision)
        game.text = text


def text_of(session: Session, game: StoredGame, revision: int) -> str | None:
    """The text of a game in a revision, None where there is no such."""
    kept = session.get(GameRevision, (game.id, revision))
    return kept.text if kept else None


def revisions_before(session: Session, game: StoredGame, most: int) -> list[GameRevision]:
    """The latest revisions before the current one, the latest first."""
    kept = select(GameRevision).where(GameRevision.game_id == game.id, GameRevision.number < game.revision)
    return list(session.scalars(kept.order_by(GameRevision.number.desc()).limit(most)))


def turn(session: Session, game: StoredGame, way: Way, base: int) -> None:
    """Undo the last change, or make it again; nothing happens where there is none. Raises Stale."""
    history.turn(session, game, way, base)
    game.text = history.current(session, game).text


def _slug(title: str) -> str:
    plain = unicodedata.normalize("NFKD", title).encode("ascii", "ignore").decode().lower()
    return re.sub(r"[^a-z0-9]+", "-", plain).strip("-")[:60] or "game"
