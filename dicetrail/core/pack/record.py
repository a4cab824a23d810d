"""A record: a question as it is written, by the roles of its parts."""

from __future__ import annotations

from collections.abc import Mapping

from ..play.questions.question import with_pictures
from .roles import Role

RecordValue = str | list[str]
WrittenRecord = dict[Role, RecordValue]
"""A question as it is written: a text, or for the roles that several columns can have a list, by role."""


def named(record: WrittenRecord) -> dict[str, RecordValue]:
    """A record by the names that JSON and YAML give its parts."""
    return {_NAMES.get(role, role): value for role, value in record.items()}


def renamed(record: WrittenRecord, called: Mapping[str, str]) -> WrittenRecord:
    """A record whose pictures and sounds are called otherwise where ``called`` says so."""
    if not called:
        return record

    def text(role: Role, value: str) -> str:
        if role in ("image", "sound"):
            file, mark, part = value.partition("#")
            return called.get(file, file) + mark + part
        return with_pictures(value, lambda file: called.get(file, file))

    return {
        role: [text(role, one) for one in value] if isinstance(value, list) else text(role, value)
        for role, value in record.items()
    }


_NAMES: dict[Role, str] = {"option": "options"}
