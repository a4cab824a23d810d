"""A record of names and values as texts by the names of their columns."""

from __future__ import annotations

import json
import re
from collections.abc import Mapping
from typing import Any

from .notation import join_bars, write_groups
from .roles import SEVERAL, role_of_heading

MOST_FIELDS = 2000
"""Values that one record may hold."""
DEEPEST = 30
"""Levels a record may be nested."""

_LONE_SURROGATE = re.compile(r"[\ud800-\udfff]")


def flat(data: Any) -> dict[str, str]:
    """A record as texts by the names of their columns. Raises ValueError where it is no record or too large.

    A list under a role that several columns can have becomes so many columns ("wrong 1", "wrong 2"); any
    other list is joined with ``|``. What is nested is named with a point ("name.common").
    """
    if not isinstance(data, Mapping):
        raise ValueError("A question should be a list of names and values, with a prompt and an answer.")
    columns: dict[str, str] = {}
    _flatten(data, "", columns, 0)
    return columns


def _flatten(data: Mapping[Any, Any], prefix: str, columns: dict[str, str], depth: int) -> None:
    if depth > DEEPEST:
        raise ValueError("This is nested too deeply.")
    for key, value in data.items():
        name = prefix + _text(key)
        role = role_of_heading(name)
        if isinstance(value, Mapping) and role == "variables":
            columns[name] = "; ".join(f"{_text(part)} = {_joined(of)}" for part, of in value.items())
        elif isinstance(value, Mapping) and role == "groups":
            columns[name] = write_groups({_text(part): _texts(of) for part, of in value.items()})
        elif isinstance(value, Mapping):
            _flatten(value, f"{name}.", columns, depth + 1)
        elif isinstance(value, list) and role in SEVERAL:
            columns |= {f"{name} {number}": text for number, text in enumerate(_texts(value), 1)}
        elif isinstance(value, list) and role in ("where", "pinned"):
            columns[name] = "; ".join(_texts(value))
        else:
            columns[name] = _joined(value)
        if len(columns) > MOST_FIELDS:
            raise ValueError(f"This holds more than {MOST_FIELDS:,} values.")


def _joined(value: Any) -> str:
    return join_bars(_texts(value)) if isinstance(value, list) else _text(value)


def _texts(value: Any) -> list[str]:
    items = value if isinstance(value, list) else [value]
    if len(items) > MOST_FIELDS:
        raise ValueError(f"This holds more than {MOST_FIELDS:,} values.")
    return [_text(item) for item in items if item is not None]


def _text(value: Any) -> str:
    """A single value as it is written."""
    if value is None:
        return ""
    if isinstance(value, bool):
        return "true" if value else "false"
    written = (
        json.dumps(value, ensure_ascii=False, default=str) if isinstance(value, list | dict) else str(value)
    )
    return _LONE_SURROGATE.sub("\ufffd", written).replace("\r\n", "\n").replace("\r", "\n")
