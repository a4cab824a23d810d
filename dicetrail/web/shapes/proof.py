"""Proof: odds, walks, aims, and what a change did."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ...core.rules.expected import AimPart
from .common import JobOut, Small

How = Literal["skill", "knows"]
Share = Annotated[float, Field(ge=0, le=1)]
Pace = Annotated[float, Field(ge=0, le=3600)]


class SpreadOut(BaseModel):
    """A number over all plays: its mean, standard deviation, least and largest value."""

    mean: float
    sd: float
    min: float
    max: float


class ShareOut(BaseModel):
    """A value, and the share of plays that end with it (0 to 1)."""

    value: float
    share: float


class FiguresOut(BaseModel):
    """What plays come to; ``plays`` of them were walked, None where the figures are exact. ``meters`` hold
    the values that plays end with, ``gates`` how often plays go through each gate ("2.1": the first of round
    2), as far as it is known; ``left_over`` is the share of plays that still go on. ``places`` hold for each
    of several players the shares in which they come first, second and so on; all else is of the first."""

    plays: int | None
    results: dict[str, float]
    awards: dict[str, float]
    meters: dict[str, list[ShareOut]]
    spreads: dict[str, SpreadOut]
    asked: SpreadOut
    seconds: SpreadOut
    unused_rows: list[int]
    gates: dict[str, float]
    left_over: float
    places: list[list[float]]


class OddsOut(BaseModel):
    """Exact figures, or in ``problem`` why there are none; ``needs_pace`` where a try has to take time, for
    nothing else ends a play."""

    revision: int
    problem: str
    figures: FiguresOut | None
    needs_pace: bool
    has_helps: bool


class CurveOut(BaseModel):
    """Shares of results and awards, and means of meters, for each of some ``shares`` of skill or knowledge;
    or in ``problem`` why they can't be had. ``guess`` is the skill of who only guesses: the chance that a
    first try is right so, on average over the questions."""

    revision: int
    problem: str
    shares: list[float]
    results: dict[str, list[float]]
    awards: dict[str, list[float]]
    means: dict[str, list[float]]
    guess: float


class WalkIn(BaseModel):
    """Plays to be walked: by one walker, who ``helps`` themselves or not, or by a company of them where
    ``spread``, ``pace_spread`` or ``levels`` (skill by level) say so, or ``handout``: as its players were,
    question by question."""

    how: How = "skill"
    share: Share = 0.5
    pace: Pace = 0
    helps: bool = False
    spread: Share = 0
    pace_spread: Pace = 0
    levels: dict[Annotated[int, Field(ge=1, le=5)], Share] = {}
    handout: Small | None = None
    plays: Annotated[int, Field(ge=1, le=20_000)] = 2000


class WalkOut(BaseModel):
    """A walk: how far it has come, and what its plays come to so far."""

    job: JobOut
    figures: FiguresOut | None


class HeldOut(BaseModel):
    """An aim, whether it holds, its value and the bounds of that, and the plays that were walked for it
    (none: it is exact); ``problem`` says why there is no value, ``about`` which results and awards it looks
    at."""

    number: int
    aim: AimPart
    holds: bool
    value: float | None
    low: float | None
    high: float | None
    plays: int | None
    problem: str
    about: list[str]


class AimsOut(BaseModel):
    """The aims of a game, looked at."""

    revision: int
    aims: list[HeldOut]


class VersionOut(BaseModel):
    """An earlier version of a game: when it was made, and the first line that was changed since in it."""

    revision: int
    updated: datetime | None
    said: str


class ChangedOut(BaseModel):
    """Something that a change made otherwise; rows are named by their numbers."""

    what: str
    before: float | str | None
    after: float | str | None


class ComparedOut(BaseModel):
    """Two versions of a game, side by side, the largest differences first."""

    revision: int
    earlier: int
    exact: bool
    changed: list[ChangedOut]
    before: FiguresOut
    after: FiguresOut
