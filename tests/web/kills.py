"""A workshop that is killed in the middle of its work, again and again: what it had called saved is there."""

from __future__ import annotations

import http.client
import json
import random
import threading
import time
import urllib.error
from collections.abc import Callable
from typing import Any

import httpx

from tests.ui.harness import Served

RULES = """\
title: Kills
packs: [packs/kills.tsv]
leave: true
meters: {score: {start: 0}}
deal: {order: filed, options: filed, repeats: when_empty}
tries: none
clocks: {question: none, game: none, breather: 0}
consequences:
  - {moment: right, add: {score: 1}}
"""
ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(1, 9))
LONGEST = 0.25
"""Seconds that it may work before it is killed."""


class Kills:
    """A workshop with several who work in it at once: one edits a game, one brings packs, one plays, one
    hands out and has plays begun, one brings bundles, one takes a pack off the shelf and puts it back."""

    def __init__(self, seed: int) -> None:
        self._random = random.Random(seed)
        self.served = Served()
        pack = self.served.paste("kills.tsv", ROWS)
        self._game = self.served.make_game("Kills", pack, RULES)
        self._text = self._game["text"]
        self._bundle = self.served.ask_bytes(f"/api/workshop/games/{self._game['id']}/bundle")
        self._packs: list[str] = []
        self._handed: dict[str, list[str]] = {}
        self._games: list[int] = []
        self._on_shelf = {"id": self.served.paste("off and on.tsv", ROWS)["id"], "is": True}
        self._play = self.served.ask("POST", f"/api/players/games/{self._game['slug']}/plays", {})["id"]
        self._score = 0
        self._refused: list[str] = []
        self.saved = 0
        """How many changes were called saved."""

    def once(self) -> None:
        """Work, be killed, start again, and look. Raises AssertionError where something is lost."""
        stop = threading.Event()
        workers = [
            threading.Thread(target=self._until_killed, args=(stop, work))
            for work in (
                self._edit,
                self._bring,
                self._move,
                self._hand_out,
                self._bring_bundle,
                self._take_off,
            )
        ]
        for worker in workers:
            worker.start()
        time.sleep(self._random.uniform(0.02, LONGEST))
        self.served.kill()
        stop.set()
        for worker in workers:
            worker.join(60)
        self.served.start()
        assert not self._refused, self._refused
        self._look()

    def _until_killed(self, stop: threading.Event, work: Callable[[], None]) -> None:
        while not stop.is_set():
            try:
                work()
            except (urllib.error.HTTPError, httpx.HTTPStatusError) as refused:
                self._refused.append(f"{work.__name__}: {refused}")
                return
            except (OSError, http.client.HTTPException):  # it was killed meanwhile
                return
            self.saved += 1

    def _edit(self) -> None:
        text = f"{RULES}# {self._random.random()}\n"
        asked = {"text": text, "revision": self._game["revision"]}
        self._game = self.served.ask("PUT", f"/api/workshop/games/{self._game['id']}", asked)
        self._text = text

    def _bring(self) -> None:
        self._packs.append(self.served.paste(f"brought {self._random.random()}.tsv", ROWS)["name"])
        time.sleep(0.05)

    def _move(self) -> None:
        view = self.served.ask("GET", f"/api/players/plays/{self._play}")
        if view["phase"] == "asking":
            move = {"do": "answer", "text": "A", "visit": view["visit"]}
            self._score = self._points(
                self.served.ask("POST", f"/api/players/plays/{self._play}/moves", move)
            )
        time.sleep(0.06)

    def _hand_out(self) -> None:
        path = f"/api/workshop/games/{self._game['id']}/handouts"
        made = self.served.ask("POST", path, {"name": f"Group {len(self._handed)}", "asks_name": False})
        plays = self._handed.setdefault(made["link"], [])
        for _ in range(3):
            plays.append(self.served.ask("POST", f"/api/players/games/{made['link']}/plays", {})["id"])
        time.sleep(0.05)

    def _bring_bundle(self) -> None:
        keep = {"packs/kills.tsv": "mine"}
        brought = self.served.send_file("/api/workshop/bundles", "b.zip", self._bundle, keep=json.dumps(keep))
        self._games.append(brought["game"])
        time.sleep(0.05)

    def _take_off(self) -> None:
        way = "off" if self._on_shelf["is"] else "back"
        self.served.ask("POST", f"/api/workshop/packs/{self._on_shelf['id']}/{way}")
        self._on_shelf["is"] = not self._on_shelf["is"]
        time.sleep(0.05)

    def _points(self, view: Any) -> float:
        return next(meter["value"] for meter in view["meters"] if meter["name"] == "score")

    def _look(self) -> None:
        """What was called saved is there; one change more may be, whose answer did not get through."""
        game = self.served.ask("GET", f"/api/workshop/games/{self._game['id']}")
        behind = game["revision"] - self._game["revision"]
        assert behind in (0, 1), f"{-behind} edits are lost"
        if behind == 0:
            assert game["text"] == self._text, "the game is not as it was saved"
        self._game, self._text = game, game["text"]
        shelf = self.served.ask("GET", "/api/workshop/shelf")
        names = {pack["name"] for pack in shelf["packs"]}
        lost = set(self._packs) - names
        assert not lost, f"packs are lost: {sorted(lost)}"
        view = self.served.ask("GET", f"/api/players/plays/{self._play}")
        assert self._points(view) - self._score in (0, 1), "moves are lost"
        self._score = self._points(view)
        lost_games = set(self._games) - {game["id"] for game in shelf["games"]}
        assert not lost_games, f"games of bundles are lost: {sorted(lost_games)}"
        for link, plays in list(self._handed.items())[-5:]:
            assert self.served.ask("GET", f"/api/players/games/{link}")["slug"] == link, "a hand-out is lost"
            for play in plays:
                self.served.ask("GET", f"/api/players/plays/{play}")
        is_there = any(pack["id"] == self._on_shelf["id"] for pack in shelf["packs"])
        assert is_there or any(pack["id"] == self._on_shelf["id"] for pack in shelf["packs_off"])
        self._on_shelf["is"] = is_there
