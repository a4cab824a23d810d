"""JSON Lines: a record a line."""

from __future__ import annotations

from collections.abc import Iterator

from ..record import WrittenRecord
from .base import Piece, Structured
from .json_text import decoded, record_text

_OTHERS = ("tsv", "csv", "tab", "json", "yaml", "yml")


class JsonLines(Structured):
    """Every line is read on its own."""

    name = "jsonl"
    endings = ("jsonl", "ndjson")
    says = "one a line"

    def fits(self, ending: str, text: str) -> bool:
        """By the ending, or where one line after the other is an object."""
        if ending in self.endings:
            return True
        start = text.lstrip()
        if ending in _OTHERS or not start.startswith("{"):
            return False
        lines = start.split("\n", 2)
        return len(lines) > 1 and lines[0].rstrip().endswith("}") and lines[1].lstrip()[:1] in ("{", "")

    def pieces(self, text: str) -> Iterator[Piece]:
        """A piece for every line that is not blank."""
        for number, line in enumerate(text.split("\n")):
            if line.strip():
                data, problem = decoded(line)
                yield Piece(number, number + 1, data, problem)

    def record(self, record: WrittenRecord) -> str:
        """One line."""
        return record_text(record)
