"""``number``: a number to be typed in."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from ...play.language.numbers import read_number, show_number
from ...play.questions.question import Question
from ..misfit import Misfit
from ..row import CellRow
from ..samples import Sample
from .base import Key, Options, WrittenKind

WORDS = "zero one two three four five six seven eight nine ten eleven twelve".split()  # noqa: SIM905


class WrittenNumber(WrittenKind):
    """Columns ``answer``, ``unit`` and ``tolerance``."""

    name = "number"

    def key(self, row: CellRow, found: Options) -> Key:
        """The accepted numbers."""
        key = super().key(row, found)
        for answer in key.answers:
            if read_number(answer, row.one("unit")) is None:
                raise Misfit(
                    "not-a-number", f"‘{answer}’ is not a number. Write one, or make this a typed question."
                )
        return key

    def samples(self, question: Question) -> Iterator[Sample]:
        """The number in all its forms."""
        answer = question.answers[0]
        value = read_number(answer, question.unit) or Fraction(0)
        yield Sample(answer, "as in the file")
        yield Sample(f" {answer} ", "blanks around")
        if question.unit:
            yield Sample(f"{show_number(value)} {question.unit}", "with its unit")
        if value.denominator == 1 and 0 <= value < len(WORDS):
            yield Sample(WORDS[int(value)], "in words")
        if value.denominator == 1:
            yield Sample(f"{value},0", "with a decimal comma")
        else:
            yield Sample(show_number(value).replace(".", ","), "with a decimal comma")
            yield Sample(show_number(value, "fraction"), "as a fraction")
            yield Sample(show_number(value, "mixed"), "as a mixed number")
        if abs(value) >= 1000:
            yield Sample(f"{float(value):,.0f}", "with thousands marks")
        yield Sample(show_number(-value).replace("-", "−"), "the other sign")
        yield Sample(show_number(value + question.tolerance + 1), "too large")
