"""What a game's document expects of its plays: waymarks and aims; and which snags it sets aside."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..play.deal.setup import LONGEST_NAME
from .part import DiceNumber, Part

Expected = dict[str, int | float | str]
"""What must come of a play: any meter or count, ``result``, ``award``, ``ending`` (its number), and ``tell``
(the text shown last)."""


class AlongPart(Part):
    """What must hold on the way, after so many moves."""

    after: Annotated[int, Field(ge=0, le=2000)]
    expect: Expected


class WaymarkPart(Part):
    """A saved list of moves with what must come of it; dice and choices are those of the play."""

    name: Annotated[str, Field(min_length=1, max_length=200)]
    moves: Annotated[list[Annotated[str, Field(max_length=1200)]], Field(max_length=2000)] = []
    expect: Expected = {}
    along: Annotated[list[AlongPart], Field(max_length=100)] = []
    dice: DiceNumber = 1
    player: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    count: int | None = None
    topic: str = ""
    level: int | None = None


class AimPart(Part):
    """What is to hold over all plays of a walker: one of a ``skill`` (the chance that a try is right), or one
    that ``knows`` the answers with a chance and guesses otherwise; a try takes ``pace`` seconds. Who
    ``helps`` themselves uses what helps there are where they don't know."""

    name: Annotated[str, Field(min_length=1, max_length=200)]
    skill: Annotated[float, Field(ge=0, le=1)] | None = None
    knows: Annotated[float, Field(ge=0, le=1)] | None = None
    pace: Annotated[float, Field(ge=0, le=3600)] = 0
    helps: bool = False
    expect: Annotated[str, Field(min_length=1, max_length=500)]


class SetAsidePart(Part):
    """A snag that is not to be mended: its code, its place (as it is told with it), and why."""

    snag: Annotated[str, Field(min_length=1, max_length=60)]
    at: Annotated[str, Field(max_length=300)] = ""
    why: Annotated[str, Field(min_length=1, max_length=300)]
