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
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any, Literal, NamedTuple, cast

from .checking import LONGEST_ANSWER, Verdict, check
from .clocks import LONGEST_CLOCK, SHORTEST_CLOCK, Clock
from .counts import Counts
from .deck import Card, Deck
from .expressions import ExpressionError, Names, Template, Value
from .game import ANSWER_MOMENTS, COUNTS, MOST_STEPS, TOLD, Choices, Moment, Move, Number, Result
from .letters import untried_wrong_letter
from .numbers import read_number, show_number
from .program import Program, Row
from .question import LABELS, Question
from .rows import Trouble, first_award, first_ending, first_row, leads_to, meters_after, number, result_after
from .trail import Step

Watch = Callable[["Run", int], None]

FAR_OFF = 9
"""Characters a made-up wrong answer is longer than the right ones: more than any spelling tolerance."""

Phase = Literal["ready", "asking", "feedback", "over"]
Onward = Literal["ask", "next", "revisit", "try", "resume", "over"]
"""Where a play goes after a feedback: to the first try, the next question, a new visit of this one, its
next try, the same try once more, or the end."""


@dataclass(frozen=True, slots=True)
class End:
    """How a play ends: the result, what is said, and the number of the ending that held (None: no ending)."""

    result: Result
    tell: str = ""
    ending: int | None = None


@dataclass(frozen=True, slots=True)
class Outcome:
    """What a play came to."""

    result: Result
    tell: str
    award: str
    award_tell: str
    cue: str


class Feedback(NamedTuple):
    """What a moment left for the player to see, until the next one replaces it; ``step`` is its place in
    the trail, from 1."""

    moment: Moment
    step: int
    tell: str = ""
    cue: str = ""
    revealed: bool = False
    verdict: str = ""
    given: str = ""
    picked: int = -1


@dataclass(slots=True)
class Asked:
    """A question that was asked in this play: the card, the last answer given, and what became of it.

    ``tried`` are the letters guessed in this visit, where the question is a covered phrase.
    """

    card: Card
    given: str = ""
    outcome: str = "open"
    tried: tuple[str, ...] = ()


