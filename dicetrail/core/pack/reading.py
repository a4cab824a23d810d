"""Reading a question file: every line becomes a question, or stays with the reason why it did not."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal

from ..play.question import Question
from ..snag import Snag
from .making import Columns, Misfit, Row, make_question
from .records import DELIMITERS, Record, guess_delimiter, split_at_spaces, split_records, usual_width
from .roles import Role, all_true_or_false, repeated, roles_of_header, roles_of_shape
from .text import decode, split_lines

LineState = Literal["question", "header", "blank", "snag"]
SHORTEST_LINE = 5
"""A line of so many characters or fewer is not a question (common practice, no source)."""
MOST_LINES = 100_000


@dataclass(frozen=True, slots=True)
class Line:
    """One line of a file as written, what became of it, and the question it belongs to.

    ``begins`` is the line in which its record begins: an earlier one where a quoted cell spans lines. A snag
    stands at that line.
    """

    number: int
    begins: int
    raw: str
    state: LineState
    question: str = ""


@dataclass(slots=True)
class Reading:
    """What was read from one file. Every line of the file is in ``lines``, in order."""

    file: str
    encoding: str
    delimiter: str
    roles: tuple[Role, ...]
    questions: list[Question] = field(default_factory=list)
    lines: list[Line] = field(default_factory=list)
    snags: list[Snag] = field(default_factory=list)

    @property
    def kinds(self) -> dict[str, int]:
        """How many questions there are of each kind."""
        counts: dict[str, int] = {}
        for question in self.questions:
            counts[question.kind] = counts.get(question.kind, 0) + 1
        return counts


def read_file(name: str, data: bytes) -> Reading:
    """Read a question file. Raises :class:`~dicetrail.core.snag.Refused` where nothing in it can be read."""
    text, encoding = decode(data, name)
    return read_text(name, text, encoding)


def read_text(name: str, text: str, encoding: str = "utf-8") -> Reading:
    """Read questions from text whose cells are separated by tabs, commas or semicolons."""
    lines = split_lines(text)
    delimiter = guess_delimiter(name, lines)
    records = list(split_records(lines[:MOST_LINES], delimiter))
    reader = _Reader(name, encoding, delimiter, records)
    for record in records:
        reader.read(record)
    if len(lines) > MOST_LINES:
        reader.leave_rest(lines)
    return reader.reading


class _Reader:
    """Reads the records of one file, keeping what earlier lines said."""

    def __init__(self, name: str, encoding: str, delimiter: str, records: Sequence[Record]) -> None:
        filled = [record for record in records if record.cells]
        roles = roles_of_header(filled[0].cells) if filled else None
        self._header_line = filled[0].line if roles else 0
        body = [_trimmed(record.cells) for record in filled[1 if roles else 0 :]]
        self._width = self._usual(body, filled, delimiter)
        self._by_header = roles is not None
        self._roles = roles or roles_of_shape(body, self._width)
        answer = self._roles.index("answer") if "answer" in self._roles else -1
        answers = [cells[answer] for cells in body if answer >= 0 and len(cells) > answer]
        self._truth = all_true_or_false(answers)
        self._columns = Columns(self._roles)
        self._by_content: dict[tuple[str, str], int] = {}
        self._by_prompt: dict[str, int] = {}
        self._ids: set[str] = set()
        self.reading = Reading(name, encoding, DELIMITERS[delimiter], self._roles)

    @staticmethod
    def _usual(body: Sequence[Sequence[str]], filled: Sequence[Record], delimiter: str) -> int:
        width = usual_width([len(cells) for cells in body])
        if width <= 1 and delimiter == "\t":
            return usual_width([len(split_at_spaces(record.raw[0])) for record in filled])
        return width

    def read(self, record: Record) -> None:
        """Read one record into the reading."""
        if not record.cells:
            self._keep(record, "blank")
            self._snag(record, "blank-line", "note", "This line is blank; it was left out.")
        elif record.line == self._header_line:
            self._keep(record, "header")
            named = ", ".join(dict.fromkeys(self._roles))
            self._snag(record, "header", "note", f"This line is a header, not a question; it names {named}.")
        elif roles_of_header(record.cells) is not None:
            self._keep(record, "header")
            self._snag(
                record,
                "header",
                "warn",
                "This line is a header in the midst of the questions; it was left out. Take it away.",
            )
        else:
            self._read_question(record)

    def leave_rest(self, lines: Sequence[str]) -> None:
        """Keep the lines past the most a file may have, as written and unread."""
        first = Record(MOST_LINES + 1, (lines[MOST_LINES],), [])
        self._snag(
            first,
            "too-many-lines",
            "stop",
            f"A file may have {MOST_LINES:,} lines; this and the {len(lines) - MOST_LINES - 1:,} after it"
            " were not read. Split the file.",
        )
        for number, raw in enumerate(lines[MOST_LINES:], MOST_LINES + 1):
            self.reading.lines.append(Line(number, first.line, raw, "snag"))

    def _read_question(self, record: Record) -> None:
        cells = _trimmed(record.cells)
        try:
            if record.broken:
                raise Misfit(
                    "open-quote",
                    'A double quote is opened in this line and never closed. Close it, or double it ("") if'
                    " it is part of the text.",
                )
            self._check_shape(record, cells)
            row = Row(cells, self._columns_for(cells))
            question = make_question(row, self._truth, self.reading.file, record.line, self._ids)
            self._check_doubled(question, record)
        except Misfit as misfit:
            self._keep(record, "snag")
            self._snag(record, misfit.code, misfit.severity, str(misfit), misfit.mended)
            return
        self.reading.questions.append(question)
        self._keep(record, "question", question.id)

    def _check_shape(self, record: Record, cells: list[str]) -> None:
        """Find what is wrong with a line before its cells are looked at."""
        raw = "\n".join(record.raw)
        if len(raw.strip()) <= SHORTEST_LINE:
            raise Misfit(
                "too-short",
                f"A line of {SHORTEST_LINE} characters or fewer is not a question."
                " Write it out or take it away.",
            )
        expected = len(self._roles) if self._by_header else self._width
        if len(record.cells) >= expected:
            self._check_extra(record, cells)
            return
        if self.reading.delimiter == "tab":
            at_spaces = split_at_spaces(raw)
            if len(at_spaces) > len(cells) and len(at_spaces) >= min(expected, 2):
                raise Misfit(
                    "spaces-for-tabs",
                    f"There are spaces where tabs should be: {_counted(len(cells), 'field')} instead of"
                    f" {expected}. Put one tab between the fields.",
                    mended="\t".join(at_spaces) if len(at_spaces) == expected else None,
                )
        if self._by_header:
            self._check_headings(record, cells)
            return
        if len(cells) <= 2:
            raise self._missing(len(cells), f"most lines have {self._width}")
        self._snag(
            record,
            "missing-field",
            "warn",
            f"There are {len(cells)} fields where most lines have {self._width}; it was read with"
            f" {_counted(len(cells) - 1, 'option')}.",
        )

    def _check_headings(self, record: Record, cells: Sequence[str]) -> None:
        """Hold a line against the header: IANA's text/tab-separated-values asks for as many fields."""
        where = f"the header has {len(self._roles)}"
        wanted = [place for place, role in enumerate(self._roles) if role in ("wrong", "option")]
        if len(cells) < 2 or (wanted and "kind" not in self._roles and len(cells) <= wanted[0]):
            raise self._missing(len(cells), where)
        self._snag(
            record,
            "missing-field",
            "warn",
            f"There are {len(record.cells)} fields where {where}; the missing ones were taken as blank.",
        )

    def _missing(self, fields: int, where: str) -> Misfit:
        return Misfit(
            "missing-field",
            f"There {'is' if fields == 1 else 'are'} {_counted(fields, 'field')} where {where}. Add what is"
            f" missing, with a {self.reading.delimiter} between fields.",
        )

    def _check_extra(self, record: Record, cells: list[str]) -> None:
        if len(cells) > self._width and not self._by_header:
            self._snag(
                record,
                "extra-field",
                "warn",
                f"There are {len(cells)} fields where most lines have {self._width}; the further ones were"
                f" read as wrong options. Is there a {self.reading.delimiter} too many?",
            )
        elif self._by_header and len(cells) > len(self._roles):
            self._snag(
                record,
                "extra-field",
                "warn",
                f"There are {len(cells)} fields but {len(self._roles)} headings; what has no heading was left"
                " aside.",
            )

    def _columns_for(self, cells: Sequence[str]) -> Columns:
        if self._by_header or len(cells) <= len(self._roles):
            return self._columns
        return Columns(self._roles + repeated("wrong", len(cells) - len(self._roles)))

    def _check_doubled(self, question: Question, record: Record) -> None:
        """Refuse a question of an earlier line; tell one that stands there with another answer."""
        prompt, answer = question.prompt.casefold(), question.answers[0].casefold()
        first = self._by_content.setdefault((prompt, answer), record.line)
        if first != record.line:
            self._ids.discard(question.id)
            raise Misfit(
                "duplicate",
                f"This is the same question as in line {first}; it was read once. Take one of them away.",
                severity="warn",
            )
        other = self._by_prompt.setdefault(prompt, record.line)
        if other != record.line:
            self._snag(
                record,
                "other-answer",
                "warn",
                f"The same question stands in line {other} with another answer. One of the two is wrong.",
            )

    def _keep(self, record: Record, state: LineState, question: str = "") -> None:
        for number, raw in enumerate(record.raw, record.line):
            self.reading.lines.append(Line(number, record.line, raw, state, question))

    def _snag(
        self,
        record: Record,
        code: str,
        severity: Literal["stop", "warn", "note"],
        message: str,
        mended: str | None = None,
    ) -> None:
        self.reading.snags.append(
            Snag(code, severity, message, self.reading.file, record.line, mended=mended)
        )


def _trimmed(cells: Sequence[str]) -> list[str]:
    """Cells without outer blanks, and without the empty ones at the end."""
    trimmed = [cell.strip() for cell in cells]
    while trimmed and not trimmed[-1]:
        trimmed.pop()
    return trimmed


def _counted(number: int, what: str) -> str:
    return f"{number} {what}{'' if number == 1 else 's'}"
