"""What a statement of the Experience API has to be like, as the standard says (IEEE 9274.1.1, xAPI 2.0, 4.2).

Only what plays send is known here: agents with an account, activities, results, parent activities.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from datetime import datetime
from typing import Any
from uuid import UUID

_DURATION = re.compile(r"P(?!$)(\d+Y)?(\d+M)?(\d+W)?(\d+D)?(T(?=\d)(\d+H)?(\d+M)?(\d+(\.\d+)?S)?)?")
"""ISO 8601 (2004), 4.4.3.2: a duration by its designators."""
_IRI = re.compile(r"[A-Za-z][A-Za-z0-9+.-]*:\S+")
_LANGUAGE = re.compile(r"[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*")
"""RFC 5646, as far as a map of texts needs it."""
_INTERACTIONS = (
    "true-false", "choice", "fill-in", "long-fill-in", "matching", "performance", "sequencing", "likert",
    "numeric", "other",
)  # fmt: skip
Problems = Iterator[str]


def problems_of(statement: Any) -> list[str]:
    """What is wrong with a statement; nothing where it can be kept."""
    if not isinstance(statement, dict):
        return ["a statement is an object"]
    return list(_statement(statement))


def _statement(one: dict[str, Any]) -> Problems:
    known = {
        "id",
        "actor",
        "verb",
        "object",
        "result",
        "context",
        "timestamp",
        "stored",
        "authority",
        "version",
    }
    yield from (f"`{name}` is no property of a statement" for name in one.keys() - known)
    yield from (f"`{name}` is missing" for name in ("actor", "verb", "object") if name not in one)
    yield from (f"`{path}` is null" for path in _nulls(one, ""))
    if "id" in one and not _is(UUID, one["id"]):
        yield "`id` is no UUID"
    if "timestamp" in one and not _is(datetime.fromisoformat, one["timestamp"]):
        yield "`timestamp` is no RFC 3339 time"
    yield from _agent(one.get("actor", {}))
    yield from _verb(one.get("verb", {}))
    yield from _activity(one.get("object", {}), "object")
    yield from _result(one.get("result", {}))
    for parent in one.get("context", {}).get("contextActivities", {}).get("parent", []):
        yield from _activity(parent, "context")


def _nulls(value: Any, path: str) -> Iterator[str]:
    """4.2.1: nothing is null."""
    if value is None:
        yield path
    elif isinstance(value, dict):
        for name, inner in value.items():
            yield from _nulls(inner, f"{path}.{name}")
    elif isinstance(value, list):
        for place, inner in enumerate(value):
            yield from _nulls(inner, f"{path}.{place}")


def _agent(agent: dict[str, Any]) -> Problems:
    if agent.get("objectType", "Agent") != "Agent":
        yield "the actor is no Agent"
    identifiers = [name for name in ("mbox", "mbox_sha1sum", "openid", "account") if name in agent]
    if len(identifiers) != 1:
        yield "an agent has exactly one way to be told by"
    account = agent.get("account", {"homePage": "x:y", "name": "x"})
    if not _IRI.fullmatch(str(account.get("homePage", ""))) or not account.get("name"):
        yield "an account has a `homePage` (IRI) and a `name`"
    if not isinstance(agent.get("name", ""), str):
        yield "a name is a text"


def _verb(verb: dict[str, Any]) -> Problems:
    if not _IRI.fullmatch(str(verb.get("id", ""))):
        yield "a verb has an `id` (IRI)"
    yield from _texts(verb.get("display", {}), "verb.display")


def _activity(activity: dict[str, Any], where: str) -> Problems:
    if activity.get("objectType", "Activity") != "Activity":
        yield f"`{where}` is no Activity"
    if not _IRI.fullmatch(str(activity.get("id", ""))):
        yield f"an activity has an `id` (IRI), which `{where}` has not"
    definition = activity.get("definition", {})
    yield from _texts(definition.get("name", {}), f"{where}.definition.name")
    if "type" in definition and not _IRI.fullmatch(str(definition["type"])):
        yield f"`{where}.definition.type` is no IRI"
    if "interactionType" in definition and definition["interactionType"] not in _INTERACTIONS:
        yield f"`{where}.definition.interactionType` is none of the standard's"
    for components in ("choices", "source", "target"):
        ids = [one.get("id") for one in definition.get(components, [])]
        if len(set(ids)) != len(ids) or not all(ids):
            yield f"each of `{where}.definition.{components}` has an `id` of its own"


def _result(result: dict[str, Any]) -> Problems:
    for name in ("success", "completion"):
        if not isinstance(result.get(name, False), bool):
            yield f"`result.{name}` is neither true nor false"
    if "duration" in result and not _DURATION.fullmatch(str(result["duration"])):
        yield "`result.duration` is no ISO 8601 duration"
    if not isinstance(result.get("response", ""), str):
        yield "`result.response` is no text"
    scaled = result.get("score", {}).get("scaled", 0)
    if isinstance(scaled, bool) or not isinstance(scaled, int | float) or not -1 <= scaled <= 1:
        yield "`result.score.scaled` does not lie between -1 and 1"


def _texts(texts: Any, where: str) -> Problems:
    if not isinstance(texts, dict) or not all(
        _LANGUAGE.fullmatch(language) and isinstance(text, str) for language, text in texts.items()
    ):
        yield f"`{where}` is no map of texts by language"


def _is(read: Callable[[str], Any], value: Any) -> bool:
    try:
        read(value)
    except (ValueError, TypeError, AttributeError):
        return False
    return True
