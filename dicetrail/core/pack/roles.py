"""Roles: what each column of a question file is for, told by its header or guessed from its shape."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from typing import Literal, cast, get_args

from ..play.kinds.truth import FALSE_WORDS, TRUE_WORDS
from ..play.language.numbers import read_number
from ..play.questions.question import LABELS

Role = Literal[
    "id",
    "kind",
    "prompt",
    "answer",
    "accepted",
    "wrong",
    "option",
    "key",
    "expected",
    "says A",
    "value A",
    "adds A",
    "says B",
    "value B",
    "adds B",
    "says C",
    "value C",
    "adds C",
    "says D",
    "value D",
    "adds D",
    "says E",
    "value E",
    "adds E",
    "says F",
    "value F",
    "adds F",
    "says G",
    "value G",
    "adds G",
    "says H",
    "value H",
    "adds H",
    "says answer",
    "value answer",
    "adds answer",
    "says wrong 1",
    "value wrong 1",
    "adds wrong 1",
    "says wrong 2",
    "value wrong 2",
    "adds wrong 2",
    "says wrong 3",
    "value wrong 3",
    "adds wrong 3",
    "says wrong 4",
    "value wrong 4",
    "adds wrong 4",
    "says wrong 5",
    "value wrong 5",
    "adds wrong 5",
    "says wrong 6",
    "value wrong 6",
    "adds wrong 6",
    "says wrong 7",
    "value wrong 7",
    "adds wrong 7",
    "pinned",
    "pairs",
    "left A",
    "right A",
    "left B",
    "right B",
    "left C",
    "right C",
    "left D",
    "right D",
    "left E",
    "right E",
    "left F",
    "right F",
    "left G",
    "right G",
    "left H",
    "right H",
    "groups",
    "variables",
    "where",
    "from",
    "parted by",
    "ask",
    "choices",
    "form",
    "times",
    "unit",
    "tolerance",
    "between",
    "misses",
    "topic",
    "level",
    "worth",
    "seconds",
    "why",
    "why right",
    "why wrong",
    "hint",
    "image",
    "alt",
    "sound",
    "group",
    "unused",
]
ROLES: tuple[Role, ...] = get_args(Role)
"""All of them, in the order of the columns of a table that is written."""
SEVERAL: tuple[Role, ...] = ("accepted", "wrong", "option")
"""The roles that several columns of a file may have, each holding one of a list."""
CARRYING: tuple[Role, ...] = tuple(
    role for role in ROLES if role == "expected" or role.split(" ")[0] in ("says", "value", "adds")
)
"""The roles of what answers carry."""
DETAILED: frozenset[Role] = frozenset(
    (
        *("topic", "level", "worth", "seconds", "why", "why right", "why wrong", "hint"),
        *("unit", "tolerance", "between", "misses", "times", "pinned", "image", "alt", "sound"),
    )
)
"""The roles of what is said of a question besides its prompt and its key."""
SURE_ANYWHERE: tuple[Role, ...] = (
    "answer",
    "accepted",
    "wrong",
    "option",
    "key",
    "topic",
    "why",
    "why right",
    "why wrong",
    "hint",
    "id",
    "image",
    "sound",
)
"""The roles that a heading names also where no column is headed as the prompt; "type" or "level" may mean
anything in a table of something else."""

_HEADINGS: dict[str, Role] = {
    "prompt": "prompt",
    "question": "prompt",
    "answer": "answer",
    "answers": "answer",
    "right": "answer",
    "right answer": "answer",
    "correct": "answer",
    "correct answer": "answer",
    "expected": "expected",
    "expected answers": "expected",
    "accepted": "accepted",
    "also accepted": "accepted",
    "wrong": "wrong",
    "wrong answer": "wrong",
    "distractor": "wrong",
    "incorrect": "wrong",
    "option": "option",
    "options": "option",
    "pinned": "pinned",
    "group": "group",
    "groups": "groups",
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
    "why right": "why right",
    "why wrong": "why wrong",
    "hint": "hint",
    "image": "image",
    "picture": "image",
    "alt": "alt",
    "alt text": "alt",
    "alternative text": "alt",
    "sound": "sound",
    "id": "id",
    "unit": "unit",
    "tolerance": "tolerance",
    "between": "between",
    "pairs": "pairs",
    "misses": "misses",
    "variables": "variables",
    "where": "where",
    "conditions": "where",
    "ask": "ask",
    "choices": "choices",
    "form": "form",
    "from": "from",
    "parted by": "parted by",
    "times": "times",
}

_TRUTH_WORDS = {*TRUE_WORDS, *FALSE_WORDS}
_CARRIED = re.compile(r"(says|value|adds) (?:(?:option )?([a-h])|(answer|wrong(?: [1-7])?))")
_SIDE = re.compile(r"(left|right) ([a-h])")
PROMPT_HEADINGS = {heading for heading, role in _HEADINGS.items() if role == "prompt"}


def role_of_heading(heading: str) -> Role | None:
    """The role a heading names ("Wrong 2", "option B", "Topic"), or None."""
    words = re.sub(r"[\s_-]+", " ", heading.strip().casefold())
    if words in _HEADINGS:
        return _HEADINGS[words]
    if re.fullmatch(r"(option )?[a-h]", words):
        return "option"
    if side := _SIDE.fullmatch(words):
        return cast(Role, f"{side[1]} {side[2].upper()}")
    if carried := _CARRIED.fullmatch(words):
        part, letter, other = carried.groups()
        target = letter.upper() if letter else f"{other} 1" if other == "wrong" else other
        return cast(Role, f"{part} {target}")
    numbered = _HEADINGS.get(re.sub(r" ?\d{1,2}$", "", words))
    return numbered if numbered in SEVERAL else None


def roles_of_header(cells: Sequence[str]) -> tuple[Role, ...] | None:
    """The roles if a line is a header, None if it is not.

    A header names the prompt and at least one more role, or every column is headed ``group: NAME``; headings
    it does not know leave their column unused.
    """
    if len(cells) >= 2 and all(group_of_heading(cell) for cell in cells if cell.strip()):
        return tuple("group" if cell.strip() else "unused" for cell in cells)
    if not any(cell.strip().casefold() in PROMPT_HEADINGS for cell in cells):
        return None
    named = [role_of_heading(cell) for cell in cells]
    if sum(role is not None for role in named) < 2:
        return None
    return tuple(role or "unused" for role in named)


def group_of_heading(heading: str) -> str:
    """The name of the group whose members stand in a column headed ``group: NAME``; "" where it is none."""
    word, colon, name = heading.partition(":")
    return name.strip() if colon and word.strip().casefold() == "group" else ""


def roles_of_names(cells: Sequence[str], rows: Sequence[Sequence[str]]) -> tuple[Role, ...] | None:
    """The roles where a first line names columns, but none as the prompt; None if it seems to be no header.

    It is taken for a header where it names a role we know, or where a column that holds numbers below it
    has a word at its top. The first two columns left are the prompt and the answer.
    """
    if (
        len(cells) < 2
        or not all(cell.strip() for cell in cells)
        or len({*map(str.strip, cells)}) < len(cells)
    ):
        return None
    named = [role_of_heading(cell) for cell in cells]
    sample = rows[:50]
    sure = any(role and len(cell.strip()) > 1 for role, cell in zip(named, cells, strict=True))
    if any(cell.strip().endswith("?") for cell in cells):
        return None
    if not sure and not any(_heads_numbers(cells, sample, place) for place in range(len(cells))):
        return None
    named = [role if role in SURE_ANYWHERE else None for role in named]
    if named.count(None) < 2 - ("answer" in named):
        named = [None] * len(cells)  # too few are left: the names must mean something else here
    wanted: list[Role] = ["prompt", "answer"]
    if "answer" in named:
        wanted.remove("answer")
    return tuple(role or (wanted.pop(0) if wanted else "unused") for role in named)


def _heads_numbers(heads: Sequence[str], rows: Sequence[Sequence[str]], place: int) -> bool:
    below = [row[place].strip() for row in rows if len(row) > place and row[place].strip()]
    numbers = all(read_number(cell) is not None for cell in below)
    return len(below) >= 2 and numbers and read_number(heads[place]) is None


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


def all_true_or_false(answers: Iterable[str]) -> bool:
    """Whether a column of answers says only true and false."""
    some = False
    for answer in answers:
        if answer.strip().casefold() not in _TRUTH_WORDS:
            return False
        some = True
    return some
