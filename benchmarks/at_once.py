"""200 requests of each kind at once: how long the slowest took, and how long a player's move took meanwhile.

    benchmarks/at_once.py [REQUESTS]

As a ratio to the same requests one after another: the server works for a few at a time, so that a crowd
should take no longer than the sum of them.
"""

from __future__ import annotations

import asyncio
import sys
import time
from collections import Counter
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from benchmarks.asking import ask, written
from benchmarks.players import ROWS, RULES, Player
from tests.ui.harness import Served
from tests.web.every_request import every_request

ALONE = 3
"""Requests one after another, to know how long one takes by itself."""


async def moves(player: Player, work: asyncio.Future) -> list[float]:
    """How long a player's moves take while something else is done, in seconds."""
    taken = []
    while not work.done():
        begin = time.perf_counter()
        await player.move()
        taken.append(time.perf_counter() - begin)
        await asyncio.sleep(0.06)
    return taken


async def main(number: int) -> None:
    served = Served(demo=True)
    worst: list[tuple[float, str]] = []
    try:
        requests = every_request(served.ask)
        game = served.make_game("Many", served.paste("many.tsv", ROWS), RULES)
        play = served.ask("POST", f"/api/players/games/{game['slug']}/plays", {})["id"]
        player = Player(f"{served.url.replace('http', 'ws')}/api/players/plays/{play}/live", 1)
        await player.join()
        for asked in requests:
            request = written(served.url, asked.method, asked.path, **asked.sent())
            alone = min([(await ask(request)).seconds for _ in range(ALONE)])
            work = asyncio.gather(*(ask(request) for _ in range(number)))
            meanwhile = await moves(player, work)
            answers = await work
            longest = max(answer.seconds for answer in answers)
            statuses = dict(Counter(answer.status for answer in answers))
            worst.append((longest, asked.kind))
            print(
                f"{asked.kind:62} {statuses!s:22} alone {1000 * alone:6.1f} ms, slowest"
                f" {1000 * longest:7.0f} ms, ratio to one after another {longest / alone / number:4.2f};"
                f" a move {1000 * max(meanwhile):5.0f} ms",
                flush=True,
            )
    finally:
        served.stop()
    print(
        "slowest:", *(f"{kind} {taken:.1f} s" for taken, kind in sorted(worst, reverse=True)[:5]), sep="\n  "
    )


if __name__ == "__main__":
    asyncio.run(main(int(sys.argv[1]) if len(sys.argv) > 1 else 200))
