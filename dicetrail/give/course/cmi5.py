"""What is told to a platform by cmi5 (AICC/ADL, cmi5 Quartz, 9 and 10; from memory): statements of the
Experience API, with what the launch says of the learner and the session."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from datetime import datetime
from typing import Any
from uuid import UUID, uuid5

from ...core.prove.plays.about import AboutQuestion
from ...core.prove.plays.out import KeptPlay
from ...core.prove.plays.xapi import VERBS, duration_of, statements, time_of

_CATEGORIES = "https://w3id.org/xapi/cmi5/context/categories/"
_CMI5, _MOVE_ON = f"{_CATEGORIES}cmi5", f"{_CATEGORIES}moveon"
_DEFINED = ("completed", "passed", "failed")
"""The verbs of a play that cmi5 defines."""
_SPACE = UUID("0a1f6a0e-3f8a-5a0f-8a67-3a3f4d1e2b11")
"""The namespace of the ids of sessions' statements."""
Launch = Mapping[str, Any]
"""What a launch says: ``actor``, ``registration``, ``activity`` (its id), ``context`` (the template)."""


def told_by_cmi5(
    play: KeptPlay, title: str, about: Mapping[str, AboutQuestion], launch: Launch
) -> Iterator[dict[str, Any]]:
    """The statements of a play, those of each verb that cmi5 defines marked as such."""
    for one in statements(play, str(launch["activity"]), title, about):
        verb = one["verb"]["id"].removeprefix(VERBS)
        if verb == "answered":
            yield _of(one, launch, [])
        elif verb in _DEFINED:
            yield _of(one, launch, [_CMI5, _MOVE_ON])


def of_session(verb: str, at: datetime, seconds: float, launch: Launch) -> dict[str, Any]:
    """The statement that begins a session (``initialized``), or ends it (``terminated``)."""
    made = {
        "id": str(uuid5(_SPACE, f"{launch['registration']} {launch.get('session', '')} {verb} {at}")),
        "verb": {"id": f"{VERBS}{verb}", "display": {"en": verb}},
        "object": {"objectType": "Activity", "id": launch["activity"]},
        "timestamp": time_of(at),
    }
    if verb == "terminated":
        made["result"] = {"duration": duration_of(seconds)}
    return _of(made, launch, [_CMI5])


def _of(statement: dict[str, Any], launch: Launch, categories: list[str]) -> dict[str, Any]:
    """A statement with the learner and the context that the platform wants."""
    template: dict[str, Any] = dict(launch.get("context") or {})
    activities = {**template.pop("contextActivities", {})}
    own = statement.get("context", {}).get("contextActivities", {})
    activities.update(own)
    if categories:
        activities["category"] = [*activities.get("category", []), *({"id": one} for one in categories)]
    context = {**template, "registration": launch["registration"]}
    if activities:
        context["contextActivities"] = activities
    return {**statement, "actor": launch["actor"], "context": context}
