"""The processes beside the server, as the server sees them."""

from __future__ import annotations

import contextlib
import time
from collections.abc import Callable, Generator, Iterator
from pathlib import Path
from threading import BoundedSemaphore, Event, Lock
from typing import Any

from ...core.pack.progress import Progress
from ...core.snag import Refused
from .worker import Worker

SECONDS = 600.0
"""Seconds that work may take."""
WATCHED = 3600.0
"""As many, where somebody sees how far it has come and can stop it."""
_LOOKED_EVERY = 0.05
"""Seconds between two looks whether work is to stop."""

Work = Callable[..., Any]


class Fault(RuntimeError):
    """Work failed by a mistake of this program."""


class Beside:
    """So many processes at a time, started when they are needed; what is beyond them waits for its turn.

    Work that looks into the workshop (:mod:`.here`) needs to be told where its ``database`` is.
    """

    def __init__(self, at_once: int, database: Path | None = None) -> None:
        self._database = database
        self._turn = BoundedSemaphore(at_once)
        self._lock = Lock()
        self._idle: list[Worker] = []
        self._working: set[Worker] = set()
        self._closed = Event()

    def run(
        self,
        work: Work,
        *given: Any,
        progress: Progress | None = None,
        on_piece: Callable[[Any], None] | None = None,
        seconds: float = SECONDS,
    ) -> Any:
        """What ``work(tell, *given)`` gives back. Raises Refused where it does or takes more than it may, and
        what ``progress`` raises, which ends it; that is asked again and again, also while nothing is told."""
        pieces = self.pieces(work, *given, progress=progress, seconds=seconds)
        while True:
            try:
                piece = next(pieces)
            except StopIteration as end:
                return end.value
            if on_piece is not None:
                on_piece(piece)

    def pieces(
        self, work: Work, *given: Any, progress: Progress | None = None, seconds: float = SECONDS
    ) -> Generator[Any, None, Any]:
        """The pieces of what ``work`` makes, one after another; as :meth:`run`. Who takes no more of them
        ends the work."""
        told = (0, 0)

        def look() -> None:
            if self._closed.is_set():
                raise InterruptedError
            if progress is not None:
                progress(*told)

        with self._in_turn(look), self._lent() as worker:
            worker.begin(work, given)
            until = time.monotonic() + seconds
            while True:
                message = worker.next(_LOOKED_EVERY)
                look()
                if time.monotonic() > until and (message is None or message.sort in ("told", "piece")):
                    raise Refused(f"This took longer than {seconds:.0f} seconds; it was given up.")
                if message is None:
                    continue
                if message.sort == "told":
                    told = message.what
                elif message.sort == "piece":
                    handed = time.monotonic()
                    yield message.what
                    until += time.monotonic() - handed  # who takes it in may take their time
                elif message.sort == "done":
                    return message.what
                elif message.sort == "refused":
                    raise Refused(message.what)
                else:
                    raise Fault(message.what)

    def close(self) -> None:
        """End whatever goes on; nothing is begun any more."""
        self._closed.set()
        with self._lock:
            idle, self._idle = self._idle, []
            for worker in self._working:
                worker.kill()
        for worker in idle:
            worker.end()

    @contextlib.contextmanager
    def _in_turn(self, look: Callable[[], None]) -> Iterator[None]:
        look()
        while not self._turn.acquire(timeout=_LOOKED_EVERY):
            look()
        try:
            yield
        finally:
            self._turn.release()

    @contextlib.contextmanager
    def _lent(self) -> Iterator[Worker]:
        """A process for one piece of work; one that is in the middle of it afterwards is ended."""
        with self._lock:
            worker = self._idle.pop() if self._idle else None
            if worker is None or worker.has_ended:
                worker = Worker(self._database)
            self._working.add(worker)
        try:
            yield worker
        finally:
            with self._lock:
                self._working.discard(worker)
                keep = worker.is_free and not self._closed.is_set()
                if keep:
                    self._idle.append(worker)
            if not keep:
                worker.end()
