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
from ..questions.carried import NOTHING, Carried, together
from ..questions.question import LABELS


def check(
    card: Card,
    text: str,
    rules: Checking,
    tried: Collection[str] = (),
    gone: Collection[int] = (),
) -> Verdict:
    """Check one input for a question as it was dealt.

    ``rules`` are the game's; the question's own go before them. ``tried`` are the letters that were guessed
    already, ``gone`` the options (their places as filed) that were taken away.
    """
    rules = card.question.checking or rules
    given = f"given ‘{shorten(text)}’"
    if len(text) > LONGEST_ANSWER:
        return Verdict("unreadable", (given, f"longer than {LONGEST_ANSWER} characters"))
    if not visible(text):
        return Verdict("unreadable", (given, "nothing was typed"))
    verdict = kind_of(card.question).check(card, text, rules, tried)
    if gone and (away := [place for place in verdict.picks if card.order[place] in gone]):
        return Verdict("unreadable", (given, f"option {LABELS[away[0]]} was taken away"))
    if (expected := carried_by(card, verdict, text, rules).text) and expected not in card.question.answers:
        verdict = verdict._replace(steps=(*verdict.steps, f"equals expected answer ‘{expected}’"))
    return verdict._replace(steps=(given, *verdict.steps))


def carried_by(card: Card, verdict: Verdict, text: str, rules: Checking) -> Carried:
    """What was given with an answer: by the options it picked, or by the first of the expected answers that
    it equals under the same switches."""
    some, kind = card.question.carries, kind_of(card.question)
    if not some or verdict.name == "unreadable":
        return NOTHING
    if kind.carries == "options":
        picked = [card.order[place] for place in verdict.picks]
        return together(one for one in some if one.place in picked)
    rules = card.question.checking or rules
    for one in some:
        only = card._replace(question=card.question._replace(answers=(one.text,)))
        if kind.check(only, text, rules, ()).name == "right":
            return one
    return NOTHING
