"""What every request is served with: the workshop, and a session of its own."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from .workshop import Workshop


def workshop_of(request: Request) -> Workshop:
    """The workshop this application serves."""
    workshop: Workshop = request.app.state.workshop
    return workshop


def session_of(request: Request) -> Iterator[Session]:
    """A session for one request."""
    with workshop_of(request).session() as session:
        yield session


TheWorkshop = Annotated[Workshop, Depends(workshop_of)]
TheSession = Annotated[Session, Depends(session_of)]
