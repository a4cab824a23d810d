"""Lengths: how long plays take, from their clocks and pauses."""

from __future__ import annotations

from collections.abc import Iterator
from math import inf
from typing import NamedTuple

from ...play.kinds import kind_of
from ...play.questions.question import Question
from ...play.rulebook.game import Game
from ...play.rulebook.moments import ANSWER_MOMENTS, Moment
from ...play.rulebook.program import Program, ReadyRound
from ...play.rulebook.seconds import seconds_of
from .reached import Reach

_ONCE: tuple[Moment, ...] = ("begun", "over")
_UNCOUNTED: tuple[Moment, ...] = ("unreadable", "part", "helped", "round_begun", "round_over")
"""Moments of which nobody knows how many a play has."""
_OPEN: tuple[Moment, ...] = ("opened", "part", "unreadable", "helped")
"""Moments at which a question is open, and no answer to it stands."""
_LAST: tuple[Moment, ...] = ("missed", "late", "skipped")
"""Moments at which a question is over, unless a row has it tried again, past its tries."""


class Seconds(NamedTuple):
    """The seconds of the quickest and of the slowest play (None: no bound, or not known); ``on_clock`` are
    those of the game clock, which stands still in pauses, where these alone have a bound."""

    quickest: float | None
    slowest: float | None
    on_clock: float | None = None


def seconds_of_plays(game: Game, found: Reach) -> Seconds:
    """How long plays take.

    The quickest answers at once; every try of the slowest takes its whole clock. Pauses are those of the
    shortest and the longest hold of any row, or the breather where that is longer.
    """
    program = Program(game)
    moved = program.moves_clocks or any(one.does == "time" for one in game.helps)
    whole = None if moved else game.clocks.game
    if found.shortest is None:
        return Seconds(None, None, whole)
    quickest = _answered(program, found.shortest) * min(_breather(one) for one in program.rounds)
    questions = [(one, question) for one in program.rounds for question in game.questions]
    pauses = max((_pauses(*one) for one in questions), default=0.0)
    if found.idle or not found.longest or any(_unbounded(program)):
        return Seconds(quickest, None, whole)
    once = sum(max((row.hold for row in program.rows[moment]), default=0.0) for moment in _ONCE)
    answering = max((_on_clock(*one) for one in questions), default=0.0)
    by_questions = inf if moved else found.longest * answering
    slowest = min(by_questions, inf if whole is None else whole) + found.longest * pauses + once
    return Seconds(quickest, None, whole) if slowest == inf else Seconds(quickest, slowest)


def _answered(program: Program, asked: int) -> int:
    """How many of the questions asked are answered at the least: after others there is no pause."""
    rows = (row for moment in _OPEN for row in program.rows[moment])
    ended = any(row.source.then is not None or row.add or row.set or row.source.moves_a_clock for row in rows)
    if ended or any(one.source.clocks.round is not None for one in program.rounds):
        return 0
    return max(0, asked - 1) if program.game.leave or program.game.clocks.game is not None else asked


def _on_clock(one: ReadyRound, question: Question) -> float:
    """The seconds that a question's clock can run."""
    clocks, seconds = one.source.clocks, seconds_of(one.source.clocks, question)
    return inf if seconds is None else seconds * (_tries(one, question) if clocks.restart_on_again else 1)


def _pauses(one: ReadyRound, question: Question) -> float:
    """The seconds that the pauses of a question can last."""
    opened = max((row.hold for row in one.rows["opened"]), default=0.0)
    holds = [row.hold for moment in ANSWER_MOMENTS for row in one.rows[moment]]
    pause = max([_breather(one), *holds])
    return opened + pause * _tries(one, question) if pause else opened


def _tries(one: ReadyRound, question: Question) -> float:
    tries = kind_of(question).tries(question, one.source.tries)
    return inf if tries is None else tries


def _breather(one: ReadyRound) -> float:
    breather = one.source.clocks.breather
    return 0.0 if breather == "player" else breather


def _unbounded(program: Program) -> Iterator[bool]:
    """Whether pauses have no bound that is known before a play."""
    for one in program.rounds:
        yield one.source.clocks.breather == "player" or bool(one.source.intro)
    for row in (row for rows in program.rows.values() for row in rows):
        said = row.source
        yield said.then == "later" or (said.then == "again" and said.moment in _LAST)
        yield row.hold > 0 and said.moment in _UNCOUNTED
