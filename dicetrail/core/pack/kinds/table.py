"""``table``: questions from the rows of a data table."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...play.questions.question import MOST_OPTIONS, Question, same, with_pictures
from ...play.questions.recipes import Table
from ...play.questions.tables import fill_row, places_of
from ..cells import whole, word
from ..data import DataLoader
from ..misfit import Misfit
from ..notation import Groups
from ..record import WrittenRecord
from ..row import CellRow
from .base import GeneratedKind, Rename, filled, renamed_sound

_IMAGE, _SOUND = "the file of the image", "the file of the sound"
"""Columns for the files of a table's rows, called as no table of a maker's calls its own."""


class WrittenTable(GeneratedKind):
    """Columns ``from``, ``answer``, ``parted by``, ``ask`` and ``choices``."""

    name = "table"

    def recipe(self, row: CellRow, groups: Groups | None, load_data: DataLoader) -> Table:
        """The rows, and the column that holds what is right."""
        options = whole(row.one("choices") or "4", "choices", 2, MOST_OPTIONS)
        answer, name = row.one("answer"), row.one("from")
        if not answer:
            raise Misfit("no-answer", "The answer is blank. Write the column that gives the right answer.")
        if not name:
            raise Misfit("no-table", "The question names no table. Write the file with the rows to ask.")
        columns, rows = load_data(name)
        ask = word(row.one("ask") or "choice", "ask", ("choice", "typed"))
        return Table(columns, rows, answer, ask, options, row.one("parted by"), name)

    def as_shown(self, question: Question) -> Iterator[Question]:
        """For every row, where columns name its picture or its sound."""
        table = question.recipe
        assert isinstance(table, Table)
        if not _by_row(question):
            yield question
            return
        for row in range(len(table.rows)):
            yield question._replace(
                image=fill_row(question.image, table, row), sound=fill_row(question.sound, table, row)
            )

    def option_texts(self, question: Question) -> Iterator[str]:
        """The column of its answers."""
        assert isinstance(question.recipe, Table)
        place = _answer_place(question.recipe)
        return (row[place] for row in question.recipe.rows if place < len(row))

    def renamed(self, question: Question, name: Rename) -> Question:
        """With its answers called otherwise, where they are pictures. Files that its rows name get columns
        that hold the new names."""
        table = question.recipe
        assert isinstance(table, Table)
        place = _answer_place(table)
        rows = tuple(
            tuple(with_pictures(cell, name) if at == place else cell for at, cell in enumerate(row))
            for row in table.rows
        )
        if not _by_row(question):
            return super().renamed(question, name)._replace(recipe=replace(table, rows=rows))
        shown, width = self.as_shown(question), len(table.columns)
        rows = tuple(
            (*row, *("",) * (width - len(row)), one.image and name(one.image), renamed_sound(one.sound, name))
            for row, one in zip(rows, shown, strict=True)
        )
        columns = (*table.columns, _IMAGE, _SOUND)
        return question._replace(
            image=f"{{{_IMAGE}}}", sound=f"{{{_SOUND}}}", recipe=replace(table, columns=columns, rows=rows)
        )

    def drawn_from(self, question: Question) -> str:
        """Where its rows stand, and what of them is right."""
        assert isinstance(question.recipe, Table)
        return f"\n{question.recipe.source} {question.recipe.answer}"

    def record(self, question: Question) -> WrittenRecord:
        """Where its rows stand, and what of them is right."""
        table = question.recipe
        assert isinstance(table, Table)
        return filled(
            {
                "answer": table.answer,
                "from": table.source,
                "parted by": table.part,
                "ask": table.ask,
                "choices": str(table.options),
            }
        )


def _by_row(question: Question) -> bool:
    """Whether columns name its picture or its sound."""
    return "{" in question.image + question.sound


def _answer_place(table: Table) -> int:
    """Where the answers of a table stand; behind all columns where it has no such column."""
    return places_of(table).get(same(table.answer), len(table.columns))
