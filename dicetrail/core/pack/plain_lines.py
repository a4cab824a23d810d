"""Plain lines: lines in which nothing needs a closer look, read quickly.

Most lines of a large file are such, so this is what its reading takes.
"""

from __future__ import annotations

import re
from collections.abc import Callable

from ..play.questions.question import Question
from .reading import Entry, Reading
from .records import DELIMITERS, Record
from .roles import PROMPT_HEADINGS
from .shape import SHORTEST_LINE

_CELL_LETTERS = {"\t": "[!-{}~]", ",": r"[!#-+\--{}~]", ";": "[!#-:<-{}~]"}


def _plain_line(mark: str) -> re.Pattern[str]:
    """Fits a line in which nothing needs a closer look: ASCII, no blank too many, nothing that means more."""
    word = _CELL_LETTERS[mark] + "+"
    cell = f"{word}(?: {word})*"
    return re.compile(f"(?=.{{{SHORTEST_LINE + 1}}}){cell}(?:{mark}{cell}){{1,8}}")


PLAIN_LINE = {mark: _plain_line(mark) for mark in DELIMITERS}
"""What a line fits that can be read quickly, by the mark between its cells."""

Seen = dict[str, tuple[int, str]]
"""The line in which a prompt was first asked, and its answer, by the prompt without case."""


def plain_reader(
    mark: str,
    fields: int,
    header: int,
    seen: Seen,
    make: Callable[[list[str], str, int], Question],
    reading: Reading,
) -> Callable[[Record], bool]:
    """A reader of lines of so many fields, which go into the reading; False where a line needs more."""
    fits = PLAIN_LINE[mark].fullmatch
    entries, questions = reading.entries, reading.questions

    def read_plain(record: Record) -> bool:
        line, raw, cells, _ = record
        if len(cells) != fields or not fits(raw[0]) or line == header:
            return False
        folded = raw[0].lower().split(mark)
        key = folded[0]
        distinct = {*folded}
        if key in seen or len(distinct) < fields or not distinct.isdisjoint(PROMPT_HEADINGS):
            return False
        seen[key] = (line, folded[1])
        entries.append(tuple.__new__(Entry, (line, 1, "question", len(questions), 1)))
        questions.append(make(cells, key, line))
        return True

    return read_plain
