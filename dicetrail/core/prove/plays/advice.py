"""What to do about questions, in words: what their statistics point at, with the number it rests on.

A new piece of advice is a function here and a line in :data:`_LOOKED_FOR`.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from math import atanh, sqrt
from typing import Literal

from ...play.answers.folding import edits, without_accents
from ...play.questions.question import same
from .statistics import FEW, QuestionStatistics

Mend = Literal["", "accept", "answer", "question", "clock"]
"""What one press can do: accept an answer, answer it with a word of its own, open the question, open the
clocks of the rules."""
FEWEST = 8
"""Plays below which nothing is advised."""
_HARD, _EASY = 0.2, 0.95
_CHANCE, _ONE_SIDED = 0.05, 1.6449
"""How seldom something has to come about by chance to be worth a word, and the normal point of that."""
_ACCEPTED = 0.05
"""The share of plays that typed one and the same wrong answer from which it is worth a look."""


@dataclass(frozen=True, slots=True)
class Advice:
    """Something to look at. ``text`` is the answer that could be accepted, or answered; ``concerns`` is how
    many plays it is about."""

    question: str
    code: str
    said: str
    mend: Mend
    text: str = ""
    concerns: int = 0


def advice_on(found: QuestionStatistics, options: Sequence[str], answers: Sequence[str] = ()) -> list[Advice]:
    """What to do about a question, that first which would help most; ``options`` are its texts, none where it
    is typed in, ``answers`` what is right."""
    if found.judged < FEWEST:
        return []
    few = f" (only {found.asked} plays)" if found.asked < FEW else ""
    advice = [
        Advice(found.question, code, said + few, mend, text, concerns)
        for look in _LOOKED_FOR
        for code, said, mend, text, concerns in look(found, options, answers)
    ]
    return sorted(advice, key=lambda one: -one.concerns)


_MANY_PICKED = 0.25
"""The share of plays that picked one and the same wrong option from which a word to it helps."""
_Found = Iterator[tuple[str, str, Mend, str, int]]


def _surely_below_zero(r: float, n: int) -> bool:
    """Whether a correlation that is 0 would hardly ever come out so low (R. A. Fisher's transformation)."""
    return n > 3 and atanh(max(r, -0.999999)) * sqrt(n - 3) < -_ONE_SIDED


def _key(found: QuestionStatistics, _: Sequence[str], answers: Sequence[str]) -> _Found:
    if found.discrimination is not None and _surely_below_zero(found.discrimination, found.asked):
        yield (
            "key",
            "The better players got this wrong more often: is the key right?",
            "question",
            "",
            found.asked,
        )


def _unpicked(found: QuestionStatistics, options: Sequence[str], answers: Sequence[str]) -> _Found:
    never = [one for one in options if not found.picked.get(one)]
    elsewhere = sum(found.picked.values()) - found.right
    if len(never) and len(options) > 2 and (1 - 1 / (len(options) - 1)) ** max(0, elsewhere) < _CHANCE:
        named = ", ".join(f"‘{one}’" for one in never)
        yield "unpicked", f"Nobody picked {named}: write another.", "question", "", 0


def _refusals(found: QuestionStatistics, options: Sequence[str], answers: Sequence[str]) -> _Found:
    for one in found.refused:
        if one.times < 3 or one.times < _ACCEPTED * found.asked:
            continue
        if options:
            if one.times >= _MANY_PICKED * found.judged:
                said = f"{one.times} picked ‘{one.text}’: say to it why it is not right."
                yield "answer", said, "answer", one.text, one.times
        elif is_near(one.text, answers):
            said = f"{one.times} typed ‘{one.text}’, which is nearly it: accept it?"
            yield "accept", said, "accept", one.text, one.times

        elif is_part(one.text, answers):
            said = f"{one.times} typed ‘{one.text}’: is that another name for it? Then accept it."
            yield "accept", said, "accept", one.text, one.times
        else:
            said = f"{one.times} typed ‘{one.text}’, which is something else: answer it?"
            yield "answer", said, "answer", one.text, one.times


def is_near(text: str, answers: Sequence[str]) -> bool:
    """Whether a text is so few edits from an answer as a slip of the fingers makes, or is it but for case
    and accents; any is where no answer is known."""
    if not answers:
        return True
    bare = without_accents(same(text))
    wanted = [without_accents(same(answer)) for answer in answers]
    return any(edits(bare, one, most) <= most for one in wanted for most in (max(1, len(one) // 4),))


def is_part(text: str, answers: Sequence[str]) -> bool:
    """Whether a text has a word with an answer in common, so that it may be another name for it."""
    words = {word for word in same(text).split() if len(word) > 2}
    return any(words & {*same(answer).split()} for answer in answers)


def _hurried(found: QuestionStatistics, _: Sequence[str], answers: Sequence[str]) -> _Found:
    if found.clocked and found.hurried >= found.clocked / 2:
        share = round(100 * found.hurried / found.clocked)
        yield (
            "hurried",
            f"{share} % had under 3 seconds left, or none: give it more time.",
            "clock",
            "",
            found.hurried,
        )


def _hard(found: QuestionStatistics, _: Sequence[str], answers: Sequence[str]) -> _Found:
    if found.difficulty < _HARD:
        yield (
            "hard",
            f"Only {found.first} of {found.asked} knew it: is it clear?",
            "question",
            "",
            found.judged - found.first,
        )
    elif found.difficulty > _EASY and found.asked >= FEW:
        yield "easy", f"{found.first} of {found.asked} knew it: it tells nobody apart.", "question", "", 0


_LOOKED_FOR: tuple[Callable[[QuestionStatistics, Sequence[str], Sequence[str]], _Found], ...] = (
    _key,
    _refusals,
    _hurried,
    _unpicked,
    _hard,
)
