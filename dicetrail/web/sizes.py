"""How large a request may be: what is beyond every purpose is ended before it is read. What is too large for
its own purpose is told there."""

from __future__ import annotations

from starlette.datastructures import Headers
from starlette.exceptions import HTTPException
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from .patience import patient
from .refusals import refusal
from .shapes.players import LARGEST_FRAME

LARGEST_BODY = 128 * 2**20
"""Bytes of a maker's request."""
READ_AWAY = 2**22
"""Bytes of a request that is too large that are read all the same."""


class Sizes:
    """Refuses requests that say they are too large, and ends those that turn out to be."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request, or one socket, whose frames its own server bounds."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        most = LARGEST_FRAME if scope["path"].startswith("/api/players/") else LARGEST_BODY
        length = Headers(scope=scope).get("content-length", "0")
        if length.isdigit() and int(length) > most:
            await _read_away(receive)
            await refusal(413, f"{int(length):,} bytes are too much for this; send less.")(
                scope, receive, send
            )
            return
        try:
            await self._app(scope, _bounded(patient(receive), most), send)
        except HTTPException as late:  # before there was anybody to answer it
            await refusal(late.status_code, late.detail)(scope, receive, send)


def _bounded(receive: Receive, most: int) -> Receive:
    """Receives no more than so many bytes."""
    had = 0

    async def receive_bounded() -> Message:
        nonlocal had
        message = await receive()
        had += len(message.get("body", b""))
        if had > most:
            raise HTTPException(413, f"More than {most:,} bytes are too much for this; send less.")
        return message

    return receive_bounded


async def _read_away(receive: Receive) -> None:
    """Read what is not wanted, as far as that is not too much: who still sends does not see an answer."""
    left = READ_AWAY
    while left > 0:
        message = await receive()
        left -= len(message.get("body", b""))
        if not message.get("more_body"):
            return
