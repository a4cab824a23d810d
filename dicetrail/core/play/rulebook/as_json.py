"""A game as JSON data and back, by the types of its parts: a new part needs nothing here.

No default of a part may ever change: what is not said in data that was kept is as it was then.
"""

from __future__ import annotations

import dataclasses
from collections.abc import Callable
from fractions import Fraction
from functools import cache, partial
from types import NoneType, UnionType
from typing import Any, Union, get_args, get_origin, get_type_hints

from ..questions.question import Question
from .game import Game

Read = Callable[[Any], Any]


def to_json(game: Game) -> dict[str, Any]:
    """The game as plain JSON data."""
    data = dataclasses.asdict(dataclasses.replace(game, questions=()))
    data["questions"] = [_question_data(question) for question in game.questions]
    return data


def _question_data(question: Question) -> dict[str, Any]:
    """A question without what it has by default, for a hundred thousand of them are kept."""
    usual = Question._field_defaults
    data: dict[str, Any] = {
        name: value
        for name, value in zip(question._fields, question, strict=True)
        if name not in usual or value != usual[name]
    }
    if "tolerance" in data:
        data["tolerance"] = str(question.tolerance)
    if question.between is not None:
        data["between"] = [str(bound) for bound in question.between]
    for part in ("recipe", "checking"):
        if part in data:
            data[part] = dataclasses.asdict(data[part])
    if "carries" in data:
        data["carries"] = [dataclasses.asdict(one) for one in data["carries"]]
    return data


def from_json(data: dict[str, Any]) -> Game:
    """The game that :func:`to_json` wrote, also where it was written before games had all of these parts.

    Raises KeyError or TypeError where it is something else.
    """
    game: Game = _reader(Game)(data)
    return game


@cache
def _reader(hint: Any) -> Read:
    """What makes a value of a type of its JSON data."""
    if dataclasses.is_dataclass(hint) or hasattr(hint, "_fields"):
        hints = get_type_hints(hint)
        return partial(_read_class, hint, {name: _reader(inner) for name, inner in hints.items()})
    inner = get_args(hint)
    if get_origin(hint) is tuple:
        return partial(_read_tuple, tuple(map(_reader, inner[: 1 if inner[-1:] == (...,) else None])), inner)
    if get_origin(hint) in (Union, UnionType):
        return partial(_read_one_of, [one for one in inner if one is not NoneType])
    return Fraction if hint is Fraction else _plain


def _plain(value: Any) -> Any:
    return value


def _read_class(of: Any, readers: dict[str, Read], data: Any) -> Any:
    if not isinstance(data, dict):
        raise TypeError(f"{data} is no {of.__name__}")
    if of is Question and "right" in data:  # before a question could have several right options
        right = data["right"]
        data = {name: value for name, value in data.items() if name != "right"}
        data["rights"] = () if right < 0 else (right,)
    return of(**{name: readers[name](value) for name, value in data.items()})


def _read_tuple(readers: tuple[Read, ...], inner: tuple[Any, ...], data: Any) -> Any:
    if inner[-1:] == (...,):
        [read] = readers
        return tuple(data) if read is _plain else tuple(map(read, data))
    return tuple(read(value) for read, value in zip(readers, data, strict=True))


def _read_one_of(types: list[Any], data: Any) -> Any:
    """By the one type whose form the data has: a mapping of a class that has all its names, a list of a
    tuple."""
    if not isinstance(data, dict | list | tuple):
        return data
    for one in types:
        fits = data.keys() <= _names(one) if isinstance(data, dict) else get_origin(one) is tuple
        if fits:
            return _reader(one)(data)
    raise TypeError(f"{data} is none of {types}")


@cache
def _names(of: Any) -> frozenset[str]:
    return frozenset(get_type_hints(of)) if dataclasses.is_dataclass(of) else frozenset()
