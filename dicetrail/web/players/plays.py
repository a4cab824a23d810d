"""The players' API: an invitation, a play, and the live socket. It never gives a key away."""

from __future__ import annotations

import dataclasses

from fastapi import APIRouter, HTTPException, Request, WebSocket, WebSocketDisconnect
from pydantic import ValidationError

from ...core.play.deck import pass_length
from ...core.play.game import Bounds, Move
from ...core.play.program import Program
from ...core.play.setup import choose
from ...core.play.view import View, intro, view
from ...store import games, plays
from ...store.models import StoredGame
from ..requests import TheSession, TheWorkshop
from ..shapes.players import InvitationOut, MoveIn, NumberAsked, PlayIn, PlayOut
from ..workshop.games import roll
from .live import Live, LivePlay

router = APIRouter(prefix="/api/players", tags=["players"])

NO_PLAY = 4404
"""The socket's closing code where there is no such play."""
_NO_SUCH_PLAY = "There is no such play. Start a new one."
_BROKEN = "This game is being worked on: its rules can't be played just now. Try again later."


@router.get("/games/{slug}")
def invitation(slug: str, session: TheSession, workshop: TheWorkshop) -> InvitationOut:
    """What a player sees before a play."""
    game = _game_called(session, slug)
    reading = workshop.games.compiled(session, game)
    if reading.game is None:
        title, _ = workshop.games.outline(game, reading)
        return InvitationOut(
            slug=slug, title=title, intro="", name=False, count=None, level=None, topics=[], problem=_BROKEN
        )
    compiled = reading.game
    setup = compiled.setup
    return InvitationOut(
        slug=slug,
        title=compiled.title,
        intro=intro(Program(compiled)),
        name=setup.name,
        count=_bounds(
            setup.count, pass_length(compiled.questions) if compiled.deal.repeats == "never" else None
        ),
        level=_bounds(setup.level, None),
        topics=list(compiled.topics) if setup.topic else [],
        problem="",
        look=compiled.look,
        silent=compiled.silent,
    )


@router.post("/games/{slug}/plays", status_code=201)
def start_play(
    slug: str, wanted: PlayIn, request: Request, session: TheSession, workshop: TheWorkshop
) -> PlayOut:
    """Start a play; it begins when its player's page opens the socket."""
    game = _game_called(session, slug)
    program = workshop.games.program(session, game)
    if program is None:
        raise HTTPException(409, _BROKEN)
    compiled = program.game
    dice = roll() if wanted.dice is None else wanted.dice
    choices = choose(
        compiled, dice, player=wanted.player, count=wanted.count, topic=wanted.topic, level=wanted.level
    )
    play = plays.add_play(session, game.id, compiled, choices)
    session.commit()
    live: Live = request.app.state.live
    live.know(play.digest, program)
    return PlayOut(id=play.id, slug=slug, dice=dice)


@router.get("/plays/{play_id}")
async def one_play(play_id: str, request: Request) -> View:
    """The present view of a play."""
    play = await _play_of(request.app.state.live, play_id)
    return view(play.run, play.now())


@router.post("/plays/{play_id}/moves")
async def make_move(play_id: str, move: MoveIn, request: Request) -> View:
    """Make a move without the socket; the view after it."""
    live: Live = request.app.state.live
    play = await _play_of(live, play_id)
    await live.move(play, Move(move.do, move.text, move.visit))
    return view(play.run, play.now())


@router.websocket("/plays/{play_id}/live")
async def live_play(socket: WebSocket, play_id: str) -> None:
    """The live socket: views come, moves go."""
    live: Live = socket.app.state.live
    await socket.accept()
    play = await live.open(play_id)
    if play is None:
        await socket.close(NO_PLAY, _NO_SUCH_PLAY)
        return

    async def show(shown: View) -> None:
        await socket.send_json(dataclasses.asdict(shown))

    try:
        await live.watch(play, show)
        while True:
            message = await socket.receive_text()
            try:
                move = MoveIn.model_validate_json(message)
            except ValidationError:
                continue  # not a move of our page; there is nothing to tell it
            await live.move(play, Move(move.do, move.text, move.visit))
    except (WebSocketDisconnect, RuntimeError):
        pass
    finally:
        live.leave(play, show)


async def _play_of(live: Live, play_id: str) -> LivePlay:
    play = await live.open(play_id)
    if play is None:
        raise HTTPException(404, _NO_SUCH_PLAY)
    return play


def _game_called(session: TheSession, slug: str) -> StoredGame:
    game = games.game_called(session, slug)
    if game is None or game.off_since is not None:
        raise HTTPException(404, "There is no such game here. Ask who sent you the link.")
    return game


def _bounds(asked: Bounds | None, most: int | None) -> NumberAsked | None:
    if asked is None:
        return None
    high = max(asked.min, asked.max if most is None else min(asked.max, most))
    return NumberAsked(min=asked.min, max=high, default=min(asked.default, high))
