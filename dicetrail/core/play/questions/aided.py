"""What helps have done to a question that was dealt."""

from __future__ import annotations

from typing import NamedTuple


class Aided(NamedTuple):
    """The options that are ``gone`` (their places as filed), whether its hint is shown, how many characters
    of a typed answer are, and the name of the help used last."""

    gone: frozenset[int] = frozenset()
    hinted: bool = False
    letters: int = 0
    by: str = ""
