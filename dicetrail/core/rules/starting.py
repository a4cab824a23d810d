"""Starting points: games to begin from, made ready for a pack."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from .document import Document
from .editing import Edit, edited
from .expected import WaymarkPart
from .yamltext import YamlText


@dataclass(frozen=True)
class StartingPoint:
    """A commented game document to begin from; its first line says in a sentence what it is."""

    name: str
    text: str

    @property
    def about(self) -> str:
        """What manner of game it is, in a sentence."""
        return self.text.splitlines()[0].lstrip("# ")

    @cached_property
    def waymarks(self) -> Sequence[WaymarkPart]:
        """The waymarks that a game begun from here has at first."""
        return Document.model_validate(YamlText(self.text).data).waymarks


def new_game(start: StartingPoint, title: str, pack: str = "", questions: int = 0) -> str:
    """The YAML of a new game over one pack of so many questions; over none yet where ``pack`` is "". It draws
    all of them where they are no more than the starting point draws."""
    edits = [Edit(path=["title"], value=title)]
    if pack:
        edits.append(Edit(path=["packs"], value=[pack]))
    deal = YamlText(start.text).data["deal"]
    drawn, repeats = deal["draw"], deal["repeats"]
    if pack and isinstance(drawn, int) and repeats == "never" and drawn >= questions:
        edits.append(Edit(path=["deal", "draw"], value="all"))
    return edited(start.text, edits)
