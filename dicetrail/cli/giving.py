"""The command that gives a game away as a file."""

from __future__ import annotations

import sys
from pathlib import Path

import typer

from ..core.rules.bundle import write_bundle
from ..files import write_bytes
from ..give.take_aways import TAKE_AWAYS
from .parts import playable

BUNDLE = "bundle"


def give(game_path: Path, out: Path, way: str) -> None:
    """Write a game as one file."""
    if way not in (BUNDLE, *TAKE_AWAYS):
        known = ", ".join((BUNDLE, *TAKE_AWAYS))
        raise typer.BadParameter(f"‘{way}’ is none of {known}.", param_hint="'--as'")
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
