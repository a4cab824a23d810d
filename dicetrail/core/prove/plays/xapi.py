"""Plays as statements of the Experience API (IEEE 9274.1.1, xAPI 2.0), with the verbs of the ADL registry.

A play is ``initialized``, each of its questions ``answered``, then it is ``completed`` or ``terminated``, and
where it was won or lost ``passed`` or ``failed``. The ids of statements follow from the play (UUID version 5,
RFC 9562), so that a store which has one already does not get it twice.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from datetime import timedelta
from typing import Any
from uuid import UUID, uuid5

from ...play.kinds import KINDS
from .about import AboutQuestion
from .out import KeptPlay
from .record import OPEN, OPINION, Answer, Try, question_of

VERSION = "2.0.0"
_VERBS = "http://adlnet.gov/expapi/verbs/"
_ACTIVITIES = "http://adlnet.gov/expapi/activities/"
_LISTED = ("choice", "sequencing")
"""The interactions whose options are listed; several in a response are parted by ``[,]`` (xAPI 2.0)."""
_SPACE = UUID("6f1a64a4-7e9b-5d5e-9c1f-0d1ce74a1151")
"""The namespace of our statements' ids."""


def statements(
    play: KeptPlay, game: str, title: str, told: Mapping[str, AboutQuestion]
) -> Iterator[dict[str, Any]]:
    """The statements of a play. ``game`` is the address (IRI) that stands for the game; players are accounts
    of its site, known by their browser: two of one name are two."""
    record = play.record
    actor = {
        "objectType": "Agent",
        "name": play.player or "A player",
        "account": {"homePage": game, "name": _account(play)},
    }
    activity = {
        "objectType": "Activity",
        "id": game,
        "definition": {"type": f"{_ACTIVITIES}assessment", "name": {"und": title}},
    }
    at = play.started

    def made(number: int, verb: str, after: float, thing: dict[str, Any], **more: Any) -> dict[str, Any]:
        return {
            "id": str(uuid5(_SPACE, f"{play.play} {number} {verb}")),
            "actor": actor,
            "verb": {"id": f"{_VERBS}{verb}", "display": {"en": verb}},
            "object": thing,
            "timestamp": _time(at + timedelta(seconds=after)),
            **more,
        }

    yield made(0, "initialized", 0, activity)
    context = {"contextActivities": {"parent": [{"id": game}]}}
    spent = 0.0
    for number, answer in enumerate(record.answers, 1):
        if answer.outcome == OPEN:
            continue
        spent = min(spent + answer.used, record.seconds)
        name = question_of(answer.question)
        about = told.get(name, AboutQuestion(name))
        thing = _question(game, name, about)
        yield made(number, "answered", spent, thing, result=_answer_result(answer, about), context=context)
    if not record.result:
        return
    ended = len(record.answers) + 1
    stopped = record.left or record.result == "stopped"
    result = _play_result(play)
    yield made(ended, "terminated" if stopped else "completed", record.seconds, activity, result=result)
    if record.result in ("won", "lost"):
        success = record.result == "won"
        judged = {**result, "success": success}
        verb = "passed" if success else "failed"
        yield made(ended + 1, verb, record.seconds, activity, result=judged)


def _account(play: KeptPlay) -> str:
    return str(uuid5(_SPACE, play.browser)) if play.browser else play.play


def _question(game: str, name: str, about: AboutQuestion) -> dict[str, Any]:
    definition: dict[str, Any] = {
        "type": f"{_ACTIVITIES}cmi.interaction",
        "name": {"und": about.prompt or name},
        "interactionType": _interaction(about),
    }
    if _interaction(about) in _LISTED:
        definition["choices"] = [
            {"id": f"o{place}", "description": {"und": option}} for place, option in enumerate(about.options)
        ]
    return {"objectType": "Activity", "id": f"{game}#question-{name}", "definition": definition}


def _interaction(about: AboutQuestion) -> str:
    """What sort of interaction a question is: one with options that are listed, or a text."""
    return KINDS[about.kind or ("choice" if about.options else "typed")].interaction


def _response(about: AboutQuestion, made: Try) -> str:
    """An answer as statements have it: the options that it picked by their ids."""
    interaction, places = _interaction(about), about.places(made.text, made.parts)
    if interaction == "true-false":
        return made.text.lower()
    return "[,]".join(f"o{place}" for place in places) if interaction in _LISTED and places else made.text


def _answer_result(answer: Answer, about: AboutQuestion) -> dict[str, Any]:
    given = [one for one in answer.tries if one.text]
    result: dict[str, Any] = {
        **({} if answer.outcome == OPINION else {"success": answer.outcome == "right"}),
        "completion": answer.outcome in ("right", "missed", OPINION),
        "duration": _duration(answer.used),
    }
    return {**result, "response": _response(about, given[-1])} if given else result


def _play_result(play: KeptPlay) -> dict[str, Any]:
    record = play.record
    score: dict[str, float] = {}
    judged = record.asked - sum(answer.outcome == OPINION for answer in record.answers)
    if judged:
        score["scaled"] = round(record.right / judged, 4)
    if record.score is not None:
        score["raw"] = record.score
    result: dict[str, Any] = {
        "completion": not (record.left or record.result == "stopped"),
        "duration": _duration(record.seconds),
    }
    return {**result, "score": score} if score else result


def _time(at: Any) -> str:
    """An RFC 3339 time in UTC, to the millisecond."""
    return str(at.isoformat(timespec="milliseconds")).replace("+00:00", "Z")


def _duration(seconds: float) -> str:
    """An ISO 8601 duration, to the hundredth of a second (xAPI 2.0, 4.2.7)."""
    return f"PT{seconds:.2f}S"
