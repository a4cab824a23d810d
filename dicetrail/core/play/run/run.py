"""The run of a game: from the first question to the result.

A run is pure. It has no clock and no chance of its own: every move comes with its time, in milliseconds
since the play began, and all chance comes from the dice. The host asks :meth:`Run.due` when the run next
has something to do by itself and calls :meth:`Run.tick` when that time has come.

What follows on what stands in :mod:`.sequence`; the run adds when. It is ``asking`` until an answer, a skip
or a clock, then in the ``feedback`` of what came of it until its hold and the breather are through or the
player's key comes, ``choosing`` where the player says what comes next, and at last ``over``.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from math import inf

from ..kinds import input_for, kind_of
from ..questions.carried import NOTHING
from ..questions.given import Given
from ..questions.question import same
from ..rulebook.game import MOST_STEPS
from ..rulebook.moments import TOLD_AS
from ..rulebook.move import MOVES, Do, Move
from .checking import carried_by, check
from .helping import usable, wrong_label
from .onward import Onward
from .played import End
from .position import Watch
from .sequence import comes_first

__all__ = ["Run", "Watch"]
_ENDS = {"leave": End("done", by="left"), "stop": End("stopped")}


class Run(Onward):
    """One play of a game. Begin it with :meth:`begin`, then give it moves and times, never going back.

    ``watch`` is called with the run and the time after each step of its trail.
    """

    def begin(self, at: int = 0) -> None:
        """Start the play. Raises RuntimeError where it has begun already."""
        if self.phase != "ready":
            raise RuntimeError("this play has begun already")
        at = self._reach(at)
        self._happen("begun", at, **self.choices.as_dict())
        self.tick(at)

    def do(self, move: Move, at: int) -> None:
        """Take a move of the player.

        What falls due before it happens first; an answer at the very millisecond a clock runs out still
        counts. A move that is not possible now changes nothing and is recorded as ignored.
        """
        at = self._reach(at)
        if self.takes(move, at):
            _DOES[move.do](self, move, at)
        else:
            self._ignore(move, at)
        self.tick(at)

    def takes(self, move: Move, at: int) -> bool:
        """Whether a move at the time ``at`` would do something; whatever falls due before it happens now."""
        at = self._reach(at)
        self._pass_time(at, before_a_move=True)
        about = MOVES[move.do]
        if self.phase not in about.phases:
            return False
        if not about.any_visit and move.visit is not None and move.visit != self.visit:
            return False
        if move.do == "leave":
            return self.program.game.leave
        if move.do == "continue":
            return self.continue_from is not None and at >= self.continue_from
        if move.do == "help":
            return usable(self, move.text, at) is not None
        return move.do != "choose" or self._offered(move.text) is not None

    def tick(self, at: int) -> None:
        """Let everything happen that falls due by the time ``at``."""
        self._pass_time(self._reach(at), before_a_move=False)

    def due(self) -> int | None:
        """When the run next does something by itself, in milliseconds; None where only a move can go on."""
        if self.phase == "feedback" and not self._waits_for_player:
            return self._resume_at
        if self.phase == "asking":
            clocks = (self.question_clock, self.round_clock, self.game_clock)
            dues = [due for clock in clocks if (due := clock.due()) is not None]
            return min(dues) if dues else None
        return None

    # Time

    def _reach(self, at: int) -> int:
        """The time ``at``, or where the play is by now: its time never runs back."""
        self._now = max(at, self._now)
        return self._now

    def _pass_time(self, at: int, *, before_a_move: bool) -> None:
        while (due := self.due()) is not None and due <= at:
            if self.phase == "feedback":
                self._go_on(due)
                continue
            answer = at if before_a_move else inf
            asked_from = self.question_clock.since or 0
            first = comes_first(
                self.question_clock.due(), self.game_clock.due(), answer, asked_from, self.round_clock.due()
            )
            if first == "answer":
                return
            if first == "time":
                self._game_clock_ran_out(due)
            elif first == "round":
                self._end_round(due, clock="round")
            else:
                self._happen("late", due, move="late")

    def _end_by(self, move: Move, at: int) -> None:
        """The play is ended by a move; one that was decided already ends as it was decided."""
        self._stop_clocks(at)
        resting = self.phase == "feedback"
        if resting and self._came.onward == "over":
            self._finish(self._came.end or End("done"), at, move=move.do)
        elif resting and self.game_clock.left_at(at) == 0:
            self._game_clock_ran_out(at, move=move.do)
        else:
            self._finish(_ENDS[move.do], at, move=move.do)

    # Moves

    def _ignore(self, move: Move, at: int) -> None:
        if len(self.trail) < MOST_STEPS:
            self._recorder.record(self, at, move=move.written, next_=self.phase, ignored=True)

    def _go_on_by(self, move: Move, at: int) -> None:
        self._recorder.record(self, at, move=move.written, next_=TOLD_AS[self._came.onward])
        self._go_on(at)

    def _skip(self, move: Move, at: int) -> None:
        self._happen("skipped", at, move=move.written)

    def _choose(self, move: Move, at: int) -> None:
        chosen = self._offered(move.text)
        self._recorder.record(self, at, move=f"choose {chosen}", next_="next")
        self._open_next(at, chosen)

    def _help(self, move: Move, at: int) -> None:
        one = usable(self, move.text, at)
        if one is not None:
            self._use(one, at)

    def _offered(self, text: str) -> str | None:
        """What is offered that a text names; None where it names nothing of it."""
        return next((one for one in self.offered if same(one) == same(text)), None)

    def _answer(self, move: Move, at: int) -> None:
        turn = self.seat.open
        gone = turn.aided.gone
        if move.do == "wrong" and gone:
            text = wrong_label(turn)
        else:
            text = move.text if move.do == "answer" else input_for(move.do, turn.card, turn.tried)
        rules = turn.card.question.checking or self.program.game.checking
        verdict = check(turn.card, text, rules, turn.tried, gone)
        turn.given = Given(text, tuple(turn.card.order[place] for place in verdict.picks))
        if verdict.letter:
            turn.tried += (verdict.letter,)
        self.carried = carried_by(turn.card, verdict, text, rules)
        kind = kind_of(turn.card.question)
        off, percent = kind.how_far(turn.card, text, rules)
        self.seat.known |= {
            "hits": kind.hits(turn.card, verdict),
            "value": self.carried.value,
            "off": off,
            "off_percent": percent,
        }
        moment = self.rulings.moment_of(self.round, verdict, turn.card.question, at)
        self._happen(moment, at, move=move.written, verdict=verdict, text=text)
        self.carried = NOTHING


_DOES: Mapping[Do, Callable[[Run, Move, int], None]] = {
    "answer": Run._answer,
    "right": Run._answer,
    "wrong": Run._answer,
    "unreadable": Run._answer,
    "skip": Run._skip,
    "help": Run._help,
    "choose": Run._choose,
    "continue": Run._go_on_by,
    "leave": Run._end_by,
    "stop": Run._end_by,
}
