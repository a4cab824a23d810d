"""Blame: which number of a game makes too many states, which rules look at it, and what would help."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence

from ...play.rulebook.program import Program
from ..search.aside import Aside
from ..search.kept import State
from ..search.watched import row_names

_SAID = "The game has too many states for exact odds"


def too_much(
    program: Program,
    meters: Sequence[str],
    standing: Sequence[str],
    states: Iterable[State],
    aside: Sequence[str],
    asides: Iterable[Aside],
    piles: int,
) -> str:
    """Why a game has too many states: of the ``meters`` and ``standing`` counts of the states that were
    come to, of what is carried ``aside`` and of the ``piles`` of questions, that of which there are most."""
    values: dict[str, set[float]] = {}
    for state in states:
        for name, value in (
            *zip(meters, state.meters, strict=True),
            *zip(standing, state.counts, strict=True),
        ):
            values.setdefault(name, set()).add(value)
    for one in asides:
        for name, value in zip(aside, one, strict=True):
            values.setdefault(name, set()).add(value)
    name = max(values, key=lambda name: len(values[name]), default="")
    many = len(values.get(name, ()))
    if piles > many:
        return (
            f"{_SAID}: there are {piles:,} ways to be through with some of its questions, which differ in"
            " what its rules look at. Questions that differ in less would help."
        )
    said = f"{_SAID}: `{name}` comes to more than {many - 1:,} values"
    looking = list(_looking(program, name))
    if name in aside or not looking:
        return f"{said}. Fewer of them would help: a `max`, or whole numbers to add."
    return f"{said}, and {_listed(looking)} on it. Fewer of them would help, or rules that don't look at it."


def _looking(program: Program, name: str) -> Iterator[str]:
    """The rows and endings that a number makes a difference to."""
    rows = sorted(row.number for rows in program.rows.values() for row in rows if name in row_names(row))
    yield from (f"row {number}" for number in rows)
    for number, (condition, _, _) in enumerate(program.endings, 1):
        if name in condition.names:
            yield f"ending {number}"


def _listed(names: Sequence[str]) -> str:
    if len(names) == 1:
        return f"{names[0]} depends"
    return f"{', '.join(names[:-1])} and {names[-1]} depend"
