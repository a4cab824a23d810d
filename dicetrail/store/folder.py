"""The folder of the data: one server uses it at a time."""

from __future__ import annotations

import fcntl
import os
from pathlib import Path
from typing import IO

from platformdirs import user_data_path

from ..core.snag import Refused

DATABASE = "dicetrail.sqlite"
"""The file of the data, in its folder."""
LOCK = "dicetrail.lock"


def usual_folder() -> Path:
    """Where the data is kept where nobody says otherwise."""
    return Path(user_data_path("dicetrail", appauthor=False))


def take(folder: Path, who: str) -> IO[str]:
    """Take a folder for a server, until the file that comes back is closed or the process ends, however it
    does. ``who`` is told to the next one that wants it. Raises Refused where another has it, OSError where
    the folder can't be used."""
    folder.mkdir(parents=True, exist_ok=True)
    held = (folder / LOCK).open("a+", encoding="utf-8")
    try:
        fcntl.flock(held, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        held.seek(0)
        other = held.read().strip() or "another server"
        held.close()
        raise Refused(
            f"The data in {folder} is used by {other}. Open that one, end it, or serve another folder with"
            " --data."
        ) from None
    held.truncate(0)
    held.write(f"{who} (process {os.getpid()})\n")
    held.flush()
    return held
