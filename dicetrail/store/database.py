"""Opening the database: write-ahead logging, and migrations up to date."""

from __future__ import annotations

from pathlib import Path
from threading import Lock
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import OperationalError, SQLAlchemyError

from ..core.snag import Refused

MIGRATIONS = Path(__file__).parent / "migrations"
PATIENCE = 30
"""Seconds to wait for another that writes."""
MOST_CONNECTIONS = 100
"""Twice as many as there are threads that work for requests and jobs: each may need one, and one more while
it reads a table for a pack. So none ever waits for another to be given back."""


def open_database(path: Path) -> Engine:
    """The engine of the database at ``path``, made where there is none, migrated where it is older.

    Raises Refused where what stands there is no database of this program, or of a later one.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(
        f"sqlite:///{path}",
        connect_args={"timeout": PATIENCE},
        pool_size=MOST_CONNECTIONS,
        max_overflow=0,
        pool_timeout=PATIENCE,
        hide_parameters=True,  # a log is no place for what people wrote
    )
    event.listen(engine, "connect", _set_up)
    _let_one_write_at_a_time(engine)
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    try:
        with engine.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
    except (SQLAlchemyError, CommandError) as error:
        reason = getattr(error, "orig", None) or error
        raise Refused(
            f"The data in {path} can't be used: {reason}. Nothing was changed in it."
            " Put a copy of it in its place, or serve another folder with --data."
        ) from None
    return engine


def _let_one_write_at_a_time(engine: Engine) -> None:
    """Let the threads of this program stand in line to write, each until its connection is given back.

    SQLite lets one write at a time as well, but whoever finds another at it sleeps longer and longer before
    it looks again.
    """
    turn = Lock()

    def begin(connection: Connection, _cursor: Any, statement: str, *_: Any) -> None:
        if _TURN in connection.info or statement.lstrip()[:6].upper() in ("SELECT", "PRAGMA"):
            return
        if not turn.acquire(timeout=PATIENCE):
            raise OperationalError(statement, {}, TimeoutError("database is locked by another thread"))
        connection.info[_TURN] = True

    def end(_connection: Any, record: Any) -> None:
        if record.info.pop(_TURN, False):
            turn.release()

    event.listen(engine, "before_cursor_execute", begin)
    event.listen(engine, "checkin", end)


_TURN = "it is its turn to write"


def _set_up(connection: Any, _record: Any) -> None:
    cursor = connection.cursor()
    cursor.execute("PRAGMA journal_mode = WAL")
    cursor.execute("PRAGMA synchronous = FULL")
    cursor.execute("PRAGMA foreign_keys = ON")
    cursor.close()
