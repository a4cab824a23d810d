"""Patching: a large reading with a few lines written anew, added or away, without reading all the others.

It gives the very reading that a whole one would give, or none: where more hangs on a line than its own
question, the text is read as a whole.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from ..play.questions.question import Question
from ..snag import Snag
from .data import DataLoader
from .formats import TABLE
from .known_by import KnownBy
from .media import files_of
from .reader import MOST_LINES, read_text
from .reading import Entry, Reading
from .records import MARKS
from .roles import all_true_or_false, roles_of_header
from .settings import Settings
from .stretches import Stretch, gone, in_order, laid, lines_of, moves

FEWEST_LINES = 1000
"""Lines from which it is worth it."""
MOST_TOUCHED = 12_000
"""Lines, new and gone together, up to which it is."""
_BOUND = ("duplicate", "other-answer")
"""Snags of one line that speak of another."""


def patched(
    before: Reading, settings: Settings, stretches: Sequence[Stretch], load_data: DataLoader
) -> Reading | None:
    """The reading of a text laid together from stretches of another; None where it has to be read as a whole.

    The columns have to be told by a header in line 1 that stays, every record has to be one line, and every
    line that is new or gone has to hold one question that no other line depends on.
    """
    if not _can_be(before) or not 0 < len(stretches) <= MOST_TOUCHED:
        return None
    stretches = in_order(before.raw, stretches)
    new = [stretch for stretch in stretches if isinstance(stretch, str)]
    away = gone(stretches, len(before.raw))
    lines = len(before.raw) + len(new) - len(away)
    if stretches[0] in new or 1 in away or lines > MOST_LINES or len(new) + len(away) > MOST_TOUCHED:
        return None
    old = _questions_of(before, away)
    if old is None or any(_hangs_on_others(before, raw) for raw in (*new, *_raw(before, away))):
        return None
    alone = _alone(before, settings, new, load_data)
    known = before.hand_on_known()
    if alone is None or not _by_themselves(known, old, alone.questions):
        before.known = known
        return None
    now = _laid_together(before, stretches, alone, {*away})
    now.known = known
    if "files" in before.__dict__ and not files_of(old):
        now.files = before.files | files_of(alone.questions)
    return now


def _can_be(before: Reading) -> bool:
    """Whether a header in line 1 says what the columns are, every record being one line."""
    return (
        len(before.raw) >= FEWEST_LINES
        and before.format == TABLE
        and bool(before.heads)
        and roles_of_header(before.heads) is not None
        and before.entries[0][:3] == (1, 1, "header")
        and "group" not in before.roles
        and len(before.entries) == len(before.raw)
    )


def _questions_of(before: Reading, lines: Sequence[int]) -> list[Question] | None:
    """The questions of these lines; None where one of them holds none, or has to do with another line."""
    entries = [before.entries[line - 1] for line in lines]
    if any(entry.gave != 1 for entry in entries):
        return None
    touched = {*lines}
    if any(snag.line in touched or snag.code in _BOUND for snag in before.snags):
        return None
    return [before.questions[entry.first] for entry in entries]


def _raw(before: Reading, lines: Iterable[int]) -> list[str]:
    return [before.raw[line - 1] for line in lines]


def _hangs_on_others(before: Reading, raw: str) -> bool:
    """Whether it takes more than a line by itself to read it: an answer that says true or false means what
    all the others say that it means."""
    if '"' in raw or len(raw.splitlines()) != 1:
        return True
    if "answer" not in before.roles:
        return False
    cells = raw.split(MARKS[before.delimiter])
    place = before.roles.index("answer")
    return len(cells) <= place or all_true_or_false([cells[place]])


def _alone(before: Reading, settings: Settings, new: Sequence[str], load_data: DataLoader) -> Reading | None:
    """The new lines read under the header by themselves; None where one of them is no plain question."""
    text = "".join(f"{raw}\n" for raw in (before.raw[0], *new))
    alone = read_text(before.file, text, before.encoding, settings, load_data=load_data)
    states = [entry.state for entry in alone.entries]
    if new and (states != ["header", *["question"] * len(new)] or alone.roles != before.roles):
        return None
    if len(alone.questions) != len(new) or any(snag.line != 1 for snag in alone.snags):
        return None
    return alone


def _by_themselves(known: KnownBy, old: Sequence[Question], new: Sequence[Question]) -> bool:
    """Whether none of the questions that go and that come has to do with one that stays. If so, ``known``
    knows those that come instead of those that go."""
    if any(question.recipe is not None for question in (*old, *new)):
        return False
    for question in old:
        known.take(question)
    bound = any(known.has_to_do_with(question) for question in (*old, *new))
    for question in old if bound else new:
        known.put(question)
    return not bound


def _laid_together(before: Reading, stretches: Sequence[Stretch], alone: Reading, away: set[int]) -> Reading:
    """The reading that the stretches make."""
    fresh = iter(alone.questions)
    questions: list[Question] = []
    entries: list[Entry] = []
    lines: list[int] = []
    for line, stretch in laid(stretches):
        if isinstance(stretch, str):
            lines.append(line)
            entries.append(Entry(line, 1, "question", len(questions), 1))
            questions.append(_one_at(next(fresh), line))
        else:
            _lay(before, stretch, line, entries, questions)
    now = replace(before, raw=lines_of(before.raw, stretches), questions=questions, entries=entries)
    moved = moves(stretches)
    now.snags = [_at(snag, moved(snag.line)) for snag in before.snags]
    if "option" not in before.roles:  # else a tip may concern all questions together
        kept = (_at(tip, moved(tip.line)) for tip in before.tips if tip.line not in away)
        own = (_at(tip, lines[tip.line - 2]) for tip in alone.tips)
        now.tips = sorted([*kept, *own], key=lambda tip: tip.line)
    return now


def _lay(before: Reading, stretch: range, line: int, entries: list[Entry], questions: list[Question]) -> None:
    """Lay lines that stay behind the others, from a line on."""
    kept = before.entries[stretch.start - 1 : stretch.stop - 1]
    first = next((entry.first for entry in kept if entry.gave), 0)
    last = next((entry.first for entry in reversed(kept) if entry.gave), -1)
    down, on = line - stretch.start, len(questions) - first
    asked = before.questions[first : last + 1]
    questions += [_one_at(question, question.line + down) for question in asked] if down else asked
    entries += (
        [
            Entry(entry.line + down, 1, entry.state, entry.first + on if entry.gave else -1, entry.gave)
            for entry in kept
        ]
        if down or on
        else kept
    )


def _one_at(question: Question, line: int) -> Question:
    """A question in another line, which is the last of its fields; quicker than ``_replace``."""
    return tuple.__new__(Question, (*question[:-1], line))


def _at(snag: Snag, line: int) -> Snag:
    return snag if snag.line == line else replace(snag, line=line)
