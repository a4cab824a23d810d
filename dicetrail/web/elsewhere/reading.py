"""Large packs read beside the server."""

from __future__ import annotations

from dataclasses import replace

from ...core.pack.editing import Source
from ...core.pack.formats.base import Contents
from ...core.pack.progress import Progress
from ...core.pack.settings import Settings
from ..beside.beside import Beside
from ..beside.messages import Tell
from ..workshop.packs import read_here
from ..workshop.tables import Tables
from .here import workshop

PIECE = 1000
"""Lines, questions and the like of a piece."""
_LISTS = ("raw", "questions", "entries", "snags")


def read(tell: Tell, name: str, held: bytes | Contents, settings: Settings) -> None:
    """Read a pack. The first piece is the pack without what is long, which comes then, part by part."""
    with workshop() as there:
        tables = there.packs.tables()
        source = read_here(name, held, settings, tables, tell)
        reading = source.read()
        short = replace(reading, raw=[], questions=[], entries=[], snags=[])
        tell.piece((source.text, source.encoding, tables.used, short))
        for part in _LISTS:
            whole = getattr(reading, part)
            for first in range(0, len(whole), PIECE):
                tell.piece((part, whole[first : first + PIECE]))


class ReadBeside:
    """Reads packs as :func:`~dicetrail.web.workshop.packs.read_here` does, in a process beside the server."""

    def __init__(self, beside: Beside) -> None:
        self._beside = beside

    def __call__(
        self,
        name: str,
        held: bytes | Contents,
        settings: Settings,
        tables: Tables,
        progress: Progress | None,
    ) -> Source:
        """A pack that was read. Raises Refused, and InterruptedError where ``progress`` does."""
        pieces = self._beside.pieces(read, name, held, settings, progress=progress)
        text, encoding, used, reading = next(pieces)
        tables.used.update(used)
        for part, some in pieces:
            getattr(reading, part).extend(some)
        return Source(name, text, encoding, settings, tables).known(reading)
