"""Collecting: what becomes of each record goes into the reading."""

from __future__ import annotations

from ..play.questions.question import Question
from ..snag import Severity, Snag
from ..snag_codes import SnagCode
from .misfit import Misfit
from .reading import Entry, LineState, Reading
from .records import Record
from .shape import Note


class Collector:
    """Puts records and their snags into one reading.

    ``mark`` stands between the cells of a table ("" in what is none). Where its columns are told
    ``by_header``, a cell that is taken out of a line leaves a blank one.
    """

    def __init__(self, reading: Reading, mark: str, *, by_header: bool) -> None:
        self.reading = reading
        self._mark = mark
        self._by_header = by_header

    def keep(self, record: Record, state: LineState, *questions: Question) -> None:
        """Say what became of a record."""
        first = len(self.reading.questions) if questions else -1
        span = max(1, len(record.raw))
        self.reading.entries.append(Entry(record.line, span, state, first, len(questions)))
        self.reading.questions.extend(questions)

    def snag(
        self,
        record: Record,
        code: SnagCode,
        severity: Severity,
        message: str,
        *,
        mend: str = "",
        mended: str | None = None,
    ) -> None:
        """Tell something of a record, and how it is mended."""
        self.reading.snags.append(
            Snag(code, severity, message, self.reading.file, record.line, mend=mend, mended=mended)
        )

    def note(self, record: Record, note: Note) -> None:
        """Tell something of a record that was read."""
        self.snag(record, *note)

    def misfit(self, record: Record, misfit: Misfit) -> None:
        """Keep a record that is no question, with the reason why."""
        self.keep(record, "snag")
        mend, mended = misfit.mend, misfit.mended
        if misfit.column is not None:
            mended = self._without_cell(record, misfit.column)
            mend = mend if mended is not None else ""
        self.snag(record, misfit.code, misfit.severity, str(misfit), mend=mend, mended=mended)

    def one_line(self, record: Record) -> list[str] | None:
        """The cells of a record that is a plain line of a table and can be written anew; else None."""
        if not self._mark or len(record.raw) != 1 or '"' in record.raw[0]:
            return None
        return list(record.cells)

    def line(self, cells: list[str]) -> str:
        """Cells as a line of the table."""
        return self._mark.join(cells)

    def _without_cell(self, record: Record, column: int) -> str | None:
        """A line without the text of one of its cells; None where that can't be written plainly."""
        cells = self.one_line(record)
        if cells is None:
            return None
        if self._by_header:
            cells[column] = ""
        else:
            del cells[column]
        return self.line(cells)
