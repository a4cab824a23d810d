"""The maker's API for editing packs, question by question and line by line."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter

from ...core.pack.editing import add, change, replace_lines
from ...store import history
from ..requests import TheSession, TheWorkshop
from ..shapes.packs import LineIn, PackOut, RecordIn
from .shown import pack_out
from .the_pack import ThePack, change_pack, question_at

router = APIRouter(prefix="/api/workshop/packs", tags=["packs"])


@router.put("/{pack_id}/lines/{number}")
def change_line(
    number: int, line: LineIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Rewrite the record that begins in a line, or take it away."""
    return change_pack(
        session, workshop, pack, line.revision, lambda source: replace_lines(source, number, line.raw)
    )


@router.post("/{pack_id}/questions", status_code=201)
def add_question(wanted: RecordIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Add a question."""
    return change_pack(
        session,
        workshop,
        pack,
        wanted.revision,
        lambda source: add(source, wanted.after, wanted.record),  # type: ignore[arg-type]
    )


@router.put("/{pack_id}/questions/{number}")
def change_question(
    number: int, wanted: RecordIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Change a question."""
    question_at(workshop.packs.reading(session, pack), number)
    return change_pack(
        session,
        workshop,
        pack,
        wanted.revision,
        lambda source: change(source, number, wanted.record),  # type: ignore[arg-type]
    )


@router.post("/{pack_id}/turn/{way}")
def turn_pack(
    way: Literal["undo", "redo"], pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Take the last change of a pack back, or make it again."""
    (history.undo if way == "undo" else history.redo)(session, pack)
    session.commit()
    return pack_out(session, workshop, pack)
