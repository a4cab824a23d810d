"""Plays, as their players start and make them."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ...core.play.deal.setup import LONGEST_NAME
from ...core.play.rulebook.move import PlayersDo
from .common import DiceNumber, Names, Small

LONGEST_MOVE = 4096
"""Characters of a move as it comes."""
LARGEST_FRAME = 4 * LONGEST_MOVE
"""Bytes of what a player sends at once; a character may take four."""


class PageTextsOut(BaseModel):
    """The texts of the player's page in a language, by their names. One that depends on a number has a form
    for each plural category (Unicode CLDR), such as ``rules.questions.one``."""

    language: str
    name: str
    direction: Literal["ltr", "rtl"]
    texts: dict[str, str]


class ListedOut(BaseModel):
    """A hand-out on the players' list."""

    link: str
    title: str
    note: str


class BestOut(BaseModel):
    """One of the best plays; ``own`` is the player's who asks."""

    player: str
    score: float | None
    own: bool


class PlayIn(BaseModel):
    """What a play is started with. Where the game allows it, it is dealt ``like`` an earlier play. A
    ``hidden`` one does not show its player's name to others."""

    player: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    count: Small | None = None
    topic: Annotated[str, Field(max_length=200)] = ""
    level: Small | None = None
    players: Names = []
    dice: DiceNumber | None = None
    like: Annotated[str, Field(max_length=60)] = ""
    hidden: bool = False


class PlayOut(BaseModel):
    """A play that was started. Its dice stay with the server: who knows them knows the answers."""

    id: str
    slug: str


class MoveIn(BaseModel):
    """A move over the live socket. ``visit`` is the visit the player had in sight."""

    do: PlayersDo
    text: Annotated[str, Field(max_length=LONGEST_MOVE)] = ""
    visit: Small
