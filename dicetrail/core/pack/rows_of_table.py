"""Rows of a table: files that hold data for ``table`` questions, and no questions themselves."""

from __future__ import annotations

from collections.abc import Sequence

from .reading import Reading
from .roles import roles_of_header
from .settings import Settings

FEWEST_ROWS, FEWEST_COLUMNS = 3, 3
MOST_WORDS = 3
"""Words on average that the first cells of data have at most: a question has more."""


def is_rows(settings: Settings) -> bool:
    """Whether a maker says that a file holds rows and no questions: no column of it is anything."""
    return settings.roles is not None and set(settings.roles) == {"unused"}


def maybe_rows(reading: Reading) -> bool:
    """Whether a file looks like rows of data: no heading of questions over columns of short words."""
    if reading.format != "table" or len(reading.roles) < FEWEST_COLUMNS:
        return False
    if roles_of_header(list(reading.heads)) is not None:
        return False
    firsts: Sequence[str] = [question.prompt for question in reading.questions[:50]]
    if len(firsts) < FEWEST_ROWS or any(mark in prompt for prompt in firsts for mark in "?…_{"):
        return False
    return sum(len(prompt.split()) for prompt in firsts) <= MOST_WORDS * len(firsts)
