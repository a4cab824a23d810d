"""Files to be saved that take a while: made beside the server, and sent as they are made."""

from __future__ import annotations

import asyncio
import contextlib
from collections.abc import AsyncIterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from threading import Event
from typing import Annotated, Any

from fastapi import Depends, Request, Response
from starlette.responses import StreamingResponse
from starlette.types import Receive, Scope, Send

from .beside import Beside
from .download import saved_as
from .elsewhere.making import Make, made
from .leaving import left

AT_ONCE = 2
"""Files that are made at once; others wait for their turn."""


class _Made(StreamingResponse):
    """Sent as it is made; nothing of it is sent before its first piece is there."""

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        pieces = self.body_iterator
        first = asyncio.ensure_future(anext(aiter(pieces), b""))
        try:
            begun = await left(Request(scope, receive), first)
        except InterruptedError:
            first.cancel()
            return

        async def whole() -> AsyncIterator[Any]:
            yield begun
            async for piece in pieces:
                yield piece

        self.body_iterator = whole()
        await super().__call__(scope, receive, send)


class Files:
    """Makes files in processes over the database, each for as long as somebody takes it in."""

    def __init__(self, database: Path) -> None:
        self._beside = Beside(AT_ONCE, database)
        self._turn = asyncio.Semaphore(AT_ONCE)
        self._threads = ThreadPoolExecutor(AT_ONCE, thread_name_prefix="file")

    def file(self, name: str, mime: str, make: Make, *given: Any) -> Response:
        """What ``make`` gives, as a file of a name. It is made while it is sent, when the request has given
        back all that it had; where ``make`` raises Refused before its first piece, that is the answer."""
        return _Made(self._pieces(make, given), media_type=mime, headers=saved_as(name))

    async def _pieces(self, make: Make, given: tuple[Any, ...]) -> AsyncIterator[bytes]:
        gone = Event()

        def look(_done: int, _total: int) -> None:
            if gone.is_set():
                raise InterruptedError

        async with self._turn:
            pieces = self._beside.pieces(made, make, *given, progress=look)
            loop = asyncio.get_running_loop()
            try:
                while (piece := await loop.run_in_executor(self._threads, next, pieces, None)) is not None:
                    yield piece
            finally:
                gone.set()
                with contextlib.suppress(RuntimeError):  # the server ends, and with it what is made
                    self._threads.submit(pieces.close)

    def close(self) -> None:
        """Make no more of them."""
        self._beside.close()
        self._threads.shutdown(cancel_futures=True)


async def files_of(request: Request) -> Files:
    """The files of this application."""
    files: Files = request.app.state.files
    return files


TheFiles = Annotated[Files, Depends(files_of)]
