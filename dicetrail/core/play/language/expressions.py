"""Expressions: a small, safe part of Python's expression syntax.

Numbers, strings, names, ``+ - * / // %``, comparisons (chained too), ``and or not``, ``x if c else y``,
``in``, and what may be called (:mod:`.calls`). ``/`` is true division and ``round`` rounds
halves to the even neighbour, both as in Python. Nothing else is let through: no attributes, no subscripts,
no other calls. Length, depth and the size of numbers are bounded, so evaluation always ends at once.
"""

from __future__ import annotations

import ast
import math
import operator
import re
from collections.abc import Callable, Collection
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from .calls import CHANCE, compile_call, is_called
from .hints import of_name, of_signs
from .numbers import show_number
from .values import LARGEST as LARGEST
from .values import Evaluate, bounded, number_of
from .values import ExpressionError as ExpressionError
from .values import Names as Names
from .values import Value as Value

LONGEST = 500
"""Characters an expression may have."""
DEEPEST = 40
"""Levels an expression may be nested."""
_FORMAT = re.compile(r"\+?0?\d{0,2},?(?:\.\d)?[dfg%]?")


@dataclass(frozen=True, slots=True)
class Expression:
    """An expression ready to be evaluated. Call it with the values of its names.

    Calling raises :class:`ExpressionError` where the values allow no result, such as a division by zero.
    """

    source: str
    names: frozenset[str]
    _evaluate: Evaluate

    def __call__(self, names: Names) -> Value:
        try:
            return self._evaluate(names)
        except ZeroDivisionError:
            raise ExpressionError(f"division by zero in ‘{self.source}’") from None
        except KeyError as error:
            raise ExpressionError(f"`{error.args[0]}` is not known in ‘{self.source}’") from None
        except (TypeError, OverflowError, ValueError) as error:
            if isinstance(error, ExpressionError):
                raise
            raise ExpressionError(f"‘{self.source}’ mixes numbers and words, or has no result") from None


@lru_cache(maxsize=4096)
def compile_expression(source: str, *, exact: bool = False, within: float = 0) -> Expression:
    """Make an expression ready; raises :class:`ExpressionError` with the place of the first mistake.

    With ``exact`` it calculates with whole numbers and fractions, so that nothing is ever rounded. Numbers
    that are ``within`` so much of each other are compared as equal.
    """
    if len(source) > LONGEST:
        raise ExpressionError(f"an expression may have {LONGEST} characters; this has {len(source)}", LONGEST)
    text = source.strip()
    shift = len(source) - len(source.lstrip())
    try:
        tree = ast.parse(text, mode="eval").body
    except SyntaxError as error:
        column = max(0, (error.offset or 1) - 1) + shift
        hint = of_signs(text)
        raise ExpressionError(
            f"‘{source}’ is not a complete expression.{hint and ' '}{hint}", column
        ) from None
    except (ValueError, MemoryError, RecursionError):
        raise ExpressionError("this is not an expression") from None
    names: set[str] = set()
    try:
        evaluate = _compile(tree, names, 0, _How(exact, within, source))
    except ExpressionError as error:
        characters = len(text.encode()[: error.column].decode(errors="ignore"))
        raise ExpressionError(str(error), characters + shift) from None
    return Expression(source, frozenset(names), evaluate)


def check_names(expression: Expression, known: Collection[str]) -> None:
    """Raise :class:`ExpressionError` at the first name that is not among the ``known`` ones. Counts of a
    topic, and what is held against all players, are known where counts of the whole play are."""
    for name in sorted(expression.names, key=expression.source.find):
        if is_called(name) and "asked" in known:
            continue
        if name == CHANCE and name not in known:
            place = re.search(r"\b(roll|one_of)\s*\(", expression.source)
            raise ExpressionError(NO_CHANCE, place.start() if place else 0)
        if name not in known:
            place = re.search(rf"\b{re.escape(name)}\b", expression.source)
            raise ExpressionError(
                f"`{name}` is not known here. {of_name(name, known)}", place.start() if place else 0
            )


NO_CHANCE = "chance has its place in rows, in their texts and in `deal: next`, and can't be used here"
"""Said where something is rolled that can't be."""


class _How(NamedTuple):
    """How an expression calculates: with fractions, and comparing numbers within so much of each other; and
    how it is written."""

    exact: bool
    within: float
    source: str


