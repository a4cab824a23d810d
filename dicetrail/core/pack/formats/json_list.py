"""JSON: a list of records."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator, Sequence

from ...snag import Refused
from ..record import WrittenRecord
from .base import Piece, Structured
from .json_text import DECODER, record_text, said
from .line_counter import LineCounter

_SPACE = re.compile(r"[\s,]*")
_NEXT_RECORD = re.compile(r"\n[ \t]*(?=[{\[])")
_LIST_IN_OBJECT = re.compile(r'"(?:[^"\\]|\\.)*"\s*:\s*(?=\[\s*\{)')


class JsonList(Structured):
    """A mistake in one record of the list costs none of the others."""

    name = "json"
    endings = ("json",)
    says = "one list"
    enclosed = True

    def fits(self, ending: str, text: str) -> bool:
        """By the ending, or by the first character; YAML files may hold JSON."""
        start = text.lstrip()[:1]
        if ending == "json" or (ending in ("yaml", "yml") and start in ("[", "{")):
            return True
        if start == "{":
            return ending not in ("tsv", "csv", "tab")
        return bool(start == "[" and re.match(r"\s*\[\s*\{\s*\"", text))

    def pieces(self, text: str) -> Iterator[Piece]:
        """The items of the first list of records."""
        at = _list_start(text) + 1
        lines = LineCounter(text)
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
                data, end = DECODER.raw_decode(text, at)
                source, at = text[at:end], end
                yield Piece(begin, lines.number(at) + 1, data, source=source)
                continue
            except json.JSONDecodeError as error:
                line, why = error.lineno, said(error.msg)
                problem = f"This is not JSON: {why} (line {line}, character {error.colno})."
            except RecursionError:
                problem = "This is nested too deeply."
            following = _NEXT_RECORD.search(text, at + 1)
            if following is None:
                yield Piece(begin, text.count("\n") + 1, None, problem)
                return
            at = following.end()
            yield Piece(begin, lines.number(following.start() + 1), None, problem)

    def record(self, record: WrittenRecord) -> str:
        """One line."""
        return record_text(record)

    def whole(self, records: Sequence[str]) -> str:
        """A list, one record a line."""
        return "[\n" + ",\n".join(records) + "\n]\n" if records else "[]\n"


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
