"""``table``: questions from the rows of a data table."""

from __future__ import annotations

from ..maker import Maker, Texts
from ..recipes import Table
from ..tables import TableMaker
from .base import Generated


class TableKind(Generated):
    """Gives ``choice`` or ``typed`` questions."""

    name = "table"
    recipe = Table
    whole = True

    def maker(self, recipe: Table, texts: Texts, level: int) -> Maker:
        """What asks the rows."""
        return TableMaker(recipe, texts)
