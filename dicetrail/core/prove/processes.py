"""Processes of their own for large work, as many as there are cores; none outlives whoever began them."""

from __future__ import annotations

import gc
import os
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from multiprocessing import get_context, parent_process
from threading import Thread


def processes(begin: Callable[..., None], *given: object) -> ProcessPoolExecutor:
    """Processes that have each begun with ``begin(*given)``, and do nothing but what they are then given.

    Plays make no cycles, so none are looked for.
    """
    return ProcessPoolExecutor(
        os.cpu_count(), get_context("spawn"), initializer=_begin, initargs=(begin, given)
    )


def _begin(begin: Callable[..., None], given: tuple[object, ...]) -> None:
    gc.disable()
    Thread(target=_end_with_parent, daemon=True).start()
    begin(*given)


def _end_with_parent() -> None:
    """A parent that was killed has nobody who would tell its processes; they would wait for work for ever."""
    parent = parent_process()
    assert parent is not None
    parent.join()
    os._exit(1)
