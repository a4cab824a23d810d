"""Players at once: how long a move's answer takes, beside a plain echo server in the same run.

    benchmarks/players.py [PLAYERS [MOVES A SECOND [SECONDS]]]     (200 players, 200 moves a second, 10 s)

They follow the link of a hand-out. Each has a socket of its own and moves at times of its own. The echo
server is the same Uvicorn with a socket that keeps what it gets in the same SQLite, each by itself and
durably, and sends as much back as a view weighs; it stands in a process of its own, asked by the same client
at the same pace. Before that, 200 people open the link at once, 200 and 500 plays are started at once over
HTTP, and another request is asked again and again meanwhile. After it they play for as long with five walls
open: what these take of the server's processor, and bytes. It leaves out what a browser does, and a network.
"""

from __future__ import annotations

import asyncio
import json
import multiprocessing
import random
import sqlite3
import statistics
import sys
import tempfile
import time
from pathlib import Path

import httpx
import uvicorn
import websockets
from fastapi import FastAPI, WebSocket

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from benchmarks.asking import ask, asked_at_once, written
from tests.ui.harness import Served, free_port

RULES = """\
title: Many
leave: true
packs: [packs/many.tsv]
deal: {order: shuffled, options: shuffled, repeats: when_empty}
tries: 2
meters: {score: {start: 0}, lives: {start: 1000}}
clocks: {question: 60, game: none, breather: 0}
consequences:
  - {moment: right, add: {score: 1}}
  - {moment: missed, add: {lives: -1}, reveal: true}
"""
ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}a\twrong {n}b\n" for n in range(100))
AT_ONCE = 200
WALLS = 5


def percentile(taken: list[float], share: float) -> float:
    """A percentile, in milliseconds."""
    return 1000 * sorted(taken)[min(len(taken) - 1, int(share * len(taken)))]


def told(taken: list[float]) -> str:
    return (
        f"median {percentile(taken, 0.5):6.1f} ms, p99 {percentile(taken, 0.99):6.1f} ms,"
        f" longest {1000 * max(taken):6.1f} ms"
    )


def echo(port: int, weight: int) -> None:
    """A server that keeps what it gets, and sends back a text of so many characters."""
    app, folder = FastAPI(), tempfile.TemporaryDirectory()
    kept = sqlite3.connect(Path(folder.name) / "echo.sqlite", isolation_level=None)
    kept.execute("PRAGMA journal_mode = WAL")
    kept.execute("PRAGMA synchronous = FULL")
    kept.execute("CREATE TABLE said (text TEXT)")

    @app.websocket("/echo")
    async def _(socket: WebSocket) -> None:
        await socket.accept()
        async for text in socket.iter_text():
            kept.execute("INSERT INTO said VALUES (?)", (text,))
            await socket.send_text("x" * weight)

    uvicorn.run(app, port=port, log_level="error", ws="websockets-sansio", ws_per_message_deflate=False)


class Player:
    """A play of its own, moved at random moments."""

    def __init__(self, url: str, pace: float) -> None:
        self.url, self.pace = url, pace
        self.taken: list[float] = []

    async def join(self) -> None:
        self.socket = await websockets.connect(self.url, compression=None, open_timeout=60)
        self.view = json.loads(await self.socket.recv())

    async def play(self, until: float) -> None:
        await asyncio.sleep(random.random() * self.pace)
        while time.monotonic() < until:
            start = time.perf_counter()
            await self.move()
            self.taken.append(time.perf_counter() - start)
            await asyncio.sleep(max(0, self.pace - (time.perf_counter() - start)))
        await self.socket.close()

    async def move(self) -> None:
        while self.view["phase"] != "asking":
            self.view = json.loads(await self.socket.recv())
        visit, steps = self.view["visit"], self.view["steps"]
        await self.socket.send(json.dumps({"do": "answer", "text": "A", "visit": visit}))
        while self.view["steps"] == steps:
            self.view = json.loads(await self.socket.recv())


class Echoed(Player):
    """The same pace, and nothing but a durable echo."""

    async def join(self) -> None:
        self.socket = await websockets.connect(self.url, compression=None, open_timeout=60)

    async def move(self) -> None:
        await self.socket.send("x" * 40)
        await self.socket.recv()


async def pace(players: list[Player], seconds: float) -> list[float]:
    """Let everybody play, and give how long each move took in seconds."""
    for some in range(0, len(players), 50):
        await asyncio.gather(*(player.join() for player in players[some : some + 50]))
    until = time.monotonic() + seconds
    await asyncio.gather(*(player.play(until) for player in players))
    return [taken for player in players for taken in player.taken]


