"""Renaming: a meter's name changed wherever a game says it, as one change of its text."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from string import Formatter
from typing import Any

from pydantic import ValidationError

from ..snag import Refused
from .document import Document, shown_as
from .editing import Edit, edited
from .yamltext import Path, YamlText


def rename_meter(text: str, old: str, new: str) -> str:
    """The text of a game with a meter renamed: where it is declared, in every row that changes it, in every
    expression and every text that names it, and in what waymarks expect.

    Raises :class:`Refused` where there is no such meter or the new name can't be one, YamlMistake where the
    text is no YAML.
    """
    data: Any = YamlText(text).data
    meters: Any = data.get("meters") if isinstance(data, dict) else None
    if not isinstance(meters, dict) or old not in meters:
        raise Refused(f"There is no meter `{old}` in this game any more.")
    if new == old:
        return text
    if new in meters:
        raise Refused(f"There is a meter `{new}` already.")
    _check_name(new)
    return edited(text, [*_edits(data, old, new)])


def _check_name(name: str) -> None:
    try:
        Document.model_validate({"title": "-", "packs": ["-"], "meters": {name: {}}})
    except ValidationError as error:
        raise Refused(f"{error.errors()[0]['msg'].removeprefix('Value error, ')}.") from None


def _edits(data: Any, old: str, new: str) -> Iterator[Edit]:
    show = shown_as(old)
    if show != shown_as(new) and "show" not in (data["meters"][old] or {}):
        yield Edit(path=["meters", old, "show"], value=show)
    yield Edit(do="rename", path=["meters", old], value=new)
    clocks = data.get("clocks")
    if isinstance(clocks, dict):
        yield from _in_expression(clocks.get("question"), ["clocks", "question"], old, new)
    yield from _in_text(data.get("intro"), ["intro"], old, new)
    for part in ("consequences", "endings", "awards"):
        for place, row in enumerate(_rows(data.get(part))):
            yield from _in_row(row, [part, place], old, new)
    for place, mark in enumerate(_rows(data.get("waymarks"))):
        path: list[str | int] = ["waymarks", place]
        yield from _key(mark, [*path, "expect"], old, new)
        for number, along in enumerate(_rows(mark.get("along"))):
            yield from _key(along, [*path, "along", number, "expect"], old, new)


def _in_row(row: dict[str, Any], path: Path, old: str, new: str) -> Iterator[Edit]:
    yield from _in_expression(row.get("if"), [*path, "if"], old, new)
    for name in ("add", "set", "time"):
        changed = row.get(name)
        if isinstance(changed, dict):
            for key, expression in changed.items():
                yield from _in_expression(expression, [*path, name, key], old, new)
        if name != "time":
            yield from _key(row, [*path, name], old, new)
    yield from _in_text(row.get("tell"), [*path, "tell"], old, new)


def _rows(value: Any) -> list[dict[str, Any]]:
    return [row if isinstance(row, dict) else {} for row in value] if isinstance(value, list) else []


def _key(part: dict[str, Any], path: Path, old: str, new: str) -> Iterator[Edit]:
    inner = part.get(str(path[-1]))
    if isinstance(inner, dict) and old in inner:
        yield Edit(do="rename", path=[*path, old], value=new)


def _in_expression(source: Any, path: Path, old: str, new: str) -> Iterator[Edit]:
    if isinstance(source, str) and (changed := expression_with(source, old, new)) != source:
        yield Edit(path=list(path), value=changed)


def _in_text(source: Any, path: Path, old: str, new: str) -> Iterator[Edit]:
    if isinstance(source, str) and (changed := text_with(source, old, new)) != source:
        yield Edit(path=list(path), value=changed)


def expression_with(source: str, old: str, new: str) -> str:
    """An expression that says ``new`` for the name ``old``; one that can't be read stays as it is."""
    start = len(source) - len(source.lstrip())
    try:
        tree = ast.parse(source.strip(), mode="eval")
    except (SyntaxError, ValueError, MemoryError, RecursionError):
        return source
    places = sorted(
        (node.lineno, node.col_offset)
        for node in ast.walk(tree)
        if isinstance(node, ast.Name) and node.id == old
    )
    if any(line != 1 for line, _ in places):
        return source
    written = source[start:].encode()
    for _, column in reversed(places):  # in bytes, as `ast` counts
        written = written[:column] + new.encode() + written[column + len(old.encode()) :]
    return source[:start] + written.decode()


def text_with(source: str, old: str, new: str) -> str:
    """A text whose expressions in braces say ``new`` for ``old``; one that can't be read stays as it is."""
    parts = []
    try:
        pieces = list(Formatter().parse(source))
    except ValueError:
        return source
    for text, field, form, conversion in pieces:
        parts.append(text.replace("{", "{{").replace("}", "}}"))
        if field is not None:
            shown = (f"!{conversion}" if conversion else "") + (f":{form}" if form else "")
            parts.append("{" + expression_with(field, old, new) + shown + "}")
    changed = "".join(parts)
    return changed if changed != source else source
