"""Quantities: everything that a play counts, in one table.

Each has a start, and what it becomes when something happens, in the rules' own expressions: built-in counts
are built-in rows. All of what happens at once is worked out from the values before it. The run, the search
and the odds work these expressions out, and straight code has them written into it.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cache
from itertools import compress
from math import inf
from typing import Literal, cast, get_args

from ..language.expressions import Expression, Names, Value, compile_expression
from .game import Number
from .moments import MOMENTS, Moment

Counts = dict[str, Number]
"""The quantities of a play that stand in it, by their names."""
Happening = Moment | Literal["entered", "dealt", "swapped", "visited", "tried"]
"""What is counted: a moment, and before it that a round is ``entered``, that a question is ``dealt`` (once
each), that a visit of it begins, and then each try; and that a question is ``swapped`` for another."""
Having = Literal["rounds", "opinions", "helps", "players"]
"""What a game may have, and some quantities are counted only with."""


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number that a play counts; ``says`` what it stands for.

    ``becomes`` are expressions by what happens. They know all quantities, ``first_visit`` (whether this visit
    of the question is its first) and ``tries`` (those a visit has, infinite for as many as it takes). One
    that is ``made_of`` others stands nowhere: it is worked out where it is asked for. ``whole`` tells that it
    is a whole number at all times. In games without what it is ``only_with`` it is 0, and stands nowhere.
    """

    name: str
    says: str
    becomes: Mapping[Happening, str] = field(default_factory=dict)
    start: Number = 0
    made_of: str = ""
    whole: bool = True
    only_with: Literal["", "opinions", "helps", "players"] = ""

    @property
    def of_visit(self) -> bool:
        """Whether it begins anew with each visit of a question."""
        return "visited" in self.becomes

    @property
    def of_round(self) -> bool:
        """Whether it is counted of each round anew."""
        return self.name.startswith("round_")

    @property
    def of_moments(self) -> bool:
        """Whether moments move it, and nothing else does."""
        return bool(self.becomes) and all(one in MOMENTS or one == "entered" for one in self.becomes)

    @property
    def grows(self) -> bool:
        """Whether moments add to it, whatever it is, and do nothing else."""
        return self.of_moments and all(text.startswith(f"{self.name} + ") for text in self.becomes.values())

    @property
    def needs(self) -> frozenset[str]:
        """What a game has to have for it to be counted."""
        return frozenset(filter(None, (self.only_with, "rounds" if self.of_round else "")))


def _one_more(name: Moment, says: str) -> Quantity:
    """How often a moment happened."""
    return Quantity(name, says, {name: f"{name} + 1"})


def _in_round(one: Quantity) -> Quantity:
    """The same, counted of the round that a play is in."""
    name = f"round_{one.name}"
    itself = re.compile(rf"\b{one.name}\b")
    of_round = {happening: itself.sub(name, text) for happening, text in one.becomes.items()}
    return Quantity(name, f"{one.says}, of this round", {"entered": "0", **of_round}, only_with=one.only_with)


