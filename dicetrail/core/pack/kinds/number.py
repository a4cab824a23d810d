"""``number``: a number to be typed in."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from ...play.kinds.number import farthest
from ...play.language.numbers import read_number, show_number
from ...play.questions.question import Question
from ..misfit import Misfit
from ..record import WrittenRecord
from ..row import CellRow
from ..samples import Sample
from .base import Key, Options, WrittenKind

WORDS = "zero one two three four five six seven eight nine ten eleven twelve".split()  # noqa: SIM905


class WrittenNumber(WrittenKind):
    """Columns ``answer``, ``unit`` and ``tolerance``; ``between``: the bounds it is set in, ``0..3000``."""

    name = "number"

    def key(self, row: CellRow, found: Options) -> Key:
        """The accepted numbers."""
        key = super().key(row, found)
        for answer in key.answers:
            if read_number(answer, row.one("unit")) is None:
                raise Misfit(
                    "not-a-number", f"‘{answer}’ is not a number. Write one, or make this a typed question."
                )
        between = row.one("between")
        return key._replace(more={"between": _between(between, key, row)}) if between else key

    def record(self, question: Question) -> WrittenRecord:
        """The numbers, and their bounds."""
        record = super().record(question)
        if question.between:
            record["between"] = "..".join(map(show_number, question.between))
        return record

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
        if question.between:
            yield Sample(show_number(question.between[1] + 1), "past its bounds")


def _between(text: str, key: Key, row: CellRow) -> tuple[Fraction, Fraction]:
    """The bounds of a number. Raises :class:`Misfit`."""
    low, high = (read_number(part) for part in text.partition("..")[::2])
    if low is None or high is None or low >= high:
        raise Misfit("bad-between", f"‘{text}’ are no bounds. Write the least and the most, like `0..3000`.")
    tolerance = read_number(row.one("tolerance") or "0") or Fraction(0)
    numbers = [number for one in key.answers if (number := read_number(one, row.one("unit"))) is not None]
    if not all(low <= number <= high for number in numbers):
        raise Misfit("bad-between", f"A right number lies outside {text}. Write wider bounds.")
    if min(abs(number - farthest(numbers, low, high)) for number in numbers) <= tolerance:
        raise Misfit("bad-between", f"Every number from {text} is right. Write wider bounds.")
    return low, high
