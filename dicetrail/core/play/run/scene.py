"""A scene: the stage of one run at one time, on which its moments happen."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from typing import Protocol, TypeVar, cast

from ..language.expressions import Names
from ..questions.carried import Carried
from ..rulebook.clocks import Clock
from ..rulebook.game import MOST_STEPS
from ..rulebook.moments import MOMENTS, About, Moment
from ..rulebook.program import Program, ReadyGate, ReadyHelp, ReadyRound, ReadyRow
from ..rulebook.quantities import Happening, counted, counted_of_topic
from ..rulebook.rows import carried_to, move_clocks
from .helping import AIDS, Helped
from .naming import Knowing
from .played import End, Seat
from .rulings import Rulings
from .sequence import Case, first_case
from .trail import Step

T = TypeVar("T")
_MOMENTS = cast(Mapping[Happening, About], MOMENTS)
"""The moments among all that happens."""


class Staged(Knowing, Helped, Protocol):
    """What a scene needs of a run, and changes in it."""

    program: Program
    rulings: Rulings
    round_clock: Clock
    first_visit: bool
    tries: float
    clock_then: tuple[int, int | None]
    carried: Carried

    @property
    def has_turns(self) -> bool: ...

    @property
    def round(self) -> ReadyRound: ...

    @property
    def gates_gone(self) -> Counter[tuple[int, int]]: ...

    @property
    def trail(self) -> list[Step]: ...

    def names(self, at: int, seat: Seat | None = None) -> Names: ...


class Scene:
    """What happens to a run at a time (milliseconds). ``tell`` is what the row says that was applied, and
    then what the answer says."""

    def __init__(self, run: Staged, at: int) -> None:
        self._run, self._at = run, at
        self._names: Names = {}
        self._says = self.tell = ""

    @property
    def too_long(self) -> bool:
        """Whether the trail has all the steps it may have."""
        return len(self._run.trail) >= MOST_STEPS

    def count(self, happening: Happening) -> None:
        """Count it, and keep what became of the question."""
        run, seat = self._run, self._run.seat
        for one in run.seats if happening == "entered" else (seat,):
            one.counts = counted(one.counts, happening, first_visit=run.first_visit, tries=run.tries)
        if seat.turn is not None and run.program.counts_topics:
            topic = seat.turn.card.question.topic
            seat.by_topic[topic] = counted_of_topic(seat.by_topic.get(topic, {}), happening)
        about = _MOMENTS.get(happening)
        if about is None:
            return
        clock = run.question_clock
        run.clock_then = (clock.used, clock.left_at(self._at))
        if about.settles:
            seat.open.outcome = happening

    def first(self, some: Sequence[Case[T]]) -> tuple[T]:
        """The first case that holds now."""
        return (first_case(some, self._run.names(self._at)),)

    def set_clock(self) -> None:
        """Give the open question its clock."""
        run = self._run
        run.question_clock = Clock.of(run.rulings.seconds(run.round, run.seat.open.card.question, self._at))

    def restart_clock(self) -> None:
        """Start it anew."""
        self._run.question_clock.restart()

    def carry(self) -> bool:
        """Add what the answer carries, and keep what it says."""
        run, seat = self._run, self._run.seat
        self._says = self.tell = run.carried.says
        before = seat.meters
        if run.carried.adds:
            seat.meters = carried_to(run.program, before, run.carried.adds)
        return seat.meters != before

    def help(self, one: ReadyHelp) -> bool:
        """Do what a help does, its cost being carried; whether it swaps the question."""
        run, seat, name = self._run, self._run.seat, one.source.name
        run.carried = Carried(adds=run.rulings.cost(one, self._at))
        aid = AIDS[one.source.does]
        aid.do(run, one.source)
        aid.clock(run.question_clock, one.source)
        seat.used[name] += 1
        seat.known["help"] = name
        return aid.swaps

    def rows(self, moment: Moment) -> tuple[ReadyRow | None]:
        """The first row that holds now."""
        rows = self._run.round.rows[moment]
        if not rows:
            return (None,)
        self._names = self._run.names(self._at)
        return (self._run.rulings.row(rows, self._names, self._at),)

    def apply(self, row: ReadyRow) -> tuple[bool]:
        """Change meters and clocks as a row says."""
        run, seat, at = self._run, self._run.seat, self._at
        effect = run.rulings.effect(row, seat.meters, self._names, at)
        changed = False
        if effect is not None:
            clocks = {"question": run.question_clock, "game": run.game_clock, "round": run.round_clock}
            changed = move_clocks(row, effect, clocks) or effect.meters != seat.meters
            seat.meters = effect.meters
        said = run.rulings.one_of(row.texts, at, f"row {row.number}, tell")
        self.tell = f"{said} {self._says}" if said and self._says else said or self._says
        return (changed,)

    def set_round_clock(self) -> None:
        """Give the round its clock."""
        self._run.round_clock = Clock.of(self._run.round.source.clocks.round)

    def gates(self) -> tuple[ReadyGate]:
        """The first gate that holds now, gone through."""
        run = self._run
        gate = run.rulings.gate(run.round, run.gates_gone, self._at)
        run.gates_gone[run.round.number, gate.number] += 1
        return (gate,)

    def endings(self) -> tuple[End | None]:
        """The first ending that holds now."""
        return (self._run.rulings.ending(self._at),)

    def awards(self) -> tuple[int | None]:
        """The first award that holds now. Where several play they are given when all are ranked."""
        return (self._run.rulings.award(self._at) if not self._run.has_turns else None,)
