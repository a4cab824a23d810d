"""Values: what expressions calculate with, and the mistakes they can be."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from fractions import Fraction

Value = int | float | str | Fraction
Names = Mapping[str, Value]
Evaluate = Callable[[Names], Value]

LARGEST = 10**15
"""The largest number, up or down, that a calculation may reach."""


class ExpressionError(ValueError):
    """An expression that can't be used. ``column`` is the place of the mistake, counted from 0."""

    def __init__(self, message: str, column: int = 0) -> None:
        super().__init__(message)
        self.column = column


def number_of(value: Value) -> float:
    """A value as a number. Raises TypeError where it is a text."""
    if isinstance(value, str):
        raise TypeError
    return value  # type: ignore[return-value]


def bounded(value: Value) -> Value:
    """A value as it is. Raises ExpressionError where it is a number past :data:`LARGEST`."""
    if not isinstance(value, str) and not -LARGEST <= value <= LARGEST and abs(value) != math.inf:
        raise ExpressionError(f"a calculation went past {LARGEST:,}")
    return value
