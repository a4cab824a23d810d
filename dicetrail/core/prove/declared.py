"""What of a compiled game each prover says. Provers fail closed: one that does not declare a part of a game
which the game uses leaves it to the next one, down to the engine, and never gives another number.

A part is a field of a dataclass (or a named tuple) of the compiled game, as ``Class.field``. A new one is
said here, or nowhere: then the search calls nothing certain, exact odds are refused, and straight code is not
written.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import MISSING, fields, is_dataclass
from functools import cache
from inspect import get_annotations
from typing import Any, Literal, get_args, get_type_hints

from ..play.rulebook.game import Game
from ..play.rulebook.moments import Then
from ..play.rulebook.players import Players

Prover = Literal["search", "odds", "straight"]

SHOWN = frozenset(
    f"{of}.{name}"
    for of, names in {
        "Game": "title intro look sounds silent welcome words same_deal review review_by",
        "Question": "why why_right why_wrong image alt sound unit file line",
        "Meter": "show label",
        "Consequence": "more",
        "Ending": "more",
        "Award": "more",
        "Carried": "says",
        "Clocks": "tick tick_sound",
        "Cue": "sound motion tone times scene",
        "Act": "do on at lasts text picture",
        "Look": "ground ink accent mark face size question_size title options option_shape option_size"
        " option_gap labels score marks clock count clock_as behind veil picture pictures press",
        "Pictures": "right wrong won lost life",
        "Sound": "name pitch notes step each slide tone level file over",
        "Welcome": "picture alt music volume music_when speech",
        "Words": "language texts played",
        "Round": "coming",
        "Help": "label",
        "Table": "source",
    }.items()
    for name in names.split()
)
"""What is only seen and heard: no meter, no count, no way and no second hangs on it."""
COUNTED = frozenset(
    f"{of}.{name}"
    for of, names in {
        "Game": "questions deal setup tries meters clocks checking consequences endings awards cues leave"
        " rounds names helps players",
        "Players": "least most turn ask rank",
        "Question": "id kind prompt answers options rights topic level worth seconds tolerance pinned misses"
        " recipe times checking pack carries hint items gaps between",
        "Carried": "place text value adds",
        "Formula": "spans answer where ask options form",
        "Span": "name low high step values",
        "Table": "columns rows answer ask options part",
        "Odd": "groups options",
        "Checking": "ignore spelling unreadable articles comma",
        "Deal": "draw order options repeats parts next choose",
        "Draw": "condition draw",
        "Round": "name intro only deal draws tries clocks consequences then",
        "Gate": "condition go most",
        "Help": "name does uses per condition add remove seconds",
        "Setup": "name count level topic one_topic",
        "Bounds": "min max default",
        "Meter": "name start min max decimals",
        "Clocks": "question game breather restart_on_again question_by round",
        "Consequence": "moment condition add set time restart tell reveal parts cue hold then after",
        "Ending": "condition result tell whose",
        "Award": "condition title tell",
        "Cue": "name hold",
    }.items()
    for name in names.split()
)
"""What a play hangs on. The engine says all of it, and so do the provers but for what is left out below."""
_IN_TURN = frozenset(("Game.players", "Ending.whose", *(f"Players.{one.name}" for one in fields(Players))))
"""What only games of several players have."""
_LEFT_OUT: Mapping[Prover, frozenset[str]] = {
    "search": _IN_TURN,
    "odds": _IN_TURN,
    "straight": _IN_TURN,
}
_WAYS_LEFT_OUT: Mapping[Prover, frozenset[Then]] = {
    "search": frozenset(),
    "odds": frozenset(),
    "straight": frozenset(),
}
"""Where rows lead that a prover does not say."""


def declared(prover: Prover) -> frozenset[str]:
    """The parts of a game that a prover says."""
    return (SHOWN | COUNTED) - _LEFT_OUT[prover]


def parts_of(of: Any = Game) -> frozenset[str]:
    """Every part that a compiled game can have."""
    return frozenset(_part(one, name) for one in _classes(of) for name in get_type_hints(one))


def _part(of: type[Any], name: str) -> str:
    """A field by the class that says it first."""
    owner = next(one for one in reversed(of.__mro__) if name in get_annotations(one))
    return f"{owner.__name__}.{name}"


def unsaid(game: Game, prover: Prover) -> list[str]:
    """The parts that a game uses and a prover does not say: those that are not as where nothing is said."""
    of: Any = type(game)
    unknown = _unknown(of, prover)
    ways = {f"then: {row.then}" for row in game.rows if row.then in _WAYS_LEFT_OUT[prover]}
    return sorted({*ways, *(_used(game, unknown) if unknown else ())})


@cache
def _unknown(of: Any, prover: Prover) -> frozenset[str]:
    return parts_of(of) - declared(prover)


def _used(value: Any, unknown: frozenset[str]) -> Iterator[str]:
    if isinstance(value, tuple) and not hasattr(value, "_fields"):
        for one in value:
            yield from _used(one, unknown)
        return
    of: Any = type(value)
    usual = _usual(of)
    if usual is None:
        return
    for name, default in usual.items():
        held = getattr(value, name)
        part = _part(of, name)
        if part in unknown and (default is MISSING or held != default):
            yield part
        yield from _used(held, unknown)


@cache
def _usual(of: Any) -> dict[str, Any] | None:
    """The values of a class's fields where nothing is said; None for what has no fields."""
    if is_dataclass(of):
        return {
            one.name: one.default if one.default_factory is MISSING else one.default_factory()
            for one in fields(of)
        }
    names = getattr(of, "_fields", None)
    return None if names is None else {name: of._field_defaults.get(name, MISSING) for name in names}


@cache
def _classes(of: Any) -> frozenset[type[Any]]:
    """A class and those that its fields hold."""
    found: set[type[Any]] = set()
    waiting: list[Any] = [of]
    while waiting:
        one = waiting.pop()
        if one not in found:
            found.add(one)
            for hint in get_type_hints(one).values():
                waiting += _held(hint)
    return frozenset(found)


def _held(hint: Any) -> Iterator[Any]:
    if isinstance(hint, type) and _usual(hint) is not None:
        yield hint
    for inner in get_args(hint):
        yield from _held(inner)
