"""What is told to a platform by SCORM: 1.2 (ADL, SCORM 1.2 Run-Time Environment, 3.4) and 2004 (ADL, SCORM
2004 4th Edition Run-Time Environment, 4.2), as elements of their data models with values. From memory."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ...core.play.kinds.base import Interaction
from .reported import Judged, Places, Reported, ReportedAnswer

Elements = Iterator[tuple[str, str]]
LONGEST_KEPT_12, LONGEST_KEPT_2004 = 4096, 64_000
"""Characters that each may keep of a play."""
_NO_NAME = re.compile(r"[^A-Za-z0-9_-]+")


@dataclass(frozen=True, slots=True)
class Dialect:
    """How a version says it: the marks between answers and in a pair, its words for truth and judgement, and
    its names of the parts of an interaction."""

    between: str
    pair: str
    truth: tuple[str, str]
    judged: Mapping[Judged, str]
    interactions: Mapping[Interaction, str]
    """The sorts that are called otherwise."""
    given: str
    described: bool
    longest: int


V12 = Dialect(
    between=",",
    pair=".",
    truth=("t", "f"),
    judged={"right": "correct", "wrong": "wrong", "neutral": "neutral"},
    interactions={"other": "performance"},
    given="student_response",
    described=False,
    longest=255,
)
V2004 = Dialect(
    between="[,]",
    pair="[.]",
    truth=("true", "false"),
    judged={"right": "correct", "wrong": "incorrect", "neutral": "neutral"},
    interactions={},
    given="learner_response",
    described=True,
    longest=250,
)


def told_12(reported: Reported, session: float, kept: str) -> Elements:
    """All that is told by SCORM 1.2; ``session`` is how long this launch has lasted (seconds), ``kept`` what
    the play is taken up from."""
    ended = reported.success if reported.completed and reported.success != "unknown" else "completed"
    yield "cmi.core.lesson_status", ended if reported.completed else "incomplete"
    yield from _score("cmi.core.score", reported)
    yield "cmi.core.session_time", clock_of(session)
    yield "cmi.core.exit", "" if reported.completed else "suspend"
    if len(kept) <= LONGEST_KEPT_12:
        yield "cmi.suspend_data", kept
    for place, one in enumerate(reported.told):
        yield from _interaction(f"cmi.interactions.{place}", one, V12)
        yield f"cmi.interactions.{place}.latency", clock_of(one.seconds)


def told_2004(reported: Reported, session: float, kept: str) -> Elements:
    """All that is told by SCORM 2004."""
    yield "cmi.completion_status", "completed" if reported.completed else "incomplete"
    yield "cmi.success_status", reported.success
    if reported.scaled is not None:
        yield "cmi.score.scaled", f"{reported.scaled:.4g}"
    yield from _score("cmi.score", reported)
    yield "cmi.session_time", duration_of(session)
    yield "cmi.exit", "normal" if reported.completed else "suspend"
    if len(kept) <= LONGEST_KEPT_2004:
        yield "cmi.suspend_data", kept
    for place, one in enumerate(reported.told):
        yield from _interaction(f"cmi.interactions.{place}", one, V2004)
        yield f"cmi.interactions.{place}.latency", duration_of(one.seconds)


TELLS = {"1.2": told_12, "2004": told_2004}
"""How each version is told, by its name."""


def clock_of(seconds: float) -> str:
    """A span of time as ``HHHH:MM:SS.SS`` (CMITimespan)."""
    hundredths = round(seconds * 100)
    minutes, rest = divmod(hundredths, 6000)
    return f"{minutes // 60:04}:{minutes % 60:02}:{rest // 100:02}.{rest % 100:02}"


def duration_of(seconds: float) -> str:
    """A span of time as ``PT…S`` (ISO 8601), to the hundredth of a second."""
    return f"PT{seconds:.2f}S"


def _score(name: str, reported: Reported) -> Elements:
    """The share of right answers, of a hundred: all that SCORM 1.2 takes."""
    if reported.scaled is not None:
        yield f"{name}.raw", f"{100 * reported.scaled:.4g}"
        yield f"{name}.min", "0"
        yield f"{name}.max", "100"


def _interaction(name: str, one: ReportedAnswer, dialect: Dialect) -> Elements:
    yield f"{name}.id", f"q{one.number}-{_NO_NAME.sub('-', one.question)[:200]}"
    yield f"{name}.type", dialect.interactions.get(one.interaction, one.interaction)
    if dialect.described and one.prompt:
        yield f"{name}.description", one.prompt[: dialect.longest]
    if one.right:
        yield f"{name}.correct_responses.0.pattern", _said(one.right, one.interaction, dialect)
    if one.given:
        yield f"{name}.{dialect.given}", _said(one.given, one.interaction, dialect)
    yield f"{name}.result", dialect.judged[one.judged]


def _said(answer: Places | str, interaction: Interaction, dialect: Dialect) -> str:
    """An answer: the places of options as digits, which both versions take as identifiers."""
    if not isinstance(answer, str):
        return dialect.between.join(dialect.pair.join(map(str, places)) for places in answer)
    if interaction == "true-false":
        return dialect.truth[0 if answer.casefold() == "true" else 1]
    return answer[: dialect.longest]
