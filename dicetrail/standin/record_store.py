"""A stand-in for a learning record store: it checks statements and keeps them in memory, and can be busy.

``python -m dicetrail.standin.record_store --port 8322`` serves it; what it has is at ``/statements``.
"""

from __future__ import annotations

import base64
import json
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any

from .serving import serve
from .statements import problems_of


class RecordStore(ThreadingHTTPServer):
    """A store of statements. It answers 503 so many times first as ``busy`` says; ``sign_in``
    (``user:password``) is wanted where it is given."""

    def __init__(self, port: int = 0, *, busy: int = 0, sign_in: str = "") -> None:
        super().__init__(("127.0.0.1", port), _Answers)
        self.busy = busy
        self.sign_in = sign_in
        self.kept: dict[str, dict[str, Any]] = {}
        self.asked = 0

    @property
    def address(self) -> str:
        """Where it is."""
        return f"http://127.0.0.1:{self.server_address[1]}"


class _Answers(BaseHTTPRequestHandler):
    server: RecordStore

    def do_GET(self) -> None:
        """What is kept."""
        self._answer(200, {"statements": list(self.server.kept.values()), "more": ""})

    def do_POST(self) -> None:
        """Keep statements, all of them or none; one that is kept already has to be the same."""
        store = self.server
        store.asked += 1
        body = self.rfile.read(int(self.headers.get("Content-Length", 0)))
        wanted = "Basic " + base64.b64encode(store.sign_in.encode()).decode()
        if store.sign_in and self.headers.get("Authorization") != wanted:
            self._answer(401, {"problem": "sign in"})
        elif store.busy > 0:
            store.busy -= 1
            self._answer(503, {"problem": "busy"})
        elif not str(self.headers.get("X-Experience-API-Version", "")).startswith(("1.0", "2.0")):
            self._answer(400, {"problem": "X-Experience-API-Version is missing"})
        else:
            self._keep(body)

    def _keep(self, body: bytes) -> None:
        try:
            sent = json.loads(body)
        except ValueError:
            self._answer(400, {"problem": "no JSON"})
            return
        statements = sent if isinstance(sent, list) else [sent]
        problems = [problem for one in statements for problem in problems_of(one)]
        if problems:
            self._answer(400, {"problem": problems[0]})
            return
        kept = self.server.kept
        if any(one["id"] in kept and kept[one["id"]] != one for one in statements):
            self._answer(409, {"problem": "another statement has this id"})
            return
        kept.update({one["id"]: one for one in statements})
        self._answer(200, [one["id"] for one in statements])

    def _answer(self, code: int, body: Any) -> None:
        data = json.dumps(body).encode()
        self.send_response(code)
        self.send_header("Content-Type", "application/json")
        self.send_header("X-Experience-API-Version", "2.0.0")
        self.send_header("Content-Length", str(len(data)))
        self.end_headers()
        self.wfile.write(data)

    def log_message(self, format: str, *args: Any) -> None:
        """Say nothing."""


if __name__ == "__main__":
    serve("a learning record store", 8322, RecordStore, "/statements")
