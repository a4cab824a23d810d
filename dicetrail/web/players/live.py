"""Live plays: the server's clock drives them, and every move is kept before it counts."""

from __future__ import annotations

import asyncio
import contextlib
import logging
import time
from collections.abc import Awaitable, Callable, Iterable, Sequence
from dataclasses import dataclass, field
from weakref import WeakValueDictionary

from pydantic import TypeAdapter
from sqlalchemy.exc import SQLAlchemyError
from starlette.concurrency import run_in_threadpool

from ...core.play.rulebook.move import Move
from ...core.play.rulebook.program import Program
from ...core.play.run.again import play_again
from ...core.play.run.run import Run
from ...core.play.seen.view import View, view
from ...core.prove.plays.record import AnswerCollector
from ...store import handouts, plays
from ...store.models import Play
from ..workshop import Workshop
from .allowance import Allowance
from .keeper import Keeper

log = logging.getLogger(__name__)

HEARTBEAT = 1.0
"""Seconds between two savings of how far the plays' time has come."""
REST_AFTER = 120.0
"""Seconds without anybody watching after which a play rests, its clock standing."""

Watcher = Callable[[str], Awaitable[None]]
"""Gets a view as JSON."""
_VIEWS = TypeAdapter(View)


@dataclass(eq=False)
class LivePlay:
    """A play that is going on. ``clock`` is its time in milliseconds when ``since`` was read; ``kept_over``
    tells that it is over and that this was kept; ``nameless`` that its player's name was removed, ``hidden``
    that others are not to see it. One that is ``held`` waits until all of its hand-out begin."""

    id: str
    run: Run
    collector: AnswerCollector
    handout_id: int | None
    moves: int
    clock: int
    since: float = field(default_factory=time.monotonic)
    watchers: list[Watcher] = field(default_factory=list)
    unwatched_since: float = field(default_factory=time.monotonic)
    lock: asyncio.Lock = field(default_factory=asyncio.Lock)
    allowance: Allowance = field(default_factory=Allowance)
    timer: asyncio.TimerHandle | None = None
    shown: tuple[int, str] = (0, "")
    kept_over: bool = False
    nameless: bool = False
    hidden: bool = False
    held: bool = False

    def now(self) -> int:
        """The play's time, in milliseconds."""
        if self.held:
            return 0
        return self.clock + round((time.monotonic() - self.since) * 1000)

    @property
    def over(self) -> bool:
        """Whether the play has ended."""
        return self.run.phase == "over"

    def still(self) -> float:
        """Seconds since anything happened in it."""
        trail = self.run.trail
        return round(max(0, self.now() - trail[-1].at) / 1000, 1) if trail else 0.0

    def view(self) -> View:
        """What its player sees now."""
        return view(self.run, self.now())

    def passed(self, *, resting: bool) -> plays.Passed:
        """How far its time has come, to be kept; and what it came to where it is over or rests."""
        rests = resting and not self.held
        record = self.collector.record(self.run) if rests or self.over else None
        return plays.Passed(self.id, self.now(), self.over, record)


