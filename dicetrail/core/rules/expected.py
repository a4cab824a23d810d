"""What a game's document expects of its plays: waymarks and aims; and which snags it sets aside."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..play.deal.setup import LONGEST_NAME
from .part import DiceNumber, Names, Part

Expected = dict[str, int | float | str]
"""What must come of a play: any meter or count, ``result``, ``award``, ``ending`` (its number), and ``tell``
(the text shown last)."""


class AlongPart(Part):
    """What must hold on the way, after so many moves."""

    after: Annotated[int, Field(ge=0, le=2000)]
    """after how many moves"""
    expect: Expected
    """what must hold then"""


class WaymarkPart(Part):
    """A saved list of moves with what must come of it; dice and choices are those of the play."""

    name: Annotated[str, Field(min_length=1, max_length=200)]
    """what it shows"""
    moves: Annotated[list[Annotated[str, Field(max_length=1200)]], Field(max_length=2000)] = []
    """the moves of the play"""
    expect: Expected = {}
    """what must hold at its end"""
    along: Annotated[list[AlongPart], Field(max_length=100)] = []
    """what must hold on the way"""
    dice: DiceNumber = 1
    """the number all chance comes from"""
    player: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    """the player's name"""
    count: int | None = None
    """how many questions were chosen"""
    topic: str = ""
    """the topic that was chosen"""
    level: int | None = None
    """the level that was chosen"""
    players: Names = []
    """who plays in turn; as few as can if not said"""


class AimPart(Part):
    """What is to hold over all plays of a walker: one of a ``skill`` (the chance that a try is right), or one
    that ``knows`` the answers with a chance and guesses otherwise; a try takes ``pace`` seconds. Who
    ``helps`` themselves uses what helps there are where they don't know."""

    name: Annotated[str, Field(min_length=1, max_length=200)]
    """what it is for"""
    skill: Annotated[float, Field(ge=0, le=1)] | None = None
    """the chance that a try is right"""
    knows: Annotated[float, Field(ge=0, le=1)] | None = None
    """the chance that an answer is known; else it is guessed"""
    pace: Annotated[float, Field(ge=0, le=3600)] = 0
    """seconds a try takes"""
    helps: bool = False
    """whether helps are used where the answer does not come to mind"""
    expect: Annotated[str, Field(min_length=1, max_length=500)]
    """a condition over all plays"""


class SetAsidePart(Part):
    """A snag that is not to be mended: its code, its place (as it is told with it), and why."""

    snag: Annotated[str, Field(min_length=1, max_length=60)]
    """its code"""
    at: Annotated[str, Field(max_length=300)] = ""
    """its place, as it is told"""
    why: Annotated[str, Field(min_length=1, max_length=300)]
    """why it is meant to be so"""
