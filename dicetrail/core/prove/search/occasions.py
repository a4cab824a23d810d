"""Occasions: what can happen at a state, of itself or by whoever plays."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import product
from typing import NamedTuple

from ...play.answers.verdict import VerdictName
from ...play.language.numbers import as_written
from ...play.rulebook.moments import MOMENTS, Moment
from ...play.rulebook.move import BY_A_MOVE
from ...play.rulebook.program import Program
from ...play.run.sequence import Stands, answered, first_case
from .answers import NOTHING_GIVEN, AnswerSort
from .kept import State
from .sorts import answers_at
from .states import States

_OF_ITSELF: dict[Stands, Moment] = {
    "next": "begun",
    "enter": "round_begun",
    "round": "round_over",
    "visit": "opened",
}
"""The moment that comes by itself where a play stands; at a question it is somebody's turn."""


class Occasion(NamedTuple):
    """A moment that can come, when the question's clock has run for ``used`` seconds: by an ``answer``, or by
    the help that has this place among the rules' (0: none)."""

    moment: Moment
    used: float = 0
    answer: AnswerSort | None = None
    help: int = 0


def occasions(program: Program, states: States, state: State) -> Iterator[Occasion]:
    """Everything that can happen at a state."""
    if state.stands in _OF_ITSELF:
        yield Occasion(_OF_ITSELF[state.stands])
        return
    sort = states.sorts[state.sort]
    asks_again = program.game.checking.unreadable == "ask_again"
    times = (0.0,) if not states.timed or sort.seconds is None else (0.0, sort.seconds)
    for moment in _by_moves(states, state, asks_again=asks_again):
        for used, answer in product(times, answers_at(moment, sort, asks_again=asks_again)):
            yield Occasion(moment, used, answer)
    if states.helps.helps:
        for place in states.helps.usable(state.open, state.used, state.parts, states.known(state)):
            yield Occasion("helped", help=place + 1)
    if sort.seconds is not None:
        yield Occasion("late", sort.seconds)


def _by_moves(states: States, state: State, *, asks_again: bool) -> dict[Moment, None]:
    """The moments that a move of the player can bring about, but for helps."""
    sort, one = states.sorts[state.sort], states.round_of(state)
    verdicts: list[tuple[VerdictName, bool]] = [("right", False), ("wrong", False)]
    if sort.ways_to("answered"):
        verdicts = [("answered", False)]
    if sort.close:
        verdicts.append(("close", False))
    if state.parts + sort.open.letters - state.open.letters < sort.parts:
        verdicts.append(("right", True))
    counts = states.read(state)
    moments = {
        first_case(answered(one, name, partial=partial, asks_again=asks_again), counts): None
        for name, partial in verdicts
    }
    moments |= {moment: None for moment in BY_A_MOVE if one.rows[moment]}
    if asks_again and (one.rows["unreadable"] or state.hits or state.gave != NOTHING_GIVEN):
        moments["unreadable"] = None  # of which at the least nothing was right
    return moments


def move_of(program: Program, occasion: Occasion) -> str:
    """The move of a list that brings it about, "" where none does."""
    if occasion.help:
        return f"help {[*program.helps][occasion.help - 1]}"
    move, used = MOMENTS[occasion.moment].move, occasion.used
    return f"{move} @{as_written(used)}" if used and occasion.moment != "late" else move
