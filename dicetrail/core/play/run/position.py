"""A run as it stands: its state, and what can be asked of it at any time."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable
from math import inf
from typing import Any

from ..deal.dealer import Dealer
from ..language.expressions import Names, Value
from ..questions.card import Card
from ..questions.carried import NOTHING
from ..rulebook.clocks import Clock
from ..rulebook.game import Choices, Number
from ..rulebook.moments import Phase
from ..rulebook.names import NOTHING_OPEN
from ..rulebook.program import Program, ReadyRound
from ..rulebook.quantities import Counts, at_first
from .decks import Decks
from .instant import Instant
from .naming import NamesOfRun
from .played import Came, Feedback, Outcome, Seat, Turn
from .recorder import Recorder
from .rulings import Rulings
from .trail import Step

Watch = Callable[[Any, int], None]
"""Called with a run and the time after each step of its trail."""


class Position:
    """The state of one play. ``clock_then`` are the milliseconds that the question's clock had used, and had
    left, when the last moment happened, before the rules did anything about it."""

    def __init__(self, program: Program, choices: Choices, watch: Watch | None = None) -> None:
        self.program = program
        self.choices = choices
        self.phase: Phase = "ready"
        self.visit = 0
        self.feedback: Feedback | None = None
        self.outcome: Outcome | None = None
        self.question_clock: Clock = Clock()
        self.clock_then: tuple[int, int | None] = (0, None)
        self.game_clock: Clock = Clock.of(program.game.clocks.game)
        self.round_clock: Clock = Clock()
        self.decks = Decks(program, choices)
        self.offered: list[str] = []
        self.seat = Seat(
            {meter.name: meter.kept(meter.start) for meter in program.game.meters},
            at_first(self.decks.total_after(0), program.having),
        )
        if program.has_rounds:
            self.seat.counts["round_total"] = self.decks.dealer.total_after(0)
        self.first_visit = True
        self.tries: float = inf
        self._came = Came("begun", None, None, "next")
        self._now = 0
        self._resume_at = 0
        self._waits_for_player = False
        self._recorder = Recorder((lambda at: watch(self, at)) if watch else None)
        self.instant = Instant(choices.dice, "")
        """What is settled at the step it is at."""
        self._settled: Counter[tuple[str, str]] = Counter()
        self.carried = NOTHING
        """What the answer carries that was given just now."""
        self.rulings = Rulings(program, self._recorder, self.names, lambda: self.instant)
        self.known: dict[str, Value] = {
            **NOTHING_OPEN,
            "player": choices.player,
            "count": choices.count or self.decks.total_after(0),
            "rounds": len(program.rounds),
            "round_name": self.round.source.name if program.has_rounds else "",
        }

    @property
    def meters(self) -> dict[str, Number]:
        """The meters of the player whose turn it is."""
        return self.seat.meters

    @property
    def counts(self) -> Counts:
        """What that player's play has counted, by the names of :data:`..rulebook.quantities.STANDING`."""
        return self.seat.counts

    @property
    def asked(self) -> list[Turn]:
        """The questions that were asked, in the order in which they first came."""
        return self.seat.asked

    @property
    def asked_here(self) -> int:
        """How many questions were asked so far in the round, or in a play without rounds."""
        return int(self.counts["round_asked" if self.round.number else "asked"])

    @property
    def round(self) -> ReadyRound:
        """The round that the play is in."""
        return self.decks.round

    @property
    def dealer(self) -> Dealer:
        """Who deals in this round."""
        return self.decks.dealer

    @property
    def gates_gone(self) -> Counter[tuple[int, int]]:
        """How often each gate was gone through, by the numbers of round and gate."""
        return self.decks.gone

    @property
    def trail(self) -> list[Step]:
        """Every step so far."""
        return self._recorder.steps

    @property
    def continue_from(self) -> int | None:
        """Since when the player's key goes on from this feedback; None where nothing waits for it."""
        return self._resume_at if self.phase == "feedback" and self._waits_for_player else None

    @property
    def input_from(self) -> int | None:
        """Since when an answer, or a choice of what comes next, is possible; None while neither is."""
        if self.phase == "choosing":
            return self._resume_at
        return self.question_clock.since if self.phase == "asking" else None

    @property
    def card(self) -> Card | None:
        """The question that is open or was last; None before the first."""
        return self.seat.turn.card if self.seat.turn else None

    def names(self, at: int) -> Names:
        """Every name an expression knows, with its value at the time ``at``."""
        return NamesOfRun(self, at)

    def _settle(self, what: str, about: str = "") -> None:
        """Something happens, to a question or in a round: what is settled at its step is settled anew."""
        if self.program.settles:
            self._settled[what, about] += 1
            self.instant = Instant(self.choices.dice, f"{what}/{about}/{self._settled[what, about]}")

    def _stop_clocks(self, at: int) -> None:
        for clock in (self.question_clock, self.round_clock, self.game_clock):
            clock.stop(at)
