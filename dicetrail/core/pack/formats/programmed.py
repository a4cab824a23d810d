"""Lists and dictionaries of a programming language that hold questions: read as the records they mean.

``[("prompt", "answer", "wrong", …), …]``, ``{"prompt": ["answer", "wrong", …], …}``, ``{"topic": [(…), …]}``
and lists of dictionaries, as literals of Python (its reference, "Literals"; read by ``ast.literal_eval``,
which computes nothing), with a name before them or not.
"""

from __future__ import annotations

import ast
import json
import re
from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from ...play.questions.question import LABELS
from ...snag import Refused
from ..progress import Progress
from ..roles import roles_of_header
from ..text import decode
from .base import Contents, Format

LARGEST = 2 * 2**20
"""Bytes of a file that is looked at for literals: what is larger was made by a program, not by hand."""
_NAME = re.compile(
    r"\s*(?:#[^\n]*\n\s*)*(?:(?:const|let|var)\s+)?(?:[A-Za-z_]\w*\s*(?::[^=\n]+)?=\s*)?(?=[\[({])"
)
_BEGINS = re.compile(rb"[\[({]\s*[\[({\"']")


class Programmed(Format):
    """Its text is a JSON list of records, which says the same."""

    name = "programmed"
    endings = ("py",)
    says = "lists of a program"

    def holds(self, name: str, data: bytes) -> bool:
        """Whether it is a literal, and no list of records in JSON already."""
        if len(data) > LARGEST or not _BEGINS.search(data[:4096]):
            return False
        try:
            return bool(self._records(name, data))
        except Refused:
            return False

    def read(self, name: str, data: bytes, progress: Progress | None) -> Contents:
        """The questions of the literal, a record each."""
        lines = [json.dumps(record, ensure_ascii=False) for record in self._records(name, data)]
        return Contents("[\n" + ",\n".join(lines) + "\n]\n")

    def _records(self, name: str, data: bytes) -> list[dict[str, Any]]:
        text = decode(data, name)[0]
        if (begin := _NAME.match(text)) is None or _is_json_of_records(text):
            return []
        try:
            value = ast.literal_eval(text[begin.end() :].strip().rstrip(";"))
        except (ValueError, SyntaxError, MemoryError, RecursionError, TypeError):
            return []
        if _is_a_record(value):
            return []
        try:
            return list(_of(value))
        except _NotQuestions:
            return []


class _NotQuestions(ValueError):
    """A literal that holds something else."""


def _is_a_record(value: Any) -> bool:
    """Whether a dictionary is one question by the names of its parts, as a line of JSON is."""
    return isinstance(value, Mapping) and roles_of_header([str(key) for key in value]) is not None


def _holds_records(value: Any) -> bool:
    """Whether it is a list of dictionaries, or holds one: JSON says that of its own."""
    some = value.values() if isinstance(value, Mapping) else [value]
    return any(isinstance(one, list) and one and isinstance(one[0], dict) for one in some)


def _is_json_of_records(text: str) -> bool:
    """Whether it is JSON that another format reads: looked at first, as its parser is far the quicker one."""
    try:
        value = json.loads(text)
    except (ValueError, RecursionError):
        return False
    return _is_a_record(value) or _holds_records(value)


def _of(value: Any, topic: str = "") -> Iterator[dict[str, Any]]:
    if isinstance(value, Mapping):
        for key, held in value.items():
            if (
                isinstance(held, Sequence)
                and held
                and all(isinstance(one, list | tuple | dict) for one in held)
            ):
                yield from _of(held, topic=_text(key))
            else:
                yield _with_topic(
                    _of_cells([key, *(held if isinstance(held, list | tuple) else [held])]), topic
                )
    elif isinstance(value, list | tuple):
        for one in value:
            if isinstance(one, Mapping):
                record = {_text(key): _plain(held) for key, held in one.items()}
                yield _with_topic(record, topic)
            elif isinstance(one, list | tuple):
                yield _with_topic(_of_cells(one), topic)
            else:
                raise _NotQuestions
    else:
        raise _NotQuestions


def _of_cells(cells: Sequence[Any]) -> dict[str, Any]:
    """A question from its prompt, its answer and what is wrong, or from its prompt, its options and the right
    one (its place from 0, its letter, or itself)."""
    if len(cells) < 2:
        raise _NotQuestions
    prompt, second, *more = cells
    if isinstance(second, list | tuple):
        options = [_text(one) for one in second]
        if not more or len(options) < 2:
            return {"prompt": _text(prompt), "answer": options[:1], "wrong": options[1:]}
        return {"prompt": _text(prompt), "option": options, "key": _letter(more[0], options)}
    if more and isinstance(more[0], list | tuple):
        options = [_text(one) for one in more[0]]
        if _text(second) in options:
            return {"prompt": _text(prompt), "option": options, "key": _letter(second, options)}
        more = options
    return {"prompt": _text(prompt), "answer": _text(second), "wrong": [_text(one) for one in more]}


def _letter(right: Any, options: Sequence[str]) -> str:
    if isinstance(right, int) and not isinstance(right, bool) and 0 <= right < min(len(options), len(LABELS)):
        return LABELS[right]
    if _text(right) in options:
        return LABELS[options.index(_text(right))]
    if _text(right).upper() in LABELS[: len(options)]:
        return _text(right).upper()
    raise _NotQuestions


def _with_topic(record: dict[str, Any], topic: str) -> dict[str, Any]:
    filled = {role: value for role, value in record.items() if value not in ("", [])}
    return {**filled, "topic": topic} if topic and "topic" not in filled else filled


def _plain(value: Any) -> Any:
    return [_text(one) for one in value] if isinstance(value, list | tuple | set) else _text(value)


def _text(value: Any) -> str:
    if isinstance(value, str | int | float):
        return str(value)
    raise _NotQuestions
