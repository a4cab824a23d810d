"""The game document: what a game's YAML may say, with the schema that describes it."""

from __future__ import annotations

import keyword
import re
from collections.abc import Sequence
from functools import cache
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, BaseModel, BeforeValidator, Field, WithJsonSchema

from ..play.language.calls import CALLED, FUNCTIONS, OVER_ALL
from ..play.rulebook.clocks import LONGEST_CLOCK
from ..play.rulebook.game import ClockName
from ..play.rulebook.help import Does, Per
from ..play.rulebook.moments import Moment, Then
from ..play.rulebook.names import LATER, NAMES
from ..play.rulebook.players import MOST_PLAYERS, Asked, Passing
from .checking import CheckingPart
from .dealing import DealPart, SetupPart
from .expected import AimPart, SetAsidePart, WaymarkPart
from .page import CuePart, LookPart, SoundPart, WelcomePart, WordsPart
from .part import Hold, Part, Source, Text

MOST_ROWS = 500
MOST_ROUNDS = 30


def _none_word(value: object) -> object:
    return None if value == "none" else value


def _or_none(schema: dict[str, Any]) -> WithJsonSchema:
    return WithJsonSchema({"anyOf": [schema, {"const": "none"}, {"type": "null"}]})


Show = Literal["number", "marks", "bar"]


def shown_as(meter: str) -> Literal["number", "marks"]:
    """How a meter is shown where the game does not say it: lives as marks, all others as numbers."""
    return "marks" if meter == "lives" else "number"


def _meter_name(name: str) -> str:
    if not re.fullmatch(r"[A-Za-z_][A-Za-z0-9_]{0,39}", name):
        raise ValueError(f"‘{name[:40]}’ can't be a meter's name: use letters, digits and _, a letter first")
    if (name in NAMES and name not in LATER) or name in FUNCTIONS or keyword.iskeyword(name):
        raise ValueError(f"`{name}` is a word of the rules already; give the meter another name")
    return name


def _own_name(name: str) -> str:
    _meter_name(name)
    if name in NAMES or (name in CALLED and name not in OVER_ALL):  # which came later
        raise ValueError(f"`{name}` is a word of the rules already; take another name")
    return name


def _listed(value: object) -> object:
    return [value] if isinstance(value, str) else value


def _one_or_more(value: object) -> object:
    return value[0] if isinstance(value, list) and len(value) == 1 else value


Tell = Annotated[
    Text | Annotated[list[Annotated[Text, Field(min_length=1)]], Field(min_length=2, max_length=20)],
    BeforeValidator(_one_or_more),
    Field(description="a text; or several, of which one is told, never the same twice in a row"),
]
Number = Annotated[int | float, Field(ge=-1e15, le=1e15)]
Seconds = Annotated[float, Field(gt=0, le=LONGEST_CLOCK, allow_inf_nan=False)]
OneClock = Annotated[
    Seconds | None, BeforeValidator(_none_word), _or_none({"type": "number", "exclusiveMinimum": 0})
]


class MeterPart(Part):
    """A number a play keeps, with its start and, if wanted, its bounds and decimals."""

    start: Number = 0
    """what it is at the begin"""
    min: Number | None = None
    """what it can't go below"""
    max: Number | None = None
    """what it can't go above"""
    decimals: Annotated[int, Field(ge=0, le=6)] | None = None
    """how many decimals are kept"""
    show: Show | None = Field(
        default=None, description="how a player sees it; `lives` as marks, others as a number if not said"
    )
    label: Annotated[str, Field(max_length=60, description="what a player reads; its name if not said")] = ""


class RoundClocksPart(Part):
    """The clocks of a round, in seconds; ``breather: player`` waits for the player's key."""

    question: Annotated[
        Seconds
        | Annotated[dict[Annotated[int, Field(ge=1, le=5)], Seconds], Field(min_length=1)]
        | Source
        | None,
        BeforeValidator(_none_word),
        WithJsonSchema(
            {
                "description": "seconds; or the seconds of each level; or an expression; or none",
                "anyOf": [
                    {"type": "number", "exclusiveMinimum": 0},
                    {"type": "object", "additionalProperties": {"type": "number", "exclusiveMinimum": 0}},
                    {"type": "string"},
                    {"type": "null"},
                ],
            }
        ),
    ] = Field(default=None, union_mode="left_to_right")
    round: OneClock = None
    """seconds for the whole round"""
    breather: Hold | Literal["player"] = 0.0
    """seconds to read after an answer; `player`: until their key"""
    restart_on_again: bool = False
    """whether a wrong try starts the question's clock anew"""


