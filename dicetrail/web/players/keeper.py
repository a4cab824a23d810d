"""Keeps what happens in plays: all that waits goes into one commit, for a commit waits for the disk."""

from __future__ import annotations

import asyncio
import queue
import threading
from collections.abc import Callable, Sequence

from sqlalchemy.orm import Session

from ...store import plays

MOST_AT_ONCE = 1000
"""Happenings in one commit."""

_Kept = asyncio.Future[None]
_Waiting = tuple[Sequence[plays.Happening], _Kept]


class Keeper:
    """Writes in a thread of its own. To be made and used in one event loop; ``session`` opens a session."""

    def __init__(self, session: Callable[[], Session]) -> None:
        self._session = session
        self._loop = asyncio.get_running_loop()
        self._waiting: queue.SimpleQueue[_Waiting | None] = queue.SimpleQueue()
        self._thread = threading.Thread(target=self._work, name="keeper", daemon=True)
        self._thread.start()

    async def keep(self, *happenings: plays.Happening) -> None:
        """Come back when these are kept. Raises what the database raises; then nothing of them is."""
        kept: _Kept = self._loop.create_future()
        self._waiting.put((happenings, kept))
        await kept

    def close(self) -> None:
        """Keep what waits, and end."""
        self._waiting.put(None)
        self._thread.join()

    def _work(self) -> None:
        while True:
            batch, closing = self._next()
            if batch:
                self._loop.call_soon_threadsafe(_tell, self._written(batch))
            if closing:
                return

    def _next(self) -> tuple[list[_Waiting], bool]:
        """All that waits, waited for; and whether it is the last."""
        batch = []
        item = self._waiting.get()
        while item is not None:
            batch.append(item)
            if len(batch) >= MOST_AT_ONCE or self._waiting.empty():
                return batch, False
            item = self._waiting.get()
        return batch, True

    def _written(self, batch: Sequence[_Waiting]) -> list[tuple[_Kept, Exception | None]]:
        """Write all that waits in one commit; where that can't be, each alone, so that none fails for what
        another brought."""
        error = self._write([one for happenings, _ in batch for one in happenings])
        if error is None or len(batch) == 1:
            return [(kept, error) for _, kept in batch]
        return [(kept, self._write(happenings)) for happenings, kept in batch]

    def _write(self, happenings: Sequence[plays.Happening]) -> Exception | None:
        try:
            with self._session() as session:
                plays.keep(session, happenings)
                session.commit()
        except Exception as error:  # whoever waits is told, and the next are written again
            return error
        return None


def _tell(written: Sequence[tuple[_Kept, Exception | None]]) -> None:
    for kept, error in written:
        if kept.done():  # nobody waits for it any more
            continue
        if error is None:
            kept.set_result(None)
        else:
            kept.set_exception(error)
