"""Hints for who writes an expression in the words of another language, or in words that rules don't know."""

from __future__ import annotations

import re
from collections.abc import Collection
from difflib import get_close_matches

_SIGNS: tuple[tuple[str, str], ...] = (
    (r"[=!]==", "Write == or !=, with two signs."),
    (r"&&", "Write `and` for &&."),
    (r"\|\|", "Write `or` for ||."),
    (r"!(?!=)", "Write `not` for !."),
    (r"=>|=<|><|<>", "Write >=, <= or !=."),
    (r"(?<![=!<>])=(?!=)", "Use == to compare."),
    (r"[\w)]\s*[×·]\s*[\w(]|\d\s*x\s*[\w(]|\b(?!0)\w+\s+x\s+[\w(]", "Write * to multiply."),
    (r"\bquestion\s+(number|no)\b", "The number of the question is `asked`."),
    (r"\d,\d", "Write a point in numbers, as in 0.5."),
    (r"\bthen\b|\?.*:", "Write `a if … else b` to choose between two values."),
)
"""What is written otherwise elsewhere, and how it is written here; the first that is found is told."""
_WORDS: dict[str, tuple[str, ...]] = {
    "points": ("score",),
    "point": ("score",),
    "correct": ("right",),
    "corrects": ("right",),
    "mistakes": ("missed", "wrong"),
    "mistake": ("missed", "wrong"),
    "errors": ("missed", "wrong"),
    "incorrect": ("missed", "wrong"),
    "failed": ("missed",),
    "question_number": ("asked",),
    "number": ("asked",),
    "questions": ("total", "asked"),
    "answered": ("asked",),
    "remaining": ("left",),
    "time": ("time_left",),
    "seconds": ("time_left",),
    "timer": ("time_left",),
    "try": ("attempt",),
    "tries": ("attempt", "tries_left"),
    "combo": ("streak",),
    "row": ("streak",),
    "difficulty": ("level",),
    "category": ("topic",),
}
"""Words that makers use, and the names for them."""


def of_signs(source: str) -> str:
    """How something is written that stands otherwise in an expression; "" where nothing is known."""
    bare = re.sub(r'"[^"]*"|\'[^\']*\'', "", source)
    return next((said for sign, said in _SIGNS if re.search(sign, bare)), "")


def of_name(name: str, known: Collection[str]) -> str:
    """What may be meant by a name that is not known."""
    meant = [one for one in _WORDS.get(name.lower(), ()) if one in known]
    if name.lower() == "x":
        return "Write * to multiply."
    if not meant:
        meant = get_close_matches(name, known, n=1, cutoff=0.6)
    if meant:
        return f"Did you mean {' or '.join(f'`{one}`' for one in meant)}?"
    return f"Known are: {', '.join(sorted(known))}."
