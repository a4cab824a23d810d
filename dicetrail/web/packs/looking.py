"""The maker's API for looking at packs: their lines, their questions, their files."""

from __future__ import annotations

from collections.abc import Sequence

from fastapi import Response

from ...core.pack.filtering import Order, Wanted, find
from ...core.pack.formats import SHEETS
from ...core.pack.writing import to_record
from ...core.play.deal.supply import samples_of
from ...core.play.kinds import GENERATED, shown_answer
from ...core.play.questions.question import Question
from ...core.play.seen.trying import one_question_asked
from ...core.play.seen.view import View
from ...core.snag import Snag
from ...store import packs
from ..download import download, mime_of
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..sending_files import TheFiles
from ..shapes.common import PathNumber, Small
from ..shapes.packs import LineOut, LinesOut, LostInFileOut, OneQuestionOut, PackOut, QuestionsOut, TryIn
from ..workshop.files import shown
from ..workshop.outgoing import lost_as, pack_as
from ..workshop.tables import short
from .shown import pack_out, question_out, snags_out
from .the_pack import ThePack, question_at

MOST_LOST = 200
"""Sentences that are told of what a file would not say."""
router = router_of("/api/workshop/packs", "packs")

MOST_SHOWN = 1000
SAMPLES = 6
"""Questions that are shown of those a recipe makes."""


@router.get("/{pack_id}")
def one_pack(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """One pack with its first snags."""
    return pack_out(session, workshop, pack)


@router.get("/{pack_id}/lines")
def pack_lines(
    pack: ThePack,
    session: TheSession,
    workshop: TheWorkshop,
    offset: Small = 0,
    limit: Small = 200,
    snags: bool = False,
) -> LinesOut:
    """The lines of a pack as written, beside what was read from them; all of them, or those with snags."""
    reading = workshop.packs.reading(session, pack)
    of_line = _by_line(workshop.packs.snags(session, pack))
    lines = reading.lines
    if snags:
        lines = [
            line for line in lines if any(snag.severity != "note" for snag in of_line.get(line.number, ()))
        ]
    first = {question.line: number for number, question in reversed(list(enumerate(reading.questions)))}
    shown = lines[max(0, offset) :][: max(0, min(limit, MOST_SHOWN))]
    return LinesOut(
        revision=pack.revision,
        total=len(lines),
        lines=[
            LineOut(
                number=line.number,
                begins=line.begins,
                raw=line.raw,
                state=line.state,
                question=question_out(reading.questions[first[line.number]], first[line.number], ())
                if line.number in first
                else None,
                snags=snags_out(of_line.get(line.number, ())),
            )
            for line in shown
        ],
    )


@router.get("/{pack_id}/questions")
def find_questions(
    pack: ThePack,
    session: TheSession,
    workshop: TheWorkshop,
    offset: Small = 0,
    limit: Small = 200,
    words: str = "",
    kind: str = "",
    topic: str | None = None,
    level: Small | None = None,
    snag: str = "",
    order: Order = "filed",
    falling: bool = False,
) -> QuestionsOut:
    """The questions that are looked for."""
    reading = workshop.packs.reading(session, pack)
    of_line = _by_line(workshop.packs.snags(session, pack))
    codes = {line: {found.code for found in snags} for line, snags in of_line.items()}
    found = find(reading.questions, Wanted(words, kind, topic, level, snag, order, falling), codes)
    shown = found[max(0, offset) :][: max(0, min(limit, MOST_SHOWN))]
    lines = {question.line for question in reading.questions} if len(codes) else set()
    return QuestionsOut(
        revision=pack.revision,
        total=len(found),
        all=len(reading.questions),
        questions=[
            question_out(question, number, of_line.get(question.line, ()))
            for number in shown
            for question in (reading.questions[number],)
        ],
        topics=sorted({question.topic for question in reading.questions})[:500],
        kinds=list(reading.kinds),
        codes=sorted({code for line, of in codes.items() if line in lines for code in of}),
    )


@router.get("/{pack_id}/questions/{number}")
def one_question(
    number: PathNumber, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> OneQuestionOut:
    """One question to be edited, and how a player sees it."""
    question = question_at(workshop.packs.reading(session, pack), number)
    snags = [snag for snag in workshop.packs.snags(session, pack) if snag.line == question.line]
    samples: list[str] = []
    size: int | None = 1
    if question.kind in GENERATED:
        size, made = samples_of(question, SAMPLES)
        samples = [f"{one.prompt}  → {_answers(one)}" for one in made]
    return OneQuestionOut(
        revision=pack.revision,
        question=question_out(question, number, snags),
        record=dict(to_record(question)),
        generated=question.kind in GENERATED,
        size=size,
        samples=samples,
        preview=one_question_asked(shown(session, [question])[0], TryIn().dice, []),
    )


@router.post("/{pack_id}/questions/{number}/try")
def try_question(
    number: PathNumber, wanted: TryIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> View:
    """How a player sees a question after some answers."""
    question = question_at(workshop.packs.reading(session, pack), number)
    return one_question_asked(shown(session, [question])[0], wanted.dice, wanted.answers)


def _answers(question: Question) -> str:
    if question.options:
        return f"{shown_answer(question)}  ({', '.join(question.options)})"
    return " | ".join(question.answers)


@router.get("/{pack_id}/file", response_class=Response)
def pack_file(pack: ThePack, session: TheSession, files: TheFiles, ending: str = "") -> Response:
    """The pack as a file: its text as it stands, in UTF-8, or its questions as another kind of file."""
    name = short(pack.name)
    stem, _, own = name.rpartition(".")
    sheet = pack.encoding in SHEETS
    if (not ending and not sheet) or (ending == own and not sheet):
        return download(packs.text_of(session, pack).encode(), name)
    target = f"{stem or name}.{ending or own}"
    return files.file(target, mime_of(target), pack_as, pack.id, target)


@router.get("/{pack_id}/lost")
def lost_in_pack_file(
    pack: ThePack, session: TheSession, workshop: TheWorkshop, ending: str
) -> LostInFileOut:
    """What of the pack's questions such a file would not say."""
    lost = lost_as(session, workshop, pack.id, f"pack.{ending}")
    return LostInFileOut(total=len(lost), lost=lost[:MOST_LOST])


def _by_line(snags: Sequence[Snag]) -> dict[int, list[Snag]]:
    of_line: dict[int, list[Snag]] = {}
    for snag in snags:
        of_line.setdefault(snag.line, []).append(snag)
    return of_line
