"""``odd``: which one does not belong, from lists of groups."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...play.questions.question import MOST_OPTIONS, Question, with_pictures
from ...play.questions.recipes import Odd
from ..cells import whole
from ..data import DataLoader
from ..notation import Groups, read_groups, write_groups
from ..record import WrittenRecord
from ..row import CellRow
from .base import GeneratedKind, Rename


class WrittenOdd(GeneratedKind):
    """Columns ``groups`` and ``choices``."""

    name = "odd"

    def recipe(self, row: CellRow, groups: Groups | None, load_data: DataLoader) -> Odd:
        """The lists: those of the file, or those of the line."""
        options = whole(row.one("choices") or "4", "choices", 2, MOST_OPTIONS)
        return Odd(groups or read_groups(row.one("groups")), options)

    def option_texts(self, question: Question) -> Iterator[str]:
        """Every member of its groups."""
        assert isinstance(question.recipe, Odd)
        for _, members in question.recipe.groups:
            yield from members

    def renamed(self, question: Question, name: Rename) -> Question:
        """With its members called otherwise, where they are pictures."""
        odd = question.recipe
        assert isinstance(odd, Odd)
        groups = tuple(
            (group, tuple(with_pictures(one, name) for one in members)) for group, members in odd.groups
        )
        return super().renamed(question, name)._replace(recipe=replace(odd, groups=groups))

    def record(self, question: Question) -> WrittenRecord:
        """The lists by the names of their groups."""
        odd = question.recipe
        assert isinstance(odd, Odd)
        return {"groups": write_groups(odd.groups), "choices": str(odd.options)}
