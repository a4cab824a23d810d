"""Searches: what the plays of games can come to, worked out in the background, the newest revision first."""

from __future__ import annotations

from collections.abc import Hashable
from concurrent.futures import Future, ThreadPoolExecutor
from threading import Lock

from ..core.play.game import Game
from ..core.play.program import Program
from ..core.prove.reach import Reach, reach


class Searches:
    """One search a game at a time: a newer revision takes the place of one that still waits."""

    def __init__(self) -> None:
        self._worker = ThreadPoolExecutor(1, thread_name_prefix="search")
        self._lock = Lock()
        self._latest: dict[int, tuple[Hashable, Future[Reach]]] = {}

    def get(self, game_id: int, key: Hashable, game: Game, *, begin: bool) -> Reach | None:
        """What was found for a game in the state ``key``; None while it is not known."""
        with self._lock:
            known, future = self._latest.get(game_id, (None, None))
            if future is None or known != key:
                if not begin:
                    return None
                if future is not None:
                    future.cancel()
                future = self._worker.submit(lambda: reach(Program(game)))
                self._latest[game_id] = (key, future)
        return future.result() if future.done() else None
