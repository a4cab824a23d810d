"""The maker's API for editing packs, question by question and line by line."""

from __future__ import annotations

from typing import Annotated

from fastapi import Path

from ...core.pack.editing import add, change, replace_lines
from ...core.pack.mending import mend_all
from ...store import history
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import PathNumber, Small
from ..shapes.packs import LineIn, PackNameIn, PackOut, RecordIn
from ..workshop.renaming import rename
from .shown import pack_out
from .the_pack import ThePack, behind, change_pack, question_at, stale

router = router_of("/api/workshop/packs", "packs")


@router.put("/{pack_id}/lines/{number}")
def change_line(
    number: PathNumber, line: LineIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Rewrite the record that begins in a line, or take it away."""
    return change_pack(
        session, workshop, pack, line.revision, lambda source: replace_lines(source, number, line.raw)
    )


@router.post("/{pack_id}/mend/{code}")
def mend_lines(
    code: Annotated[str, Path(max_length=60)],
    revision: Small,
    pack: ThePack,
    session: TheSession,
    workshop: TheWorkshop,
) -> PackOut:
    """Mend every line that has a snag as a press beside it would."""
    return change_pack(session, workshop, pack, revision, lambda source: mend_all(source, code))


@router.post("/{pack_id}/questions", status_code=201)
def add_question(wanted: RecordIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Add a question."""
    return change_pack(
        session,
        workshop,
        pack,
        wanted.revision,
        lambda source: add(source, behind(source.read(), wanted.after), wanted.record),  # type: ignore[arg-type]
    )


@router.put("/{pack_id}/questions/{number}")
def change_question(
    number: PathNumber, wanted: RecordIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
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


@router.post("/{pack_id}/name")
def rename_pack(wanted: PackNameIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Call a pack otherwise; games and packs that name it name it so from now on."""
    if pack.revision != wanted.revision:
        raise stale()
    rename(session, workshop, pack, wanted.name)
    session.commit()
    return pack_out(session, workshop, pack)


@router.post("/{pack_id}/turn/{way}")
def turn_pack(
    way: history.Way, revision: Small, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Take the last change of a pack back, or make it again, in the revision that is seen."""
    try:
        history.turn(session, pack, way, revision)
    except history.Stale:
        raise stale() from None
    session.commit()
    return pack_out(session, workshop, pack)
