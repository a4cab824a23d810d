"""A crowd that comes in at once stands in line, so that it does not keep everybody else waiting.

Each request that is being answered takes its turn in the event loop again and again: with hundreds of them
any other would have to wait for hundreds of turns at each of its own steps.
"""

from __future__ import annotations

import asyncio

from starlette.types import ASGIApp, Receive, Scope, Send

from .patience import whole

AT_ONCE = 8


class InLine:
    """Answers few requests at once of those whose paths begin with ``prefix``, in the order they came."""

    def __init__(self, app: ASGIApp, prefix: str) -> None:
        self._app = app
        self._prefix = prefix
        self._places = asyncio.Semaphore(AT_ONCE)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request, or one socket. Each start of the application has a line of its own."""
        if scope["type"] == "lifespan":
            self._places = asyncio.Semaphore(AT_ONCE)
        if scope["type"] == "http" and scope["path"].startswith(self._prefix):
            receive = await whole(receive)  # who still sends holds no place
            async with self._places:
                await self._app(scope, receive, send)
        else:
            await self._app(scope, receive, send)
