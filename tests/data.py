"""The data that workshops begin with in tests, made once for all processes and copied from then on."""

from __future__ import annotations

import atexit
import fcntl
import os
import shutil
import tempfile
from functools import cache
from pathlib import Path

from dicetrail.store.database import open_database
from dicetrail.store.games import all_games
from dicetrail.web.app import DATABASE
from dicetrail.web.demo import bring_demo_once
from dicetrail.web.workshop import Workshop

SHARED = "DICETRAIL_TEST_DATA"
"""The variable that names the folder in which processes share what they made."""


def put_data(folder: Path, *, demo: bool = False) -> None:
    """Put the data of a workshop into a folder: the demo's, or nothing yet."""
    (folder / DATABASE).write_bytes(_made(demo).read_bytes())


@cache
def _made(demo: bool) -> Path:
    folder = _shared()
    made = folder / ("demo" if demo else "empty")
    with (folder / f"{made.name}.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)  # while another process makes it
        if not made.exists():
            making = folder / f"{made.name}.sqlite"
            _make(making, demo=demo)
            making.rename(made)
    return made


@cache
def _shared() -> Path:
    shared = os.environ.get(SHARED)
    if shared:
        return Path(shared)
    own = tempfile.mkdtemp(prefix="dicetrail-data-")
    atexit.register(shutil.rmtree, own, ignore_errors=True)
    return Path(own)


def _make(path: Path, *, demo: bool) -> None:
    engine = open_database(path)
    if demo:
        _bring_demo(Workshop(engine))
    with engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
    engine.dispose()


def _bring_demo(workshop: Workshop) -> None:
    """Bring the demo, and search its plays: that is kept, and need not be done again by each test."""
    bring_demo_once(workshop)
    with workshop.session() as session:
        searches = [workshop.games.search(session, game) for game in all_games(session)]
    for search in searches:
        if search is not None:
            search.result()
    workshop.games.reaches.close()
