"""Walkers: simulated players, by what they know and how fast they are."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Any, Literal

Share = Any
"""A share from 0 to 1: a float, a fraction, or an array of floats."""
Mind = Literal["fresh", "known", "unknown"]
"""What a question is to a walker who knows or guesses: not tried yet, known, or not known."""
MINDS: tuple[Mind, ...] = ("fresh", "known", "unknown")


@dataclass(frozen=True, slots=True)
class Walker:
    """A simulated player. ``how`` says what ``share`` (0 to 1) is: the chance that a try is right, whatever
    the question (``skill``), or that the answer is known (``knows``): who does not know it picks among the
    answers not tried yet, where there are any to pick from. What is known is known at every visit, and so is
    what was answered right or whose answer was shown. A try takes ``pace`` seconds.
    """

    how: Literal["skill", "knows"] = "skill"
    share: Share = 0.5
    pace: float = 0

    def right(self, guesses: int, tried: int, mind: Mind) -> Share:
        """The chance that a try is right.

        ``guesses`` is among how many answers can be picked, 0 where none can; ``tried`` how many of them were
        tried in this visit, all in vain.
        """
        if self.how == "skill":
            return self.share
        if mind == "known":
            return self.share * 0 + 1
        guessed = self.part(1, guesses - tried) if guesses > tried else 0
        return guessed if mind == "unknown" else self.share + (1 - self.share) * guessed

    @property
    def one(self) -> Share:
        """The whole, as this walker's shares are."""
        return self.share * 0 + 1

    def part(self, some: int, whole: int) -> Share:
        """A share of a whole, as exact as this walker's are."""
        share = Fraction(some, whole)
        return share if isinstance(self.share, Fraction) else float(share)
