"""Reading a question file: every line becomes a question, or stays with the reason why it did not."""

from __future__ import annotations

import gc
from collections.abc import Iterator, Sequence
from contextlib import contextmanager

from ..play.questions.question import Question, same
from ..snag import Refused, Snag
from .collecting import Collector
from .data import Data, DataLoader, no_data
from .flat import flat
from .formats import SHEETS, STRUCTURED, TABLE, contents_of, layout_of
from .formats.base import Contents
from .formats.yaml_list import REMARK, YamlList
from .header import header_of
from .known_by import asked_of
from .lists import ListReader, names_of_groups
from .misfit import Misfit
from .plain_lines import Seen, plain_reader
from .progress import Progress
from .question_maker import QuestionMaker
from .reading import Entry, Reading
from .records import DELIMITERS, MARKS, Record, guess_delimiter, split_at_spaces, split_records, usual_width
from .roles import Role, all_true_or_false, repeated, roles_of_header, roles_of_shape
from .row import CellRow, Columns
from .rows_of_table import is_rows
from .settings import Settings
from .shape import Shape, trimmed
from .text import split_lines

MOST_LINES = 100_001
"""As many questions as a pack may have, and a header."""
MOST_RECORDS = MOST_LINES - 1
"""Records that a list by name may have."""
SAMPLE = 5000
"""Records that are looked at to see how many fields most of them have."""
TELL_EVERY = 2000
"""Records after which a long reading tells how far it has come."""


def read_file(
    name: str,
    data: bytes,
    settings: Settings | None = None,
    *,
    load_data: DataLoader = no_data,
    progress: Progress | None = None,
) -> Reading:
    """Read a question file. Raises :class:`~dicetrail.core.snag.Refused` where nothing in it can be read."""
    contents = contents_of(name, data, progress)
    return read_contents(name, contents, settings, load_data=load_data, progress=progress)


def read_text(
    name: str,
    text: str,
    encoding: str = "utf-8",
    settings: Settings | None = None,
    *,
    load_data: DataLoader = no_data,
    progress: Progress | None = None,
) -> Reading:
    """Read questions from a text, as :func:`read_contents` does."""
    return read_contents(name, Contents(text, encoding), settings, load_data=load_data, progress=progress)


def read_contents(
    name: str,
    contents: Contents,
    settings: Settings | None = None,
    *,
    load_data: DataLoader = no_data,
    progress: Progress | None = None,
) -> Reading:
    """Read questions from what a file holds: cells parted by tabs, commas or semicolons, or JSON or YAML.

    Raises :class:`~dicetrail.core.snag.Refused` for JSON or YAML without any list.
    """
    with _no_collecting():
        return Reader(name, contents, settings or Settings(), load_data, progress).reading


@contextmanager
def _no_collecting() -> Iterator[None]:
    """Keep the garbage collector from going through a large reading again and again: it all stays."""
    enabled = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if enabled:
            gc.freeze()
            gc.unfreeze()  # what was read is among the old things now, and not gone through at once
            gc.enable()


def read_data(name: str, data: bytes) -> Data:
    """A data table: the names of its columns, and its rows. Raises Refused where it is none."""
    return data_of(name, contents_of(name, data))


def data_of(name: str, contents: Contents, settings: Settings | None = None) -> Data:
    """The data table that a file holds. Raises Refused."""
    lines = split_lines(contents.text)
    _, records = _records(name, contents, lines, _mark(name, contents, lines, settings))
    filled = [record.cells for record in records if record.cells]
    if len(filled) < 2:
        raise Refused(f"{name} is no table: there should be a line of column names, and rows under it.")
    return tuple(cell.strip() for cell in filled[0]), tuple(
        tuple(cell.strip() for cell in cells) for cells in filled[1:]
    )


