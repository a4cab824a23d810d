"""An instant: what is settled once at a step of a run, however often it is looked at there.

What is rolled comes from a stream that is named after the moment, the question, how often that moment has
come to it, and the words of the expression: a row more elsewhere, or another deal, rolls nothing anew.
"""

from __future__ import annotations

from collections import Counter

from ..dice import Stream
from ..language.expressions import Value

Rolled = dict[str, Value]


class Instant:
    """What is settled at one step. ``at`` names it among all steps of the play; ``dice`` are the play's.

    ``named`` holds the named expressions that were worked out.
    """

    __slots__ = ("_at", "_dice", "_rolled", "_times", "named")

    def __init__(self, dice: int, at: str) -> None:
        self._dice, self._at = dice, at
        self._times: Counter[str] = Counter()
        self.named: dict[str, Value] = {}
        self._rolled: list[Rolled] = []

    def roll(self, sides: int, where: str) -> int:
        """A number from 0 to below so many ``sides``; asked for again at the same place, another."""
        self._times[where] += 1
        stream = Stream(self._dice, f"rows/{self._at}/{where}/{self._times[where]}")
        rolled = stream.below(sides)
        self._rolled.append({"in": where.rsplit(" ", 1)[0], "sides": sides, "came": rolled + 1})
        return rolled

    def take_rolled(self) -> list[Rolled]:
        """What was rolled since this was asked last: in which expression, of how many sides, and what came
        (of some values, the place of the one)."""
        rolled, self._rolled = self._rolled, []
        return rolled

    def one_of(self, many: int, last: int | None, of: str) -> int:
        """The place of one of so many texts, at least two, ``of`` a row, an ending or an award; another than
        the ``last`` one."""
        places = [place for place in range(many) if place != last]
        return places[Stream(self._dice, f"texts/{self._at}/{of}").below(len(places))]
