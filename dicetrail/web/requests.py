"""What every request is served with: the workshop, and a session of its own.

What never waits for anything is asynchronous: it then costs a request no change of thread.
"""

from __future__ import annotations

from collections.abc import AsyncIterator
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from .workshop import Workshop


async def workshop_of(request: Request) -> Workshop:
    """The workshop this application serves."""
    workshop: Workshop = request.app.state.workshop
    return workshop


TheWorkshop = Annotated[Workshop, Depends(workshop_of)]


async def session_of(workshop: TheWorkshop) -> AsyncIterator[Session]:
    """A session for one request."""
    with workshop.session() as session:
        yield session


AT_ONCE = 2
"""Requests of makers that work at once; the others wait for their turn without holding anything. Python runs
one thread at a time: more of them would only be in each other's way, and in that of the players."""
PLAYERS_AT_ONCE = 2
"""The same for players who come in, who need not wait for makers."""

TheSession = Annotated[Session, Depends(session_of, scope="function", max_concurrency=AT_ONCE)]
"""The session of a maker's request; it is given back before the answer goes out."""
ThePlayersSession = Annotated[Session, Depends(session_of, scope="function", max_concurrency=PLAYERS_AT_ONCE)]
"""The session of a player's request."""
