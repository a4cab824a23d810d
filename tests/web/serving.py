"""The application in this process, for tests of its APIs."""

from __future__ import annotations

import contextlib
import tempfile
import time
import unittest
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from dicetrail.store.models import Play
from dicetrail.web.app import create_app
from tests.data import put_data

ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}a\twrong {n}b\n" for n in range(1, 6))
RULES = """\
title: Test
packs: [packs/five.tsv]
deal: {order: filed, options: filed}
tries: 2
meters:
  score: {start: 0}
  lives: {start: 2, max: 2}
clocks: {question: 30, game: none, breather: 0}
consequences:
  - {moment: right, add: {score: 5}}
  - {moment: missed, add: {lives: -1}, reveal: true}
  - {moment: late, add: {lives: -1}, reveal: true}
endings:
  - {if: lives == 0, result: lost, tell: "Out."}
awards:
  - {if: percent >= 80, title: High}
  - {if: percent >= 0, title: Low}
"""


@contextlib.contextmanager
def serving(
    folder: Path, *, demo: bool = False, key: str | None = None, at: str = "http://localhost"
) -> Iterator[TestClient]:
    """The application over a folder, for who asks ``at`` an address."""
    with TestClient(create_app(folder, demo=demo, key=key), base_url=at) as client:
        yield client


class Serving(unittest.TestCase):
    """A test case with a client; the database stays in ``folder``, so that it can be opened again."""

    demo = False

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        put_data(self.folder, demo=self.demo)
        self._running = contextlib.ExitStack()
        self.addCleanup(lambda: self._running.close())
        self.client = self.serve()

    def serve(self) -> TestClient:
        """End the application and start a new one over the same folder; a client of it."""
        self._running.close()
        return self._running.enter_context(serving(self.folder, demo=self.demo))

    def ask(self, method: str, path: str, body: Any = None, code: int = 200) -> Any:
        """A request to the maker's API that must be answered with ``code``."""
        response = self.client.request(method, f"/api/workshop{path}", json=body)
        self.assertEqual(response.status_code, code, response.text)
        return response.json()

    def turn(self, path: str, way: str) -> Any:
        """Undo or redo the last change of a pack or a game, in the revision that it has."""
        revision = self.ask("GET", path)["revision"]
        return self.ask("POST", f"{path}/turn/{way}?revision={revision}")

    def bring(self, name: str, data: bytes, code: int = 201) -> Any:
        """Bring a file: its pack, or what was said against it."""
        response = self.client.post("/api/workshop/packs", files={"file": (name, data)})
        self.assertEqual(response.status_code, code, response.text)
        return response.json()["pack"] if code == 201 else response.json()

    def game(self, rules: str = RULES, title: str = "Test") -> Any:
        """A game of five questions with its own rules."""
        pack = self.bring("five.tsv", ROWS.encode())
        game = self.ask("POST", "/games", {"pack_id": pack["id"], "title": title}, 201)
        return self.ask("PUT", f"/games/{game['id']}", {"text": rules, "revision": 1})

    def dice_of(self, play_id: str, client: TestClient | None = None) -> int:
        """The dice of a play, as the server keeps them."""
        return dice_of(client or self.client, play_id)

    def start(self, slug: str = "test", **wanted: Any) -> str:
        """Start a play; its id."""
        response = self.client.post(f"/api/players/games/{slug}/plays", json={"dice": 1, **wanted})
        self.assertEqual(response.status_code, 201, response.text)
        return str(response.json()["id"])


def dice_of(client: TestClient, play_id: str) -> int:
    """The dice of a play, as the server keeps them."""
    with client.app.state.workshop.session() as session:  # type: ignore[attr-defined]
        return int(session.get_one(Play, play_id).dice)


def view_when(socket: Any, wanted: Any) -> Any:
    """The first view that ``wanted`` likes, of those that come within a few seconds."""
    end = time.monotonic() + 10
    while time.monotonic() < end:
        view = socket.receive_json()
        if wanted(view):
            return view
    raise AssertionError("no such view came")
