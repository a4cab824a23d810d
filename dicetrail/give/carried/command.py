"""The command line of a terminal take-away: what ``dicetrail play`` takes, and the same exit codes."""

from __future__ import annotations

import argparse
import os
import pkgutil
import sys
from pathlib import Path

from ...core.play.deal.setup import SetupError
from ...core.play.rulebook.program import Program
from ...core.play.run.moves import MoveError
from . import kept
from .playing import CannotPlay, Told, play_as_told

GAME_FILE = "game.bin"
"""Where the game lies, beside this module."""
UNUSABLE = 2
STOPPED = 130


def main() -> None:
    """Play the game that is carried here; every failure is one sentence on standard error."""
    for stream in (sys.stdout, sys.stderr):
        stream.reconfigure(encoding="utf-8", newline="\n")  # type: ignore[union-attr]
    program = Program(kept.from_bytes(pkgutil.get_data(__package__, GAME_FILE) or b""))
    try:
        play_as_told(program, _told(program))
    except KeyboardInterrupt:
        print(file=sys.stderr)
        sys.exit(STOPPED)
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        sys.exit(1)
    except (SetupError, MoveError, CannotPlay) as error:
        print(f"{_name()}: {error}", file=sys.stderr)
        sys.exit(UNUSABLE)


def _name() -> str:
    return Path(sys.argv[0]).name


def _told(program: Program) -> Told:
    parser = argparse.ArgumentParser(
        prog=_name(), description=f"{program.game.title}: a quiz game, played in the terminal."
    )
    parser.add_argument("--dice", type=int, help="the number all chance comes from; rolled if not given")
    parser.add_argument("--moves", help="a moves file, - for standard input; writes the trail")
    parser.add_argument("--player", default="", help="the player's name")
    parser.add_argument("--count", type=int, help="how many questions, where the game asks")
    parser.add_argument("--topic", default="", help="only questions of this topic")
    parser.add_argument("--level", type=int, help="only questions of this level")
    parser.add_argument("--players", default="", help="who plays in turn, as in --players 'Ada, Ben'")
    parser.add_argument("--json", action="store_true", dest="as_json", help="write the trail as JSON Lines")
    return Told(**vars(parser.parse_args()))
