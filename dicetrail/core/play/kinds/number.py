"""``number``: the player types a number."""

from __future__ import annotations

from collections.abc import Collection
from fractions import Fraction

from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..language.numbers import is_ambiguous, read_number, show_number
from ..questions.card import Card
from .base import Interaction, Kind

_MEANS = {"thousands": "marks thousands", "decimal": "is the decimal mark"}


class Number(Kind):
    """Compared exactly, within the question's tolerance."""

    name = "number"
    nearly = False
    interaction: Interaction = "numeric"

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By its value."""
        question = card.question
        number = read_number(text, question.unit, rules.comma)
        if number is None:
            return Verdict("unreadable", ("not a number",))
        steps: tuple[str, ...] = (f"read as {show_number(number)}",)
        if is_ambiguous(text):
            steps = (f"the comma {_MEANS[rules.comma]} in the language of the page", *steps)
        for answer in question.answers:
            wanted = read_number(answer, question.unit, rules.comma)
            if wanted is None:
                continue
            if number == wanted:
                return Verdict("right", (*steps, f"equals {answer}"))
            if abs(number - wanted) <= question.tolerance:
                return Verdict("right", (*steps, f"within {show_number(question.tolerance)} of {answer}"))
        return Verdict("wrong", (*steps, "equals no accepted number"))

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """A number past the largest one accepted."""
        question = card.question
        numbers = [read_number(answer, question.unit) or Fraction(0) for answer in question.answers]
        return show_number(max(numbers) + question.tolerance + 1)
