"""The maker's API for hand-outs: games given out under links of their own."""

from __future__ import annotations

import io
from typing import Annotated

from fastapi import HTTPException, Query, Request, Response
from sqlalchemy.orm import Session

from ...core.snag import Refused
from ...store import handouts, history
from ...store.models import Handout, StoredGame, now
from ..games.the_game import TheGame, TheProgram
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.handouts import AddressesOut, HandedOut, HandoutChangeIn, HandoutIn, HandoutOut
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
    wanted: HandoutChangeIn, handout: TheHandout, session: TheSession, workshop: TheWorkshop
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
    return _out(session, workshop, handout)


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
    import segno  # imported late: few ask for a code

    code = segno.make(f"{address.rstrip('/')}/play/{handout.link}", error="m", micro=False)
    drawn = io.BytesIO()
    code.save(drawn, kind="svg", scale=8, border=4, dark="#2a2620", light="#ffffff")
    return Response(drawn.getvalue(), media_type="image/svg+xml")


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
