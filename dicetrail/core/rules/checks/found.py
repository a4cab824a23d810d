"""What a check finds, and what it is given."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import NamedTuple

from ...play.game import Game
from ...play.question import Question
from ...play.switches import Checking
from ...snag import Severity
from ..document import Document

Path = Sequence[str | int]
"""Where something stands in a document: keys, and places of lists from 0."""


class Found(NamedTuple):
    """A snag and its place: at the value of a path, ``column`` counted from 0 in it, or at its last key."""

    code: str
    severity: Severity
    message: str
    path: Path
    column: int = 0
    of_key: bool = False


class Written(NamedTuple):
    """A game as it is written: its document, the questions of its packs, and how answers are compared."""

    document: Document
    questions: tuple[Question, ...]
    checking: Checking


WrittenCheck = Callable[[Written], Iterator[Found]]
"""Finds what keeps a game from being played, or does nothing in it."""
PlayableCheck = Callable[[Document, Game], Iterator[Found]]
"""Finds what can be played but hardly means what it says: what can be seen by reading the rules."""