class ClocksPart(RoundClocksPart):
    """The clocks of a game, in seconds; `round` is that of each of its rounds."""

    game: OneClock = None
    """seconds for the whole play"""
    tick: Annotated[int, Field(ge=0, le=30, description="the last seconds that are heard")] = 0
    tick_sound: Annotated[str, Field(max_length=100, description="the sound they are heard as")] = ""


class ConsequencePart(Part):
    """One row of the rules: at this moment, if this holds, do that."""

    moment: Moment
    """when it is looked at"""
    if_: Source | None = Field(default=None, alias="if")
    """only if this holds"""
    add: dict[str, Source] = {}
    """what is added to meters"""
    set: dict[str, Source] = {}
    """what meters are set to"""
    time: dict[ClockName, Source] = Field(default={}, description="seconds to add to a clock")
    restart: Annotated[list[ClockName], BeforeValidator(_listed)] = Field(
        default=[], description="clocks to start anew"
    )
    tell: Tell = ""
    reveal: bool | Literal["parts"] = Field(
        default=False, description="show the answer; or only which parts of what was given are right"
    )
    cue: str = ""
    """the feedback that is seen and heard"""
    hold: Hold | None = None
    """seconds that the feedback stays, in place of the cue's"""
    then: Then | None = None
    """where the play goes, in place of what is usual"""
    after: Annotated[int, Field(ge=1, le=1000, description="others before one that comes again later")] = 3


class HelpPart(Part):
    """Something a player may use at a question: what it does, how often, while what holds, at what cost."""

    name: Annotated[
        str, Field(pattern="^[A-Za-z_][A-Za-z0-9_]{0,29}$", description="the move is `help NAME`")
    ]
    does: Does
    """what it does"""
    label: Annotated[str, Field(max_length=60, description="what a player reads")] = ""
    uses: Annotated[
        Annotated[int, Field(ge=1, le=1000)] | None,
        BeforeValidator(_none_word),
        _or_none({"type": "integer", "minimum": 1}),
    ] = 1
    """how often it can be used; `none`: as often as one likes"""
    per: Per = "play"
    """what its uses are counted in"""
    if_: Source | None = Field(default=None, alias="if")
    """only while this holds"""
    add: dict[str, Source] = Field(default={}, description="what it costs")
    remove: Annotated[int, Field(ge=1, le=7, description="how many wrong options go")] = 2
    seconds: Annotated[float, Field(gt=0, le=LONGEST_CLOCK, description="what the clock gets")] = 10


class EndingPart(Part):
    """What ends a play, and with which result."""

    if_: Source = Field(alias="if")
    result: Literal["won", "lost", "done"]
    """what comes of the play"""
    for_: Literal["play", "player"] = Field(
        default="play", alias="for", description="what ends: the play, or that of the player whose turn it is"
    )
    tell: Tell = ""


class AwardPart(Part):
    """The title given at the end; the first award that holds is given."""

    if_: Source = Field(alias="if")
    title: Annotated[str, Field(min_length=1, max_length=80)]
    """what is given"""
    tell: Tell = ""


class GatePart(Part):
    """Where the end of a round leads: to a round by its name, or to `next`, `over`, `won`, `lost`."""

    if_: Source | None = Field(default=None, alias="if")
    """only if this holds"""
    go: Annotated[str, Field(min_length=1, max_length=60)]
    """the name of a round, or next, over, won, lost"""
    most: Annotated[int, Field(ge=1, le=1000, description="how often in a play")] = 1


Tries = Annotated[
    Annotated[int, Field(ge=1, le=100)] | None,
    BeforeValidator(_none_word),
    _or_none({"type": "integer", "minimum": 1, "maximum": 100}),
]


class PlayersPart(Part):
    """Several players at one screen, who play in turn with meters and counts of their own."""

    least: Annotated[int, Field(ge=2, le=MOST_PLAYERS, description="how few can play")] = 2
    most: Annotated[int, Field(ge=2, le=MOST_PLAYERS, description="how many can play")] = MOST_PLAYERS
    turn: Passing = "question"
    """after what the turn passes: each question, each that was not answered right, each round"""
    ask: Asked = "names"
    """whether they are asked for their names, or only how many they are"""
    rank: Source | None = Field(
        default=None, description="what they are ranked by, the most first; the score if not said"
    )


