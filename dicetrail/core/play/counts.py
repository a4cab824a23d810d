"""What a play counts: questions asked, answers of every sort, tries and streaks."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf

from .game import Number
from .moments import MOMENTS, Moment


@dataclass(slots=True)
class Counts:
    """The counts of one play.

    ``asked`` counts each question once, when it first opens; the others count how often their moment
    happened. A ``streak`` is a row of questions got right with nothing wrong, missed, late or skipped
    between; ``first_try`` counts those right at the first try of their first visit. ``attempt`` is the try
    the player is at, from 1; ``tries_left`` is infinite where a question stays until it is right.
    """

    total: int = 0
    asked: int = 0
    right: int = 0
    wrong: int = 0
    missed: int = 0
    late: int = 0
    skipped: int = 0
    first_try: int = 0
    streak: int = 0
    best_streak: int = 0
    attempt: int = 0
    tries_left: float = inf

    def open(self, tries: int | None) -> None:
        """A visit begins, with fresh tries."""
        self.attempt = 0
        self.tries_left = inf if tries is None else tries

    def happened(self, moment: Moment, *, first_visit: bool) -> None:
        """Count a moment."""
        about = MOMENTS[moment]
        if about.takes_try:
            self.tries_left = max(0, self.tries_left - 1)
        if moment == "right":
            self.right += 1
            self.streak += 1
            self.best_streak = max(self.streak, self.best_streak)
            self.first_try += first_visit and self.attempt == 1
        elif about.counted:
            setattr(self, moment, getattr(self, moment) + 1)
            self.streak = 0

    @property
    def percent(self) -> float:
        """100 × right / asked, 0 before the first question."""
        return 100 * self.right / self.asked if self.asked else 0

    def names(self) -> dict[str, Number]:
        """Every count by the name that expressions know it by."""
        return {
            "total": self.total,
            "asked": self.asked,
            "right": self.right,
            "wrong": self.wrong,
            "missed": self.missed,
            "late": self.late,
            "skipped": self.skipped,
            "first_try": self.first_try,
            "streak": self.streak,
            "best_streak": self.best_streak,
            "attempt": self.attempt,
            "tries_left": self.tries_left,
            "left": self.total - self.asked,
            "percent": self.percent,
        }

    def totals(self) -> dict[str, Number]:
        """The counts that say how a play went, without those of the question that is open."""
        return {name: value for name, value in self.names().items() if name not in ("attempt", "tries_left")}
