"""The data of workshops that tests begin with, made once a process and copied from then on."""

from __future__ import annotations

import atexit
import shutil
import tempfile
from functools import cache
from pathlib import Path

from dicetrail.store.database import open_database
from dicetrail.store.games import all_games
from dicetrail.web.app import DATABASE
from dicetrail.web.demo import bring_demo_once
from dicetrail.web.workshop import Workshop


def put_data(folder: Path, *, demo: bool = False) -> None:
    """Put the data of a workshop into a folder: the demo's, or nothing yet."""
    (folder / DATABASE).write_bytes(_made(demo).read_bytes())


@cache
def _made(demo: bool) -> Path:
    folder = Path(tempfile.mkdtemp(prefix="dicetrail-data-"))
    atexit.register(shutil.rmtree, folder, ignore_errors=True)
    path = folder / DATABASE
    engine = open_database(path)
    if demo:
        _bring_demo(Workshop(engine))
    with engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
    engine.dispose()
    return path


def _bring_demo(workshop: Workshop) -> None:
    """Bring the demo, and search its plays: that is kept, and need not be done again by each test."""
    bring_demo_once(workshop)
    with workshop.session() as session:
        searches = [workshop.games.search(session, game) for game in all_games(session)]
    for search in searches:
        if search is not None:
            search.result()
    workshop.games.reaches.close()
