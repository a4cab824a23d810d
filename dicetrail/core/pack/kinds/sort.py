"""``sort``: the names of groups, with the one an item belongs to."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ...play.questions.question import Question
from ..cells import place_of_key
from ..row import CellRow
from .base import Options, Tip, checked
from .choice import WrittenChoice


class WrittenSort(WrittenChoice):
    """A column ``group``; its names are the options, in the order in which they first stand there."""

    name = "sort"

    def options(self, row: CellRow, groups: Sequence[str]) -> Options:
        """The groups of the file; options of the line's own where it has them."""
        if row.all("option") or not (groups and row.one("group")):
            return super().options(row, groups)
        right = place_of_key(row.one("group"), groups, letters=False)
        return checked(Options(list(groups), (right,)), row)

    def tips(self, question: Question) -> Iterator[Tip]:
        """None: the groups are given."""
        return iter(())
