"""The maker's API: the shelf and the games on it."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter, HTTPException, Response
from sqlalchemy.orm import Session

from ..core.pack.formats import ENDINGS
from ..core.pack.roles import ROLES
from ..core.play.expressions import FUNCTIONS
from ..core.play.game import COUNTS
from ..core.play.kinds import KINDS
from ..core.play.moments import MOMENTS
from ..core.prove.search.doubts import doubts
from ..core.rules.comments import with_comment
from ..core.rules.compile import GameReading
from ..core.rules.cues import SHIPPED
from ..core.rules.document import schema as game_schema
from ..core.rules.editing import Edit, edited
from ..core.rules.renaming import rename_meter
from ..core.rules.yamltext import YamlMistake
from ..core.snag import Refused
from ..files import starting_points
from ..store import games, history, packs, shelving
from ..store.models import Game, Pack
from .demo import DEMO, bring_demo
from .named import TheGame
from .packs import download, pack_of, pack_out, snags_out
from .requests import TheSession, TheWorkshop
from .shapes.games import (
    CommentIn,
    DiceIn,
    EditsIn,
    GameOut,
    GameTextIn,
    MannerOut,
    MeterNameIn,
    NewGameIn,
    OffOut,
    ShelfOut,
    WordsOut,
)
from .workshop import Workshop, roll

router = APIRouter(prefix="/api/workshop", tags=["workshop"])

SAMPLE = "trail-sense.tsv"
"""The demo's pack that is given as a sample."""


@router.get("/shelf")
def shelf(session: TheSession, workshop: TheWorkshop) -> ShelfOut:
    """Every pack and every game."""
    return ShelfOut(
        packs=[pack_out(session, workshop, pack) for pack in packs.all_packs(session)],
        games=[_game_out(session, workshop, game, look=True) for game in games.all_games(session)],
        packs_off=[
            OffOut(id=pack.id, title=shelving.name_of(pack)) for pack in shelving.off_the_shelf(session, Pack)
        ],
        games_off=[
            OffOut(id=game.id, title=workshop.outline(game, workshop.compiled(session, game))[0])
            for game in shelving.off_the_shelf(session, Game)
        ],
    )


@router.post("/{kind}/{number}/off")
def take_off(
    kind: Literal["packs", "games"], number: int, session: TheSession, workshop: TheWorkshop
) -> ShelfOut:
    """Take a pack or a game off the shelf; it can be put back."""
    shelving.take_off(_thing(session, kind, number))
    session.commit()
    return shelf(session, workshop)


@router.post("/{kind}/{number}/back")
def put_back(
    kind: Literal["packs", "games"], number: int, session: TheSession, workshop: TheWorkshop
) -> ShelfOut:
    """Put a pack or a game that was taken off back on the shelf."""
    shelving.put_back(session, _thing(session, kind, number))
    session.commit()
    return shelf(session, workshop)


def _thing(session: Session, kind: Literal["packs", "games"], number: int) -> Pack | Game:
    thing = session.get(Pack, number) if kind == "packs" else session.get(Game, number)
    if thing is None:
        raise HTTPException(404, "There was never such a thing on the shelf.")
    return thing


