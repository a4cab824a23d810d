"""Walkers: simulated players, by what they know and how fast they are."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Any, Literal

Share = Any
"""A share from 0 to 1: a float, a fraction, or an array of floats."""
Mind = Literal["fresh", "known", "unknown", "sure", "stuck"]
"""What a question is to a walker who knows or guesses: not tried yet, known, or not known. Who uses helps is
``sure`` or ``stuck`` before a try."""
SURE = 1 << 53
"""A try is right where its chance, a number below this, is below a share of it."""
MINDS: tuple[Mind, ...] = ("fresh", "known", "unknown")


@dataclass(frozen=True, slots=True)
class Walker:
    """A simulated player. ``how`` says what ``share`` (0 to 1) is: the chance that a try is right, whatever
    the question (``skill``), or that the answer is known (``knows``): who does not know it picks among the
    answers not tried yet, where there are any to pick from. What is known is known at every visit, and so is
    what was answered right or whose answer was shown. A try takes ``pace`` seconds.

    Who ``helps`` themselves uses each help that can be used where they don't know: where the answer is not
    known, or the try would not be right. What is taken away is not picked; a hint or a letter has them think
    again, with the same chance; another question is a new one.
    """

    how: Literal["skill", "knows"] = "skill"
    share: Share = 0.5
    pace: float = 0
    helps: bool = False

    def sure(self, mind: Mind) -> Share:
        """The chance that the answer comes to mind, before anything is guessed."""
        if mind == "sure" or (mind == "known" and self.how == "knows"):
            return self.one
        if mind == "stuck" or (mind == "unknown" and self.how == "knows"):
            return self.one * 0
        return self.share

    def right(self, guesses: int, tried: int, mind: Mind, gone: int = 0) -> Share:
        """The chance that a try is right.

        ``guesses`` is among how many answers can be picked, 0 where none can; ``tried`` how many of them were
        tried in this visit, all in vain, and ``gone`` how many a help took away. One of a skill guesses only
        where some are gone.
        """
        sure = self.sure(mind)
        left = guesses - gone - (tried if self.how == "knows" else 0)
        if left < 1 or (self.how == "skill" and not gone):
            return sure
        return sure + (1 - sure) * self.part(1, left)

    @property
    def one(self) -> Share:
        """The whole, as this walker's shares are."""
        return self.share * 0 + 1

    def part(self, some: int, whole: int) -> Share:
        """A share of a whole, as exact as this walker's are."""
        share = Fraction(some, whole)
        return share if isinstance(self.share, Fraction) else float(share)
