"""A game made ready to run: its expressions compiled and its rows laid out by moment, once for all plays."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from ..answers.letters import board_of
from ..kinds import kind_of
from ..language.expressions import Expression, Template, compile_expression, compile_template
from ..words import LANGUAGES, texts_of
from .game import Award, Consequence, Ending, Game, Meter
from .moments import MOMENTS, Moment
from .page import Cue, Sound


@dataclass(frozen=True, slots=True)
class ReadyRow:
    """A consequence with its number in the rules (from 1) and its expressions ready."""

    number: int
    source: Consequence
    condition: Expression | None
    add: tuple[tuple[str, Expression], ...]
    set: tuple[tuple[str, Expression], ...]
    time: tuple[tuple[str, Expression], ...]
    tell: Template
    hold: float


class Program:
    """A game ready to run. Raises ExpressionError where one of its expressions can't be used."""

    def __init__(self, game: Game) -> None:
        self.game = game
        self.cues: dict[str, Cue] = {cue.name: cue for cue in game.cues}
        self.sounds: dict[str, Sound] = {sound.name: sound for sound in game.sounds}
        self.meters: dict[str, Meter] = {meter.name: meter for meter in game.meters}
        self.rows: dict[Moment, list[ReadyRow]] = {moment: [] for moment in MOMENTS}
        for number, consequence in enumerate(game.consequences, 1):
            self.rows[consequence.moment].append(self._row(number, consequence))
        self.endings: list[tuple[Expression, Template, Ending]] = [
            (compile_expression(ending.condition), compile_template(ending.tell), ending)
            for ending in game.endings
        ]
        self.awards: list[tuple[Expression, Template, Award]] = [
            (compile_expression(award.condition), compile_template(award.tell), award)
            for award in game.awards
        ]
        by = game.clocks.question_by
        self.question_seconds: Expression | None = compile_expression(by) if by else None
        self.intro = compile_template(game.intro)
        self.texts = texts_of(game.words.language, game.words.texts)

    @property
    def moves_clocks(self) -> bool:
        """Whether any row gives a clock time, takes some of it, or starts it anew."""
        return any(row.moves_a_clock for row in self.game.consequences)

    @cached_property
    def board(self) -> tuple[str, ...]:
        """The letters that a player can press: of the language's alphabet, and of the game's own phrases."""
        phrases = (question.answers[0] for question in self.game.questions if kind_of(question).covers)
        return board_of(phrases, LANGUAGES[self.game.words.language].alphabet)

    def _row(self, number: int, row: Consequence) -> ReadyRow:
        def ready(pairs: tuple[tuple[str, str], ...]) -> tuple[tuple[str, Expression], ...]:
            return tuple((name, compile_expression(source)) for name, source in pairs)

        hold = row.hold
        if hold is None:
            hold = self.cues[row.cue].hold if row.cue in self.cues else 0
        return ReadyRow(
            number,
            row,
            compile_expression(row.condition) if row.condition else None,
            ready(row.add),
            ready(row.set),
            ready(row.time),
            compile_template(row.tell),
            hold,
        )
