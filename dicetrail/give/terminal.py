"""The terminal take-away: one file that any Python from 3.10 plays, with nothing installed."""

from __future__ import annotations

from ..core.archive import archive
from ..core.play.rulebook.game import Game
from .carried import kept
from .carried.command import GAME_FILE
from .engine import engine_files

SHEBANG = b"#!/usr/bin/env python3\n"
_MAIN = b"from dicetrail.give.carried.command import main\n\nmain()\n"


def terminal_file(game: Game) -> bytes:
    """A game as an executable zip archive (Python's zipapp format): ``python3 game.pyz``."""
    carried = {f"dicetrail/give/carried/{GAME_FILE}": kept.to_bytes(game)}
    return SHEBANG + archive({"__main__.py": _MAIN, **engine_files(), **carried})
