"""Games and their revisions."""

from __future__ import annotations

import re
import unicodedata

from sqlalchemy import select
from sqlalchemy.orm import Session

from .models import Game, GameRevision
from .packs import Stale


def all_games(session: Session) -> list[Game]:
    """Every game, by when it was made."""
    return list(session.scalars(select(Game).order_by(Game.id)))


def game_called(session: Session, slug: str) -> Game | None:
    """The game of a slug, None where there is none."""
    return session.scalar(select(Game).where(Game.slug == slug))


def add_game(session: Session, title: str, text: str, dice: int) -> Game:
    """Keep a new game."""
    game = Game(slug=_free_slug(session, title), text=text, revision=1, dice=dice)
    session.add(game)
    session.flush()
    session.add(GameRevision(game_id=game.id, number=1, text=text))
    return game


def change_text(session: Session, game: Game, text: str, base: int) -> None:
    """Make a new revision, unless nothing changed. Raises Stale where ``base`` is not the current one."""
    if base != game.revision:
        raise Stale
    if text != game.text:
        game.text = text
        game.revision += 1
        session.add(GameRevision(game_id=game.id, number=game.revision, text=text))


def _free_slug(session: Session, title: str) -> str:
    plain = unicodedata.normalize("NFKD", title).encode("ascii", "ignore").decode().lower()
    stem = re.sub(r"[^a-z0-9]+", "-", plain).strip("-")[:60] or "game"
    slug, number = stem, 2
    while game_called(session, slug) is not None:
        slug, number = f"{stem}-{number}", number + 1
    return slug
