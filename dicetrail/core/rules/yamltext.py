"""YAML as text: read with the place of every value.

libyaml reads it, many times faster than plain Python does; what libyaml refuses is read once more in plain
Python, which takes a few more spellings and says more plainly what is wrong.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import cache, partial
from typing import Any

from ruamel.yaml import YAML
from ruamel.yaml.error import MarkedYAMLError, YAMLError
from ruamel.yaml.events import (
    AliasEvent,
    DocumentStartEvent,
    MappingEndEvent,
    MappingStartEvent,
    ScalarEvent,
    SequenceEndEvent,
    SequenceStartEvent,
)
from ruamel.yaml.nodes import ScalarNode

from ..snag import Snag
from ..snag_codes import SnagCode

LARGEST = 400_000
"""Characters a game document may have."""
DEEPEST = 30
_TOO_DEEP = f"This is nested more than {DEEPEST} levels deep."

Path = Sequence[str | int]


class YamlMistake(ValueError):
    """Text that is no YAML; ``snag`` says where and why."""

    def __init__(self, snag: Snag) -> None:
        super().__init__(snag.message)
        self.snag = snag


@dataclass(slots=True)
class Node:
    """A value of a document. ``line``, ``column`` and those of the ``keys`` count from 0.

    ``start`` and ``end`` are where it stands in the text, in characters. ``block`` tells that its parts stand
    below one another, ``quoted`` that it stands in quotes.
    """

    line: int
    column: int
    start: int
    end: int
    data: Any
    block: bool = False
    quoted: bool = False
    parts: dict[str | int, Node] = field(default_factory=dict)
    keys: dict[str | int, tuple[int, int]] = field(default_factory=dict)


class YamlText:
    """A YAML text that was read: its plain data, and where each value stands."""

    def __init__(self, text: str) -> None:
        """Read a text. Raises :class:`YamlMistake`."""
        if len(text) > LARGEST:
            message = f"A game may have {LARGEST:,} characters; this has {len(text):,}."
            raise YamlMistake(Snag("too-long", "stop", message))
        self.text = text
        self.root = _read(text)

    @property
    def data(self) -> Any:
        """The document as plain data."""
        return self.root.data

    def node(self, path: Path) -> Node | None:
        """The value at a path; None where nothing stands there."""
        node: Node | None = self.root
        for key in path:
            node = node.parts.get(key) if node is not None else None
        return node

    def place(self, path: Path, *, of_key: bool = False) -> tuple[int, int]:
        """Line and column (from 1) of the value at a path, or of the nearest part above that exists.

        ``of_key`` asks for the place of the last key itself, where the path ends in one.
        """
        node = self.root
        line, column, quoted = 0, 0, False
        for number, key in enumerate(path, 1):
            if key not in node.parts:
                break
            above, node = node, node.parts[key]
            line, column, quoted = node.line, node.column, node.quoted
            if of_key and number == len(path) and key in above.keys:
                (line, column), quoted = above.keys[key], False
        return line + 1, column + 1 + quoted


def _read(text: str) -> Node:
    try:
        return _Reader(text, pure=False).document()
    except YAMLError:
        pass
    try:
        return _Reader(text, pure=True).document()
    except MarkedYAMLError as error:
        mark = error.problem_mark or error.context_mark
        problem = str(error.problem or error.context or "this can't be read").split("\n")[0]
        message = f"This is not complete YAML here: {problem}."
        raise _mistake("not-yaml", message, mark) from None
    except YAMLError as error:
        raise _mistake("not-yaml", f"This is not YAML: {str(error)[:200]}") from None
    except RecursionError:
        raise _mistake("too-deep", _TOO_DEEP) from None
    except (ValueError, TypeError, AttributeError, KeyError, IndexError, AssertionError) as error:
        if isinstance(error, YamlMistake):
            raise
        raise _mistake("not-yaml", f"This can't be read as YAML ({type(error).__name__}).") from None


def _mistake(code: SnagCode, message: str, mark: Any = None) -> YamlMistake:
    line, column = (mark.line + 1, mark.column + 1) if mark else (1, 1)
    return YamlMistake(Snag(code, "stop", message, line=line, column=column))


class _Reader:
    """Builds the nodes of one document from what a parser comes across."""

    def __init__(self, text: str, *, pure: bool) -> None:
        self._yaml = YAML(typ="safe", pure=pure)
        self._events: Iterator[Any] = iter(self._yaml.parse(text))
        self._tag_of = cache(partial(self._yaml.resolver.resolve, ScalarNode))

    def document(self) -> Node:
        """The whole document; a text without one is nothing. Raises YAMLError and :class:`YamlMistake`."""
        root: Node | None = None
        for event in self._events:
            if isinstance(event, DocumentStartEvent):
                if root is not None:
                    raise _mistake("not-yaml", "A second document begins here.", event.start_mark)
                root = self._value(next(self._events), 0)
        return root or Node(0, 0, 0, 0, None)

    def _value(self, event: Any, depth: int) -> Node:
        if depth > DEEPEST:
            raise _mistake("too-deep", _TOO_DEEP, event.start_mark)
        if isinstance(event, AliasEvent):
            message = f"`*{event.anchor}` points to another place; write the value out instead."
            raise _mistake("alias", message, event.start_mark)
        if isinstance(event, ScalarEvent):
            return self._scalar(event)
        start = event.start_mark
        node = Node(start.line, start.column, start.index, 0, None, block=not event.flow_style)
        if isinstance(event, SequenceStartEvent):
            end = self._items(node, depth)
        else:
            assert isinstance(event, MappingStartEvent)
            end = self._pairs(node, depth)
        node.end = end.end_mark.index
        return node

    def _items(self, node: Node, depth: int) -> Any:
        node.data = []
        while not isinstance(event := next(self._events), SequenceEndEvent):
            part = self._value(event, depth + 1)
            node.parts[len(node.data)] = part
            node.data.append(part.data)
        return event

    def _pairs(self, node: Node, depth: int) -> Any:
        node.data = {}
        while not isinstance(event := next(self._events), MappingEndEvent):
            if not isinstance(event, ScalarEvent):
                raise _mistake("not-yaml", "A word is needed before the colon here.", event.start_mark)
            key, mark = event.value, event.start_mark
            if key in node.data:
                raise _mistake("not-yaml", f"`{key}` stands here twice.", mark)
            node.keys[key] = mark.line, mark.column
            part = node.parts[key] = self._value(next(self._events), depth + 1)
            node.data[key] = part.data
        return event

    def _scalar(self, event: Any) -> Node:
        start, end = event.start_mark, event.end_mark
        node = Node(start.line, start.column, start.index, end.index, event.value)
        node.quoted = event.style in ('"', "'")
        tag = event.tag or self._tag_of(event.value, event.implicit)
        kind = str(tag).rpartition(":")[2]
        if kind in ("int", "float", "bool", "null"):
            try:
                node.data = self._yaml.constructor.construct_object(ScalarNode(tag, event.value))
            except (ValueError, KeyError, IndexError, OverflowError):
                raise _mistake("not-yaml", f"‘{event.value[:40]}’ is no {kind}.", start) from None
        return node