@router.post("/games", status_code=201)
def start_game(new: NewGameIn, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """A new game over a pack, or over none yet."""
    pack = None if new.pack_id is None else pack_of(new.pack_id, session)
    game = workshop.start_game(session, new.title, pack, new.manner)
    session.commit()
    return _game_out(session, workshop, game)


@router.post("/games/{game_id}/copy", status_code=201)
def copy_game(game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """A copy of a game, to be changed without changing this one."""
    title = f"{workshop.outline(game, workshop.compiled(session, game))[0]} (copy)"
    try:
        text = edited(game.text, [Edit(path=["title"], value=title)])
    except (YamlMistake, Refused):
        text = game.text
    copy = games.add_game(session, title, text, game.dice)
    session.commit()
    return _game_out(session, workshop, copy)


@router.get("/manners")
def manners() -> list[MannerOut]:
    """The manners of game to begin from."""
    return [MannerOut(name=point.name, about=point.about) for point in starting_points().values()]


@router.get("/games/{game_id}")
def one_game(game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """One game with its text and snags."""
    return _game_out(session, workshop, game, look=True)


@router.put("/games/{game_id}")
def change_game(changed: GameTextIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Keep a game's text, whatever it says; its snags come back."""
    try:
        games.change_text(session, game, changed.text, changed.revision)
    except history.Stale:
        raise HTTPException(409, "The game was changed elsewhere meanwhile.") from None
    session.commit()
    return _game_out(session, workshop, game)


@router.post("/games/{game_id}/edits")
def edit_game(wanted: EditsIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Change parts of a game's text and leave the rest as it is written."""
    try:
        text = edited(game.text, wanted.edits)
    except YamlMistake as mistake:
        raise HTTPException(422, f"The text must be mended first: {mistake}") from None
    return change_game(GameTextIn(text=text, revision=wanted.revision), game, session, workshop)


@router.post("/games/{game_id}/meters/{name}")
def rename_one_meter(
    name: str, wanted: MeterNameIn, game: TheGame, session: TheSession, workshop: TheWorkshop
) -> GameOut:
    """Call a meter otherwise, wherever the game names it."""
    try:
        text = rename_meter(game.text, name, wanted.name)
    except YamlMistake as mistake:
        raise HTTPException(422, f"The text must be mended first: {mistake}") from None
    return change_game(GameTextIn(text=text, revision=wanted.revision), game, session, workshop)


@router.post("/games/{game_id}/comments")
def comment_on(wanted: CommentIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Write a comment at a row, an ending, an award or a meter; "" takes it away."""
    try:
        text = with_comment(game.text, wanted.path, wanted.comment)
    except YamlMistake as mistake:
        raise HTTPException(422, f"The text must be mended first: {mistake}") from None
    return change_game(GameTextIn(text=text, revision=wanted.revision), game, session, workshop)


@router.post("/games/{game_id}/turn/{way}")
def turn_game(
    way: Literal["undo", "redo"], game: TheGame, session: TheSession, workshop: TheWorkshop
) -> GameOut:
    """Take the last change of a game back, or make it again."""
    games.turn(session, game, way)
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
    return download(game.text.encode(), f"{game.slug}.yaml")


@router.post("/demo", status_code=201)
def load_demo(session: TheSession, workshop: TheWorkshop) -> ShelfOut:
    """Put the demo's packs and games on the shelf."""
    bring_demo(workshop, session)
    return shelf(session, workshop)


@router.get("/sample", response_class=Response)
def sample_file() -> Response:
    """A small question file to try things with."""
    return download((DEMO / "packs" / SAMPLE).read_bytes(), SAMPLE)


@router.get("/words")
def words() -> WordsOut:
    """The words that rules and packs may use, besides a game's own meters and cues."""
    return WordsOut(
        moments=list(MOMENTS),
        names=list(COUNTS),
        functions=list(FUNCTIONS),
        cues=list(SHIPPED),
        kinds=list(KINDS),
        roles=list(ROLES),
        endings=list(ENDINGS),
    )


@router.get("/schema")
def schema() -> dict[str, object]:
    """The JSON Schema of a game."""
    return game_schema()


def _game_out(session: Session, workshop: Workshop, game: Game, *, look: bool = False) -> GameOut:
    """A game as the workshop shows it; with ``look`` its plays are gone through from now on."""
    reading = workshop.compiled(session, game)
    document = reading.document
    known = {pack.name: pack.id for pack in packs.all_packs(session)}
    title, names = workshop.outline(game, reading)
    can_undo, can_redo = history.can_undo_redo(session, game)
    found = workshop.reach(session, game, begin=look)
    walked = workshop.walked(session, game)
    passed = sum(one.passed for one in walked)
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
        pack_names=list(names),
        pack_ids=[known[name] for name in names if name in known],
        looking=found is None and reading.playable,
        snags=snags_out([*reading.snags, *(doubts(reading, found) if found else ())]),
        can_undo=can_undo,
        can_redo=can_redo,
        checking=_checking_words(reading),
        deal=_deal_words(reading),
        passed=passed,
        failed=len(walked) - passed,
    )


def _checking_words(reading: GameReading) -> str:
    if reading.document is None:
        return ""
    part = reading.document.checking
    samples = f" · {len(part.samples)} samples" if part.samples else ""
    broken = sum(snag.code in ("broken-sample", "collision") for snag in reading.snags)
    return f"ignores {len(part.ignore)} things{samples}" + (f" · {broken} snags" if broken else "")


def _deal_words(reading: GameReading) -> str:
    if reading.game is None:
        return ""
    deal, setup = reading.game.deal, reading.game.setup
    drawn = "as many as asked" if setup.count else deal.draw or "all"
    return f"{drawn} of {len(reading.game.questions)}, {deal.order.replace('_', ' ')}"
