"""The seconds of a question's clock."""

from __future__ import annotations

from ..language.expressions import Expression, ExpressionError, Names, Value, compile_expression
from ..questions.question import Question
from .clocks import LONGEST_CLOCK, SHORTEST_CLOCK
from .game import Game
from .program import Program
from .rows import number


def seconds_at(program: Program, question: Question, names: Names) -> float | None:
    """The seconds a question has when it opens: its own, or what the game gives it; None where it has none.

    Raises ExpressionError where what the game says has no value.
    """
    by = program.question_seconds
    if question.seconds is not None or by is None:
        return question.seconds if question.seconds is not None else program.game.clocks.question
    return seconds_by(by, names)


def seconds_by(by: Expression, names: Names) -> float:
    """The seconds that an expression gives to a question, within the bounds of a clock.

    Raises ExpressionError where it has no value.
    """
    return min(LONGEST_CLOCK, max(SHORTEST_CLOCK, number(by, names)))


def seconds_of(game: Game, question: Question) -> float | None:
    """The seconds a question has, as far as they are known before a play.

    None where it has no clock, or where its seconds depend on how the play goes.
    """
    if question.seconds is not None:
        return question.seconds
    if not game.clocks.question_by:
        return game.clocks.question
    about: dict[str, Value] = {
        "level": question.level,
        "worth": question.worth,
        "topic": question.topic,
        "kind": question.kind,
    }
    try:
        return seconds_by(compile_expression(game.clocks.question_by), about)
    except ExpressionError:
        return None
