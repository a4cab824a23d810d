"""Checks of how answers are compared."""

from __future__ import annotations

from collections.abc import Iterator

from ..comparing import collisions, verdict_on
from .found import Found, Written, gone

MOST_COLLISIONS = 50
"""Pairs of options that are told, of those the switches make the same."""


def answers(game: Written) -> Iterator[Found]:
    """What the switches make of the answers: options that collide, samples that are broken."""
    document, questions, checking = game
    part = document.checking
    for found in collisions(questions, checking)[:MOST_COLLISIONS]:
        yield Found("collision", "warn", found.message, ("checking",))
    for name in part.packs:
        if name not in document.packs:
            yield Found(
                "unknown-pack",
                "warn",
                f"This game has no pack {name}, so these switches do nothing.",
                ("checking", "packs", name),
                of_key=True,
                mend=gone("Remove them", ("checking", "packs", name)),
            )
    by_id = {question.id: question for question in questions} if part.samples or part.questions else {}
    for question_id in part.questions:
        if question_id not in by_id:
            yield Found(
                "lost-question",
                "warn",
                f"There is no question {question_id} in this game, so these switches do nothing.",
                ("checking", "questions", question_id),
                of_key=True,
                mend=gone("Remove them", ("checking", "questions", question_id)),
            )
    for number, sample in enumerate(part.samples):
        path = ("checking", "samples", number)
        question = by_id.get(sample.question)
        if question is None or question.recipe is not None:
            yield Found(
                "lost-question",
                "warn",
                f"There is no question {sample.question} to hold this sample against.",
                path,
                mend=gone("Remove the sample", path),
            )
            continue
        verdict = verdict_on(question, sample.answer, checking)
        if (verdict.name == "right") != (sample.must == "right"):
            yield Found(
                "broken-sample",
                "warn",
                f"‘{sample.answer[:60]}’ must be {sample.must} for ‘{question.prompt[:60]}’, but it is"
                f" {verdict.name}: {', '.join(verdict.steps)}.",
                path,
            )
