"""Checking and the deal."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ...core.play.answers.verdict import VerdictName
from ...core.rules.checking import CheckingPart, OwnCheckingPart
from ...core.rules.comparing import Scope
from ...core.rules.dealing import DealPart
from .common import DiceNumber, JobOut, Small, SnagOut
from .packs import QuestionOut


class TriedOut(BaseModel):
    """An input and what checking says of it.

    ``about`` says what is special about a suggested one. ``must`` is what it was pinned to be, as the
    sample numbered ``pin`` (from 0; -1 where it is not pinned).
    """

    text: str
    about: str
    verdict: VerdictName
    steps: list[str]
    must: Literal["", "right", "wrong"]
    pin: int


class CheckingOut(BaseModel):
    """How the answers to a question are compared: the switches of the game, of its pack and its own, and of
    each kind which setting holds, for the question and (``around``) at each of the three; with samples, and
    the options that collide anywhere in the game. Blanks are told as the outer and the inner ones."""

    revision: int
    game: CheckingPart
    pack: OwnCheckingPart | None
    own: OwnCheckingPart | None
    holds: OwnCheckingPart
    around: dict[Scope, OwnCheckingPart]
    origins: dict[str, Scope]
    question: QuestionOut | None
    generated: bool
    samples: list[TriedOut]
    collisions: list[str]
    broken: list[SnagOut]


class SamplesIn(BaseModel):
    """Inputs of the maker's own, to be tried beside the suggested ones."""

    texts: Annotated[list[Annotated[str, Field(max_length=20_000)]], Field(max_length=50)] = []


class SaysIn(BaseModel):
    """What is to be said to an answer of a question, in a given revision of its pack: an option's words, or a
    text that is typed."""

    text: Annotated[str, Field(min_length=1, max_length=1000)]
    says: Annotated[str, Field(min_length=1, max_length=2000)]
    revision: Small


class AcceptIn(BaseModel):
    """An input that is to be another right answer of a question, in a given revision of its pack."""

    text: Annotated[str, Field(min_length=1, max_length=1000)]
    revision: Small


class CardOut(BaseModel):
    """A question as it is dealt: its options in their places, and those of what is right (none: typed); and
    the number of the round it is dealt in (0: the game has none)."""

    round: int
    id: str
    kind: str
    prompt: str
    topic: str
    level: int
    options: list[str]
    rights: list[int]
    answer: str
    line: int


class DealOut(BaseModel):
    """A deal, and how the game deals. ``total`` is how many questions it has, None where it goes on;
    ``rounds`` are their names. Where what comes next hangs on how the play goes, ``cards`` are those after
    right answers, and ``after_wrong`` those after wrong ones."""

    dice: DiceNumber
    cards: list[CardOut]
    after_wrong: list[CardOut] | None
    rounds: list[str]
    total: int | None
    pool: int
    how: DealPart
    revision: int


class FindingOut(BaseModel):
    """Something that was counted over many deals, and what is to be said of it."""

    about: Literal["places", "first", "drawn"]
    title: str
    judgement: Literal["fair", "unfair", "by design", "too few"]
    said: str
    labels: list[str]
    counts: list[int]
    expected: float | None
    p: float | None


class GeneratedOut(BaseModel):
    """A generated question: how many different ones there are, how many a play asks, and the chance that two
    plays have one of them in common."""

    id: str
    prompt: str
    size: int | None
    asked: int
    twice_in_a_play: bool
    met_again: float


class FairnessIn(BaseModel):
    """How many deals to look at."""

    deals: Annotated[int, Field(ge=1, le=100_000)] = 10_000


class FairnessOut(BaseModel):
    """What the deals that were made so far look like."""

    job: JobOut
    deals: int
    findings: list[FindingOut]
    generated: list[GeneratedOut]
