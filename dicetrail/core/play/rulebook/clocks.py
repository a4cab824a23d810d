"""A clock that a play starts and stops. Times are whole milliseconds since the play began."""

from __future__ import annotations

from dataclasses import dataclass

SHORTEST_CLOCK, LONGEST_CLOCK = 0.1, 86_400
"""Seconds a clock may have."""


@dataclass(slots=True)
class Clock:
    """Counts the time it runs, against a limit where there is one.

    ``limit`` and ``used`` are milliseconds; ``since`` is when it was last started, None while it stands;
    ``whole`` is the limit it began with, whatever was added to it or taken from it since.
    """

    limit: int | None = None
    used: int = 0
    since: int | None = None
    whole: int | None = None

    @classmethod
    def of(cls, seconds: float | None) -> Clock:
        """A standing clock with a limit in seconds, None for none."""
        limit = None if seconds is None else round(seconds * 1000)
        return cls(limit, whole=limit)

    def start(self, at: int) -> None:
        """Let it run; nothing happens where it already runs."""
        if self.since is None:
            self.since = at

    def stop(self, at: int) -> None:
        """Let it stand; the time it ran is kept."""
        if self.since is not None:
            self.used += at - self.since
            self.since = None

    def used_at(self, at: int) -> int:
        """Milliseconds it has run by the time ``at``."""
        return self.used + (at - self.since if self.since is not None else 0)

    def left_at(self, at: int) -> int | None:
        """Milliseconds left at the time ``at``, never below 0; None without a limit."""
        return None if self.limit is None else max(0, self.limit - self.used_at(at))

    def due(self) -> int | None:
        """When it will have run out if it goes on running; None while it stands or without a limit."""
        if self.since is None or self.limit is None:
            return None
        return self.since + max(0, self.limit - self.used)

    def add(self, seconds: float) -> None:
        """Give more time, or less where ``seconds`` is negative."""
        if self.limit is not None:
            self.limit = max(self.used, self.limit + round(seconds * 1000))

    def restart(self) -> None:
        """Count from nothing again, with its whole time. Only for a clock that stands."""
        self.used = 0
        self.limit = self.whole
