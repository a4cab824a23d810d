"""Reading a question file: every line becomes a question, or stays with the reason why it did not."""

from __future__ import annotations

import gc
import re
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal, NamedTuple

from ..play.question import Question, same
from ..snag import Refused, Severity, Snag
from .data import Data, DataLoader, no_data
from .misfit import Misfit
from .question_maker import QuestionMaker
from .records import DELIMITERS, MARKS, Record, guess_delimiter, split_at_spaces, split_records, usual_width
from .roles import (
    PROMPT_HEADINGS,
    Role,
    all_true_or_false,
    group_of_heading,
    repeated,
    roles_of_header,
    roles_of_names,
    roles_of_shape,
)
from .row import Columns, Row
from .sheets import SHEETS, is_sheet, sheet_text
from .structured import Format, flat, format_of, pieces
from .text import check_size, decode, split_lines
from .tips import tips_for

LineState = Literal["question", "header", "blank", "snag", "frame"]
SHORTEST_LINE = 5
"""A line of so many characters or fewer is not a question (common practice, no source)."""
MOST_LINES = 100_000
SAMPLE = 5000
"""Records that are looked at to see how many fields most of them have."""
TELL_EVERY = 2000
"""Records after which a long reading tells how far it has come."""

_CELL_LETTERS = {"\t": "[!-{}~]", ",": r"[!#-+\--{}~]", ";": "[!#-:<-{}~]"}


def _plain_line(mark: str) -> re.Pattern[str]:
    """Fits a line in which nothing needs a closer look: ASCII, no blank too many, nothing that means more."""
    word = _CELL_LETTERS[mark] + "+"
    cell = f"{word}(?: {word})*"
    return re.compile(f"(?=.{{{SHORTEST_LINE + 1}}}){cell}(?:{mark}{cell}){{1,8}}")


PLAIN_LINE = {mark: _plain_line(mark) for mark in DELIMITERS}
"""What a line fits that can be read quickly, by the mark between its cells."""

Progress = Callable[[int, int], None]
"""Told how many records were read, and of how many (0: not known yet). It ends the reading by raising
InterruptedError."""


ASK_MEMBER, ASK_ODD = "{member}", "Which one does not belong?"
"""The wording of the questions that lists give, where a maker has none."""


@dataclass(frozen=True, slots=True)
class Settings:
    """What a maker says of a file where the guess was wrong; None (and ``guess``) leave it to the guess.

    ``lists`` says what columns of group members give: a sorting question for each member, one question
    which does not belong, or both. ``ask_member`` and ``ask_odd`` are their wording; ``{member}`` stands for
    the member.
    """

    delimiter: str | None = None
    roles: tuple[Role, ...] | None = None
    header: bool | None = None
    lists: Literal["sort", "odd", "both"] = "sort"
    ask_member: str = ASK_MEMBER
    ask_odd: str = ASK_ODD


class Entry(NamedTuple):
    """What became of one record: the line it begins in (from 1), how many lines it has, and its questions.

    ``first`` is the place of its first question among the reading's, ``gave`` how many there are of it.
    """

    line: int
    span: int
    state: LineState
    first: int = -1
    gave: int = 0


@dataclass(frozen=True, slots=True)
class Line:
    """One line of a file as written, what became of it, and the question it belongs to.

    ``begins`` is the line in which its record begins: an earlier one where a record spans lines. A snag
    stands at that line.
    """

    number: int
    begins: int
    raw: str
    state: LineState
    question: str = ""


@dataclass
class Reading:
    """What was read from one file: its lines as written (``raw``), and an entry for every record in them.

    ``delimiter`` is "" for what is no table. ``heads`` are the names of the columns, empty without a header.
    """

    file: str
    encoding: str
    format: Format
    delimiter: str
    roles: tuple[Role, ...]
    heads: tuple[str, ...]
    raw: list[str]
    questions: list[Question] = field(default_factory=list)
    entries: list[Entry] = field(default_factory=list)
    snags: list[Snag] = field(default_factory=list)

    @property
    def kinds(self) -> dict[str, int]:
        """How many questions there are of each kind."""
        counts: dict[str, int] = {}
        for question in self.questions:
            counts[question.kind] = counts.get(question.kind, 0) + 1
        return counts

    @cached_property
    def tips(self) -> list[Snag]:
        """Tips on the writing of the questions."""
        return tips_for(self.questions, keyed="option" in self.roles)

    @property
    def all_snags(self) -> list[Snag]:
        """The snags and the tips, in the order of their lines."""
        return sorted([*self.snags, *self.tips], key=lambda snag: snag.line)

    @cached_property
    def lines(self) -> list[Line]:
        """Every line of the file, in order. What holds a structured file's records together is its frame."""
        lines: list[Line | None] = [None] * len(self.raw)
        for entry in self.entries:
            question = self.questions[entry.first].id if entry.gave else ""
            for number in range(entry.line, entry.line + entry.span):
                if lines[number - 1] is None:
                    raw = self.raw[number - 1]
                    lines[number - 1] = Line(number, entry.line, raw, entry.state, question)
        return [
            line
            or Line(
                number, number, self.raw[number - 1], "frame" if self.raw[number - 1].strip() else "blank"
            )
            for number, line in enumerate(lines, 1)
        ]


