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


TheSession = Annotated[Session, Depends(session_of)]
