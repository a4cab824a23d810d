"""Worths: what questions are worth, added up once plays were weighed.

Where a game does nothing with the worth of its questions but add it to a meter that decides nothing on the
way, and no question comes twice, plays only count how many questions it was added for. Which of those alike
but for their worth these were hangs on the order of the deck alone, and all orders are as likely: any so many
are as likely as any other so many, however the play went (questions in a random order are exchangeable). So
each sum is as likely as there are subsets of a size that have it (:mod:`.subsets`).
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from functools import cache
from math import gcd, lcm
from typing import Any

from ...play.language.expressions import Expression, compile_expression
from ...play.questions.question import Question
from ...play.rulebook.game import Choices, Consequence, Game, Meter, Number
from ...play.rulebook.moments import MOMENTS
from ...play.rulebook.program import Program
from ..search.aside import LONGEST_LEAP, Aside
from ..search.plans import asked_of
from ..search.watched import LookedAt, divisions
from ..search.whole import is_whole
from .sorting import Sorted, Unsortable
from .subsets import Numbers, Subsets
from .walker import Walker

WORTH = "worth"
_FINEST = 512
"""Parts of a whole of which a sum of floats is right to the last digit a meter keeps."""


class Worths:
    """A game in which it is counted, instead of added, what questions are worth.

    ``program`` is that game: a meter of its own for each factor holds, for each class of questions, how many
    were multiplied by it, as the digits of one number to the ``base``. ``meter`` is what the worths are
    added to, in units of a ``unit``; ``subsets`` are those of the worths in each class.
    """

    def __init__(
        self, program: Program, meter: str, factors: int, base: int, unit: Fraction, subsets: Subsets
    ) -> None:
        self.program, self.meter = program, meter
        self.counters = tuple(map(_counter, range(factors)))
        self._base, self._unit, self._subsets = base, unit, subsets
        self._spread = cache(self._sums_of)

    def spread(self, names: Sequence[str], aside: Aside) -> Iterator[tuple[Any, Aside]]:
        """The values carried aside, by their names, that plays with these ones can have once the worths are
        added, each with its share."""
        places = [names.index(one) for one in self.counters]
        target = names.index(self.meter)
        after = list(aside)
        for place in places:
            after[place] = 0
        for more, share in self._spread(tuple(int(aside[place]) for place in places)):
            after[target] = aside[target] + more
            yield share, tuple(after)

    def _sums_of(self, counters: tuple[int, ...]) -> list[tuple[Number, Any]]:
        """What the counted questions are worth, and the share of each sum."""
        chosen = tuple(
            tuple(counter // self._base**number % self._base for counter in counters)
            for number in range(len(self._subsets.classes))
        )
        sums = ((units * self._unit, share) for units, share in self._subsets.sums(chosen))
        return [(int(one) if one.denominator == 1 else float(one), share) for one, share in sums]


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
    classes = [Numbers([[int(by / unit) for by in one] for one in some]) for some in amounts]
    subsets = Subsets(classes, len(factors), exact=isinstance(walker.share, Fraction))
    if not subsets.are_countable():
        return None
    codes = {question.id: base**place for place, some in enumerate(by_class.values()) for question in some}
    counted = Program(_counting(program.game, factors, codes))
    return Worths(counted, meter, len(factors), base, unit, subsets)


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