def read_file(
    name: str,
    data: bytes,
    settings: Settings | None = None,
    *,
    load_data: DataLoader = no_data,
    progress: Progress | None = None,
) -> Reading:
    """Read a question file. Raises :class:`~dicetrail.core.snag.Refused` where nothing in it can be read."""
    text, encoding = file_text(name, data, progress)
    return read_text(name, text, encoding, settings, load_data=load_data, progress=progress)


def file_text(name: str, data: bytes, progress: Progress | None = None) -> tuple[str, str]:
    """A file as text, and the encoding it was in (``xlsx`` or ``ods`` for a spreadsheet). Raises Refused."""
    check_size(data, name)
    if not is_sheet(name, data):
        return decode(data, name)
    text, kind = sheet_text(data, name, progress)
    decode(text.encode(), name)
    return text, kind


def read_text(
    name: str,
    text: str,
    encoding: str = "utf-8",
    settings: Settings | None = None,
    *,
    load_data: DataLoader = no_data,
    progress: Progress | None = None,
) -> Reading:
    """Read questions from a text: cells parted by tabs, commas or semicolons, or JSON or YAML.

    Raises :class:`~dicetrail.core.snag.Refused` for JSON or YAML without any list.
    """
    with _no_collecting():
        return _Reader(name, text, encoding, settings or Settings(), load_data, progress).reading


@contextmanager
def _no_collecting() -> Iterator[None]:
    """Keep the garbage collector from going through a large reading again and again: it all stays."""
    enabled = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if enabled:
            gc.enable()


def read_data(name: str, data: bytes) -> Data:
    """A data table: the names of its columns, and its rows. Raises Refused where it is none."""
    return data_of(name, *file_text(name, data))


def data_of(name: str, text: str, encoding: str = "utf-8", settings: Settings | None = None) -> Data:
    """The data table that a text is. Raises Refused."""
    lines = split_lines(text)
    table = encoding in SHEETS or format_of(name, text) == "table"
    _, records = _records(name, text, lines, _mark(name, lines, encoding, settings) if table else "")
    filled = [record.cells for record in records if record.cells]
    if len(filled) < 2:
        raise Refused(f"{name} is no table: there should be a line of column names, and rows under it.")
    return tuple(cell.strip() for cell in filled[0]), tuple(
        tuple(cell.strip() for cell in cells) for cells in filled[1:]
    )


def _mark(name: str, lines: Sequence[str], encoding: str, settings: Settings | None) -> str:
    """The mark between the cells of a table: as it was set, as a spreadsheet was written, or as it seems."""
    if settings is not None and settings.delimiter:
        return MARKS[settings.delimiter]
    return "," if encoding in SHEETS else guess_delimiter(name, lines)


def _records(name: str, text: str, lines: Sequence[str], mark: str) -> tuple[Format, list[Record]]:
    """The records of a text. Those of JSON and YAML come after a made-up header at line 0."""
    if mark:
        return "table", list(split_records(lines[:MOST_LINES], mark))
    form = format_of(name, text)
    found: list[tuple[int, tuple[str, ...], dict[str, str], str]] = []
    heads: dict[str, None] = {}
    for piece in pieces("\n".join(lines), form):
        raw = tuple(lines[piece.begin : piece.end])
        problem, columns = piece.problem, {}
        if not problem:
            try:
                columns = flat(piece.data)
            except (ValueError, RecursionError) as error:
                problem = str(error)
        if len(heads) + len(columns) <= 2000:
            heads |= dict.fromkeys(columns)
        found.append((piece.begin + 1, raw, columns, problem))
    records = [Record(0, (), list(heads))]
    for line, raw, columns, problem in found:
        records.append(Record(line, raw, [columns.get(head, "") for head in heads], problem))
    return form, records


