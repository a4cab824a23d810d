"""The maker's API for the plays of a hand-out: looked through, taken to the bench, held together, removed."""

from __future__ import annotations

from dataclasses import asdict
from typing import Annotated

from fastapi import Depends, HTTPException, Query
from sqlalchemy import select
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool

from ...core.play.rulebook.program import Program
from ...core.play.run.again import play_again
from ...core.play.run.trail import Step
from ...core.prove.replay.difference import differences
from ...core.prove.replay.trail_files import moves_of
from ...core.prove.replay.walks import walk_moves
from ...store import played, plays
from ...store.models import Handout, Play, StoredGame
from ..handouts.the_handout import TheHandout
from ..players.plays import TheLive
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.bench import PlayedIn, told
from ..shapes.common import Small
from ..shapes.history import (
    ComparedPlaysOut,
    PlayRowOut,
    PlaysOut,
    SomePlaysIn,
    TakenAwayOut,
    TakenUpOut,
)
from ..walls.routes import TheWalls
from ..workshop import Workshop

router = router_of("/api/workshop/handouts/{handout_id}", "history")

MOST_SHOWN = 500


async def sought_of(
    version: Small | None = None,
    result: Annotated[str | None, Query(max_length=20)] = None,
    award: Annotated[str | None, Query(max_length=200)] = None,
    words: Annotated[str, Query(max_length=100)] = "",
) -> played.Sought:
    """Which plays are looked for."""
    return played.Sought(version, result, award, words)


TheSought = Annotated[played.Sought, Depends(sought_of)]


@router.get("/plays")
def plays_of_handout(
    handout: TheHandout,
    session: TheSession,
    sought: TheSought,
    sort: played.Sort = "started",
    desc: bool = True,
    offset: Annotated[int, Query(ge=0, lt=2**31)] = 0,
    limit: Annotated[int, Query(ge=1, le=MOST_SHOWN)] = 100,
) -> PlaysOut:
    """A page of the plays of a hand-out, filtered and sorted."""
    total, found = played.page(session, handout, sought, sort, desc=desc, offset=offset, limit=limit)
    mine = Play.handout_id == handout.id
    return PlaysOut(
        total=total,
        plays=[_row(play) for play in found],
        results=list(session.scalars(select(Play.result).where(mine, Play.result != "").distinct())),
        awards=list(session.scalars(select(Play.award).where(mine, Play.award != "").distinct())),
    )


def _row(play: Play) -> PlayRowOut:
    return PlayRowOut(
        **{name: getattr(play, name) for name in PlayRowOut.model_fields if name not in ("version", "seats")},
        version=play.version or 0,
        seats=list(plays.seats_of(play)),
    )


def play_of_handout(play_id: str, handout: TheHandout, session: TheSession) -> Play:
    """The play of a hand-out that a path names."""
    return _play(session, handout, play_id)


ThePlay = Annotated[Play, Depends(play_of_handout)]


def _play(session: Session, handout: Handout, play_id: str) -> Play:
    play = session.get(Play, play_id)
    if play is None or play.handout_id != handout.id:
        raise HTTPException(404, "There is no such play of this hand-out.")
    return play


def trail_of(session: Session, workshop: Workshop, play: Play) -> tuple[Program, list[Step]]:
    """A play walked again as it was: the game it was of, and its trail."""
    program = workshop.games.played(session, play.digest)
    moves = plays.moves_of(session, play.id)
    return program, play_again(program, plays.choices_of(play), moves, play.clock).trail


@router.get("/plays/{play_id}/bench")
def to_the_bench(
    play: ThePlay, handout: TheHandout, session: TheSession, workshop: TheWorkshop
) -> TakenUpOut:
    """A play as the bench walks it, under the rules as they are now, and what is otherwise under them."""
    program, steps = trail_of(session, workshop, play)
    choices = plays.choices_of(play)
    game = session.get_one(StoredGame, handout.game_id)
    present = workshop.games.program(session, game)
    if present is None:
        raise HTTPException(409, "The game can't be played just now. Mend its rules first.")
    moves = moves_of(steps, program, choices)
    here = walk_moves(present, choices, moves).run.trail
    return TakenUpOut(
        play=PlayedIn(moves=moves, **asdict(choices)),
        same_rules=workshop.games.digest(session, game, present) == play.digest,
        differences=told(differences(walk_moves(program, choices, moves).run.trail, here)),
    )


@router.get("/plays/{play_id}/beside/{other_id}")
def compare_plays(
    other_id: str, play: ThePlay, handout: TheHandout, session: TheSession, workshop: TheWorkshop
) -> ComparedPlaysOut:
    """What is otherwise in the second of two plays, since which step."""
    first = trail_of(session, workshop, play)[1]
    second = trail_of(session, workshop, _play(session, handout, other_id))[1]
    return ComparedPlaysOut(differences=told(differences(first, second)))


@router.post("/plays/remove")
async def remove_plays(
    wanted: SomePlaysIn, handout: TheHandout, live: TheLive, workshop: TheWorkshop, walls: TheWalls
) -> TakenAwayOut:
    """Remove plays for good. Only those that are named are; what goes on of them is ended first."""
    await live.forget(wanted.plays or [], handout.id)

    def remove() -> int:
        with workshop.session() as session:
            gone = played.remove(session, session.get_one(Handout, handout.id), wanted.plays or [])
            session.commit()
            return gone

    gone = await run_in_threadpool(remove)
    walls.anew(handout.id)
    return TakenAwayOut(plays=gone)


@router.post("/plays/forget-names")
def forget_names(
    wanted: SomePlaysIn, handout: TheHandout, session: TheSession, live: TheLive, walls: TheWalls
) -> TakenAwayOut:
    """Remove the players' names from plays, from all where none are named; how many had one."""
    gone = played.forget_names(session, handout, wanted.plays)
    session.commit()
    for play in live.of_handout(handout.id):
        play.nameless |= wanted.plays is None or play.id in wanted.plays
    walls.anew(handout.id)
    return TakenAwayOut(plays=gone)
