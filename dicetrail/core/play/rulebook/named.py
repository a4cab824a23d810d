"""Named expressions: which of them use which."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from ..language.expressions import ExpressionError, compile_expression

DEEPEST = 12
"""Named expressions that may use one another in a row."""


def used_by(names: Mapping[str, str]) -> dict[str, list[str]]:
    """Which of some named expressions each of them uses, in the order of their names there; those that can't
    be read use none."""
    found: dict[str, list[str]] = {}
    for name, source in names.items():
        try:
            used = compile_expression(source).names
        except ExpressionError:
            used = frozenset()
        found[name] = [one for one in names if one in used]
    return found


def circle(names: Mapping[str, str]) -> list[str]:
    """Names that use one another in a circle, the first one again at its end; nothing where none do."""
    uses = used_by(names)
    through: set[str] = set()
    for first in names:
        way: list[tuple[str, int]] = [(first, 0)]
        while way:
            name, place = way.pop()
            if place == 0 and name in through:
                continue
            if place < len(uses[name]):
                way.append((name, place + 1))
                following = uses[name][place]
                on_the_way = [one for one, _ in way]
                if following in on_the_way:
                    return [*on_the_way[on_the_way.index(following) :], following]
                way.append((following, 0))
            else:
                through.add(name)
    return []


def depths(names: Mapping[str, str]) -> dict[str, int]:
    """How many named expressions in a row each uses, itself counted. They may have no :func:`circle`."""
    uses = used_by(names)
    found: dict[str, int] = {}
    waiting = [*names][::-1]
    while waiting:
        name = waiting[-1]
        missing = [one for one in uses[name] if one not in found]
        if missing:
            waiting += missing
            continue
        found.setdefault(name, 1 + max((found[one] for one in uses[name]), default=0))
        waiting.pop()
    return found


def in_order(names: Iterable[tuple[str, str]]) -> list[tuple[str, str]]:
    """Named expressions, each behind those that it uses. Raises ExpressionError where there is a circle, or
    where too many use one another in a row."""
    sources = dict(names)
    if not sources:
        return []
    if round_ := circle(sources):
        raise ExpressionError(f"these names use one another in a circle: {', '.join(round_)}")
    deep = depths(sources)
    if max(deep.values()) > DEEPEST:
        raise ExpressionError(f"more than {DEEPEST} names use one another in a row")
    return sorted(sources.items(), key=lambda pair: deep[pair[0]])
