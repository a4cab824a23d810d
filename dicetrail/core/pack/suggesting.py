"""Samples for a question of any kind."""

from __future__ import annotations

from ..play.questions.question import Question
from .kinds import GENERATED, written_as
from .samples import Sample


def suggested(question: Question) -> list[Sample]:
    """Inputs that show what the switches do to this question, each once; none for a generated one."""
    if question.kind in GENERATED:
        return []
    kept: dict[str, Sample] = {}
    for sample in (*written_as(question).samples(question), Sample("", "blank")):
        kept.setdefault(sample.text, sample)
    return list(kept.values())
