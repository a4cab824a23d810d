"""Editing: changes to a game's text, made at a path, that leave everything else as it was written.

A list of rows is edited line by line, so that comments stay with the row they stand above; any other value is
set in the tree that ruamel keeps with its comments.
"""

from __future__ import annotations

import io
from collections.abc import Sequence
from typing import Any, Literal, cast

from pydantic import BaseModel
from ruamel.yaml.comments import CommentedMap, CommentedSeq

from ..snag import Refused
from .document import words_at
from .yamltext import Path, load_tree, yaml_writer

Do = Literal["set", "remove", "insert", "move"]


class Edit(BaseModel):
    """One change. ``path`` leads from the top to the value (numbers count rows from 0).

    ``set`` writes ``value`` there; ``remove`` takes the key or the row away; ``insert`` puts ``value`` as a
    new row before the row of the path; ``move`` brings the row of the path before row ``to``.
    """

    do: Do = "set"
    path: list[str | int]
    value: Any = None
    to: int = 0


def edited(text: str, edits: Sequence[Edit]) -> str:
    """The text after the changes, one after another.

    Raises :class:`Refused` where a path leads nowhere, YamlMistake where the text is no YAML.
    """
    for edit in edits:
        text = _edited(text, edit)
    return text


def _edited(text: str, edit: Edit) -> str:
    if not edit.path:
        raise Refused("A change needs a place in the game.")
    try:
        if isinstance(edit.path[-1], int) and edit.do != "set":
            return _rows_edited(text, edit)
        return _set(text, edit)
    except (KeyError, IndexError, TypeError):
        place = ".".join(map(str, edit.path))
        raise Refused(f"There is no {place} in this game any more.") from None


# A value in the tree


def _set(text: str, edit: Edit) -> str:
    top = str(edit.path[0])
    tree = load_tree(text)
    if edit.do == "set" and isinstance(tree, CommentedMap) and tree.get(top) is None:
        if len(edit.path) == 1:
            return _with_key(text, tree, top, edit.value)
        text = _with_key(text, tree, top, {})
        tree = load_tree(text)
    node, *keys = tree, *edit.path[:-1]
    for depth, key in enumerate(keys):
        if isinstance(key, str) and isinstance(node, CommentedMap) and node.get(key) is None:
            _put(node, key, _flow({}), edit.path[:depth])
        node = node[key]
    last = edit.path[-1]
    if edit.do == "remove":
        if isinstance(node, CommentedMap):
            node.pop(str(last), None)
    elif isinstance(last, str):
        _put(node, last, _flow(edit.value), edit.path[:-1])
    else:
        node[last] = _flow(edit.value)
    return _dumped(tree)


def _with_key(text: str, tree: CommentedMap, key: str, value: Any) -> str:
    """The text with a new key at the top level, where the document usually has it; a list a line a row."""
    if key in tree:
        tree[key] = _flow(value)
        return _dumped(tree)
    listed = CommentedSeq([_flow(item) for item in value]) if isinstance(value, list) and value else None
    written = _dumped(CommentedMap({key: _flow(value) if listed is None else listed}))
    lines = text.splitlines(keepends=True)
    if lines and not lines[-1].endswith("\n"):
        lines[-1] += "\n"
    order = words_at(())
    earlier = [name for name in tree if name in order and order.index(name) < order.index(key)]
    starts = [tree.lc.key(name)[0] for name in earlier]
    at = max((_end(lines, start, 0) for start in starts), default=0)
    return "".join([*lines[:at], written, *lines[at:]])


def _put(node: CommentedMap, key: str, value: Any, path: Path) -> None:
    """Set a key; a new one goes to where the document usually has it."""
    if key in node:
        node[key] = value
        return
    order = words_at(path)
    at = len(node)
    if key in order:
        before = [name for name in node if name in order and order.index(name) < order.index(key)]
        at = max((list(node).index(name) + 1 for name in before), default=0)
    node.insert(at, key, value)


def _flow(value: Any) -> Any:
    """Plain data as ruamel writes it on one line."""
    if isinstance(value, dict):
        flow = CommentedMap({key: _flow(inner) for key, inner in value.items()})
        flow.fa.set_flow_style()
        return flow
    if isinstance(value, list):
        items = CommentedSeq([_flow(inner) for inner in value])
        items.fa.set_flow_style()
        return items
    return value


