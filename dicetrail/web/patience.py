"""Patience: how long a request may take to be whole. Who sends half of one holds nobody else up."""

from __future__ import annotations

import asyncio
import resource
from asyncio import TimerHandle, Transport
from typing import Any

from starlette.exceptions import HTTPException
from starlette.types import Message, Receive
from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

SECONDS = 10.0
"""Seconds that the head of a request, and a small body, may take to be whole."""
SLOWEST = 50_000
"""Bytes a second that a larger body has to bring."""
MOST_UNFINISHED = 4
"""What part of the files that may be open those connections have at most that have not said what they want:
one in so many. Beyond them the one that took longest is ended."""


class Patient(HttpToolsProtocol):
    """A connection that is ended where the head of a request is not whole in time."""

    _unfinished: dict[Patient, TimerHandle] = {}  # noqa: RUF012 - of all connections, the oldest first

    def connection_made(self, transport: Transport) -> None:  # type: ignore[override]
        """It has so long to say what it wants."""
        super().connection_made(transport)
        self._wait()

    def on_message_begin(self) -> None:
        """The next request of a connection that is kept."""
        super().on_message_begin()
        if self not in self._unfinished:
            self._wait()

    def on_headers_complete(self) -> None:
        """It has said it."""
        self._no_more()
        super().on_headers_complete()

    def connection_lost(self, exc: Exception | None) -> None:
        """It is gone."""
        self._no_more()
        super().connection_lost(exc)

    def _wait(self) -> None:
        waiting = self._unfinished
        waiting[self] = self.loop.call_later(SECONDS, self._give_up)
        if len(waiting) > resource.getrlimit(resource.RLIMIT_NOFILE)[0] // MOST_UNFINISHED:
            next(iter(waiting))._give_up()

    def _give_up(self) -> None:
        self._no_more()
        self.transport.close()

    def _no_more(self) -> None:
        timer = self._unfinished.pop(self, None)
        if timer is not None:
            timer.cancel()


def patient(receive: Receive) -> Receive:
    """Receives a body for as long as it may take. Raises HTTPException 408 then."""
    loop = asyncio.get_running_loop()
    began, had, whole = loop.time(), 0, False

    async def receive_in_time() -> Message:
        nonlocal had, whole
        if whole:  # what comes now is that somebody left
            return await receive()
        left = began + SECONDS + had / SLOWEST - loop.time()
        try:
            message = await asyncio.wait_for(receive(), max(0.0, left))
        except TimeoutError:
            raise HTTPException(408, "This request took too long to come. Send it again.") from None
        had += len(message.get("body", b""))
        whole = not message.get("more_body", False)
        return message

    return receive_in_time


async def whole(receive: Receive) -> Receive:
    """What gives a body that was received whole, once it is."""
    messages: list[Message] = []
    while True:
        message = await receive()
        messages.append(message)
        if message["type"] != "http.request" or not message.get("more_body", False):
            break

    async def receive_again() -> Any:
        return messages.pop(0) if messages else await receive()

    return receive_again
