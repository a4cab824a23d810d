"""What a path names: a game on the shelf; and of it what was read, its document, its program."""

from __future__ import annotations

import asyncio
from concurrent.futures import Future
from typing import Annotated

from fastapi import Depends, HTTPException

from ...core.play.rulebook.program import Program
from ...core.prove.search.reached import Reach
from ...core.rules.document import Document
from ...core.rules.reading import GameReading
from ...core.snag import Refused
from ...store.models import StoredGame
from ..requests import AT_ONCE, TheSession, TheWorkshop
from ..shapes.common import PathNumber


def game_of(game_id: PathNumber, session: TheSession) -> StoredGame:
    """The game a path names."""
    game = session.get(StoredGame, game_id)
    if game is None or game.off_since is not None:
        raise HTTPException(404, "This game is not on the shelf any more.")
    return game


TheGame = Annotated[StoredGame, Depends(game_of)]


def reading_of(game: TheGame, session: TheSession, workshop: TheWorkshop) -> GameReading:
    """The game as it was read, snags and all."""
    return workshop.games.compiled(session, game)


TheReading = Annotated[GameReading, Depends(reading_of)]


def document_of(reading: TheReading) -> Document:
    """The game's document; refused where its text can't be read."""
    if reading.document is None:
        first = reading.snags[0]
        raise Refused(f"The rules must be mended first, in line {first.line}: {first.message}")
    return reading.document


TheDocument = Annotated[Document, Depends(document_of)]


def program_of(
    game: TheGame, session: TheSession, workshop: TheWorkshop, reading: TheReading, _: TheDocument
) -> Program:
    """The game as it can be played; refused where its rules stop it."""
    program = workshop.games.program(session, game)
    if program is None:
        stops = next(snag for snag in reading.snags if snag.severity == "stop")
        raise Refused(f"This game can't be played yet. Line {stops.line}: {stops.message}")
    return program


TheProgram = Annotated[Program, Depends(program_of)]


def search_of(game_id: PathNumber, workshop: TheWorkshop) -> Future[Reach] | None:
    """What the plays of the game will be found to come to; None where it can't be played."""
    with workshop.session() as session:
        return workshop.games.search(session, game_of(game_id, session))


TheSearch = Annotated[Future[Reach] | None, Depends(search_of, max_concurrency=AT_ONCE)]


async def reach_of(search: TheSearch) -> Reach:
    """What the plays of the game can come to, waited for. Who waits holds up nobody, so this has to be the
    first that a request asks for: before its session."""
    return Reach(complete=False) if search is None else await asyncio.wrap_future(search)


TheReach = Annotated[Reach, Depends(reach_of)]
