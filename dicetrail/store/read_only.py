"""A database that is open elsewhere, to be read only."""

from __future__ import annotations

import sqlite3
from pathlib import Path

from sqlalchemy import Engine, create_engine
from sqlalchemy.pool import NullPool

PATIENCE = 30
"""Seconds to wait where it can't be read just now."""


def read_database(path: Path) -> Engine:
    """The engine of a database that is open elsewhere, to be read only."""

    def connect() -> sqlite3.Connection:
        return sqlite3.connect(f"{path.absolute().as_uri()}?mode=ro", uri=True, timeout=PATIENCE)

    return create_engine("sqlite://", creator=connect, poolclass=NullPool, hide_parameters=True)
