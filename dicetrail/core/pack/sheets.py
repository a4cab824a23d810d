"""Spreadsheets: the first sheet of an .xlsx or .ods as rows of texts, and rows as a spreadsheet."""

from __future__ import annotations

import csv
import datetime
import io
import re
import zipfile
from collections.abc import Callable, Iterable, Iterator, Sequence
from typing import Any
from xml.sax.saxutils import escape

import openpyxl
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import ParseError, iterparse

from ..snag import Refused
from .text import LARGEST_FILE

SHEETS = ("xlsx", "ods")
LARGEST_UNPACKED = 250 * 2**20
"""Bytes that a spreadsheet may have once it is unpacked."""
MOST_PARTS = 2000
MOST_ROWS = 100_001
MOST_COLUMNS = 200
_TABLE = "{urn:oasis:names:tc:opendocument:xmlns:table:1.0}"
_TEXT = "{urn:oasis:names:tc:opendocument:xmlns:text:1.0}"
_OFFICE = "{urn:oasis:names:tc:opendocument:xmlns:office:1.0}"
_UNWRITABLE = re.compile(r"[^\t\n\x20-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")
"""What XML 1.0 has no way to write (section 2.2); a carriage return it would read as a line feed."""
_ODS = "application/vnd.oasis.opendocument.spreadsheet"


def is_sheet(name: str, data: bytes) -> bool:
    """Whether a file is a spreadsheet, by its first bytes and its ending."""
    return data.startswith(b"PK\x03\x04") and name.lower().endswith((".xlsx", ".xlsm", ".ods"))


def sheet_text(data: bytes, name: str, progress: Callable[[int, int], None] | None = None) -> tuple[str, str]:
    """The first filled sheet as comma-separated text (RFC 4180), a row a line, and which file it was.

    A row takes several lines where one of its cells does. ``progress`` is told the number of rows read, and 0
    for how many there will be. Raises :class:`Refused`, and what ``progress`` raises.
    """
    kind = "ods" if name.lower().endswith(".ods") else "xlsx"
    _check_parts(data, name)
    rows = _ods_rows(data) if kind == "ods" else _xlsx_rows(data)
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    try:
        blanks = 0
        for number, row in enumerate(rows):
            if progress is not None and number % 1000 == 0:
                progress(number, 0)
            if not row:
                blanks += 1  # blank rows count only where a filled one follows
                continue
            out.write("\n" * blanks)
            blanks = 0
            writer.writerow(row)
            if out.tell() > LARGEST_FILE:
                raise Refused(
                    f"The sheet of {name} holds more than {LARGEST_FILE // 2**20} MB of text. Split it into"
                    " several files."
                )
    except (Refused, InterruptedError):
        raise
    except (DefusedXmlException, ParseError) as error:
        raise Refused(
            f"{name} is no sound spreadsheet: its inside is not the plain XML of one"
            f" ({type(error).__name__}). Save it anew in your spreadsheet program and bring that."
        ) from None
    except Exception as error:  # a damaged archive can make the readers fail in any way
        raise Refused(
            f"{name} can't be read as a spreadsheet ({type(error).__name__}: {error}). Save it anew and"
            " bring that, or save it as comma-separated text."
        ) from None
    return out.getvalue(), kind


