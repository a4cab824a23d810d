"""The chi-square distribution, for whole degrees of freedom."""

from __future__ import annotations

from math import erfc, exp, log, pi, sqrt


def above(value: float, freedom: int) -> float:
    """The share of the chi-square distribution with so many degrees of freedom that lies above a value.

    A finite sum (M. Abramowitz and I. Stegun, "Handbook of Mathematical Functions", 26.4.4 and 26.4.5).
    """
    if value <= 0:
        return 1.0
    odd = freedom % 2
    total = erfc(sqrt(value / 2)) if odd else 0.0
    term = -value / 2 + (log(2 * value / pi) / 2 if odd else 0.0)  # as its logarithm: it may be tiny
    for step in range(2 + odd, freedom + 1, 2):
        total += exp(term)
        term += log(value / step)
    return min(1.0, total)
