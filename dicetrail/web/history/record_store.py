"""Sending statements to a learning record store (xAPI 2.0, 4.1.6: Statement Resource)."""

from __future__ import annotations

import base64
import ipaddress
import json
import socket
import threading
import time
from collections.abc import Callable, Iterable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from http.client import HTTPConnection, HTTPException, HTTPSConnection
from typing import Any
from urllib.parse import urlsplit

from ...core.pack.progress import Progress
from ...core.prove.plays.xapi import VERSION
from ...core.snag import Refused

TRIES = 5
FIRST_WAIT = 0.5
"""Seconds before the second try; each later one waits twice as long."""
PATIENCE = 30.0
"""Seconds that a whole answer may take, however it comes."""
LARGEST_ANSWER = 1_000_000
"""Bytes of an answer that are read."""
LOOKED_EVERY = 0.1
"""Seconds between two looks whether to go on waiting."""
_BUSY = (408, 429)


class Busy(OSError):
    """A store that is to be asked again later."""


class Conflict(ValueError):
    """A store has one of the statements already, with something else in it."""


@dataclass(frozen=True, slots=True)
class Store:
    """A record store, and how to sign in to it. One of this machine or of a private network has to be meant
    (``nearby``): else whoever writes an address here could have this machine ask its neighbours."""

    address: str
    user: str = ""
    password: str = ""
    nearby: bool = False


def send(store: Store, parts: Iterable[Sequence[dict[str, Any]]], total: int, progress: Progress) -> None:
    """Send statements, ``total`` in parts, and each part again where the store is busy or out of reach. A
    store that has one already keeps it once: its id is the same. Raises Refused."""
    others = sent = 0
    progress(sent, total)
    for part in parts:
        others += _send_part(store, part, sent, progress, total)
        sent += len(part)
        progress(sent, total)
    if others:
        raise Refused(
            f"The record store has {others} of the {total} statements already, with something else"
            " in them, as they were sent earlier. These were left as they are there; it keeps all others."
        )


def _send_part(
    store: Store, part: Sequence[dict[str, Any]], sent: int, progress: Progress, total: int
) -> int:
    """Send some statements; how many of them the store has otherwise. It takes all or none of a request, so
    where one is otherwise each is sent alone."""
    try:
        _try_often(store, part, sent, progress, total)
    except Conflict:
        if len(part) == 1:
            return 1
        return sum(_send_part(store, [one], sent, progress, total) for one in part)
    return 0


def _try_often(
    store: Store, part: Sequence[dict[str, Any]], sent: int, progress: Progress, total: int
) -> None:
    wait, problem = FIRST_WAIT, ""
    for _ in range(TRIES):
        try:
            _post(store, part, sent, lambda: progress(sent, total))
            return
        except InterruptedError:  # it is to stop
            raise
        except (OSError, HTTPException) as error:
            problem = str(error) or type(error).__name__
        end = time.monotonic() + wait
        while time.monotonic() < end:
            progress(sent, total)  # raises where it is to stop
            time.sleep(0.05)
        wait *= 2
    raise Refused(
        f"The record store could not be reached in {TRIES} tries: {problem}. {sent} of {total} statements"
        " were sent; send them again later, none is kept twice."
    )


def _post(store: Store, part: Sequence[dict[str, Any]], sent: int, go_on: Callable[[], None]) -> None:
    """One request. Raises OSError where it is to be tried again, Conflict, and Refused where it is not."""
    code, data = _answer(store, json.dumps(part, ensure_ascii=False).encode(), go_on)
    if code == 409:
        raise Conflict
    if code >= 500 or code in _BUSY:
        raise Busy(f"it answers {code}")
    said = data[:300].decode("utf-8", "replace")
    if 300 <= code < 400:
        raise Refused(
            f"The record store sends on to another address ({code}), which is not followed: give the address"
            " where it is itself."
        )
    if code >= 400:
        raise Refused(f"The record store refused the statements after {sent} were sent: {code} {said}")
    try:
        ids = json.loads(data)
    except ValueError:
        ids = None
    if not isinstance(ids, list) or {*map(str, ids)} != {one["id"] for one in part}:
        raise Refused(
            f"What answers there is no record store: to {len(part)} statements it says ‘{said[:80]}’ instead"
            f" of their ids. {sent} were kept before."
        )


def _answer(store: Store, body: bytes, go_on: Callable[[], None]) -> tuple[int, bytes]:
    """The code and the body of an answer; no redirect is followed, and no answer read for longer than it may
    take."""
    address = urlsplit(f"{store.address.rstrip('/')}/statements")
    sort = HTTPSConnection if address.scheme == "https" else HTTPConnection
    connection = sort(address.hostname or "", address.port, timeout=PATIENCE)
    headers = {"Content-Type": "application/json", "X-Experience-API-Version": VERSION}
    if store.user or store.password:
        sign_in = base64.b64encode(f"{store.user}:{store.password}".encode()).decode()
        headers["Authorization"] = f"Basic {sign_in}"
    with _bounded(connection, go_on):
        connection.connect()
        reached = ipaddress.ip_address(connection.sock.getpeername()[0])
        if not reached.is_global and not store.nearby:
            raise Refused(
                f"{address.hostname} is an address of this machine or of a private network ({reached})."
                " Nothing was sent. Say that it is meant, if it is."
            )
        connection.request("POST", f"{address.path}?{address.query}".rstrip("?"), body, headers)
        answer = connection.getresponse()
        data = answer.read(LARGEST_ANSWER + 1)
    if len(data) > LARGEST_ANSWER:
        raise Refused("What answers there is no record store: its answer has no end.")
    return answer.status, data


@contextmanager
def _bounded(connection: HTTPConnection, go_on: Callable[[], None]) -> Iterator[None]:
    """A connection that is ended when its time is over, or when ``go_on`` raises: what drips can't be waited
    for in any other way."""
    over = threading.Event()
    problems: list[OSError] = []

    def look() -> None:
        end = time.monotonic() + PATIENCE
        while not over.wait(LOOKED_EVERY):
            try:
                go_on()
                if time.monotonic() < end:
                    continue
                problems.append(Busy(f"it did not answer within {PATIENCE:.0f} seconds"))
            except InterruptedError as stopped:
                problems.append(stopped)
            if connection.sock is not None:
                connection.sock.shutdown(socket.SHUT_RDWR)
            return

    looking = threading.Thread(target=look, name="record store", daemon=True)
    looking.start()
    try:
        yield
    except (OSError, HTTPException):
        if problems:
            raise problems[0] from None
        raise
    finally:
        over.set()
        connection.close()
    if problems:
        raise problems[0]
