"""The shapes of what the APIs take and give."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ..core.play.setup import LARGEST_DICE, LONGEST_NAME
from ..core.rules.yamltext import LARGEST as LARGEST_GAME

DiceNumber = Annotated[int, Field(ge=0, le=LARGEST_DICE)]


class SnagOut(BaseModel):
    """A problem with its place. ``mended`` is the line as it should read, where that is certain."""

    code: str
    severity: Literal["stop", "warn", "note"]
    message: str
    file: str
    line: int
    column: int
    path: str
    mended: str | None


class PackOut(BaseModel):
    """A pack on the shelf, with what stands in it."""

    id: int
    name: str
    encoding: str
    delimiter: str
    roles: list[str]
    revision: int
    updated: datetime
    questions: int
    kinds: dict[str, int]
    lines: int
    snags: list[SnagOut]
    can_undo: bool
    can_redo: bool


class QuestionOut(BaseModel):
    """A question as it was read, with its key: for the maker only."""

    id: str
    kind: str
    prompt: str
    options: list[str]
    right: int
    answers: list[str]
    topic: str
    level: int
    why: str


class LineOut(BaseModel):
    """A line as written, what became of it, and the question that begins in it."""

    number: int
    raw: str
    state: Literal["question", "header", "blank", "snag"]
    question: QuestionOut | None


class LinesOut(BaseModel):
    """Some lines of a pack."""

    revision: int
    total: int
    lines: list[LineOut]


class PastedIn(BaseModel):
    """Pasted text to be read as a question file."""

    name: Annotated[str, Field(min_length=1, max_length=120)] = "pasted.tsv"
    text: Annotated[str, Field(max_length=20 * 1024 * 1024)]


class LineIn(BaseModel):
    """A line rewritten, or taken away (``raw`` None), in a given revision."""

    raw: Annotated[str, Field(max_length=200_000)] | None
    revision: int


class GameOut(BaseModel):
    """A game as written, with its snags."""

    id: int
    slug: str
    title: str
    text: str
    revision: int
    dice: int
    updated: datetime
    playable: bool
    questions: int
    rows: int
    meters: list[str]
    pack_ids: list[int]
    snags: list[SnagOut]


class ShelfOut(BaseModel):
    """Everything on the shelf."""

    packs: list[PackOut]
    games: list[GameOut]


class WordsOut(BaseModel):
    """The words that rules may use."""

    moments: list[str]
    names: list[str]
    functions: list[str]
    cues: list[str]


class NewGameIn(BaseModel):
    """A new game over a pack."""

    pack_id: int
    title: Annotated[str, Field(min_length=1, max_length=200)]


class GameTextIn(BaseModel):
    """A game's text, changed from a given revision."""

    text: Annotated[str, Field(max_length=LARGEST_GAME)]
    revision: int


class DiceIn(BaseModel):
    """The dice a game is tried with; a new roll where it is None."""

    dice: DiceNumber | None = None


class NumberAsked(BaseModel):
    """A number the player is asked for, with its bounds."""

    min: int
    max: int
    default: int


class InvitationOut(BaseModel):
    """What a player sees before a play: the game, and what is asked."""

    slug: str
    title: str
    intro: str
    name: bool
    count: NumberAsked | None
    level: NumberAsked | None
    topics: list[str]
    problem: str


class PlayIn(BaseModel):
    """What a play is started with."""

    player: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    count: int | None = None
    topic: Annotated[str, Field(max_length=200)] = ""
    level: int | None = None
    dice: DiceNumber | None = None


class PlayOut(BaseModel):
    """A play that was started."""

    id: str
    slug: str
    dice: int


class MoveIn(BaseModel):
    """A move over the live socket. ``visit`` is the visit the player had in sight."""

    do: Literal["answer", "skip", "continue"]
    text: Annotated[str, Field(max_length=20_000)] = ""
    visit: int
