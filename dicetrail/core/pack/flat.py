"""A record of names and values as texts by the names of their columns."""

from __future__ import annotations

import json
import re
from collections.abc import Mapping
from typing import Any

from ..play.questions.question import LABELS
from .notation import join_bars, write_groups
from .roles import SEVERAL, Role, role_of_heading

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
        elif isinstance(value, Mapping) and role == "pairs":
            columns[name] = join_bars(
                f"{_text(part).replace('=', chr(92) + '=')} = {_text(of)}" for part, of in value.items()
            )
        elif isinstance(value, Mapping) and role == "groups":
            columns[name] = write_groups({_text(part): _texts(of) for part, of in value.items()})
        elif isinstance(value, Mapping) and role in ("answer", "expected"):
            columns |= _objects([value], name, role)
        elif isinstance(value, Mapping):
            _flatten(value, f"{name}.", columns, depth + 1)
        elif isinstance(value, list) and role in (*SEVERAL, "expected") and any(map(_is_object, value)):
            columns |= _objects(value, name, role)
        elif isinstance(value, list) and role in SEVERAL:
            columns |= {f"{name} {number}": text for number, text in enumerate(_texts(value), 1)}
        elif isinstance(value, list) and role in ("where", "pinned"):
            columns[name] = "; ".join(_texts(value))
        else:
            columns[name] = _joined(value)
        if len(columns) > MOST_FIELDS:
            raise ValueError(f"This holds more than {MOST_FIELDS:,} values.")


def _is_object(value: Any) -> bool:
    """Whether an option or an answer is told with what it carries."""
    return isinstance(value, Mapping) and any(name in value for name in _TEXT_NAMES)


def _objects(values: list[Any], name: str, role: Role) -> dict[str, str]:
    """Options or answers of which some are told with what they carry, by the names of their columns."""
    columns: dict[str, str] = {}
    expected: list[str] = []
    for number, value in enumerate(values, 1):
        one = value if isinstance(value, Mapping) else {"text": value}
        text = next((_text(one[key]) for key in _TEXT_NAMES if key in one), "")
        carried = {part: _amounts(one[part]) for part in ("says", "value", "adds") if part in one}
        if role == "expected":
            more = "; ".join(f"{part} {carried[part]}" for part in ("value", "adds") if part in carried)
            said = carried.get("says", "").replace("{", "\\{")
            expected.append(f"{text.replace('=', chr(92) + '=')} = {said}" + (f" {{{more}}}" if more else ""))
            continue
        several = role in SEVERAL
        columns[f"{name} {number}" if several else name] = text
        target = LABELS[number - 1 : number] if role == "option" else f"wrong {number}"
        for part, said in carried.items():
            columns[f"{part} {target if several else 'answer'}"] = said
    return {name: join_bars(expected)} if role == "expected" else columns


_TEXT_NAMES = ("text", "answer")


def _amounts(value: Any) -> str:
    """What is added to meters as one text, told as a mapping or as a text already."""
    if isinstance(value, Mapping):
        return ", ".join(f"{_text(name)} {_text(number)}" for name, number in value.items())
    return _joined(value)


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
