"""The files of the engine, which every take-away that plays carries."""

from __future__ import annotations

from functools import cache
from pathlib import Path

_HERE = Path(__file__).parents[1]
_WHOLE = ("core/play", "give/carried")
"""The folders that are carried whole."""
_ALONE = ("__init__.py", "core/__init__.py", "give/__init__.py")


@cache
def engine_files(whole: tuple[str, ...] = (), alone: tuple[str, ...] = ()) -> dict[str, bytes]:
    """The source of the engine, by the paths it has inside a take-away, in order; with the folders and files
    that this one carries besides."""
    paths = [_HERE / name for name in (*_ALONE, *alone)]
    for folder in (*_WHOLE, *whole):
        paths += (_HERE / folder).rglob("*.py")
    return {f"dicetrail/{path.relative_to(_HERE).as_posix()}": path.read_bytes() for path in sorted(paths)}
