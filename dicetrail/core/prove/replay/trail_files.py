"""Brought trails: a trail read from a file, checked, and its moves taken up again."""

from __future__ import annotations

import json
from collections.abc import Sequence
from itertools import pairwise
from typing import Any

from ...play.deal.setup import choose
from ...play.language.numbers import as_written
from ...play.rulebook.game import Choices
from ...play.rulebook.program import Program
from ...play.run.moves import MoveError, move_of, to_input
from ...play.run.run import Run
from ...play.run.trail import Step
from ...snag import Refused

LARGEST = 8 * 2**20
"""Bytes a trail may have."""
_KEYS = tuple(name for name in Step._fields if name != "extra")


def read_trail(data: bytes, program: Program) -> list[Step]:
    """The steps of a trail, JSON Lines as :func:`..play.trail.to_lines` writes them.

    Raises :class:`Refused` with a sentence where it is no trail, has a gap, does not add up, or is of a game
    with other meters or questions.
    """
    if len(data) > LARGEST:
        raise Refused(f"A trail may have {LARGEST // 2**20} MB; this has {len(data) / 2**20:.0f}.")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise Refused("This is not a trail: a trail is a UTF-8 text with one JSON object a line.") from None
    steps = [_step(number, line) for number, line in enumerate(text.splitlines(), 1) if line.strip()]
    if not steps:
        raise Refused("There is no step in this file.")
    _check(steps, program)
    return steps


def _step(number: int, line: str) -> Step:
    try:
        found: Any = json.loads(line)
        values = {key: found.pop(key) for key in _KEYS}
        if not isinstance(values["n"], int) or not isinstance(values["at"], int):
            raise TypeError
        if not isinstance(values["before"], dict) or not isinstance(values["after"], dict):
            raise TypeError
    except (ValueError, KeyError, TypeError, AttributeError, RecursionError):
        raise Refused(f"Line {number} is no step of a trail: {line[:60]}") from None
    return Step(**values, extra=found)


def _check(steps: Sequence[Step], program: Program) -> None:
    if set(steps[0].after) != set(program.meters):
        theirs, ours = ", ".join(steps[0].after) or "none", ", ".join(program.meters) or "none"
        raise Refused(f"This trail is of another game: its meters are {theirs}; here they are {ours}.")
    if steps[0].n != 1:
        raise Refused(f"This trail begins at step {steps[0].n}: its beginning is missing.")
    for one, other in pairwise(steps):
        if other.n != one.n + 1:
            raise Refused(f"After step {one.n} comes step {other.n}: a line is missing between them.")
        if other.at < one.at:
            raise Refused(f"Step {other.n} is earlier than the one before it: a number was changed.")
        for name, value in one.after.items():
            if other.before.get(name) != value:
                raise Refused(
                    f"It does not add up: step {one.n} leaves `{name}` at {value}, and step {other.n} finds"
                    f" it at {other.before.get(name)}."
                )
    asked = {step.extra["question"] for step in steps if "question" in step.extra}
    known = {question.id for question in program.game.questions}
    strange = [name for name in asked if str(name).partition("(")[0] not in known]
    if asked and len(strange) == len(asked):
        raise Refused("This trail is of another game: it knows none of these questions.")


def choices_of(steps: Sequence[Step], program: Program) -> Choices:
    """What a trail was played with, as its first step tells. Raises SetupError where that is not allowed."""
    begun = steps[0].extra
    return choose(
        program.game,
        _whole(begun.get("dice")) or 0,
        player=str(begun.get("player", "")),
        count=_whole(begun.get("count")),
        topic=str(begun.get("topic", "")),
        level=_whole(begun.get("level")),
        players=[str(name) for name in begun.get("players", ())],
    )


def _whole(value: object) -> int | None:
    return value if isinstance(value, int) and not isinstance(value, bool) else None


def moves_of(steps: Sequence[Step], program: Program, choices: Choices) -> list[str]:
    """The moves of a trail as a moves file writes them, timed from when the input became possible. Raises
    Refused at a step whose move is none."""
    run = Run(program, choices)
    run.begin()
    moves: list[str] = []
    shift = 0
    for step in steps:
        if step.moment == "opened":
            to_input(run)
            opened = [own.at for own in run.trail if own.moment == "opened"]
            shift = step.at - opened[-1] if opened else 0
        if step.move is None or step.extra.get("ignored") or step.move in ("continue", "stop"):
            continue
        to_input(run)
        if run.phase == "over":
            break
        start = run.input_from or 0
        if step.move == "late":
            moves.append(step.move)
            if (due := run.due()) is not None:
                run.tick(due)
            continue
        wait = max(0, step.at - shift - start)
        moves.append(step.move + (f" @{as_written(wait / 1000)}" if wait else ""))
        try:
            run.do(move_of(step.move), start + wait)
        except MoveError as error:
            raise Refused(f"Step {step.n}: {error}") from None
    return moves
