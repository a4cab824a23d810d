"""Walkers: simulated players, by what they know and how fast they are."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Any, Literal

Share = Any
"""A share from 0 to 1: a float, a fraction, or an array of floats."""


@dataclass(frozen=True, slots=True)
class Walker:
    """A simulated player. ``how`` says what ``share`` (0 to 1) is: the chance that a try is right, whatever
    the question (``skill``), or that the answer is known (``knows``): who does not know it picks among the
    answers not tried yet, where there are any to pick from. A try takes ``pace`` seconds.
    """

    how: Literal["skill", "knows"] = "skill"
    share: Share = 0.5
    pace: float = 0

    def right(self, guesses: int, attempt: int) -> Share:
        """The chance that a try (from 1) of a visit is right, all before it having been wrong.

        ``guesses`` is among how many answers can be picked, 0 where none can. Who was wrong once does not
        know the answer, and picks among those that are left.
        """
        if self.how == "skill":
            return self.share
        left = guesses - (attempt - 1)
        guessed: Share = Fraction(1, left) if guesses and left > 0 else 0
        if not isinstance(self.share, Fraction):
            guessed = float(guessed)
        if attempt > 1:
            return guessed
        return self.share + (1 - self.share) * guessed
