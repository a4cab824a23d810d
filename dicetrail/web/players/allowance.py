"""How often a player may move: as fast as hands can, not as fast as a program."""

from __future__ import annotations

from time import monotonic

A_SECOND = 20
"""Moves that are taken a second, and how many may come at once."""


class Allowance:
    """A bucket of moves that fills again with time (a token bucket)."""

    def __init__(self) -> None:
        self._left = float(A_SECOND)
        self._since = monotonic()

    def take(self) -> bool:
        """Take a move; False where there is none left just now."""
        now = monotonic()
        self._left = min(float(A_SECOND), self._left + (now - self._since) * A_SECOND)
        self._since = now
        if self._left < 1:
            return False
        self._left -= 1
        return True
