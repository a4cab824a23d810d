"""One play of a game, move by move."""

from __future__ import annotations

from typing import Any

from ..core.play.questions.question import Question
from ..core.play.rulebook.game import Choices, Number
from ..core.play.rulebook.move import Move
from ..core.play.rulebook.program import Program
from ..core.play.rulebook.quantities import all_of
from ..core.play.run.run import Run
from ..core.play.run.seats import ranks
from .errors import NotNow


class Play:
    """A play that has begun: its first question is open (or its first choice, where the game lets choose).

    Time passes only by :meth:`wait`, and where a clock is waited for (:meth:`late`); what waits for the
    player's key goes on by itself. Every move returns the play. One that is not possible now raises
    :class:`NotNow`.

    >>> import dicetrail
    >>> play = dicetrail.load("1-hut-night.yaml").play(dice=7, player="Ada")
    >>> play.right().meters["score"]
    5
    >>> play.wrong().told
    'Not that one. One more try.'
    """

    def __init__(self, program: Program, choices: Choices) -> None:
        self._run = Run(program, choices)
        self._at = self._since = 0
        self._run.begin()
        self._to_input()

    # Moves

    def right(self) -> Play:
        """Give the right answer."""
        return self._make(Move("right"))

    def wrong(self) -> Play:
        """Give a wrong answer."""
        return self._make(Move("wrong"))

    def unreadable(self) -> Play:
        """Give something that can't be read as an answer."""
        return self._make(Move("unreadable"))

    def answer(self, text: str) -> Play:
        """Give an answer as a player types it: a text, or the letters of options."""
        return self._make(Move("answer", text))

    def skip(self) -> Play:
        """Skip the question."""
        return self._make(Move("skip"))

    def choose(self, text: str) -> Play:
        """Choose what comes next, one of :attr:`offered`."""
        return self._make(Move("choose", text))

    def leave(self) -> Play:
        """End the play, where the game lets its player leave."""
        return self._make(Move("leave"))

    def late(self) -> Play:
        """Wait until the clock runs out that ends first."""
        due = self._run.due()
        if due is None:
            raise NotNow("No clock runs now, so nothing can be too late.")
        self._since = len(self._run.trail)
        return self._pass(due)

    def wait(self, seconds: float) -> Play:
        """Let so many seconds pass; a clock that runs out by then does."""
        if not 0 <= seconds <= 1_000_000:
            raise ValueError(f"wait() takes from 0 to 1,000,000 seconds, not {seconds}")
        self._since = len(self._run.trail)
        return self._pass(self._at + round(1000 * seconds))

    def help(self, name: str) -> Play:
        """Use a help of the game by its name, at the question that is open."""
        if name not in (helps := self._run.program.helps):
            known = f"There are {', '.join(helps)}." if helps else "It has none."
            raise NotNow(f"There is no help ‘{name}’ in this game. {known}")
        return self._make(Move("help", name))

    def _make(self, move: Move) -> Play:
        if not self._run.takes(move, self._at):
            raise NotNow(f"`{move.written}` is not possible now: the play is {self.phase}.")
        self._since = len(self._run.trail)
        self._run.do(move, self._at)
        return self._to_input()

    def _pass(self, until: int) -> Play:
        self._run.tick(until)
        self._at = max(self._at, until)
        return self._to_input()

    def _to_input(self) -> Play:
        run = self._run
        while run.phase == "feedback":
            if run.continue_from is not None:
                self._at = max(self._at, run.continue_from)
                run.do(Move("continue"), self._at)
            else:
                self._at = max(self._at, run.due() or 0)
                run.tick(self._at)
        if run.trail:
            self._at = max(self._at, run.input_from or 0, run.trail[-1].at)
        return self

    # What there is to see

    @property
    def phase(self) -> str:
        """``asking``, ``choosing``, or ``over``."""
        return self._run.phase

    @property
    def question(self) -> Question | None:
        """The question that is open, or was last; None before the first."""
        return self._run.card.question if self._run.card else None

    @property
    def options(self) -> list[str]:
        """Its options in the places they were dealt to; none where it is typed in."""
        return list(self._run.card.options) if self._run.card else []

    @property
    def offered(self) -> list[str]:
        """What can be chosen as what comes next, while the play is ``choosing``."""
        return list(self._run.offered) if self.phase == "choosing" else []

    @property
    def meters(self) -> dict[str, Number]:
        """The meters by their names."""
        return dict(self._run.meters)

    @property
    def turn(self) -> int:
        """The number of the player whose turn it is, from 1; once the play is over, of the one who came
        first."""
        return self._run.seat.number

    @property
    def ranks(self) -> dict[str, int]:
        """The players by their names, each with their place by now, 1 for the first."""
        at = ranks(self._run, self._at)
        return {seat.name: rank for seat, rank in zip(self._run.seats, at, strict=True)}

    @property
    def counts(self) -> dict[str, Number]:
        """Everything that is counted: ``right``, ``asked``, ``percent`` (0 to 100) and so on."""
        return dict(all_of(self._run.counts))

    @property
    def told(self) -> str:
        """What the rules said since the last move, "" where they said nothing."""
        steps = self._run.trail[self._since :]
        return next((step.tell for step in reversed(steps) if step.tell), "")

    @property
    def result(self) -> str | None:
        """``won``, ``lost``, ``done`` or ``stopped``; None while the play goes on."""
        return self._run.outcome.result if self._run.outcome else None

    @property
    def award(self) -> str | None:
        """The title that was given; None where none was, and while the play goes on."""
        return self._run.outcome.award or None if self._run.outcome else None

    @property
    def seconds(self) -> float:
        """How long the play has taken."""
        return self._at / 1000

    @property
    def trail(self) -> list[dict[str, Any]]:
        """Every step so far, as the lines of a trail file have it (times in milliseconds)."""
        return [step.as_dict() for step in self._run.trail]
