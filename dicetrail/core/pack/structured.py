"""JSON, JSON Lines and YAML: a list of records, each with the lines it stands in.

Every record is read on its own, so that a mistake in one of them costs none of the others. Numbers and
words are kept as they are written; nothing is taken for a yes, a date or a rounded number.
"""

from __future__ import annotations

import io
import json
import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal

from ruamel.yaml import YAML
from ruamel.yaml.error import MarkedYAMLError, YAMLError

from ..snag import Refused
from .notation import join_bars, write_groups
from .roles import SEVERAL, role_of_heading

Format = Literal["table", "json", "jsonl", "yaml"]

MOST_FIELDS = 2000
"""Values that one record may hold."""
DEEPEST = 30
"""Levels a record may be nested."""

_DECODER = json.JSONDecoder(parse_int=str, parse_float=str, parse_constant=str, strict=False)
_SPACE = re.compile(r"[\s,]*")
_NEXT_RECORD = re.compile(r"\n[ \t]*(?=[{\[])")
_LIST_IN_OBJECT = re.compile(r'"(?:[^"\\]|\\.)*"\s*:\s*(?=\[\s*\{)')
_ITEM = re.compile(r"^( *)-(?: |$)", re.MULTILINE)
_LONE_SURROGATE = re.compile(r"[\ud800-\udfff]")
_TOO_DEEP = re.compile(r"(?:[-?:][ \t]+){20}")


@dataclass(frozen=True, slots=True)
class Piece:
    """A part of a file: lines ``begin`` to ``end`` (from 0, the end not included) and what they say.

    ``data`` is a record's mapping or list; ``problem`` says why there is none. ``source`` is its text.
    """

    begin: int
    end: int
    data: Any = None
    problem: str = ""
    source: str = ""


def format_of(name: str, text: str) -> Format:
    """How a text is written: told by its file's ending or, for JSON, by its first character."""
    ending = name.lower().rpartition(".")[2]
    start = text.lstrip()[:1]
    if ending in ("yaml", "yml"):
        return "json" if start in ("[", "{") else "yaml"
    if ending in ("jsonl", "ndjson"):
        return "jsonl"
    if ending == "json":
        return "json"
    if start == "{" and ending not in ("tsv", "csv", "tab"):
        return "jsonl" if _is_lines(text) else "json"
    if start == "[" and re.match(r"\s*\[\s*\{\s*\"", text):
        return "json"
    return "table"


def pieces(text: str, form: Format) -> Iterator[Piece]:
    """The records of a text, whose lines end in LF. Raises :class:`Refused` where it holds no list."""
    if form == "jsonl":
        return _json_lines(text)
    return _json_list(text) if form == "json" else _yaml_list(text)


def _is_lines(text: str) -> bool:
    lines = text.lstrip().split("\n", 2)
    return len(lines) > 1 and lines[0].rstrip().endswith("}") and lines[1].lstrip()[:1] in ("{", "")


def _json_lines(text: str) -> Iterator[Piece]:
    for number, line in enumerate(text.split("\n")):
        if line.strip():
            data, problem = _decoded(line)
            yield Piece(number, number + 1, data, problem)


def _decoded(text: str) -> tuple[Any, str]:
    try:
        data, end = _DECODER.raw_decode(text, len(text) - len(text.lstrip()))
    except json.JSONDecodeError as error:
        return None, f"This is not JSON: {_said(error.msg)} (character {error.colno})."
    except RecursionError:
        return None, "This is nested too deeply."
    if text[end:].strip():
        return None, f"There is more text after the record, from character {end + 1} on."
    return data, ""


def _json_list(text: str) -> Iterator[Piece]:
    at = _list_start(text) + 1
    lines = _LineCounter(text)
    while True:
        match = _SPACE.match(text, at)
        at = match.end() if match else at
        if at >= len(text):
            last = lines.number(at)
            yield Piece(last, last + 1, None, "The list is not closed: there should be a ] at the end.")
            return
        if text[at] == "]":
            return
        begin = lines.number(at)
        try:
            data, end = _DECODER.raw_decode(text, at)
            source, at = text[at:end], end
            yield Piece(begin, lines.number(at) + 1, data, source=source)
            continue
        except json.JSONDecodeError as error:
            line, said = error.lineno, _said(error.msg)
            problem = f"This is not JSON: {said} (line {line}, character {error.colno})."
        except RecursionError:
            problem = "This is nested too deeply."
        following = _NEXT_RECORD.search(text, at + 1)
        if following is None:
            yield Piece(begin, text.count("\n") + 1, None, problem)
            return
        at = following.end()
        yield Piece(begin, lines.number(following.start() + 1), None, problem)


def _list_start(text: str) -> int:
    """Where the list of records begins: the text itself, or the first list of records in an object."""
    start = len(text) - len(text.lstrip())
    if text[start : start + 1] == "[":
        return start
    match = _LIST_IN_OBJECT.search(text, start)
    if match is None:
        raise Refused(
            "There is no list of questions in this JSON. Write them as [ {…}, {…} ], one object a question."
        )
    return match.end()


class _LineCounter:
    """The line (from 0) in which a place of a text stands; places must be asked for in rising order."""

    def __init__(self, text: str) -> None:
        self._text = text
        self._at = 0
        self._line = 0

    def number(self, at: int) -> int:
        self._line += self._text.count("\n", self._at, at)
        self._at = at
        return self._line


def _yaml_list(text: str) -> Iterator[Piece]:
    first = _ITEM.search(text)
    if first is None:
        raise Refused("There is no list of questions in this YAML. Begin each question with `- prompt: …`.")
    indent = len(first[1])
    item = re.compile(rf"^ {{{indent}}}-(?: |$)", re.MULTILINE)
    starts = [match.start() for match in item.finditer(text)]
    lines = _LineCounter(text)
    for start, end in zip(starts, [*starts[1:], len(text)], strict=True):
        begin = lines.number(start)
        chunk = text[start:end]
        data, problem = _read_yaml(chunk)
        filled = len(_without_rest(chunk).split("\n"))
        yield Piece(begin, begin + filled, data, problem)


def _without_rest(chunk: str) -> str:
    """A record's text without the blank and comment lines after it."""
    lines = chunk.split("\n")
    while len(lines) > 1 and (not lines[-1].strip() or lines[-1].startswith("#")):
        lines.pop()
    return "\n".join(lines)


def _read_yaml(chunk: str) -> tuple[Any, str]:
    if chunk.count("[") + chunk.count("{") > 500 or _TOO_DEEP.search(chunk):
        return None, "This is nested too deeply."
    try:
        data = _yaml().load(io.StringIO(chunk))
    except MarkedYAMLError as error:
        mark = error.problem_mark
        where = f" (line {mark.line + 1} of it, character {mark.column + 1})" if mark else ""
        return None, f"This is not YAML: {error.problem or error.context or 'it can not be read'}{where}."
    except (YAMLError, RecursionError, ValueError) as error:
        said = str(error).split("\n", 1)[0] or type(error).__name__
        return None, f"This is not YAML: {said}."
    return (data[0], "") if isinstance(data, list) and len(data) == 1 else (data, "")


@cache
def _yaml() -> YAML:
    """Reads every value as the text that stands there."""
    return YAML(typ="base")


def _said(message: str) -> str:
    return message[:1].lower() + message[1:]


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