class Run:
    """One play of a game. Begin it with :meth:`begin`, then give it moves and times, never going back.

    ``watch`` is called with the run and the time after each step of its trail.
    """

    def __init__(self, program: Program, choices: Choices, watch: Watch | None = None) -> None:
        self.program = program
        self.choices = choices
        self._watch = watch
        self.phase: Phase = "ready"
        self.meters: dict[str, Number] = {
            meter.name: meter.kept(meter.start) for meter in program.game.meters
        }
        self.counts = Counts()
        self.trail: list[Step] = []
        self.visit = 0
        self.asked: list[Asked] = []
        self.feedback: Feedback | None = None
        self.outcome: Outcome | None = None
        self.question_clock = Clock()
        self.game_clock = Clock.of(program.game.clocks.game)
        self.deck = Deck(program.game, choices)
        self._first_visit = True
        self._onward: Onward = "next"
        self._end: End | None = None
        self._resume_at = 0
        self._waits_for_player = False
        self._mistakes: list[tuple[int, str]] = []
        self.counts.total = self.deck.total
        self.known: dict[str, Value] = {
            "player": choices.player,
            "count": choices.count or self.deck.total,
            "worth": 0,
            "level": 0,
            "topic": "",
            "kind": "",
        }

    # What a host calls

    def begin(self, at: int = 0) -> None:
        """Start the play. Raises RuntimeError where it has begun already."""
        if self.phase != "ready":
            raise RuntimeError("this play has begun already")
        self._happen("begun", at, **self.choices.as_dict())
        self.tick(at)

    def do(self, move: Move, at: int) -> None:
        """Take a move of the player.

        What falls due before it happens first; an answer at the very millisecond a clock runs out still
        counts. A move that is not possible now changes nothing and is recorded as ignored.
        """
        self._pass_time(at, before_a_move=True)
        if move.visit is not None and move.visit != self.visit:
            self._ignore(move, at)
        elif move.do == "leave":
            self._leave(move, at)
        elif move.do == "continue":
            self._continue(move, at)
        elif self.phase != "asking":
            self._ignore(move, at)
        elif move.do == "skip":
            self._happen("skipped", at, move="skip")
        else:
            self._answer(move, at)
        self.tick(at)

    def tick(self, at: int) -> None:
        """Let everything happen that falls due by the time ``at``."""
        self._pass_time(at, before_a_move=False)

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
        return _Known(self, at)

    # Time

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

    def _game_clock_ran_out(self, at: int) -> None:
        self._stop_clocks(at)
        self._finish(self._ending(at) or End("done"), at, clock="game")

    def _stop_clocks(self, at: int) -> None:
        self.question_clock.stop(at)
        self.game_clock.stop(at)

    # Moves

    def _continue(self, move: Move, at: int) -> None:
        if self.continue_from is None or at < self.continue_from:
            self._ignore(move, at)
        else:
            self._record(at, move="continue", next_=_LEADS_TO[self._onward])
            self._go_on(at)

    def _leave(self, move: Move, at: int) -> None:
        if not self.program.game.leave or self.phase not in ("asking", "feedback"):
            self._ignore(move, at)
            return
        self._stop_clocks(at)
        self._finish(End("done"), at, move="leave")

    def _ignore(self, move: Move, at: int) -> None:
        if len(self.trail) < MOST_STEPS:
            self._record(at, move=_written(move), next_=self.phase, ignored=True)

    def _answer(self, move: Move, at: int) -> None:
        asked = self.asked[-1]
        card, rules = asked.card, self.program.game.checking
        text = move.text if move.do == "answer" else _input_for(move.do, card, asked.tried)
        verdict = check(card.question, card.options, card.right, text, rules, asked.tried)
        asked.given = LABELS[verdict.picked] if verdict.picked >= 0 else text
        if verdict.letter:
            asked.tried += (verdict.letter,)
        self._happen(self._moment_of(verdict), at, move=_written(move), verdict=verdict, text=text)

    def _moment_of(self, verdict: Verdict) -> Moment:
        """The moment a verdict is: the last wrong try is ``missed``, a ``close`` without rows is wrong."""
        last_try = self.counts.tries_left == 1
        if verdict.name == "right":
            return "part" if verdict.partial else "right"
        checking = self.asked[-1].card.question.checking or self.program.game.checking
        if verdict.name == "unreadable" and checking.unreadable == "ask_again":
            return "unreadable"
        if verdict.name == "close" and self.program.rows["close"] and not last_try:
            return "close"
        return "missed" if last_try else "wrong"

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
        phase, before = self.phase, self.meters
        self.counts.total = self.deck.total
        self.counts.happened(moment, first_visit=self._first_visit)
        if moment in ("right", "missed", "late", "skipped"):
            self.asked[-1].outcome = moment
        row, tell = self._row(moment, at)
        self._end = self._end_after(moment, row, at)
        self._onward = "over" if self._end else cast(Onward, leads_to(moment, row))
        if self.asked and moment != "begun":
            details["question"] = self.asked[-1].card.question.id
        if verdict is not None:
            details |= {"input": text, "steps": list(verdict.steps)}
        if self._end and self._end.ending:
            details["ending"] = self._end.ending
        self._record(
            at,
            phase=phase,
            move=move,
            verdict=verdict.name if verdict else None,
            moment=moment,
            row=row,
            before=before,
            tell=tell,
            next_=self._end.result if self._end else _LEADS_TO[self._onward],
            **details,
        )
        self._show(moment, row, tell, verdict, text)
        self._pause(moment, row, at)

    def _row(self, moment: Moment, at: int) -> tuple[Row | None, str]:
        """Find the moment's first row that holds and do what it does; the row and what it says."""
        rows = self.program.rows[moment]
        if not rows:
            return None, ""
        names = self.names(at)
        row = first_row(rows, names, self._trouble(at))
        if row is None:
            return None, ""
        self._apply(row, names, at)
        return row, self._tell(row.tell, at, f"row {row.number}, tell")

    def _apply(self, row: Row, names: Names, at: int) -> None:
        """What a row does to meters and clocks: all of it, or nothing where one expression fails."""
        try:
            changed = meters_after(self.program, row, self.meters, names)
            added = [(clock, number(expression, names)) for clock, expression in row.time]
        except ExpressionError as error:
            self._mistake(f"row {row.number}", error, at)
            return
        self.meters = changed
        clocks = {"question": self.question_clock, "game": self.game_clock}
        for name in row.source.restart:
            clocks[name].restart()
        for clock, seconds in added:
            clocks[clock].add(seconds)

    def _end_after(self, moment: Moment, row: Row | None, at: int) -> End | None:
        """The end that a moment brings, None where the play goes on."""
        if row is not None and row.source.then in ("won", "lost", "done"):
            return End(row.source.then)
        if len(self.trail) >= MOST_STEPS:
            return End("stopped", "This play was stopped: it went on for too long.")
        if moment not in ANSWER_MOMENTS and (row is None or not row.source.moves_a_number):
            return None
        return self._ending(at)

    def _ending(self, at: int) -> End | None:
        """The first ending that holds, None where none does."""
        if not self.program.endings:
            return None
        place = first_ending(self.program, self.names(at), self._trouble(at))
        if place is None:
            return None
        _, tell, ending = self.program.endings[place - 1]
        return End(ending.result, self._tell(tell, at, f"ending {place}, tell"), place)

    def _show(self, moment: Moment, row: Row | None, tell: str, verdict: Verdict | None, text: str) -> None:
        if moment == "opened" and row is None and self.feedback and self.feedback.moment == "begun":
            return
        self.feedback = Feedback(
            moment,
            len(self.trail),
            tell,
            row.source.cue if row else "",
            row.source.reveal if row else moment in ("missed", "late"),
            verdict.name if verdict else "",
            text,
            verdict.picked if verdict else -1,
        )

    def _pause(self, moment: Moment, row: Row | None, at: int) -> None:
        """Stay in the feedback for as long as the row, its cue and the breather say."""
        hold = row.hold if row else 0.0
        breather = self.program.game.clocks.breather
        leaves_question = moment in ANSWER_MOMENTS and self._onward in ("next", "revisit", "over")
        self._waits_for_player = leaves_question and breather == "player"
        if leaves_question and breather != "player":
            hold = max(hold, breather)
        self.phase = "feedback"
        self._resume_at = at + round(hold * 1000)

    # Going on

    def _go_on(self, at: int) -> None:
        self._waits_for_player = False
        if self._onward != "over" and self.game_clock.left_at(at) == 0:
            self._game_clock_ran_out(at)
            return
        match self._onward:
            case "over":
                self._finish(self._end or End("done"), at)
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
        self.asked.append(Asked(card))
        self.counts.asked += 1
        self.known |= {
            "worth": question.worth,
            "level": question.level,
            "topic": question.topic,
            "kind": question.kind,
        }
        self._open_visit(at, first=True)

    def _open_visit(self, at: int, *, first: bool) -> None:
        question = self.asked[-1].card.question
        self.visit += 1
        self._first_visit = first
        self.asked[-1].tried = ()
        self.counts.open(question.misses if question.kind == "letters" else self.program.game.tries)
        self.question_clock = Clock.of(self._seconds(question, at))
        self._happen("opened", at)

    def _seconds(self, question: Question, at: int) -> float | None:
        """The seconds of a question's clock: its own, or what the game gives it."""
        by = self.program.question_seconds
        if question.seconds is not None or by is None:
            return question.seconds if question.seconds is not None else self.program.game.clocks.question
        try:
            return min(LONGEST_CLOCK, max(SHORTEST_CLOCK, number(by, self.names(at))))
        except ExpressionError as error:
            self._mistake("clocks, question", error, at)
            return None

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
        row, row_tell = self._row("over", at)
        end = replace(end, result=cast(Result, result_after(end.result, row)))
        award, award_tell = self._award(at)
        tell = " ".join(part for part in (end.tell, row_tell) if part)
        self.outcome = Outcome(end.result, tell, award, award_tell, row.source.cue if row else "")
        if end.ending:
            details["ending"] = end.ending
        self._tell_mistakes(before)  # nothing comes after the last step
        self._record(
            at,
            move=move,
            moment="over",
            row=row,
            before=before,
            tell=tell,
            next_="over",
            **details,
            result=end.result,
            award=award or None,
            counts=self.counts.totals(),
        )
        self.phase = "over"

    def _award(self, at: int) -> tuple[str, str]:
        place = first_award(self.program, self.names(at), self._trouble(at))
        if place is None:
            return "", ""
        _, tell, award = self.program.awards[place - 1]
        return award.title, self._tell(tell, at, f"award {place}, tell")

    # Expressions that may fail in a play, and the record

    def _trouble(self, at: int) -> Trouble:
        return lambda where, error: self._mistake(where, error, at)

    def _tell(self, template: Template, at: int, where: str) -> str:
        if not template.names:
            return template({})
        try:
            return template(self.names(at))
        except ExpressionError as error:
            self._mistake(where, error, at)
            return ""

    def _mistake(self, where: str, error: ExpressionError, at: int) -> None:
        """Note a mistake; it becomes a step of its own beside the step in which it showed."""
        self._mistakes.append((at, f"{where}: {error}"))

    def _record(
        self,
        at: int,
        *,
        next_: str,
        phase: str | None = None,
        move: str | None = None,
        verdict: str | None = None,
        moment: Moment | None = None,
        row: Row | None = None,
        before: dict[str, Number] | None = None,
        tell: str = "",
        **extra: Any,
    ) -> None:
        self._add(
            Step(
                len(self.trail) + 1,
                at,
                phase or self.phase,
                move,
                verdict,
                moment,
                row.number if row else None,
                self.meters if before is None else before,
                self.meters,
                tell,
                row.source.cue if row else "",
                next_,
                extra,
            )
        )
        self._tell_mistakes(self.meters)

    def _tell_mistakes(self, meters: dict[str, Number]) -> None:
        """Put the mistakes that showed into the trail."""
        for at, mistake in self._mistakes:
            n, phase = len(self.trail) + 1, self.phase
            self._add(
                Step(n, at, phase, None, None, None, None, meters, meters, "", "", phase, {"error": mistake})
            )
        self._mistakes.clear()

    def _add(self, step: Step) -> None:
        self.trail.append(step)
        if self._watch is not None:
            self._watch(self, step.at)


