"""Recipes: what a generated question is made from, as plain data.

A question with a recipe is not asked itself; the deck has :mod:`..deal.supply` make questions from it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class Span:
    """The numbers a variable of a formula can be.

    ``low``, ``high`` and ``step`` are expressions that may use earlier variables and ``level``. Where
    ``values`` are given the variable is one of them instead.
    """

    name: str
    low: str = ""
    high: str = ""
    step: str = "1"
    values: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Formula:
    """A question of arithmetic: its variables, the expression of its answer, and what has to hold.

    Each of ``where`` is an expression that has to hold (``answer`` is known in it), or ``whole``: the answer
    is a whole number. ``form`` says how an answer that is no whole number is written.
    """

    spans: tuple[Span, ...]
    answer: str
    where: tuple[str, ...] = ()
    ask: Literal["number", "choice"] = "number"
    options: int = 4
    form: Literal["decimal", "fraction", "mixed"] = "decimal"


@dataclass(frozen=True, slots=True)
class Table:
    """Questions from the rows of a data table.

    The prompt names columns in braces, and so may what is explained, the picture and the sound. ``answer`` is
    the column that holds what is right. ``part`` is the mark that parts several answers in one cell, "" where
    a cell holds one.
    """

    columns: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    answer: str
    ask: Literal["choice", "typed"] = "choice"
    options: int = 4
    part: str = ""
    source: str = ""


@dataclass(frozen=True, slots=True)
class Odd:
    """Which one does not belong: lists of members by the name of their group."""

    groups: tuple[tuple[str, tuple[str, ...]], ...]
    options: int = 4


Recipe = Formula | Table | Odd


class RecipeError(ValueError):
    """A recipe from which no question can be made; the message says why and what to do."""
