"""Samples: inputs that players are likely to give, to try the checking of a question with."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ..play.answers.folding import without_accents
from ..play.questions.question import Question


@dataclass(frozen=True, slots=True)
class Sample:
    """An input, and what is special about it in a few words."""

    text: str
    about: str


def of_words(question: Question) -> Iterator[Sample]:
    """Inputs for an answer of words."""
    answer = question.answers[0]
    yield Sample(answer, "as in the file")
    yield Sample(answer.swapcase(), "the other case")
    yield Sample(f"  {answer} ", "blanks around")
    yield Sample(slipped(answer), "two letters swapped")
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


def slipped(text: str) -> str:
    """Two neighbours swapped in the middle of a text, the first that differ from there on."""
    for at in (*range(len(text) // 2, len(text) - 1), *range(len(text) // 2)):
        if text[at : at + 1] != text[at + 1 : at + 2]:
            return text[:at] + text[at + 1] + text[at] + text[at + 2 :]
    return text + text[-1:]
