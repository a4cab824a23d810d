"""The players' API: an invitation, a play, and the live socket. It never gives a key away."""

from __future__ import annotations

import asyncio
import logging
from collections.abc import AsyncIterator
from dataclasses import replace
from typing import Annotated, Any

from fastapi import Depends, HTTPException, Request, Response, WebSocket, WebSocketDisconnect
from sqlalchemy.exc import SQLAlchemyError

from ...core.play.deal.setup import choose
from ...core.play.rulebook.game import Choices
from ...core.play.rulebook.move import Move
from ...core.play.rulebook.program import Program
from ...core.play.seen.invitation import Invitation
from ...core.play.seen.view import View
from ...core.play.words import LANGUAGES
from ...store import handouts, played
from ...store.models import Handout, Play, now
from ...store.plays import Begun, Enough, new_id
from ..refusals import router_of
from ..requests import ThePlayersSession, TheWorkshop
from ..shapes.players import (
    LARGEST_FRAME,
    LONGEST_MOVE,
    BestOut,
    ListedOut,
    MoveIn,
    PageTextsOut,
    PlayIn,
    PlayOut,
)
from ..strict import read_json
from ..workshop.games import secret_dice
from .allowance import A_SECOND
from .live import Live, LivePlay
from .opened import SHUT, VISITOR, Opened, TheInvitation, TheOpened, new_visitor, visitor_of

router = router_of("/api/players", "players", LARGEST_FRAME)

MOST_BEST = 10
ONE_YEAR = 365 * 24 * 3600
NO_PLAY = 4404
"""The socket's closing code where there is no such play."""
NOT_KEPT = 1013
"""The socket's closing code where a move could not be kept (RFC 6455 registry: try again later)."""
_NO_SUCH_PLAY = "There is no such play. Start a new one."
_TOO_MANY = "That are more moves than anybody can make. Wait a moment."

log = logging.getLogger(__name__)


async def live_of(request: Request) -> Live:
    """The plays that go on."""
    live: Live = request.app.state.live
    return live


TheLive = Annotated[Live, Depends(live_of)]


async def play_of(play_id: str, live: TheLive) -> LivePlay:
    """The play that a path names."""
    play = await live.open(play_id)
    if play is None:
        raise HTTPException(404, _NO_SUCH_PLAY)
    return play


TheLivePlay = Annotated[LivePlay, Depends(play_of)]


@router.get("/words/{language}")
def page_texts(language: str) -> PageTextsOut:
    """The texts of the player's page in a language."""
    found = LANGUAGES.get(language)
    if found is None:
        raise HTTPException(404, f"There are no texts in this language; there are {', '.join(LANGUAGES)}.")
    return PageTextsOut(language=language, name=found.name, direction=found.direction, texts=found.texts)


@router.get("/handouts")
def listed_handouts(session: ThePlayersSession, workshop: TheWorkshop) -> list[ListedOut]:
    """The games that the maker put on the players' list, and that can be played just now."""
    at = now()
    return [
        ListedOut(link=one.link, title=program.game.title, note=one.note)
        for one in handouts.listed(session)
        if not handouts.shut(session, one, "", at)
        for program in [workshop.games.played(session, handouts.version_of(session, one).digest)]
    ]


@router.get("/games/{slug}")
async def invite(invitation: TheInvitation) -> Invitation:
    """What a player sees before a play."""
    return invitation


@router.post("/games/{slug}/plays", status_code=201)
async def start_play(
    slug: str, wanted: PlayIn, found: TheOpened, live: TheLive, request: Request, response: Response
) -> PlayOut:
    """Start a play; it begins when its player's page opens the socket. Only the maker chooses its dice."""
    handout, visitor = found.handout, visitor_of(request)
    if found.shut:
        raise HTTPException(409, SHUT[found.shut].format(opens=handout and handout.opens))
    if handout is not None and not visitor:
        visitor = new_visitor()
        response.set_cookie(
            VISITOR, visitor, max_age=ONE_YEAR, httponly=True, samesite="lax", path="/api/players"
        )
    if wanted.like:
        earlier = await _dealt_again(found.program, wanted.like, live)
        wanted = wanted.model_copy(update=_as_before(earlier, wanted))
    choices = choose(
        found.program.game,
        _dice(found, wanted, maker=request.scope["maker"]),
        player=wanted.player if handout is None or handout.asks_name else "",
        count=wanted.count,
        topic=wanted.topic,
        level=wanted.level,
        players=wanted.players if handout is None or handout.asks_name else [""] * len(wanted.players),
    )
    play_id = new_id()
    begun = Begun(play_id, found.game_id, found.digest, choices)
    if handout is not None:
        begun = replace(
            begun,
            handout_id=handout.id,
            version=handout.version,
            visitor=visitor,
            hidden=wanted.hidden,
            most=handout.plays_each,
        )
    try:
        await live.begin(begun, found.program)
    except Enough:  # others were begun in this browser meanwhile
        raise HTTPException(409, SHUT["enough"]) from None
    return PlayOut(id=play_id, slug=slug)


