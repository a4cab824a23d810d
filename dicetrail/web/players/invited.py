"""What a player sees before a play."""

from __future__ import annotations

from ...core.play.deck import pass_length
from ...core.play.game import Bounds, Game
from ...core.play.program import Program
from ...core.play.view import intro
from ..shapes.players import InvitationOut, NumberAsked


def invited(slug: str, game: Game) -> InvitationOut:
    """The invitation to a game that can be played."""
    once = pass_length(game.questions) if game.deal.repeats == "never" else None
    return InvitationOut(
        slug=slug,
        title=game.title,
        intro=intro(Program(game)),
        name=game.setup.name,
        count=_bounds(game.setup.count, once),
        level=_bounds(game.setup.level, None),
        topics=list(game.topics) if game.setup.topic else [],
        problem="",
        look=game.look,
        silent=game.silent,
        welcome=game.welcome,
        language=game.words.language,
        texts=game.words.texts,
        played=game.words.played,
    )


def _bounds(asked: Bounds | None, most: int | None) -> NumberAsked | None:
    if asked is None:
        return None
    high = max(asked.min, asked.max if most is None else min(asked.max, most))
    return NumberAsked(min=asked.min, max=high, default=min(asked.default, high))
