"""Whole: which meters only ever hold whole numbers, so that nothing has to be rounded."""

from __future__ import annotations

import ast

from ...play.language.expressions import Expression
from ...play.rulebook.names import WHOLE
from ...play.rulebook.program import Program

_KEEP = (ast.Add, ast.Sub, ast.Mult)


def fractional(program: Program) -> frozenset[str]:
    """The meters that have bounds or decimals, or may come to hold a number with a fraction."""
    found = {name for name, meter in program.meters.items() if meter.is_bounded or meter.start % 1}
    for rows in program.rows.values():
        for row in rows:
            found |= {name for name, expression in (*row.add, *row.set) if not is_whole(expression)}
    return frozenset(found)


def is_whole(expression: Expression) -> bool:
    """Whether an expression can give nothing but whole numbers, by its form."""
    return _is_whole(ast.parse(expression.source.strip(), mode="eval").body)


def _is_whole(node: ast.expr) -> bool:
    match node:
        case ast.Constant(value=int()):
            return True
        case ast.Name(id=name):
            return name in WHOLE
        case ast.UnaryOp(op=ast.USub() | ast.UAdd(), operand=inner):
            return _is_whole(inner)
        case ast.BinOp(left=left, op=operator, right=right) if isinstance(operator, _KEEP):
            return _is_whole(left) and _is_whole(right)
    return False
