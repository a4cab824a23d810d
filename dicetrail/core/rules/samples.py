"""Samples: inputs that players are likely to give, suggested for a question to try its checking with."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from ..play.checking import without_accents
from ..play.numbers import read_number, show_number
from ..play.question import LABELS, Question, said

WORDS = "zero one two three four five six seven eight nine ten eleven twelve".split()  # noqa: SIM905


@dataclass(frozen=True, slots=True)
class Sample:
    """An input, and what is special about it in a few words."""

    text: str
    about: str


def suggested(question: Question) -> list[Sample]:
    """Inputs that show what the switches do to this question, each once."""
    if question.recipe is not None:
        return []
    if question.options:
        found = _for_options(question)
    elif question.kind == "number":
        found = _for_number(question)
    else:
        found = _for_words(question)
    kept: dict[str, Sample] = {}
    for sample in (*found, Sample("", "blank")):
        kept.setdefault(sample.text, sample)
    return list(kept.values())


def _for_options(question: Question) -> Iterator[Sample]:
    place = question.right
    label, text = LABELS[place], said(question.options[place])
    yield Sample(label, "the letter, as in the file")
    yield Sample(f" {label.lower()} ", "small letter, blanks around")
    yield Sample(f"{label})", "the letter with a bracket")
    yield Sample(str(place + 1), "the number of the place")
    yield Sample(text, "the text")
    yield Sample(text.swapcase(), "the text in the other case")
    yield Sample(_slipped(text), "a slip of the fingers")
    yield Sample(LABELS[len(question.options) % len(LABELS)], "a letter past the last option")


def _for_number(question: Question) -> Iterator[Sample]:
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


def _for_words(question: Question) -> Iterator[Sample]:
    answer = question.answers[0]
    yield Sample(answer, "as in the file")
    yield Sample(answer.swapcase(), "the other case")
    yield Sample(f"  {answer} ", "blanks around")
    yield Sample(_slipped(answer), "two letters swapped")
    yield Sample(answer[:-1], "the last letter missing")
    first, _, rest = answer.partition(" ")
    if rest and first.casefold() in ("the", "a", "an"):
        yield Sample(rest, "without the article")
    else:
        yield Sample(f"the {answer}", "with an article")
    if " " in answer:
        yield Sample(answer.replace(" ", "-"), "dashes for blanks")
        yield Sample(answer.replace(" ", "  "), "doubled blanks")
        yield Sample(answer.replace(" ", ""), "no blanks")
    yield Sample(without_accents(answer), "without accents")
    yield Sample(f"{answer}.", "a full stop behind")


def _slipped(text: str) -> str:
    """Two neighbours swapped in the middle of a text, the first that differ from there on."""
    for at in (*range(len(text) // 2, len(text) - 1), *range(len(text) // 2)):
        if text[at : at + 1] != text[at + 1 : at + 2]:
            return text[:at] + text[at + 1] + text[at] + text[at + 2 :]
    return text + text[-1:]
