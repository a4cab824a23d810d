"""What a path names: a hand-out."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, HTTPException

from ...store.models import Handout
from ..requests import TheSession
from ..shapes.common import PathNumber


def handout_of(handout_id: PathNumber, session: TheSession) -> Handout:
    """The hand-out a path names."""
    found = session.get(Handout, handout_id)
    if found is None:
        raise HTTPException(404, "There is no such hand-out.")
    return found


TheHandout = Annotated[Handout, Depends(handout_of)]
