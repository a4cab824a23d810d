"""Asks a workshop that is served by a process of its own."""

from __future__ import annotations

import json
import time
import urllib.error
import urllib.request
from typing import Any


def ask(url: str, method: str, path: str, body: Any, patience: float) -> Any:
    """What a workshop's API answers."""
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(url + path, data, {"content-type": "application/json"}, method=method)
    with urllib.request.urlopen(request, timeout=patience) as response:
        return json.loads(response.read())


def until_it_answers(url: str, patience: float) -> None:
    """Wait for a workshop that was started just now. Raises RuntimeError where it does not answer in time."""
    end = time.monotonic() + patience
    while time.monotonic() < end:
        try:
            urllib.request.urlopen(f"{url}/api/workshop/words", timeout=patience).read()
            return
        except (urllib.error.URLError, ConnectionError):
            time.sleep(0.1)
    raise RuntimeError("the workshop did not start")