async def started(url: str, slug: str, number: int) -> tuple[list[str], list[float]]:
    """Start plays at once: their ids, and how long each answer took in seconds."""
    request = written(url, "POST", f"/api/players/games/{slug}/plays", json={"player": "Ida"})
    answers = await asked_at_once(request, number, 201)
    return [json.loads(answer.body)["id"] for answer in answers], [answer.seconds for answer in answers]


async def opened(url: str, link: str) -> list[float]:
    """How long it takes to open a link, where many do at once; in seconds."""
    request = written(url, "GET", f"/api/players/games/{link}")
    return [answer.seconds for answer in await asked_at_once(request, AT_ONCE)]


async def beside(url: str, path: str, work: asyncio.Task) -> list[float]:
    """How long a request takes, again and again, while something else is asked for; in seconds."""
    taken, request = [], written(url, "GET", path)
    while not work.done():
        answer = await ask(request)
        assert answer.status == 200, answer
        taken.append(answer.seconds)
        await asyncio.sleep(0.01)
    return taken


async def looked(url: str, link: str, weight: list[int]) -> None:
    """A wall that is open; what it is sent is weighed. Never returns."""
    async with (
        httpx.AsyncClient(base_url=url, timeout=None) as client,
        client.stream("GET", f"/api/players/walls/{link}/live") as answer,
    ):
        async for part in answer.aiter_bytes():
            weight.append(len(part))


def processor(pid: int) -> float:
    """Seconds of processor that a process has taken."""
    parts = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
    return (int(parts[11]) + int(parts[12])) / 100


async def main(number: int, a_second: float, seconds: float) -> None:
    served = Served()
    port = free_port()
    echoing: multiprocessing.Process | None = None
    try:
        game = served.make_game("Many", served.paste("many.tsv", ROWS), RULES)
        link = served.ask("POST", f"/api/workshop/games/{game['id']}/handouts", {"name": "Many"})["link"]
        print(f"{AT_ONCE} open a link at once:     {told(await opened(served.url, link))}")
        for many in (AT_ONCE, 500):
            begun = time.perf_counter()
            work = asyncio.create_task(started(served.url, link, many))
            others = await beside(served.url, "/api/workshop/shelf", work)
            _, taken = await work
            print(f"{many} plays started at once:  {told(taken)}, all {time.perf_counter() - begun:.2f} s")
            print(f"  the shelf meanwhile:     {told(others)}")

        plays: list[str] = []
        while len(plays) < number:
            plays += (await started(served.url, link, min(100, number - len(plays))))[0]
        address = served.url.replace("http", "ws")
        pause = number / a_second
        moves = await pace(
            [Player(f"{address}/api/players/plays/{play}/live", pause) for play in plays], seconds
        )
        spent = processor(served.pid)
        weighed: list[int] = []
        walls = [asyncio.create_task(looked(served.url, link, weighed)) for _ in range(WALLS)]
        beside_walls = await pace(
            [Player(f"{address}/api/players/plays/{play}/live", pause) for play in plays], seconds
        )
        with_walls = processor(served.pid) - spent
        for wall in walls:
            wall.cancel()
        spent = processor(served.pid)
        alone = await pace(
            [Player(f"{address}/api/players/plays/{play}/live", pause) for play in plays], seconds
        )
        without = processor(served.pid) - spent
        weight = len(json.dumps(served.ask("GET", f"/api/players/plays/{plays[0]}")))
        echoing = multiprocessing.Process(target=echo, args=(port, weight), daemon=True)
        echoing.start()
        for _ in range(100):
            await asyncio.sleep(0.1)
            try:
                await (await websockets.connect(f"ws://127.0.0.1:{port}/echo")).close()
                break
            except OSError:
                continue
        echoes = await pace([Echoed(f"ws://127.0.0.1:{port}/echo", pause) for _ in plays], seconds)
        print(f"{number} players, {len(moves) / seconds:.0f} moves a second: {told(moves)}")
        print(f"  a durable echo server:         {told(echoes)}")
        print(f"  with {WALLS} walls open:             {told(beside_walls)}")
        print(f"  and once more without:         {told(alone)}")
        print(
            f"  {WALLS} walls: {100 * (with_walls - without) / seconds:.1f} % of a core,"
            f" {sum(weighed) / WALLS / seconds:.0f} bytes a second each"
        )
        ratio = percentile(moves, 0.99) / percentile(echoes, 0.99)
        print(
            f"  ratio of the p99: {ratio:.1f}   of the medians:"
            f" {statistics.median(moves) / statistics.median(echoes):.1f}"
        )
    finally:
        if echoing is not None and echoing.is_alive():
            echoing.terminate()
        served.stop()


if __name__ == "__main__":
    given = [float(one) for one in sys.argv[1:]]
    number = int(given[0]) if given else 200
    asyncio.run(main(number, given[1] if len(given) > 1 else number, given[2] if len(given) > 2 else 10))
