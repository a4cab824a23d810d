"""What was read from a game's text."""

from __future__ import annotations

from dataclasses import dataclass

from ..play.rulebook.game import Game
from ..snag import Snag
from .document import Document
from .yamltext import YamlText


@dataclass(frozen=True, slots=True)
class GameReading:
    """What was read from a game's text: its document and the compiled game, where it came to them.

    ``title`` and ``packs`` are known also where the rest can't be used yet, as long as the text is YAML;
    ``source`` then tells the places of everything.
    """

    document: Document | None
    game: Game | None
    snags: list[Snag]
    title: str = ""
    packs: tuple[str, ...] = ()
    source: YamlText | None = None
    file: str = ""

    @property
    def playable(self) -> bool:
        """Whether there is a game: no snag stops it."""
        return self.game is not None