def _check_parts(data: bytes, name: str) -> None:
    """Look at what an archive says of itself before anything is unpacked."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            parts = archive.infolist()
    except (zipfile.BadZipFile, NotImplementedError, ValueError, OSError) as error:
        raise Refused(f"{name} is a damaged archive ({error}). Save it anew and bring that.") from None
    unpacked = sum(part.file_size for part in parts)
    if unpacked > LARGEST_UNPACKED or len(parts) > MOST_PARTS:
        raise Refused(
            f"{name} would unpack to {unpacked / 2**20:,.0f} MB in {len(parts):,} parts; a spreadsheet of"
            f" questions has at most {LARGEST_UNPACKED // 2**20} MB. Is it one?"
        )


def _xlsx_rows(data: bytes) -> Iterator[list[str]]:
    book = openpyxl.load_workbook(io.BytesIO(data), read_only=True, data_only=True)
    try:
        for sheet in book.worksheets:
            sheet.reset_dimensions()
            rows = _bounded(sheet.iter_rows(values_only=True, max_col=MOST_COLUMNS))
            first = next((row for row in rows if row), None)
            if first is not None:
                yield first
                yield from rows
                return
    finally:
        book.close()


def _bounded(rows: Iterable[Sequence[Any]]) -> Iterator[list[str]]:
    """The rows as texts, without the empty cells at their ends; no more than a pack may have."""
    for number, row in enumerate(rows):
        if number >= MOST_ROWS:
            raise Refused(f"The sheet has more than {MOST_ROWS - 1:,} rows. Split it into several files.")
        cells = [_shown(value) for value in row]
        while cells and not cells[-1].strip():
            cells.pop()
        yield cells


def _shown(value: Any) -> str:
    """A cell as its reader would write it."""
    if value is None:
        return ""
    if isinstance(value, bool):
        return "true" if value else "false"
    if isinstance(value, float):
        return f"{value:.15g}"
    if isinstance(value, datetime.datetime):
        return value.date().isoformat() if value.time() == datetime.time() else value.isoformat(" ")
    return str(value).replace("\r\n", "\n").replace("\r", "\n")


def _ods_rows(data: bytes) -> Iterator[list[str]]:
    """The rows of the first sheet that has any (OpenDocument 1.3, part 3, sections 9.1 and 19.675)."""
    with zipfile.ZipFile(io.BytesIO(data)) as archive, archive.open("content.xml") as content:
        yield from _bounded(_ods_cells(content))


def _ods_cells(content: Any) -> Iterator[list[str]]:
    filled = False
    row: list[str] = []
    owed = 0
    for event, element in iterparse(content, events=("start", "end")):
        if event == "start":
            if element.tag == _TABLE + "table-row":
                row = []
            continue
        if element.tag in (_TABLE + "table-cell", _TABLE + "covered-table-cell"):
            text = _ods_text(element)
            times = _repeats(element, "number-columns-repeated")
            row.extend([text] * min(times, MOST_COLUMNS - len(row)))
        elif element.tag == _TABLE + "table-row":
            times = _repeats(element, "number-rows-repeated")
            if any(row):
                filled = True
                yield from ([] for _ in range(min(owed, MOST_ROWS)))
                owed = 0
                yield from (row for _ in range(min(times, MOST_ROWS)))
            elif filled:
                owed += times
            element.clear()
        elif element.tag == _TABLE + "table":
            if filled:
                return
            element.clear()


def _repeats(element: Any, attribute: str) -> int:
    written = element.get(_TABLE + attribute, "1")
    return max(1, int(written)) if written.isascii() and written.isdigit() and len(written) < 10 else 1


def _ods_text(cell: Any) -> str:
    """A cell's paragraphs, a line each; its value where it has none."""
    paragraphs = cell.findall(_TEXT + "p")
    if paragraphs:
        return "\n".join("".join(_ods_words(paragraph)) for paragraph in paragraphs)
    return str(cell.get(_OFFICE + "value") or cell.get(_OFFICE + "string-value") or "")


def _ods_words(node: Any) -> Iterator[str]:
    if node.tag == _TEXT + "s":
        written = node.get(_TEXT + "c", "1")
        yield " " * (min(int(written), 1000) if written.isascii() and written.isdigit() else 1)
    elif node.tag == _TEXT + "tab":
        yield "\t"
    elif node.tag == _TEXT + "line-break":
        yield "\n"
    elif not node.tag.startswith(_OFFICE):
        yield node.text or ""
        for part in node:
            yield from _ods_words(part)
            yield part.tail or ""


def writable(text: str) -> str:
    """A text with U+FFFD for every character that a spreadsheet can't hold."""
    return _UNWRITABLE.sub("\ufffd", text)


def xlsx_bytes(rows: Iterable[Sequence[str]]) -> bytes:
    """Rows of texts as an .xlsx; every cell is a text, so that nothing is taken for a date or a sum."""
    book = openpyxl.Workbook(write_only=True)
    sheet = book.create_sheet("Questions")
    for row in rows:
        cells = []
        for text in row:
            cell: Any = openpyxl.cell.WriteOnlyCell(sheet, value=writable(text) or None)
            cell.data_type = "s" if text else "n"
            cells.append(cell)
        sheet.append(cells)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def ods_bytes(rows: Iterable[Sequence[str]]) -> bytes:
    """Rows of texts as an .ods (OpenDocument 1.3), written row by row."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(zipfile.ZipInfo("mimetype"), _ODS)
        archive.writestr("META-INF/manifest.xml", _MANIFEST)
        with archive.open("content.xml", "w") as content:
            content.write(_CONTENT_START.encode())
            for row in rows:
                cells = "".join(map(_ods_cell, row))
                content.write(f"<table:table-row>{cells}</table:table-row>".encode())
            content.write(_CONTENT_END.encode())
    return out.getvalue()


def _ods_cell(text: str) -> str:
    if not text:
        return "<table:table-cell/>"
    paragraphs = "".join(f"<text:p>{_ods_blanks(line)}</text:p>" for line in text.split("\n"))
    return f'<table:table-cell office:value-type="string">{paragraphs}</table:table-cell>'


def _ods_blanks(line: str) -> str:
    """A line of text; blanks that XML would run together and tabs become elements of their own."""
    return escape(writable(line)).replace("  ", ' <text:s text:c="1"/>').replace("\t", "<text:tab/>")


_MANIFEST = (
    '<?xml version="1.0" encoding="UTF-8"?>'
    '<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0"'
    ' manifest:version="1.3"><manifest:file-entry manifest:full-path="/" manifest:version="1.3"'
    f' manifest:media-type="{_ODS}"/><manifest:file-entry manifest:full-path="content.xml"'
    ' manifest:media-type="text/xml"/></manifest:manifest>'
)
_CONTENT_START = (
    '<?xml version="1.0" encoding="UTF-8"?><office:document-content'
    ' xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0"'
    ' xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"'
    ' xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" office:version="1.3">'
    '<office:body><office:spreadsheet><table:table table:name="Questions">'
)
_CONTENT_END = "</table:table></office:spreadsheet></office:body></office:document-content>"
