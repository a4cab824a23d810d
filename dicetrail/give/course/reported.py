"""What a play has come to, as any learning platform wants to know it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from ...core.play.kinds.base import Interaction
from ...core.prove.plays.about import AboutQuestion
from ...core.prove.plays.record import OPEN, OPINION, Answer, PlayRecord, question_of

Success = Literal["passed", "failed", "unknown"]
Judged = Literal["right", "wrong", "neutral"]
Places = tuple[tuple[int, ...], ...]
"""Places (from 0) of options; in pairs, each item with its option."""
_PICKED: tuple[Interaction, ...] = ("choice", "sequencing")


@dataclass(frozen=True, slots=True)
class ReportedAnswer:
    """A question that was answered: its number (from 1), its id, what sort of interaction it is, its words,
    what was given and what is right (places where options are picked, a text where one is typed), how it was
    judged, and the seconds it took."""

    number: int
    question: str
    interaction: Interaction
    prompt: str
    given: Places | str
    right: Places | str
    judged: Judged
    seconds: float


@dataclass(frozen=True, slots=True)
class Reported:
    """What a play has come to. ``scaled`` is the share of the judged questions that were right (0 to 1), None
    where there was none."""

    completed: bool
    success: Success
    scaled: float | None
    seconds: float
    told: tuple[ReportedAnswer, ...]


def reported_of(record: PlayRecord, about: Mapping[str, AboutQuestion]) -> Reported:
    """What a play has come to, from its record and what is known of its questions."""
    judged = [one.outcome for one in record.answers if one.outcome not in (OPEN, OPINION)]
    successes: dict[str, Success] = {"won": "passed", "lost": "failed"}
    return Reported(
        completed=bool(record.result) and not record.stopped,
        success=successes.get(record.result, "unknown"),
        scaled=round(judged.count("right") / len(judged), 4) if judged else None,
        seconds=record.seconds,
        told=tuple(_told(record, about)),
    )


def _told(record: PlayRecord, about: Mapping[str, AboutQuestion]) -> Iterator[ReportedAnswer]:
    for number, answer in enumerate(record.answers, 1):
        if answer.outcome == OPEN:
            continue
        known = about.get(question_of(answer.question), AboutQuestion(answer.question))
        sort = known.interaction
        yield ReportedAnswer(
            number,
            question_of(answer.question),
            sort,
            known.prompt,
            _given(answer, known, sort),
            _right(known, sort),
            "neutral" if answer.outcome == OPINION else "right" if answer.outcome == "right" else "wrong",
            answer.used,
        )


def _given(answer: Answer, about: AboutQuestion, sort: Interaction) -> Places | str:
    given = [one for one in answer.tries if one.text]
    if not given:
        return ""
    last = given[-1]
    return _placed(about.places(last.text, last.parts), sort) or _typed(last.text, about, sort)


def _right(about: AboutQuestion, sort: Interaction) -> Places | str:
    if not about.answers:
        return ""
    places = tuple(about.options.index(one) for one in about.answers if one in about.options)
    return _placed(places, sort) or _typed(about.answers[0], about, sort)


def _typed(text: str, about: AboutQuestion, sort: Interaction) -> str:
    """A text as it is told: a number in digits, "" where it is none."""
    return about.decimal(text) if sort == "numeric" else text


def _placed(places: tuple[int, ...], sort: Interaction) -> Places:
    """The options of an answer; nothing where the interaction is a text."""
    if sort == "matching":
        return tuple(enumerate(places))
    return tuple((place,) for place in places) if sort in _PICKED else ()