_OF_PLAY = {
    one.name: one
    for one in (
        Quantity("total", "questions the play asks in all"),  # the deck says it
        Quantity(
            "asked",
            "questions asked so far, this one too",
            {"dealt": "asked + 1", "swapped": "asked - 1"},
        ),
        _one_more("right", "right answers"),
        _one_more("wrong", "wrong tries after which there was another"),
        _one_more("missed", "questions whose last try was not right"),
        _one_more("late", "questions whose clock ran out"),
        _one_more("skipped", "questions skipped"),
        Quantity(
            "first_try",
            "questions right at the first try",
            {"right": "first_try + (first_visit and attempt == 1)"},
        ),
        Quantity(
            "streak",
            "questions right in a row",
            {"right": "streak + 1", "wrong": "0", "missed": "0", "late": "0", "skipped": "0"},
        ),
        Quantity("opinions", "opinions given", {"answered": "opinions + 1"}, only_with="opinions"),
        Quantity("helps_used", "helps used so far", {"helped": "helps_used + 1"}, only_with="helps"),
        Quantity("best_streak", "the longest streak of the play", {"right": "max(best_streak, streak + 1)"}),
        Quantity("attempt", "the try the player is at, from 1", {"visited": "0", "tried": "attempt + 1"}),
        Quantity(
            "tries_left",
            "tries that remain for the question",
            {
                "visited": "tries",
                "close": "max(0, tries_left - 1)",
                "wrong": "max(0, tries_left - 1)",
                "missed": "max(0, tries_left - 1)",
            },
            start=inf,
            whole=False,
        ),
        Quantity("others_asked", "questions others were asked", only_with="players"),  # seats say it
        Quantity("left", "questions that are still to come", made_of="total - asked - others_asked"),
        Quantity(
            "percent",
            "right of asked, from 0 to 100",
            made_of="100 * right / (asked - opinions) if asked - opinions else 0",
            whole=False,
        ),
    )
}
_COUNTED_IN_ROUNDS = ("asked", "right", "wrong", "missed", "late", "skipped", "opinions", "first_try")
_OF_ROUND = {
    one.name: one
    for one in (
        Quantity("round_total", "questions this round asks in all"),  # its deck says it
        *map(_in_round, map(_OF_PLAY.__getitem__, (*_COUNTED_IN_ROUNDS, "others_asked"))),
        Quantity(
            "round_left",
            "questions of this round to come",
            made_of="round_total - round_asked - round_others_asked",
        ),
        Quantity(
            "round_percent",
            "right of asked in this round, from 0 to 100",
            made_of="100 * round_right / (round_asked - round_opinions)"
            " if round_asked - round_opinions else 0",
            whole=False,
        ),
    )
}
QUANTITIES: dict[str, Quantity] = _OF_PLAY | _OF_ROUND
"""Everything a play counts, in the order in which it is told at the end; then what it counts of a round."""
ONLY_WITH = tuple(name for name, one in QUANTITIES.items() if one.only_with)
"""Those that stand only in plays of games that have something; in others they are 0."""
STANDING = tuple(name for name, one in QUANTITIES.items() if not one.made_of and not one.needs)
"""The quantities that stand in every play."""
OF_ROUND = tuple(
    name for name, one in QUANTITIES.items() if not one.made_of and one.of_round and not one.only_with
)
"""Those that stand in every play with rounds, too."""
ALONE = {name: name.removeprefix("round_") for name in _OF_ROUND}
"""What those of a round are in a game without rounds, which is one."""
LASTING = tuple(name for name in STANDING if QUANTITIES[name].becomes and not QUANTITIES[name].of_visit)
"""Those of a whole play that what happens in it moves."""
GROWING = tuple(name for name, one in QUANTITIES.items() if one.grows)
"""Those that only ever grow."""
MADE: dict[str, Expression] = {
    name: compile_expression(one.made_of) for name, one in QUANTITIES.items() if one.made_of
}
"""Those that are worked out from others."""
_HAPPENINGS = dict.fromkeys(happening for one in QUANTITIES.values() for happening in one.becomes)
BECOMES: dict[Happening, tuple[tuple[str, Expression], ...]] = {
    happening: tuple(
        (name, compile_expression(one.becomes[happening]))
        for name, one in QUANTITIES.items()
        if happening in one.becomes
    )
    for happening in _HAPPENINGS
}
"""What becomes of which quantities when something happens."""


@cache
def standing(having: frozenset[Having] = frozenset()) -> tuple[str, ...]:
    """The quantities that stand in a play of a game that has these."""
    return tuple(name for name, one in QUANTITIES.items() if not one.made_of and one.needs <= having)


def at_first(total: int = 0, having: frozenset[Having] = frozenset()) -> Counts:
    """The counts every play begins with, of so many questions in all: those that are :func:`standing`."""
    return {**{name: QUANTITIES[name].start for name in standing(having)}, "total": total}


def counted(counts: Counts, happening: Happening, **given: Value) -> Counts:
    """The counts after something happened; ``given`` are the names that no quantity has."""
    has = "round_asked" in counts, "opinions" in counts, "helps_used" in counts, "others_asked" in counts
    becomes = _all_at(has).get(happening)
    return counts | becomes(counts, given) if becomes else counts


def growth(happening: Happening, names: Names) -> Counts:
    """What something that happens adds to the quantities that grow, the others being as in ``names``."""
    grows = _GROWTH_AT.get(happening)
    return grows({**names, **_FROM_NONE}, {}) if grows else {}


