"""The maker's API for plays that go on just now: seen as they are, and ended."""

from __future__ import annotations

import asyncio
import json
from collections.abc import AsyncIterator

from fastapi import HTTPException, Request
from starlette.responses import StreamingResponse

from ..handouts.the_handout import TheHandout
from ..players.live import Live
from ..players.plays import TheLive
from ..refusals import router_of
from ..shapes.common import PathNumber
from ..shapes.history import NowOut, TakenAwayOut

router = router_of("/api/workshop/handouts/{handout_id}", "history")

LOOKED_EVERY = 1.0
"""Seconds between two looks at the plays."""


@router.get("/now")
async def going_on(handout_id: PathNumber, live: TheLive) -> list[NowOut]:
    """The plays of a hand-out that go on just now."""
    return _now(live, handout_id)


@router.get("/now/live", response_class=StreamingResponse, include_in_schema=False)
async def going_on_live(handout_id: PathNumber, live: TheLive, request: Request) -> StreamingResponse:
    """The same as server-sent events (WHATWG HTML, section 9.2): one whenever something has changed."""

    async def events() -> AsyncIterator[str]:
        told = ""
        while not await request.is_disconnected():
            now = json.dumps([one.model_dump() for one in _now(live, handout_id)])
            yield f"data: {now}\n\n" if now != told else ": nothing new\n\n"
            told = now
            await asyncio.sleep(LOOKED_EVERY)

    return StreamingResponse(events(), media_type="text/event-stream", headers={"Cache-Control": "no-store"})


@router.post("/now/{play_id}/end")
async def end_play(play_id: str, handout: TheHandout, live: TheLive) -> TakenAwayOut:
    """End a play: it is stopped, and its player sees what it came to."""
    play = await live.open(play_id)
    if play is None or play.handout_id != handout.id:
        raise HTTPException(404, "There is no such play of this hand-out.")
    return TakenAwayOut(plays=int(await live.stop(play)))


@router.post("/now/end")
async def end_all_plays(handout: TheHandout, live: TheLive) -> TakenAwayOut:
    """End every play of a hand-out that goes on."""
    going = [play for play in live.of_handout(handout.id) if not play.over]
    return TakenAwayOut(plays=sum([await live.stop(play) for play in going]))


def _now(live: Live, number: int) -> list[NowOut]:
    return [
        NowOut(
            id=play.id,
            player="" if play.nameless else play.run.choices.player,
            number=play.run.how_many_asked(),
            total=None if play.run.dealer.endless else int(play.run.counts["total"]),
            meters=play.run.meters,
            right=int(play.run.counts["right"]),
            asked=int(play.run.counts["asked"]),
            still=play.still(),
            here=bool(play.watchers),
            waits=play.held,
            over=play.over,
        )
        for play in live.of_handout(number)
    ]
