"""What a check finds, how it is mended, and what it is given."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import Any, NamedTuple

from ...play.answers.switches import Checking
from ...play.questions.question import Question
from ...play.rulebook.game import Game
from ...snag import Severity
from ...snag_codes import SnagCode
from ..document import Document
from ..editing import Edit

Path = Sequence[str | int]
"""Where something stands in a document: keys, and places of lists from 0."""


class Mend(NamedTuple):
    """What one press does about a snag: said in a few words, and the changes it makes."""

    said: str
    edits: tuple[Edit, ...]


def put(said: str, path: Path, value: Any) -> Mend:
    """A mend that writes a value."""
    return Mend(said, (Edit(path=[*path], value=value),))


def gone(said: str, path: Path) -> Mend:
    """A mend that takes a value or a row away."""
    return Mend(said, (Edit(do="remove", path=[*path]),))


def moved(said: str, path: Path, to: int) -> Mend:
    """A mend that brings a row before another one."""
    return Mend(said, (Edit(do="move", path=[*path], to=to),))


class Found(NamedTuple):
    """A snag and its place: at the value of a path, ``column`` counted from 0 in it, or at its last key.

    In its message what stands in the text is set `so`, what stands on the screens *so*.
    """

    code: SnagCode
    severity: Severity
    message: str
    path: Path
    column: int = 0
    of_key: bool = False
    mend: Mend | None = None


class Written(NamedTuple):
    """A game as it is written: its document, the questions of its packs, and how answers are compared."""

    document: Document
    questions: tuple[Question, ...]
    checking: Checking


WrittenCheck = Callable[[Written], Iterator[Found]]
"""Finds what keeps a game from being played, or does nothing in it."""
PlayableCheck = Callable[[Document, Game], Iterator[Found]]
"""Finds what can be played but hardly means what it says: what can be seen by reading the rules."""
