"""The workshop as a process beside the server sees it: to be read only."""

from __future__ import annotations

import contextlib
import sys
from collections.abc import Iterator
from pathlib import Path

from ...store.read_only import read_database
from ..workshop import Workshop


@contextlib.contextmanager
def workshop() -> Iterator[Workshop]:
    """The workshop over the database that the process was started for, as it is now."""
    engine = read_database(Path(sys.argv[1]))
    try:
        yield Workshop(engine)
    finally:
        engine.dispose()
