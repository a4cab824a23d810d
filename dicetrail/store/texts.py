"""Texts of packs: the latest is kept whole, those before it as what was otherwise in them.

So an edit of a large pack takes no more room than what it changed. Every so many revisions one is kept whole,
that none is far from one.
"""

from __future__ import annotations

from sqlalchemy.orm import Session

from .models import PackRevision

WHOLE_EVERY = 50
"""Revisions of which one is kept whole."""
_WORTH_IT = 2
"""How many times smaller what is otherwise has to be."""


def text_of(session: Session, revision: PackRevision) -> str:
    """The text of a revision."""
    otherwise = []
    while revision.of:
        otherwise.append(revision)
        revision = session.get_one(PackRevision, (revision.pack_id, revision.of))
    text = revision.text
    for one in reversed(otherwise):
        text = text[: one.start] + one.text + text[one.stop :]
    return text


def shorten(before: PackRevision, after: PackRevision) -> None:
    """Keep a revision as what is otherwise in it than in the one that was made from it, which is whole."""
    if before.of or before.number % WHOLE_EVERY == 0:
        return
    start, old, new = _difference(before.text, after.text)
    if (old - start) * _WORTH_IT > len(before.text):
        return
    before.of, before.start, before.stop = after.number, start, new
    before.text = before.text[start:old]


def _difference(before: str, after: str) -> tuple[int, int, int]:
    """Where two texts begin to differ, and where in each of them they are alike again to their end."""
    start = _alike(before, after, min(len(before), len(after)), 1)
    end = _alike(before, after, min(len(before), len(after)) - start, -1)
    return start, len(before) - end, len(after) - end


def _alike(one: str, other: str, most: int, way: int) -> int:
    """How many characters two texts have in common from their beginning (``way`` 1) or their end (-1)."""
    have = 0
    while have < most:  # the largest step that still is alike, then the half of it
        step = most - have
        while step and not _same(one, other, have, step, way):
            step //= 2
        if not step:
            break
        have += step
    return have


def _same(one: str, other: str, have: int, step: int, way: int) -> bool:
    if way > 0:
        return one[have : have + step] == other[have : have + step]
    return (
        one[len(one) - have - step : len(one) - have] == other[len(other) - have - step : len(other) - have]
    )
