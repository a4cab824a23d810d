"""Games and question files on disk."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache
from pathlib import Path

from .core.pack.data import Data
from .core.pack.media import files_of, missing
from .core.pack.reader import read_data, read_file
from .core.pack.reading import Reading
from .core.pack.text import LARGEST_FILE
from .core.play.question import Question
from .core.rules.compile import read_game
from .core.rules.reading import GameReading
from .core.rules.starting import StartingPoint
from .core.snag import Refused

STARTING = Path(__file__).parent / "starting"


@cache
def starting_points() -> dict[str, StartingPoint]:
    """The games to begin from that come with Dice Trail, by their names."""
    points = {}
    for path in sorted(STARTING.glob("*.yaml")):
        name = path.stem.partition("-")[2]
        points[name] = StartingPoint(name, path.read_text("utf-8"))
    return points


def read_bytes(path: Path) -> bytes:
    """The bytes of a file. Raises :class:`Refused` with a sentence that says why it can't be read."""
    try:
        with path.open("rb") as file:  # a device tells no size, and may never end
            data = file.read(LARGEST_FILE + 1)
        if len(data) > LARGEST_FILE:
            raise Refused(f"{path} is larger than {LARGEST_FILE // 2**20} MB. Split it into several files.")
        return data
    except FileNotFoundError:
        raise Refused(f"There is no file {path}. Check the name and the folder.") from None
    except IsADirectoryError:
        raise Refused(f"{path} is a folder, not a file.") from None
    except (OSError, ValueError) as error:
        reason = getattr(error, "strerror", None) or str(error)
        raise Refused(f"{path} can't be read: {reason}.") from None


def write_bytes(path: Path, data: bytes) -> None:
    """Write a file whole: a reader sees the old one or the new one, never a part. Raises :class:`Refused`."""
    part = path.with_name(path.name + ".part")
    try:
        part.write_bytes(data)
        part.replace(path)
    except (OSError, ValueError) as error:
        reason = getattr(error, "strerror", None) or str(error)
        raise Refused(f"{path} can't be written: {reason}.") from None


def read_pack_file(path: Path) -> Reading:
    """Read a question file from disk, its tables, pictures and sounds beside it. Raises :class:`Refused`."""
    return _read_pack(str(path), path)


def _read_pack(name: str, path: Path) -> Reading:
    def load_data(table: str) -> Data:
        return read_data(table, read_bytes(path.parent / table))

    reading = read_file(name, read_bytes(path), load_data=load_data)
    lost = {file for file in files_of(reading.questions) if not (path.parent / file).is_file()}
    reading.snags += missing(reading.questions, lost)
    return reading


def read_game_file(path: Path) -> GameReading:
    """Read a game from disk, its packs relative to it. Raises :class:`Refused` where there is no text."""
    try:
        text = read_bytes(path).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise Refused(f"{path} is not a game: a game is a YAML text in UTF-8.") from None

    def load_pack(name: str) -> Sequence[Question]:
        return _read_pack(name, path.parent / name).questions

    return read_game(text, load_pack, str(path))
