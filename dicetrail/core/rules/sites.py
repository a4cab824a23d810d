"""Sites: every place of a game where an expression or a text stands, and every key that is a meter's name.

A new part of a game that holds an expression is a line here: then it is checked, renamed, and looked through
for names like all the others.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Literal

from ..play.language.expressions import ExpressionError, compile_expression, compile_template
from .document import Document
from .yamltext import Path

Sort = Literal["expression", "row", "named", "text", "told", "aim", "picks", "steers"]
"""An expression; one of a row, which may let chance in; one that is named, and may, too; a text with
expressions in braces; one that also knows what only texts know of the question; what an aim expects, which
knows shares and means besides; what picks questions out, and knows nothing of a play; and what says which
comes next, and knows both."""
ANY = None
"""Every place of a list, every key of a mapping."""
Pattern = tuple[str | None, ...]

_OF_GAME_AND_ROUND: tuple[tuple[Pattern, Sort], ...] = (
    (("consequences", ANY, "add", ANY), "row"),
    (("consequences", ANY, "set", ANY), "row"),
    (("consequences", ANY, "time", ANY), "row"),
    (("consequences", ANY, "if"), "row"),
    (("consequences", ANY, "tell"), "told"),
    (("consequences", ANY, "tell", ANY), "told"),
    (("intro",), "text"),
    (("clocks", "question"), "expression"),
    (("deal", "draw", ANY, "if"), "picks"),
    (("deal", "next"), "steers"),
)
_SITES: tuple[tuple[Pattern, Sort], ...] = (
    (("names", ANY), "named"),
    *_OF_GAME_AND_ROUND,
    *((("rounds", ANY, *pattern), sort) for pattern, sort in _OF_GAME_AND_ROUND),
    (("rounds", ANY, "only"), "picks"),
    (("rounds", ANY, "then", ANY, "if"), "expression"),
    (("helps", ANY, "if"), "expression"),
    (("helps", ANY, "add", ANY), "expression"),
    (("players", "rank"), "expression"),
    (("endings", ANY, "if"), "expression"),
    (("endings", ANY, "tell"), "told"),
    (("endings", ANY, "tell", ANY), "told"),
    (("awards", ANY, "if"), "expression"),
    (("awards", ANY, "tell"), "told"),
    (("awards", ANY, "tell", ANY), "told"),
    (("aims", ANY, "expect"), "aim"),
)
_PARTS = {str(pattern[0]) for pattern, _ in _SITES}
_METER_KEYS: tuple[Pattern, ...] = (
    ("consequences", ANY, "add", ANY),
    ("consequences", ANY, "set", ANY),
    ("helps", ANY, "add", ANY),
    ("rounds", ANY, "consequences", ANY, "add", ANY),
    ("rounds", ANY, "consequences", ANY, "set", ANY),
    ("waymarks", ANY, "expect", ANY),
    ("waymarks", ANY, "along", ANY, "expect", ANY),
)


@dataclass(frozen=True, slots=True)
class Site:
    """A place where an expression or a text stands, and what is written there."""

    path: Path
    source: str
    sort: Sort

    @property
    def is_text(self) -> bool:
        """Whether its expressions stand in braces."""
        return self.sort in ("text", "told")


def expression_sites(data: Any) -> Iterator[Site]:
    """Every place of a game (as plain data, whatever it holds) where an expression or a text is written."""
    for pattern, sort in _SITES:
        for path, value in _at(data, pattern):
            if isinstance(value, str):
                yield Site(path, value, sort)


def sites_of(document: Document) -> Iterator[Site]:
    """Those of a game that could be read."""
    return expression_sites(document.model_dump(by_alias=True, include=_PARTS))


def names_at(site: Site) -> frozenset[str]:
    """The names that are used at a place; none where it can't be read."""
    try:
        said = compile_template(site.source) if site.is_text else compile_expression(site.source)
    except ExpressionError:  # told at its place
        return frozenset()
    return said.names


def meter_keys(data: Any, name: str) -> Iterator[Path]:
    """Every key besides its own that names a meter."""
    for pattern in _METER_KEYS:
        for path, _ in _at(data, pattern):
            if path[-1] == name:
                yield path


def _at(value: Any, pattern: Pattern, path: tuple[str | int, ...] = ()) -> Iterator[tuple[Path, Any]]:
    if not pattern:
        yield path, value
        return
    first, *rest = pattern
    if first is not ANY:
        if isinstance(value, dict) and first in value:
            yield from _at(value[first], tuple(rest), (*path, first))
    elif isinstance(value, dict):
        for key, inner in value.items():
            yield from _at(inner, tuple(rest), (*path, key))
    elif isinstance(value, list):
        for place, inner in enumerate(value):
            yield from _at(inner, tuple(rest), (*path, place))
