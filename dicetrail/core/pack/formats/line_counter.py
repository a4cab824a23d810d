"""Counting the lines of a text."""

from __future__ import annotations


class LineCounter:
    """The line (from 0) in which a place of a text stands; places must be asked for in rising order."""

    def __init__(self, text: str) -> None:
        self._text = text
        self._at = 0
        self._line = 0

    def number(self, at: int) -> int:
        self._line += self._text.count("\n", self._at, at)
        self._at = at
        return self._line
