"""Work: how much a weighed search may do and hold before its game has too many states for it.

It is counted, not timed, so that a game is refused or not whatever machine it is weighed on. A unit is about
a millionth of a second.
"""

from __future__ import annotations

from dataclasses import dataclass

from .weights import Weights

MOST_WORK = 2_000_000
"""Work before a game has too many states: so it is refused within three seconds, whatever of it there is too
much."""
TOGETHER, A_PART, APART = 0.55, 0.25, 0.45
"""The parts of it that are spent on weighing piles together, on the same for a part of a grid of skills, and
then on telling them apart."""
MOST_PLACES = 16_000_000
"""The numbers, 8 bytes each, of which masses and draws may take the place at a time."""
A_DEAL = 12
"""What it takes to look up what can come next where that hangs on how the play goes."""
AN_END = 20
"""What it takes to look at one end."""
_A_MOVE = 3
"""What it takes to move weights along a way, besides themselves."""
_A_WAY, _A_RULE = 60, 10
"""What it takes to work a way out, and each row and ending that is looked at for it."""
_A_DRAW, _PLACES_OF_A_DRAW = 4, 40
"""What it takes to work out a question that can come next, and the place that it takes."""


@dataclass(slots=True)
class Work:
    """What a search has done, and the place of all it ``held`` at a time, in a game of so many ``rules``. It
    may do the ``most``."""

    rules: int
    most: float = MOST_WORK
    done: float = 0
    held: int = 0

    def move(self, weights: Weights) -> None:
        """Weights are moved along a way."""
        self.done += _A_MOVE + weights.cost

    def is_full(self, drawn: int) -> bool:
        """Whether it holds as much as it may, so many questions that can come next being worked out."""
        return self.held + _PLACES_OF_A_DRAW * drawn > MOST_PLACES

    def is_too_much(self, ways: int, drawn: int) -> bool:
        """Whether it has done or holds more than it may, so many ways and questions that can come next being
        worked out."""
        out = (_A_WAY + _A_RULE * self.rules) * ways + _A_DRAW * drawn
        return self.done + out > self.most or self.is_full(drawn)
