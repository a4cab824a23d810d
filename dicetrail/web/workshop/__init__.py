"""The workshop: its work between store and core, over one database."""

from __future__ import annotations

from sqlalchemy import Engine
from sqlalchemy.orm import Session

from .games import GameShelf
from .packs import PackShelf


class Workshop:
    """Packs and games of one database."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self.packs = PackShelf(self.session)
        self.games = GameShelf(self.packs)

    def session(self) -> Session:
        """A new session; what it changed is kept when it is committed, and is not asked for again then."""
        return Session(self.engine, expire_on_commit=False)
