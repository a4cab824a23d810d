"""The maker's API for files to take away: a game that plays by itself, a bundle, a sheet to print."""

from __future__ import annotations

import re
from typing import Annotated, Literal

from fastapi import HTTPException, Query, Response
from starlette.responses import HTMLResponse

from ...core.pack.media_file import MediaFile
from ...core.play.game import Game, to_json
from ...core.rules.bundle import write_bundle
from ...core.rules.files import FILES
from ...give.sheet import MOST_VERSIONS, sheet
from ...give.take_aways import TAKE_AWAYS
from ...store import media
from ..download import PACKED, download
from ..games.the_game import TheGame, TheProgram
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..workshop.bundles import bundle_of

router = router_of("/api/workshop", "handouts")
_DIGEST = re.compile(re.escape(FILES) + r"([0-9a-f]{64})")


@router.get("/games/{game_id}/bundle", response_class=Response)
def take_bundle(game: TheGame, session: TheSession, workshop: TheWorkshop) -> Response:
    """The game with its packs, pictures and sounds in one file, for another workshop."""
    data = write_bundle(bundle_of(session, workshop, game))
    return download(data, f"{game.slug}.zip", PACKED)


@router.get("/games/{game_id}/take/{way}", response_class=Response)
def take_away(
    way: Literal["terminal", "page"], game: TheGame, program: TheProgram, session: TheSession
) -> Response:
    """The game as one file that plays by itself."""
    made = TAKE_AWAYS[way]
    data = made.make(program.game, _media(session, program.game))
    return download(data, f"{game.slug}.{made.ending}", PACKED)


@router.get("/games/{game_id}/sheet", response_class=HTMLResponse)
def printable_sheet(
    game: TheGame,
    program: TheProgram,
    dice: Annotated[list[int], Query(min_length=1, max_length=MOST_VERSIONS)],
    key: bool = False,
) -> HTMLResponse:
    """The questions on paper, dealt by each of the dice, with or without the key."""
    try:
        return HTMLResponse(sheet(program.game, dice, key=key))
    except OverflowError:
        raise HTTPException(422, "These dice are too large.") from None


def _media(session: TheSession, game: Game) -> list[MediaFile]:
    """The pictures and sounds that a compiled game names."""
    digests = sorted(set(_DIGEST.findall(str(to_json(game)))))
    found = [media.media_of(session, digest) for digest in digests]
    return [MediaFile(one.name, one.data, one.mime, {}) for one in found if one]
