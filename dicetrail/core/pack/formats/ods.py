"""Spreadsheets in OpenDocument 1.3 (ISO/IEC 26300)."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterable, Iterator, Sequence
from html import escape
from typing import Any

from .sheets import MOST_COLUMNS, MOST_ROWS, Sheet, writable

_TABLE = "{urn:oasis:names:tc:opendocument:xmlns:table:1.0}"
_TEXT = "{urn:oasis:names:tc:opendocument:xmlns:text:1.0}"
_OFFICE = "{urn:oasis:names:tc:opendocument:xmlns:office:1.0}"
_ODS = "application/vnd.oasis.opendocument.spreadsheet"


class Ods(Sheet):
    """Every cell as the text its reader shows."""

    name = "ods"
    endings = ("ods",)
    says = "open spreadsheet"

    def rows(self, data: bytes) -> Iterator[list[Any]]:
        """The rows of the first sheet that has any (part 3, sections 9.1 and 19.675)."""
        with zipfile.ZipFile(io.BytesIO(data)) as archive, archive.open("content.xml") as content:
            yield from _cells(content)

    def bytes_of(self, rows: Iterable[Sequence[str]]) -> bytes:
        """One sheet, written row by row."""
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


def _cells(content: Any) -> Iterator[list[str]]:
    from defusedxml.ElementTree import iterparse

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


def _ods_cell(text: str) -> str:
    if not text:
        return "<table:table-cell/>"
    paragraphs = "".join(f"<text:p>{_ods_blanks(line)}</text:p>" for line in text.split("\n"))
    return f'<table:table-cell office:value-type="string">{paragraphs}</table:table-cell>'


def _ods_blanks(line: str) -> str:
    """A line of text; blanks that XML would run together and tabs become elements of their own."""
    return (
        escape(writable(line), quote=False)
        .replace("  ", ' <text:s text:c="1"/>')
        .replace("\t", "<text:tab/>")
    )


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