class Live:
    """All plays that are going on, and those that can be taken up again."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop
        self._keeper = Keeper(workshop.session)
        self._plays: dict[str, LivePlay] = {}
        self._programs: WeakValueDictionary[str, Program] = WeakValueDictionary()
        self._opening: dict[str, asyncio.Task[LivePlay | None]] = {}
        self._ticks: set[asyncio.Task[None]] = set()
        self.waits: dict[int, bool] = {}
        """Of which hand-outs it is known whether their players wait until they begin for all."""

    async def begin(self, begun: plays.Begun, program: Program) -> None:
        """Keep a new play of a compiled game."""
        self._programs[begun.digest] = program
        await self._keeper.keep(begun)

    async def open(self, play_id: str) -> LivePlay | None:
        """The play of an id, taken up where it was left; None where there is none."""
        if play_id in self._plays:
            return self._plays[play_id]
        opening = self._opening.get(play_id)
        if opening is None:
            opening = self._opening[play_id] = asyncio.create_task(self._open(play_id))
            opening.add_done_callback(lambda _: self._opening.pop(play_id, None))
        return await asyncio.shield(opening)

    async def _open(self, play_id: str) -> LivePlay | None:
        play = await run_in_threadpool(self._take_up, play_id)
        if play is not None:
            if play.held and self.waits.get(play.handout_id or 0) is False:  # it has begun meanwhile
                _begin(play)
            self._plays[play_id] = play
            self._set_timer(play)
        return play

    def _take_up(self, play_id: str) -> LivePlay | None:
        with self._workshop.session() as session:
            kept = session.get(Play, play_id)
            if kept is None:
                return None
            program = self._programs.get(kept.digest)
            if program is None:
                program = self._programs[kept.digest] = self._workshop.games.played(session, kept.digest)
            moves = plays.moves_of(session, play_id)
            waits = handouts.waits(session, kept.handout_id)
        collector = AnswerCollector()
        clock = max([kept.clock, *(at for _, at in moves)])
        held = waits and not moves and not clock
        if held:
            run = Run(program, plays.choices_of(kept), collector)
        else:
            run = play_again(program, plays.choices_of(kept), moves, clock, collector)
        play = LivePlay(play_id, run, collector, kept.handout_id, len(moves), clock, held=held)
        play.hidden = kept.hidden
        return play

    async def begin_all(self, handout_id: int) -> int:
        """Begin every play of a hand-out that waits for it, all at the same time; how many did."""
        self.waits[handout_id] = False
        held = [play for play in self.of_handout(handout_id) if play.held]
        for play in held:
            _begin(play)
        await asyncio.gather(*(self._begun(play) for play in held))
        return len(held)

    async def _begun(self, play: LivePlay) -> None:
        async with play.lock:
            await self._after(play)

    async def settle(self) -> None:
        """Keep what the plays came to that went on when the workshop was killed. They go on resting: their
        time stands until their players are back."""
        for play_id in await run_in_threadpool(self._cut_off):
            try:
                play = await run_in_threadpool(self._take_up, play_id)
            except Exception as error:  # the others are settled all the same
                log.warning("What play %s came to could not be made out: %s", play_id, error)
                continue
            if (
                play is not None
                and not play.held
                and play_id not in self._plays
                and play_id not in self._opening
            ):
                await self._keep_time([play], resting=True)

    def _cut_off(self) -> Sequence[str]:
        with self._workshop.session() as session:
            return plays.cut_off(session)

    async def watch(self, play: LivePlay, watcher: Watcher) -> None:
        """Send every new view of a play to ``watcher``, beginning with the present one."""
        async with play.lock:
            play.watchers.append(watcher)
            await watcher(_VIEWS.dump_json(play.view()).decode())

    def leave(self, play: LivePlay, watcher: Watcher) -> None:
        """Send no more views."""
        with contextlib.suppress(ValueError):
            play.watchers.remove(watcher)
        play.unwatched_since = time.monotonic()

    async def move(self, play: LivePlay, move: Move) -> bool:
        """Make a move now. It is kept first; one that the play could not take is let go.

        False where more moves come than a player can make: then nothing was done.
        """
        if not play.allowance.take():
            return False
        play.unwatched_since = time.monotonic()
        async with play.lock:
            at = play.now()
            if not play.run.takes(move, at):
                await self._after(play)
                return True
            await self._make(play, move, at)
        return True

    async def stop(self, play: LivePlay) -> bool:
        """End a play, as its host may; whether it went on until now."""
        async with play.lock:
            at, move = play.now(), Move("stop")
            if not play.run.takes(move, at):
                return False
            await self._make(play, move, at)
        return True

    async def _make(self, play: LivePlay, move: Move, at: int) -> None:
        """Make a move that the play can take: it is kept first."""
        await self._keeper.keep(plays.Made(play.id, play.moves + 1, move, at))
        play.moves += 1
        play.run.do(move, at)
        await self._after(play, kept=True)

    async def forget(self, play_ids: Iterable[str], handout_id: int) -> None:
        """End plays of a hand-out that are to be removed: nothing of them is kept any more after it."""
        for play_id in play_ids:
            play = self._plays.get(play_id)
            if play is None or play.handout_id != handout_id:
                continue
            await self.stop(play)
            async with play.lock:
                play.kept_over = True  # so no heartbeat keeps it again
                if play.timer is not None:
                    play.timer.cancel()
                self._plays.pop(play_id, None)

    def of_handout(self, handout_id: int) -> list[LivePlay]:
        """The plays of a hand-out that go on, as they were taken up."""
        return [play for play in self._plays.values() if play.handout_id == handout_id]

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
            await self._keep_time([play])
        if not play.watchers:
            return
        shown = _VIEWS.dump_json(play.view()).decode()
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

    async def _keep_time(self, some: Iterable[LivePlay], *, resting: bool = False) -> None:
        """Keep how far the time of some plays has come. Where that fails the plays go on, and the next
        heartbeat tries again."""
        passed = {play: play.passed(resting=resting) for play in some}
        if not passed:
            return
        try:
            await self._keeper.keep(*passed.values())
        except SQLAlchemyError as error:
            log.warning("The time of %d plays could not be kept: %s", len(passed), error)
            return
        for play, kept in passed.items():
            play.kept_over = kept.over

    async def beat(self) -> None:
        """Keep the time of the plays whose clocks run every second, and let those rest that nobody watches.
        Never returns."""
        while True:
            await asyncio.sleep(HEARTBEAT)
            await self._keep_time(
                [play for play in self._going_on() if play.run.due() is not None or play.over]
            )
            for play in list(self._plays.values()):
                if not play.kept_over and _alone(play):
                    await self._keep_time([play], resting=True)
                if play.kept_over or _alone(play):
                    self._rest(play)

    async def close(self) -> None:
        """Keep how far the time of every play has come, and end."""
        await self._keep_time(self._going_on(), resting=True)
        await run_in_threadpool(self._keeper.close)

    def _going_on(self) -> list[LivePlay]:
        return [play for play in self._plays.values() if not play.kept_over]

    def _rest(self, play: LivePlay) -> None:
        if play.watchers or play.lock.locked():
            return
        if play.timer is not None:
            play.timer.cancel()
        self._plays.pop(play.id, None)


def _begin(play: LivePlay) -> None:
    """Let a play begin that was held."""
    play.held, play.clock, play.since = False, 0, time.monotonic()
    play.unwatched_since = play.since
    play.run.begin()


def _alone(play: LivePlay) -> bool:
    """Whether nobody has watched a play for so long that it may rest."""
    return not play.watchers and time.monotonic() - play.unwatched_since > REST_AFTER