def made(name: str, names: Names) -> Number:
    """A quantity that is made of others, which are told in ``names``."""
    return cast(Number, MADE[name]({**_NONE, **names}))


def all_of(counts: Counts) -> Counts:
    """Every quantity by its name, those that are made of others too."""
    return counts | (_MADE_WITH_ROUNDS if "round_asked" in counts else _ALL_MADE)(counts, {})


def totals(counts: Counts) -> Counts:
    """What tells how a play went, without what is counted of the open question."""
    return {name: value for name, value in all_of(counts).items() if _is_of_play(QUANTITIES[name])}


def of_round(counts: Counts) -> Counts:
    """What tells how a round went, by the names of the whole play."""
    return {ALONE[name]: value for name, value in all_of(counts).items() if QUANTITIES[name].of_round}


def _is_of_play(one: Quantity) -> bool:
    return not one.of_visit and not one.of_round


TOPIC_COUNTS = ("asked", "right", "missed", "opinions")
"""The quantities that are counted by topic, too."""
AT_TOPIC: dict[Happening, Counts] = {
    happening: {name: cast(Number, becomes({name: 0})) for name, becomes in moves if name in TOPIC_COUNTS}
    for happening, moves in BECOMES.items()
}
"""What something that happens at a question adds to the counts of its topic."""


def counted_of_topic(counts: Mapping[str, Number], happening: Happening) -> Counts:
    """The counts of a topic after something happened at a question of it."""
    return {
        **counts,
        **{name: counts.get(name, 0) + more for name, more in AT_TOPIC.get(happening, {}).items()},
    }


def of_topic(function: str, counts: Mapping[str, Number]) -> Number:
    """What a function of the rules, such as ``right_in``, tells of the counts of a topic."""
    name = function.removesuffix("_in")
    return made(name, {"asked": 0, "right": 0, **counts}) if name in MADE else counts.get(name, 0)


def parts(name: str) -> frozenset[str]:
    """The quantities of the whole play that one of them hangs on besides itself."""
    one = QUANTITIES.get(name)
    if one is None:
        return frozenset()
    texts = filter(None, (one.made_of, *one.becomes.values()))
    found = {part for text in texts for part in compile_expression(text).names}
    return frozenset(part for part in found if part in QUANTITIES and not QUANTITIES[part].of_visit) - {name}


def _at_once(texts: Mapping[str, str]) -> Callable[[Names, Names], Counts]:
    """Works out several expressions of this table at once: they are Python, too, and far quicker as such.
    They are given quantities, and the names that no quantity has."""
    told = ", ".join(f"{name!r}: {text}" for name, text in texts.items())
    code = compile(f"{{{told}}}", "<quantities>", "eval")
    asks = any(compile_expression(text).names - QUANTITIES.keys() for text in texts.values())

    def worked_out(counts: Names, given: Names) -> Counts:
        values: Counts = eval(code, _FUNCTIONS, {**counts, **given} if asks else counts)
        return values

    return worked_out


_NONE: Counts = dict.fromkeys(ONLY_WITH, 0)
_FUNCTIONS: dict[str, object] = {"__builtins__": {}, "max": max, **_NONE}
_FROM_NONE: Counts = dict.fromkeys(GROWING, 0)


@cache
def _all_at(has: tuple[bool, ...]) -> dict[Happening, Callable[[Names, Names], Counts]]:
    """What becomes of the counts of a game that has each of :data:`Having` or has it not."""
    stand = {*standing(frozenset(compress(get_args(Having), has)))}
    return {
        happening: _at_once(of_game)
        for happening, moves in BECOMES.items()
        if (of_game := {name: one.source for name, one in moves if name in stand})
    }


_GROWTH_AT = {
    happening: _at_once({name: becomes.source for name, becomes in moves if name in GROWING})
    for happening, moves in BECOMES.items()
    if any(name in GROWING for name, _ in moves)
}
_MADE_WITH_ROUNDS = _at_once({name: one.source for name, one in MADE.items()})
_ALL_MADE = _at_once({name: one.source for name, one in MADE.items() if not QUANTITIES[name].of_round})
