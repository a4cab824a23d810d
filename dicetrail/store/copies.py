"""Copies of the data, made while it is in use."""

from __future__ import annotations

import os
import sqlite3
from contextlib import closing
from pathlib import Path

from ..core.snag import Refused

PAGES_AT_ONCE = 1000
"""Pages copied before whoever waits to write has a turn."""


def copy_database(source: Path, target: Path) -> None:
    """Copy a database, whole and as it is at one time, also while others write to it (SQLite's backup).

    The copy stands under its name only once it is complete. Raises Refused where it can't be made.
    """
    if target.exists():
        raise Refused(f"{target} is there already. Name a file that is not.")
    if not source.is_file():
        raise Refused(f"There is no data of a workshop at {source}.")
    part = target.with_name(f".{target.name}.part")
    try:
        part.unlink(missing_ok=True)
        reading = sqlite3.connect(f"file:{source}?mode=ro", uri=True)
        with closing(reading) as here, closing(sqlite3.connect(part)) as there:
            here.backup(there, pages=PAGES_AT_ONCE)
            there.execute("PRAGMA journal_mode = DELETE")  # one file, with nothing beside it
        with part.open("rb") as written:
            os.fsync(written.fileno())
        part.rename(target)
    except (OSError, sqlite3.Error) as error:
        part.unlink(missing_ok=True)
        raise Refused(f"The copy could not be made: {error}. Nothing was written to {target}.") from None
