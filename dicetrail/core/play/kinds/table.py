"""``table``: questions from the rows of a data table."""

from __future__ import annotations

from ..questions.maker import Maker, Texts
from ..questions.recipes import Table
from ..questions.tables import TableMaker
from .base import Generated


class TableKind(Generated):
    """Gives ``choice`` or ``typed`` questions."""

    name = "table"
    recipe = Table
    whole = True

    def maker(self, recipe: Table, texts: Texts, level: int) -> Maker:
        """What asks the rows."""
        return TableMaker(recipe, texts)
