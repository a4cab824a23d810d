"""A record: a question as it is written, by the roles of its parts."""

from __future__ import annotations

from .roles import Role

RecordValue = str | list[str]
WrittenRecord = dict[Role, RecordValue]
"""A question as it is written: a text, or for the roles that several columns can have a list, by role."""


def named(record: WrittenRecord) -> dict[str, RecordValue]:
    """A record by the names that JSON and YAML give its parts."""
    return {_NAMES.get(role, role): value for role, value in record.items()}


_NAMES: dict[Role, str] = {"option": "options"}
