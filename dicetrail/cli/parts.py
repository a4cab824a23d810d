"""What the commands have in common: games that are read, and how things are told."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from typing import Any

import typer

from ..core.play.rulebook.program import Program
from ..core.rules.document import Document
from ..core.snag import Refused, Snag
from ..files import GameOnDisk, game_on_disk
from .exits import FOUND


def write(value: Any) -> None:
    """Write a value as JSON."""
    print(json.dumps(value, ensure_ascii=False, indent=2))


def leave_if(found: bool) -> None:
    """Leave with exit 1 where something wrong was found."""
    if found:
        raise typer.Exit(FOUND)


def placed(snag: Snag) -> dict[str, Any]:
    """A snag as JSON data: what the commands tell of it."""
    return {
        "code": snag.code,
        "severity": snag.severity,
        "file": snag.file,
        "line": snag.line,
        "message": snag.message,
    }


def line_of(snag: Snag) -> str:
    """A snag as a line."""
    return f"{snag.file}:{snag.line}: {snag.severity}: {snag.message} [{snag.code}]"


def program_of(path: Path) -> Program:
    """A game that can be played. Raises Refused."""
    return program_and_document(path)[0]


def program_and_document(path: Path) -> tuple[Program, Document]:
    """A game that can be played, and its document. Raises Refused."""
    reading = playable(path).reading
    assert reading.game is not None and reading.document is not None
    return Program(reading.game), reading.document


def playable(path: Path) -> GameOnDisk:
    """A game that can be played, with its files. Raises Refused."""
    found = game_on_disk(path)
    if found.reading.game is None or found.reading.document is None:
        for snag in found.reading.snags:
            print(line_of(snag), file=sys.stderr)
        raise Refused(f"{path} can't be played before its snags are mended.")
    return found
