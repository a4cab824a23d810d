"""The wall of a hand-out, as whoever has its link sees it."""

from __future__ import annotations

from pydantic import BaseModel

from ...core.play.seen.invitation import Shut
from ...core.play.seen.mark import Mark, MarkState
from .common import Small


class BestMarkOut(BaseModel):
    """One of the best of the last ten minutes."""

    name: str
    score: float | None


class NewsOut(BaseModel):
    """What has become otherwise on a wall: marks that are ``new`` (or called otherwise), those that ``moved``
    (number, far, score, state), and the ``best`` where they are others now. ``begun`` says whether it has
    begun for all; ``whole`` news are of all there is."""

    whole: bool | None = None

    moved: list[tuple[int, int, float | None, MarkState]]
    new: list[Mark]
    best: list[BestMarkOut] | None = None
    begun: bool


class WallOut(BaseModel):
    """A wall as it is now. Players join at the ``address``; its texts are those of the ``language``, but for
    ``texts``. With ``together`` all begin when their maker says so. Whoever asks is ``maker`` or not, and
    then ``handout`` is its number. ``now`` is all that will change."""

    title: str
    link: str
    address: str
    language: str
    texts: dict[str, str]
    shut: Shut
    together: bool
    maker: bool
    handout: Small | None
    now: NewsOut


class WaitingOut(BaseModel):
    """Who waits for the begin of a hand-out: how many, and the names of some that may be shown."""

    players: int
    names: list[str]
