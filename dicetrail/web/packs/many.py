"""The maker's API for many questions at once: removed, duplicated, moved, set, pasted, given away."""

from __future__ import annotations

from collections.abc import Callable

from fastapi import HTTPException

from ...core.pack.editing import Source, move, remove
from ...core.pack.formats import contents_of
from ...core.pack.formats.base import Contents
from ...core.pack.many import add_many, change_many, duplicate, give, read_rows
from ...core.pack.own_letters import has_own_letters, without_own_letters
from ...core.pack.record import WrittenRecord
from ...core.pack.writing import to_record
from ...core.play.kinds import kind_of
from ...core.play.questions.question import Question
from ...core.snag import Refused
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import Small
from ..shapes.packs import GiveIn, GivenOut, ManyIn, PackOut, RowsIn
from .shown import pack_out
from .the_pack import ThePack, behind, change_pack, keep_pack, pack_of, question_at, stale

router = router_of("/api/workshop/packs", "packs")

MOST_SET = 5000
MOST_GIVEN = 300
MOST_PASTED = 2000
_PASTED = "pasted.tsv"


@router.post("/{pack_id}/questions/many")
def change_several(wanted: ManyIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Remove, duplicate, move or set several questions."""
    reading = workshop.packs.reading(session, pack)
    for number in (*wanted.numbers, *([] if wanted.before is None else [wanted.before])):
        question_at(reading, number)

    def set_in(question: Question) -> WrittenRecord:
        record = to_record(question)
        for role, value in wanted.fields.items():
            if role != "misses" or kind_of(question).covers:
                record[role] = value
        return {role: value for role, value in record.items() if value}

    def as_set(source: Source) -> Source:
        if len(wanted.numbers) > MOST_SET:
            raise Refused(f"{MOST_SET:,} questions can be set at once; {len(wanted.numbers):,} are chosen.")
        questions = source.read().questions
        return change_many(source, {number: set_in(questions[number]) for number in wanted.numbers})

    work: dict[str, Callable[[Source], Source]] = {
        "remove": lambda source: remove(source, wanted.numbers),
        "duplicate": lambda source: duplicate(source, wanted.numbers),
        "move": lambda source: move(source, wanted.numbers, wanted.before),
        "set": as_set,
    }
    return change_pack(session, workshop, pack, wanted.revision, work[wanted.do])


@router.post("/{pack_id}/questions/without-letters")
def remove_own_letters(revision: Small, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Remove the letters that the options of questions begin with, from all that have them."""

    def without(source: Source) -> Source:
        lettered = {
            number: without_own_letters(question)
            for number, question in enumerate(source.read().questions)
            if has_own_letters(question)
        }
        return change_many(source, lettered) if lettered else source

    return change_pack(session, workshop, pack, revision, without)


@router.post("/{pack_id}/questions/rows", status_code=201)
def add_rows(wanted: RowsIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Add the questions of rows that were pasted, behind a question."""
    pasted = contents_of(_PASTED, wanted.text.encode()) if wanted.text.strip() else Contents("")
    read = read_rows(_PASTED, pasted, workshop.packs.reading(session, pack), workshop.packs.tables())
    unread = [snag for snag in read.snags if snag.severity == "stop"]
    if unread:
        raise Refused(f"Row {unread[0].line} can't be read: {unread[0].message} Nothing was added.")
    if not 1 <= len(read.questions) <= MOST_PASTED:
        raise Refused(f"There are {len(read.questions):,} questions in these rows; 1 to {MOST_PASTED:,} fit.")
    records = [to_record(question) for question in read.questions]
    for record in records:
        record.pop("id")
    return change_pack(
        session,
        workshop,
        pack,
        wanted.revision,
        lambda source: add_many(source, behind(source.read(), wanted.after), records),
    )


@router.post("/{pack_id}/questions/give")
def give_questions(wanted: GiveIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> GivenOut:
    """Copy or move questions to another pack: both packs change, or none."""
    target = pack_of(wanted.target, session)
    if target.id == pack.id:
        raise HTTPException(422, "Choose another pack.")
    if pack.revision != wanted.revision:
        raise stale()
    if len(wanted.numbers) > MOST_GIVEN:
        raise Refused(f"{MOST_GIVEN} questions can go at once; {len(wanted.numbers)} are chosen.")
    source = workshop.packs.source(session, pack)
    for number in wanted.numbers:
        question_at(source.read(), number)
    now, given, left = give(source, wanted.numbers, workshop.packs.source(session, target))
    rest = remove(source, given) if given and wanted.move else None
    if given:
        keep_pack(session, workshop, target, now, target.revision)
    if rest is not None:
        keep_pack(session, workshop, pack, rest, pack.revision)
    session.commit()
    return GivenOut(
        pack=pack_out(session, workshop, pack),
        target=pack_out(session, workshop, target),
        given=len(given),
        left=[f"{source.read().questions[number].prompt}: {reason}" for number, reason in left],
    )
