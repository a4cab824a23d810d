"""The workshop: its work between store and core, over one database."""

from __future__ import annotations

from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ...core.prove.plays.statistics import Statistics
from .games import GameShelf
from .packs import PackShelf, Read, read_here
from .recent import Recent


class Workshop:
    """Packs, games and plays of one database. Large packs are read by ``read_large``."""

    def __init__(self, engine: Engine, read_large: Read = read_here) -> None:
        self.engine = engine
        self.packs = PackShelf(self.session, read_large)
        self.games = GameShelf(self.packs, self.session)
        self.statistics: Recent[Statistics] = Recent(50)

    def session(self) -> Session:
        """A new session; what it changed is kept when it is committed, and is not asked for again then."""
        return Session(self.engine, expire_on_commit=False)
