"""What the plays of games can come to: known, kept from an earlier search, or searched for from now on."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from concurrent.futures import Future
from contextlib import suppress
from functools import cache
from hashlib import sha256
from pathlib import Path

from sqlalchemy.exc import SQLAlchemyError
from sqlalchemy.orm import Session

from ... import core
from ...core.play.rulebook.game import Game
from ...core.prove.search.reached import Reach
from ...store import reaches
from ..search_queue import Searches


class Reaches:
    """What was found of each game in the state it is in; a ``key`` is what that state depends on, in numbers
    and texts that are the same whenever the workshop starts again."""

    def __init__(self, sessions: Callable[[], Session]) -> None:
        self._sessions = sessions
        self._searches = Searches(self._keep)

    def known(self, game_id: int, key: Hashable) -> Reach | None:
        """What was found for a game in a state; None while it is not known."""
        search = self._searches.of(game_id, key)
        return search.result() if search is not None and search.done() else None

    def search(self, session: Session, game_id: int, key: Hashable, game: Game) -> Future[Reach]:
        """What will be found for a game in a state; known at once where it was searched for earlier."""
        search = self._searches.of(game_id, key)
        if search is None:
            earlier = reaches.found_of(session, game_id, _state(key))
            search = self._searches.begin(game_id, key, game, earlier)
        return search

    def close(self) -> None:
        """Search no more."""
        self._searches.close()

    def _keep(self, game_id: int, key: Hashable, found: Reach) -> None:
        """Keep what was found. Where there is no room for it, it is searched for again another time."""
        with suppress(SQLAlchemyError), self._sessions() as session:
            reaches.keep(session, game_id, _state(key), found)
            session.commit()


def _state(key: Hashable) -> str:
    """The state of a game in short: what it depends on, and the code that reads, compiles and searches it."""
    return sha256(f"{_code()} {key!r}".encode()).hexdigest()


@cache
def _code() -> str:
    """The digest of the core's code."""
    digest = sha256()
    for path in sorted(Path(core.__file__).parent.rglob("*.py")):
        digest.update(path.read_bytes())
    return digest.hexdigest()
