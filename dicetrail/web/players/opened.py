"""What a player's link leads to: a hand-out, or for the maker alone a game as it is just now, to try it."""

from __future__ import annotations

import secrets
from dataclasses import dataclass, replace
from typing import Annotated

from fastapi import Depends, HTTPException, Request

from ...core.play.rulebook.program import Program
from ...core.play.seen.invitation import Invitation, Shut, invitation
from ...store import games, handouts
from ...store.models import Handout, now
from ..requests import ThePlayersSession, TheWorkshop

VISITOR = "dicetrail-player"
"""The cookie that tells browsers apart, for hand-outs that a player may play only so often."""
_NOTHING = "There is no such game here. Ask who sent you the link."
_BROKEN = "This game is being worked on: its rules can't be played just now. Try again later."
SHUT: dict[Shut, str] = {
    "not_yet": "This game does not open before {opens}.",
    "closed": "This game is closed: no new play can be started.",
    "enough": "You have had all your plays of this game.",
}


@dataclass(frozen=True, slots=True)
class Opened:
    """A game that can be played: ready to run, under which digest it is kept, and the hand-out it is of."""

    game_id: int
    program: Program
    digest: str
    handout: Handout | None
    shut: Shut


def opened(slug: str, request: Request, session: ThePlayersSession, workshop: TheWorkshop) -> Opened:
    """What a link leads to. 404 where that is nothing for this player, 409 where it can't be played."""
    handed = handouts.handed_out(session, slug)
    if handed is not None:
        handout, digest = handed
        shut = handouts.shut(session, handout, visitor_of(request), now())
        return Opened(handout.game_id, workshop.games.played(session, digest), digest, handout, shut)
    game = games.game_called(session, slug)
    if game is None or game.off_since is not None or not request.scope["maker"]:
        raise HTTPException(404, _NOTHING)
    program = workshop.games.program(session, game)
    if program is None:
        raise HTTPException(409, _BROKEN)
    return Opened(game.id, program, workshop.games.kept(session, game, program), None, "")


TheOpened = Annotated[Opened, Depends(opened)]


def invited(slug: str, request: Request, session: ThePlayersSession, workshop: TheWorkshop) -> Invitation:
    """What a player sees who follows a link. Raises as :func:`opened` does, and in one thread with it: each
    change of thread of a crowd is one of everybody's turns."""
    found = opened(slug, request, session, workshop)
    made: Invitation = workshop.games.known_of(
        found.digest, ("invitation", slug), lambda: invitation(slug, found.program)
    )
    handout = found.handout
    if handout is None:
        return made
    opens = handout.opens.isoformat() if handout.opens and found.shut == "not_yet" else ""
    players = made.players
    if players is not None and not handout.asks_name:
        players = replace(players, ask="number")
    asks_name = handout.asks_name and players is None
    wall = handout.asks_name and handout.wall == "names"
    return replace(
        made, name=asks_name, players=players, wall=wall, note=handout.note, shut=found.shut, opens=opens
    )


TheInvitation = Annotated[Invitation, Depends(invited)]


def visitor_of(request: Request) -> str:
    """What tells this browser apart; "" where it has nothing yet."""
    return request.cookies.get(VISITOR, "")[:32]


def new_visitor() -> str:
    """Something to tell a browser apart by."""
    return secrets.token_urlsafe(16)
