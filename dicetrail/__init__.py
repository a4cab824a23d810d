"""Dice Trail: a workshop for people who program quiz games, and a library for those who know Python.

>>> import dicetrail
>>> game = dicetrail.load("5-the-narrow-ridge.yaml")
>>> play = game.play(dice=7)
>>> play.right().counts["right"]
1
"""

from __future__ import annotations

from importlib import import_module
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from .library.errors import GameError as GameError
    from .library.errors import NotNow as NotNow
    from .library.forecast import Forecast as Forecast
    from .library.forecast import Proven as Proven
    from .library.game import Game as Game
    from .library.game import load as load
    from .library.game import read as read
    from .library.play import Play as Play

_WHERE = {
    "Forecast": "forecast",
    "Game": "game",
    "GameError": "errors",
    "NotNow": "errors",
    "Play": "play",
    "Proven": "forecast",
    "load": "game",
    "read": "game",
}
__all__ = ["Forecast", "Game", "GameError", "NotNow", "Play", "Proven", "load", "read"]


def __getattr__(name: str) -> Any:
    """A public name, imported when it is first asked for: the command line and the server need none."""
    if name not in _WHERE:
        raise AttributeError(f"module 'dicetrail' has no attribute {name!r}")
    found = getattr(import_module(f".library.{_WHERE[name]}", __name__), name)
    globals()[name] = found
    return found
