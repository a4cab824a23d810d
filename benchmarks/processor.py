"""How long something takes the processor."""

from __future__ import annotations

import time
from collections.abc import Callable
from statistics import median

RUNS = 5


def seconds(work: Callable[[], object]) -> float:
    """Median seconds of processor time of five runs."""
    took = []
    for _ in range(RUNS):
        start = time.process_time()
        work()
        took.append(time.process_time() - start)
    return median(took)
