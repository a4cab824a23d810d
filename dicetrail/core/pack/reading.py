"""A reading: what was read from one file, every line of it accounted for."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal, NamedTuple, TypeVar

from ..play.questions.question import Question
from ..snag import Snag
from .known_by import KnownBy
from .media import files_of
from .roles import Role
from .tips import tips_for

LineState = Literal["question", "header", "blank", "snag", "frame"]


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


T = TypeVar("T")


def _shared(now: list[T], before: list[T]) -> list[T]:
    both = [old if old == new else new for new, old in zip(now, before, strict=False)]
    return both + now[len(both) :]


@dataclass
class Reading:
    """What was read from one file: its lines as written (``raw``), and an entry for every record in them.

    ``delimiter`` is "" for what is no table. ``heads`` are the names of the columns, empty without a header.
    """

    file: str
    encoding: str
    format: str
    delimiter: str
    roles: tuple[Role, ...]
    heads: tuple[str, ...]
    raw: list[str]
    questions: list[Question] = field(default_factory=list)
    entries: list[Entry] = field(default_factory=list)
    snags: list[Snag] = field(default_factory=list)

    def share(self, other: Reading) -> None:
        """Let what is equal in another reading be the same here: the revisions of a pack differ in little,
        and a large one is a hundred megabytes."""
        known = {line: line for line in other.raw}
        self.raw = [known.get(line, line) for line in self.raw]
        self.questions = _shared(self.questions, other.questions)
        self.entries = _shared(self.entries, other.entries)

    @cached_property
    def kinds(self) -> dict[str, int]:
        """How many questions there are of each kind."""
        return dict(Counter(question.kind for question in self.questions))

    @cached_property
    def files(self) -> set[str]:
        """The files of their pictures and sounds."""
        return files_of(self.questions)

    @cached_property
    def own_records(self) -> list[int]:
        """The places, among the entries, of the records that hold one question each."""
        return [place for place, entry in enumerate(self.entries) if entry.gave == 1]

    @cached_property
    def known(self) -> KnownBy:
        """What tells the questions apart."""
        return KnownBy(self.questions)

    def hand_on_known(self) -> KnownBy:
        """What tells the questions apart, for another reading to change and have; this one finds it anew."""
        known: KnownBy | None = self.__dict__.pop("known", None)
        return known or KnownBy(self.questions)

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
