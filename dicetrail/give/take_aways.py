"""The files that a game can be given away as. A new one is a module here and a line below."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ..core.pack.media_file import MediaFile
from ..core.play.game import Game
from .page import page_file
from .terminal import terminal_file


@dataclass(frozen=True, slots=True)
class TakeAway:
    """A sort of file that plays a game: its ending, and what makes it."""

    ending: str
    make: Callable[[Game, Sequence[MediaFile]], bytes]


TAKE_AWAYS: dict[str, TakeAway] = {
    "terminal": TakeAway("pyz", lambda game, _: terminal_file(game)),
    "page": TakeAway("html", page_file),
}
"""Those that play by themselves; a bundle, which is worked on, is in ``core/rules/bundle.py``."""
