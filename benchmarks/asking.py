"""Many requests at once, by a client that costs next to nothing itself: a connection for each."""

from __future__ import annotations

import asyncio
import time
from typing import Any, NamedTuple

import httpx


class Answer(NamedTuple):
    """An answer: its status and body, and the seconds it took from the first byte sent to the last read."""

    status: int
    body: bytes
    seconds: float


class Written(NamedTuple):
    """A request ready to be sent."""

    host: str
    port: int
    data: bytes


def written(url: str, method: str, path: str, **sent: Any) -> Written:
    """A request with a body as httpx takes it (``json``, ``files``)."""
    request = httpx.Request(method, url + path, headers={"connection": "close"}, **sent)
    head = [f"{method} {request.url.raw_path.decode()} HTTP/1.1"]
    head += [f"{name}: {value}" for name, value in request.headers.items()]
    data = "\r\n".join([*head, "", ""]).encode() + request.read()
    return Written(request.url.host, request.url.port or 80, data)


async def ask(request: Written) -> Answer:
    """Send a request, and wait for its answer."""
    begin = time.perf_counter()
    reading, writing = await asyncio.open_connection(request.host, request.port, limit=2**26)
    writing.write(request.data)
    answered = await reading.read()
    seconds = time.perf_counter() - begin
    writing.close()
    head, _, body = answered.partition(b"\r\n\r\n")
    return Answer(int(head.split()[1]), body, seconds)


async def asked_at_once(request: Written, number: int, status: int = 200) -> list[Answer]:
    """Send a request so many times at once, and wait for all answers, each of which has to have a status."""
    answers = await asyncio.gather(*(ask(request) for _ in range(number)))
    assert {answer.status for answer in answers} == {status}, answers[0]
    return answers
