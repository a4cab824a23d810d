"""Live plays: the server's clock drives them, and every move is kept before it counts."""

from __future__ import annotations

import asyncio
import contextlib
import logging
import time
from collections.abc import Awaitable, Callable, Sequence
from dataclasses import dataclass, field

from sqlalchemy.exc import SQLAlchemyError
from starlette.concurrency import run_in_threadpool

from ...core.play.game import Move
from ...core.play.program import Program
from ...core.play.run import Run
from ...core.play.view import View, view
from ...store import plays
from ...store.models import Play
from ..workshop import Workshop
from ..workshop.recent import Recent

log = logging.getLogger(__name__)

HEARTBEAT = 1.0
"""Seconds between two savings of how far the plays' time has come."""
REST_AFTER = 120.0
"""Seconds without anybody watching after which a play rests, its clock standing."""

MOST_PROGRAMS = 100
"""Games that stay ready to run."""

Watcher = Callable[[View], Awaitable[None]]


@dataclass(eq=False)
class LivePlay:
    """A play that is going on. ``clock`` is its time in milliseconds when ``since`` was read; ``kept_over``
    tells that it is over and that this was kept."""

    id: str
    run: Run
    moves: int
    clock: int
    since: float = field(default_factory=time.monotonic)
    watchers: list[Watcher] = field(default_factory=list)
    unwatched_since: float = field(default_factory=time.monotonic)
    lock: asyncio.Lock = field(default_factory=asyncio.Lock)
    timer: asyncio.TimerHandle | None = None
    shown: tuple[int, str] = (0, "")
    kept_over: bool = False

    def now(self) -> int:
        """The play's time, in milliseconds."""
        return self.clock + round((time.monotonic() - self.since) * 1000)

    @property
    def over(self) -> bool:
        """Whether the play has ended."""
        return self.run.phase == "over"


class Live:
    """All plays that are going on, and those that can be taken up again."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop
        self._plays: dict[str, LivePlay] = {}
        self._programs: Recent[Program] = Recent(MOST_PROGRAMS)
        self._opening = asyncio.Lock()
        self._ticks: set[asyncio.Task[None]] = set()

    async def open(self, play_id: str) -> LivePlay | None:
        """The play of an id, taken up where it was left; None where there is none."""
        if play_id in self._plays:
            return self._plays[play_id]
        async with self._opening:
            if play_id not in self._plays:
                play = await run_in_threadpool(self._take_up, play_id)
                if play is None:
                    return None
                self._plays[play_id] = play
                self._set_timer(play)
            return self._plays[play_id]

    def _take_up(self, play_id: str) -> LivePlay | None:
        with self._workshop.session() as session:
            kept = session.get(Play, play_id)
            if kept is None:
                return None
            digest = kept.digest
            program = self._programs.get_or_make(
                digest, lambda: Program(plays.compiled_game(session, digest))
            )
            run = Run(program, plays.choices_of(kept))
            moves = plays.moves_of(session, play_id)
            clock = max([kept.clock, *(at for _, at in moves)])
        run.begin()
        for move, at in moves:
            run.do(move, at)
        run.tick(clock)
        return LivePlay(play_id, run, len(moves), clock)

    def know(self, digest: str, program: Program) -> None:
        """Use a game that is ready to run for the plays of it that are taken up."""
        self._programs.put(digest, program)

    async def watch(self, play: LivePlay, watcher: Watcher) -> None:
        """Send every new view of a play to ``watcher``, beginning with the present one."""
        async with play.lock:
            play.watchers.append(watcher)
            await watcher(view(play.run, play.now()))

    def leave(self, play: LivePlay, watcher: Watcher) -> None:
        """Send no more views."""
        with contextlib.suppress(ValueError):
            play.watchers.remove(watcher)
        play.unwatched_since = time.monotonic()

    async def move(self, play: LivePlay, move: Move) -> None:
        """Make a move now. It is kept first; a move in a play that is over is let go."""
        async with play.lock:
            at = play.now()
            play.run.tick(at - 1)
            if play.over:
                await self._after(play)
                return
            number = play.moves + 1
            await run_in_threadpool(self._keep_move, play.id, number, move, at)
            play.moves = number
            play.run.do(move, at)
            await self._after(play, kept=True)

    def _keep_move(self, play_id: str, number: int, move: Move, at: int) -> None:
        with self._workshop.session() as session:
            plays.keep_move(session, play_id, number, move, at)
            session.commit()

    async def _after(self, play: LivePlay, *, kept: bool = False) -> None:
        """Set the timer, and where something happened keep how far the time has come and show everybody.

        ``kept`` tells that the time was kept already, with a move; that a play is over is always kept.
        """
        self._set_timer(play)
        state = (len(play.run.trail), play.run.phase)
        if state == play.shown:
            return
        play.shown = state
        if play.over or not kept:
            await self._keep([play])
        shown = view(play.run, play.now())
        for watcher in list(play.watchers):
            try:
                await watcher(shown)
            except Exception:
                self.leave(play, watcher)  # a broken connection; its player comes back by a new one

    def _set_timer(self, play: LivePlay) -> None:
        if play.timer is not None:
            play.timer.cancel()
            play.timer = None
        due = play.run.due()
        if due is not None:
            delay = max(0.0, (due - play.now()) / 1000)
            play.timer = asyncio.get_running_loop().call_later(delay, self._start_tick, play)

    def _start_tick(self, play: LivePlay) -> None:
        task = asyncio.create_task(self._tick(play))
        self._ticks.add(task)
        task.add_done_callback(self._ticks.discard)

    async def _tick(self, play: LivePlay) -> None:
        async with play.lock:
            play.run.tick(play.now())
            await self._after(play)

    async def _keep(self, some: Sequence[LivePlay]) -> None:
        """Keep how far the time of some plays has come. Where that fails the plays go on, and the next
        heartbeat tries again."""
        clocks: plays.Clocks = {play.id: (play.now(), play.over) for play in some}
        if not clocks:
            return
        try:
            await run_in_threadpool(self._keep_clocks, clocks)
        except SQLAlchemyError as error:
            log.warning("The time of %d plays could not be kept: %s", len(clocks), error)
            return
        for play in some:
            play.kept_over = clocks[play.id][1]

    def _keep_clocks(self, clocks: plays.Clocks) -> None:
        with self._workshop.session() as session:
            plays.keep_clocks(session, clocks)
            session.commit()

    async def beat(self) -> None:
        """Keep the time of all plays every second, and let those rest that nobody watches. Never returns."""
        while True:
            await asyncio.sleep(HEARTBEAT)
            await self.keep_all()
            for play in list(self._plays.values()):
                unwatched = time.monotonic() - play.unwatched_since
                if not play.watchers and (play.kept_over or unwatched > REST_AFTER):
                    self._rest(play)

    async def keep_all(self) -> None:
        """Keep how far the time of every play has come."""
        await self._keep([play for play in self._plays.values() if not play.kept_over])

    def _rest(self, play: LivePlay) -> None:
        if play.timer is not None:
            play.timer.cancel()
        self._plays.pop(play.id, None)
