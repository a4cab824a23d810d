"""Playing as a command line says: by a person in the terminal, or by moves, which writes the trail."""

from __future__ import annotations

import secrets
import sys
from dataclasses import dataclass
from pathlib import Path

from ...core.play.deal.setup import choose, split_names
from ...core.play.rulebook.game import Choices, Game
from ...core.play.rulebook.program import Program
from ...core.play.run.moves import MoveError, Planned, play, read_move
from ...core.play.run.trail import to_lines
from .terminal import Chosen, Lines, ask_setup, play_in_terminal

LARGEST_MOVES = 4 * 2**20
"""Bytes of a moves file."""


class CannotPlay(Exception):
    """Something that was given can't be used; the message says what, and why."""


@dataclass(frozen=True, slots=True)
class Told:
    """What the command line says of a play. ``moves`` is a moves file, ``-`` for standard input; None lets a
    person play. ``players`` are names with commas between them."""

    dice: int | None = None
    moves: str | None = None
    player: str = ""
    count: int | None = None
    topic: str = ""
    level: int | None = None
    players: str = ""
    as_json: bool = False


def play_as_told(program: Program, told: Told) -> None:
    """Play. Raises CannotPlay, and what :func:`choose` and :func:`play` raise."""
    chosen = Chosen(told.player, told.count, told.topic, told.level, split_names(told.players))
    if told.moves is not None:
        run = play(program, _choices(program.game, told.dice, chosen), read_moves(told.moves))
        sys.stdout.write(to_lines(run.trail))
        return
    out, typed = sys.stderr if told.as_json else sys.stdout, Lines()
    asked = ask_setup(program.game, chosen, out, typed)
    run = play_in_terminal(program, _choices(program.game, told.dice, asked), out, typed)
    if told.as_json:
        sys.stdout.write(to_lines(run.trail))


def rolled(dice: int | None) -> int:
    """The dice that were given, or rolled ones, which are told."""
    if dice is None:
        dice = secrets.randbelow(1_000_000)
        print(f"dice {dice}", file=sys.stderr)
    return dice


def _choices(game: Game, dice: int | None, chosen: Chosen) -> Choices:
    return choose(
        game,
        rolled(dice),
        player=chosen.player,
        count=chosen.count,
        topic=chosen.topic,
        level=chosen.level,
        players=chosen.players,
    )


def read_moves(source: str) -> list[Planned]:
    """The moves of a file, ``-`` for standard input. Raises CannotPlay."""
    try:
        lines = _bytes_of(source).decode("utf-8-sig").splitlines()
    except UnicodeDecodeError:
        raise CannotPlay(f"The moves in {source} are not UTF-8 text.") from None
    planned = []
    for number, line in enumerate(lines, 1):
        if line.strip():
            try:
                planned.append(read_move(line))
            except MoveError as error:
                raise CannotPlay(f"{source}, line {number}: {error}") from None
    return planned


def _bytes_of(source: str) -> bytes:
    if source == "-":
        return sys.stdin.buffer.read()
    try:
        with Path(source).open("rb") as file:  # a device tells no size, and may never end
            data = file.read(LARGEST_MOVES + 1)
    except FileNotFoundError:
        raise CannotPlay(f"There is no file {source}. Check the name and the folder.") from None
    except (OSError, ValueError) as error:
        reason = getattr(error, "strerror", None) or str(error)
        raise CannotPlay(f"{source} can't be read: {reason}.") from None
    if len(data) > LARGEST_MOVES:
        raise CannotPlay(f"{source} is larger than {LARGEST_MOVES // 2**20} MB: that is no list of moves.")
    return data
