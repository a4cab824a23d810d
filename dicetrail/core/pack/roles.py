"""Roles: what each column of a question file is for, told by its header or guessed from its shape."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Literal

from ..play.checking import FALSE_WORDS, TRUE_WORDS
from ..play.question import LABELS

Role = Literal[
    "prompt",
    "answer",
    "accepted",
    "wrong",
    "option",
    "key",
    "kind",
    "topic",
    "level",
    "worth",
    "seconds",
    "why",
    "id",
    "unit",
    "tolerance",
    "unused",
]

_HEADINGS: dict[str, Role] = {
    "prompt": "prompt",
    "question": "prompt",
    "answer": "answer",
    "right": "answer",
    "right answer": "answer",
    "correct": "answer",
    "correct answer": "answer",
    "accepted": "accepted",
    "also accepted": "accepted",
    "wrong": "wrong",
    "wrong answer": "wrong",
    "distractor": "wrong",
    "incorrect": "wrong",
    "option": "option",
    "key": "key",
    "answer key": "key",
    "kind": "kind",
    "type": "kind",
    "topic": "topic",
    "category": "topic",
    "subject": "topic",
    "level": "level",
    "difficulty": "level",
    "worth": "worth",
    "points": "worth",
    "seconds": "seconds",
    "why": "why",
    "explanation": "why",
    "id": "id",
    "unit": "unit",
    "tolerance": "tolerance",
}

_PROMPT_HEADINGS = {heading for heading, role in _HEADINGS.items() if role == "prompt"}


def role_of_heading(heading: str) -> Role | None:
    """The role a heading names ("Wrong 2", "option B", "Topic"), or None."""
    words = re.sub(r"[\s_-]+", " ", heading.strip().casefold())
    if words in _HEADINGS:
        return _HEADINGS[words]
    if re.fullmatch(r"(option )?[a-h]", words) or re.fullmatch(r"option ?[1-8]", words):
        return "option"
    return _HEADINGS.get(re.sub(r" ?\d$", "", words))


def roles_of_header(cells: Sequence[str]) -> tuple[Role, ...] | None:
    """The roles if a line is a header, None if it is not.

    A header names the prompt and at least one more role; headings it does not know leave their column unused.
    """
    if not any(cell.strip().casefold() in _PROMPT_HEADINGS for cell in cells):
        return None
    named = [role_of_heading(cell) for cell in cells]
    if sum(role is not None for role in named) < 2:
        return None
    return tuple(role or "unused" for role in named)


def roles_of_shape(rows: Sequence[Sequence[str]], width: int) -> tuple[Role, ...]:
    """The roles of columns without a header.

    A last column of option letters makes an answer-key file; otherwise the answer follows the prompt, and
    every further column is a wrong option.
    """
    if width >= 4 and len(rows) >= 2:
        letters = set(LABELS[: width - 2].casefold())
        full = [row for row in rows if len(row) == width]
        keys = [row[-1].strip().casefold() for row in full]
        if full and sum(key in letters for key in keys) >= 0.8 * len(full):
            return ("prompt", *repeated("option", width - 2), "key")
    return ("prompt", "answer", *repeated("wrong", width - 2))


def repeated(role: Role, times: int) -> tuple[Role, ...]:
    """A role for as many columns."""
    return (role,) * max(0, times)


def all_true_or_false(answers: Sequence[str]) -> bool:
    """Whether a column of answers says only true and false."""
    words = {*TRUE_WORDS, *FALSE_WORDS}
    return bool(answers) and all(answer.strip().casefold() in words for answer in answers)
