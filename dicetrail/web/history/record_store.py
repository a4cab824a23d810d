"""Sending statements to a learning record store (xAPI 2.0, 4.1.6: Statement Resource)."""

from __future__ import annotations

import base64
import json
import time
import urllib.error
import urllib.request
from collections.abc import Sequence
from http.client import HTTPException
from typing import Any

from ...core.pack.progress import Progress
from ...core.prove.plays.xapi import VERSION
from ...core.snag import Refused

AT_ONCE = 50
"""Statements in one request."""
TRIES = 5
FIRST_WAIT = 0.5
"""Seconds before the second try; each later one waits twice as long."""
PATIENCE = 30
"""Seconds to wait for an answer."""


def send(
    address: str, user: str, password: str, statements: Sequence[dict[str, Any]], progress: Progress
) -> None:
    """Send statements, some at a time, and each part again where the store is busy or out of reach. A store
    that has one already keeps it once: its id is the same. Raises Refused."""
    progress(0, len(statements))
    for place in range(0, len(statements), AT_ONCE):
        part = statements[place : place + AT_ONCE]
        _send_part(_request(address, user, password, part), place, progress, len(statements))
        progress(place + len(part), len(statements))


def _request(address: str, user: str, password: str, part: Sequence[Any]) -> urllib.request.Request:
    headers = {"Content-Type": "application/json", "X-Experience-API-Version": VERSION}
    if user or password:
        headers["Authorization"] = "Basic " + base64.b64encode(f"{user}:{password}".encode()).decode()
    data = json.dumps(part, ensure_ascii=False).encode()
    return urllib.request.Request(f"{address.rstrip('/')}/statements", data, headers, method="POST")


def _send_part(request: urllib.request.Request, sent: int, progress: Progress, total: int) -> None:
    wait, problem = FIRST_WAIT, ""
    for _ in range(TRIES):
        try:
            with urllib.request.urlopen(request, timeout=PATIENCE):
                return
        except urllib.error.HTTPError as error:
            if error.code == 409:  # it has them already
                return
            if error.code < 500 and error.code not in (408, 429):
                said = error.read(300).decode("utf-8", "replace")
                raise Refused(
                    f"The record store refused the statements after {sent} were sent: {error.code} {said}"
                ) from None
            problem = f"it answers {error.code}"
        except (OSError, HTTPException) as error:
            problem = str(getattr(error, "reason", error))
        end = time.monotonic() + wait
        while time.monotonic() < end:
            progress(sent, total)  # raises where it is to stop
            time.sleep(0.05)
        wait *= 2
    raise Refused(
        f"The record store could not be reached in {TRIES} tries: {problem}. {sent} of {total} statements"
        " were sent; send them again later, none is kept twice."
    )
