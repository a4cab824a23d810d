"""Hand-outs, and what a game is given away as."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import AfterValidator, AwareDatetime, BaseModel, Field

from ...core.play.seen.invitation import Shut
from .common import Small


def _near(time: datetime) -> datetime:
    if not 1970 <= time.year < 9000:  # so that it can be told in any zone
        raise ValueError("a time lies between 1970 and 9000")
    return time


Near = Annotated[AwareDatetime, AfterValidator(_near)]
"""A time that can be kept and told."""


class HandoutIn(BaseModel):
    """How a game is handed out. All plays have ``one_deal`` where that is wanted; ``plays_each`` is how many
    a player may have in one browser. One that is ``listed`` stands on the players' list. Where ``best`` is
    so, players are shown the best plays; the ``wall`` shows their names, marks, or nothing. With ``together``
    they wait until their maker begins for all; ``keep_days`` is how long plays are kept."""

    name: Annotated[str, Field(min_length=1, max_length=200)]
    note: Annotated[str, Field(max_length=1000)] = ""
    opens: Near | None = None
    closes: Near | None = None
    closed: bool = False
    asks_name: bool = True
    one_deal: bool = False
    plays_each: Annotated[int, Field(ge=1, le=1000)] | None = None
    listed: bool = False
    best: bool = False
    wall: Literal["names", "marks", "off"] = "names"
    together: bool = False
    keep_days: Annotated[int, Field(ge=1, le=3650)] | None = None


class HandoutChangeIn(HandoutIn):
    """How a game is to be handed out from now on; ``revision`` is that of the settings which are changed."""

    revision: Small


class HandedOut(BaseModel):
    """A version of a game as it was handed out, and how many plays there are of it."""

    number: int
    at: AwareDatetime
    revision: int
    plays: int


class HandoutOut(HandoutIn):
    """A hand-out. ``shut`` says why no play of it can be started just now; ``changed`` that the game is not
    any more as it was handed out last; ``made_up`` that its plays are nobody's. ``begun`` is when it began
    for all."""

    id: int
    revision: int
    link: str
    made: AwareDatetime
    made_up: bool
    begun: AwareDatetime | None
    shut: Shut
    changed: bool
    versions: list[HandedOut]


class BegunOut(BaseModel):
    """How many began."""

    players: int


class AddressesOut(BaseModel):
    """Where players reach this workshop. While it answers on this machine ``alone``, the addresses are those
    it would have if it were served by the ``command``."""

    alone: bool
    here: str
    others: list[str]
    command: str


class BundlePartOut(BaseModel):
    """A pack, picture or sound of a bundle: new here, the same as the one of its name, or another one."""

    name: str
    state: Literal["new", "same", "other"]
    questions: int = 0


class BundleLookOut(BaseModel):
    """What is in a bundle that is to be brought; ``is_game`` is false where an archive is none, but holds
    questions."""

    is_game: bool = True
    title: str
    packs: list[BundlePartOut]
    media: list[BundlePartOut]


class BundleBroughtOut(BaseModel):
    """The game that came of a bundle."""

    game: Small
