"""Searches: what the plays of games can come to, worked out beside the server, the newest revision first."""

from __future__ import annotations

import contextlib
import pickle
import subprocess
import sys
from collections.abc import Hashable
from concurrent.futures import Future
from dataclasses import dataclass, field
from threading import Condition, Thread

from ..core.play.game import Game
from ..core.prove.search.reach import Reach


@dataclass(eq=False, slots=True)
class _Search:
    """A game in the state ``key``, and what will be found of it."""

    key: Hashable
    game: Game
    future: Future[Reach] = field(default_factory=Future)


class Searches:
    """One search a game at a time: a newer revision takes the place of one that waits or goes on.

    A search that was given up, or whose process was ended, has found nothing: a reach that is not complete.
    """

    def __init__(self) -> None:
        self._changed = Condition()
        self._latest: dict[int, _Search] = {}
        self._waiting: list[_Search] = []
        self._now: _Search | None = None
        self._process: subprocess.Popen[bytes] | None = None
        self._thread: Thread | None = None
        self._closed = False

    def known(self, game_id: int, key: Hashable) -> Reach | None:
        """What was found for a game in the state ``key``; None while it is not known."""
        with self._changed:
            search = self._latest.get(game_id)
        return search.future.result() if search and search.key == key and search.future.done() else None

    def begin(self, game_id: int, key: Hashable, game: Game) -> Future[Reach]:
        """What will be found for a game in the state ``key``."""
        with self._changed:
            latest = self._latest.get(game_id)
            if latest is not None and latest.key == key:
                if latest in self._waiting:  # it is asked for again: it goes before the others
                    self._waiting.remove(latest)
                    self._waiting.append(latest)
                return latest.future
            if latest is not None:
                self._give_up(latest)
            search = self._latest[game_id] = _Search(key, game)
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
                self._now = None
                self._changed.wait_for(lambda: self._waiting or self._closed)
                if self._closed:
                    break
                search = self._now = self._waiting.pop()
                process = self._process = self._running()
            search.future.set_result(_ask(process, search.game))
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


def _ask(process: subprocess.Popen[bytes], game: Game) -> Reach:
    assert process.stdin is not None and process.stdout is not None
    try:
        pickle.dump(game, process.stdin)
        process.stdin.flush()
        found: Reach = pickle.load(process.stdout)
    except (OSError, EOFError, pickle.UnpicklingError):  # it was ended meanwhile
        with contextlib.suppress(OSError):
            process.kill()
        process.wait()
        return Reach(complete=False)
    return found
