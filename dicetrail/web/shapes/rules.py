"""Rules, what they come to, and feedback."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ...core.play.rulebook.moments import Moment
from ...core.rules.document import (
    Document,
    Show,
)
from ...core.rules.page import CuePart, LookPart, SoundPart, WelcomePart, WordsPart
from .common import SnagOut


class ConditionOut(BaseModel):
    """A condition in words, and the expression that says it."""

    said: str
    source: str


class RulesOut(BaseModel):
    """A game's document for the table of its rules. ``built_in`` says what happens at each moment where no
    row applies, ``cues`` are all that a row may name, ``told`` the names that only texts know.

    ``names`` and ``told`` come with what each stands for. By their moments: ``thens`` are where a row can
    lead, ``conditions`` those that fit (of ``endings`` and ``awards``, too).
    ``comments`` are the maker's, by their places (rows from 1); ``shows`` is how each meter is shown.
    """

    revision: int
    document: Document
    moments: list[Moment]
    built_in: dict[str, str]
    titles: dict[str, str]
    names: dict[str, str]
    picks: dict[str, str]
    rounds_say: list[list[str]]
    told: dict[str, str]
    cues: list[str]
    thens: dict[str, list[str]]
    conditions: dict[str, list[ConditionOut]]
    comments: dict[str, str]
    shows: dict[str, Show]


class CellIn(BaseModel):
    """What is being typed in a cell: an expression, one of a row or one that is named (both may let chance
    in), one that picks questions out or says which comes next, or a text with expressions in braces."""

    kind: Literal["expression", "row", "named", "picks", "steers", "template"]
    text: Annotated[str, Field(max_length=200_000)]


class CellOut(BaseModel):
    """What is wrong with it ("": nothing), and at which character, counted from 1."""

    problem: str
    column: int


class PayOut(BaseModel):
    """What a moment does to the meters in a ``round`` (0: there are none) at tries from ``attempt`` (0: at
    any) to ``last`` (None: and at all later ones), each possible change, and by which rows."""

    moment: Moment
    attempt: int
    last: int | None
    round: int
    changes: dict[str, list[float]]
    rows: list[int | None]


class MeterRangeOut(BaseModel):
    """The values a meter can have at the end: the least, the most, how many, and all where they are few.
    ``open_ended`` tells that there are others still."""

    name: str
    least: float
    most: float
    number: int
    values: list[float]
    open_ended: bool


class PossibleOut(BaseModel):
    """An ending or an award and whether a play can come to it; None where that is not known."""

    number: int
    title: str
    possible: bool | None


class FlowOut(BaseModel):
    """A way from a moment to where the play goes on, and on how many ways of the search it was met."""

    moment: Moment
    to: str
    times: int


class GateReachedOut(BaseModel):
    """A gate of a round: when it holds ("": always), where it goes, and whether any play goes through it."""

    number: int
    condition: str
    go: str
    possible: bool | None


class RoundReachedOut(BaseModel):
    """A round, whether any play comes to it, and its gates."""

    number: int
    name: str
    possible: bool | None
    gates: list[GateReachedOut]


class ComesToOut(BaseModel):
    """What the rules come to. ``ready`` is false while it is still being worked out.

    ``shortest`` and ``longest`` count questions (None: no bound, or not known); ``quickest`` and ``slowest``
    are seconds (None: no bound), ``on_clock`` those of the game clock where these alone have a bound.
    """

    revision: int
    ready: bool
    complete: bool
    timed: bool
    mixed: bool
    pays: list[PayOut]
    meters: list[MeterRangeOut]
    results: list[str]
    endings: list[PossibleOut]
    awards: list[PossibleOut]
    rounds: list[RoundReachedOut]
    flow: list[FlowOut]
    leads_to: list[str]
    shortest: int | None
    longest: int | None
    quickest: float | None
    slowest: float | None
    on_clock: float | None
    snags: list[SnagOut]


class FeedbackOut(BaseModel):
    """The cues and sounds a game can use: its own, and those that come with Dice Trail; the rows that name
    each cue; the look of the player's page, how its colours stand out from the ground (1 to 21), and how far
    the picture behind it is covered (0 to 1); the welcome and the words."""

    revision: int
    cues: dict[str, CuePart]
    shipped_cues: dict[str, CuePart]
    sounds: dict[str, SoundPart]
    shipped_sounds: dict[str, SoundPart]
    rows: dict[str, list[int]]
    look: LookPart
    contrast: dict[str, float]
    tick: int
    tick_sound: str
    silent: bool
    welcome: WelcomePart
    words: WordsPart
    veil: float
    same_deal: bool
    review: bool
    review_by: Literal["", "topic"]


class ExperienceIn(BaseModel):
    """The cue that is to be experienced."""

    cue: Annotated[str, Field(max_length=100)]
