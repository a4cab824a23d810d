"""Named expressions written out where they are used."""

from __future__ import annotations

import ast
from collections.abc import Mapping

from ..play.language.expressions import LONGEST, ExpressionError
from ..play.rulebook.named import in_order


def inlined(source: str, names: Mapping[str, str]) -> str:
    """An expression with the expressions of its names in their place: for what looks at many questions at
    once, of which each may give a name another value. Raises ExpressionError where that gets too long."""
    if not names or not source:
        return source
    written: dict[str, ast.expr] = {}
    for name, inner in in_order(names.items()):
        if (whole := _with(inner, written, names)) is not None:
            written[name] = ast.parse(whole, mode="eval").body
    whole = _with(source, written, names)
    if whole is None:
        raise ExpressionError(f"with its names written out this is longer than {LONGEST} characters")
    return whole


def _with(source: str, written: Mapping[str, ast.expr], names: Mapping[str, str]) -> str | None:
    """An expression with names written out; None where it gets too long, or one of its ``names`` did."""
    tree = ast.parse(source.strip(), mode="eval")
    used = {node.id for node in ast.walk(tree) if isinstance(node, ast.Name)} & names.keys()
    if not used:
        return source
    if not used <= written.keys():
        return None
    whole = ast.unparse(_Inlined(written).visit(tree))
    return whole if len(whole) <= LONGEST else None


class _Inlined(ast.NodeTransformer):
    def __init__(self, written: Mapping[str, ast.expr]) -> None:
        self._written = written

    def visit_Name(self, node: ast.Name) -> ast.expr:
        return self._written.get(node.id, node)