class RoundPart(Part):
    """A round: its questions and how they are dealt, its tries, clocks, rows, and where its end leads. What
    it does not say is as in the game."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    """what the player reads, and what ways lead to"""
    intro: Text = Field(default="", description="shown before it, until the player's key")
    only: Source | None = Field(default=None, description="of level, topic, kind, worth, pack, id")
    deal: DealPart = DealPart()
    """which of its questions are asked"""
    tries: Tries = 1
    """tries a question has in it"""
    clocks: RoundClocksPart = RoundClocksPart()
    """its clocks and pauses"""
    consequences: Annotated[list[ConsequencePart], Field(max_length=MOST_ROWS)] = []
    """its own rows, looked at before the game's"""
    then: Annotated[list[GatePart], Field(max_length=30)] = []
    """at its end the first that holds; else the next round"""


class ReviewPart(Part):
    """What is shown after a play besides its questions one by one: how it went, by topic."""

    by: Literal["topic"]
    """what is put together"""


class Document(Part):
    """A whole game, as it is written."""

    title: Annotated[str, Field(min_length=1, max_length=200)]
    """what the game is called"""
    intro: Text = ""
    """shown before a play"""
    packs: Annotated[list[str], BeforeValidator(_listed), Field(max_length=50)]
    """the question files, in their order"""
    deal: DealPart = DealPart()
    """which questions a play asks, and in which order"""
    setup: SetupPart = SetupPart()
    """what is asked before a play"""
    players: PlayersPart | None = None
    """several players in turn at one screen"""
    tries: Tries = 1
    """tries a question has; `none`: as many as one likes"""
    meters: Annotated[dict[Annotated[str, AfterValidator(_meter_name)], MeterPart], Field(max_length=30)] = {}
    """numbers a play keeps, by their names"""
    names: Annotated[
        dict[Annotated[str, AfterValidator(_own_name)], Source],
        Field(max_length=60, description="named expressions, used wherever expressions and texts are"),
    ] = {}
    clocks: ClocksPart = ClocksPart()
    """clocks and pauses"""
    checking: CheckingPart = CheckingPart()
    """how answers are compared"""
    helps: Annotated[list[HelpPart], Field(max_length=9)] = []
    """what a player may use at a question"""
    consequences: Annotated[list[ConsequencePart], Field(max_length=MOST_ROWS)] = []
    """the rows of the rules: of those of a moment the first that holds applies"""
    rounds: Annotated[list[RoundPart], Field(max_length=MOST_ROUNDS)] = []
    """rounds, one after another; a game without them is one"""
    endings: Annotated[list[EndingPart], Field(max_length=MOST_ROWS)] = []
    """what ends a play; the first that holds"""
    awards: Annotated[list[AwardPart], Field(max_length=MOST_ROWS)] = []
    """titles given at the end; the first that holds"""
    cues: Annotated[dict[str, CuePart], Field(max_length=100)] = {}
    """the game's own feedback, by the names that rows say"""
    sounds: Annotated[dict[str, SoundPart], Field(max_length=50)] = {}
    """the game's own sounds, by the names that cues say"""
    look: LookPart = LookPart()
    """how the player's page looks"""
    welcome: WelcomePart = WelcomePart()
    """what invites a player before a play"""
    words: WordsPart = WordsPart()
    """the language of the player's page, and its texts"""
    leave: Annotated[bool, Field(description="the player may end the play at any time")] = False
    silent: Annotated[bool, Field(description="nothing is heard, whatever else is said of sounds")] = False
    same_deal: Annotated[bool, Field(description="the player may play the same deal again")] = False
    review: Annotated[
        bool | ReviewPart,
        Field(description="the questions are shown one by one at the end; or how it went, by topic"),
    ] = True
    set_aside: Annotated[list[SetAsidePart], Field(max_length=300)] = []
    """snags that are meant to be as they are"""
    aims: Annotated[list[AimPart], Field(max_length=100)] = []
    """what is to hold over all plays"""
    waymarks: Annotated[list[WaymarkPart], Field(max_length=1000)] = []
    """plays that are kept, with what must come of them"""


@cache
def schema() -> dict[str, Any]:
    """The JSON Schema (2020-12) of a game document."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        **Document.model_json_schema(by_alias=True),
        "title": "A Dice Trail game",
    }


def words_at(path: Sequence[str | int]) -> list[str]:
    """The words the document knows at a path, in their usual order."""
    model: type[BaseModel] = Document
    for key in path:
        if isinstance(key, str) and key in model.model_fields:
            model = _model_in(model.model_fields[key].annotation) or model
    return [field.alias or name for name, field in model.model_fields.items()]


def _model_in(annotation: Any) -> type[BaseModel] | None:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return annotation
    for inner in getattr(annotation, "__args__", ()):
        if (found := _model_in(inner)) is not None:
            return found
    return None
