"""Tables of texts: cells separated by tabs, commas or semicolons."""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence

from ...play.questions.question import Question
from ..media_file import MediaFile
from ..roles import Role
from ..writing import headings, to_table
from .base import NO_MEDIA, Format


class Tabs(Format):
    """Tab-separated values (IANA, text/tab-separated-values)."""

    name = "table"
    endings = ("tsv", "tab", "txt")
    says = "tab-separated"

    def write(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> bytes:
        """A header and a line a question."""
        header, rows = to_table(questions)
        return "".join(tab_line(row) + "\n" for row in [header, *rows]).encode()


class Commas(Format):
    """Comma-separated values (RFC 4180)."""

    name = "table"
    endings = ("csv",)
    says = "comma-separated"

    def write(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> bytes:
        """A header and a record a question."""
        header, rows = to_table(questions)
        return "".join(quoted_line(row, ",") + "\n" for row in [header, *rows]).encode()


def tab_line(cells: Sequence[str]) -> str:
    """Cells as a line of tab-separated text, in which a tab or a line break becomes a blank."""
    return "\t".join(" ".join(cell.split()) if _breaks(cell) else cell for cell in cells)


def _breaks(cell: str) -> bool:
    return "\t" in cell or "\n" in cell or "\r" in cell


def quoted_line(cells: Sequence[str], mark: str) -> str:
    """Cells as a record of RFC 4180, parted by ``mark``."""
    out = io.StringIO()
    csv.writer(out, delimiter=mark, lineterminator="\n").writerow(cells)
    return out.getvalue()[:-1]


def line_of(cells: Sequence[str], mark: str) -> str:
    """Cells as a line of a table with this mark between them."""
    return tab_line(cells) if mark == "\t" else quoted_line(cells, mark)


def empty_pack() -> str:
    """The text of a pack to write into: a header with a column for what most questions need."""
    roles: tuple[Role, ...] = ("kind", "prompt", "answer", "wrong", "wrong", "wrong", "topic", "level", "why")
    return tab_line(headings(roles)) + "\n"
