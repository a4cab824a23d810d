"""Games, and the shelf they stand on."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field

from ...core.pack.roles import Role
from ...core.play.answers.switches import Switch
from ...core.play.rulebook.moments import Moment, Tone
from ...core.play.rulebook.move import Do
from ...core.play.rulebook.page import ClockWhere, OptionGap, OptionShape, OptionSize, Size, Where
from ...core.play.seen.trying import PageState
from ...core.play.words.groups import TextGroup
from ...core.rules.document import Show
from ...core.rules.editing import Edit
from ...core.rules.expected import SetAsidePart
from ...core.rules.page import ClockAs, Face, LookPart, Mark, Motion, MusicWhen, OptionsAs, PictureAt, Timbre
from ...core.rules.yamltext import LARGEST as LARGEST_GAME
from .common import DiceNumber, Small, SnagOut
from .packs import PackSummary


class GameOut(BaseModel):
    """A game as written, with its snags. ``checking`` and ``deal`` say in a few words how it does these;
    ``passed`` and ``failed`` count its waymarks, ``aims`` its aims; ``asks_name`` says whether its rules ask
    for one. ``packs`` are those of its packs that stand on the shelf, in the game's order. While its plays
    are being gone through it is ``looking``: more snags may come. No other game was ``born`` just then.
    """

    id: int
    slug: str
    title: str
    text: str
    revision: int
    dice: DiceNumber
    updated: datetime
    born: datetime
    playable: bool
    questions: int
    rows: int
    meters: list[str]
    pack_names: list[str]
    packs: list[PackSummary]
    looking: bool
    snags: list[SnagOut]
    can_undo: bool
    can_redo: bool
    checking: str
    deal: str
    passed: int
    failed: int
    aims: int
    asks_name: bool
    set_aside: list[SetAsidePart]


class OffOut(BaseModel):
    """Something that was taken off the shelf."""

    id: int
    title: str


class GameSummary(BaseModel):
    """A game in short; ``to_mend`` counts the snags that are worth a look, more of which may come while it is
    ``looking``."""

    id: int
    slug: str
    title: str
    updated: datetime
    playable: bool
    questions: int
    rows: int
    to_mend: int
    looking: bool
    pack_ids: list[int]


class ShelfOut(BaseModel):
    """Everything on the shelf in short, and what was taken off it, the latest first."""

    packs: list[PackSummary]
    games: list[GameSummary]
    packs_off: list[OffOut]
    games_off: list[OffOut]


class MeterNameIn(BaseModel):
    """What a meter, or a named expression, is to be called."""

    name: Annotated[str, Field(max_length=200)]
    revision: Small


class CommentIn(BaseModel):
    """A comment at a place of a game's document (rows from 0); "" takes it away."""

    path: Annotated[list[str | int], Field(min_length=2, max_length=2)]
    comment: Annotated[str, Field(max_length=2000)]
    revision: Small


class LanguageOut(BaseModel):
    """A language of the player's page: its code, and its own name for itself."""

    code: str
    name: str


class MoveOut(BaseModel):
    """A move that a maker makes on the bench by a key."""

    do: Do
    title: str
    key: str


class EndingOut(BaseModel):
    """The ending of a file that questions can be written as, and what it is; ``partly`` where there are
    questions of which it can't say all."""

    ending: str
    says: str
    partly: bool


class TakeAwayOut(BaseModel):
    """A file that a game is given away as: its name in addresses, what is said of it, and whether it plays by
    itself."""

    way: str
    ending: str
    title: str
    about: str
    size: str
    plays: bool


class SwitchOut(BaseModel):
    """A switch of checking: what it is called, and an example of what it makes the same."""

    switch: Switch
    title: str
    example: str


class WordsOut(BaseModel):
    """The words that rules and packs may use: names, and the values that some parts of a game choose from;
    the languages of the player's page, and its texts in English by their names."""

    moments: list[Moment]
    moves: list[MoveOut]
    names: list[str]
    functions: list[str]
    cues: list[str]
    kinds: list[str]
    roles: list[Role]
    endings: list[EndingOut]
    take_aways: list[TakeAwayOut]
    switches: list[SwitchOut]
    motions: list[Motion]
    tones: list[Tone]
    timbres: list[Timbre]
    marks: list[Mark]
    faces: list[Face]
    shows: list[Show]
    sizes: list[Size]
    options_as: list[OptionsAs]
    option_shapes: list[OptionShape]
    option_sizes: list[OptionSize]
    option_gaps: list[OptionGap]
    places: list[Where]
    clock_places: list[ClockWhere]
    music_when: list[MusicWhen]
    clocks_as: list[ClockAs]
    pictures_at: list[PictureAt]
    page_states: list[PageState]
    looks: dict[str, LookPart]
    languages: list[LanguageOut]
    texts: dict[str, str]
    text_groups: list[TextGroup]
    text_states: dict[str, str]


class NewGameIn(BaseModel):
    """A new game over a pack, or none yet, of a manner to begin from."""

    pack_id: Small | None = None
    title: Annotated[str, Field(min_length=1, max_length=200)]
    manner: Annotated[str, Field(max_length=40)] = "plain"


class MannerOut(BaseModel):
    """A manner of game to begin from, and what it is in a sentence."""

    name: str
    about: str


class GameTextIn(BaseModel):
    """A game's text, changed from a given revision."""

    text: Annotated[str, Field(max_length=LARGEST_GAME)]
    revision: Small


class EditsIn(BaseModel):
    """Changes to a game in a given revision, made one after another."""

    edits: Annotated[list[Edit], Field(min_length=1, max_length=1000)]
    revision: Small


class DiceIn(BaseModel):
    """The dice a game is tried with; a new roll where it is None."""

    dice: DiceNumber | None = None
