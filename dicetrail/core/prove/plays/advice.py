"""What to do about questions, in words: what their statistics point at, with the number it rests on.

A new piece of advice is a function here and a line in :data:`_LOOKED_FOR`.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from math import atanh, sqrt
from typing import Literal

from .statistics import FEW, QuestionStatistics

Mend = Literal["", "accept", "question", "clock"]
"""What one press can do: accept an answer, open the question, open the clocks of the rules."""
FEWEST = 8
"""Plays below which nothing is advised."""
_HARD, _EASY = 0.2, 0.95
_CHANCE, _ONE_SIDED = 0.05, 1.6449
"""How seldom something has to come about by chance to be worth a word, and the normal point of that."""
_ACCEPTED = 0.05
"""The share of plays that typed one and the same wrong answer from which it is worth a look."""


@dataclass(frozen=True, slots=True)
class Advice:
    """Something to look at. ``text`` is the answer that could be accepted."""

    question: str
    code: str
    said: str
    mend: Mend
    text: str = ""


def advice_on(found: QuestionStatistics, options: Sequence[str]) -> list[Advice]:
    """What to do about a question; ``options`` are its texts, none where it is typed in."""
    if found.asked < FEWEST:
        return []
    few = f" (only {found.asked} plays)" if found.asked < FEW else ""
    return [
        Advice(found.question, code, said + few, mend, text)
        for look in _LOOKED_FOR
        for code, said, mend, text in look(found, options)
    ]


_Found = Iterator[tuple[str, str, Mend, str]]


def _surely_below_zero(r: float, n: int) -> bool:
    """Whether a correlation that is 0 would hardly ever come out so low (R. A. Fisher's transformation)."""
    return n > 3 and atanh(max(r, -0.999999)) * sqrt(n - 3) < -_ONE_SIDED


def _key(found: QuestionStatistics, _: Sequence[str]) -> _Found:
    if found.discrimination is not None and _surely_below_zero(found.discrimination, found.asked):
        yield "key", "The better players got this wrong more often: is the key right?", "question", ""


def _unpicked(found: QuestionStatistics, options: Sequence[str]) -> _Found:
    never = [one for one in options if not found.picked.get(one)]
    elsewhere = sum(found.picked.values()) - found.right
    if len(never) and len(options) > 2 and (1 - 1 / (len(options) - 1)) ** max(0, elsewhere) < _CHANCE:
        named = ", ".join(f"‘{one}’" for one in never)
        yield "unpicked", f"Nobody picked {named}: write another.", "question", ""


def _refusals(found: QuestionStatistics, options: Sequence[str]) -> _Found:
    if options:
        return
    for one in found.refused:
        if one.times >= 3 and one.times >= _ACCEPTED * found.asked:
            yield "accept", f"{one.times} typed ‘{one.text}’: accept it?", "accept", one.text


def _hurried(found: QuestionStatistics, _: Sequence[str]) -> _Found:
    if found.clocked and found.hurried >= found.clocked / 2:
        share = round(100 * found.hurried / found.clocked)
        yield "hurried", f"{share} % had under 3 seconds left, or none: give it more time.", "clock", ""


def _hard(found: QuestionStatistics, _: Sequence[str]) -> _Found:
    if found.difficulty < _HARD:
        yield "hard", f"Only {found.first} of {found.asked} knew it: is it clear?", "question", ""
    elif found.difficulty > _EASY and found.asked >= FEW:
        yield "easy", f"{found.first} of {found.asked} knew it: it tells nobody apart.", "question", ""


_LOOKED_FOR: tuple[Callable[[QuestionStatistics, Sequence[str]], _Found], ...] = (
    _key,
    _refusals,
    _hurried,
    _unpicked,
    _hard,
)
