"""How long it takes 200 people who open a link at once to see its start page.

Five runs each, the median; as a ratio to the same number of requests for an answer that a server by hand has
ready: the same Uvicorn and FastAPI, no database, as many bytes. Both are asked by the same client in turn, in
one run. It leaves out the files of the page, which a browser keeps, and a network.
"""

from __future__ import annotations

import asyncio
import multiprocessing
import sys
from pathlib import Path
from statistics import median

import uvicorn
from fastapi import FastAPI, Response

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from benchmarks.asking import Written, ask, asked_at_once, written
from benchmarks.busy import BESIDE
from benchmarks.players import AT_ONCE, ROWS, RULES
from tests.ui.harness import Served, free_port

RUNS = 5


def ready(port: int, body: bytes) -> None:
    """A server that has its answer ready."""
    app = FastAPI()

    @app.get("/ready")
    def _() -> Response:
        return Response(body, media_type="application/json")

    uvicorn.run(app, port=port, log_level="error")


async def opened(request: Written) -> float:
    """The seconds until the last of them has an answer."""
    return max(answer.seconds for answer in await asked_at_once(request, AT_ONCE))


async def there(request: Written) -> bytes:
    """The answer's body, as soon as there is one."""
    for _ in range(500):
        try:
            return (await ask(request)).body
        except OSError:
            await asyncio.sleep(0.02)
    raise TimeoutError


async def main() -> None:
    served, port = Served(), free_port()
    game = served.make_game("Many", served.paste("many.tsv", ROWS), RULES)
    handed = served.ask("POST", f"/api/workshop/games/{game['id']}/handouts", {"name": "Many"})
    link = written(served.url, "GET", f"/api/players/games/{handed['link']}")
    by_hand = multiprocessing.Process(target=ready, args=(port, await there(link)), daemon=True)
    by_hand.start()
    try:
        hand = written(f"http://127.0.0.1:{port}", "GET", "/ready")
        await there(hand)
        for beside, context in BESIDE.items():
            with context():
                pairs = [(await opened(link), await opened(hand)) for _ in range(RUNS)]
            taken, unit = (median(some) for some in zip(*pairs, strict=True))
            print(
                f"{AT_ONCE} open a link, {beside:19} {taken:5.2f} s ({min(one for one, _ in pairs):.2f} at"
                f" best); by hand {unit:5.2f} s, ratio {taken / unit:4.1f}"
            )
    finally:
        by_hand.terminate()
        served.stop()


if __name__ == "__main__":
    asyncio.run(main())