class _Known(dict[str, Value]):
    """The names of a run at a time, each worked out when it is first asked for."""

    __slots__ = ("_at", "_run")

    def __init__(self, run: Run, at: int) -> None:
        self._run = run
        self._at = at

    def __missing__(self, name: str) -> Value:
        run = self._run
        if name in run.meters:
            value: Value = run.meters[name]
        elif name in run.known:
            value = run.known[name]
        elif name in _TIMES:
            value = _TIMES[name](run, self._at)
        elif name == "left":
            value = run.counts.total - run.counts.asked
        elif name in COUNTS:
            value = getattr(run.counts, name)
        elif name in TOLD:
            value = _told(name, run.asked[-1]) if run.asked else ""
        else:
            raise KeyError(name)
        self[name] = value
        return value


def _told(name: str, asked: Asked) -> str:
    """What texts may say of a question that was asked."""
    card = asked.card
    match name:
        case "answer":
            return card.question.shown_answer
        case "letter":
            return LABELS[card.right] if card.right >= 0 else ""
        case _:
            return card.shown(asked.given)


_TIMES: dict[str, Callable[[Run, int], Value]] = {
    "time_left": lambda run, at: (run.question_clock.left_at(at) or 0) / 1000,
    "time_used": lambda run, at: run.question_clock.used_at(at) / 1000,
    "game_left": lambda run, at: (run.game_clock.left_at(at) or 0) / 1000,
}
_LEADS_TO: dict[Onward, str] = {
    "ask": "asking",
    "next": "next",
    "revisit": "again",
    "try": "again",
    "resume": "again",
    "over": "over",
}
"""What a trail says of where a play goes."""


def _input_for(intent: str, card: Card, tried: tuple[str, ...]) -> str:
    """An input that is right, wrong or unreadable, as a player could have given it."""
    question = card.question
    if intent == "right":
        return card.key
    if intent == "unreadable":
        return ""
    if card.right >= 0:
        return LABELS[1 if card.right == 0 else 0]
    if question.kind == "number":
        numbers = [read_number(answer, question.unit) or Fraction(0) for answer in question.answers]
        return show_number(max(numbers) + question.tolerance + 1)
    if question.kind == "letters" and (letter := untried_wrong_letter(question.answers[0], tried)):
        return letter
    longest = max(map(len, question.answers))
    return "x" * (longest + FAR_OFF) if longest + FAR_OFF <= LONGEST_ANSWER else "x"


def _written(move: Move) -> str:
    """The move as a line of a moves file."""
    return f"answer {move.text}" if move.do == "answer" else move.do
