"""What spreadsheets have in common: their first filled sheet is a table of comma-separated text."""

from __future__ import annotations

import csv
import io
import re
import zipfile
from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import Any

from ...play.questions.question import Question
from ...snag import Refused
from ..media_file import MediaFile
from ..progress import Progress
from ..records import LONGEST_RECORD, Record
from ..text import LARGEST_FILE, decode
from ..writing import to_table
from .base import NO_MEDIA, Contents, Format
from .separated import quoted_line

LARGEST_UNPACKED = 250 * 2**20
"""Bytes that a spreadsheet may have once it is unpacked."""
MOST_PARTS = 2000
MOST_ROWS = 100_001
MOST_COLUMNS = 200
_UNWRITABLE = re.compile(r"[\x00-\x08\x0b-\x1f\ud800-\udfff\ufffe\uffff]")
"""What XML 1.0 has no way to write (section 2.2); a carriage return it would read as a line feed."""


class Sheet(Format):
    """A spreadsheet. It is told by its first bytes and its ending, and read and written cell by cell as text,
    so that nothing is taken for a date or a sum."""

    def rows(self, data: bytes) -> Iterator[list[Any]]:
        """The rows of the first sheet that has any, as values; without those after the last filled one."""
        raise NotImplementedError

    def shown(self, value: Any) -> str:
        """A cell's value as its reader would write it."""
        return str(value)

    def bytes_of(self, rows: Iterable[Sequence[str]]) -> bytes:
        """Rows of texts as a file."""
        raise NotImplementedError

    def holds(self, name: str, data: bytes) -> bool:
        """Whether it is an archive with one of the endings."""
        return data.startswith(b"PK\x03\x04") and name.lower().rpartition(".")[2] in self.endings

    def write(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> bytes:
        """A header and a row a question."""
        header, rows = to_table(questions)
        return self.bytes_of([header, *rows])

    def read(self, name: str, data: bytes, progress: Progress | None) -> Contents:
        """The first filled sheet as comma-separated text (RFC 4180), a row a line, and its records.

        A row takes several lines where one of its cells does. ``progress`` is told the number of rows read,
        and 0 for how many there will be. Raises :class:`Refused`, and what ``progress`` raises.
        """
        from defusedxml.common import DefusedXmlException  # most runs read no spreadsheet
        from defusedxml.ElementTree import ParseError

        _check_parts(data, name)
        try:
            records = tuple(_records(name, self._bounded(self.rows(data)), progress))
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
        text = "".join([f"{line}\n" for record in records for line in record.raw])
        decode(text.encode(), name)
        return Contents(text, self.endings[0], records if all(map(_splits_alike, records)) else None)

    def _bounded(self, rows: Iterable[Sequence[Any]]) -> Iterator[list[str]]:
        """The rows as texts, without the empty cells at their ends; no more than a pack may have."""
        for number, row in enumerate(rows):
            if number >= MOST_ROWS:
                raise Refused(f"The sheet has more than {MOST_ROWS - 1:,} rows. Split it into several files.")
            cells = [self.shown(value).replace("\r\n", "\n").replace("\r", "\n") for value in row]
            while cells and not cells[-1].strip():
                cells.pop()
            yield cells


def _records(name: str, rows: Iterable[list[str]], progress: Progress | None) -> Iterator[Record]:
    """The rows as records of comma-separated text."""
    line, size, blanks = 1, 0, 0
    for number, row in enumerate(rows):
        if progress is not None and number % 1000 == 0:
            progress(number, 0)
        if not row:
            blanks += 1  # blank rows count only where a filled one follows
            continue
        yield from (Record(line + before, ("",), []) for before in range(blanks))
        line, blanks = line + blanks, 0
        written = quoted_line(row, ",")
        size += len(written) + 1
        if size > LARGEST_FILE:
            raise Refused(
                f"The sheet of {name} holds more than {LARGEST_FILE // 2**20} MB of text. Split it into"
                " several files."
            )
        raw = tuple(written.split("\n"))
        yield Record(line, raw, row)
        line += len(raw)


def _splits_alike(record: Record) -> bool:
    """Whether splitting its lines gives the record again: what is very long is taken for an open quote."""
    return len(record.raw) <= LONGEST_RECORD and sum(map(len, record.raw)) < csv.field_size_limit()


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


def writable(text: str) -> str:
    """A text with U+FFFD for every character that a spreadsheet can't hold."""
    return _UNWRITABLE.sub("\ufffd", text)