def _compile(node: ast.expr, names: set[str], depth: int, how: _How) -> Evaluate:
    if depth > DEEPEST:
        raise ExpressionError(f"nested more than {DEEPEST} levels deep", node.col_offset)

    def part(inner: ast.expr) -> Evaluate:
        return _compile(inner, names, depth + 1, how)

    match node:
        case ast.Constant(value=bool() | int() | float() | str() as value):
            if not isinstance(value, str) and not abs(value) <= LARGEST:
                raise ExpressionError("this number is too large", node.col_offset)
            constant = Fraction(repr(value)) if how.exact and isinstance(value, float) else value
            return lambda _: constant
        case ast.Name(id=name):
            names.add(name)
            return operator.itemgetter(name)
        case ast.UnaryOp(op=ast.Not(), operand=inner):
            operand = part(inner)
            return lambda values: not operand(values)
        case ast.UnaryOp(op=ast.USub(), operand=inner):
            operand = part(inner)
            return lambda values: -number_of(operand(values))
        case ast.UnaryOp(op=ast.UAdd(), operand=inner):
            operand = part(inner)
            return lambda values: number_of(operand(values))
        case ast.BinOp(left=a, op=sign, right=b) if type(sign) in _ARITHMETIC:
            work, left, right = _ARITHMETIC[type(sign)], part(a), part(b)
            if how.exact and isinstance(sign, ast.Div):
                work = _quotient
            return lambda values: bounded(work(number_of(left(values)), number_of(right(values))))
        case ast.BoolOp(op=sign, values=inner_nodes):
            return _compile_bool([part(inner) for inner in inner_nodes], isinstance(sign, ast.And))
        case ast.IfExp(test=test_node, body=body_node, orelse=else_node):
            test, body, other = part(test_node), part(body_node), part(else_node)
            return lambda values: body(values) if test(values) else other(values)
        case ast.Compare():
            return _compile_compare(node, names, depth, how)
        case ast.Call(func=ast.Name(id=name), keywords=[]):
            return compile_call(name, node, part, names, how.source)
    raise ExpressionError("this can't be used in an expression", node.col_offset)


_ARITHMETIC: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
    ast.FloorDiv: operator.floordiv,
    ast.Mod: operator.mod,
}

_COMPARISONS: dict[type[ast.cmpop], Callable[[Value, Value], bool]] = {
    ast.Eq: operator.eq,
    ast.NotEq: operator.ne,
    ast.Lt: operator.lt,
    ast.LtE: operator.le,
    ast.Gt: operator.gt,
    ast.GtE: operator.ge,
    ast.In: lambda a, b: a in b,  # type: ignore[operator]
    ast.NotIn: lambda a, b: a not in b,  # type: ignore[operator]
}


def _compile_bool(parts: list[Evaluate], is_and: bool) -> Evaluate:
    def all_hold(values: Names) -> Value:
        result: Value = True
        for part in parts:
            result = part(values)
            if not result:
                break
        return result

    def any_holds(values: Names) -> Value:
        result: Value = False
        for part in parts:
            result = part(values)
            if result:
                break
        return result

    return all_hold if is_and else any_holds


def _compile_compare(node: ast.Compare, names: set[str], depth: int, how: _How) -> Evaluate:
    tests: list[Callable[[Value, Value], bool]] = []
    for sign, other in zip(node.ops, node.comparators, strict=True):
        if type(sign) not in _COMPARISONS:
            raise ExpressionError("compare with == != < <= > >= or in", other.col_offset)
        test = _COMPARISONS[type(sign)]
        tests.append(_within(test, how.within) if how.within else test)
    sides = [_compile(node.left, names, depth + 1, how)]
    for sign, side in zip(node.ops, node.comparators, strict=True):
        if isinstance(sign, ast.In | ast.NotIn) and isinstance(side, ast.Tuple | ast.List):
            sides.append(_compile_list(side, names, depth + 1, how))
        else:
            sides.append(_compile(side, names, depth + 1, how))
    if len(tests) == 1:
        left, right, test = sides[0], sides[1], tests[0]
        return lambda values: test(left(values), right(values))

    def chain(values: Names) -> Value:
        left = sides[0](values)
        for test, side in zip(tests, sides[1:], strict=True):
            right = side(values)
            if not test(left, right):
                return False
            left = right
        return True

    return chain


