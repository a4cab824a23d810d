"""Near misses: wrong numbers that a player who slips would come to."""

from __future__ import annotations

import ast
from collections.abc import Iterable, Iterator
from fractions import Fraction

_NEIGHBOURS: dict[type[ast.operator], type[ast.operator]] = {
    ast.Add: ast.Sub,
    ast.Sub: ast.Add,
    ast.Mult: ast.Add,
    ast.Div: ast.Mult,
    ast.FloorDiv: ast.Mult,
    ast.Mod: ast.FloorDiv,
}


def neighbouring_operations(source: str) -> list[str]:
    """The expression with one of its operations replaced by its neighbour, for each operation in it."""
    operators = [node for node in ast.walk(ast.parse(source.strip(), mode="eval")) if _swaps(node)]
    variants = []
    for number in range(len(operators)):
        tree = ast.parse(source.strip(), mode="eval")
        node = [node for node in ast.walk(tree) if _swaps(node)][number]
        assert isinstance(node, ast.BinOp)
        node.op = _NEIGHBOURS[type(node.op)]()
        variants.append(ast.unparse(tree))
    return variants


def _swaps(node: ast.AST) -> bool:
    return isinstance(node, ast.BinOp) and type(node.op) in _NEIGHBOURS


def near_misses(answer: Fraction, operations: Iterable[Fraction]) -> Iterator[Fraction]:
    """Wrong answers near the right one, the likeliest slips first, each once and never the answer.

    First what the neighbouring ``operations`` give, two digits swapped, a carry forgotten, one off (in the
    answer's own unit: 1/4 off 3/4, 10 off 240); then whatever lies further and further away, without end.
    They are whole where the answer is, and no less than zero where it is not.
    """
    given: set[Fraction] = {answer}
    for candidate in _candidates(answer, operations):
        plausible = (answer < 0 or candidate >= 0) and (answer.denominator > 1 or candidate.denominator == 1)
        if plausible and candidate not in given:
            given.add(candidate)
            yield candidate


def _candidates(answer: Fraction, operations: Iterable[Fraction]) -> Iterator[Fraction]:
    yield from operations
    unit: Fraction = Fraction(1, answer.denominator)
    if answer.denominator == 1 and abs(answer) >= 100 and answer % 10 == 0:
        unit = Fraction(10)
    digits = str(abs(answer.numerator))
    if answer.denominator == 1:
        sign = -1 if answer < 0 else 1
        for place in range(len(digits) - 2, -1, -1):
            swapped = digits[:place] + digits[place + 1] + digits[place] + digits[place + 2 :]
            if not swapped.startswith("0"):
                yield Fraction(sign * int(swapped))
        if abs(answer) >= 10:
            yield answer - 10
            yield answer + 10
    steps = 1
    while True:
        yield answer + steps * unit
        yield answer - steps * unit
        steps += 1
