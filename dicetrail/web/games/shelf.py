"""The maker's API for the shelf: what stands on it in short, and what was taken off it."""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path
from typing import Literal, get_args

from fastapi import HTTPException, Request, Response
from fastapi.responses import FileResponse
from sqlalchemy.orm import Session
from starlette.background import BackgroundTask

from ...core.pack.formats import ENDINGS
from ...core.pack.roles import ROLES
from ...core.play.answers.switches import SWITCHES
from ...core.play.kinds import KINDS
from ...core.play.language.calls import CALLED
from ...core.play.rulebook.moments import MOMENTS, Tone
from ...core.play.rulebook.move import ON_THE_BENCH
from ...core.play.rulebook.names import NAMES
from ...core.play.rulebook.page import ClockWhere, OptionGap, OptionShape, OptionSize, Size, Where
from ...core.play.seen.trying import PageState
from ...core.play.words import LANGUAGES
from ...core.play.words.groups import GROUPS, state_of
from ...core.rules.cues import SHIPPED
from ...core.rules.document import Show
from ...core.rules.document import schema as game_schema
from ...core.rules.looks import LOOKS
from ...core.rules.page import ClockAs, Face, Mark, Motion, MusicWhen, OptionsAs, PictureAt, Timbre
from ...give.take_aways import TAKE_AWAYS
from ...store import games, handouts, shelving
from ...store.copies import copy_database
from ...store.folder import DATABASE
from ...store.models import Pack, StoredGame, now
from ...store.standing import standing
from ..demo import DEMO, bring_demo
from ..download import download
from ..packs.shown import pack_summary
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import PathNumber
from ..shapes.games import EndingOut, LanguageOut, MoveOut, OffOut, ShelfOut, SwitchOut, TakeAwayOut, WordsOut
from ..workshop import Workshop
from .shown import game_summary

router = router_of("/api/workshop", "games")

SAMPLE = "trail-sense.tsv"
"""The demo's pack that is given as a sample."""


@router.get("/shelf")
def shelf(session: TheSession, workshop: TheWorkshop) -> ShelfOut:
    """Every pack and every game, in short."""
    return _shelf_out(session, workshop)


def _shelf_out(session: Session, workshop: Workshop) -> ShelfOut:
    return ShelfOut(
        packs=[pack_summary(session, workshop, pack) for pack in standing(session).packs.values()],
        games=[game_summary(session, workshop, game) for game in games.all_games(session)],
        packs_off=[
            OffOut(id=pack.id, title=shelving.name_of(pack)) for pack in shelving.off_the_shelf(session, Pack)
        ],
        games_off=[
            OffOut(id=game.id, title=workshop.games.outline(game, workshop.games.compiled(session, game))[0])
            for game in shelving.off_the_shelf(session, StoredGame)
        ],
    )


@router.post("/{kind}/{number}/off")
def take_off(
    kind: Literal["packs", "games"],
    number: PathNumber,
    session: TheSession,
    workshop: TheWorkshop,
    close: bool = False,
) -> ShelfOut:
    """Take a pack or a game off the shelf; it can be put back. The hand-outs of a game that are open have to
    ``close`` with it: their maker would not find them any more."""
    if kind == "games" and not close and (names := handouts.still_open(session, number)):
        told = ", ".join(f"‘{name}’" for name in names[:3]) + (" and others" if len(names) > 3 else "")
        are = "is" if len(names) == 1 else "are"
        raise HTTPException(
            409, f"This game is handed out: {told} {are} open. Removing it closes what is open."
        )
    shelving.take_off(session, _thing(session, kind, number))
    if kind == "games":
        handouts.close_all(session, number)
    session.commit()
    return _shelf_out(session, workshop)


@router.post("/{kind}/{number}/back")
def put_back(
    kind: Literal["packs", "games"], number: PathNumber, session: TheSession, workshop: TheWorkshop
) -> ShelfOut:
    """Put a pack or a game that was taken off back on the shelf."""
    shelving.put_back(session, _thing(session, kind, number))
    session.commit()
    return _shelf_out(session, workshop)


def _thing(session: Session, kind: Literal["packs", "games"], number: int) -> Pack | StoredGame:
    thing = session.get(Pack, number) if kind == "packs" else session.get(StoredGame, number)
    if thing is None:
        raise HTTPException(404, "There was never such a thing on the shelf.")
    return thing


@router.post("/demo", status_code=201)
def load_demo(session: TheSession, workshop: TheWorkshop) -> ShelfOut:
    """Put the demo's packs and games on the shelf."""
    bring_demo(workshop, session)
    return _shelf_out(session, workshop)


@router.get("/backup", response_class=FileResponse)
def copy_of_everything(request: Request) -> FileResponse:
    """All that the workshop keeps, as one file: served from a folder of its own, it is this workshop."""
    part = Path(tempfile.mkdtemp(prefix="dicetrail-copy-"))
    copy = part / DATABASE
    copy_database(request.app.state.data / DATABASE, copy)
    name = f"dicetrail-{now():%Y-%m-%d}.sqlite"
    return FileResponse(
        copy, filename=name, background=BackgroundTask(shutil.rmtree, part, ignore_errors=True)
    )


@router.get("/sample", response_class=Response)
def sample_file() -> Response:
    """A small question file to try things with."""
    return download((DEMO / "packs" / SAMPLE).read_bytes(), SAMPLE)


@router.get("/words")
def words() -> WordsOut:
    """The words that rules and packs may use, besides a game's own meters and cues."""
    return WordsOut(
        moments=list(MOMENTS),
        names=list(NAMES),
        functions=list(CALLED),
        cues=list(SHIPPED),
        kinds=list(KINDS),
        moves=[MoveOut(do=do, title=about.title, key=about.key) for do, about in ON_THE_BENCH.items()],
        roles=list(ROLES),
        endings=[
            EndingOut(ending=ending, says=form.says, partly=form.partly) for ending, form in ENDINGS.items()
        ],
        take_aways=[
            TakeAwayOut(
                way=way, ending=one.ending, title=one.title, about=one.about, size=one.size, plays=one.plays
            )
            for way, one in TAKE_AWAYS.items()
        ],
        switches=[
            SwitchOut(switch=switch, title=title, example=example)
            for switch, (title, example) in SWITCHES.items()
        ],
        motions=list(get_args(Motion)),
        tones=list(get_args(Tone)),
        timbres=list(get_args(Timbre)),
        marks=list(get_args(Mark)),
        faces=list(get_args(Face)),
        shows=list(get_args(Show)),
        sizes=list(get_args(Size)),
        options_as=list(get_args(OptionsAs)),
        option_shapes=list(get_args(OptionShape)),
        option_sizes=list(get_args(OptionSize)),
        option_gaps=list(get_args(OptionGap)),
        places=list(get_args(Where)),
        clock_places=list(get_args(ClockWhere)),
        music_when=list(get_args(MusicWhen)),
        clocks_as=list(get_args(ClockAs)),
        pictures_at=list(get_args(PictureAt)),
        page_states=list(get_args(PageState)),
        looks=LOOKS,
        languages=[LanguageOut(code=one.code, name=one.name) for one in LANGUAGES.values()],
        texts=LANGUAGES["en"].texts,
        text_groups=list(GROUPS),
        text_states={name: state_of(name) for name in LANGUAGES["en"].texts},
    )


@router.get("/schema")
def schema() -> dict[str, object]:
    """The JSON Schema of a game."""
    return game_schema()
