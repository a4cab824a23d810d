"""Worths: what questions are worth, added up once plays were weighed.

Where a game does nothing with the worth of its questions but add it to a meter that decides nothing on the
way, and no question comes twice, plays only count how many questions it was added for. Which of those alike
but for their worth these were hangs on the order of the deck alone, and all orders are as likely: any so many
are as likely as any other so many, however the play went (questions in a random order are exchangeable). So
the sums of all subsets of a size are counted, and each is as likely as there are subsets that have it.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from functools import cache
from math import factorial, gcd, lcm, log10, prod
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from ...play.language.expressions import Expression, compile_expression
from ...play.questions.question import Question
from ...play.rulebook.game import Choices, Consequence, Game, Meter
from ...play.rulebook.moments import MOMENTS
from ...play.rulebook.program import Program
from ..search.aside import LONGEST_LEAP, Aside
from ..search.plans import asked_of
from ..search.watched import LookedAt, divisions
from ..search.whole import is_whole
from .sorting import Sorted, Unsortable
from .walker import Walker

WORTH = "worth"
_FINEST = 512
"""Parts of a whole of which a sum of floats is right to the last digit a meter keeps."""
_MOST_SUMS, _MOST_EXACT = 150_000_000, 3_000_000
"""Steps in which subsets are counted, by floats and by whole numbers of any size."""
_MOST_NUMBERS = 20_000
"""In how many ways there may be so many questions of each class and factor."""
_MOST_WAYS = 300
"""How many digits the number of ways to choose questions may have."""


class _Class(NamedTuple):
    """Questions that are alike but for their worth: what each is worth, in units, by each factor."""

    units: tuple[tuple[int, ...], ...]


class Worths:
    """A game in which it is counted, instead of added, what questions are worth.

    ``program`` is that game: a meter of its own for each factor holds, for each class of questions, how many
    were multiplied by it, as the digits of one number to the ``base``. ``meter`` is what the worths are
    added to, in units of a ``unit``.
    """

    def __init__(
        self,
        program: Program,
        meter: str,
        classes: Sequence[_Class],
        factors: int,
        unit: Fraction,
        *,
        exact: bool,
    ) -> None:
        self.program, self.meter = program, meter
        self.counters = tuple(_counter(number) for number in range(factors))
        self._classes, self._unit, self._exact = classes, unit, exact
        self._base = 1 + sum(len(one.units) for one in classes)
        self._spread = cache(self._sums_of)
        self._subsets = cache(self._counted)

    def spread(self, names: Sequence[str], aside: Aside) -> Iterator[tuple[Any, Aside]]:
        """The values carried aside, by their names, that plays with these ones can have once the worths are
        added, each with its share."""
        places = [names.index(one) for one in self.counters]
        target = names.index(self.meter)
        after = list(aside)
        for place in places:
            after[place] = 0
        for units, share in self._spread(tuple(int(aside[place]) for place in places)):
            more = units * self._unit
            after[target] = aside[target] + (int(more) if more.denominator == 1 else float(more))
            yield share, tuple(after)

    def _sums_of(self, codes: tuple[int, ...]) -> list[tuple[int, Any]]:
        """The sums of questions, of each class so many by each factor, and the share of each."""
        first, found = 0, np.ones(1, object if self._exact else float)
        for number, one in enumerate(self._classes):
            many = tuple(code // self._base**number % self._base for code in codes)
            if not any(many):
                continue
            least, ways = self._subsets(number)
            rest = len(one.units) - sum(many)
            whole = factorial(len(one.units)) // prod(map(factorial, (*many, rest)))
            shares = ways[many] * Fraction(1, whole) if self._exact else ways[many] / float(whole)
            first, found = first + least, np.convolve(found, shares)
        return [(first + place, share) for place, share in enumerate(found.tolist()) if share]

    def _counted(self, number: int) -> tuple[int, NDArray[Any]]:
        """Of a class, the least sum there can be, and the number of ways to choose questions: by how many
        there are of each factor, and by how much more than the least they come to."""
        units = self._classes[number].units
        least, span = _range(units)
        ways = np.zeros(
            (*(len(units) + 1 for _ in self.counters), span + 1), object if self._exact else float
        )
        ways[(*(0 for _ in self.counters), -least)] = 1
        for by_factor in units:
            more = ways.copy()
            for axis, by in enumerate(by_factor):
                there: list[slice] = [slice(None)] * ways.ndim
                here = list(there)
                there[axis], here[axis] = slice(1, None), slice(None, -1)
                there[-1] = slice(by, None) if by >= 0 else slice(None, by)
                here[-1] = slice(None, -by) if by > 0 else slice(-by, None)
                more[tuple(there)] += ways[tuple(here)]
            ways = more
        return least, ways


def worths_of(
    program: Program, walker: Walker, choices: Choices, looked: LookedAt, *, clocked: bool
) -> Worths | None:
    """A game in which worths are counted; None where they have to be known on the way, or all are equal."""
    added = _added(program, looked)
    if added is None or walker.helps or program.deals_by_play or program.game.deal.parts:
        return None
    meter, factors = added
    try:
        sorts = Sorted(program, walker, choices, looked.names - {WORTH}, clocked=clocked)
    except Unsortable:
        return None
    if not sorts.in_any_order:
        return None
    asked = asked_of(program, choices)
    by_class: dict[int, list[Question]] = {}
    for number, question in zip(sorts.sequence, asked, strict=True):
        by_class.setdefault(number, []).append(question)
    if all(len({question.worth for question in some}) == 1 for some in by_class.values()):
        return None
    amounts = [[[Fraction(one.worth) * by for by in factors] for one in some] for some in by_class.values()]
    every = [by for some in amounts for one in some for by in one]
    parts = lcm(*(by.denominator for by in every))
    base = 1 + len(asked)
    if _FINEST % parts or base ** (len(by_class) - 1) > LONGEST_LEAP:
        return None
    unit = Fraction(gcd(*(int(by * parts) for by in every)) or 1, parts)
    classes = [_Class(tuple(tuple(int(by / unit) for by in one) for one in some)) for some in amounts]
    exact = isinstance(walker.share, Fraction)
    if not _are_countable(classes, len(factors), _MOST_EXACT if exact else _MOST_SUMS):
        return None
    codes = {question.id: base**place for place, some in enumerate(by_class.values()) for question in some}
    counted = Program(_counting(program.game, factors, codes))
    return Worths(counted, meter, classes, len(factors), unit, exact=exact)


def _are_countable(classes: Sequence[_Class], factors: int, most: int) -> bool:
    """Whether the subsets of each class can be counted in so many steps, and so can the sums of all."""
    numbers, sums, steps, added = 1, 1, 0, 0
    for questions, more in ((len(one.units), _range(one.units)[1] + 1) for one in classes):
        if questions * log10(factors + 1) > _MOST_WAYS:
            return False
        steps += questions * (questions + 1) ** factors * more * factors
        numbers *= (questions + 1) ** factors
        added += sums * more
        sums += more
    return steps + numbers * added <= most and numbers <= _MOST_NUMBERS


def _range(units: Sequence[Sequence[int]]) -> tuple[int, int]:
    """The least sum there can be, and how far from it the largest one is."""
    least = sum(min(0, *one) for one in units)
    return least, sum(max(0, *one) for one in units) - least


# What a game does with worths


def _added(program: Program, looked: LookedAt) -> tuple[str, list[Fraction]] | None:
    """The meter that worths are added to, and nothing else is done with them; and by which factors."""
    if WORTH not in looked.names or program.minds_answers:
        return None
    meters: set[str] = set()
    factors: list[Fraction] = []
    for moment, rows in program.rows.items():
        for row in rows:
            if MOMENTS[moment].settles and row.source.then == "again":
                return None  # the same question might be counted twice
            for name, expression in row.add:
                factor = _factor(expression)
                if factor is None:
                    continue
                if not MOMENTS[moment].settles or len(row.add) != len(dict(row.add)):
                    return None
                meters.add(name)
                factors.append(factor)
    uses = [one for one in program.expressions if WORTH in one.names]
    told = [one for rows in program.rows.values() for row in rows for one in divisions(row)]
    if len(meters) != 1 or len(uses) != len(factors) or any(WORTH in one.names for one in told):
        return None
    [meter] = meters
    if meter not in looked.aside or not _takes_any_order(program, meter):
        return None
    return meter, list(dict.fromkeys(factors))


def _takes_any_order(program: Program, name: str) -> bool:
    """Whether a meter comes to the same in whichever order numbers are added to it."""
    meter = program.meters[name]
    rows = [row for rows in program.rows.values() for row in rows]
    others = [one for row in rows for target, one in row.add if target == name and _factor(one) is None]
    is_set = any(target == name for row in rows for target, _ in row.set)
    costs = any(target == name for one in program.helps.values() for target, _ in one.add)
    whole = not meter.start % 1 and all(map(is_whole, others))
    return whole and not (meter.is_bounded or is_set or costs)


def _factor(expression: Expression) -> Fraction | None:
    """What an expression multiplies the worth by, where that is all it does."""
    if WORTH not in expression.names:
        return None
    return _factor_in(ast.parse(expression.source.strip(), mode="eval").body)


def _factor_in(node: ast.expr) -> Fraction | None:
    match node:
        case ast.Name(id=name) if name == WORTH:
            return Fraction(1)
        case ast.Constant(value=int() | float() as value):
            return Fraction(value)
        case ast.UnaryOp(op=ast.USub(), operand=inner):
            by = _factor_in(inner)
            return None if by is None else -by
        case ast.BinOp(left=left, op=ast.Mult(), right=right) if not (_has_worth(left) and _has_worth(right)):
            by, times = _factor_in(left), _factor_in(right)
            return None if by is None or times is None else by * times
    return None


def _has_worth(node: ast.expr) -> bool:
    return any(isinstance(one, ast.Name) for one in ast.walk(node))


# The game in which they are counted


def _counter(number: int) -> str:
    return f"{WORTH} {number + 1}"  # no name of a maker has a blank in it


def _counting(game: Game, factors: Sequence[Fraction], codes: Mapping[str, int]) -> Game:
    """The game with counters in place of the worths it adds, and questions that are worth what counts one of
    their class."""

    def row(one: Consequence) -> Consequence:
        add = []
        for name, source in one.add:
            factor = _factor(compile_expression(source))
            add.append((name, source) if factor is None else (_counter(factors.index(factor)), WORTH))
        return replace(one, add=tuple(add))

    questions = tuple(one._replace(worth=codes.get(one.id, one.worth)) for one in game.questions)
    meters = (*game.meters, *(Meter(_counter(number)) for number in range(len(factors))))
    return replace(game, questions=questions, meters=meters, consequences=tuple(map(row, game.consequences)))
