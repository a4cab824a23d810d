"""What a process of its own does for others: walks real plays again under the rules it was given once."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import NamedTuple

from ...play.game import Choices, Game
from ...play.program import Program
from .record import PlayRecord, from_data
from .what_if import Meant, Outcomes, outcomes_of

_given: list[Program] = []


def open_game(game: Game) -> None:
    """Take the game whose rules hold from now on in this process."""
    _given[:] = [Program(game)]


class KeptSo(NamedTuple):
    """A play as it is kept: what it was started with, what it came to, and its answers as JSON."""

    choices: Choices
    result: str
    award: str
    right: int
    asked: int
    score: float | None
    seconds: float
    left: bool
    answers: str


def walk_some(plays: Sequence[KeptSo]) -> Outcomes:
    """What some plays would come to."""
    return outcomes_of(_given[0], map(_meant, plays))


def _meant(kept: KeptSo) -> tuple[Meant, PlayRecord]:
    choices, result, award, right, asked, score, seconds, left, answers = kept
    record = PlayRecord(result, award, right, asked, score, seconds, from_data(json.loads(answers)), left)
    return Meant.of(choices, record), record
