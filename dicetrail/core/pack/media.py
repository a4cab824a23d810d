"""The pictures and sounds that questions name."""

from __future__ import annotations

import re
from collections.abc import Callable, Collection, Iterable, Iterator

from ..play.questions.question import Question, pictures_in
from ..snag import Snag
from .kinds import written_as

_PART = re.compile(r"(.*)#t=(\d+(?:\.\d+)?)?(?:,(\d+(?:\.\d+)?))?")


def files_of(questions: Iterable[Question]) -> set[str]:
    """The files of every picture and sound of these questions."""
    return {file for question in questions for file in _files(question)}


def _files(question: Question) -> Iterator[str]:
    kind = written_as(question)
    for one in kind.as_shown(question):
        if one.image:
            yield one.image
        if one.sound:
            yield read_part(one.sound)[0]
    for text in kind.option_texts(question):
        yield from pictures_in(text)


def missing(questions: Iterable[Question], lost: Collection[str]) -> list[Snag]:
    """A snag for every question that names a file which is not there."""
    if not lost:
        return []
    return [
        Snag(
            "no-file",
            "warn",
            f"The question names ‘{file}’, which is not there. Bring it, or remove its name.",
            question.file,
            question.line,
        )
        for question in questions
        for file in _files(question)
        if file in lost
    ]


def renamed(question: Question, name: Callable[[str], str]) -> Question:
    """A question whose files are called what ``name`` makes of them."""
    return written_as(question).renamed(question, name) if any(_files(question)) else question


def read_part(written: str) -> tuple[str, float, float | None]:
    """A sound as a question names it: its file, where it starts and ends (seconds; None: at its end).

    ``bell.ogg#t=1.5,4`` is heard from 1.5 to 4 seconds (W3C, Media Fragments URI 1.0, section 4.2.1).
    """
    match = _PART.fullmatch(written)
    if match is None:
        return written, 0.0, None
    return match[1], float(match[2] or 0), None if match[3] is None else float(match[3])
