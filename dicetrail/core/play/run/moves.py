"""Moves as text: one a line, for moves files and waymarks, and a host that plays them.

``right``, ``wrong``, ``late``, ``skip``, ``unreadable``, ``leave``, ``answer TEXT``; ``@SECONDS`` at the end
of a line says how long after the input became possible the move is made. ``late`` waits for the clock;
``leave`` ends the play where the game allows it.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import lru_cache

from ..rulebook.game import Choices
from ..rulebook.move import LISTED, MOVES, Move
from ..rulebook.program import Program
from .run import Run

_TIME = re.compile(r"\s+@(\d+(?:\.\d+)?)\s*$")
Look = Callable[[Run, int], None]
LONGEST_WAIT = 1_000_000
"""The most seconds a move may wait."""


class MoveError(ValueError):
    """A line that is no move; says what moves there are."""


@dataclass(frozen=True, slots=True)
class Planned:
    """A move of a list, ``wait`` milliseconds after the input became possible; None stands for ``late``."""

    move: Move | None
    wait: int = 0


@lru_cache(1024)
def read_move(line: str) -> Planned:
    """One line of a moves file. Raises :class:`MoveError` where it is no move."""
    text, wait = line.strip(), 0
    if match := _TIME.search(text):
        seconds = float(match[1])
        if seconds > LONGEST_WAIT:
            raise MoveError(f"a move may wait {LONGEST_WAIT:,} seconds at the most, not {match[1]}")
        wait, text = round(seconds * 1000), text[: match.start()]
    move = move_of(text)
    return Planned(None) if move.do == "late" else Planned(move, wait)


def move_of(written: str) -> Move:
    """The move that was written so, without a time. Raises :class:`MoveError` where it is no move."""
    do, _, text = written.partition(" ")
    for one in LISTED:
        if one == do and (MOVES[one].text or not text):
            return Move(one, text)
    known = [f"{one} TEXT" if MOVES[one].text else one for one in LISTED]
    raise MoveError(
        f"‘{written[:40]}’ is no move. Moves are: {', '.join(known)}, each with @SECONDS at its end"
        " if it is to wait."
    )


def play(program: Program, choices: Choices, moves: Iterable[Planned], look: Look | None = None) -> Run:
    """Play the moves from the start; ends where the play ends or the moves run out.

    What only waits for the player's key is continued by itself. ``look`` is called where an input is possible
    or the play is over, with the number of moves made so far. Raises :class:`MoveError` for ``late`` where no
    clock runs.
    """
    run = Run(program, choices)
    run.begin()
    to_input(run)
    if look is not None:
        look(run, 0)
    for made, planned in enumerate(moves, 1):
        if run.phase == "over":
            break
        make(run, planned)
        to_input(run)
        if look is not None:
            look(run, made)
    return run


def make(run: Run, planned: Planned) -> None:
    """Make one planned move in a run that waits for an input."""
    start = run.input_from or 0
    if planned.move is not None:
        run.do(planned.move, start + planned.wait)
    elif (due := run.due()) is not None:
        run.tick(due)
    else:
        raise MoveError("late: no clock runs at this question, so nothing can be too late")


def to_input(run: Run) -> None:
    """Let time pass, and continue for the player, until an answer is possible or the play is over."""
    while run.phase == "feedback":
        if run.continue_from is not None:
            run.do(Move("continue"), run.continue_from)
        elif (due := run.due()) is not None:
            run.tick(due)
