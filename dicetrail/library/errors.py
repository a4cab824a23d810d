"""What can go wrong with a game or a play."""

from __future__ import annotations

from collections.abc import Sequence

from ..core.snag import Snag


class GameError(ValueError):
    """A game that can't be played. ``snags`` are all that is wrong with it, each with its place."""

    def __init__(self, message: str, snags: Sequence[Snag] = ()) -> None:
        super().__init__(message)
        self.snags = list(snags)


class NotNow(RuntimeError):
    """A move that is not possible where the play stands. Nothing has changed."""
