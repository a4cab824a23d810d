"""The maker's API for games: begun, copied, changed, taken back."""

from __future__ import annotations

from collections.abc import Callable

from fastapi import HTTPException, Response
from sqlalchemy.orm import Session

from ...core.rules.comments import with_comment
from ...core.rules.editing import Edit, edited
from ...core.rules.possible import refuse_worse
from ...core.rules.renaming import rename_meter, rename_named
from ...core.rules.yamltext import YamlMistake
from ...core.snag import Refused
from ...files import starting_points
from ...store import games, history
from ...store.models import StoredGame
from ..download import download
from ..packs.the_pack import pack_of
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import Small
from ..shapes.games import (
    CommentIn,
    DiceIn,
    EditsIn,
    GameOut,
    GameTextIn,
    MannerOut,
    MeterNameIn,
    NewGameIn,
)
from ..workshop import Workshop
from ..workshop.games import roll
from .shown import game_out
from .the_game import TheGame

router = router_of("/api/workshop", "games")


@router.post("/games", status_code=201)
def start_game(new: NewGameIn, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """A new game over a pack, or over none yet."""
    pack = None if new.pack_id is None else pack_of(new.pack_id, session)
    game = workshop.games.start(session, new.title, pack, new.manner)
    session.commit()
    return game_out(session, workshop, game)


@router.post("/games/{game_id}/copy", status_code=201)
def copy_game(game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """A copy of a game, to be changed without changing this one."""
    title = f"{workshop.games.outline(game, workshop.games.compiled(session, game))[0]} (copy)"
    try:
        text = edited(game.text, [Edit(path=["title"], value=title)])
    except (YamlMistake, Refused):
        text = game.text
    copy = games.add_game(session, title, text, game.dice)
    session.commit()
    return game_out(session, workshop, copy)


@router.get("/manners")
def manners() -> list[MannerOut]:
    """The manners of game to begin from."""
    return [MannerOut(name=point.name, about=point.about) for point in starting_points().values()]


@router.get("/games/{game_id}")
def one_game(game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """One game with its text and snags."""
    return game_out(session, workshop, game, look=True)


@router.put("/games/{game_id}")
def change_game(changed: GameTextIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Keep a game's text, whatever it says; its snags come back."""
    return _keep(session, workshop, game, changed.text, changed.revision)


def _keep(session: Session, workshop: Workshop, game: StoredGame, text: str, base: int) -> GameOut:
    try:
        games.change_text(session, game, text, base)
    except history.Stale:
        raise _stale() from None
    session.commit()
    return game_out(session, workshop, game)


def _stale() -> HTTPException:
    return HTTPException(409, "The game was changed elsewhere meanwhile. Your change was not saved.")


def _change(
    session: Session, workshop: Workshop, game: StoredGame, base: int, work: Callable[[str], str]
) -> GameOut:
    """Change a game's text, which has to be YAML for that."""
    try:
        text = work(game.text)
    except YamlMistake as mistake:
        raise HTTPException(422, f"The text must be mended first: {mistake}") from None
    refuse_worse(game.text, text)
    return _keep(session, workshop, game, text, base)


@router.post("/games/{game_id}/edits")
def edit_game(wanted: EditsIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Change parts of a game's text and leave the rest as it is written."""
    return _change(session, workshop, game, wanted.revision, lambda text: edited(text, wanted.edits))


@router.post("/games/{game_id}/meters/{name}")
def rename_one_meter(
    name: str, wanted: MeterNameIn, game: TheGame, session: TheSession, workshop: TheWorkshop
) -> GameOut:
    """Call a meter otherwise, wherever the game names it."""
    return _change(
        session, workshop, game, wanted.revision, lambda text: rename_meter(text, name, wanted.name)
    )


@router.post("/games/{game_id}/names/{name}")
def rename_one_name(
    name: str, wanted: MeterNameIn, game: TheGame, session: TheSession, workshop: TheWorkshop
) -> GameOut:
    """Call a named expression otherwise, wherever the game names it."""
    return _change(
        session, workshop, game, wanted.revision, lambda text: rename_named(text, name, wanted.name)
    )


@router.post("/games/{game_id}/comments")
def comment_on(wanted: CommentIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Write a comment at a row, an ending, an award or a meter; "" takes it away."""
    return _change(
        session,
        workshop,
        game,
        wanted.revision,
        lambda text: with_comment(text, wanted.path, wanted.comment),
    )


@router.post("/games/{game_id}/turn/{way}")
def turn_game(
    way: history.Way, revision: Small, game: TheGame, session: TheSession, workshop: TheWorkshop
) -> GameOut:
    """Take the last change of a game back, or make it again, in the revision that is seen."""
    try:
        games.turn(session, game, way, revision)
    except history.Stale:
        raise _stale() from None
    session.commit()
    return game_out(session, workshop, game)


@router.put("/games/{game_id}/dice")
def change_dice(wanted: DiceIn, game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Set the dice a game is tried with, or roll them."""
    game.dice = roll() if wanted.dice is None else wanted.dice
    session.commit()
    return game_out(session, workshop, game)


@router.get("/games/{game_id}/file", response_class=Response)
def game_file(game: TheGame) -> Response:
    """The game as a YAML file."""
    return download(game.text.encode(), f"{game.slug}.yaml")