def _dumped(tree: Any) -> str:
    out = io.StringIO()
    yaml_writer().dump(tree, out)
    return out.getvalue()


# The rows of a list


def _rows_edited(text: str, edit: Edit) -> str:
    *above, row = edit.path
    at = cast(int, row)
    tree = load_tree(text)
    node = tree
    for key in above:
        node = node.get(key) if isinstance(node, CommentedMap) else node[key]
    if not node or node.fa.flow_style():
        return _small_list_edited(text, above, list(node or ()), at, edit)
    rows = _Rows(text, node)
    if not 0 <= at <= len(rows) - (edit.do != "insert"):
        raise IndexError
    if edit.do == "insert":
        rows.insert(at, _dumped(CommentedSeq([_flow(edit.value)])).strip("\n").lstrip())
    elif edit.do == "remove":
        if len(rows) == 1:
            return _set(text, Edit(path=above, value=[]))
        rows.take(at)
    else:
        if not 0 <= edit.to <= len(rows):
            raise IndexError
        moved = rows.take(at)
        rows.put(edit.to - (edit.to > at), moved)
    return rows.text()


def _small_list_edited(text: str, above: list[str | int], items: list[Any], at: int, edit: Edit) -> str:
    """A list that is empty or stands on one line is written anew; at the top level rows get a line each."""
    if edit.do == "insert":
        items.insert(at, _flow(edit.value))
    elif edit.do == "remove":
        del items[at]
    else:
        moved = items.pop(at)
        items.insert(edit.to - (edit.to > at), moved)
    tree = load_tree(text)
    if len(above) > 1 or not any(isinstance(item, CommentedMap) for item in items):
        return _set(text, Edit(path=above, value=items))
    if above[0] not in tree:
        return _with_key(text, tree, str(above[0]), items)
    tree[above[0]] = CommentedSeq(items)
    return _dumped(tree)


class _Rows:
    """The rows of a list that has a line (or more) for each, with the comments that stand above them."""

    def __init__(self, text: str, node: CommentedSeq) -> None:
        lines = text.splitlines(keepends=True)
        if lines and not lines[-1].endswith("\n"):
            lines[-1] += "\n"
        starts = [node.lc.item(number)[0] for number in range(len(node))]
        self._dash = lines[starts[0]].index("-")
        ends = [_end(lines, start, self._dash) for start in starts]
        tops = [_top(lines, start, ends[n - 1] if n else 0) for n, start in enumerate(starts)]
        self._head = lines[: tops[0]]
        self._blocks = [lines[top:end] for top, end in zip(tops, ends, strict=True)]
        self._gaps = [lines[end:top] for end, top in zip(ends, tops[1:], strict=False)]
        self._tail = lines[ends[-1] :]

    def __len__(self) -> int:
        return len(self._blocks)

    def insert(self, at: int, row: str) -> None:
        """A new row before the row ``at``."""
        self.put(at, [" " * self._dash + row + "\n"])

    def put(self, at: int, block: list[str]) -> None:
        """A row with its comments before the row ``at``."""
        self._blocks.insert(at, block)
        self._gaps.insert(min(at, len(self._gaps)), [])

    def take(self, at: int) -> list[str]:
        """Take a row out, its comments with it."""
        if self._gaps:
            gap = self._gaps.pop(min(at, len(self._gaps) - 1))
            if any(line.strip() for line in gap):
                self._tail = gap + self._tail
        return self._blocks.pop(at)

    def text(self) -> str:
        """The whole text."""
        lines = list(self._head)
        for number, block in enumerate(self._blocks):
            lines += block
            if number < len(self._gaps):
                lines += self._gaps[number]
        return "".join([*lines, *self._tail])


def _end(lines: Sequence[str], start: int, dash: int) -> int:
    """The line after the last one of a row: what is indented further belongs to it."""
    end = at = start + 1
    while at < len(lines):
        line = lines[at]
        bare = line.strip()
        if bare and not bare.startswith("#"):
            if len(line) - len(line.lstrip()) <= dash:
                break
            end = at + 1
        at += 1
    return end


def _top(lines: Sequence[str], start: int, floor: int) -> int:
    """The first line of the comments right above a row."""
    top = start
    while top > floor and lines[top - 1].strip().startswith("#"):
        top -= 1
    return top
