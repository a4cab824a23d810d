"""Real plays and their statistics as tables and as JSON Lines, for other programs."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import TYPE_CHECKING, Any

from ...play.kinds import KINDS
from ...snag import Refused
from .about import AboutQuestion
from .record import Answer, PlayRecord, Try, Used, question_of

if TYPE_CHECKING:
    from .statistics import QuestionStatistics

LONGEST_PLAY = 1e9
"""Seconds that a play can have lasted."""
PLAY_COLUMNS = (
    "play",
    "version",
    "player",
    "started",
    "result",
    "award",
    "score",
    "right",
    "asked",
    "seconds",
    "dice",
)
STATISTICS_COLUMNS = (
    "question",
    "prompt",
    "asked",
    "right at first try",
    "right",
    "late",
    "skipped",
    "difficulty",
    "low",
    "high",
    "discrimination",
    "median seconds",
)


@dataclass(frozen=True, slots=True)
class KeptPlay:
    """A play with what is known of it besides its record; ``browser`` tells those it was played in apart."""

    play: str
    version: int
    player: str
    started: datetime
    dice: int
    record: PlayRecord
    browser: str = ""


def play_row(play: KeptPlay) -> list[Any]:
    """A play as a row of PLAY_COLUMNS."""
    record = play.record
    return [
        play.play,
        play.version,
        play.player,
        play.started.isoformat(),
        record.result,
        record.award,
        record.score,
        record.right,
        record.asked,
        record.seconds,
        play.dice if play.dice < 2**53 else str(play.dice),  # a spreadsheet's numbers end there
    ]


def statistics_row(found: QuestionStatistics, told: Mapping[str, AboutQuestion]) -> list[Any]:
    """A question as a row of STATISTICS_COLUMNS."""
    return [
        found.question,
        told.get(found.question, AboutQuestion("")).prompt,
        found.asked,
        found.first,
        found.right,
        found.late,
        found.skipped,
        round(found.difficulty, 4),
        round(found.low, 4),
        round(found.high, 4),
        None if found.discrimination is None else round(found.discrimination, 4),
        found.seconds,
    ]


def to_json_lines(plays: Iterable[KeptPlay], told: Mapping[str, AboutQuestion]) -> Iterator[str]:
    """Plays as JSON Lines, one a line, every answer with its prompt and options."""
    for play in plays:
        data = dict(zip(PLAY_COLUMNS, play_row(play), strict=True))
        data["left"] = play.record.left
        if play.record.seats:
            data["players"] = [asdict(seat) for seat in play.record.seats]
        data["answers"] = [_answer_data(one, told) for one in play.record.answers]
        yield json.dumps(data, ensure_ascii=False) + "\n"


def _answer_data(answer: Answer, told: Mapping[str, AboutQuestion]) -> dict[str, Any]:
    about = told.get(question_of(answer.question), AboutQuestion(""))
    return {
        "question": answer.question,
        "prompt": about.prompt,
        "kind": about.kind,
        "options": list(about.options),
        "outcome": answer.outcome,
        "left": answer.left,
        "tries": [one._asdict() for one in answer.tries],
        **({"helps": [one._asdict() for one in answer.helps]} if answer.helps else {}),
        **({"turn": answer.seat} if answer.seat else {}),
    }


def read_json_lines(text: str, file: str) -> tuple[list[tuple[Answer, ...]], dict[str, AboutQuestion]]:
    """The answers of plays from JSON Lines, and what is told of their questions. Raises Refused with the line
    that is none."""
    plays: list[tuple[Answer, ...]] = []
    told: dict[str, AboutQuestion] = {}
    for number, line in enumerate(text.splitlines(), 1):
        if not line.strip():
            continue
        try:
            answers = json.loads(line, parse_constant=_no_number)["answers"]
            plays.append(tuple(_answer(one) for one in answers))
            for one in answers:
                kind = str(one.get("kind", ""))
                options = tuple(map(str, one["options"]))
                about = AboutQuestion(str(one["prompt"]), options, kind if kind in KINDS else "")
                told.setdefault(question_of(str(one["question"])), about)
        except (ValueError, KeyError, TypeError, AttributeError, RecursionError):
            raise Refused(
                f"{file}, line {number}: this is no play as the workshop writes them: {line[:60]}"
            ) from None
    return plays, told


def _answer(data: Mapping[str, Any]) -> Answer:
    tries = tuple(
        Try(
            str(one["verdict"]),
            str(one["text"]),
            _seconds(one["used"]),
            tuple(map(str, _list(one.get("parts", [])))),
        )
        for one in _list(data["tries"])
    )
    left = data["left"]
    return Answer(
        str(data["question"]),
        str(data["outcome"]),
        tries,
        None if left is None else _seconds(left),
        helps=tuple(
            Used(str(one["help"]), int(one["tries"]), _seconds(one["used"]))
            for one in _list(data.get("helps", []))
        ),
        seat=int(data.get("turn", 0)),
    )


def _seconds(value: Any) -> float:
    """A time of a play. Raises ValueError where it can't be one, as 1e999 can't."""
    seconds = float(value)
    if not 0 <= seconds <= LONGEST_PLAY:
        raise ValueError(f"{value} are no seconds of a play")
    return seconds


def _no_number(constant: str) -> float:
    raise ValueError(f"{constant} is no number of JSON")


def _list(value: Any) -> Sequence[Any]:
    if not isinstance(value, list):
        raise TypeError
    return value
