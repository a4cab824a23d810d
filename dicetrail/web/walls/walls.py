"""Walls that are looked at: each is worked out once a second, however many look at it."""

from __future__ import annotations

import asyncio
from collections.abc import AsyncIterator, Callable, Sequence
from dataclasses import dataclass, field

from ...core.play.seen.mark import Mark
from ..players.live import Live
from ..shapes.walls import BestMarkOut, NewsOut
from .marks import EndedPlay, Marks

LOOKED_EVERY = 1.0
"""Seconds between two looks at the plays."""
LOOKED_AT_ONCE = 20
MOST_MOVED = 80
"""Marks that are told of at once: the others wait for the next second."""
TEN_MINUTES = 600.0
MOST_BEST = 5
MOST_LOOKING = 1000
"""Pages that may look at walls at one time."""


ANEW = '{"anew":true}'
"""Tells who looks to ask for the wall anew."""


class TooMany(RuntimeError):
    """No more pages can look at walls."""


@dataclass(slots=True)
class Wall:
    """The wall of a hand-out. ``shown`` are the marks as those who look know them."""

    handout_id: int
    marks: Marks
    begun: bool
    shown: dict[str, Mark] = field(default_factory=dict)
    best: list[tuple[str, float | None]] = field(default_factory=list)
    looking: set[asyncio.Queue[str]] = field(default_factory=set)

    def whole(self) -> NewsOut:
        """All of it, as those who look know it."""
        best = [BestMarkOut(name=name, score=score) for name, score in self.best]
        return NewsOut(whole=True, new=list(self.shown.values()), moved=[], best=best, begun=self.begun)

    async def look(self, live: Live) -> None:
        """Look at the plays, some at a time: players are not to wait for it."""
        plays = live.of_handout(self.handout_id)
        for first in range(0, len(plays), LOOKED_AT_ONCE):
            self.marks.look(plays[first : first + LOOKED_AT_ONCE])
            await asyncio.sleep(0)

    def news(self, live: Live) -> NewsOut | None:
        """What has become otherwise; None where nothing has."""
        moved: list[Mark] = []
        new: list[Mark] = []
        for play, mark in self.marks.of.items():
            before = self.shown.get(play)
            if before == mark:
                continue
            if before is None or before.name != mark.name:
                new.append(mark)
            elif len(moved) < MOST_MOVED:
                moved.append(mark)
            else:
                continue
            self.shown[play] = mark
        best = self.marks.best(TEN_MINUTES, MOST_BEST)
        begun = not live.waits.get(self.handout_id, not self.begun)
        news = NewsOut(
            moved=[mark.moving for mark in moved],
            new=new,
            best=[BestMarkOut(name=name, score=score) for name, score in best] if best != self.best else None,
            begun=begun,
        )
        nothing = not (moved or new) and news.best is None and begun == self.begun
        self.best, self.begun = best, begun
        return None if nothing else news


class Walls:
    """The walls that are looked at just now."""

    def __init__(self, live: Live) -> None:
        self._live = live
        self._walls: dict[int, Wall] = {}
        self._loop = asyncio.get_running_loop()

    def anew(self, handout_id: int) -> None:
        """What a wall may show has changed: who looks at it asks for it anew. To be called in any thread."""
        self._loop.call_soon_threadsafe(self._anew, handout_id)

    def _anew(self, handout_id: int) -> None:
        wall = self._walls.pop(handout_id, None)
        for waiting in list(wall.looking) if wall is not None else ():
            if not waiting.full():
                waiting.put_nowait(ANEW)

    async def of(
        self, handout_id: int, *, named: bool, ended: Callable[[], Sequence[EndedPlay]], waits: bool
    ) -> Wall:
        """The wall of a hand-out, whose players may be waiting, as it is now."""
        wall = self._walls.get(handout_id)
        if wall is None or wall.marks.named != named:
            self._live.waits[handout_id] = waits
            wall = Wall(handout_id, Marks(named), not waits)
            wall.marks.begin(ended())
            await wall.look(self._live)
            wall.news(self._live)
        return wall

    async def news(self, wall: Wall) -> AsyncIterator[str]:
        """A wall as news of all of it, and then what becomes otherwise, as JSON; "" where a second went by
        with nothing new. Raises TooMany."""
        if sum(len(one.looking) for one in self._walls.values()) >= MOST_LOOKING:
            raise TooMany
        wall = self._walls.setdefault(wall.handout_id, wall)
        waiting: asyncio.Queue[str] = asyncio.Queue(maxsize=30)
        wall.looking.add(waiting)
        try:
            yield wall.whole().model_dump_json(exclude_none=True)
            while True:
                yield await waiting.get()
        finally:
            wall.looking.discard(waiting)
            if not wall.looking and self._walls.get(wall.handout_id) is wall:
                del self._walls[wall.handout_id]

    async def look(self) -> None:
        """Look at all walls that are looked at, again and again. Never returns."""
        while True:
            await asyncio.sleep(LOOKED_EVERY)
            for wall in [one for one in self._walls.values() if one.looking]:
                await wall.look(self._live)
                news = wall.news(self._live)
                told = "" if news is None else news.model_dump_json(exclude_none=True)
                for waiting in list(wall.looking):
                    if not waiting.full():  # who does not take it in asks anew
                        waiting.put_nowait(told)
