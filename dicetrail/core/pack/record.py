"""A record: a question as it is written, by the roles of its parts."""

from __future__ import annotations

from .roles import Role

RecordValue = str | list[str]
WrittenRecord = dict[Role, RecordValue]
"""A question as it is written: a text, or for the roles that several columns can have a list, by role."""
