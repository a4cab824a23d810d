"""Patching: a large reading with one line written anew, without reading all the others again.

It gives the very reading that a whole one would give, or none: where more hangs on a line than its own
question, the text is read as a whole.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ..play.question import Question
from .data import DataLoader
from .formats import TABLE
from .reader import asked_of, read_text
from .reading import Reading
from .records import MARKS
from .roles import all_true_or_false, roles_of_header
from .settings import Settings

FEWEST_LINES = 1000
"""Lines from which it is worth it."""
_BOUND = ("duplicate", "other-answer")
"""Snags of one line that speak of another."""


def patched(
    before: Reading, settings: Settings, line: int, raw: str, load_data: DataLoader
) -> Reading | None:
    """The reading with its ``line`` (from 1) as ``raw`` says; None where it has to be read as a whole.

    The columns have to be told by a header in line 1, and the line has to hold one question, as written and
    as it was, that no other line depends on.
    """
    if len(before.raw) < FEWEST_LINES or not _by_header(before) or not 1 < line <= len(before.raw):
        return None
    old = before.raw[line - 1]
    place = next((at for at, entry in enumerate(before.entries) if entry.line == line), -1)
    entry = before.entries[place]
    if place < 0 or (entry.span, entry.state, entry.gave) != (1, "question", 1):
        return None
    if any(snag.line == line or snag.code in _BOUND for snag in before.snags):
        return None
    if (
        '"' in old + raw
        or len(raw.splitlines()) != 1
        or any(_says_truth(before, text) for text in (old, raw))
    ):
        return None
    alone = read_text(
        before.file, f"{before.raw[0]}\n{raw}\n", before.encoding, settings, load_data=load_data
    )
    if [one.state for one in alone.entries] != ["header", "question"] or alone.roles != before.roles:
        return None
    if len(alone.questions) != 1 or any(snag.line != 1 for snag in alone.snags):
        return None
    question = alone.questions[0]._replace(line=line)
    if not _by_itself(question, before.questions, entry.first):
        return None
    return _with(before, question, entry.first, raw, alone)


def _by_header(reading: Reading) -> bool:
    return (
        reading.format == TABLE
        and bool(reading.heads)
        and roles_of_header(reading.heads) is not None
        and reading.entries[0][:3] == (1, 1, "header")
        and "group" not in reading.roles
    )


def _says_truth(reading: Reading, raw: str) -> bool:
    """Whether an answer says true or false: then it depends on all the others what that means."""
    if "answer" not in reading.roles:
        return False
    cells = raw.split(MARKS[reading.delimiter])
    place = reading.roles.index("answer")
    return len(cells) <= place or all_true_or_false([cells[place]])


def _by_itself(question: Question, others: Sequence[Question], place: int) -> bool:
    """Whether neither a question nor the one it comes instead of has to do with any other."""
    old = others[place]
    asked = {asked_of(old), asked_of(question)}
    if old.recipe is not None or question.recipe is not None:
        return False
    numbered = f"{old.id}-"
    return not any(
        asked_of(other) in asked or other.id == question.id or other.id.startswith(numbered)
        for at, other in enumerate(others)
        if at != place
    )


def _with(before: Reading, question: Question, place: int, raw: str, alone: Reading) -> Reading:
    lines, questions = list(before.raw), list(before.questions)
    lines[question.line - 1], questions[place] = raw, question
    now = replace(before, raw=lines, questions=questions)
    if "option" not in before.roles:  # else a tip may concern all questions together
        others = [tip for tip in before.tips if tip.line != question.line]
        own = [replace(tip, line=question.line) for tip in alone.tips]
        now.tips = sorted([*others, *own], key=lambda tip: tip.line)
    return now
