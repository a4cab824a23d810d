"""``number``: the player types a number."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from fractions import Fraction

from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..language.numbers import is_ambiguous, read_number, show_number
from ..questions.card import Card
from ..questions.question import Question
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
        if question.between and not question.between[0] <= number <= question.between[1]:
            low, high = map(show_number, question.between)
            return Verdict("unreadable", (*steps, f"it lies between {low} and {high}"))
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
        """A number past the largest one accepted; between bounds the end that is farther from all."""
        question, numbers = card.question, numbers_of(card.question)
        if question.between:
            return show_number(farthest(numbers, *question.between))
        return show_number(max(numbers) + question.tolerance + 1)

    def how_far(self, card: Card, text: str, rules: Checking) -> tuple[float, float]:
        """How far a number is from the nearest accepted one, and in percent of that one (of 0: of the range,
        or else 100 where it is another)."""
        number = read_number(text, card.question.unit, rules.comma)
        if number is None:
            return 0, 0
        nearest = min(numbers_of(card.question), key=lambda wanted: abs(wanted - number))
        off, between = abs(nearest - number), card.question.between
        whole = abs(nearest) or (between[1] - between[0] if between else off) or 1
        return _plain(off), _plain(100 * off / whole)


def numbers_of(question: Question) -> list[Fraction]:
    """The numbers that are right."""
    return [read_number(answer, question.unit) or Fraction(0) for answer in question.answers]


def farthest(numbers: Sequence[Fraction], low: Fraction, high: Fraction) -> Fraction:
    """The bound that is farther from all of some numbers."""
    return max((low, high), key=lambda bound: min(abs(bound - number) for number in numbers))


def _plain(value: Fraction) -> float:
    return int(value) if value.denominator == 1 else round(float(value), 9)
