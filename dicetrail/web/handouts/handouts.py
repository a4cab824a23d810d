"""The maker's API for hand-outs: games given out under links of their own."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from fastapi import HTTPException, Query, Request, Response
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool

from ...core.snag import Refused
from ...store import handouts, history
from ...store.models import Handout, StoredGame, now
from ..games.the_game import TheGame, TheProgram
from ..network import as_code
from ..players.plays import TheLive
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.handouts import AddressesOut, BegunOut, HandedOut, HandoutChangeIn, HandoutIn, HandoutOut
from ..walls.routes import TheWalls
from ..workshop import Workshop
from ..workshop.games import secret_dice
from .addresses import addresses
from .the_handout import TheHandout

router = router_of("/api/workshop", "handouts")


@router.get("/games/{game_id}/handouts")
def handouts_of_game(game: TheGame, session: TheSession, workshop: TheWorkshop) -> list[HandoutOut]:
    """The hand-outs of a game, the latest first."""
    return [_out(session, workshop, one, game) for one in handouts.handouts_of(session, game.id)]


@router.post("/games/{game_id}/handouts", status_code=201)
def hand_out_game(
    wanted: HandoutIn, game: TheGame, program: TheProgram, session: TheSession, workshop: TheWorkshop
) -> HandoutOut:
    """Hand a game out as it is, under a new link. Later edits don't touch it."""
    digest = workshop.games.kept(session, game, program)
    settings = {**_settings(wanted), "dice": secret_dice() if wanted.one_deal else None}
    made = handouts.hand_out(session, game.id, digest, game.revision, **settings)
    session.commit()
    return _out(session, workshop, made, game)


@router.put("/handouts/{handout_id}")
def change_handout(
    wanted: HandoutChangeIn,
    handout: TheHandout,
    session: TheSession,
    workshop: TheWorkshop,
    live: TheLive,
    walls: TheWalls,
) -> HandoutOut:
    """Change how a game is handed out: its name, when it is open, what is asked."""
    try:
        handouts.turn_revision(session, handout, wanted.revision)
    except history.Stale:
        raise HTTPException(
            409, "These settings were changed meanwhile. Nothing was saved: look at them again."
        ) from None
    for name, value in _settings(wanted).items():
        setattr(handout, name, value)
    if wanted.one_deal != (handout.dice is not None):
        handout.dice = secret_dice() if wanted.one_deal else None
    session.commit()
    live.waits[handout.id] = handouts.waits(session, handout.id)
    walls.anew(handout.id)
    return _out(session, workshop, handout)


@router.post("/handouts/{handout_id}/begin")
async def begin_together(handout: TheHandout, session: TheSession, live: TheLive) -> BegunOut:
    """Begin for all who wait; who comes later begins at once."""
    if not handouts.waits(session, handout.id):
        raise HTTPException(409, "Nobody waits for this hand-out to begin: it has begun, or needs not to.")
    await run_in_threadpool(_set_begun, session, handout, now())
    return BegunOut(players=await live.begin_all(handout.id))


@router.post("/handouts/{handout_id}/wait")
async def wait_again(handout: TheHandout, session: TheSession, live: TheLive) -> BegunOut:
    """Let those who come from now on wait until it begins for them."""
    if not handout.together:
        raise HTTPException(409, "This hand-out does not begin for all at once. Change its settings first.")
    await run_in_threadpool(_set_begun, session, handout, None)
    live.waits[handout.id] = True
    return BegunOut(players=0)


def _set_begun(session: Session, handout: Handout, at: datetime | None) -> None:
    handout.begun = at
    session.commit()


@router.post("/handouts/{handout_id}/anew")
def hand_out_again(handout: TheHandout, session: TheSession, workshop: TheWorkshop) -> HandoutOut:
    """Let new plays under a link be of the game as it is now. Those that go on keep their rules."""
    game = session.get_one(StoredGame, handout.game_id)
    program = workshop.games.program(session, game)
    if program is None:
        raise Refused("This game can't be played just now. Mend its rules, then hand it out anew.")
    digest = workshop.games.kept(session, game, program)
    if digest == handouts.version_of(session, handout).digest:
        raise HTTPException(409, "The game is as it was handed out. Nothing was changed.")
    try:
        handouts.hand_out_anew(session, handout, digest, game.revision)
    except history.Stale:
        raise HTTPException(409, "It was handed out anew by another at the same time.") from None
    session.commit()
    return _out(session, workshop, handout, game)


@router.get("/handouts/{handout_id}/code", response_class=Response)
def code_for_the_wall(
    handout: TheHandout, address: Annotated[str, Query(max_length=300, pattern=r"^https?://\S+$")]
) -> Response:
    """The address of a hand-out as a code to be photographed (QR, ISO/IEC 18004), an SVG picture."""
    return as_code(f"{address.rstrip('/')}/play/{handout.link}", border=4)


@router.get("/addresses")
def addresses_here(request: Request) -> AddressesOut:
    """Where players reach this workshop."""
    return addresses(request)


def _settings(wanted: HandoutIn) -> dict[str, object]:
    if wanted.opens and wanted.closes and wanted.closes <= wanted.opens:
        raise Refused("It closes before it opens. Change one of the two times.")
    return wanted.model_dump(exclude={"one_deal", "revision"})


def _out(session: Session, workshop: Workshop, one: Handout, game: StoredGame | None = None) -> HandoutOut:
    game = game or session.get_one(StoredGame, one.game_id)
    program = workshop.games.program(session, game)
    given = handouts.versions_of(session, one)
    played = handouts.plays_by_version(session, one)
    return HandoutOut(
        **{name: getattr(one, name) for name in HandoutIn.model_fields if name != "one_deal"},
        one_deal=one.dice is not None,
        id=one.id,
        revision=one.revision,
        link=one.link,
        made=one.made,
        made_up=one.made_up,
        begun=one.begun,
        shut=handouts.shut(session, one, "", now()),
        changed=program is not None and workshop.games.digest(session, game, program) != given[0].digest,
        versions=[
            HandedOut(
                number=version.number,
                at=version.at,
                revision=version.revision,
                plays=played.get(version.number, 0),
            )
            for version in given
        ],
    )
