"""Calls: what expressions may call.

Functions of numbers; what chance gives, which is asked of who evaluates by the name :data:`CHANCE`; and
what is counted of a topic or held against all players, each of which is a name of its own:
``right_in('knots')``, ``most(score)``.
"""

from __future__ import annotations

import ast
import math
from collections.abc import Callable, Iterable
from typing import cast

from .values import Evaluate, ExpressionError, Names, Value, bounded, number_of

Number = int | float

FUNCTIONS: dict[str, tuple[Callable[..., Value], int, int]] = {
    "min": (min, 1, 20),
    "max": (max, 1, 20),
    "abs": (abs, 1, 1),
    "round": (round, 1, 2),
    "floor": (math.floor, 1, 1),
    "ceil": (math.ceil, 1, 1),
}
"""What may be called of numbers: the function, and how few and how many values it takes."""
CHANCE = "roll()"
"""The name by which an expression asks for chance: its value is a :data:`Chance`."""
Chance = Callable[[int, str], int]
"""Gives a number from 0 to below so many, each as likely; where it is asked for is told as a text that is the
same whenever the same place asks."""
MOST_SIDES = 1_000_000
"""Sides that what is rolled may have."""
CHANCES = {
    "roll": "a whole number from 1 to so many, each as likely",
    "one_of": "one of some values, each as likely",
}
"""What chance gives, with what each stands for."""
OF_TOPIC = {
    "asked_in": "questions asked of a topic so far",
    "right_in": "right answers to questions of a topic",
    "missed_in": "questions of a topic whose last try was not right",
    "percent_in": "right of asked in a topic, from 0 to 100",
}
"""What is counted by topic, with what each stands for."""
OVER_ALL: dict[str, tuple[str, Callable[..., Number]]] = {
    "most": ("the most that any player has of a meter or a count", max),
    "least": ("the least that any player has of a meter or a count", min),
}
"""What is looked for among all players, with what each stands for and how it is found."""
CALLED = (*FUNCTIONS, *CHANCES, *OF_TOPIC, *OVER_ALL)
"""Everything that may be called."""

Part = Callable[[ast.expr], Evaluate]


def compile_call(name: str, node: ast.Call, part: Part, names: set[str], source: str) -> Evaluate:
    """Make a call ready; ``part`` does so with what it is given, and what it asks for goes into ``names``.
    Raises ExpressionError at what can't be called so."""
    given, place = node.args, node.col_offset
    if name in FUNCTIONS:
        function, fewest, most = FUNCTIONS[name]
        _count(name, given, fewest, most, place)
        parts = [part(one) for one in given]
        return lambda values: bounded(function(*[number_of(one(values)) for one in parts]))
    if name in CHANCES:
        where = f"{source.strip()} {place}"
        names.add(CHANCE)
        if name == "one_of":
            _count(name, given, 1, 20, place)
            parts = [part(one) for one in given]
            return lambda values: parts[_chance(values)(len(parts), where)](values)
        _count(name, given, 1, 1, place)
        sides = part(given[0])
        return lambda values: 1 + _chance(values)(_sides(sides(values)), where)
    if name in OF_TOPIC:
        match given:
            case [ast.Constant(value=str() as topic)]:
                called = of_topic(name, topic)
                names.add(called)
                return lambda values: values[called]
        raise ExpressionError(f'{name}() takes the name of a topic, as in {name}("knots")', place)
    if name in OVER_ALL:
        match given:
            case [ast.Name(id=of)]:
                over = f"{name}({of})"
                names |= {over, of}
                return lambda values: values[over]
        raise ExpressionError(f"{name}() takes the name of a meter or a count, as in {name}(score)", place)
    raise ExpressionError(f"{name}() can't be used here. There are {', '.join(CALLED)}.", place)


def of_topic(name: str, topic: str) -> str:
    """What a count of a topic is called among names."""
    return f"{name}({topic!r})"


def topic_in(name: str) -> tuple[str, str] | None:
    """What is counted, and of which topic, where a name is that of such a count; else None."""
    function, bracket, rest = name.partition("(")
    return (function, ast.literal_eval(rest[:-1])) if bracket and function in OF_TOPIC else None


def topics_in(names: Iterable[str]) -> dict[str, tuple[str, str]]:
    """Those of some names that are counts of a topic, with what is counted and of which."""
    return {name: found for name in names if (found := topic_in(name)) is not None}


def over_all_in(names: Iterable[str]) -> dict[str, tuple[str, str]]:
    """Those of some names that are held against all players, with how and of what."""
    parts = {name: name.rstrip(")").partition("(") for name in names}
    return {name: (how, of) for name, (how, _, of) in parts.items() if how in OVER_ALL and of}


def is_called(name: str) -> bool:
    """Whether a name is that of what is counted of a topic, or held against all players."""
    return name.partition("(")[0] in {**OF_TOPIC, **OVER_ALL} and name.endswith(")")


def _count(name: str, given: list[ast.expr], fewest: int, most: int, place: int) -> None:
    if not fewest <= len(given) <= most:
        many = (
            f"{fewest} value{'s' if fewest != 1 else ''}" if fewest == most else f"{fewest} to {most} values"
        )
        raise ExpressionError(f"{name}() takes {many}, not {len(given)}", place)


def _chance(values: Names) -> Chance:
    return cast(Chance, values[CHANCE])


def _sides(value: Value) -> int:
    sides = number_of(value)
    if not 1 <= sides <= MOST_SIDES or sides != int(sides):
        raise ExpressionError(f"roll() takes a whole number from 1 to {MOST_SIDES:,}, not {sides}")
    return int(sides)
