"""A core that is busy with something else, while another thing is measured."""

from __future__ import annotations

import contextlib
import multiprocessing
from collections.abc import Iterator


def _spin() -> None:
    number = 0
    while True:
        number += 1


@contextlib.contextmanager
def busy_core() -> Iterator[None]:
    """Keep one core busy."""
    spinning = multiprocessing.Process(target=_spin, daemon=True)
    spinning.start()
    try:
        yield
    finally:
        spinning.terminate()
        spinning.join()


BESIDE = {"quiet": contextlib.nullcontext, "beside a busy core": busy_core}
"""What is measured beside what: a context to measure in, by what is said of it."""
