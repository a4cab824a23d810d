"""The maker's API: packs and games, with everything known of them."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, HTTPException, Response, UploadFile
from sqlalchemy.orm import Session

from ..core.pack.text import LARGEST_FILE, split_lines
from ..core.play.expressions import FUNCTIONS
from ..core.play.game import COUNTS, MOMENTS
from ..core.rules.cues import SHIPPED
from ..core.rules.document import schema as game_schema
from ..core.snag import Snag
from ..store import games, packs
from ..store.models import Game, Pack
from .requests import TheSession, TheWorkshop
from .shapes import (
    DiceIn,
    GameOut,
    GameTextIn,
    LineIn,
    LineOut,
    LinesOut,
    NewGameIn,
    PackOut,
    PastedIn,
    QuestionOut,
    ShelfOut,
    SnagOut,
    WordsOut,
)
from .workshop import Workshop, roll

router = APIRouter(prefix="/api/workshop", tags=["workshop"])


def pack_of(pack_id: int, session: TheSession) -> Pack:
    """The pack a path names."""
    pack = session.get(Pack, pack_id)
    if pack is None:
        raise HTTPException(404, "This pack is not on the shelf any more.")
    return pack


def game_of(game_id: int, session: TheSession) -> Game:
    """The game a path names."""
    game = session.get(Game, game_id)
    if game is None:
        raise HTTPException(404, "This game is not on the shelf any more.")
    return game


ThePack = Annotated[Pack, Depends(pack_of)]
TheGame = Annotated[Game, Depends(game_of)]


@router.get("/shelf")
def shelf(session: TheSession, workshop: TheWorkshop) -> ShelfOut:
    """Every pack and every game."""
    return ShelfOut(
        packs=[_pack_out(session, workshop, pack) for pack in packs.all_packs(session)],
        games=[_game_out(session, workshop, game) for game in games.all_games(session)],
    )


@router.post("/packs", status_code=201)
def bring_pack(file: UploadFile, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Bring a question file."""
    data = file.file.read(LARGEST_FILE + 1)
    return _brought(session, workshop, file.filename or "questions.tsv", data)


