"""Writing questions: as records of named values, and as a table."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from ..play.questions.question import LABELS, Question
from .carrying import written
from .kinds import written_as
from .notation import write_places
from .record import WrittenRecord
from .roles import ROLES, SEVERAL, Role

ORDER: tuple[Role, ...] = tuple(role for role in ROLES if role not in ("group", "unused"))
"""The order of the columns of a table that is written."""


def to_record(question: Question) -> WrittenRecord:
    """A question by the roles of its parts; what says nothing special is left out."""
    record: WrittenRecord = {"id": question.id, "kind": question.kind, "prompt": question.prompt}
    record |= written_as(question).record(question)
    if question.pinned:
        record["pinned"] = write_places(question.pinned)
    if question.times:
        record["times"] = str(question.times)
    if question.tolerance:
        record["tolerance"] = str(question.tolerance)
    if question.level != 1:
        record["level"] = str(question.level)
    if question.worth != 1:
        record["worth"] = _plain_number(question.worth)
    if question.seconds is not None:
        record["seconds"] = _plain_number(question.seconds)
    texts: dict[Role, str] = {
        "topic": question.topic,
        "why": question.why,
        "why right": question.why_right,
        "why wrong": question.why_wrong,
        "hint": question.hint,
        "unit": question.unit,
        "image": question.image,
        "alt": question.alt,
        "sound": question.sound,
    }
    record |= {role: text for role, text in texts.items() if text}
    return record | written(question) if question.carries else record


def _plain_number(value: float) -> str:
    return str(int(value)) if value == int(value) else repr(value)


def cells_of(record: WrittenRecord, roles: Sequence[Role]) -> list[str] | None:
    """The cells of a record under columns of these roles; None where they have no room for all of it."""
    left = {role: [*value] if isinstance(value, list) else [value] for role, value in record.items()}
    cells = [left[role].pop(0) if left.get(role) else "" for role in roles]
    return None if any(left.values()) else cells


def to_table(questions: Iterable[Question]) -> tuple[list[str], list[list[str]]]:
    """Questions as a header and rows, with the columns they need."""
    records = [to_record(question) for question in questions]
    roles = columns_for(records)
    rows = [cells for record in records if (cells := cells_of(record, roles)) is not None]
    if len(rows) < len(records):
        raise ValueError("a question has a part that no column of a table is for")
    return headings(roles), rows


def columns_for(records: Iterable[WrittenRecord]) -> list[Role]:
    """The columns that records need, in their usual order."""
    widths: dict[Role, int] = {"prompt": 1}
    for record in records:
        for role, value in record.items():
            widths[role] = max(widths.get(role, 0), len(value) if isinstance(value, list) else 1)
    return [role for role in ORDER for _ in range(widths.get(role, 0))]


def headings(roles: Sequence[Role]) -> list[str]:
    """Headings that name these roles when they are read again."""
    heads = []
    numbers: dict[Role, int] = {}
    for role in roles:
        number = numbers[role] = numbers.get(role, 0) + 1
        if role == "option":
            heads.append(f"option {LABELS[number - 1]}")
        else:
            heads.append(f"{role} {number}" if role in SEVERAL else role)
    return heads
