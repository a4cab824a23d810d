"""Editing: changes to a game's text, made at a path, that leave everything else as it was written.

A list of rows is edited line by line, so that comments stay with the row they stand above. Any other value
is set in the tree that ruamel keeps with its comments, of no more than the row or the top-level part it
stands in: the rest of the text is not touched, and a long game is changed as fast as a short one.
"""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from typing import Any, Literal

from pydantic import BaseModel
from ruamel.yaml import YAML
from ruamel.yaml.comments import CommentedMap, CommentedSeq

from ..snag import Refused
from .document import words_at
from .yamltext import Node, Path, YamlText

Do = Literal["set", "remove", "rename", "insert", "move"]


class Edit(BaseModel):
    """One change. ``path`` leads from the top to the value (numbers count rows from 0).

    ``set`` writes ``value`` there; ``remove`` takes the key or the row away; ``rename`` calls the key at the
    end of the path ``value``; ``insert`` puts ``value`` as a
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
    source = YamlText(text)
    try:
        if isinstance(edit.path[-1], int) and edit.do != "set":
            return _rows_edited(source, edit)
        return _set(source, edit)
    except Refused:
        raise
    except (KeyError, IndexError, TypeError, ValueError):
        place = ".".join(map(str, edit.path))
        raise Refused(f"There is no {place} in this game any more.") from None


def _set(source: YamlText, edit: Edit) -> str:
    """A value set or taken away, in the smallest part of the text that can be written anew by itself."""
    top, *rest = edit.path
    node = source.node([top])
    if not source.root.block:
        return _set_in(source.text, edit)
    if edit.do == "set" and (node is None or node.data is None) and isinstance(top, str):
        return _with_part(source, top, _nested(rest, edit.value))
    if node is None:
        if edit.do == "remove":
            return source.text
        raise KeyError(top)
    lines = own_lines(source.text)
    if node.block and isinstance(node.data, list) and len(rest) > 1 and isinstance(rest[0], int):
        rows = _Rows(lines, node)
        alone = edit.model_copy(update={"path": [0, *rest[1:]]})
        rows.change(rest[0], lambda row: _set_in(row, alone, (top,), rows.dash))
        return rows.text()
    begin, end = _part(source, lines, str(top))
    if edit.do == "remove" and not rest:
        return "".join([*lines[:begin], *lines[end:]])
    return "".join([*lines[:begin], _set_in("".join(lines[begin:end]), edit), *lines[end:]])


def _nested(keys: Sequence[str | int], value: Any) -> Any:
    for key in reversed(keys):
        if isinstance(key, int):
            raise KeyError(key)
        value = {key: value}
    return value


def _part(source: YamlText, lines: Sequence[str], top: str) -> tuple[int, int]:
    """The lines of a top-level part: up to the next one and the comments above that."""
    begin = source.root.keys[top][0]
    following = [line for line, _ in source.root.keys.values() if line > begin]
    return begin, top_of(lines, min(following), begin + 1) if following else len(lines)


def _with_part(source: YamlText, key: str, value: Any) -> str:
    """The text with a new top-level part, where the document usually has it; a list with a line a row."""
    return _with_written(source, key, _laid(value, [key]))


def spread(source: YamlText, key: str) -> str:
    """The text with a top-level part written an entry a line."""
    node = source.node([key])
    if node is None or not node.data or not source.root.block:
        return source.text
    entries = node.data
    shown = (
        CommentedMap({name: _flow(value) for name, value in entries.items()})
        if isinstance(entries, dict)
        else CommentedSeq(map(_flow, entries))
    )
    return _with_written(source, key, shown)


def _with_written(source: YamlText, key: str, shown: Any) -> str:
    written = _dumped(CommentedMap({key: shown}))
    lines = own_lines(source.text)
    if key in source.root.keys:
        begin, end = _part(source, lines, key)
        return "".join([*lines[:begin], written, *lines[end:]])
    order = words_at(())
    if key not in order:
        raise KeyError(key)
    earlier = [
        name for name in source.root.keys if name in order and order.index(str(name)) < order.index(key)
    ]
    at = max((_end(lines, source.root.keys[name][0], 0) for name in earlier), default=0)
    return "".join([*lines[:at], written, *lines[at:]])


# A value in the tree that ruamel keeps


def _set_in(text: str, edit: Edit, within: Path = (), dash: int = 2) -> str:
    """A value set or taken away in a text that is written anew, with its comments.

    ``within`` is the place of the text in the document, ``dash`` the column that the rows of its lists begin
    at.
    """
    yaml = _yaml(dash)
    tree = node = yaml.load(text)
    for depth, key in enumerate(edit.path[:-1]):
        if isinstance(key, str) and isinstance(node, CommentedMap) and node.get(_key(node, key)) is None:
            _put(node, key, _flow({}), (*within, *edit.path[:depth]))
        node = node[_key(node, key)]
    last = edit.path[-1]
    if edit.do == "remove":
        if isinstance(node, CommentedMap):
            node.pop(_key(node, last), None)
    elif edit.do == "rename":
        _rename(node, _key(node, last), str(edit.value))
    elif isinstance(last, str):
        flow = not isinstance(node, CommentedMap) or node.fa.flow_style()
        value = _flow(edit.value) if flow else _laid(edit.value, [])
        _put(node, last, value, (*within, *edit.path[:-1]))
    else:
        node[last] = _flow(edit.value)
    return _dumped(tree, yaml)


def _key(node: Any, key: str | int) -> Any:
    """A key as ruamel has it: a word that is written as a number is a number there."""
    if not isinstance(node, CommentedMap) or key in node:
        return key
    return next((own for own in node if str(own) == key), key)


def _put(node: CommentedMap, key: str, value: Any, path: Path) -> None:
    """Set a key; a new one goes to where the document usually has it."""
    own = _key(node, key)
    if own in node:
        node[own] = value
        return
    order = words_at(path)
    at = len(node)
    if key in order:
        before = [name for name in node if name in order and order.index(name) < order.index(key)]
        at = max((list(node).index(name) + 1 for name in before), default=0)
    node.insert(at, key, value)


def _rename(node: CommentedMap, old: Any, new: str) -> None:
    """Call a key otherwise, at its place and with its comments."""
    place, comment = list(node).index(old), node.ca.items.pop(old, None)
    node.insert(place, new, node.pop(old))
    if comment is not None:
        node.ca.items[new] = comment


def _laid(value: Any, above: Sequence[str | int]) -> Any:
    """Plain data as it is laid out where there is room: a list has a line for each of its rows, and of rounds
    each part has one."""
    if isinstance(value, list) and value and all(isinstance(item, dict) for item in value):
        return CommentedSeq([_row(item, above) for item in value])
    return _flow(value)


def _row(value: Any, above: Sequence[str | int]) -> Any:
    """A new row of a list."""
    if list(above) == ["rounds"] and isinstance(value, dict):
        return CommentedMap({key: _laid(inner, []) for key, inner in value.items()})
    return _flow(value)


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


def _dumped(tree: Any, yaml: YAML | None = None) -> str:
    out = io.StringIO()
    (yaml or _yaml()).dump(tree, out)
    return out.getvalue()


def _yaml(dash: int = 2) -> YAML:
    """Reads and writes YAML as games are written here, with everything kept."""
    yaml = YAML(typ="rt", pure=True)
    yaml.preserve_quotes = True
    yaml.width = 4096
    yaml.indent(mapping=2, sequence=dash + 2, offset=dash)
    return yaml


# The rows of a list


def _rows_edited(source: YamlText, edit: Edit) -> str:
    *above, at = edit.path
    assert isinstance(at, int)
    node = source.node(above)
    if node is None or not node.data or not node.block or not _has_lines(source, node):
        return _small_list_edited(source, above, _listed(node), at, edit)
    rows = _Rows(own_lines(source.text), node)
    if not 0 <= at <= len(rows) - (edit.do != "insert"):
        raise IndexError
    if edit.do == "insert":
        rows.insert(at, _dumped(CommentedSeq([_row(edit.value, above)])))
    elif edit.do == "remove":
        if len(rows) == 1:
            only = Edit(path=above, value=[]) if len(above) == 1 else Edit(do="remove", path=above)
            return _set(source, only)
        rows.take(at)
    else:
        if not 0 <= edit.to <= len(rows):
            raise IndexError
        moved = rows.take(at)
        rows.put(edit.to - (edit.to > at), moved)
    return rows.text()


def _has_lines(source: YamlText, node: Node) -> bool:
    """Whether each row of a list begins a line of its own."""
    lines = own_lines(source.text)
    return all(lines[part.line].lstrip().startswith("- ") for part in node.parts.values())


def _listed(node: Node | None) -> list[Any]:
    """The rows of a list; a single text where a list may stand is a list of it."""
    data = node.data if node is not None else None
    return [data] if isinstance(data, str) else list(data or ())


def _small_list_edited(
    source: YamlText, above: list[str | int], items: list[Any], at: int, edit: Edit
) -> str:
    """A list that is empty or stands on one line is written anew; at the top level rows get a line each."""
    if edit.do == "insert":
        items.insert(at, edit.value)
    elif edit.do == "remove":
        del items[at]
    else:
        moved = items.pop(at)
        items.insert(edit.to - (edit.to > at), moved)
    if len(above) == 1 and source.root.block:
        return _with_part(source, str(above[0]), items)
    return _set(source, Edit(path=above, value=items))


def own_lines(text: str) -> list[str]:
    """The lines of a text with their endings, of which the last has one too."""
    lines = text.splitlines(keepends=True)
    if lines and not lines[-1].endswith("\n"):
        lines[-1] += "\n"
    return lines


class _Rows:
    """The rows of a list that has a line (or more) for each, with the comments that stand above them."""

    def __init__(self, lines: list[str], node: Node) -> None:
        starts = [part.line for part in node.parts.values()]
        self.dash = lines[starts[0]].index("-")
        ends = [_end(lines, start, self.dash) for start in starts]
        tops = [top_of(lines, start, ends[n - 1] if n else 0) for n, start in enumerate(starts)]
        self._head = lines[: tops[0]]
        self._blocks = [lines[top:end] for top, end in zip(tops, ends, strict=True)]
        self._gaps = [lines[end:top] for end, top in zip(ends, tops[1:], strict=False)]
        self._tail = lines[ends[-1] :]

    def __len__(self) -> int:
        return len(self._blocks)

    def insert(self, at: int, row: str) -> None:
        """A new row, written as a list of its own, before the row ``at``."""
        lines = own_lines(row)
        dash = lines[0].index("-")
        self.put(at, [" " * self.dash + line[dash:] for line in lines])

    def change(self, at: int, change: Callable[[str], str]) -> None:
        """Change a row as if its list held nothing else."""
        if not 0 <= at < len(self):
            raise IndexError
        self._blocks[at] = own_lines(change("".join(self._blocks[at])))

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


def top_of(lines: Sequence[str], start: int, floor: int) -> int:
    """The first line of the comments right above a row."""
    top = start
    while top > floor and lines[top - 1].strip().startswith("#"):
        top -= 1
    return top