class _Reader:
    """Reads the records of one file, keeping what earlier lines said."""

    def __init__(
        self,
        name: str,
        text: str,
        encoding: str,
        settings: Settings,
        load_data: DataLoader,
        progress: Progress | None,
    ) -> None:
        lines = split_lines(text)
        self._table = encoding in SHEETS or format_of(name, text) == "table"
        mark = _mark(name, lines, encoding, settings) if self._table else ""
        self._mark = mark
        form, records = _records(name, text, lines, mark)
        filled = [record for record in records if record.cells]
        roles, guessed, heads = self._header(filled, settings)
        self._header_line = filled[0].line if heads else -1
        self._body = filled[1 if heads else 0 :]
        body = [_trimmed(record.cells) for record in self._body[:SAMPLE]]
        self._width = self._usual(body, filled, mark)
        self._by_header = bool(heads)
        self._guessed = guessed
        self._roles = settings.roles or roles or roles_of_shape(body, self._width)
        if heads and len(self._roles) < len(heads):
            self._roles += repeated("unused", len(heads) - len(self._roles))
        self._columns = Columns(self._roles)
        self._lists = settings.lists if "group" in self._roles and "prompt" not in self._roles else ""
        self._settings = settings
        self._heads = heads
        truth = all_true_or_false(self._column("answer"))
        self._maker = QuestionMaker(name, truth=truth, groups=self._groups(heads), load_data=load_data)
        self._seen: dict[str, tuple[int, str]] = {}
        self.reading = Reading(name, encoding, form, DELIMITERS.get(mark, ""), self._roles, heads, lines)
        self._plain = self._table and self._columns.plain and not truth
        self._read_all(records, progress)
        if self._table and len(lines) > MOST_LINES:
            self._leave_rest(len(lines))

    def _header(
        self, filled: Sequence[Record], settings: Settings
    ) -> tuple[tuple[Role, ...] | None, bool, tuple[str, ...]]:
        """The roles that a header gives, whether they are partly a guess, and the names in it."""
        if not filled or settings.header is False:
            return None, False, ()
        first = [cell.strip() for cell in filled[0].cells]
        roles = roles_of_header(first)
        if roles is not None:
            return roles, False, tuple(first)
        rows = [record.cells for record in filled[1:51]]
        guess = roles_of_names(first, rows)
        if guess is None and (settings.header or not self._table):
            shape: tuple[Role, ...] = ("prompt", "answer")
            guess = (shape + repeated("unused", len(first) - 2))[: len(first)]
        return (None, False, ()) if guess is None else (guess, True, tuple(first))

    def _usual(self, body: Sequence[Sequence[str]], filled: Sequence[Record], mark: str) -> int:
        width = usual_width([len(cells) for cells in body])
        if width <= 1 and mark == "\t":
            return usual_width([len(split_at_spaces(record.raw[0])) for record in filled])
        return width

    def _column(self, role: Role) -> Iterator[str]:
        """The cells of a role's first column."""
        if role in self._roles:
            place = self._roles.index(role)
            for record in self._body:
                if len(record.cells) > place:
                    yield record.cells[place].strip()

    def _groups(self, heads: Sequence[str]) -> list[str]:
        """The names of the groups: those of the columns, or those that stand in the column of groups."""
        if self._lists:
            return [
                group_of_heading(head) or head or f"Group {place + 1}"
                for place, (head, role) in enumerate(zip(heads or self._roles, self._roles, strict=False))
                if role == "group"
            ]
        named: dict[str, str] = {}
        for cell in self._column("group"):
            if cell:
                named.setdefault(same(cell), cell)
        return list(named.values())

    def _read_all(self, records: Sequence[Record], progress: Progress | None) -> None:
        if self._lists:
            self._read_lists(records)
            return
        read_plain = self._plain_reader() if self._plain else None
        for number, record in enumerate(records):
            if progress is not None and number % TELL_EVERY == 0:
                progress(number, len(records))
            if read_plain is None or not read_plain(record):
                self._read(record)

    def _plain_reader(self) -> Callable[[Record], bool]:
        """A quick reader for lines in which everything is as it should be; False where one needs more.

        Most lines of a large file are such, so this is what its reading takes.
        """
        expected = len(self._roles) if self._by_header else self._width
        fits, mark, header = PLAIN_LINE[self._mark].fullmatch, self._mark, self._header_line
        seen, make = self._seen, self._maker.plain
        entries, questions = self.reading.entries, self.reading.questions

        def read_plain(record: Record) -> bool:
            line, raw, cells, _ = record
            if len(cells) != expected or not fits(raw[0]) or line == header:
                return False
            folded = raw[0].lower().split(mark)
            key = folded[0]
            distinct = {*folded}
            if key in seen or len(distinct) < expected or not distinct.isdisjoint(PROMPT_HEADINGS):
                return False
            seen[key] = (line, folded[1])
            entries.append(Entry(line, 1, "question", len(questions), 1))
            questions.append(make(cells, key, line))
            return True

        return read_plain

    def _read(self, record: Record) -> None:
        """Read one record into the reading."""
        if record.line == 0:
            return
        if record.line == self._header_line:
            self._keep(record, "header")
            self._tell_header(record)
        elif not any(cell.strip() for cell in record.cells) and not record.problem:
            self._keep(record, "blank")
            self._snag(record, "blank-line", "note", "This line is blank; it was left out.")
        elif self._table and roles_of_header(record.cells) is not None:
            self._keep(record, "header")
            self._snag(
                record,
                "header",
                "warn",
                "This line is a header in the midst of the questions; it was left out. Remove it.",
                mend="Remove the line",
            )
        else:
            self._read_question(record)

    def _tell_header(self, record: Record) -> None:
        named = ", ".join(dict.fromkeys(role for role in self._roles if role != "unused"))
        if not self._guessed:
            self._snag(record, "header", "note", f"This line is a header, not a question; it names {named}.")
            return
        columns = dict(zip(self._roles, self._heads, strict=False))
        taken = " and ".join(
            f"‘{columns[role]}’ as the {role}" for role in ("prompt", "answer") if role in columns
        )
        self._snag(
            record,
            "header",
            "note",
            f"This line seems to name the columns; {taken or 'none'} was taken. Change the columns' roles if"
            " something else was meant.",
        )

    def _leave_rest(self, lines: int) -> None:
        """Keep the lines past the most a file may have, as written and unread."""
        self.reading.entries.append(Entry(MOST_LINES + 1, lines - MOST_LINES, "snag"))
        self.reading.snags.append(
            Snag(
                "too-many-lines",
                "stop",
                f"A file may have {MOST_LINES:,} lines; this and the {lines - MOST_LINES - 1:,} after it"
                " were not read. Split the file.",
                self.reading.file,
                MOST_LINES + 1,
            )
        )

    def _read_question(self, record: Record) -> None:
        cells = _trimmed(record.cells)
        try:
            if record.problem:
                raise Misfit("not-readable" if not self._table else "open-quote", record.problem)
            if self._table:
                self._check_shape(record, cells)
            row = Row(cells, self._columns_for(cells))
            question = self._maker.make(row, record.line)
            self._check_doubled(question, record)
        except Misfit as misfit:
            self._keep(record, "snag")
            self._snag_misfit(record, misfit)
            return
        self._keep(record, "question", question)
        self._look_at_writing(record, row)

    def _snag_misfit(self, record: Record, misfit: Misfit) -> None:
        mend, mended = misfit.mend, misfit.mended
        if misfit.column is not None:
            mended = self._without_cell(record, misfit.column)
            mend = mend if mended is not None else ""
        self._snag(record, misfit.code, misfit.severity, str(misfit), mend=mend, mended=mended)

    def _without_cell(self, record: Record, column: int) -> str | None:
        """A line without the text of one of its cells; None where that can't be written plainly."""
        if not self._table or len(record.raw) != 1 or '"' in record.raw[0]:
            return None
        cells = list(record.cells)
        if not self._by_header:
            del cells[column]
        else:
            cells[column] = ""
        return self._mark.join(cells)

    def _look_at_writing(self, record: Record, row: Row) -> None:
        """Tell what was read although it is written a little off."""
        raw = record.raw[-1] if record.raw else ""
        if self._table and raw != raw.rstrip(" \u00a0"):
            self._snag(
                record,
                "outer-blanks",
                "note",
                "There are blanks at the end of this line; they were left out.",
                mend="Remove the blanks",
                mended="\n".join((*record.raw[:-1], raw.rstrip(" \u00a0"))),
            )
        key = row.one("key")
        if len(key) == 1 and key.islower() and "option" in self._columns.places:
            mended = None
            if self._table and len(record.raw) == 1 and '"' not in raw:
                place = self._columns.places["key"][0]
                cells = [*record.cells]
                cells[place] = cells[place].upper()
                mended = self._mark.join(cells)
            self._snag(
                record,
                "small-key",
                "note",
                f"The key ‘{key}’ is a small letter; it was read as {key.upper()}.",
                mend="Make it a capital" if mended is not None else "",
                mended=mended,
            )

    def _read_lists(self, records: Sequence[Record]) -> None:
        """Read columns that are lists of members: every cell is a member of its column's group."""
        places = [place for place, role in enumerate(self._roles) if role == "group"]
        names = self._groups(self._heads)
        members: dict[str, dict[str, str]] = {name: {} for name in names}
        known: dict[str, int] = {}
        for record in records:
            if record.line == self._header_line or not record.cells or record.problem:
                self._read(record)
                continue
            made: list[Question] = []
            doubled = ""
            for group, place in enumerate(places):
                member = record.cells[place].strip() if place < len(record.cells) else ""
                if not member:
                    continue
                folded = same(member)
                if known.setdefault(folded, group) != group or folded in members[names[group]]:
                    doubled = member
                    continue
                members[names[group]][folded] = member
                if self._lists in ("sort", "both"):
                    wording = self._settings.ask_member
                    made.append(self._maker.member(member, group, record.line, wording))
            self._keep(record, "question" if made or not doubled else "snag", *made)
            if doubled:
                self._snag(
                    record,
                    "doubled-member",
                    "warn",
                    f"‘{doubled}’ stands in the lists before; it was read once. Remove one of them.",
                )
        if self._lists in ("odd", "both") and records:
            self._add_odd(tuple((name, tuple(found.values())) for name, found in members.items()))

    def _add_odd(self, groups: tuple[tuple[str, tuple[str, ...]], ...]) -> None:
        line = max(1, self._header_line)
        try:
            wording = self._settings.ask_odd
            self.reading.questions.append(self._maker.odd_one(groups, line, wording))
        except Misfit as misfit:
            self.reading.snags.append(Snag(misfit.code, "stop", str(misfit), self.reading.file, line))

    def _check_shape(self, record: Record, cells: list[str]) -> None:
        """Find what is wrong with a line before its cells are looked at."""
        raw = "\n".join(record.raw)
        if len(raw.strip()) <= SHORTEST_LINE:
            raise Misfit(
                "too-short",
                f"A line of {SHORTEST_LINE} characters or fewer is not a question."
                " Write it out or remove it.",
            )
        expected = len(self._roles) if self._by_header else self._width
        if len(record.cells) >= expected:
            self._check_extra(record, cells)
            return
        if self.reading.delimiter == "tab":
            at_spaces = split_at_spaces(raw)
            if len(at_spaces) > len(cells) and len(at_spaces) >= min(expected, 2):
                certain = len(at_spaces) == expected
                raise Misfit(
                    "spaces-for-tabs",
                    f"There are spaces where tabs should be: {_counted(len(cells), 'field')} instead of"
                    f" {expected}. Put one tab between the fields.",
                    mend="Put the tabs back" if certain else "",
                    mended="\t".join(at_spaces) if certain else None,
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
        if self.reading.encoding in SHEETS:
            return  # a row of a sheet has no end of its own
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
        answer = question.answers[0].casefold() if question.answers else ""
        asked = question.prompt.casefold()
        if question.image or question.sound:
            asked = f"{asked}\n{question.image}\n{question.sound}"
        before = self._seen.setdefault(asked, (record.line, answer))
        line, known = before
        if line == record.line and known == answer:
            return
        if known == answer:
            self._maker.forget(question)
            raise Misfit(
                "duplicate",
                f"This is the same question as in line {line}; it was read once. Remove one of them.",
                severity="warn",
                mend="Remove the line",
            )
        self._snag(
            record,
            "other-answer",
            "warn",
            f"The same question stands in line {line} with another answer. One of the two is wrong.",
        )

    def _keep(self, record: Record, state: LineState, *questions: Question) -> None:
        first = len(self.reading.questions) if questions else -1
        span = max(1, len(record.raw))
        self.reading.entries.append(Entry(record.line, span, state, first, len(questions)))
        self.reading.questions.extend(questions)

    def _snag(
        self,
        record: Record,
        code: str,
        severity: Severity,
        message: str,
        *,
        mend: str = "",
        mended: str | None = None,
    ) -> None:
        self.reading.snags.append(
            Snag(code, severity, message, self.reading.file, record.line, mend=mend, mended=mended)
        )


def _trimmed(cells: Sequence[str]) -> list[str]:
    """Cells without outer blanks, and without the empty ones at the end."""
    trimmed = [cell.strip() for cell in cells]
    while trimmed and not trimmed[-1]:
        trimmed.pop()
    return trimmed


def _counted(number: int, what: str) -> str:
    return f"{number} {what}{'' if number == 1 else 's'}"
