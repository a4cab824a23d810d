"""Packs, their lines and questions, pictures and sounds."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ...core.pack.mending import Mendable
from ...core.pack.roles import Role
from ...core.pack.settings import ASK_MEMBER, ASK_ODD, Settings
from ...core.play.seen.view import View
from .common import DiceNumber, JobOut, Small, SnagOut


class PackSummary(BaseModel):
    """A pack in short; ``to_mend`` counts the snags that are worth a look."""

    id: int
    name: str
    revision: int
    updated: datetime
    questions: int
    to_mend: int


class PackOut(BaseModel):
    """A pack on the shelf, with what stands in it. ``snags`` are the first ones, ``to_mend`` counts those
    that are more than a note, ``mendable`` are those that can be mended in many lines at once. ``maybe_rows``
    tells that it looks like rows of a table, not like questions."""

    id: int
    name: str
    encoding: str
    format: str
    delimiter: str
    roles: list[Role]
    revision: int
    updated: datetime
    questions: int
    kinds: dict[str, int]
    lines: int
    snags: list[SnagOut]
    to_mend: int
    notes: int
    mendable: list[Mendable]
    maybe_rows: bool
    can_undo: bool
    can_redo: bool


class QuestionOut(BaseModel):
    """A question as it was read, with its key: for the maker only. ``number`` is its place, from 0."""

    number: int
    line: int
    id: str
    kind: str
    prompt: str
    options: list[str]
    rights: list[int]
    shown: str
    answers: list[str]
    topic: str
    level: int
    worth: float
    why: str
    image: str
    sound: str
    snags: list[SnagOut]


class QuestionsOut(BaseModel):
    """Some of the questions that were looked for. ``total`` is how many were found, ``all`` how many there
    are; ``topics``, ``kinds`` and ``codes`` are what can be looked for."""

    revision: int
    total: int
    all: int
    questions: list[QuestionOut]
    topics: list[str]
    kinds: list[str]
    codes: list[str]


Record = dict[str, str | list[str]]


class OneQuestionOut(BaseModel):
    """One question with everything: its record to be edited, and how a player sees it.

    ``size`` is how many different questions a recipe gives, None where they are too many to count, and
    ``samples`` are some of them.
    """

    revision: int
    question: QuestionOut
    record: Record
    generated: bool
    size: int | None
    samples: list[str]
    preview: View


class TryIn(BaseModel):
    """Answers to be tried at a question; ``dice`` choose what a recipe makes."""

    answers: Annotated[list[Annotated[str, Field(max_length=2000)]], Field(max_length=30)] = []
    dice: DiceNumber = 1


class RecordIn(BaseModel):
    """A question as it is to be, in a given revision; ``after`` is the question it is put behind."""

    record: Record
    revision: Small
    after: Small | None = None


class ManyIn(BaseModel):
    """Something done to several questions: removed, duplicated, moved before the one numbered ``before``, or
    given the same ``fields`` ("" takes one away) where their kinds have them."""

    do: Literal["remove", "duplicate", "move", "set"]
    numbers: Annotated[list[Small], Field(min_length=1, max_length=100_000)]
    before: Small | None = None
    fields: dict[Literal["topic", "level", "worth", "seconds", "misses"], str] = {}
    revision: Small


class PackNameIn(BaseModel):
    """What a pack is to be called, without its folder."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    revision: Small


class RowsIn(BaseModel):
    """Rows of questions as they were pasted; ``after`` is the question they are put behind (None: last)."""

    text: Annotated[str, Field(min_length=1, max_length=2_000_000)]
    after: Small | None = None
    revision: Small


class GiveIn(BaseModel):
    """Questions that go to another pack (``target``): copied, or moved."""

    numbers: Annotated[list[Small], Field(min_length=1, max_length=100_000)]
    target: Small
    move: bool
    revision: Small


class GivenOut(BaseModel):
    """Both packs after questions went from one to the other, how many did, and why others did not."""

    pack: PackOut
    target: PackOut
    given: int
    left: list[str]


class EmptyPackIn(BaseModel):
    """The name of a pack to write into."""

    name: Annotated[str, Field(min_length=1, max_length=100)]


class SettingsIn(BaseModel):
    """How a pack is to be read; None leaves a thing to the guess."""

    delimiter: Literal["tab", "comma", "semicolon"] | None = None
    roles: Annotated[list[Role], Field(max_length=500)] | None = None
    header: bool | None = None
    lists: Literal["sort", "odd", "both"] = "sort"
    ask_member: Annotated[str, Field(min_length=1, max_length=500)] = ASK_MEMBER
    ask_odd: Annotated[str, Field(min_length=1, max_length=500)] = ASK_ODD

    def settings(self) -> Settings:
        """As the core knows them."""
        roles = None if self.roles is None else tuple(self.roles)
        return Settings(self.delimiter, roles, self.header, self.lists, self.ask_member, self.ask_odd)


class ColumnsOut(BaseModel):
    """The columns of a file: their names, what they are read as, and the first rows under them."""

    format: str
    encoding: str
    header: bool
    heads: list[str]
    roles: list[Role]
    rows: list[list[str]]
    settings: SettingsIn
    questions: int
    to_mend: int


class LineOut(BaseModel):
    """A line as written, what became of it, and the question that begins in it with its snags."""

    number: int
    begins: int
    raw: str
    state: Literal["question", "header", "blank", "snag", "frame"]
    question: QuestionOut | None
    snags: list[SnagOut]


class LinesOut(BaseModel):
    """Some lines of a pack."""

    revision: int
    total: int
    lines: list[LineOut]


class LostInFileOut(BaseModel):
    """What of a pack's questions a file of another format would not say: how much it is, and the first of
    it, a sentence each."""

    total: int
    lost: list[str]


class BroughtOut(BaseModel):
    """A file that was brought: the pack or the game it became or, where reading takes a while, the job that
    reads it."""

    pack: PackOut | None = None
    game: int | None = None
    job: JobOut | None = None


class DifferenceOut(BaseModel):
    """One difference between a pack and its file brought again."""

    number: int
    what: Literal["new", "changed", "gone", "kept"]
    mine: QuestionOut | None
    theirs: QuestionOut | None


class DifferencesOut(BaseModel):
    """A file brought again, under a token by which it is taken over, and how it differs."""

    token: str
    differences: list[DifferenceOut]
    total: int


class TakeIn(BaseModel):
    """Which differences are taken over: these, or the whole file as it is where ``numbers`` is None."""

    token: str
    numbers: list[Small] | None
    revision: Small


class TakenOut(BaseModel):
    """A pack after differences were taken over, and what could not be."""

    pack: PackOut
    left: list[str]


class MediaOut(BaseModel):
    """A picture (``width``, ``height`` in pixels) or a sound (``seconds``, ``peaks`` from 0 to 1)."""

    id: int
    name: str
    mime: str
    file: str
    width: int = 0
    height: int = 0
    seconds: float = 0
    peaks: list[float] = []


class PastedIn(BaseModel):
    """Pasted text to be read as a question file."""

    name: Annotated[str, Field(min_length=1, max_length=120)] = "pasted.tsv"
    text: Annotated[str, Field(max_length=20 * 1024 * 1024)]
    settings: SettingsIn = Field(default_factory=lambda: SettingsIn())


class LineIn(BaseModel):
    """A line rewritten, or taken away (``raw`` None), in a given revision."""

    raw: Annotated[str, Field(max_length=200_000)] | None
    revision: Small
