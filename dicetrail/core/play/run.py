"""The run of a game: from the first question to the result.

A run is pure. It has no clock and no chance of its own: every move comes with its time, in milliseconds
since the play began, and all chance comes from the dice. The host asks :meth:`Run.due` when the run next
has something to do by itself and calls :meth:`Run.tick` when that time has come.

::

    ready ── begin ──▶ asking ◀───────────────┐
                         │ an answer, a skip,  │ hold and breather over,
                         │ the question clock  │ or the player's key
                         ▼                     │
                       feedback ───────────────┘
                         │ an ending, a row, no card left, the game clock
                         ▼
                        over ◀── leave, at any time where the game allows it
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from .card import Card
from .checking import check
from .clocks import Clock
from .counts import Counts
from .deck import Deck
from .expressions import Names, Value
from .game import MOST_STEPS, Choices, Move, Number
from .kinds import input_for, kind_of
from .moments import TOLD_AS, Moment, Phase
from .names import NOTHING_OPEN, NamesOfRun
from .played import End, Feedback, Outcome, Turn
from .program import Program, ReadyRow
from .question import LABELS
from .recorder import Recorder
from .rows import reveals
from .rulings import Rulings
from .scene import Scene
from .sequence import Came, close, happen, pause_after
from .trail import Step
from .verdict import Verdict

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
        self.meters: dict[str, Number] = {
            meter.name: meter.kept(meter.start) for meter in program.game.meters
        }
        self.counts = Counts()
        self.visit = 0
        self.asked: list[Turn] = []
        self.feedback: Feedback | None = None
        self.outcome: Outcome | None = None
        self.question_clock: Clock = Clock()
        self.clock_then: tuple[int, int | None] = (0, None)
        self.game_clock: Clock = Clock.of(program.game.clocks.game)
        self.deck = Deck(program.game, choices)
        self.first_visit = True
        self._came = Came("begun", None, None, "next")
        self._now = 0
        self._resume_at = 0
        self._waits_for_player = False
        self._recorder = Recorder((lambda at: watch(self, at)) if watch else None)
        self.rulings = Rulings(program, self._recorder, self.names)
        self.counts.total = self.deck.total
        self.known: dict[str, Value] = {
            **NOTHING_OPEN,
            "player": choices.player,
            "count": choices.count or self.deck.total,
        }

    # What a host calls

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
        if not self.takes(move, at):
            self._ignore(move, at)
        elif move.do in _ENDS:
            self._end_by(move, at)
        elif move.do == "continue":
            self._record(at, move="continue", next_=TOLD_AS[self._came.onward])
            self._go_on(at)
        elif move.do == "skip":
            self._happen("skipped", at, move="skip")
        else:
            self._answer(move, at)
        self.tick(at)

    def takes(self, move: Move, at: int) -> bool:
        """Whether a move at the time ``at`` would do something; whatever falls due before it happens now."""
        at = self._reach(at)
        self._pass_time(at, before_a_move=True)
        if move.do == "leave":  # at any time, whatever question was in sight
            return self.program.game.leave and self.phase in ("asking", "feedback")
        if move.do == "stop":
            return self.phase in ("asking", "feedback")
        if move.visit is not None and move.visit != self.visit:
            return False
        if move.do == "continue":
            return self.continue_from is not None and at >= self.continue_from
        return self.phase == "asking"

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
        while (due := self.due()) is not None:
            answerable = before_a_move and self.phase == "asking"
            if due > at or (answerable and due == at):
                return
            if self.phase == "feedback":
                self._go_on(due)
            elif self.game_clock.due() == due:
                self._game_clock_ran_out(due)
            else:
                self._happen("late", due, move="late")

    def _game_clock_ran_out(self, at: int, *, move: str | None = None) -> None:
        self._stop_clocks(at)
        self._finish(self.rulings.ending(at) or End("done", by="time"), at, move=move, clock="game")

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
            self._record(at, move=move.written, next_=self.phase, ignored=True)

    def _answer(self, move: Move, at: int) -> None:
        turn = self.asked[-1]
        text = move.text if move.do == "answer" else input_for(move.do, turn.card, turn.tried)
        verdict = check(turn.card, text, self.program.game.checking, turn.tried)
        turn.given = "".join(LABELS[place] for place in verdict.picks) or text
        turn.picks = verdict.picks
        if verdict.letter:
            turn.tried += (verdict.letter,)
        self.known["hits"] = kind_of(turn.card.question).hits(turn.card, verdict)
        moment = self.rulings.moment_of(verdict, turn.card.question, last_try=self.counts.tries_left == 1)
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
        self.clock_then = (self.question_clock.used, self.question_clock.left_at(at))
        phase, before = self.phase, self.meters
        scene = Scene(self, at)
        [came] = happen(scene, moment, stopped=len(self.trail) >= MOST_STEPS)
        self._came = came
        if self.asked and moment != "begun":
            details["question"] = self.asked[-1].card.question.id
        if verdict is not None:
            details |= {"input": text, "steps": list(verdict.steps)}
        if came.end and came.end.ending:
            details["ending"] = came.end.ending
        self._record(
            at,
            phase=phase,
            move=move,
            verdict=verdict.name if verdict else None,
            moment=moment,
            row=came.row,
            before=before,
            tell=scene.tell,
            next_=came.end.result if came.end else TOLD_AS[came.onward],
            **details,
        )
        self._show(moment, came.row, scene.tell, verdict, text)
        hold, self._waits_for_player = pause_after(came, self.program.game.clocks.breather)
        self.phase = "feedback"
        self._resume_at = at + round(hold * 1000)

    def _show(
        self, moment: Moment, row: ReadyRow | None, tell: str, verdict: Verdict | None, text: str
    ) -> None:
        if moment == "opened" and row is None and self.feedback and self.feedback.moment == "begun":
            return
        self.feedback = Feedback(
            moment,
            len(self.trail),
            tell,
            row.source.cue if row else "",
            reveals(moment, row.source if row else None),
            row is not None and row.source.parts,
            verdict.name if verdict else "",
            text,
            verdict.picks if verdict else (),
        )

    # Going on

    def _go_on(self, at: int) -> None:
        self._waits_for_player = False
        if self._came.onward != "over" and self.game_clock.left_at(at) == 0:
            self._game_clock_ran_out(at)
            return
        match self._came.onward:
            case "over":
                self._finish(self._came.end or End("done"), at)
            case "next":
                self._open_next(at)
            case "revisit":
                self._open_visit(at, first=False)
            case "ask" | "try":
                self._ask(at)
            case "resume":
                self._run_clocks(at)

    def _open_next(self, at: int) -> None:
        card = self.deck.next()
        if card is None:
            self._finish(End("done"), at)
            return
        question = card.question
        self.asked.append(Turn(card))
        self.counts.asked += 1
        self.counts.total = self.deck.total
        self.known |= {
            "worth": question.worth,
            "level": question.level,
            "topic": question.topic,
            "kind": question.kind,
            "possible": kind_of(question).possible(question),
        }
        self._open_visit(at, first=True)

    def _open_visit(self, at: int, *, first: bool) -> None:
        question = self.asked[-1].card.question
        self.visit += 1
        self.first_visit = first
        self.asked[-1].tried = ()
        self.known["hits"] = 0
        self.counts.open(kind_of(question).tries(question, self.program.game.tries))
        self.question_clock = Clock.of(self.rulings.seconds(question, at))
        self._happen("opened", at)

    def _ask(self, at: int) -> None:
        self.counts.attempt += 1
        if self.counts.attempt > 1 and self.program.game.clocks.restart_on_again:
            self.question_clock.restart()
        self._run_clocks(at)

    def _run_clocks(self, at: int) -> None:
        self.phase = "asking"
        self.question_clock.start(at)
        self.game_clock.start(at)

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
        self._record(
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
            counts=self.counts.totals(),
        )
        self.phase = "over"

    def _record(
        self, at: int, *, phase: str = "", before: dict[str, Number] | None = None, **parts: Any
    ) -> None:
        """Write a step into the trail; without more it begins in the phase and with the meters there are."""
        self._recorder.step(
            at,
            phase=phase or self.phase,
            before=self.meters if before is None else before,
            after=self.meters,
            now=self.phase,
            **parts,
        )
