"""Samples: inputs held against a question under a game's switches."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ..pack.samples import Sample
from ..pack.suggesting import suggested
from ..play.answers.switches import Checking
from ..play.answers.verdict import Verdict
from ..play.questions.question import Question
from ..rules.checking import CheckingPart
from ..rules.comparing import verdict_on


@dataclass(frozen=True, slots=True)
class Tried:
    """A sample with its verdict. ``must`` is the verdict it is pinned to, and ``pin`` the number of the pin
    in the document ("" and -1 where it is not pinned)."""

    sample: Sample
    verdict: Verdict
    must: Literal["", "right", "wrong"] = ""
    pin: int = -1


def tried(question: Question, part: CheckingPart, rules: Checking, texts: Sequence[str]) -> list[Tried]:
    """The pinned samples of a question, then the maker's own ``texts``, then the suggested ones, each once.

    None for a question that is made from a recipe: each is another one.
    """
    if question.recipe is not None:
        return []
    pins = {
        sample.answer: (sample.must, number)
        for number, sample in enumerate(part.samples)
        if sample.question == question.id
    }
    samples = {text: Sample(text, "") for text in (*pins, *texts)}
    samples |= {sample.text: sample for sample in suggested(question)}
    own = question._replace(checking=rules)
    return [
        Tried(sample, verdict_on(own, text, rules), *pins.get(text, ("", -1)))
        for text, sample in samples.items()
    ]
