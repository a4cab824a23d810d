"""The maker's API for reading a pack's file again: what differs, and what of it is taken over."""

from __future__ import annotations

from fastapi import UploadFile

from ...core.pack.editing import Source
from ...core.pack.reading_again import QuestionDifference, differences, take
from ...core.pack.text import LARGEST_FILE
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.packs import DifferenceOut, DifferencesOut, TakeIn, TakenOut
from ..workshop.settings import read_settings
from .shown import question_out
from .the_pack import ThePack, keep_and_show

router = router_of("/api/workshop/packs", "packs")

MOST_SHOWN = 1000


@router.post("/{pack_id}/again")
def bring_again(
    file: UploadFile, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> DifferencesOut:
    """Bring a pack's file again: how it differs. Nothing is changed yet; its pictures and sounds are kept."""
    token, base, theirs = workshop.packs.bring_again(session, pack, file.file.read(LARGEST_FILE + 1))
    session.commit()
    found = differences(base.read(), workshop.packs.reading(session, pack), theirs.read())
    return DifferencesOut(
        token=token, differences=[_difference_out(one) for one in found[:MOST_SHOWN]], total=len(found)
    )


@router.post("/{pack_id}/again/take")
def take_again(wanted: TakeIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> TakenOut:
    """Take differences over from a file that was brought again."""
    data, theirs = workshop.packs.brought_again(wanted.token, pack)
    mine = workshop.packs.source(session, pack)
    left: list[str] = []
    if wanted.numbers is None:
        changed = Source(
            mine.name, theirs.text, theirs.encoding, read_settings(pack.read_as), workshop.packs.tables()
        )
    else:
        base = workshop.packs.as_brought(session, pack)
        found = differences(base.read(), mine.read(), theirs.read())
        changed, reasons = take(mine, found, set(wanted.numbers))
        left = [f"{_prompt(found[number])}: {reason}" for number, reason in reasons]
    if wanted.numbers is None or not left:
        pack.original = data
    pack.encoding = changed.encoding
    return TakenOut(pack=keep_and_show(session, workshop, pack, changed, wanted.revision), left=left)


def _difference_out(difference: QuestionDifference) -> DifferenceOut:
    return DifferenceOut(
        number=difference.number,
        what=difference.what,
        mine=question_out(difference.mine, -1, ()) if difference.mine else None,
        theirs=question_out(difference.theirs, -1, ()) if difference.theirs else None,
    )


def _prompt(difference: QuestionDifference) -> str:
    question = difference.theirs or difference.mine
    return question.prompt if question else ""
