"""The players' API: an invitation, a play, and the live socket. It never gives a key away."""

from __future__ import annotations

import logging
from collections.abc import AsyncIterator
from typing import Annotated, NamedTuple

from fastapi import Depends, HTTPException, Request, WebSocket, WebSocketDisconnect
from sqlalchemy.exc import SQLAlchemyError

from ...core.play.game import Choices, Move
from ...core.play.invitation import Invitation, invitation
from ...core.play.program import Program
from ...core.play.setup import choose
from ...core.play.view import View
from ...core.play.words import LANGUAGES
from ...store import games
from ...store.models import StoredGame
from ..refusals import router_of
from ..requests import ThePlayersSession, TheWorkshop
from ..shapes.players import LARGEST_FRAME, LONGEST_MOVE, MoveIn, PageTextsOut, PlayIn, PlayOut
from ..strict import read_json
from ..workshop.games import roll
from .live import Live, LivePlay

router = router_of("/api/players", "players", LARGEST_FRAME)

NO_PLAY = 4404
"""The socket's closing code where there is no such play."""
NOT_KEPT = 1013
"""The socket's closing code where a move could not be kept (RFC 6455 registry: try again later)."""
_NO_SUCH_PLAY = "There is no such play. Start a new one."
_BROKEN = "This game is being worked on: its rules can't be played just now. Try again later."
_TOO_MANY = "That are more moves than anybody can make. Wait a moment."

log = logging.getLogger(__name__)


async def live_of(request: Request) -> Live:
    """The plays that go on."""
    live: Live = request.app.state.live
    return live


TheLive = Annotated[Live, Depends(live_of)]


class _Open(NamedTuple):
    """A game that can be played, and under which digest it is kept."""

    id: int
    program: Program
    digest: str


def open_game(slug: str, session: ThePlayersSession, workshop: TheWorkshop) -> _Open:
    """The game that a player wants to play."""
    game = _game_called(session, slug)
    program = workshop.games.program(session, game)
    if program is None:
        raise HTTPException(409, _BROKEN)
    return _Open(game.id, program, workshop.games.kept(session, game, program))


TheOpenGame = Annotated[_Open, Depends(open_game)]


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


@router.get("/games/{slug}")
def invite(slug: str, session: ThePlayersSession, workshop: TheWorkshop) -> Invitation:
    """What a player sees before a play."""
    game = _game_called(session, slug)
    reading = workshop.games.compiled(session, game)
    if reading.game is None:
        return Invitation(slug, workshop.games.outline(game, reading)[0], {}, problem=_BROKEN)
    return invitation(slug, reading.game)


@router.post("/games/{slug}/plays", status_code=201)
async def start_play(
    slug: str, wanted: PlayIn, game: TheOpenGame, live: TheLive, request: Request
) -> PlayOut:
    """Start a play; it begins when its player's page opens the socket. Only the maker chooses its dice."""
    dice = wanted.dice if wanted.dice is not None and request.scope["maker"] else roll()
    if wanted.like:
        dice = (await _dealt_again(game.program, wanted.like, live)).dice
    choices = choose(
        game.program.game,
        dice,
        player=wanted.player,
        count=wanted.count,
        topic=wanted.topic,
        level=wanted.level,
    )
    play_id = await live.begin(game.id, game.digest, game.program, choices)
    return PlayOut(id=play_id, slug=slug, dice=dice)


@router.get("/plays/{play_id}")
async def one_play(play: TheLivePlay) -> View:
    """The present view of a play."""
    return play.view()


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
        async for move in _moves(socket):
            await live.move(play, Move(move.do, move.text, move.visit))
    except (WebSocketDisconnect, RuntimeError):
        pass
    except SQLAlchemyError as error:
        log.warning("A move of play %s could not be kept: %s", play_id, error)
        await socket.close(NOT_KEPT, "This move could not be kept. Try again.")
    finally:
        live.leave(play, socket.send_text)


async def _moves(socket: WebSocket) -> AsyncIterator[MoveIn]:
    """The moves that come in. What is no move of our page is let go: there is nothing to tell it."""
    while True:
        message = await socket.receive()
        if message["type"] == "websocket.disconnect":
            return
        text = message.get("text")
        if text is None or len(text) > LONGEST_MOVE:
            continue
        try:
            yield MoveIn.model_validate(read_json(text))
        except ValueError:
            continue


def _game_called(session: ThePlayersSession, slug: str) -> StoredGame:
    game = games.game_called(session, slug)
    if game is None or game.off_since is not None:
        raise HTTPException(404, "There is no such game here. Ask who sent you the link.")
    return game


async def _dealt_again(program: Program, play_id: str, live: Live) -> Choices:
    """The choices of a play that is to be dealt again."""
    if not program.game.same_deal:
        raise HTTPException(409, "This game deals anew each time.")
    return (await play_of(play_id, live)).run.choices
