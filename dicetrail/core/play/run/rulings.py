"""Rulings: what the rules say at a moment of a run, any mistake in them put into its trail."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from ..answers.verdict import Verdict
from ..language.expressions import ExpressionError, Names, Template
from ..questions.question import Question
from ..rulebook.game import Number
from ..rulebook.moments import Moment
from ..rulebook.program import Program, ReadyGate, ReadyHelp, ReadyRound, ReadyRow, Texts
from ..rulebook.rows import (
    Effect,
    Meters,
    Trouble,
    costs_of,
    effect_of,
    first_award,
    first_ending,
    first_gate,
    first_row,
)
from ..rulebook.seconds import seconds_at
from .instant import Instant
from .played import End
from .recorder import Recorder
from .sequence import answered, first_case


class Rulings:
    """Asks the rules of one run. ``names`` gives what expressions know at a time (milliseconds), ``instant``
    what is settled at the step that the run is at."""

    def __init__(
        self,
        program: Program,
        recorder: Recorder,
        names: Callable[[int], Names],
        instant: Callable[[], Instant],
    ) -> None:
        self._program, self._recorder, self._names, self._instant = program, recorder, names, instant
        self._told: dict[str, int] = {}
        """Which of several texts was told last, by where they stand."""

    def row(self, rows: Sequence[ReadyRow], names: Names, at: int) -> ReadyRow | None:
        """The first of some rows that holds."""
        return first_row(rows, names, self.trouble(at))

    def gate(self, one: ReadyRound, gone: Mapping[tuple[int, int], int], at: int) -> ReadyGate:
        """The first gate of a round that holds; ``gone`` tells how often each was gone through."""
        return first_gate(one, gone, self._names(at), self.trouble(at))

    def effect(self, row: ReadyRow, meters: Meters, names: Names, at: int) -> Effect | None:
        """All that a row does; None where one of its expressions fails, and nothing is done."""
        try:
            return effect_of(self._program, row, meters, names)
        except ExpressionError as error:
            self._recorder.mistake(f"row {row.number}", error, at)
            return None

    def cost(self, one: ReadyHelp, at: int) -> tuple[tuple[str, Number], ...]:
        """What a help adds to meters; nothing where one of its expressions fails."""
        try:
            return costs_of(one, self._names(at))
        except ExpressionError as error:
            self._recorder.mistake(f"help {one.source.name}", error, at)
            return ()

    def ending(self, at: int) -> End | None:
        """The first ending that holds, None where none does."""
        if not self._program.endings:
            return None
        place = first_ending(self._program, self._names(at), self.trouble(at))
        if place is None:
            return None
        _, tell, ending = self._program.endings[place - 1]
        said = self.one_of(tell, at, f"ending {place}, tell")
        return End(ending.result, said, place, out=ending.whose == "player")

    def award(self, at: int) -> int | None:
        """The number (from 1) of the first award that holds."""
        return first_award(self._program, self._names(at), self.trouble(at))

    def said_of(self, place: int | None, at: int) -> tuple[str, str]:
        """The title of an award and what it says; nothing where there is none."""
        if place is None:
            return "", ""
        _, tell, award = self._program.awards[place - 1]
        return award.title, self.one_of(tell, at, f"award {place}, tell")

    def moment_of(self, one: ReadyRound, verdict: Verdict, question: Question, at: int) -> Moment:
        """The moment a verdict is in a round."""
        checking = question.checking or self._program.game.checking
        again = checking.unreadable == "ask_again"
        moments = answered(one, verdict.name, partial=verdict.partial, asks_again=again)
        return first_case(moments, self._names(at))

    def seconds(self, one: ReadyRound, question: Question, at: int) -> float | None:
        """The seconds of a question's clock: its own, or what its round gives it."""
        try:
            return seconds_at(one, question, self._names(at))
        except ExpressionError as error:
            self._recorder.mistake("clocks, question", error, at)
            return None

    def one_of(self, texts: Texts, at: int, where: str) -> str:
        """One of several texts, never the one that was told there last."""
        place = 0
        if len(texts) > 1:
            of = where.partition(" ")[0]
            place = self._told[where] = self._instant().one_of(len(texts), self._told.get(where), of)
        return self.text(texts[place], at, where)

    def text(self, template: Template, at: int, where: str) -> str:
        """A text with its expressions worked out; "" where one of them fails."""
        try:
            return template(self._names(at) if template.names else {})
        except ExpressionError as error:
            self._recorder.mistake(where, error, at)
            return ""

    def trouble(self, at: int) -> Trouble:
        """Puts mistakes that show at a time into the trail."""
        return lambda where, error: self._recorder.mistake(where, error, at)
