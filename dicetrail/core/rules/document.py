"""The game document: what a game's YAML may say, with the schema that describes it."""

from __future__ import annotations

import keyword
import re
from collections.abc import Sequence
from functools import cache
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, BaseModel, BeforeValidator, Field, WithJsonSchema

from ..play.language.calls import CALLED, FUNCTIONS
from ..play.language.numbers import as_written
from ..play.rulebook.clocks import LONGEST_CLOCK
from ..play.rulebook.game import ClockName
from ..play.rulebook.help import Does, Per
from ..play.rulebook.moments import Moment, Then
from ..play.rulebook.names import LATER, NAMES
from .checking import CheckingPart
from .expected import AimPart, SetAsidePart, WaymarkPart
from .page import CuePart, LookPart, SoundPart, WelcomePart, WordsPart
from .part import Hold, Part, Text, underscored

MOST_ROWS = 500
MOST_ROUNDS = 30


def _none_word(value: object) -> object:
    return None if value == "none" else value


def _or_none(schema: dict[str, Any]) -> WithJsonSchema:
    return WithJsonSchema({"anyOf": [schema, {"const": "none"}, {"type": "null"}]})


def _source(value: object) -> object:
    """A number or a truth value written where an expression may stand is the expression of that value."""
    if isinstance(value, bool):
        return str(value)
    return as_written(value) if isinstance(value, int | float) else value


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
    if name in NAMES or name in CALLED:
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
Source = Annotated[
    str,
    BeforeValidator(_source),
    Field(max_length=500),
    WithJsonSchema({"type": ["string", "number", "boolean"], "description": "an expression"}),
]
Seconds = Annotated[float, Field(gt=0, le=LONGEST_CLOCK, allow_inf_nan=False)]
OneClock = Annotated[
    Seconds | None, BeforeValidator(_none_word), _or_none({"type": "number", "exclusiveMinimum": 0})
]
Ask = Literal["ask", "none"]
AskOne = Literal["ask", "one", "none"]
"""Whether something is asked: so that nothing need be chosen, or so that one is."""


def _all_word(value: object) -> object:
    return None if value == "all" else value


HowMany = Annotated[
    Annotated[int, Field(ge=1, le=100_000)] | None,
    BeforeValidator(_all_word),
    WithJsonSchema({"anyOf": [{"type": "integer", "minimum": 1}, {"const": "all"}, {"type": "null"}]}),
]


class DrawPart(Part):
    """A part of what is drawn: so many of the questions for which something holds."""

    if_: Source = Field(alias="if", description="of the question: level, topic, kind, worth, pack, id")
    draw: HowMany = None


class DealPart(Part):
    """Which questions a play asks, in which order, with options in which places."""

    draw: Annotated[
        HowMany | Annotated[list[DrawPart], Field(min_length=1, max_length=30)], BeforeValidator(_all_word)
    ] = Field(default=None, description="how many questions; all where it is not said; or parts, each drawn")
    order: Annotated[
        Literal["filed", "shuffled", "easiest_first", "by_topic", "by_part"], BeforeValidator(underscored)
    ] = "shuffled"
    options: Literal["filed", "shuffled", "balanced"] = "shuffled"
    repeats: Annotated[Literal["never", "when_empty", "always"], BeforeValidator(underscored)] = "never"
    next: Source | None = Field(
        default=None, description="of the questions left, one for which this is least comes next"
    )
    choose: Annotated[Literal["topic", "level", "none"], Field(description="chosen before each question")] = (
        "none"
    )

    @property
    def number(self) -> int | None:
        """How many are drawn, where that is a number and not told of parts."""
        return self.draw if isinstance(self.draw, int) else None


class AskedPart(Part):
    """A number that is asked of the player before the play, within bounds."""

    ask: bool = True
    min: Annotated[int, Field(ge=1, le=100_000)] = 1
    max: Annotated[int, Field(ge=1, le=100_000)] = 20
    default: Annotated[int, Field(ge=1, le=100_000)] = 10


class SetupPart(Part):
    """What is asked before a play."""

    name: Ask = "none"
    topic: Annotated[AskOne, Field(description="`one`: without all topics together")] = "none"
    count: AskedPart | None = None
    level: AskedPart | None = None


class MeterPart(Part):
    """A number a play keeps, with its start and, if wanted, its bounds and decimals."""

    start: Number = 0
    min: Number | None = None
    max: Number | None = None
    decimals: Annotated[int, Field(ge=0, le=6)] | None = None
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
    breather: Hold | Literal["player"] = 0.0
    restart_on_again: bool = False


class ClocksPart(RoundClocksPart):
    """The clocks of a game, in seconds; `round` is that of each of its rounds."""

    game: OneClock = None
    tick: Annotated[int, Field(ge=0, le=30, description="the last seconds that are heard")] = 0
    tick_sound: Annotated[str, Field(max_length=100, description="the sound they are heard as")] = ""


