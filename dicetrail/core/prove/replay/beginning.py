"""The beginning of a game: a starting point over a pack, with those of its waymarks that fit the pack.

A starting point's waymarks tell what its rules do at usual questions. Where a pack has too few of them, or
questions with misses or clocks of their own, some can't come out as they say: these are left out.
"""

from __future__ import annotations

from ...play.rulebook.program import Program
from ...rules.compile import read_game
from ...rules.editing import Edit, edited
from ...rules.questions import PackLoader
from ...rules.starting import StartingPoint, new_game
from .waymarks import walk


def begun_game(start: StartingPoint, title: str, pack: str, questions: int, load_pack: PackLoader) -> str:
    """The YAML of a new game over a pack; over none yet, with all waymarks, where ``pack`` is ""."""
    text = new_game(start, title, pack, questions)
    reading = read_game(text, load_pack)
    if reading.game is None or reading.document is None:
        return text
    program = Program(reading.game)
    failing = [n for n, mark in enumerate(reading.document.waymarks) if not walk(program, mark).passed]
    return edited(text, [Edit(do="remove", path=["waymarks", n]) for n in reversed(failing)])
