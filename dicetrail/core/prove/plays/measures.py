"""The measures of test theory: how sure a share is, how well a question tells players apart, how well a whole
set of them does.

Sources: E. B. Wilson, "Probable inference, the law of succession, and statistical inference", JASA 22 (1927),
209–212; G. F. Kuder and M. W. Richardson, "The theory of the estimation of test reliability", Psychometrika 2
(1937), 151–160 (formula 20); the item–total correlation is corrected by leaving the item out of its own total
(S. Henrysson, "Correction of item–total correlations in item analysis", Psychometrika 28 (1963), 211–218).
"""

from __future__ import annotations

from math import sqrt

import numpy as np
from numpy.typing import NDArray

Z95 = 1.959963984540054
"""The 97.5 % point of the normal distribution."""
Matrix = NDArray[np.float64]


def wilson(hits: float, n: int, z: float = Z95) -> tuple[float, float]:
    """The interval of a share of ``hits`` in ``n`` (Wilson's score interval, without correction for
    continuity); (0, 1) where there is nothing to judge by."""
    if n == 0:
        return 0.0, 1.0
    share = hits / n
    middle = (share + z * z / (2 * n)) / (1 + z * z / n)
    half = z / (1 + z * z / n) * sqrt(share * (1 - share) / n + z * z / (4 * n * n))
    return max(0.0, middle - half), min(1.0, middle + half)


def point_biserial(right: Matrix, rest: Matrix) -> float | None:
    """The correlation of a question (0 or 1 for each play) with the rest of the play; None where either is
    the same in all of them."""
    if len(right) < 2 or np.ptp(right) == 0 or np.ptp(rest) < 1e-12:
        return None
    return float(np.corrcoef(right, rest)[0, 1])


def kr20(scores: Matrix) -> float | None:
    """The reliability of a set of questions: ``scores`` has a row of 0 and 1 for each play, a column for each
    question. None where there are fewer than two of either, or all plays have the same total.

    The variance of the totals is that of the plays at hand (divided by their number), as in formula 20.
    """
    plays, questions = scores.shape
    if plays < 2 or questions < 2:
        return None
    variance = float(scores.sum(axis=1).var())
    if variance == 0:
        return None
    share = scores.mean(axis=0)
    items = float((share * (1 - share)).sum())
    return float(questions / (questions - 1) * (1 - items / variance))
