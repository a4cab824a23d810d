"""Games and question files on disk."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from .core.pack.reading import Reading, read_file
from .core.pack.text import LARGEST_FILE
from .core.play.question import Question
from .core.rules.compile import GameReading, read_game
from .core.snag import Refused


def read_bytes(path: Path) -> bytes:
    """The bytes of a file. Raises :class:`Refused` with a sentence that says why it can't be read."""
    try:
        if path.stat().st_size > LARGEST_FILE:
            raise Refused(f"{path} is larger than {LARGEST_FILE // 2**20} MB. Split it into several files.")
        return path.read_bytes()
    except FileNotFoundError:
        raise Refused(f"There is no file {path}. Check the name and the folder.") from None
    except IsADirectoryError:
        raise Refused(f"{path} is a folder, not a file.") from None
    except (OSError, ValueError) as error:
        reason = getattr(error, "strerror", None) or str(error)
        raise Refused(f"{path} can't be read: {reason}.") from None


def read_pack_file(path: Path) -> Reading:
    """Read a question file from disk. Raises :class:`Refused`."""
    return read_file(str(path), read_bytes(path))


def read_game_file(path: Path) -> GameReading:
    """Read a game from disk, its packs relative to it. Raises :class:`Refused` where there is no text."""
    try:
        text = read_bytes(path).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise Refused(f"{path} is not a game: a game is a YAML text in UTF-8.") from None

    def load_pack(name: str) -> Sequence[Question]:
        return read_file(name, read_bytes(path.parent / name)).questions

    return read_game(text, load_pack, str(path))
