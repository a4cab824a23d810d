"""Spreadsheets in Office Open XML."""

from __future__ import annotations

import datetime
import io
from collections.abc import Iterable, Iterator, Sequence
from typing import Any

from ...snag import Refused
from .sheets import MOST_COLUMNS, MOST_ROWS, Sheet, writable


class Xlsx(Sheet):
    """Values as they were last worked out; dates as in ISO 8601."""

    name = "xlsx"
    endings = ("xlsx",)
    says = "spreadsheet"

    def holds(self, name: str, data: bytes) -> bool:
        """Also a workbook with macros, which nobody runs."""
        return super().holds(name.lower().replace(".xlsm", ".xlsx"), data)

    def rows(self, data: bytes) -> Iterator[list[Any]]:
        """The rows of the first sheet that has any."""
        import openpyxl  # takes half a second, and most runs need no spreadsheet

        book = openpyxl.load_workbook(io.BytesIO(data), read_only=True, data_only=True)
        try:
            for sheet in book.worksheets:
                sheet.reset_dimensions()
                rows = iter(sheet.iter_rows(values_only=True, max_col=MOST_COLUMNS))
                for number, row in enumerate(rows):
                    if number >= MOST_ROWS:
                        raise Refused(
                            f"The first {MOST_ROWS - 1:,} rows of the sheet are blank. Move what stands below"
                            " them to its top."
                        )
                    if row.count(None) < len(row) and any(self.shown(value).strip() for value in row):
                        yield list(row)
                        yield from map(list, rows)
                        return
        finally:
            book.close()

    def shown(self, value: Any) -> str:
        """Numbers to 15 digits, as spreadsheets show them."""
        if value is None:
            return ""
        if isinstance(value, bool):
            return "true" if value else "false"
        if isinstance(value, float):
            return f"{value:.15g}"
        if isinstance(value, datetime.datetime):
            return value.date().isoformat() if value.time() == datetime.time() else value.isoformat(" ")
        return str(value)

    def bytes_of(self, rows: Iterable[Sequence[str]]) -> bytes:
        """One sheet, every cell a text. Raises Refused where a text is longer than a cell can be."""
        import xlsxwriter  # as above

        out = io.BytesIO()
        with xlsxwriter.Workbook(out, {"constant_memory": True}) as book:
            sheet = book.add_worksheet("Questions")
            for place, row in enumerate(rows):
                for column, text in enumerate(row):
                    if text and sheet.write_string(place, column, writable(text)):
                        raise Refused(
                            f"Row {place + 1} has a text of {len(text):,} characters, and a cell of an .xlsx"
                            " holds 32,767. Save the pack as another kind of file."
                        )
        return out.getvalue()