def _mark(name: str, contents: Contents, lines: Sequence[str], settings: Settings | None) -> str:
    """The mark between the cells of a table: as it was set, as a spreadsheet was written, or as it seems;
    "" for what is no table."""
    sheet = contents.encoding in SHEETS
    if not sheet and layout_of(name, contents.text) != TABLE:
        return ""
    if settings is not None and settings.delimiter:
        return MARKS[settings.delimiter]
    return "," if sheet else guess_delimiter(name, lines)


def _records(name: str, contents: Contents, lines: Sequence[str], mark: str) -> tuple[str, Sequence[Record]]:
    """The layout and the records of a text. Those of a list by name come after a made-up header at line 0."""
    if mark == "," and contents.records is not None and len(lines) <= MOST_LINES:
        return TABLE, contents.records
    if mark:
        return TABLE, list(split_records(lines[:MOST_LINES], mark))
    layout = layout_of(name, contents.text)
    found: list[tuple[int, tuple[str, ...], dict[str, str], str]] = []
    heads: dict[str, None] = {}
    for piece in STRUCTURED[layout].pieces("\n".join(lines)):
        if len(found) == MOST_RECORDS:
            raise Refused(
                f"{name.rpartition('/')[2]} has more than {MOST_RECORDS:,} questions; another one begins in"
                f" line {piece.begin + 1:,}. Split it into several files."
            )
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
    return layout, records


