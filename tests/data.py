"""The data of workshops that tests begin with, made once a process and copied from then on."""

from __future__ import annotations

import atexit
import shutil
import tempfile
from functools import cache
from pathlib import Path

from dicetrail.store.database import open_database
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
        bring_demo_once(Workshop(engine))
    with engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
    engine.dispose()
    return path
