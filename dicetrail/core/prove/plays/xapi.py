"""Plays as statements of the Experience API (IEEE 9274.1.1, xAPI 2.0), with the verbs of the ADL registry.

A play is ``initialized``, each of its questions ``answered``, then it is ``completed`` or ``terminated``, and
where it was won or lost ``passed`` or ``failed``. The ids of statements follow from the play (UUID version 5,
RFC 9562), so that a store which has one already does not get it twice.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import timedelta
from typing import Any
from uuid import UUID, uuid5

from .about import AboutQuestion
from .out import KeptPlay
from .record import OPEN, OPINION, Answer, PlayRecord, SeatRecord, Try, question_of

VERSION = "2.0.0"
VERBS = "http://adlnet.gov/expapi/verbs/"
_ACTIVITIES = "http://adlnet.gov/expapi/activities/"
_LISTED = ("choice", "sequencing")
"""The interactions whose options are listed; several in a response are parted by ``[,]`` (xAPI 2.0)."""
_MATCHING = "matching"
"""The interaction of pairs: source and target of each parted by ``[.]``, pairs by ``[,]`` (xAPI 2.0)."""
_SPACE = UUID("6f1a64a4-7e9b-5d5e-9c1f-0d1ce74a1151")
"""The namespace of our statements' ids."""


def statements(
    play: KeptPlay, game: str, title: str, told: Mapping[str, AboutQuestion]
) -> Iterator[dict[str, Any]]:
    """The statements of a play. ``game`` is the address (IRI) that stands for the game; players are accounts
    of its site, known by their browser: two of one name are two, and so are those who play in turn."""
    record = play.record
    activity = {
        "objectType": "Activity",
        "id": game,
        "definition": {"type": f"{_ACTIVITIES}assessment", "name": {"und": title}},
    }
    at = play.started

    def made(
        number: int, verb: str, after: float, thing: dict[str, Any], seat: int = 0, **more: Any
    ) -> dict[str, Any]:
        return {
            "id": str(uuid5(_SPACE, f"{play.play} {number} {verb}{f' {seat}' if seat else ''}")),
            "actor": _actor(play, game, seat),
            "verb": {"id": f"{VERBS}{verb}", "display": {"en": verb}},
            "object": thing,
            "timestamp": time_of(at + timedelta(seconds=after)),
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
        result = _answer_result(answer, about)
        yield made(number, "answered", spent, thing, answer.seat, result=result, context=context)
    if not record.result:
        return
    ended = len(record.answers) + 1
    for seat, one in enumerate(record.seats, 1) if record.seats else [(0, record)]:
        result = _result_of(record, one, seat)
        verb = "terminated" if record.stopped else "completed"
        yield made(ended, verb, record.seconds, activity, seat, result=result)
        if one.result in ("won", "lost"):
            success = one.result == "won"
            judged = {**result, "success": success}
            verb = "passed" if success else "failed"
            yield made(ended + 1, verb, record.seconds, activity, seat, result=judged)


def _actor(play: KeptPlay, game: str, seat: int) -> dict[str, Any]:
    """Who did it: whoever plays, or one of those who play in turn."""
    name = play.record.seats[seat - 1].player if seat else play.player
    account = f"{_account(play)}/{seat}" if seat else _account(play)
    return {
        "objectType": "Agent",
        "name": name or "A player",
        "account": {"homePage": game, "name": account},
    }


def _account(play: KeptPlay) -> str:
    return str(uuid5(_SPACE, play.browser)) if play.browser else play.play


def _question(game: str, name: str, about: AboutQuestion) -> dict[str, Any]:
    definition: dict[str, Any] = {
        "type": f"{_ACTIVITIES}cmi.interaction",
        "name": {"und": about.prompt or name},
        "interactionType": about.interaction,
    }
    if about.interaction in _LISTED:
        definition["choices"] = _components("o", about.options)
    elif about.interaction == _MATCHING:
        definition["source"] = _components("i", about.items)
        definition["target"] = _components("o", about.options)
    return {"objectType": "Activity", "id": f"{game}#question-{name}", "definition": definition}


def _components(letter: str, texts: Sequence[str]) -> list[dict[str, Any]]:
    """Parts of an interaction, by their ids."""
    return [{"id": f"{letter}{place}", "description": {"und": text}} for place, text in enumerate(texts)]


def _response(about: AboutQuestion, made: Try) -> str:
    """An answer as statements have it: the options that it picked by their ids."""
    interaction, places = about.interaction, about.places(made.text, made.parts)
    if interaction == "true-false":
        return made.text.lower()
    if interaction == "numeric":
        return about.decimal(made.text) or made.text
    if interaction == _MATCHING and places:
        return "[,]".join(f"i{item}[.]o{place}" for item, place in enumerate(places))
    return "[,]".join(f"o{place}" for place in places) if interaction in _LISTED and places else made.text


def _answer_result(answer: Answer, about: AboutQuestion) -> dict[str, Any]:
    given = [one for one in answer.tries if one.text]
    result: dict[str, Any] = {
        **({} if answer.outcome == OPINION else {"success": answer.outcome == "right"}),
        "completion": answer.outcome in ("right", "missed", OPINION),
        "duration": duration_of(answer.used),
    }
    return {**result, "response": _response(about, given[-1])} if given else result


def _result_of(record: PlayRecord, one: PlayRecord | SeatRecord, seat: int) -> dict[str, Any]:
    """What a play came to for whoever played it, or one of those who did."""
    score: dict[str, float] = {}
    opinions = sum(answer.outcome == OPINION and answer.seat == seat for answer in record.answers)
    if judged := one.asked - opinions:
        score["scaled"] = round(one.right / judged, 4)
    if one.score is not None:
        score["raw"] = one.score
    result: dict[str, Any] = {
        "completion": not record.stopped,
        "duration": duration_of(record.seconds),
    }
    return {**result, "score": score} if score else result


def time_of(at: Any) -> str:
    """An RFC 3339 time in UTC, to the millisecond."""
    return str(at.isoformat(timespec="milliseconds")).replace("+00:00", "Z")


def duration_of(seconds: float) -> str:
    """An ISO 8601 duration, to the hundredth of a second (xAPI 2.0, 4.2.7)."""
    return f"PT{seconds:.2f}S"