def _within(test: Callable[[Value, Value], bool], distance: float) -> Callable[[Value, Value], bool]:
    """A comparison for which numbers so near each other are equal."""

    def compared(a: Value, b: Value) -> bool:
        numbers = not isinstance(a, str) and not isinstance(b, str)
        return test(b if numbers and abs(number_of(a) - number_of(b)) <= distance else a, b)

    return compared


def _compile_list(node: ast.Tuple | ast.List, names: set[str], depth: int, how: _How) -> Evaluate:
    items = [_compile(item, names, depth + 1, how) for item in node.elts]
    return lambda values: tuple(item(values) for item in items)  # type: ignore[return-value]


def _quotient(a: float, b: float) -> float:
    quotient = Fraction(a) / Fraction(b)
    return quotient.numerator if quotient.denominator == 1 else quotient  # type: ignore[return-value]


@dataclass(frozen=True, slots=True)
class Template:
    """A text with expressions in braces, such as ``"{right} of {asked}, {percent:.0f} %"``."""

    source: str
    names: frozenset[str]
    _parts: tuple[tuple[str, Expression | None, str, int], ...]

    def __call__(self, names: Names) -> str:
        said = []
        for text, expression, form, _ in self._parts:
            said.append(text)
            if expression is not None:
                said.append(_show(expression(names), form))
        return "".join(said)

    @property
    def expressions(self) -> tuple[Expression, ...]:
        """The expressions in the braces, in their order."""
        return tuple(expression for _, expression, _, _ in self._parts if expression is not None)

    def check_names(self, known: Collection[str]) -> None:
        """Raise :class:`ExpressionError` at the first name that is not among the ``known`` ones."""
        for _, expression, _, column in self._parts:
            if expression is not None:
                try:
                    check_names(expression, known)
                except ExpressionError as error:
                    raise ExpressionError(str(error), error.column + column) from None


_PIECE = re.compile(
    r"""(?P<brace>\{\{|\}\})
    |\{(?P<field>(?:[^{}:"']|"[^"]*"|'[^']*')*)(?::(?P<form>[^{}]*))?\}
    |(?P<text>[^{}]+)""",
    re.VERBOSE,
)
"""A piece of a text: a brace that stands for itself, an expression between braces, or words."""


@lru_cache(maxsize=4096)
def compile_template(source: str, *, exact: bool = False) -> Template:
    """Make a text ready to be said; raises :class:`ExpressionError` with the place of the first mistake."""
    parts: list[tuple[str, Expression | None, str, int]] = []
    names: set[str] = set()
    said, at = "", 0
    while at < len(source):
        piece = _PIECE.match(source, at)
        if piece is None:
            raise ExpressionError("a brace without its partner; write {{ or }} for the character itself", at)
        at = piece.end()
        field, form, column = piece["field"], piece["form"] or "", piece.start() + 1
        if field is None:
            said += piece["text"] or piece["brace"][0]
            continue
        if not field.strip():
            raise ExpressionError("there is no expression between these braces", column)
        if not _FORMAT.fullmatch(form):
            raise ExpressionError("the format after the colon should look like .0f or d", column + len(field))
        try:
            expression = compile_expression(field, exact=exact)
        except ExpressionError as error:
            raise ExpressionError(str(error), error.column + column) from None
        names |= expression.names
        parts.append((said, expression, form, column))
        said = ""
    if said:
        parts.append((said, None, "", 0))
    return Template(source, frozenset(names), tuple(parts))


def _show(value: Value, form: str) -> str:
    if isinstance(value, Fraction):
        if not form:
            return show_number(value)
        value = float(value)
    if form:
        try:
            return format(int(value) if form.endswith("d") and isinstance(value, float) else value, form)
        except (ValueError, OverflowError):
            raise ExpressionError(f"‘{value}’ can't be shown as :{form}") from None
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return show_value(value)
    return str(value)


def show_percent(value: float) -> str:
    """A percentage for people: one decimal, none where it would be zero."""
    return f"{value:.1f}".removesuffix(".0") + " %"


def show_value(value: float) -> str:
    """A number for people: at most two decimals, none where they would be zero, ∞ for no limit."""
    if math.isinf(value):
        return "∞"
    return f"{value:.2f}".rstrip("0").rstrip(".") if isinstance(value, float) else str(value)
