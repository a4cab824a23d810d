"""The pack that a path names, and a change made to it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated

from fastapi import Depends, HTTPException
from sqlalchemy.orm import Session

from ...core.pack.editing import Source
from ...core.pack.misfit import Misfit
from ...core.pack.reading import Reading
from ...core.play.questions.question import Question
from ...store import history
from ...store.models import Pack
from ..requests import TheSession
from ..shapes.common import PathNumber
from ..shapes.packs import PackOut
from ..workshop import Workshop
from .shown import pack_out


def pack_of(pack_id: PathNumber, session: TheSession) -> Pack:
    """The pack a path names."""
    pack = session.get(Pack, pack_id)
    if pack is None or pack.off_since is not None:
        raise HTTPException(404, "This pack is not on the shelf any more.")
    return pack


ThePack = Annotated[Pack, Depends(pack_of)]


def change_pack(
    session: Session, workshop: Workshop, pack: Pack, base: int, work: Callable[[Source], Source]
) -> PackOut:
    """Change a pack in a given revision, and keep it."""
    if base != pack.revision:
        raise stale()
    try:
        changed = work(workshop.packs.source(session, pack))
    except Misfit as misfit:
        raise HTTPException(422, str(misfit)) from None
    return keep_and_show(session, workshop, pack, changed, base)


def keep_and_show(session: Session, workshop: Workshop, pack: Pack, changed: Source, base: int) -> PackOut:
    """Keep a changed pack, and show it."""
    keep_pack(session, workshop, pack, changed, base)
    session.commit()
    return pack_out(session, workshop, pack)


def keep_pack(session: Session, workshop: Workshop, pack: Pack, changed: Source, base: int) -> None:
    """Keep a changed pack, but do not commit it yet."""
    try:
        workshop.packs.change(session, pack, changed, base)
    except history.Stale:
        raise stale() from None


def stale() -> HTTPException:
    """What is said of a change that was made to an older revision."""
    return HTTPException(409, "The pack was changed elsewhere meanwhile. Your change was not saved.")


def question_at(reading: Reading, number: int) -> Question:
    """The question of a number (from 0)."""
    if not 0 <= number < len(reading.questions):
        raise HTTPException(404, "This question is not in the pack any more.")
    return reading.questions[number]


def behind(reading: Reading, after: int | None) -> int | None:
    """The question that something is put behind; None: at the end."""
    if after is not None:
        question_at(reading, after)
    return after
