"""Who asked may leave before the answer is there."""

from __future__ import annotations

import asyncio
from asyncio import Future
from typing import TypeVar

from fastapi import Request

T = TypeVar("T")
_LOOKED_EVERY = 0.25
"""Seconds between two looks whether somebody left."""


async def left(request: Request, answer: Future[T]) -> T:
    """An answer, waited for as long as who asked is there. Raises InterruptedError where they left."""
    while not answer.done():
        await asyncio.wait([answer], timeout=_LOOKED_EVERY)
        if not answer.done() and await request.is_disconnected():
            answer.add_done_callback(_taken)
            raise InterruptedError
    return answer.result()


def _taken(answer: Future[T]) -> None:
    """Nobody waits for it: what went wrong in it is nobody's."""
    if not answer.cancelled():
        answer.exception()
