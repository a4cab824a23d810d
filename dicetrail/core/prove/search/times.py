"""Times: the clocks of a play that stand, as part of a state."""

from __future__ import annotations

from typing import NamedTuple

from ...play.language.expressions import Value
from ...play.rulebook.clocks import Clock


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
        return self.clock().left_at(0)

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

    def names(self) -> dict[str, Value]:
        """What expressions know of them, in seconds."""
        return {
            "time_left": (self.question.left or 0) / 1000,
            "time_used": self.question.used / 1000,
            "game_left": (self.game.left or 0) / 1000,
        }


NO_TIMES = Times()
