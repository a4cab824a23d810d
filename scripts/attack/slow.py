"""Who sends half of something, and who sends junk: how long do the others wait meanwhile?

scripts/attack/slow.py [CONNECTIONS]     (300 half bodies, 300 half heads, 20 who send junk)
"""

from __future__ import annotations

import asyncio
import socket
import sys
import time
from pathlib import Path

import websockets

sys.path.insert(0, str(Path(__file__).resolve().parents[2]))

from tests.ui.harness import Served

JUNKERS = 20
RULES = "title: Slow\npacks: [packs/slow.tsv]\n"


def waited(served: Served, path: str, times: int = 20) -> str:
    """How long an answer takes, the longest of some times."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        served.ask("GET", path)
        taken.append(time.perf_counter() - start)
        time.sleep(0.02)
    return f"longest answer of {times}: {1000 * max(taken):.0f} ms"


def half(port: int, text: str, number: int) -> list[socket.socket]:
    """So many connections that send no more than the beginning of something."""
    open_now = []
    for _ in range(number):
        there = socket.create_connection(("127.0.0.1", port), timeout=60)
        there.sendall(text.replace("\n", "\r\n").encode())
        open_now.append(there)
    return open_now


async def junk(url: str, until: float) -> str:
    """Send what is no move as fast as it is taken; what became of it."""
    sent = 0
    try:
        async with websockets.connect(url, compression=None) as there:
            while time.monotonic() < until:
                await there.send("junk " * 50)
                sent += 1
                if sent % 100 == 0:
                    await asyncio.sleep(0)
    except websockets.ConnectionClosed as closed:
        return f"closed with {closed.rcvd.code if closed.rcvd else '-'} after {sent:,}"
    return f"sent {sent:,}"


async def junkers(served: Served, plays: list[str]) -> list[str]:
    until = time.monotonic() + 5
    base = served.url.replace("http", "ws")
    urls = [f"{base}/api/players/plays/{play}/live" for play in plays]
    asking = asyncio.to_thread(waited, served, f"/api/players/plays/{plays[0]}", 40)
    *ended, told = await asyncio.gather(*(junk(url, until) for url in urls), asking)
    return [told, *sorted(set(ended))[:4]]


def main() -> None:
    number = int(sys.argv[1]) if len(sys.argv) > 1 else 300
    served = Served()
    try:
        pack = served.paste("slow.tsv", "Question?\tright\twrong\tother\n")
        game = served.make_game("Slow", pack, RULES)
        path = f"/api/players/games/{game['slug']}"
        print(f"alone: {waited(served, path)}")
        head = f"POST {path}/plays HTTP/1.1\nHost: 127.0.0.1\nContent-Type: application/json\n"
        bodies = half(served.port, f"{head}Content-Length: 50\n\n{{", number)
        print(f"{number} half bodies: {waited(served, path)}")
        heads = half(served.port, "GET / HTTP/1.1\nHost: 127", number)
        print(f"{number} half heads beside them: {waited(served, path)}")
        start = time.monotonic()
        for there in bodies + heads:
            there.settimeout(60)
            there.recv(1000)
        print(f"all of them ended by the server after {time.monotonic() - start:.0f} s")
        plays = [served.ask("POST", f"{path}/plays", {})["id"] for _ in range(JUNKERS)]
        print(f"{JUNKERS} who send junk: {'; '.join(asyncio.run(junkers(served, plays)))}")
    finally:
        served.stop()


if __name__ == "__main__":
    main()
