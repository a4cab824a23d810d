"""``odd``: which one does not belong, from lists of groups."""

from __future__ import annotations

from ..questions.maker import Maker, Texts
from ..questions.odd_ones import OddMaker
from ..questions.recipes import Odd
from .base import Generated


class OddKind(Generated):
    """Gives ``choice`` questions."""

    name = "odd"
    recipe = Odd

    def maker(self, recipe: Odd, texts: Texts, level: int) -> Maker:
        """What picks members and a stranger."""
        return OddMaker(recipe)