class Reader:
    """Reads the records of one file, keeping what earlier lines said."""

    def __init__(
        self,
        name: str,
        contents: Contents,
        settings: Settings,
        load_data: DataLoader,
        progress: Progress | None,
    ) -> None:
        lines = split_lines(contents.text)
        sheet = contents.encoding in SHEETS
        self._mark = _mark(name, contents, lines, settings)
        self._table = bool(self._mark)
        layout, records = _records(name, contents, lines, self._mark)
        filled = [record for record in records if record.cells]
        self._header = header_of(filled, settings, table=self._table)
        heads = self._header.heads
        self._body = filled[1 if heads else 0 :]
        body = [trimmed(record.cells) for record in self._body[:SAMPLE]]
        width = self._usual(body, filled)
        self._roles = settings.roles or self._header.roles or roles_of_shape(body, width)
        if heads and len(self._roles) < len(heads):
            self._roles += repeated("unused", len(heads) - len(self._roles))
        self._columns = Columns(self._roles)
        self._shape = Shape(self._mark, width, self._roles, by_header=bool(heads), sheet=sheet)
        truth = all_true_or_false(self._column("answer"))
        is_lists = "group" in self._roles and "prompt" not in self._roles
        groups = names_of_groups(heads, self._roles) if is_lists else self._groups()
        self._maker = QuestionMaker(name, truth=truth, groups=groups, load_data=load_data)
        self._seen: Seen = {}
        mark = DELIMITERS.get(self._mark, "")
        self.reading = Reading(name, contents.encoding, layout, mark, self._roles, heads, lines)
        self._collector = Collector(self.reading, self._mark, by_header=bool(heads))
        if is_rows(settings):
            for record in records:
                self._collector.keep(record, "header" if record.line == self._header.line else "frame")
        elif is_lists:
            ListReader(self._roles, self._header, settings, self._maker, self._collector).read(
                records, self._read
            )
        else:
            self._read_all(records, progress, plain=self._table and self._columns.plain and not truth)
        if layout == YamlList.name:
            self._tell_remarks(lines)
        if self._table and len(lines) > MOST_LINES:
            self._leave_rest(len(lines))

    def _usual(self, body: Sequence[Sequence[str]], filled: Sequence[Record]) -> int:
        width = usual_width([len(cells) for cells in body])
        if width <= 1 and self._mark == "\t":
            return usual_width([len(split_at_spaces(record.raw[0])) for record in filled])
        return width

    def _column(self, role: Role) -> Iterator[str]:
        """The cells of a role's first column."""
        if role in self._roles:
            place = self._roles.index(role)
            for record in self._body:
                if len(record.cells) > place:
                    yield record.cells[place].strip()

    def _groups(self) -> list[str]:
        """The names of the groups that stand in the column of groups."""
        named: dict[str, str] = {}
        for cell in self._column("group"):
            if cell:
                named.setdefault(same(cell), cell)
        return list(named.values())

    def _read_all(self, records: Sequence[Record], progress: Progress | None, *, plain: bool) -> None:
        read_plain = None
        if plain:
            read_plain = plain_reader(
                self._mark,
                self._shape.fields,
                self._header.line,
                self._seen,
                self._maker.plain,
                self.reading,
            )
        for number, record in enumerate(records):
            if progress is not None and number % TELL_EVERY == 0:
                progress(number, len(records))
            if read_plain is None or not read_plain(record):
                self._read(record)

    def _read(self, record: Record) -> None:
        """Read one record into the reading."""
        if record.line == 0:
            return
        collector = self._collector
        if record.line == self._header.line:
            collector.keep(record, "header")
            collector.note(record, self._header.note(self._roles))
        elif not any(cell.strip() for cell in record.cells) and not record.problem:
            collector.keep(record, "blank")
            collector.snag(record, "blank-line", "note", "This line is blank; it was left out.")
        elif self._table and roles_of_header(record.cells) is not None:
            collector.keep(record, "header")
            collector.snag(
                record,
                "header",
                "warn",
                "This line is a header in the midst of the questions; it was left out. Remove it.",
                mend="Remove the line",
            )
        else:
            self._read_question(record)

    def _tell_remarks(self, lines: Sequence[str]) -> None:
        """Tell what whoever wrote the text left out, each at its place."""
        for number, line in enumerate(lines, 1):
            if line.startswith(REMARK):
                self._collector.snag(
                    Record(number, (line,), []),
                    "left-out",
                    "warn",
                    line.removeprefix(REMARK).strip(),
                    mend="Remove the line",
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
        cells = trimmed(record.cells)
        try:
            if record.problem:
                raise Misfit("not-readable" if not self._table else "open-quote", record.problem)
            if self._table:
                for note in self._shape.look(record, cells):
                    self._collector.note(record, note)
            row = CellRow(cells, self._columns_for(cells))
            question = self._maker.make(row, record.line)
            self._check_doubled(question, record)
        except Misfit as misfit:
            self._collector.misfit(record, misfit)
            return
        self._collector.keep(record, "question", question)
        self._look_at_writing(record, row)

    def _look_at_writing(self, record: Record, row: CellRow) -> None:
        """Tell what was read although it is written a little off."""
        raw = record.raw[-1] if record.raw else ""
        if self._table and raw != raw.rstrip(" \u00a0"):
            self._collector.snag(
                record,
                "outer-blanks",
                "note",
                "There are blanks at the end of this line; they were left out.",
                mend="Remove the blanks",
                mended="\n".join((*record.raw[:-1], raw.rstrip(" \u00a0"))),
            )
        key = row.one("key")
        if len(key) == 1 and key.islower() and "option" in self._columns.places:
            cells, mended = self._collector.one_line(record), None
            if cells is not None:
                place = self._columns.places["key"][0]
                cells[place] = cells[place].upper()
                mended = self._collector.line(cells)
            self._collector.snag(
                record,
                "small-key",
                "note",
                f"The key ‘{key}’ is a small letter; it was read as {key.upper()}.",
                mend="Make it a capital" if mended is not None else "",
                mended=mended,
            )

    def _columns_for(self, cells: Sequence[str]) -> Columns:
        if self._header.heads or len(cells) <= len(self._roles):
            return self._columns
        return Columns(self._roles + repeated("wrong", len(cells) - len(self._roles)))

    def _check_doubled(self, question: Question, record: Record) -> None:
        """Refuse a question of an earlier line; tell one that stands there with another answer."""
        answer = question.answers[0].casefold() if question.answers else ""
        before = self._seen.setdefault(asked_of(question), (record.line, answer))
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
        self._collector.snag(
            record,
            "other-answer",
            "warn",
            f"The same question stands in line {line} with another answer. One of the two is wrong.",
        )
