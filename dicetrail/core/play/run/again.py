"""A play made again from the moves that were kept of it."""

from __future__ import annotations

from collections.abc import Iterable

from ..rulebook.game import Choices
from ..rulebook.move import Move
from ..rulebook.program import Program
from .run import Run, Watch


def play_again(
    program: Program,
    choices: Choices,
    moves: Iterable[tuple[Move, int]],
    until: int,
    watch: Watch | None = None,
) -> Run:
    """The run of a play as it stood at the time ``until``, in milliseconds since it began; each move comes
    with the time at which it was made. ``watch`` is told of its steps as they are made again."""
    run = Run(program, choices, watch)
    run.begin()
    for move, at in moves:
        run.do(move, at)
    run.tick(until)
    return run
