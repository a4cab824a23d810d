"""Searches: what the plays of games can come to, worked out beside the server, the newest revision first."""

from __future__ import annotations

import contextlib
import pickle
import subprocess
import sys
from collections.abc import Callable, Hashable
from concurrent.futures import Future
from dataclasses import dataclass, field
from threading import Condition, Thread

from ..core.play.game import Game
from ..core.prove.search.reach import Reach


@dataclass(eq=False, slots=True)
class _Search:
    """A game in the state ``key``, and what will be found of it."""

    game_id: int
    key: Hashable
    game: Game
    future: Future[Reach] = field(default_factory=Future)


class Searches:
    """One search a game at a time: a newer revision takes the place of one that waits or goes on.

    A search that was given up, or whose process was ended, has found nothing: a reach that is not complete.
    What another one has found is given to ``keep``.
    """

    def __init__(self, keep: Callable[[int, Hashable, Reach], None]) -> None:
        self._keep = keep
        self._changed = Condition()
        self._latest: dict[int, _Search] = {}
        self._waiting: list[_Search] = []
        self._now: _Search | None = None
        self._process: subprocess.Popen[bytes] | None = None
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

    def _give_up(self, search: _Search) -> None:
        if search in self._waiting:
            self._waiting.remove(search)
            search.future.set_result(Reach(complete=False))
        elif search is self._now and self._process is not None:
            self._process.kill()

    def _work(self) -> None:
        while True:
            with self._changed:
                self._changed.wait_for(lambda: self._waiting or self._closed)
                if self._closed:
                    break
                search = self._now = self._waiting.pop()
                process = self._process = self._running()
            found = _ask(process, search.game)
            with self._changed:
                self._now = None
            search.future.set_result(found or Reach(complete=False))
            if found is not None:
                self._keep(search.game_id, search.key, found)
        if self._process is not None:
            self._process.kill()
            _closed(self._process)

    def _running(self) -> subprocess.Popen[bytes]:
        """The process that searches, started where none runs."""
        if self._process is not None and self._process.poll() is None:
            return self._process
        if self._process is not None:
            _closed(self._process)
        command = [sys.executable, "-m", "dicetrail.web.search_process"]
        return subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE)


def _closed(process: subprocess.Popen[bytes]) -> None:
    """Wait for a process that was ended, and let go of its pipes."""
    process.wait()
    for pipe in (process.stdin, process.stdout):
        if pipe is not None:
            with contextlib.suppress(OSError):
                pipe.close()


def _ask(process: subprocess.Popen[bytes], game: Game) -> Reach | None:
    """What the process finds; None where it was ended meanwhile."""
    assert process.stdin is not None and process.stdout is not None
    try:
        pickle.dump(game, process.stdin)
        process.stdin.flush()
        found: Reach = pickle.load(process.stdout)
    except (OSError, EOFError, pickle.UnpicklingError):
        with contextlib.suppress(OSError):
            process.kill()
        process.wait()
        return None
    return found
