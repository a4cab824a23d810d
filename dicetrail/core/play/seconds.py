"""The seconds of a question's clock, as far as they are known before a play."""

from __future__ import annotations

from .expressions import ExpressionError, Value, compile_expression
from .game import Game
from .question import Question
from .rows import number


def seconds_of(game: Game, question: Question) -> float | None:
    """The seconds a question has: its own, or what the game gives it.

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
        return number(compile_expression(game.clocks.question_by), about)
    except ExpressionError:
        return None
