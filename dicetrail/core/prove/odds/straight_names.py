"""Names in straight code: local variables and values in their place."""

from __future__ import annotations

import ast


class Unsaid(ValueError):
    """A game that can't be said as straight code."""


class WrittenNames(ast.NodeTransformer):
    """Puts local variables in the place of names."""

    def __init__(self, names: dict[str, str]) -> None:
        self._names = names

    def with_more(self, names: dict[str, str]) -> WrittenNames:
        """These names and more, which come first."""
        return WrittenNames({**self._names, **names})

    def of(self, name: str) -> str:
        """What stands in the place of a name."""
        if name not in self._names:
            raise Unsaid(f"`{name}` is not known")
        return self._names[name]

    def visit_Name(self, node: ast.Name) -> ast.AST:
        return ast.parse(self.of(node.id), mode="eval").body

    def visit_Call(self, node: ast.Call) -> ast.AST:
        if not isinstance(node.func, ast.Name):
            raise Unsaid("a call of something else")
        arguments = [self.visit(one) for one in node.args]
        return ast.Call(ast.Name(f"f_{node.func.id}", ast.Load()), arguments, [])

    def visit_Constant(self, node: ast.Constant) -> ast.AST:
        return node

    def visit_BinOp(self, node: ast.BinOp) -> ast.AST:
        if any(isinstance(one, ast.Constant) and isinstance(one.value, str) for one in ast.walk(node)):
            raise Unsaid("calculating with words")
        return self.generic_visit(node)
