"""Exports, proofs and large files beside 200 players: how long do moves, a picture and the shelf wait?

scripts/attack/exports.py [PLAYS [PLAYERS]]     (5000 plays in the history, 200 players)
"""

from __future__ import annotations

import asyncio
import sqlite3
import sys
import threading
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[2]))

from benchmarks.players import ROWS, RULES, Player, told
from dicetrail.store.folder import DATABASE
from tests.ui.harness import Served

SECONDS = 20


def again_and_again(work: Callable[[], object], until: float) -> tuple[threading.Thread, list[float]]:
    """Do something as long as it goes on; how long each time took, in seconds."""
    taken: list[float] = []

    def go_on() -> None:
        while time.monotonic() < until:
            start = time.perf_counter()
            work()
            taken.append(time.perf_counter() - start)
            time.sleep(0.1)

    thread = threading.Thread(target=go_on)
    thread.start()
    return thread, taken


def many_plays(database: Path, handout: int, number: int) -> None:
    """Keep the plays of a hand-out again and again, until there are so many."""
    with sqlite3.connect(database, timeout=60) as there:
        there.row_factory = sqlite3.Row
        kept = there.execute("SELECT * FROM plays WHERE handout_id = ?", (handout,)).fetchall()
        names = kept[0].keys()
        rows = ({**dict(kept[n % len(kept)]), "id": f"again {n}"} for n in range(number - len(kept)))
        places = ", ".join(f":{name}" for name in names)
        columns = ", ".join(f'"{name}"' for name in names)
        there.executemany(f"INSERT INTO plays ({columns}) VALUES ({places})", rows)


def bring(served: Served, text: str) -> None:
    """Bring a large pack, and wait until it was read."""
    job = served.send_file("/api/workshop/packs", "large.yaml", text.encode())["job"]
    while job["state"] in ("waiting", "working"):
        time.sleep(0.2)
        job = served.ask("GET", f"/api/workshop/jobs/{job['id']}")


def main() -> None:
    number = int(sys.argv[1]) if len(sys.argv) > 1 else 5000
    crowd = int(sys.argv[2]) if len(sys.argv) > 2 else 200
    served = Served(demo=True)
    try:
        shelf = served.ask("GET", "/api/workshop/shelf")
        hut = next(game for game in shelf["games"] if "Hut Night" in game["title"])
        handout = served.ask("GET", f"/api/workshop/games/{hut['id']}/handouts")[0]
        many_plays(served.folder / DATABASE, handout["id"], number)
        record = "- prompt: Number {n}?\n  right: {n}\n  wrong: [a{n}, b{n}]\n"
        large = "".join(record.format(n=n) for n in range(60_000))
        picture = served.ask("GET", "/api/workshop/media")[0]["file"]
        of = f"/api/workshop/handouts/{handout['id']}"
        proof = f"/api/workshop/games/{hut['id']}/proof"
        skills = iter(range(10_000))
        played = served.make_game("Many", served.paste("many.tsv", ROWS), RULES)
        path = f"/api/workshop/games/{played['id']}/handouts"
        slug = served.ask("POST", path, {"name": "Tonight", "asks_name": True})["link"]
        start = f"/api/players/games/{slug}/plays"
        plays = [served.ask("POST", start, {"player": f"P{n}"})["id"] for n in range(crowd)]
        base = served.url.replace("http", "ws")
        until = time.monotonic() + SECONDS
        heavy = [
            again_and_again(lambda: served.ask_bytes(f"{of}/statements"), until),
            again_and_again(lambda: served.ask_bytes(f"{of}/file/plays.xlsx"), until),
            again_and_again(lambda: served.ask("GET", f"{proof}/odds?share=0.{next(skills):04}"), until),
            again_and_again(lambda: served.ask("GET", f"{proof}/curve?pace={next(skills)}"), until),
            again_and_again(lambda: bring(served, large), until),
        ]
        light = {
            "the shelf": again_and_again(lambda: served.ask("GET", "/api/workshop/shelf"), until),
            "a picture": again_and_again(lambda: urllib.request.urlopen(served.url + picture).read(), until),
            "a start page": again_and_again(lambda: served.ask("GET", f"/api/players/games/{slug}"), until),
        }

        async def play() -> list[float]:
            players = [Player(f"{base}/api/players/plays/{one}/live", crowd / 100) for one in plays]
            await asyncio.gather(*(one.join() for one in players))
            await asyncio.gather(*(one.play(until) for one in players))
            return [taken for one in players for taken in one.taken]

        moves = asyncio.run(play())
        for thread, _ in [*heavy, *light.values()]:
            thread.join(120)
        print(f"{crowd} players, 100 moves a second: {told(moves)}")
        for name, (_, taken) in light.items():
            print(f"{name}: {len(taken)} times, {told(taken)}")
        names = ("statements", "xlsx", "odds", "curves", "60,000 questions of YAML")
        for name, (_, taken) in zip(names, heavy, strict=True):
            print(
                f"meanwhile {name}: {len(taken)} times, {told(taken)}" if taken else f"meanwhile {name}: none"
            )
    finally:
        served.stop()


if __name__ == "__main__":
    main()
