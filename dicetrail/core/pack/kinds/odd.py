"""``odd``: which one does not belong, from lists of groups."""

from __future__ import annotations

from ...play.question import MOST_OPTIONS, Question
from ...play.recipes import Odd
from ..cells import whole
from ..data import DataLoader
from ..notation import Groups, read_groups, write_groups
from ..record import WrittenRecord
from ..row import CellRow
from .base import GeneratedKind


class WrittenOdd(GeneratedKind):
    """Columns ``groups`` and ``choices``."""

    name = "odd"

    def recipe(self, row: CellRow, groups: Groups | None, load_data: DataLoader) -> Odd:
        """The lists: those of the file, or those of the line."""
        options = whole(row.one("choices") or "4", "choices", 2, MOST_OPTIONS)
        return Odd(groups or read_groups(row.one("groups")), options)

    def record(self, question: Question) -> WrittenRecord:
        """The lists by the names of their groups."""
        odd = question.recipe
        assert isinstance(odd, Odd)
        return {"groups": write_groups(odd.groups), "choices": str(odd.options)}
