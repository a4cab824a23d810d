"""Lines to records: which mark separates the cells, and which cells a line holds."""

from __future__ import annotations

import csv
import re
from collections import Counter
from collections.abc import Iterator, Sequence
from itertools import islice
from typing import NamedTuple

from .roles import roles_of_header

DELIMITERS = {"\t": "tab", ",": "comma", ";": "semicolon"}
MARKS = {word: mark for mark, word in DELIMITERS.items()}
"""The marks by their words."""
LONGEST_RECORD = 50
"""Lines that one quoted cell may span before its opening quote is taken for a mistake."""

_SPACES_AS_TAB = re.compile(r"\t| {2,}")


OPEN_QUOTE = (
    'A double quote is opened in this line and never closed. Close it, or double it ("") if it is part of the'
    " text."
)


class Record(NamedTuple):
    """The cells of one or, where a record spans lines, several lines. ``line`` counts from 1.

    ``problem`` says why its cells are not to be relied on, "" where they are.
    """

    line: int
    raw: tuple[str, ...]
    cells: list[str]
    problem: str = ""


def guess_delimiter(name: str, lines: Sequence[str]) -> str:
    """The mark between cells: the one that makes a header of the first line or that most lines have, equally
    often; a file's ending breaks ties."""
    sample = list(islice((line for line in lines if line.strip()), 200))
    for mark in DELIMITERS:
        if sample and mark in sample[0] and roles_of_header(sample[0].split(mark)):
            return mark
    by_ending = "\t" if name.lower().endswith((".tsv", ".tab")) else ","
    if by_ending == "\t" and any("\t" in line for line in sample):
        return "\t"

    def score(mark: str) -> tuple[int, bool]:
        counts = Counter(line.count(mark) for line in sample if mark in line)
        return (max(counts.values(), default=0), mark == by_ending)

    best = max(DELIMITERS, key=score)
    return best if score(best)[0] else by_ending


def split_records(lines: Sequence[str], delimiter: str) -> Iterator[Record]:
    """The records of a file, blank lines included (with no cells).

    Commas and semicolons follow RFC 4180: a cell in double quotes may hold the delimiter, line breaks and
    doubled quotes. Tab-separated text knows no quotes (IANA, text/tab-separated-values).
    """
    quoting = delimiter != "\t"
    number = 0
    while number < len(lines):
        line = lines[number]
        if not line.strip():
            yield Record(number + 1, (line,), [])
        elif not quoting or '"' not in line:
            yield tuple.__new__(Record, (number + 1, (line,), line.split(delimiter), ""))
        else:
            record = _quoted(lines, number, delimiter)
            yield record
            number += len(record.raw) - 1
        number += 1


def _quoted(lines: Sequence[str], start: int, delimiter: str) -> Record:
    span = [line + "\n" for line in lines[start : start + LONGEST_RECORD]]
    reader = csv.reader(iter(span), delimiter=delimiter, strict=True)
    try:
        cells = next(reader)
    except (csv.Error, StopIteration):
        return Record(start + 1, (lines[start],), lines[start].split(delimiter), OPEN_QUOTE)
    raw = tuple(lines[start : start + reader.line_num])
    return Record(start + 1, raw, cells)


def split_at_spaces(line: str) -> list[str]:
    """The cells of a line whose tabs an editor turned into runs of spaces."""
    return [cell for cell in _SPACES_AS_TAB.split(line.strip()) if cell]


def usual_width(widths: Sequence[int]) -> int:
    """The number of cells that most lines have, the larger one where two are equally usual; 0 for none."""
    counts = Counter(widths)
    return max(counts, key=lambda width: (counts[width], width), default=0)
