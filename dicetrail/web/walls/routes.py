"""The walls' API: read only, for whoever has the link of a hand-out that shows its wall."""

from __future__ import annotations

from collections.abc import AsyncIterator, Sequence
from datetime import timedelta
from typing import Annotated, NamedTuple

from fastapi import Depends, HTTPException, Request, Response
from starlette.concurrency import run_in_threadpool
from starlette.responses import StreamingResponse

from ...core.play.rulebook.game import Game
from ...core.play.seen.invitation import Shut
from ...store import handouts, played
from ...store.models import Handout, now
from ..guard import is_loopback
from ..network import as_code, own_addresses
from ..players.plays import TheLive, TheLivePlay
from ..refusals import router_of
from ..requests import TheWorkshop
from ..shapes.walls import WaitingOut, WallOut
from ..workshop import Workshop
from .marks import EndedPlay
from .walls import TooMany, Wall, Walls

router = router_of("/api/players", "players")

FAR_BACK = timedelta(hours=12)
"""How long ago a play may have begun that stands on a wall."""
MOST_ENDED = 300
MOST_NAMES = 40
_NO_WALL = "There is no wall here. Ask who sent you the link."


class Named(NamedTuple):
    """A wall that a path names, with its hand-out, why that is shut, and its game's title, language and
    texts."""

    wall: Wall
    handout: Handout
    shut: Shut
    title: str
    language: str
    texts: dict[str, str]


async def walls_of(request: Request) -> Walls:
    """The walls that are looked at."""
    walls: Walls = request.app.state.walls
    return walls


TheWalls = Annotated[Walls, Depends(walls_of)]


async def wall_of(link: str, workshop: TheWorkshop, walls: TheWalls) -> Named:
    """The wall of a link. 404 where there is none to be seen. No session stays open for it: a wall is looked
    at for hours."""
    found = await run_in_threadpool(_looked_up, link, workshop)
    if found is None:
        raise HTTPException(404, _NO_WALL)
    handout, shut, game, ended, waits = found
    named = handout.wall == "names" and handout.asks_name
    wall = await walls.of(handout.id, named=named, ended=lambda: ended, waits=waits)
    return Named(wall, handout, shut, game.title, game.words.language, dict(game.words.texts))


TheWall = Annotated[Named, Depends(wall_of)]


def _looked_up(link: str, workshop: Workshop) -> tuple[Handout, Shut, Game, Sequence[EndedPlay], bool] | None:
    with workshop.session() as session:
        handed = handouts.handed_out(session, link)
        if handed is None or handed[0].wall == "off":
            return None
        handout, digest = handed
        game = workshop.games.played(session, digest).game
        at = now()
        ended = [
            EndedPlay(
                one.id,
                "" if one.hidden else one.player,
                one.score,
                max(0.0, (at - one.started).total_seconds() - one.seconds),
            )
            for one in played.ended_since(session, handout, at - FAR_BACK, MOST_ENDED)
        ]
        waits = handouts.waits(session, handout.id)
        return handout, handouts.shut(session, handout, "", at), game, ended, waits


@router.get("/walls/{link}")
async def wall_now(found: TheWall, request: Request) -> WallOut:
    """A wall as it is now."""
    handout, maker = found.handout, bool(request.scope["maker"])
    return WallOut(
        title=found.title,
        link=handout.link,
        address=await run_in_threadpool(_address, request),
        language=found.language,
        texts=found.texts,
        shut=found.shut,
        together=handout.together,
        maker=maker,
        handout=handout.id if maker else None,
        now=found.wall.whole(),
    )


@router.get("/walls/{link}/live", response_class=StreamingResponse, include_in_schema=False)
async def wall_live(found: TheWall, walls: TheWalls) -> StreamingResponse:
    """What becomes otherwise on it, as server-sent events (WHATWG HTML, section 9.2)."""
    news = walls.news(found.wall)

    async def events() -> AsyncIterator[str]:
        yield ": here\n\n"
        try:
            async for told in news:
                yield f"data: {told}\n\n" if told else ":\n\n"
        except TooMany:
            yield "event: full\ndata: {}\n\n"

    return StreamingResponse(events(), media_type="text/event-stream", headers={"Cache-Control": "no-store"})


@router.get("/walls/{link}/code", response_class=Response)
def code_to_join(found: TheWall, request: Request) -> Response:
    """The address to join at as a code to be photographed (QR, ISO/IEC 18004), an SVG picture."""
    return as_code(f"{_address(request)}/play/{found.handout.link}", border=2)


@router.get("/plays/{play_id}/waiting")
async def who_waits(play: TheLivePlay, live: TheLive) -> WaitingOut:
    """Who else waits for the begin of the hand-out that a play is of."""
    waiting = [one for one in live.of_handout(play.handout_id or 0) if one.held]
    names = [one.run.choices.player for one in waiting if not one.hidden and not one.nameless]
    return WaitingOut(players=len(waiting), names=names[:MOST_NAMES])


def _address(request: Request) -> str:
    """Where players reach this workshop: as it was asked for, but for a name that only this machine has."""
    url = request.url
    others = own_addresses() if is_loopback(url.hostname or "") and request.app.state.for_others else []
    return f"http://{others[0]}:{url.port or 80}" if others else f"{url.scheme}://{url.netloc}"
