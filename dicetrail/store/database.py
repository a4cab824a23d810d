"""Opening the database: write-ahead logging, and migrations up to date."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from pathlib import Path
from threading import Lock
from typing import Any

from sqlalchemy import Connection, Engine, create_engine, event, inspect, text
from sqlalchemy.exc import OperationalError, SQLAlchemyError

from ..core.snag import Refused

MIGRATIONS = Path(__file__).parent / "migrations"
GONE = "the data is not at {} any more"
"""What is said where the file of the database went away."""
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
    _refuse_another_program(path)
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
    _miss_what_went_away(engine, path)
    try:
        with engine.begin() as connection:
            if _version(connection) != max(MIGRATIONS.glob("versions/*.py")).name.partition("_")[0]:
                _migrate(connection)
    except (SQLAlchemyError, Unknown) as error:
        reason = getattr(error, "orig", None) or error
        raise Refused(
            f"The data in {path} can't be used: {reason}. Nothing was changed in it. Put the last backup in"
            " its place (`dicetrail backup FILE` makes them), or serve another folder with --data."
        ) from None
    return engine


class Unknown(ValueError):
    """The data is in no state that this program knows."""


def _version(connection: Connection) -> str:
    """The migration that the data is at, "" where there is none yet."""
    if not inspect(connection).has_table("alembic_version"):
        return ""
    return connection.scalar(text("SELECT version_num FROM alembic_version")) or ""


def _migrate(connection: Connection) -> None:
    """Bring the data up to date. Raises :class:`Unknown`."""
    from alembic import command  # imported late: most starts need it not, and it takes a while
    from alembic.config import Config
    from alembic.util import CommandError

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["connection"] = connection
    try:
        command.upgrade(config, "head")
    except CommandError as error:
        raise Unknown(str(error)) from None


def close_database(engine: Engine) -> None:
    """Fold the log into the database, so that the file alone is all there is, and let it go."""
    with engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
    engine.dispose()


def _refuse_another_program(path: Path) -> None:
    """Raise Refused where a file is the database of another program; it is not touched."""
    if not path.is_file() or path.stat().st_size == 0:
        return
    try:
        with closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as there:
            found = there.execute("SELECT name FROM sqlite_master WHERE type = 'table'").fetchall()
    except sqlite3.Error:
        return  # what is wrong with it is told when it is opened
    tables = {name for (name,) in found}
    if tables and not {"alembic_version", "packs", "games"} <= tables:
        raise Refused(
            f"{path} is a database of another program. Nothing was changed in it. Serve another folder with"
            " --data."
        )


def _miss_what_went_away(engine: Engine, path: Path) -> None:
    """Refuse to write once the file of the database was removed or another stands in its place: what is
    written to a file without a name is gone when the server ends."""
    known: list[int] = []

    def look(connection: Connection, _cursor: Any, statement: str, *_: Any) -> None:
        if _only_reads(statement):
            return
        try:
            number = path.stat().st_ino
        except OSError:
            number = -1
        if not known and number >= 0:
            known.append(number)
        if known and known[0] != number:
            raise OperationalError(statement, {}, FileNotFoundError(GONE.format(path)))

    event.listen(engine, "before_cursor_execute", look)


def _let_one_write_at_a_time(engine: Engine) -> None:
    """Let the threads of this program stand in line to write, each until its connection is given back.

    SQLite lets one write at a time as well, but whoever finds another at it sleeps longer and longer before
    it looks again.
    """
    turn = Lock()

    def begin(connection: Connection, _cursor: Any, statement: str, *_: Any) -> None:
        if _TURN in connection.info or _only_reads(statement):
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


def _only_reads(statement: str) -> bool:
    """Whether a statement writes nothing."""
    return statement.lstrip()[:6].upper() in ("SELECT", "PRAGMA")


def _set_up(connection: Any, _record: Any) -> None:
    cursor = connection.cursor()
    cursor.execute("PRAGMA journal_mode = WAL")
    cursor.execute("PRAGMA synchronous = FULL")
    cursor.execute("PRAGMA foreign_keys = ON")
    cursor.close()
