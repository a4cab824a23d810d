"""What a player sees before a play."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from ..deal.dealer import Dealer
from ..deal.offered import Offer, offers
from ..deal.pool import pass_length
from ..rulebook.game import Bounds, Choices, Game
from ..rulebook.page import Look, Welcome
from ..rulebook.players import Players
from ..rulebook.program import Program
from .view import intro

Shut = Literal["", "not_yet", "closed", "enough"]
"""Why no play can be started: it is too early, too late, or this player has had all their plays."""


@dataclass(frozen=True, slots=True)
class Invitation:
    """The game, in a line how it is ``played``, and what is asked of the player. The page's texts are those
    of its ``language``, but for ``texts``. ``offers`` are what can be chosen of ``topics`` (one has to be
    where not ``all_topics``) and levels, each with the number of questions that a play then has at most; none
    where questions come again. ``players`` are asked for where several play in turn. On its ``wall`` names
    are shown, but for those who do not want that. ``note`` is what whoever handed it out says; ``opens`` is
    when it can be played from (ISO 8601), where that is still to come."""

    slug: str
    title: str
    texts: dict[str, str]
    intro: str = ""
    name: bool = False
    count: Bounds | None = None
    level: Bounds | None = None
    topics: tuple[str, ...] = ()
    all_topics: bool = True
    offers: tuple[Offer, ...] = ()
    look: Look = Look()
    silent: bool = False
    welcome: Welcome = Welcome()
    language: str = "en"
    played: str = ""
    players: Players | None = None
    wall: bool = False
    note: str = ""
    shut: Shut = ""
    opens: str = ""


def invitation(slug: str, program: Program) -> Invitation:
    """The invitation to a game that can be played."""
    game = program.game
    once = pass_length(game.questions) if game.deal.repeats == "never" else None
    return Invitation(
        slug=slug,
        title=game.title,
        intro=intro(program),
        name=game.setup.name and game.players is None,
        count=_bounds(game.setup.count, once),
        level=_bounds(game.setup.level, None),
        topics=game.topics if game.setup.topic else (),
        all_topics=not game.setup.one_topic,
        offers=tuple(_offers(game)),
        look=game.look,
        silent=game.silent,
        welcome=game.welcome,
        language=game.words.language,
        texts=game.words.texts,
        played=game.words.played,
        players=game.players,
    )


def _offers(game: Game) -> Iterator[Offer]:
    if game.deal.repeats != "never" or not (game.setup.topic or game.setup.level):
        return
    for offer in offers(game):
        if game.deal.parts:
            dealer = Dealer(game, Choices(0, topic=offer.topic, level=offer.level))
            yield replace(offer, questions=dealer.foreseen)
        elif game.setup.count or game.deal.draw is None:
            yield offer
        else:
            yield replace(offer, questions=min(game.deal.draw, offer.questions))


def _bounds(asked: Bounds | None, most: int | None) -> Bounds | None:
    if asked is None:
        return None
    high = max(asked.min, asked.max if most is None else min(asked.max, most))
    return Bounds(min=asked.min, max=high, default=min(asked.default, high))
