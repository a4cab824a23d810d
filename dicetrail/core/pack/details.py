"""Details: what further columns say of a question of any kind."""

from __future__ import annotations

from fractions import Fraction
from typing import Literal, TypedDict

from ..play.questions.question import MOST_MISSES
from .cells import exact, number_within, whole
from .misfit import Misfit
from .notation import NotationError, read_places
from .roles import Role
from .row import CellRow

MOST_WORTH = 1_000_000
LONGEST_CLOCK = 86_400
MOST_TIMES = 1000

_TextName = Literal["topic", "why", "why_right", "why_wrong", "hint", "unit", "image", "alt", "sound"]


class Details(TypedDict, total=False):
    """What further columns say of a question."""

    topic: str
    level: int
    worth: float
    seconds: float
    why: str
    why_right: str
    why_wrong: str
    hint: str
    unit: str
    tolerance: Fraction
    pinned: tuple[int, ...]
    image: str
    alt: str
    sound: str
    misses: int
    times: int


_TEXTS: dict[_TextName, Role] = {
    "topic": "topic",
    "why": "why",
    "why_right": "why right",
    "why_wrong": "why wrong",
    "hint": "hint",
    "unit": "unit",
    "image": "image",
    "alt": "alt",
    "sound": "sound",
}
"""The details that are texts, as they stand in columns of these roles."""


def details_of(row: CellRow, options: int) -> Details:
    """What further columns say of a question; empty where the file has none of them."""
    details: Details = {}
    if not row.has_details:
        return details
    for name, role in _TEXTS.items():
        if text := row.one(role):
            details[name] = text
    if text := row.one("level"):
        details["level"] = whole(text, "level", 1, 5)
    if text := row.one("worth"):
        details["worth"] = number_within(text, "worth", 0, MOST_WORTH)
    if text := row.one("seconds"):
        details["seconds"] = number_within(text, "seconds", 0.1, LONGEST_CLOCK)
    if text := row.one("tolerance"):
        details["tolerance"] = exact(text, "tolerance")
    if text := row.one("misses"):
        details["misses"] = whole(text, "misses", 1, MOST_MISSES)
    if text := row.one("times"):
        details["times"] = whole(text, "times", 1, MOST_TIMES)
    if options and (text := row.one("pinned")):
        try:
            details["pinned"] = tuple(sorted(read_places(text, options)))
        except NotationError as error:
            raise Misfit("bad-pinned", str(error)) from None
    return details
