"""Renaming: a meter's name changed wherever a game says it, as one change of its text."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from string import Formatter
from typing import Any, Literal

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
    return _renamed(text, old, new, "meters")


def rename_named(text: str, old: str, new: str) -> str:
    """The same for a named expression."""
    return _renamed(text, old, new, "names")


_Part = Literal["meters", "names"]
_CALLED: dict[_Part, str] = {"meters": "meter", "names": "name"}


def _renamed(text: str, old: str, new: str, part: _Part) -> str:
    data: Any = YamlText(text).data
    have = {one: _named_in(data, one) for one in _CALLED}
    if old not in have[part]:
        raise Refused(f"There is no {_CALLED[part]} `{old}` in this game any more.")
    if new == old:
        return text
    for one, called in _CALLED.items():
        if new in have[one]:
            raise Refused(f"There is a {called} `{new}` already.")
    _check_name(new, part)
    return edited(text, [*_edits(data, old, new, part)])


def _named_in(data: Any, part: _Part) -> dict[str, Any]:
    found = data.get(part) if isinstance(data, dict) else None
    return found if isinstance(found, dict) else {}


def _check_name(name: str, part: _Part) -> None:
    try:
        Document.model_validate({"title": "-", "packs": ["-"], part: {name: {} if part == "meters" else "1"}})
    except ValidationError as error:
        raise Refused(f"{error.errors()[0]['msg'].removeprefix('Value error, ')}.") from None


def _edits(data: Any, old: str, new: str, part: _Part) -> Iterator[Edit]:
    show = shown_as(old)
    if part == "meters" and show != shown_as(new) and "show" not in (data["meters"][old] or {}):
        yield Edit(path=["meters", old, "show"], value=show)
    yield Edit(do="rename", path=[part, old], value=new)
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


_HOLD_METERS = ("meters", "names", "add", "set")
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
