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
from .sites import expression_sites, meter_keys
from .yamltext import YamlText


def rename_meter(text: str, old: str, new: str) -> str:
    """The text of a game with a meter renamed: where it is declared, in every row that changes it, in every
    expression and every text that names it, in what aims and waymarks expect, and where a snag of it is set
    aside.

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
    for site in expression_sites(data):
        renamed = text_with if site.is_text else expression_with
        changed = renamed(site.source, old, new)
        if changed != site.source:
            yield Edit(path=list(site.path), value=changed)
    for path in meter_keys(data, old):
        yield Edit(do="rename", path=list(path), value=new)
    yield from _of_set_aside(data, old, new)


def _of_set_aside(data: Any, old: str, new: str) -> Iterator[Edit]:
    """Snags that are set aside at the meter, or at what a row does to it."""
    aside = data.get("set_aside")
    for place, one in enumerate(aside if isinstance(aside, list) else ()):
        at = one.get("at") if isinstance(one, dict) else None
        if not isinstance(at, str):
            continue
        parts = at.split(".")
        named = [n for n, part in enumerate(parts) if n and part == old and parts[n - 1] in _HOLD_METERS]
        if named:
            parts[named[0]] = new
            yield Edit(path=["set_aside", place, "at"], value=".".join(parts))


_HOLD_METERS = ("meters", "add", "set")
"""What meters stand in by their names."""


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
