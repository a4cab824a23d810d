"""What a process of its own does for others: walks real plays again under the rules it was given once."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from ...play.rulebook.game import Choices, Game
from ...play.rulebook.program import Program
from .record import PlayRecord, from_data
from .what_if import Meant, Outcomes, outcomes_of

_given: list[Program] = []


def open_game(game: Game) -> None:
    """Take the game whose rules hold from now on in this process."""
    _given[:] = [Program(game)]


class KeptSo(NamedTuple):
    """A play as it is kept: what it was started with, what it came to without its answers, and these as
    JSON, which whoever walks it reads."""

    choices: Choices
    came_to: PlayRecord
    answers: str


def walk_some(plays: Sequence[KeptSo]) -> Outcomes:
    """What some plays would come to."""
    return outcomes_of(_given[0], map(_meant, plays))


def _meant(kept: KeptSo) -> tuple[Meant, PlayRecord]:
    record = replace(kept.came_to, answers=from_data(json.loads(kept.answers)))
    return Meant.of(kept.choices, record), record
