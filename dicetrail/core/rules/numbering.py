"""The numbers of rows, and where each is written: those of the game come first, then those of its rounds."""

from __future__ import annotations

from collections.abc import Iterator

from ..play.rulebook.game import Game
from .document import ConsequencePart, Document


def every_row(document: Document) -> Iterator[tuple[int, tuple[str | int, ...], ConsequencePart]]:
    """Every row with its number (from 1) and its path."""
    number = 0
    for path, rows in _lists(document):
        for place, row in enumerate(rows):
            number += 1
            yield number, (*path, place), row


def row_path(game: Game, number: int) -> tuple[str | int, ...]:
    """Where the row of a number is written."""
    for of in range(len(game.rounds) + 1):
        numbers = game.rows_of(of)
        if number in numbers:
            path = ("rounds", of - 1, "consequences") if of else ("consequences",)
            return (*path, number - numbers.start)
    raise ValueError(f"there is no row {number}")


def _lists(document: Document) -> Iterator[tuple[tuple[str | int, ...], list[ConsequencePart]]]:
    yield ("consequences",), document.consequences
    for place, one in enumerate(document.rounds):
        yield ("rounds", place, "consequences"), one.consequences