def _dice(found: Opened, wanted: PlayIn, *, maker: bool) -> int:
    """The dice of a new play: the hand-out's, those of an earlier play that is to be dealt again, or ones
    that nobody comes to by trying; the maker may choose."""
    if found.handout is not None and found.handout.dice is not None:
        return found.handout.dice
    return wanted.dice if wanted.dice is not None and (maker or wanted.like) else secret_dice()


def _as_before(earlier: Choices, wanted: PlayIn) -> dict[str, Any]:
    """What is taken over from a play that is dealt again: its dice, and who plays in turn."""
    return {"dice": earlier.dice, "players": wanted.players or list(earlier.players)}


@router.get("/plays/{play_id}")
async def one_play(play: TheLivePlay) -> View:
    """The present view of a play."""
    return play.view()


@router.get("/plays/{play_id}/best")
def best_plays(play_id: str, session: ThePlayersSession, request: Request) -> list[BestOut]:
    """The best plays of the hand-out a play is of, where its maker shows them and it is over."""
    play = session.get(Play, play_id)
    handout = session.get(Handout, play.handout_id) if play and play.handout_id else None
    if play is None or handout is None or not handout.best or not play.over:
        return []
    return [
        BestOut(player=one.player, score=one.score, own=one.id == play_id)
        for one in played.best(session, handout, play.version, MOST_BEST)
    ]


@router.post("/plays/{play_id}/moves")
async def make_move(move: MoveIn, play: TheLivePlay, live: TheLive) -> View:
    """Make a move without the socket; the view after it."""
    if not await live.move(play, Move(move.do, move.text, move.visit)):
        raise HTTPException(429, _TOO_MANY)
    return play.view()


@router.websocket("/plays/{play_id}/live")
async def live_play(socket: WebSocket, play_id: str) -> None:
    """The live socket: views come, moves go."""
    live: Live = socket.app.state.live
    await socket.accept()
    play = await live.open(play_id)
    if play is None:
        await socket.close(NO_PLAY, _NO_SUCH_PLAY)
        return

    try:
        await live.watch(play, socket.send_text)
        async for move in _moves(socket, play):
            await live.move(play, Move(move.do, move.text, move.visit))
    except (WebSocketDisconnect, RuntimeError):
        pass
    except SQLAlchemyError as error:
        log.warning("A move of play %s could not be kept: %s", play_id, error)
        await socket.close(NOT_KEPT, "This move could not be kept. Try again.")
    finally:
        live.leave(play, socket.send_text)


async def _moves(socket: WebSocket, play: LivePlay) -> AsyncIterator[MoveIn]:
    """The moves that come in. What is no move of our page is let go: there is nothing to tell it. It is
    rationed as moves are: whoever sends more of it is read more slowly."""
    while True:
        message = await socket.receive()
        if message["type"] == "websocket.disconnect":
            return
        text = message.get("text")
        try:
            if text is None or len(text) > LONGEST_MOVE:
                raise ValueError
            yield MoveIn.model_validate(read_json(text))
        except ValueError:
            if not play.allowance.take():
                await asyncio.sleep(1 / A_SECOND)


async def _dealt_again(program: Program, play_id: str, live: Live) -> Choices:
    """The choices of a play that is to be dealt again."""
    if not program.game.same_deal:
        raise HTTPException(409, "This game deals anew each time.")
    return (await play_of(play_id, live)).run.choices
