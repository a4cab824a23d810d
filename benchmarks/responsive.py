"""How long requests wait while the server reads 100,000 lines, as a ratio to when it has nothing to do."""

from __future__ import annotations

import statistics
import sys
import time
import urllib.request
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from tests.ui.harness import Served
from tests.web.test_hostile import Hostile

TEXT = "".join(f"Question number {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(100_000))


def waits(served: Served, until: float) -> list[float]:
    """Milliseconds that requests take, one after the other, until a time."""
    taken = []
    while time.monotonic() < until:
        start = time.perf_counter()
        urllib.request.urlopen(f"{served.url}/api/workshop/words").read()
        taken.append(1000 * (time.perf_counter() - start))
        time.sleep(0.01)
    return taken


case = Hostile()
Hostile.served = served = Served()
try:
    idle = waits(served, time.monotonic() + 1)
    status, answer = case.send("/api/workshop/packs", "large.tsv", TEXT.encode())
    busy: list[float] = []
    while served.ask("GET", f"/api/workshop/jobs/{answer['job']['id']}")["state"] in ("waiting", "working"):
        busy += waits(served, time.monotonic() + 0.05)
    ratio = statistics.median(busy) / statistics.median(idle)
    print(
        f"requests while 100,000 lines are read: median {statistics.median(busy):.1f} ms,"
        f" longest {max(busy):.1f} ms;"
        f" idle median {statistics.median(idle):.1f} ms, ratio {ratio:.1f};"
        f" most memory {case.most_memory() / 2**20:.0f} MB"
    )
finally:
    served.stop()
