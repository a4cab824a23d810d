"""Rulings: what the rules say at a moment of a run, any mistake in them put into its trail."""

from __future__ import annotations

from collections.abc import Callable

from ..answers.verdict import Verdict
from ..language.expressions import ExpressionError, Names, Template
from ..questions.question import Question
from ..rulebook.moments import Moment
from ..rulebook.program import Program, ReadyRow
from ..rulebook.rows import Effect, Meters, Trouble, effect_of, first_award, first_ending, first_row
from ..rulebook.seconds import seconds_at
from .played import End
from .recorder import Recorder
from .sequence import answered, first_case


class Rulings:
    """Asks the rules of one run. ``names`` gives what expressions know at a time (milliseconds)."""

    def __init__(self, program: Program, recorder: Recorder, names: Callable[[int], Names]) -> None:
        self._program, self._recorder, self._names = program, recorder, names

    def row(self, moment: Moment, names: Names, at: int) -> ReadyRow | None:
        """The moment's first row that holds."""
        return first_row(self._program.rows[moment], names, self._trouble(at))

    def effect(self, row: ReadyRow, meters: Meters, names: Names, at: int) -> Effect | None:
        """All that a row does; None where one of its expressions fails, and nothing is done."""
        try:
            return effect_of(self._program, row, meters, names)
        except ExpressionError as error:
            self._recorder.mistake(f"row {row.number}", error, at)
            return None

    def ending(self, at: int) -> End | None:
        """The first ending that holds, None where none does."""
        if not self._program.endings:
            return None
        place = first_ending(self._program, self._names(at), self._trouble(at))
        if place is None:
            return None
        _, tell, ending = self._program.endings[place - 1]
        return End(ending.result, self.text(tell, at, f"ending {place}, tell"), place)

    def award(self, at: int) -> int | None:
        """The number (from 1) of the first award that holds."""
        return first_award(self._program, self._names(at), self._trouble(at))

    def said_of(self, place: int | None, at: int) -> tuple[str, str]:
        """The title of an award and what it says; nothing where there is none."""
        if place is None:
            return "", ""
        _, tell, award = self._program.awards[place - 1]
        return award.title, self.text(tell, at, f"award {place}, tell")

    def moment_of(self, verdict: Verdict, question: Question, at: int) -> Moment:
        """The moment a verdict is."""
        checking = question.checking or self._program.game.checking
        again = checking.unreadable == "ask_again"
        moments = answered(self._program, verdict.name, partial=verdict.partial, asks_again=again)
        return first_case(moments, self._names(at))

    def seconds(self, question: Question, at: int) -> float | None:
        """The seconds of a question's clock: its own, or what the game gives it."""
        try:
            return seconds_at(self._program, question, self._names(at))
        except ExpressionError as error:
            self._recorder.mistake("clocks, question", error, at)
            return None

    def text(self, template: Template, at: int, where: str) -> str:
        """A text with its expressions worked out; "" where one of them fails."""
        try:
            return template(self._names(at) if template.names else {})
        except ExpressionError as error:
            self._recorder.mistake(where, error, at)
            return ""

    def _trouble(self, at: int) -> Trouble:
        return lambda where, error: self._recorder.mistake(where, error, at)
