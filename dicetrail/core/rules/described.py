"""What the schema says of a word of the document: the text that stands below it in the code.

It is read when a schema is written, not when the models are made: nobody who plays has to wait for it.
"""

from __future__ import annotations

import ast
import inspect
from collections.abc import Iterator
from functools import cache
from textwrap import dedent
from typing import Any

from pydantic import BaseModel


def describe(schema: dict[str, Any], part: type[BaseModel]) -> None:
    """Give each word of a part's schema that has no description of its own its docstring."""
    said = {name: text for one in reversed(part.__mro__) for name, text in _docstrings(one).items()}
    for name, field in part.model_fields.items():
        if name in said and field.description is None:
            schema["properties"][field.alias or name]["description"] = said[name]


@cache
def _docstrings(part: type) -> dict[str, str]:
    """The text below each word that a class itself has."""
    if part.__module__.partition(".")[0] != __name__.partition(".")[0]:
        return {}
    tree = ast.parse(dedent(inspect.getsource(part))).body[0]
    assert isinstance(tree, ast.ClassDef)
    return dict(_told(tree))


def _told(tree: ast.ClassDef) -> Iterator[tuple[str, str]]:
    for word, below in zip(tree.body, tree.body[1:], strict=False):
        match word, below:
            case ast.AnnAssign(target=ast.Name(id=name)), ast.Expr(value=ast.Constant(value=str(text))):
                yield name, inspect.cleandoc(text)
