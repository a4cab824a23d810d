"""A run as it stands: its state, and what can be asked of it at any time."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable
from math import inf
from typing import Any, Literal

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
    """The state of one play, and the seats of who makes it. ``clock_then`` are the milliseconds that the
    question's clock had used, and had left, when the last moment happened, before the rules did anything
    about it."""

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
        self.seats = tuple(map(self._seat, range(1, 1 + max(1, len(choices.players)))))
        """The players, in the order of their turns."""
        self.seat = self.seats[0]
        """The player whose turn it is."""
        self._hands_over, self._went_out = self.has_turns, False
        """Whether the screen is to be handed over, and whether a player has just gone out."""
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

    def _seat(self, number: int) -> Seat:
        """A player by their number, before anything has happened."""
        program, players = self.program, self.choices.players
        total = self.decks.total_after(0)
        counts = at_first(total, program.having)
        if program.has_rounds:
            counts["round_total"] = self.decks.dealer.total_after(0)
        known: dict[str, Value] = {
            **NOTHING_OPEN,
            "player": self.choices.player,
            "count": self.choices.count or total,
            "rounds": len(program.rounds),
            "round_name": self.round.source.name if program.has_rounds else "",
        }
        if players:
            known |= {"player": players[number - 1], "turn": number, "players": len(players)}
            del known["rank"]  # it is worked out
        meters = {meter.name: meter.kept(meter.start) for meter in program.game.meters}
        return Seat(number, meters, counts, known)

    @property
    def has_turns(self) -> bool:
        """Whether several players play in turn."""
        return len(self.seats) > 1

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
    def asked_of_all(self) -> list[Turn]:
        """The questions that all players were asked, in the order in which they first came."""
        if not self.has_turns:
            return self.asked
        return sorted((turn for seat in self.seats for turn in seat.asked), key=lambda turn: turn.first)

    @property
    def place(self) -> int:
        """The place among these, from 0, of the one that is open or was last; the last one where none was."""
        if not self.has_turns:
            return self.seat.place
        asked = self.asked_of_all
        return next((place for place, turn in enumerate(asked) if turn is self.seat.turn), len(asked) - 1)

    @property
    def asked_here(self) -> int:
        """How many questions were asked so far in the round, or in a play without rounds."""
        return self.how_many_asked("round_" if self.round.number else "")

    def how_many_asked(self, of: Literal["", "round_"] = "") -> int:
        """How many questions all players were asked so far."""
        return int(self.counts[f"{of}asked"] + self.counts.get(f"{of}others_asked", 0))

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
    def hands_over(self) -> bool:
        """Whether the screen is being handed over to the player whose turn it is."""
        return self.has_turns and self.continue_from is not None and self._came.moment == "opened"

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

    def names(self, at: int, seat: Seat | None = None) -> Names:
        """Every name an expression knows, with its value at the time ``at``: for the player whose turn it is,
        or another one."""
        return NamesOfRun(self, at, seat or self.seat)

    def _settle(self, what: str, about: str = "") -> None:
        """Something happens, to a question or in a round: what is settled at its step is settled anew."""
        if self.program.settles:
            self._settled[what, about] += 1
            self.instant = Instant(self.choices.dice, f"{what}/{about}/{self._settled[what, about]}")

    def _stop_clocks(self, at: int) -> None:
        for clock in (self.question_clock, self.round_clock, self.game_clock):
            clock.stop(at)