class ConsequencePart(Part):
    """One row of the rules: at this moment, if this holds, do that."""

    moment: Moment
    if_: Source | None = Field(default=None, alias="if")
    add: dict[str, Source] = {}
    set: dict[str, Source] = {}
    time: dict[ClockName, Source] = Field(default={}, description="seconds to add to a clock")
    restart: Annotated[list[ClockName], BeforeValidator(_listed)] = Field(
        default=[], description="clocks to start anew"
    )
    tell: Tell = ""
    reveal: bool | Literal["parts"] = Field(
        default=False, description="show the answer; or only which parts of what was given are right"
    )
    cue: str = ""
    hold: Hold | None = None
    then: Then | None = None
    after: Annotated[int, Field(ge=1, le=1000, description="others before one that comes again later")] = 3


class HelpPart(Part):
    """Something a player may use at a question: what it does, how often, while what holds, at what cost."""

    name: Annotated[
        str, Field(pattern="^[A-Za-z_][A-Za-z0-9_]{0,29}$", description="the move is `help NAME`")
    ]
    does: Does
    label: Annotated[str, Field(max_length=60, description="what a player reads")] = ""
    uses: Annotated[
        Annotated[int, Field(ge=1, le=1000)] | None,
        BeforeValidator(_none_word),
        _or_none({"type": "integer", "minimum": 1}),
    ] = 1
    per: Per = "play"
    if_: Source | None = Field(default=None, alias="if")
    add: dict[str, Source] = Field(default={}, description="what it costs")
    remove: Annotated[int, Field(ge=1, le=7, description="how many wrong options go")] = 2
    seconds: Annotated[float, Field(gt=0, le=LONGEST_CLOCK, description="what the clock gets")] = 10


class EndingPart(Part):
    """What ends a play, and with which result."""

    if_: Source = Field(alias="if")
    result: Literal["won", "lost", "done"]
    tell: Tell = ""


class AwardPart(Part):
    """The title given at the end; the first award that holds is given."""

    if_: Source = Field(alias="if")
    title: Annotated[str, Field(min_length=1, max_length=80)]
    tell: Tell = ""


class GatePart(Part):
    """Where the end of a round leads: to a round by its name, or to `next`, `over`, `won`, `lost`."""

    if_: Source | None = Field(default=None, alias="if")
    go: Annotated[str, Field(min_length=1, max_length=60)]
    most: Annotated[int, Field(ge=1, le=1000, description="how often in a play")] = 1


Tries = Annotated[
    Annotated[int, Field(ge=1, le=100)] | None,
    BeforeValidator(_none_word),
    _or_none({"type": "integer", "minimum": 1, "maximum": 100}),
]


class RoundPart(Part):
    """A round: its questions and how they are dealt, its tries, clocks, rows, and where its end leads. What
    it does not say is as in the game."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    intro: Text = Field(default="", description="shown before it, until the player's key")
    only: Source | None = Field(default=None, description="of level, topic, kind, worth, pack, id")
    deal: DealPart = DealPart()
    tries: Tries = 1
    clocks: RoundClocksPart = RoundClocksPart()
    consequences: Annotated[list[ConsequencePart], Field(max_length=MOST_ROWS)] = []
    then: Annotated[list[GatePart], Field(max_length=30)] = []


class ReviewPart(Part):
    """What is shown after a play besides its questions one by one: how it went, by topic."""

    by: Literal["topic"]


class Document(Part):
    """A whole game, as it is written."""

    title: Annotated[str, Field(min_length=1, max_length=200)]
    intro: Text = ""
    packs: Annotated[list[str], BeforeValidator(_listed), Field(max_length=50)]
    deal: DealPart = DealPart()
    setup: SetupPart = SetupPart()
    tries: Tries = 1
    meters: Annotated[dict[Annotated[str, AfterValidator(_meter_name)], MeterPart], Field(max_length=30)] = {}
    names: Annotated[
        dict[Annotated[str, AfterValidator(_own_name)], Source],
        Field(max_length=60, description="named expressions, used wherever expressions and texts are"),
    ] = {}
    clocks: ClocksPart = ClocksPart()
    checking: CheckingPart = CheckingPart()
    helps: Annotated[list[HelpPart], Field(max_length=9)] = []
    consequences: Annotated[list[ConsequencePart], Field(max_length=MOST_ROWS)] = []
    rounds: Annotated[list[RoundPart], Field(max_length=MOST_ROUNDS)] = []
    endings: Annotated[list[EndingPart], Field(max_length=MOST_ROWS)] = []
    awards: Annotated[list[AwardPart], Field(max_length=MOST_ROWS)] = []
    cues: Annotated[dict[str, CuePart], Field(max_length=100)] = {}
    sounds: Annotated[dict[str, SoundPart], Field(max_length=50)] = {}
    look: LookPart = LookPart()
    welcome: WelcomePart = WelcomePart()
    words: WordsPart = WordsPart()
    leave: Annotated[bool, Field(description="the player may end the play at any time")] = False
    silent: Annotated[bool, Field(description="nothing is heard, whatever else is said of sounds")] = False
    same_deal: Annotated[bool, Field(description="the player may play the same deal again")] = False
    review: Annotated[
        bool | ReviewPart,
        Field(description="the questions are shown one by one at the end; or how it went, by topic"),
    ] = True
    set_aside: Annotated[list[SetAsidePart], Field(max_length=300)] = []
    aims: Annotated[list[AimPart], Field(max_length=100)] = []
    waymarks: Annotated[list[WaymarkPart], Field(max_length=1000)] = []


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
