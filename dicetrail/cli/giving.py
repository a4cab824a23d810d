"""The command that gives a game away as a file."""

from __future__ import annotations

import sys
from pathlib import Path
from typing import Annotated

import typer

from ..core.rules.bundle import write_bundle
from ..files import write_bytes
from ..give.take_aways import TAKE_AWAYS
from .parts import GamePath, playable

commands = typer.Typer()
BUNDLE = "bundle"
_PLAYED = [way for way, one in TAKE_AWAYS.items() if one.plays]


def _known(way: str) -> str:
    if way not in (BUNDLE, *TAKE_AWAYS):
        raise typer.BadParameter(f"‘{way}’ is none of {', '.join((BUNDLE, *TAKE_AWAYS))}.")
    return way


@commands.command()
def give(
    game_path: GamePath,
    out: Annotated[Path, typer.Argument(help="the file to write", metavar="OUT")],
    way: Annotated[
        str,
        typer.Option(
            "--as",
            help=f"{BUNDLE}: to go on with; {', '.join(_PLAYED)}: to be played; qti: its questions",
            callback=_known,
        ),
    ],
) -> None:
    """Write a game as one file: for another maker, for a terminal, or for a browser.

    Right answers are not in plain sight in a file that plays, but whoever opens it up can find them.
    """
    game = playable(game_path)
    if way == BUNDLE:
        data = write_bundle(game.bundled())
    else:
        carried = game.carried()
        data = TAKE_AWAYS[way].make(*carried)
        for sentence in TAKE_AWAYS[way].lost(*carried):
            print(sentence, file=sys.stderr)
    write_bytes(out, data)
    print(f"{out}: {len(data):,} bytes", file=sys.stderr)
