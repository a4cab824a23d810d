"""Comparing: which switches hold for a question, and what they make of a game's answers.

Switches are set for the game, a pack or one question; of each the nearest setting wins.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from itertools import chain
from typing import Any, Literal

from babel import Locale

from ..play.answers.folding import fold
from ..play.answers.switches import Checking, Comma, Spelling
from ..play.answers.verdict import Verdict
from ..play.kinds import kind_of
from ..play.questions.card import as_filed
from ..play.questions.once import once_each, once_over
from ..play.questions.question import LABELS, Question, said, same
from ..play.run.checking import check
from .checking import OwnCheckingPart
from .document import Document

Scope = Literal["game", "pack", "question"]
KEYS = ("ignore", "spelling", "unreadable", "articles")


@dataclass(frozen=True, slots=True)
class Collision:
    """Two options of a question that are the same once the switches were applied (places from 0)."""

    question: Question
    places: tuple[int, int]
    message: str


def nearest(document: Document, pack: str, question_id: str) -> tuple[Checking, dict[str, Scope]]:
    """The switches that hold for a question of a pack, and where each of them was set."""
    part = document.checking
    values: dict[str, Any] = {key: getattr(part, key) for key in KEYS}
    origins: dict[str, Scope] = dict.fromkeys(KEYS, "game")
    own: tuple[tuple[Scope, OwnCheckingPart | None], ...] = (
        ("pack", part.packs.get(pack)),
        ("question", part.questions.get(question_id)),
    )
    for scope, setting in own:
        for key in KEYS if setting is not None else ():
            if (value := getattr(setting, key)) is not None:
                values[key], origins[key] = value, scope
    return (
        Checking(
            tuple(values["ignore"]),
            _spelling(values["spelling"]),
            values["unreadable"],
            tuple(values["articles"]),
            _comma(document.words.language),
        ),
        origins,
    )


@cache
def _comma(language: str) -> Comma:
    """What the comma in ``1,234`` is where a language is written in these digits (Unicode CLDR, by Babel)."""
    return "thousands" if Locale.parse(language).number_symbols["latn"]["group"] == "," else "decimal"


def _spelling(written: int | Mapping[int, int]) -> Spelling:
    return written if isinstance(written, int) else tuple(sorted(written.items()))


def verdict_on(question: Question, text: str, rules: Checking) -> Verdict:
    """What checking says of a text, the options standing as filed."""
    return check(as_filed(question), text, rules)


@once_over
def collisions(questions: Sequence[Question], rules: Checking) -> tuple[Collision, ...]:
    """Every pair of options that were different as filed and that the switches make the same.

    ``rules`` are the game's; a question's own go before them.
    """
    return tuple(chain.from_iterable(_of_options(questions, rules)))


@once_each
def _of_options(question: Question, rules: Checking) -> tuple[Collision, ...]:
    if not kind_of(question).by_text:
        return ()
    options = [said(option) for option in question.options]
    folded = [fold(option, question.checking or rules) for option in options]
    if len(set(folded)) == len(folded):
        return ()
    return tuple(
        Collision(question, (earlier, later), _said(question, options, earlier, later))
        for later, option in enumerate(folded)
        for earlier in (folded.index(option),)
        if earlier < later and same(options[earlier]) != same(options[later])
    )


def _said(question: Question, options: Sequence[str], earlier: int, later: int) -> str:
    told = (
        f"With these switches option {LABELS[earlier]} (‘{options[earlier][:40]}’) and option"
        f" {LABELS[later]} (‘{options[later][:40]}’) of ‘{question.prompt[:60]}’ are the same when typed"
    )
    if question.right in (earlier, later) or len(question.rights) > 1:
        return f"{told}, and one of them is right. Turn the switch off, or write one of them otherwise."
    return f"{told}: the first of them is taken."
