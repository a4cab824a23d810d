"""The maker's API for files to take away: a game that plays by itself, a bundle, a sheet to print."""

from __future__ import annotations

from typing import Annotated

from fastapi import HTTPException, Query, Response
from starlette.responses import HTMLResponse

from ...give.sheet import MOST_VERSIONS, sheet
from ...give.take_aways import TAKE_AWAYS
from ..download import PACKED
from ..games.the_game import TheGame, TheProgram
from ..refusals import router_of
from ..sending_files import TheFiles
from ..workshop.outgoing import bundle, take_away

router = router_of("/api/workshop", "handouts")


@router.get("/games/{game_id}/bundle", response_class=Response)
def take_bundle(game: TheGame, files: TheFiles) -> Response:
    """The game with its packs, pictures and sounds in one file, for another workshop."""
    return files.file(f"{game.slug}.zip", PACKED, bundle, game.id)


@router.get("/games/{game_id}/take/{way}", response_class=Response)
def take_game(way: str, game: TheGame, _: TheProgram, files: TheFiles) -> Response:
    """The game as one file that plays by itself."""
    if way not in TAKE_AWAYS:
        raise HTTPException(404, f"There is no file ‘{way}’ to take. There are: {', '.join(TAKE_AWAYS)}.")
    return files.file(f"{game.slug}.{TAKE_AWAYS[way].ending}", PACKED, take_away, game.id, way)


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
