"""The values of YAML, each as the text that stands there.

They are built from the events of the C-built parser: there are no types, tags or classes that a file could
ask for. The records of a list are parsed some at a time, and one by one only where something is unlike.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from typing import Any

from ruamel.yaml.cyaml import CParser  # type: ignore[attr-defined]
from ruamel.yaml.error import MarkedYAMLError, YAMLError
from ruamel.yaml.events import (
    AliasEvent,
    DocumentStartEvent,
    MappingEndEvent,
    MappingStartEvent,
    ScalarEvent,
    SequenceEndEvent,
    SequenceStartEvent,
    StreamEndEvent,
)

TOGETHER = 50
"""Records that are parsed at once."""
_TOO_DEEP = re.compile(r"(?:[-?:][ \t]+){20}")
_NAMED = re.compile(r"(?:^|[\s\[{,])[&*]\S|^(?:---|\.\.\.)", re.MULTILINE)
"""What may be an anchor, an alias or another document: what is said there may hold for other records."""


def values_of(chunks: Sequence[str]) -> Iterator[tuple[Any, str]]:
    """What each of these texts says, a list of one record each, and why it can't be read ("" where not)."""
    for first in range(0, len(chunks), TOGETHER):
        some = chunks[first : first + TOGETHER]
        together = _together(some)
        yield from map(value_of, some) if together is None else ((one, "") for one in together)


def value_of(chunk: str) -> tuple[Any, str]:
    """What a text says, and why it can't be read."""
    if _is_deep(chunk):
        return None, "This is nested too deeply."
    try:
        data = _Events(chunk).document()
    except MarkedYAMLError as error:
        mark = error.problem_mark
        where = f" (line {mark.line + 1} of it, character {mark.column + 1})" if mark else ""
        return None, f"This is not YAML: {error.problem or error.context or 'it can not be read'}{where}."
    except (YAMLError, RecursionError, ValueError) as error:
        said = str(error).split("\n", 1)[0] or type(error).__name__
        return None, f"This is not YAML: {said}."
    return (data[0], "") if isinstance(data, list) and len(data) == 1 else (data, "")


def _is_deep(chunk: str) -> bool:
    return chunk.count("[") + chunk.count("{") > 500 or _TOO_DEEP.search(chunk) is not None


def _together(chunks: Sequence[str]) -> list[Any] | None:
    """What these texts say, parsed as one; None where that may be otherwise than one by one."""
    text = "".join(chunks)
    if _NAMED.search(text) or any(map(_is_deep, chunks)):
        return None
    begins, line = [], 0
    for chunk in chunks:
        begins.append(line)
        line += chunk.count("\n")
    events = _Events(text)
    try:
        data = events.document()
    except (YAMLError, RecursionError, ValueError):
        return None
    return data if isinstance(data, list) and events.begins == begins else None


class _Events:
    """Builds the one document of a text from its events.

    ``begins`` are the lines (from 0) in which the items of the outermost list begin.
    """

    def __init__(self, text: str) -> None:
        self._next = CParser(text).get_event
        self._anchors: dict[str, Any] = {}
        self.begins: list[int] = []

    def document(self) -> Any:
        """What the text says. Raises YAMLError, and RecursionError where it is nested too deeply."""
        while not isinstance(event := self._next(), DocumentStartEvent):
            if isinstance(event, StreamEndEvent):
                return None
        event = self._next()
        if isinstance(event, SequenceStartEvent):
            data: Any = []
            while type(event := self._next()) is not SequenceEndEvent:
                self.begins.append(event.start_mark.line)
                data.append(self._value(event))
        else:
            data = self._value(event)
        self._next()  # the end of the document
        if not isinstance(event := self._next(), StreamEndEvent):
            raise MarkedYAMLError(problem="another document begins", problem_mark=event.start_mark)
        return data

    def _value(self, event: Any) -> Any:
        sort = type(event)
        if sort is ScalarEvent:
            made: Any = event.value
        elif sort is AliasEvent:
            if event.anchor not in self._anchors:
                raise MarkedYAMLError(
                    problem=f"found undefined alias {event.anchor!r}", problem_mark=event.start_mark
                )
            return self._anchors[event.anchor]
        elif sort is MappingStartEvent:
            made = {}
            while type(inner := self._next()) is not MappingEndEvent:
                name = self._value(inner)
                if not isinstance(name, str) or name in made:
                    said = f"found duplicate key {name!r}" if isinstance(name, str) else "a name is no text"
                    raise MarkedYAMLError(problem=said, problem_mark=inner.start_mark)
                made[name] = self._value(self._next())
        else:
            made = []
            while type(inner := self._next()) is not SequenceEndEvent:
                made.append(self._value(inner))
        if event.anchor:
            self._anchors[event.anchor] = made
        return made
