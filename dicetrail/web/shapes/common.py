"""What several of the APIs take and give: snags, jobs, dice."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import Path
from pydantic import BaseModel, Field

from ...core.rules.editing import Edit
from ...core.rules.part import DiceNumber as DiceNumber
from ...core.rules.part import Names as Names

Small = Annotated[int, Field(ge=-(2**31), lt=2**31)]
"""A whole number of the size that anything here is counted in; the database holds it."""
PathNumber = Annotated[int, Path(ge=0, lt=2**31)]
"""A number in a path."""


class SnagOut(BaseModel):
    """A problem with its place. ``mend`` is what one press does about it: ``mended`` the
    line it makes in a pack, ``edits`` the changes it makes to a game."""

    code: str
    severity: Literal["stop", "warn", "note"]
    message: str
    file: str
    line: int
    column: int
    path: str
    mend: str
    mended: str | None
    edits: list[Edit]


class JobOut(BaseModel):
    """Work that goes on. ``total`` is 0 where it is not known; ``pack_id`` is the pack that came of it."""

    id: str
    state: Literal["waiting", "working", "done", "stopped", "refused"]
    done: int
    total: int
    message: str
    pack_id: int | None
