"""Packs, questions and snags as the workshop shows them."""

from __future__ import annotations

from collections.abc import Sequence

from sqlalchemy.orm import Session

from ...core.pack.mending import mendable
from ...core.pack.rows_of_table import maybe_rows
from ...core.play.kinds import shown_answer
from ...core.play.questions.question import Question
from ...core.snag import Snag
from ...store import history
from ...store.models import Pack
from ...store.standing import Shelved
from ..shapes.common import SnagOut
from ..shapes.packs import PackOut, PackSummary, QuestionOut
from ..workshop import Workshop

MOST_SNAGS = 300
"""Snags that are given together with a pack; those of a line come with the line."""


def pack_out(session: Session, workshop: Workshop, pack: Pack) -> PackOut:
    """A pack as the workshop shows it."""
    reading = workshop.packs.reading(session, pack)
    snags = workshop.packs.snags(session, pack)
    can_undo, can_redo = history.can_undo_redo(session, pack)
    to_mend = worth_a_look(snags)
    return PackOut(
        id=pack.id,
        name=pack.name,
        encoding=reading.encoding,
        format=reading.format,
        delimiter=reading.delimiter,
        roles=list(reading.roles),
        revision=pack.revision,
        updated=pack.updated,
        questions=len(reading.questions),
        kinds=reading.kinds,
        lines=len(reading.raw),
        snags=snags_out(snags[:MOST_SNAGS]),
        to_mend=to_mend,
        notes=len(snags) - to_mend,
        mendable=mendable(snags),
        maybe_rows=maybe_rows(reading),
        can_undo=can_undo,
        can_redo=can_redo,
    )


def pack_summary(session: Session, workshop: Workshop, pack: Pack | Shelved) -> PackSummary:
    """A pack in short."""
    return PackSummary(
        id=pack.id,
        name=pack.name,
        revision=pack.revision,
        updated=pack.updated,
        questions=len(workshop.packs.reading(session, pack).questions),
        to_mend=worth_a_look(workshop.packs.snags(session, pack)),
    )


def worth_a_look(snags: Sequence[Snag]) -> int:
    """How many snags a maker has to look at: notes only tell what was left aside."""
    return sum(snag.severity != "note" for snag in snags)


def question_out(question: Question, number: int, snags: Sequence[Snag]) -> QuestionOut:
    """A question as the workshop shows it."""
    return QuestionOut(
        number=number,
        line=question.line,
        id=question.id,
        kind=question.kind,
        prompt=question.prompt,
        options=list(question.options),
        rights=list(question.rights),
        shown=shown_answer(question) if question.options else " | ".join(question.answers),
        answers=list(question.answers),
        topic=question.topic,
        level=question.level,
        worth=question.worth,
        why=question.why,
        image=question.image,
        sound=question.sound,
        snags=snags_out(snags),
    )


def snags_out(snags: Sequence[Snag]) -> list[SnagOut]:
    """Snags as the workshop shows them."""
    return [SnagOut(**snag.as_dict()) for snag in snags]


def _by_line(snags: Sequence[Snag]) -> dict[int, list[Snag]]:
    of_line: dict[int, list[Snag]] = {}
    for snag in snags:
        of_line.setdefault(snag.line, []).append(snag)
    return of_line
