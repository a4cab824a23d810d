"""Times: the clocks of a play that stand, as part of a state."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from typing import NamedTuple

from ...play.language.expressions import Value
from ...play.rulebook.clocks import Clock

KNOWN_AT_A_TIME = 4000
"""Of so many states that were last looked at it is kept what follows from what they have in common."""


class Stood(NamedTuple):
    """A clock that stands: its limit now, what it has run, and the limit it began with, in milliseconds."""

    limit: int | None = None
    used: int = 0
    whole: int | None = None

    @classmethod
    def of(cls, clock: Clock) -> Stood:
        """A clock as it stands."""
        return cls(clock.limit, clock.used, clock.whole)

    def clock(self) -> Clock:
        """The clock, to be moved."""
        return Clock(self.limit, self.used, None, self.whole)

    @property
    def left(self) -> int | None:
        """Milliseconds left; None without a limit."""
        return None if self.limit is None else self.clock().left_at(0)

    def ran(self, later: int) -> Stood:
        """The clock when it has run for so many milliseconds more."""
        return self._replace(used=self.used + later)

    def restarted(self) -> Stood:
        """The clock started anew."""
        clock = self.clock()
        clock.restart()
        return Stood.of(clock)


NONE = Stood()


class Times(NamedTuple):
    """The clocks of a play while they stand: the open question's, the game's and the round's."""

    question: Stood = NONE
    game: Stood = NONE
    round: Stood = NONE

    def clocks(self) -> dict[str, Clock]:
        """The clocks by their names, to be moved."""
        return {
            "question": self.question.clock(),
            "game": self.game.clock(),
            "round": self.round.clock(),
        }

    @classmethod
    def of(cls, clocks: dict[str, Clock]) -> Times:
        """The clocks as they stand."""
        return cls(Stood.of(clocks["question"]), Stood.of(clocks["game"]), Stood.of(clocks["round"]))

    def names(self) -> Mapping[str, Value]:
        """What expressions know of them, in seconds."""
        return _names_of(self)


@lru_cache(KNOWN_AT_A_TIME)
def _names_of(times: Times) -> Mapping[str, Value]:
    return {
        "time_left": (times.question.left or 0) / 1000,
        "time_used": times.question.used / 1000,
        "game_left": (times.game.left or 0) / 1000,
    }


NO_TIMES = Times()
