"""What a platform takes by SCORM: the elements of the data models of 1.2 and 2004 (4th Edition) that a quiz
tells, with the form of their values (ADL, Run-Time Environments, 3.4 and 4.2; from memory)."""

from __future__ import annotations

import re
from collections.abc import Mapping

_NUMBER = r"-?\d+(\.\d{1,7})?"
_HUNDRED = r"100(\.0+)?|\d{1,2}(\.\d{1,7})?"
_SPAN_12 = r"\d{2,4}:[0-5]\d:[0-5]\d(\.\d{1,2})?"
_SPAN_2004 = r"PT\d+(\.\d{1,2})?S"
_PLACES_12 = r"[0-9a-z](,[0-9a-z])*"
_TEXT_12, _TEXT_2004 = r".{0,255}", r".{0,250}"

MODELS: dict[str, dict[str, str]] = {
    "1.2": {
        "cmi.core.lesson_status": "passed|completed|failed|incomplete|browsed|not attempted",
        "cmi.core.score.(raw|min|max)": _HUNDRED,
        "cmi.core.session_time": _SPAN_12,
        "cmi.core.exit": "|suspend|logout|time-out",
        "cmi.suspend_data": r".{0,4096}",
        "cmi.interactions.N.id": r"[\w-]{1,255}",
        "cmi.interactions.N.type": (
            "true-false|choice|fill-in|matching|performance|sequencing|likert|numeric"
        ),
        "cmi.interactions.N.(student_response|correct_responses.N.pattern)": _TEXT_12,
        "cmi.interactions.N.result": f"correct|wrong|unanticipated|neutral|{_NUMBER}",
        "cmi.interactions.N.latency": _SPAN_12,
    },
    "2004": {
        "cmi.completion_status": "completed|incomplete|not attempted|unknown",
        "cmi.success_status": "passed|failed|unknown",
        "cmi.score.scaled": r"-?(1(\.0+)?|0?(\.\d{1,7})?|0)",
        "cmi.score.(raw|min|max)": _NUMBER,
        "cmi.session_time": _SPAN_2004,
        "cmi.exit": "time-out|suspend|logout|normal|",
        "cmi.suspend_data": r".{0,64000}",
        "cmi.interactions.N.id": r"\S{1,4000}",
        "cmi.interactions.N.type": (
            "true-false|choice|fill-in|long-fill-in|likert|matching|performance|sequencing|numeric|other"
        ),
        "cmi.interactions.N.description": _TEXT_2004,
        "cmi.interactions.N.(learner_response|correct_responses.N.pattern)": r".{0,4000}",
        "cmi.interactions.N.result": f"correct|incorrect|unanticipated|neutral|{_NUMBER}",
        "cmi.interactions.N.latency": _SPAN_2004,
    },
}
"""The elements of each version (``N``: a number), and what their values are like."""
ANSWERS: dict[str, dict[str, str]] = {
    "1.2": {
        "true-false": "t|f|0|1",
        "choice": _PLACES_12,
        "sequencing": _PLACES_12,
        "matching": r"[0-9a-z]\.[0-9a-z](,[0-9a-z]\.[0-9a-z])*",
        "numeric": _NUMBER,
    },
    "2004": {
        "true-false": "true|false",
        "choice": r"\w+(\[,\]\w+)*",
        "sequencing": r"\w+(\[,\]\w+)*",
        "matching": r"\w+\[\.\]\w+(\[,\]\w+\[\.\]\w+)*",
        "numeric": _NUMBER,
    },
}
"""What a learner's answer is like, by the type of the interaction, where that is more than a text."""
_GIVEN = {"1.2": "student_response", "2004": "learner_response"}


def wrong_elements(version: str, elements: Mapping[str, str]) -> list[str]:
    """What of the elements a platform would not take, a sentence each."""
    model = {
        re.compile(name.replace(".", r"\.").replace("N", r"\d+")): form
        for name, form in MODELS[version].items()
    }
    found = []
    for name, value in elements.items():
        form = next((form for known, form in model.items() if known.fullmatch(name)), None)
        if form is None:
            found.append(f"{name} is no element of SCORM {version}.")
        elif not re.fullmatch(form, value, re.DOTALL):
            found.append(f"{name} can’t be {value[:80]!r}.")
    return [*found, *_wrong_answers(version, elements)]


def _wrong_answers(version: str, elements: Mapping[str, str]) -> list[str]:
    found = []
    for name, sort in elements.items():
        if not re.fullmatch(r"cmi\.interactions\.\d+\.type", name):
            continue
        given = elements.get(name.removesuffix("type") + _GIVEN[version])
        form = ANSWERS[version].get(sort)
        if given is not None and form is not None and not re.fullmatch(form, given):
            found.append(f"An answer of the type {sort} can’t be {given[:80]!r}.")
    return found
