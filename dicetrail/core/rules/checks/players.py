"""Checks of several players: who may play, when the turn passes, and what is asked of all of them."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.language.calls import OVER_ALL, over_all_in
from ...play.rulebook.names import OF_PLAYERS
from ...play.rulebook.quantities import QUANTITIES
from ..sites import names_at, sites_of
from .found import Found, Written, gone, put


def players(game: Written) -> Iterator[Found]:
    """Of a game for several: what can't be. Of a game for one: what makes a difference only for several."""
    document = game.document
    part = document.players
    if part is None:
        yield from _for_one(game)
        return
    if part.least > part.most:
        message = f"At least {part.least} are to play, and {part.most} at most. Make `most` {part.least}."
        mend = put(f"Make it {part.least}", ("players", "most"), part.least)
        yield Found("few-players", "stop", message, ("players", "most"), mend=mend)
    if part.turn == "round" and not document.rounds:
        message = "The turn passes with the round, and this game has no rounds: one player plays all of it."
        mend = put("Let it pass after each question", ("players", "turn"), "question")
        yield Found("turn-by-round", "warn", message, ("players", "turn"), mend=mend)
    known = {*document.meters, *QUANTITIES}
    for site in sites_of(document):
        names = names_at(site)
        if site.path == ("players", "rank") and "rank" in names:
            message = "Players can’t be ranked by their rank. Rank them by a meter or a count, as `score`."
            yield Found("rank-by-rank", "stop", message, site.path)
        for called, (_, of) in over_all_in(names).items():
            if of not in known:
                message = f"`{called}`: only meters and counts can be held against all players."
                yield Found("over-all", "stop", message, site.path)


def _for_one(game: Written) -> Iterator[Found]:
    for place, ending in enumerate(game.document.endings):
        if ending.for_ == "player":
            at = ("endings", place, "for")
            message = "This game is for one player, whose end is that of the play. `for` changes nothing."
            yield Found("for-one-player", "note", message, at, mend=gone("Remove it", at))
    for site in sites_of(game.document):
        names = names_at(site)
        words = [*over_all_in(names), *(name for name in OF_PLAYERS if name in names)]
        words = [word for word in words if word not in {*game.document.meters, *game.document.names}]
        if words:
            alone = "that of the only player" if words[0].partition("(")[0] in OVER_ALL else "1 at all times"
            message = f"This game is for one player: `{words[0]}` is {alone}. Say `players:` for several."
            yield Found("for-one-player", "note", message, site.path)
