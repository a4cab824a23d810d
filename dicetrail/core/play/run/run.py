"""The run of a game: from the first question to the result.

A run is pure. It has no clock and no chance of its own: every move comes with its time, in milliseconds
since the play began, and all chance comes from the dice. The host asks :meth:`Run.due` when the run next
has something to do by itself and calls :meth:`Run.tick` when that time has come.

What follows on what stands in :mod:`.sequence`; the run adds when. It is ``asking`` until an answer, a skip
or a clock, then in the ``feedback`` of what came of it until its hold and the breather are through or the
player's key comes, and at last ``over``.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from math import inf
from typing import Any

from ..answers.verdict import Verdict
from ..deal.dealer import Dealer, SoFar
from ..kinds import input_for, kind_of
from ..language.expressions import Names, Value
from ..questions.card import Card
from ..questions.given import Given
from ..rulebook.clocks import Clock
from ..rulebook.game import MOST_STEPS, Choices, Number
from ..rulebook.moments import TOLD_AS, Moment, Phase
from ..rulebook.move import MOVES, Do, Move
from ..rulebook.names import NOTHING_OPEN, OF_A_QUESTION
from ..rulebook.program import Program
from ..rulebook.quantities import Counts, at_first, totals
from .checking import check
from .naming import NamesOfRun
from .played import Came, End, Feedback, Outcome, Seat, Turn
from .recorder import Recorder
from .rulings import Rulings
from .scene import Scene
from .sequence import (
    LEADS,
    begin_try,
    close,
    comes_first,
    happen,
    pause_after,
    time_is_up,
    visit,
)
from .trail import Step

Watch = Callable[["Run", int], None]
_ENDS = {"leave": End("done", by="left"), "stop": End("stopped")}


class Run:
    """One play of a game. Begin it with :meth:`begin`, then give it moves and times, never going back.

    ``watch`` is called with the run and the time after each step of its trail. ``clock_then`` are the
    milliseconds that the question's clock had used, and had left, when the last moment happened, before the
    rules did anything about it.
    """

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
        self.dealer = Dealer(program.game, choices)
        self.seat = Seat(
            {meter.name: meter.kept(meter.start) for meter in program.game.meters},
            at_first(self.dealer.total),
        )
        self.first_visit = True
        self.tries: float = inf
        self._came = Came("begun", None, None, "next")
        self._now = 0
        self._resume_at = 0
        self._waits_for_player = False
        self._recorder = Recorder((lambda at: watch(self, at)) if watch else None)
        self.rulings = Rulings(program, self._recorder, self.names)
        self.known: dict[str, Value] = {
            **NOTHING_OPEN,
            "player": choices.player,
            "count": choices.count or self.dealer.total,
        }

    # What a host calls

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
        """The questions that were asked, the open one last."""
        return self.seat.asked

    @property
    def trail(self) -> list[Step]:
        """Every step so far."""
        return self._recorder.steps

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
        return True

    def tick(self, at: int) -> None:
        """Let everything happen that falls due by the time ``at``."""
        self._pass_time(self._reach(at), before_a_move=False)

    def due(self) -> int | None:
        """When the run next does something by itself, in milliseconds; None where only a move can go on."""
        if self.phase == "feedback" and not self._waits_for_player:
            return self._resume_at
        if self.phase == "asking":
            dues = [due for due in (self.question_clock.due(), self.game_clock.due()) if due is not None]
            return min(dues, default=None)
        return None

    @property
    def continue_from(self) -> int | None:
        """Since when the player's key goes on from this feedback; None where nothing waits for it."""
        return self._resume_at if self.phase == "feedback" and self._waits_for_player else None

    @property
    def input_from(self) -> int | None:
        """Since when an answer is possible; None while it is not."""
        return self.question_clock.since if self.phase == "asking" else None

    @property
    def card(self) -> Card | None:
        """The question that is open or was last; None before the first."""
        return self.asked[-1].card if self.asked else None

    def names(self, at: int) -> Names:
        """Every name an expression knows, with its value at the time ``at``."""
        return NamesOfRun(self, at)

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
            first = comes_first(self.question_clock.due(), self.game_clock.due(), answer, asked_from)
            if first == "answer":
                return
            if first == "time":
                self._game_clock_ran_out(due)
            else:
                self._happen("late", due, move="late")

    def _game_clock_ran_out(self, at: int, *, move: str | None = None) -> None:
        self._stop_clocks(at)
        [end] = time_is_up(Scene(self, at))
        self._finish(end, at, move=move, clock="game")

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

    def _stop_clocks(self, at: int) -> None:
        self.question_clock.stop(at)
        self.game_clock.stop(at)

    # Moves

    def _ignore(self, move: Move, at: int) -> None:
        if len(self.trail) < MOST_STEPS:
            self._recorder.record(self, at, move=move.written, next_=self.phase, ignored=True)

    def _go_on_by(self, move: Move, at: int) -> None:
        self._recorder.record(self, at, move=move.written, next_=TOLD_AS[self._came.onward])
        self._go_on(at)

    def _skip(self, move: Move, at: int) -> None:
        self._happen("skipped", at, move=move.written)

    def _answer(self, move: Move, at: int) -> None:
        turn = self.asked[-1]
        text = move.text if move.do == "answer" else input_for(move.do, turn.card, turn.tried)
        verdict = check(turn.card, text, self.program.game.checking, turn.tried)
        turn.given = Given(text, tuple(turn.card.order[place] for place in verdict.picks))
        if verdict.letter:
            turn.tried += (verdict.letter,)
        self.known["hits"] = kind_of(turn.card.question).hits(turn.card, verdict)
        moment = self.rulings.moment_of(verdict, turn.card.question, at)
        self._happen(moment, at, move=move.written, verdict=verdict, text=text)

    # What happens

    def _happen(
        self,
        moment: Moment,
        at: int,
        *,
        move: str | None = None,
        verdict: Verdict | None = None,
        text: str = "",
        **details: Any,
    ) -> None:
        """A moment: count it, find its row, do what the row says, look at the endings, and pause."""
        self._stop_clocks(at)
        scene, before = Scene(self, at), self.meters
        [came] = happen(scene, moment)
        self._tell(scene, came, before, at, move=move, verdict=verdict, text=text, **details)

    def _tell(
        self,
        scene: Scene,
        came: Came,
        before: dict[str, Number],
        at: int,
        *,
        move: str | None = None,
        verdict: Verdict | None = None,
        text: str = "",
        **details: Any,
    ) -> None:
        """What came of a moment goes into the trail and is shown, until its pause is over."""
        moment, self._came = came.moment, came
        if self.asked and moment != "begun":
            details["question"] = self.asked[-1].card.question.id
        if verdict is not None:
            details |= {"input": text, "steps": list(verdict.steps)}
        if came.end and came.end.ending:
            details["ending"] = came.end.ending
        self._recorder.record(
            self,
            at,
            move=move,
            verdict=verdict.name if verdict else None,
            moment=moment,
            row=came.row,
            before=before,
            tell=scene.tell,
            next_=came.end.result if came.end else TOLD_AS[came.onward],
            **details,
        )
        if not (
            moment == "opened" and came.row is None and self.feedback and self.feedback.moment == "begun"
        ):
            self.feedback = Feedback.of(came, len(self.trail), scene.tell, verdict, text)
        hold, self._waits_for_player = pause_after(came, self.program.game.clocks.breather)
        self.phase = "feedback"
        self._resume_at = at + round(hold * 1000)

    # Going on

    def _go_on(self, at: int) -> None:
        self._waits_for_player = False
        if self._came.onward != "over" and self.game_clock.left_at(at) == 0:
            self._game_clock_ran_out(at)
            return
        if self._came.onward == "over":
            self._finish(self._came.end or End("done"), at)
            return
        leads = LEADS[self._came.onward]
        if leads.to == "next":
            self._open_next(at)
        elif leads.to == "visit":
            self._open_visit(at, first=False)
        else:
            if leads.another_try:
                begin_try(Scene(self, at), restart=self.program.game.clocks.restart_on_again)
            self.phase = "asking"
            self.question_clock.start(at)
            self.game_clock.start(at)

    def _open_next(self, at: int) -> None:
        asked = int(self.counts["asked"])
        card = self.dealer.next(SoFar(asked, self.names(at)))
        if card is None:
            self._finish(End("done"), at)
            return
        question = card.question
        self.asked.append(Turn(card))
        self.counts["total"] = self.dealer.total_after(asked + 1)
        Scene(self, at).count("dealt")
        self.known |= {name: getattr(question, name) for name in OF_A_QUESTION}
        self.known["possible"] = kind_of(question).possible(question)
        self._open_visit(at, first=True)

    def _open_visit(self, at: int, *, first: bool) -> None:
        turn = self.asked[-1]
        tries = kind_of(turn.card.question).tries(turn.card.question, self.program.game.tries)
        self.visit, self.first_visit, self.tries = self.visit + 1, first, inf if tries is None else tries
        turn.tried = ()
        self.known["hits"] = 0
        scene, before = Scene(self, at), self.meters
        [came] = visit(scene)
        self._tell(scene, came, before, at)

    def _finish(self, end: End, at: int, *, move: str | None = None, **details: Any) -> None:
        """The end: what the rules say at ``over``, which may turn a ``done`` into another result, then the
        award."""
        before = self.meters
        scene = Scene(self, at)
        [closed] = close(scene, end.result)
        award, award_tell = self.rulings.said_of(closed.award, at)
        tell = " ".join(part for part in (end.tell, scene.tell) if part)
        cue = closed.row.source.cue if closed.row else ""
        by = end.by if closed.result == end.result else ""
        self.outcome = Outcome(closed.result, tell, award, award_tell, cue, by)
        if end.ending:
            details["ending"] = end.ending
        self._recorder.tell_mistakes(self.phase, before)  # nothing comes after the last step
        self._recorder.record(
            self,
            at,
            move=move,
            moment="over",
            row=closed.row,
            before=before,
            tell=tell,
            next_="over",
            **details,
            result=closed.result,
            award=award or None,
            counts=totals(self.counts),
        )
        self.phase = "over"


_DOES: Mapping[Do, Callable[[Run, Move, int], None]] = {
    "answer": Run._answer,
    "right": Run._answer,
    "wrong": Run._answer,
    "unreadable": Run._answer,
    "skip": Run._skip,
    "continue": Run._go_on_by,
    "leave": Run._end_by,
    "stop": Run._end_by,
}
