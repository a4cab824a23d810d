"""Real plays, as the maker looks through them, and what they say."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AwareDatetime, BaseModel, Field

from ...core.play.rulebook.game import Number
from ...core.prove.plays.record import SeatRecord
from .bench import DifferentOut, PlayedIn
from .common import JobOut, Small


class PlayRowOut(BaseModel):
    """A play of a hand-out in short, with what its player chose before it (None and "" where nothing was
    asked). ``result`` is "" while it has not come to its end. Where several played in turn, each has one of
    the ``seats``."""

    id: str
    version: int
    player: str
    started: AwareDatetime
    over: bool
    result: str
    award: str
    score: float | None
    right: int
    asked: int
    seconds: float
    count: int | None
    topic: str
    level: int | None
    seats: list[SeatRecord]


class PlaysOut(BaseModel):
    """A page of plays, and how many there are in all."""

    total: int
    plays: list[PlayRowOut]
    results: list[str]
    awards: list[str]


class NowOut(BaseModel):
    """A play that goes on: at which question its player is, with which meters, and for how long they have
    made no move (seconds). One that is not ``here`` has no page open; one that ``waits`` has not begun."""

    id: str
    player: str
    number: int
    total: int | None
    meters: dict[str, Number]
    right: int
    asked: int
    still: float
    here: bool
    waits: bool
    over: bool


class RefusedTextOut(BaseModel):
    """A text that was typed in vain, and how often."""

    text: str
    times: int


class AdviceOut(BaseModel):
    """What to do about a question, in words, and how many plays that ``concerns``; ``mend`` says what one
    press does."""

    code: str
    said: str
    mend: Literal["", "accept", "answer", "question", "clock"]
    text: str
    concerns: int


class OptionPickedOut(BaseModel):
    """An option, whether it is right, and how often it was picked."""

    text: str
    right: bool
    times: int


class QuestionStatisticsOut(BaseModel):
    """What became of a question; shares lie between 0 and 1. ``pack_id`` and ``number`` are where it stands,
    None where it does not stand in the game any more."""

    id: str
    prompt: str
    pack_id: int | None
    number: int | None
    asked: int
    first: int
    right: int
    late: int
    skipped: int
    opinions: int
    seconds: float | None
    difficulty: float
    low: float
    high: float
    discrimination: float | None
    options: list[OptionPickedOut]
    refused: list[RefusedTextOut]
    advice: list[AdviceOut]


class RoundStatisticsOut(BaseModel):
    """What became of a round: in how many ``plays`` it was played, and of the questions ``asked`` in it how
    many were ``right`` in the end, and at the ``first`` try."""

    number: int
    name: str
    plays: int
    asked: int
    right: int
    first: int


class TopicStatisticsOut(BaseModel):
    """What became of the questions of a topic: how many there are, how often they were ``asked``, ``right``
    in the end, and at the ``first`` try."""

    topic: str
    questions: int
    asked: int
    right: int
    first: int


class HelpStatisticsOut(BaseModel):
    """What became of a help: how often it was used, of the questions ``asked`` with it how many were
    ``right`` in the end, and of the same ones where no help was used."""

    name: str
    label: str
    uses: int
    asked: int
    right: int
    asked_without: int
    right_without: int


class StatisticsOut(BaseModel):
    """What plays say of the questions. ``reliability`` is KR-20 over the ``common`` questions."""

    plays: int
    few: bool
    reliability: float | None
    common: int
    rounds: list[RoundStatisticsOut]
    topics: list[TopicStatisticsOut]
    helps: list[HelpStatisticsOut]
    questions: list[QuestionStatisticsOut]


class WhatIfIn(BaseModel):
    """Which plays are walked again: those of a version, or of all."""

    version: Small | None = None


class ShareChangedOut(BaseModel):
    """A result or an award: how many plays have it, and would have it."""

    what: Literal["result", "award"]
    name: str
    before: int
    after: int


class WhatIfOut(BaseModel):
    """What plays would come to under the rules as they are now, as far as they have been walked."""

    job: JobOut
    plays: int
    better: int
    worse: int
    verdicts: int
    changed: list[ShareChangedOut]


class TakenUpOut(BaseModel):
    """A play as the bench walks it, and what is otherwise under the present rules."""

    play: PlayedIn
    same_rules: bool
    differences: list[DifferentOut]


class ComparedPlaysOut(BaseModel):
    """What is otherwise in the second of two plays."""

    differences: list[DifferentOut]


class SomePlaysIn(BaseModel):
    """Plays of a hand-out; all of them where none are named."""

    plays: Annotated[list[Annotated[str, Field(max_length=32)]], Field(max_length=10_000)] | None = None


class TakenAwayOut(BaseModel):
    """How many plays it was done to."""

    plays: int


class StoreIn(BaseModel):
    """A learning record store, and how to sign in to it; one of this machine or of a private network has to
    be meant (``nearby``)."""

    address: Annotated[str, Field(max_length=300, pattern=r"^https?://\S+$")]
    user: Annotated[str, Field(max_length=200)] = ""
    password: Annotated[str, Field(max_length=200)] = ""
    nearby: bool = False
