"""The verdict: what checking says of an input."""

from __future__ import annotations

from typing import Literal, NamedTuple

LONGEST_ANSWER = 1000
"""Characters of an input that are looked at; a longer one is unreadable."""

VerdictName = Literal["right", "close", "wrong", "unreadable", "answered"]


class Verdict(NamedTuple):
    """What checking says of an input, the steps that led there, and the places of the options it meant, in
    the order they were named (none where it meant no option).

    ``letter`` is the letter that was guessed at a covered phrase; ``partial`` tells that it is in the phrase
    and leaves other letters covered. ``found`` is how many parts are right where the places don't tell it.
    """

    name: VerdictName
    steps: tuple[str, ...]
    picks: tuple[int, ...] = ()
    letter: str = ""
    partial: bool = False
    found: int = 0
