"""Checking: what a player gives, compared with what is right, step by step.

Every verdict carries the steps that led to it, so that a maker can be shown why an answer counts.
"""

from __future__ import annotations

from collections.abc import Collection

from ..answers.folding import shorten, visible
from ..answers.switches import Checking
from ..answers.verdict import LONGEST_ANSWER, Verdict
from ..kinds import kind_of
from ..questions.card import Card


def check(card: Card, text: str, rules: Checking, tried: Collection[str] = ()) -> Verdict:
    """Check one input for a question as it was dealt.

    ``rules`` are the game's; the question's own go before them. ``tried`` are the letters that were guessed
    already.
    """
    rules = card.question.checking or rules
    given = f"given ‘{shorten(text)}’"
    if len(text) > LONGEST_ANSWER:
        return Verdict("unreadable", (given, f"longer than {LONGEST_ANSWER} characters"))
    if not visible(text):
        return Verdict("unreadable", (given, "nothing was typed"))
    verdict = kind_of(card.question).check(card, text, rules, tried)
    return verdict._replace(steps=(given, *verdict.steps))
