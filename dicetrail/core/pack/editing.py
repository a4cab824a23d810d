"""Editing a pack: its text changed record by record, so that what is not touched stays as it is written."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

from ..play.questions.question import LABELS, Question
from ..snag import Refused
from .blocks import Blocks
from .carrying import without_letters
from .cells import places_of_key
from .data import DataLoader, no_data
from .formats import COMMAS, STRUCTURED, TABLE, TABS
from .formats.base import Contents
from .formats.separated import line_of
from .kinds import WRITTEN
from .misfit import Misfit
from .notation import join_bars
from .patching import patched
from .progress import Progress
from .question_maker import QuestionMaker
from .reader import MOST_LINES, read_contents
from .reading import Reading
from .record import WrittenRecord
from .records import MARKS, Record, split_records
from .roles import Role, repeated
from .row import CellRow, Columns
from .settings import Settings
from .stretches import Stretch, lines_of
from .writing import cells_of, columns_for, headings, to_record


@dataclass
class Source:
    """A pack as it is kept: its text, and how it is to be read. It is read once."""

    name: str
    text: str
    encoding: str = "utf-8"
    settings: Settings = Settings()
    load_data: DataLoader = no_data

    _reading: Reading | None = field(default=None, init=False, compare=False, repr=False)
    _before: Reading | None = field(default=None, init=False, compare=False, repr=False)
    _records: tuple[Record, ...] | None = field(default=None, init=False, compare=False, repr=False)

    @classmethod
    def of(cls, name: str, contents: Contents, settings: Settings, load_data: DataLoader) -> Source:
        """What a file holds, as a pack."""
        source = cls(name, contents.text, contents.encoding, settings, load_data)
        source._records = contents.records
        return source

    def read(self, progress: Progress | None = None) -> Reading:
        """What stands in it. Raises :class:`Refused`, and InterruptedError where ``progress`` does."""
        if self._reading is None:
            self._reading = read_contents(
                self.name,
                Contents(self.text, self.encoding, self._records),
                self.settings,
                load_data=self.load_data,
                progress=progress,
            )
            self._records = None
            if self._before is not None:
                self._reading.share(self._before)
                self._before = None
        return self._reading

    def known(self, reading: Reading) -> Source:
        """The same pack, which was read elsewhere."""
        self._reading = reading
        return self

    def with_text(self, text: str) -> Source:
        """The same pack with another text."""
        changed = replace(self, text=text)
        changed._before = self._reading
        return changed

    def with_stretches(self, stretches: Sequence[Stretch]) -> Source:
        """The same pack with a text laid together from its own lines and new ones."""
        reading = self.read()
        changed = self.with_text("".join([f"{line}\n" for line in lines_of(reading.raw, stretches)]))
        changed._reading = patched(reading, self.settings, stretches, self.load_data)
        if changed._reading is not None:
            changed._before = None
        return changed


def question_of(record: WrittenRecord, load_data: DataLoader = no_data) -> Question:
    """The question that a record says. Raises :class:`Misfit`."""
    roles = columns_for([record])
    cells = cells_of(record, roles) or []
    return QuestionMaker(load_data=load_data).make(
        CellRow([cell.strip() for cell in cells], Columns(roles)), 0
    )


def change(source: Source, number: int, record: WrittenRecord) -> Source:
    """The pack with its ``number``-th question (from 0) as the record says. Raises :class:`Misfit`."""
    wanted = question_of(record, source.load_data)
    source = _one_a_record(source)
    reading = source.read()
    return _put(source, reading.own_records[number], record, wanted, number, adds=False)


def add(source: Source, after: int | None, record: WrittenRecord) -> Source:
    """The pack with a new question behind the one numbered ``after``; None puts it at the end."""
    wanted = question_of(record, source.load_data)
    source = _one_a_record(source)
    reading = source.read()
    if after is None:
        place, number = len(reading.entries), len(reading.questions)
    else:
        place, number = reading.own_records[after] + 1, after + 1
    return _put(source, place, record, wanted, number, adds=True)


def remove(source: Source, numbers: Iterable[int]) -> Source:
    """The pack without these questions."""
    source = _one_a_record(source)
    reading = source.read()
    places = reading.own_records
    gone = {places[number] for number in numbers}
    blocks = Blocks(reading)
    blocks.keep([place for place in range(len(blocks)) if place not in gone])
    return source.with_stretches(blocks.stretches())


def move(source: Source, numbers: Iterable[int], before: int | None) -> Source:
    """The pack with these questions, in their order, before the one numbered ``before`` (None: last)."""
    source = _one_a_record(source)
    reading = source.read()
    places = reading.own_records
    moved = [places[number] for number in sorted(set(numbers))]
    target = len(reading.entries) if before is None else places[before]
    apart = set(moved)
    kept = [place for place in range(len(reading.entries)) if place not in apart]
    at = bisect_left(kept, target)
    blocks = Blocks(reading)
    blocks.keep([*kept[:at], *moved, *kept[at:]])
    return source.with_stretches(blocks.stretches())


def in_full(source: Source) -> Source:
    """The pack written out with a column for everything, every kind named; unread lines come last."""
    reading = source.read()
    layout = STRUCTURED.get(reading.format)
    tabs = reading.delimiter == "tab"
    form = layout or (TABS if tabs else COMMAS)
    text = form.write(reading.questions).decode()
    unread = [
        "\n".join(reading.raw[entry.line - 1 : entry.line - 1 + entry.span])
        for entry in reading.entries
        if entry.state == "snag"
    ]
    if unread and not (layout and layout.enclosed):
        text += "\n".join(unread) + "\n"
    settings = Settings() if layout else Settings(delimiter="tab" if tabs else "comma")
    return replace(source, text=text, settings=settings)


def _one_a_record(source: Source) -> Source:
    """The pack with a record for every question."""
    reading = source.read()
    return source if len(reading.own_records) == len(reading.questions) else in_full(source)


def _put(
    source: Source,
    place: int,
    record: WrittenRecord,
    wanted: Question,
    number: int,
    *,
    adds: bool,
) -> Source:
    """Write a record at a place: as the file is laid out or, where that has no room, with more columns."""
    reading = source.read()
    before = reading.questions
    others = [*before[:number], *before[number if adds else number + 1 :]]
    if reading.delimiter == "tab" and any("\n" in text or "\t" in text for text in _texts(record)):
        raise Misfit(
            "no-room",
            "Tab-separated text has no way to hold a tab or a line break. Write it in one line, or save the"
            " pack as another kind of file and bring that.",
        )
    if adds and reading.format == TABLE and len(reading.raw) >= MOST_LINES:
        raise Misfit(
            "full", f"The pack has {MOST_LINES:,} lines, and no more fit. Put the question into another pack."
        )
    for attempt in (as_laid_out, _with_more_columns, _with_kinds, _laid_out_anew):
        laid = attempt(source, record)
        if laid is None:
            continue
        draft, line = laid
        now = draft.read()
        if attempt is _laid_out_anew:
            at = _place_of(now, number)
        else:
            at = place + len(now.entries) - len(reading.entries)
        blocks = Blocks(now)
        blocks.put(at, line, adds=adds)
        result = draft.with_stretches(blocks.stretches())
        if _came_out(result.read(), number, wanted, others):
            return result
    raise Misfit(
        "not-kept",
        "This can't be kept beside the other questions. Does another one say the same?",
    )


def _place_of(reading: Reading, number: int) -> int:
    """The record at which the ``number``-th question stands, or is to be put."""
    places = [place for place, entry in enumerate(reading.entries) if entry.gave]
    if number < len(places):
        return places[number]
    return places[-1] + 1 if places else len(reading.entries)


def _came_out(reading: Reading, number: int, wanted: Question, others: Sequence[Question]) -> bool:
    """Whether a question came out as it was wanted and every other one stayed what it was."""
    questions = reading.questions
    if len(questions) != len(others) + 1 or not same_question(questions[number], wanted):
        return False
    return same_questions([*questions[:number], *questions[number + 1 :]], others)


def same_questions(some: Sequence[Question], others: Sequence[Question]) -> bool:
    """Whether these questions ask the same as those, one by one."""
    return len(some) == len(others) and all(map(same_question, some, others))


def same_question(one: Question, other: Question) -> bool:
    """Whether two questions ask the same, wherever they stand: all but their first field, the id, and their
    last two, the file and the line."""
    return one is other or one[1:-2] == other[1:-2]


def as_laid_out(source: Source, record: WrittenRecord) -> tuple[Source, str] | None:
    """The record as the file's own columns can say it; None where they can't."""
    reading = source.read()
    if reading.format != TABLE:
        return source, STRUCTURED[reading.format].record(record)
    cells = cells_of(_fitted(record, reading.roles), reading.roles)
    return None if cells is None else (source, line_of(cells, MARKS[reading.delimiter]))


def _with_kinds(source: Source, record: WrittenRecord) -> tuple[Source, str] | None:
    """The file with a column for the kind, and whatever else the record needs."""
    return _with_more_columns(source, record, keep=("kind",))


def _with_more_columns(
    source: Source, record: WrittenRecord, keep: tuple[Role, ...] = ()
) -> tuple[Source, str] | None:
    """The file with the columns added that the record needs beyond its own."""
    reading = source.read()
    if reading.format != TABLE:
        return None
    mark = MARKS[reading.delimiter]
    rows = list(split_records(reading.raw, mark))
    width = max([len(reading.roles), *(len(row.cells) for row in rows)])
    roles = reading.roles + repeated("wrong", width - len(reading.roles))
    fitted = _fitted(record, (*roles, *keep))
    needed = columns_for([fitted])
    added: list[Role] = []
    for role in dict.fromkeys(needed):
        added += repeated(role, needed.count(role) - roles.count(role))
    roles += tuple(added)
    heads = list(reading.heads) + headings(roles)[len(reading.heads) :]
    lines = [] if reading.heads else [line_of(heads, mark)]
    states = {entry.line: entry.state for entry in reading.entries}
    for row in rows:
        state = states.get(row.line)
        if state == "header" and reading.heads:
            lines.append(line_of(heads, mark))
        elif state == "question":
            cells = [*row.cells, *[""] * (len(roles) - len(row.cells))]
            lines.append(line_of(cells, MARKS[reading.delimiter]))
        else:
            lines += row.raw
    lines += reading.raw[sum(len(row.raw) for row in rows) :]
    settings = replace(source.settings, roles=roles, header=True)
    draft = replace(source, text="\n".join(lines) + "\n", settings=settings)
    line = cells_of(fitted, roles)
    return None if line is None else (draft, line_of(line, mark))


def _laid_out_anew(source: Source, record: WrittenRecord) -> tuple[Source, str] | None:
    """The whole file with a column for everything, the kind of every question named."""
    reading = source.read()
    if reading.format != TABLE:
        return None
    records = [*(to_record(question) for question in reading.questions), record]
    roles = columns_for(records)
    delimiter: Literal["tab", "comma"] = "tab" if reading.delimiter == "tab" else "comma"
    lines = [line_of(headings(roles), MARKS[delimiter])]
    for written in records[:-1]:
        cells = cells_of(written, roles)
        assert cells is not None
        lines.append(line_of(cells, MARKS[delimiter]))
    for entry in reading.entries:
        if entry.state == "snag":
            lines += reading.raw[entry.line - 1 : entry.line - 1 + entry.span]
    draft = replace(source, text="\n".join(lines) + "\n", settings=Settings(delimiter=delimiter))
    cells = cells_of(record, roles)
    return None if cells is None else (draft, line_of(cells, MARKS[delimiter]))


def _fitted(record: WrittenRecord, roles: Sequence[Role]) -> WrittenRecord:
    """A record in the words of a file: its right option as the answer, where no column is for options."""
    kind = WRITTEN.get(str(record.get("kind", "")))
    said = kind.within(record, roles) if kind is not None else record
    fitted = {role: value for role, value in said.items() if role in roles or role not in ("id", "kind")}
    if "option" in fitted and "option" not in roles and "wrong" in roles and _says_no_places(fitted):
        options = list(fitted["option"])
        rights = places_of_key(str(fitted["key"]), options) if fitted.get("key") else ()
        fitted = WRITTEN[str(record["kind"])].without_options(fitted)
        fitted = without_letters(fitted, rights, len(options))
    elif "key" in fitted and "key" not in roles and "answer" in roles and len(str(fitted["key"])) == 1:
        options = list(fitted["option"])
        fitted["answer"] = options[LABELS.index(str(fitted.pop("key")))]
    if "accepted" in fitted and "accepted" not in roles:
        first, others = str(fitted.get("answer", "")), list(fitted.pop("accepted"))
        fitted["answer"] = " | ".join([first, *others]) if first else join_bars(others)
    return fitted


def _says_no_places(record: WrittenRecord) -> bool:
    """Whether nothing is lost where the right options come first: they do, and none is pinned."""
    if "pinned" in record or "key" not in record:
        return "pinned" not in record
    rights = places_of_key(str(record["key"]), list(record["option"]))
    return sorted(rights) == list(range(len(rights)))


def _texts(record: WrittenRecord) -> Iterator[str]:
    for value in record.values():
        yield from value if isinstance(value, list) else [value]


def replace_lines(source: Source, line: int, raw: str | None) -> Source:
    """The pack with the record that begins in a line rewritten as it stands, or taken away (None).

    Raises :class:`Refused` where no such line is.
    """
    reading = source.read()
    if not 1 <= line <= len(reading.raw):
        raise Refused(f"There is no line {line}; the pack has {len(reading.raw)}.")
    span = next((entry.span for entry in reading.entries if entry.line == line), 1)
    new = [] if raw is None else raw.split("\n")
    return source.with_stretches([range(1, line), *new, range(line + span, len(reading.raw) + 1)])