@router.post("/packs/paste", status_code=201)
def paste_pack(pasted: PastedIn, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Bring questions as pasted text."""
    return _brought(session, workshop, pasted.name, pasted.text.encode())


@router.get("/packs/{pack_id}")
def one_pack(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """One pack with its snags."""
    return _pack_out(session, workshop, pack)


@router.get("/packs/{pack_id}/lines")
def pack_lines(
    pack: ThePack, session: TheSession, workshop: TheWorkshop, offset: int = 0, limit: int = 1000
) -> LinesOut:
    """The lines of a pack as written, beside what was read from them."""
    reading = workshop.reading(session, pack)
    start = max(0, offset)
    lines = reading.lines[start : start + max(0, min(limit, 5000))]
    by_line = {question.line: question for question in reading.questions}
    return LinesOut(
        revision=pack.revision,
        total=len(reading.lines),
        lines=[
            LineOut(
                number=line.number,
                raw=line.raw,
                state=line.state,
                question=QuestionOut.model_validate(question, from_attributes=True)
                if (question := by_line.get(line.number))
                else None,
            )
            for line in lines
        ],
    )


@router.put("/packs/{pack_id}/lines/{number}")
def change_line(
    number: int, line: LineIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Rewrite a line, or take it away."""
    lines = split_lines(packs.text_of(session, pack))
    if not 1 <= number <= len(lines):
        raise HTTPException(404, f"There is no line {number}; the pack has {len(lines)}.")
    lines[number - 1 : number] = [] if line.raw is None else [line.raw]
    try:
        packs.change_text(session, pack, "".join(f"{kept}\n" for kept in lines), line.revision)
    except packs.Stale:
        raise HTTPException(
            409, "The pack was changed elsewhere meanwhile. Your line was not saved."
        ) from None
    session.commit()
    return _pack_out(session, workshop, pack)


@router.post("/packs/{pack_id}/undo")
def undo_pack(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Take the last change of a pack back."""
    packs.undo(session, pack)
    session.commit()
    return _pack_out(session, workshop, pack)


@router.post("/packs/{pack_id}/redo")
def redo_pack(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Make a change of a pack again that was taken back."""
    packs.redo(session, pack)
    session.commit()
    return _pack_out(session, workshop, pack)


@router.get("/packs/{pack_id}/file", response_class=Response)
def pack_file(pack: ThePack, session: TheSession) -> Response:
    """The pack as a file, in UTF-8."""
    return _download(packs.text_of(session, pack), pack.name.rsplit("/", 1)[-1])


@router.post("/games", status_code=201)
def start_game(new: NewGameIn, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """A new game over a pack."""
    game = workshop.start_game(session, new.title, pack_of(new.pack_id, session))
    session.commit()
    return _game_out(session, workshop, game)


@router.get("/games/{game_id}")
def one_game(game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """One game with its text and snags."""
    return _game_out(session, workshop, game)


@router.put("/games/{game_id}")
def change_game(changed: GameTextIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Keep a game's text, whatever it says; its snags come back."""
    try:
        games.change_text(session, game, changed.text, changed.revision)
    except packs.Stale:
        raise HTTPException(409, "The game was changed elsewhere meanwhile.") from None
    session.commit()
    return _game_out(session, workshop, game)


@router.put("/games/{game_id}/dice")
def change_dice(wanted: DiceIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Set the dice a game is tried with, or roll them."""
    game.dice = roll() if wanted.dice is None else wanted.dice
    session.commit()
    return _game_out(session, workshop, game)


@router.get("/games/{game_id}/file", response_class=Response)
def game_file(game: TheGame) -> Response:
    """The game as a YAML file."""
    return _download(game.text, f"{game.slug}.yaml")


@router.get("/words")
def words() -> WordsOut:
    """The words that rules may use, besides a game's own meters and cues."""
    return WordsOut(moments=list(MOMENTS), names=list(COUNTS), functions=list(FUNCTIONS), cues=list(SHIPPED))


@router.get("/schema")
def schema() -> dict[str, object]:
    """The JSON Schema of a game."""
    return game_schema()


def _brought(session: Session, workshop: Workshop, filename: str, data: bytes) -> PackOut:
    pack = workshop.bring_pack(session, filename, data)
    out = _pack_out(session, workshop, pack)
    session.commit()
    return out


def _pack_out(session: Session, workshop: Workshop, pack: Pack) -> PackOut:
    reading = workshop.reading(session, pack)
    can_undo, can_redo = packs.can_undo_redo(session, pack)
    return PackOut(
        id=pack.id,
        name=pack.name,
        encoding=reading.encoding,
        delimiter=reading.delimiter,
        roles=list(reading.roles),
        revision=pack.revision,
        updated=pack.updated,
        questions=len(reading.questions),
        kinds=reading.kinds,
        lines=len(reading.lines),
        snags=_snags_out(reading.snags),
        can_undo=can_undo,
        can_redo=can_redo,
    )


def _game_out(session: Session, workshop: Workshop, game: Game) -> GameOut:
    reading = workshop.compiled(session, game)
    document = reading.document
    title, names = workshop.outline(game, reading)
    return GameOut(
        id=game.id,
        slug=game.slug,
        title=title,
        text=game.text,
        revision=game.revision,
        dice=game.dice,
        updated=game.updated,
        playable=reading.playable,
        questions=len(reading.game.questions) if reading.game else 0,
        rows=len(document.consequences) if document else 0,
        meters=list(document.meters) if document else [],
        pack_ids=[pack.id for pack in packs.all_packs(session) if pack.name in names],
        snags=_snags_out(reading.snags),
    )


def _snags_out(snags: list[Snag]) -> list[SnagOut]:
    return [SnagOut(**snag.as_dict()) for snag in snags]


def _download(text: str, name: str) -> Response:
    plain = "".join(mark if mark.isascii() and (mark.isalnum() or mark in "-_.") else "-" for mark in name)
    return Response(
        text.encode(),
        media_type="text/plain; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{plain}"'},
    )
