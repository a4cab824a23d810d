"""The seconds of a question's clock."""

from __future__ import annotations

from ..language.expressions import Expression, ExpressionError, Names, compile_expression
from ..questions.question import Question
from .clocks import LONGEST_CLOCK, SHORTEST_CLOCK
from .game import Clocks
from .names import OF_A_QUESTION
from .program import ReadyRound
from .rows import number


def seconds_at(one: ReadyRound, question: Question, names: Names) -> float | None:
    """The seconds a question has when it opens in a round; None where it has none.

    Raises ExpressionError where what the game says has no value.
    """
    return _seconds(one.source.clocks, question, one.question_seconds, names)


def seconds_of(clocks: Clocks, question: Question) -> float | None:
    """The seconds a question has by some clocks, as far as they are known before a play.

    None where it has no clock, or where its seconds depend on how the play goes.
    """
    by = compile_expression(clocks.question_by) if clocks.question_by else None
    names = {name: getattr(question, name) for name in OF_A_QUESTION} if by is not None else {}
    try:
        return _seconds(clocks, question, by, names)
    except ExpressionError:
        return None


def _seconds(clocks: Clocks, question: Question, by: Expression | None, names: Names) -> float | None:
    """A question's own seconds, or what the game gives it."""
    if question.seconds is not None or by is None:
        return question.seconds if question.seconds is not None else clocks.question
    return seconds_by(by, names)


def seconds_by(by: Expression, names: Names) -> float:
    """The seconds that an expression gives to a question, within the bounds of a clock.

    Raises ExpressionError where it has no value.
    """
    return min(LONGEST_CLOCK, max(SHORTEST_CLOCK, number(by, names)))
