"""``table``: questions from the rows of a data table."""

from __future__ import annotations

from ...play.question import MOST_OPTIONS, Question
from ...play.recipes import Table
from ..cells import whole, word
from ..data import DataLoader
from ..misfit import Misfit
from ..notation import Groups
from ..record import WrittenRecord
from ..row import CellRow
from .base import GeneratedKind, filled


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
