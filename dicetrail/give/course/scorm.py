"""What is told to a platform by SCORM: 1.2 (ADL, SCORM 1.2 Run-Time Environment, 3.4) and 2004 (ADL, SCORM
2004 4th Edition Run-Time Environment, 4.2), as elements of their data models with values. From memory."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

from ...core.play.kinds.base import Interaction
from ...core.prove.plays.xapi import duration_of
from .reported import Judged, Places, Reported, ReportedAnswer

Elements = Iterator[tuple[str, str]]
LONGEST_KEPT_12, LONGEST_KEPT_2004 = 4096, 64_000
"""Characters that each may keep of a play."""
_NO_NAME = re.compile(r"[^A-Za-z0-9_-]+")


def clock_of(seconds: float) -> str:
    """A span of time as ``HHHH:MM:SS.SS`` (CMITimespan)."""
    hundredths = round(seconds * 100)
    minutes, rest = divmod(hundredths, 6000)
    return f"{minutes // 60:04}:{minutes % 60:02}:{rest // 100:02}.{rest % 100:02}"


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
    keeps: int
    """Characters that it keeps of a play."""
    span: Callable[[float], str]
    """A span of time, in seconds, as it is written."""


V12 = Dialect(
    between=",",
    pair=".",
    truth=("t", "f"),
    judged={"right": "correct", "wrong": "wrong", "neutral": "neutral"},
    interactions={"other": "performance"},
    given="student_response",
    described=False,
    longest=255,
    keeps=LONGEST_KEPT_12,
    span=clock_of,
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
    keeps=LONGEST_KEPT_2004,
    span=duration_of,
)


def told_12(reported: Reported, session: float, kept: str) -> Elements:
    """All that is told by SCORM 1.2; ``session`` is how long this launch has lasted (seconds), ``kept`` what
    the play is taken up from."""
    ended = reported.success if reported.completed and reported.success != "unknown" else "completed"
    yield "cmi.core.lesson_status", ended if reported.completed else "incomplete"
    yield from _score("cmi.core.score", reported)
    yield "cmi.core.session_time", clock_of(session)
    yield "cmi.core.exit", "" if reported.completed else "suspend"
    yield from _kept_and_answered(reported, kept, V12)


def told_2004(reported: Reported, session: float, kept: str) -> Elements:
    """All that is told by SCORM 2004."""
    yield "cmi.completion_status", "completed" if reported.completed else "incomplete"
    yield "cmi.success_status", reported.success
    if reported.scaled is not None:
        yield "cmi.score.scaled", f"{reported.scaled:.4g}"
    yield from _score("cmi.score", reported)
    yield "cmi.session_time", duration_of(session)
    yield "cmi.exit", "normal" if reported.completed else "suspend"
    yield from _kept_and_answered(reported, kept, V2004)


TELLS = {"1.2": told_12, "2004": told_2004}
"""How each version is told, by its name."""


def _score(name: str, reported: Reported) -> Elements:
    """The share of right answers, of a hundred: all that SCORM 1.2 takes."""
    if reported.scaled is not None:
        yield f"{name}.raw", f"{100 * reported.scaled:.4g}"
        yield f"{name}.min", "0"
        yield f"{name}.max", "100"


def _kept_and_answered(reported: Reported, kept: str, dialect: Dialect) -> Elements:
    """What the play is taken up from, where it is short enough, and each answer."""
    if len(kept) <= dialect.keeps:
        yield "cmi.suspend_data", kept
    for place, one in enumerate(reported.told):
        yield from _interaction(f"cmi.interactions.{place}", one, dialect)


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
    yield f"{name}.latency", dialect.span(one.seconds)


def _said(answer: Places | str, interaction: Interaction, dialect: Dialect) -> str:
    """An answer: the places of options as digits, which both versions take as identifiers."""
    if not isinstance(answer, str):
        return dialect.between.join(dialect.pair.join(map(str, places)) for places in answer)
    if interaction == "true-false":
        return dialect.truth[0 if answer.casefold() == "true" else 1]
    return answer[: dialect.longest]
