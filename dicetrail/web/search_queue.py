"""Searches: what the plays of games can come to, worked out beside the server, the newest revision first."""

from __future__ import annotations

import logging
from collections.abc import Callable, Hashable
from concurrent.futures import Future
from dataclasses import dataclass, field
from threading import Condition, Thread

from ..core.play.rulebook.game import Game
from ..core.prove.search.reached import Reach
from ..core.snag import Refused
from .beside import Beside
from .beside.beside import Fault
from .beside.searching import reached
from .beside.sending import sent


@dataclass(eq=False, slots=True)
class _Search:
    """A game in the state ``key``, and what will be found of it."""

    game_id: int
    key: Hashable
    game: Game
    future: Future[Reach] = field(default_factory=Future)
    given_up: bool = False

    def look(self, _done: int, _total: int) -> None:
        """Raise InterruptedError where nobody wants to know any more."""
        if self.given_up:
            raise InterruptedError


class Searches:
    """One search a game at a time: a newer revision takes the place of one that waits or goes on.

    A search that was given up, or whose process was ended, has found nothing: a reach that is not complete.
    What another one has found is given to ``keep``.
    """

    def __init__(self, keep: Callable[[int, Hashable, Reach], None]) -> None:
        self._keep = keep
        self._beside = Beside(1)
        self._changed = Condition()
        self._latest: dict[int, _Search] = {}
        self._waiting: list[_Search] = []
        self._thread: Thread | None = None
        self._closed = False

    def of(self, game_id: int, key: Hashable) -> Future[Reach] | None:
        """What was or will be found for a game in the state ``key``; None where nobody searched for it. One
        that waits goes before the others now, for it is asked for again."""
        with self._changed:
            search = self._latest.get(game_id)
            if search is None or search.key != key:
                return None
            if search in self._waiting:
                self._waiting.remove(search)
                self._waiting.append(search)
        return search.future

    def begin(self, game_id: int, key: Hashable, game: Game, found: Reach | None = None) -> Future[Reach]:
        """What will be found for a game in the state ``key``; where it was ``found`` earlier, that."""
        with self._changed:
            latest = self._latest.get(game_id)
            if latest is not None and latest.key == key:  # another began it meanwhile
                return latest.future
            if latest is not None:
                self._give_up(latest)
            search = self._latest[game_id] = _Search(game_id, key, game)
            if found is not None:
                search.future.set_result(found)
                return search.future
            self._waiting.append(search)
            if self._thread is None:
                self._thread = Thread(target=self._work, name="searches", daemon=True)
                self._thread.start()
            self._changed.notify()
        return search.future

    def close(self) -> None:
        """Give up whatever goes on or waits."""
        with self._changed:
            self._closed = True
            for search in self._latest.values():
                self._give_up(search)
            self._changed.notify()
        if self._thread is not None:
            self._thread.join()
        self._beside.close()

    def _give_up(self, search: _Search) -> None:
        search.given_up = True
        if search in self._waiting:
            self._waiting.remove(search)
            search.future.set_result(Reach(complete=False))

    def _work(self) -> None:
        while True:
            with self._changed:
                self._changed.wait_for(lambda: self._waiting or self._closed)
                if self._closed:
                    return
                search = self._waiting.pop()
            try:
                found: Reach = self._beside.run(reached, sent(search.game), progress=search.look)
            except (InterruptedError, Refused, Fault):
                search.future.set_result(Reach(complete=False))
                continue
            search.future.set_result(found)
            try:
                self._keep(search.game_id, search.key, found)
            except Exception:  # it is searched for again another time; the next one waits
                logging.getLogger(__name__).exception("What was found of a game could not be kept.")
