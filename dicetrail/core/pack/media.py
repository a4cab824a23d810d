"""The pictures and sounds that questions name."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator

from ..play.question import Question, picture
from ..snag import Snag
from .sounds import read_part


def files_of(questions: Iterable[Question]) -> set[str]:
    """The files of every picture and sound of these questions."""
    return {file for question in questions for file in _files(question)}


def _files(question: Question) -> Iterator[str]:
    if question.image:
        yield question.image
    if question.sound:
        yield read_part(question.sound)[0]
    for option in question.options:
        if shown := picture(option):
            yield shown[1]


def missing(questions: Iterable[Question], lost: Collection[str]) -> list[Snag]:
    """A snag for every question that names a file which is not there."""
    if not lost:
        return []
    return [
        Snag(
            "no-file",
            "warn",
            f"The question names ‘{file}’, which is not there. Bring it, or take its name away.",
            question.file,
            question.line,
        )
        for question in questions
        for file in _files(question)
        if file in lost
    ]


def renamed(question: Question, name: Callable[[str], str]) -> Question:
    """A question whose files are called what ``name`` makes of them."""
    changes: dict[str, object] = {}
    if question.image:
        changes["image"] = name(question.image)
    if question.sound:
        file, mark, part = question.sound.partition("#")
        changes["sound"] = name(file) + mark + part
    if any(option.startswith("![") for option in question.options):
        options = tuple(
            f"![{shown[0]}]({name(shown[1])})" if (shown := picture(option)) else option
            for option in question.options
        )
        changes["options"] = options
        changes["answers"] = (options[question.right],)
    return question._replace(**changes) if changes else question  # type: ignore[arg-type]
