"""Finding questions in a large pack: by words, kind, topic, level and snag, in any order."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ..play.questions.question import Question

Order = Literal["filed", "prompt", "answer", "kind", "topic", "level"]


@dataclass(frozen=True, slots=True)
class Wanted:
    """Which questions are looked for; what is "" or None is left open.

    ``words`` must all stand in the prompt, an answer, an option or the topic, or begin the id. ``snag`` is
    ``any``, or the code of one.
    """

    words: str = ""
    kind: str = ""
    topic: str | None = None
    level: int | None = None
    snag: str = ""
    order: Order = "filed"
    falling: bool = False


def find(questions: Sequence[Question], wanted: Wanted, snags: Mapping[int, Collection[str]]) -> list[int]:
    """The numbers (from 0) of the wanted questions. ``snags`` are the codes of the snags of each line."""
    tests = _tests(wanted, snags)
    found = [number for number, question in enumerate(questions) if all(test(question) for test in tests)]
    if wanted.order != "filed":
        key = _KEYS[wanted.order]
        found.sort(key=lambda number: key(questions[number]), reverse=wanted.falling)
    elif wanted.falling:
        found.reverse()
    return found


def _tests(wanted: Wanted, snags: Mapping[int, Collection[str]]) -> list[Callable[[Question], bool]]:
    tests: list[Callable[[Question], bool]] = []
    if wanted.kind:
        tests.append(lambda question: question.kind == wanted.kind)
    if wanted.topic is not None:
        tests.append(lambda question: question.topic == wanted.topic)
    if wanted.level is not None:
        tests.append(lambda question: question.level == wanted.level)
    if wanted.snag == "any":
        tests.append(lambda question: question.line in snags)
    elif wanted.snag:
        tests.append(lambda question: wanted.snag in snags.get(question.line, ()))
    for word in wanted.words.casefold().split():
        tests.append(_holder(word))
    return tests


def _holder(word: str) -> Callable[[Question], bool]:
    def holds(question: Question) -> bool:
        return (
            word in question.prompt.casefold()
            or any(word in text.casefold() for text in question.options or question.answers)
            or word in question.topic.casefold()
            or question.id.casefold().startswith(word)
        )

    return holds


_KEYS: dict[str, Callable[[Question], str | int]] = {
    "prompt": lambda question: question.prompt.casefold(),
    "answer": lambda question: question.answers[0].casefold() if question.answers else "",
    "kind": lambda question: question.kind,
    "topic": lambda question: question.topic.casefold(),
    "level": lambda question: question.level,
}
