"""Proofs: what is worked out of a game beside the server, for who asks and stays."""

from __future__ import annotations

import asyncio
from collections.abc import Hashable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from threading import Event
from typing import Annotated, Any

from fastapi import Depends, HTTPException, Request

from ...core.play.rulebook.program import Program
from ...core.rules.document import Document
from ..beside import Beside
from ..beside.beside import Work
from ..beside.sending import Sent, sent
from ..leaving import left
from ..requests import AT_ONCE, TheWorkshop
from ..shapes.common import PathNumber, Small
from ..workshop.games import GameShelf
from .the_game import document_of, game_of, program_of

AT_ONCE_BESIDE = 2
WAITING = 16
"""Questions that wait at a time for what is worked out."""
SECONDS = 60.0
"""Seconds that it may take."""


@dataclass(frozen=True, slots=True)
class Asked:
    """The game that is asked about as it stands: ``key`` is what all of it depends on."""

    game_id: int
    revision: int
    key: Hashable
    program: Program
    document: Document


def asked_of(game_id: PathNumber, workshop: TheWorkshop) -> Asked:
    """The game that a path names, looked up by a session that is given back before anything is worked out."""
    with workshop.session() as session:
        game = game_of(game_id, session)
        reading = workshop.games.compiled(session, game)
        document = document_of(reading)
        program = program_of(game, session, workshop, reading, document)
        return Asked(game.id, game.revision, workshop.games.key(session, game), program, document)


TheAsked = Annotated[Asked, Depends(asked_of, max_concurrency=AT_ONCE)]


def earlier_of(game_id: PathNumber, revision: Small, workshop: TheWorkshop) -> Program:
    """An earlier version of the game that a path names."""
    with workshop.session() as session:
        earlier = workshop.games.earlier(session, game_of(game_id, session), revision)
    if earlier is None:
        raise HTTPException(404, "This version can't be played, or is not there any more.")
    return earlier


TheEarlier = Annotated[Program, Depends(earlier_of, max_concurrency=AT_ONCE)]


class Proofs:
    """Works things out of games, each once for as long as the game stands as it does. What nobody waits for
    any more is given up: who asked left, or asked about a newer revision."""

    def __init__(self, games: GameShelf) -> None:
        self._games = games
        self._beside = Beside(AT_ONCE_BESIDE)
        self._waiting = ThreadPoolExecutor(WAITING, thread_name_prefix="proof")
        self._newest: dict[int, Hashable] = {}

    async def of(self, request: Request, asked: Asked, what: Hashable, work: Work, *given: Any) -> Any:
        """What ``work(tell, game, *given)`` gives back; ``what`` says which it is. Other programs among what
        is given are sent as the game is. Raises Refused where it takes more than it may, and HTTPException
        409 where the game was changed meanwhile."""
        gone = Event()
        self._newest[asked.game_id] = asked.key

        def look(_done: int, _total: int) -> None:
            if gone.is_set() or self._newest.get(asked.game_id) != asked.key:
                raise InterruptedError

        def make() -> Any:
            others = [sent(one.game) if isinstance(one, Program) else one for one in given]
            return self._beside.run(work, self.sent(asked), *others, progress=look, seconds=SECONDS)

        answer = asyncio.get_running_loop().run_in_executor(
            self._waiting, self._games.known_of, asked.key, what, make
        )
        try:
            return await left(request, answer)
        except InterruptedError:
            raise HTTPException(409, "The game was changed meanwhile. Ask once more.") from None
        finally:
            gone.set()

    def sent(self, asked: Asked) -> Sent:
        """A game as it is sent, made once."""
        game: Sent = self._games.known_of(asked.key, "sent", lambda: sent(asked.program.game))
        return game

    def close(self) -> None:
        """Give up whatever goes on."""
        self._beside.close()
        self._waiting.shutdown(cancel_futures=True)


async def proofs_of(request: Request) -> Proofs:
    """The proofs of this application."""
    proofs: Proofs = request.app.state.proofs
    return proofs


TheProofs = Annotated[Proofs, Depends(proofs_of)]
