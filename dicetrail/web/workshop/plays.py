"""What real plays say, worked out once for as long as no play is added or taken away."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from sqlalchemy.orm import Session

from ...core.play.answers.folding import fold
from ...core.play.questions.question import Question
from ...core.play.rulebook.game import Game
from ...core.prove.plays.about import told_of
from ...core.prove.plays.out import KeptPlay
from ...core.prove.plays.statistics import Statistics, statistics_of
from ...store import handouts, played
from ...store.models import Handout, Play
from ...store.plays import record_of
from . import Workshop


@dataclass(frozen=True, slots=True)
class Handed:
    """A hand-out and the game of the version that is looked at."""

    handout: Handout
    game: Game
    version: int | None

    @property
    def questions(self) -> dict[str, Question]:
        """The questions of the game by their ids."""
        return {question.id: question for question in self.game.questions}


def handed(session: Session, workshop: Workshop, handout: Handout, version: int | None) -> Handed:
    """A hand-out with the game of a version, of the last one where all are looked at."""
    number = handout.version if version is None else version
    found = next((one for one in handouts.versions_of(session, handout) if one.number == number), None)
    digest = (found or handouts.version_of(session, handout)).digest
    return Handed(handout, workshop.games.played(session, digest).game, version)


def statistics(session: Session, workshop: Workshop, of: Handed) -> Statistics:
    """What the plays of a hand-out say of its questions."""
    key = (of.handout.id, of.version, tuple(played.state(session, of.handout)))

    def make() -> Statistics:
        kept = played.answers_of(session, of.handout, of.version)
        questions, rules = of.questions, of.game.checking

        def folded(name: str, text: str) -> str:
            question = questions.get(name)
            return fold(text, (question and question.checking) or rules)

        return statistics_of(map(json.loads, kept), folded, told_of(of.game))

    return workshop.statistics.get_or_make(key, make)


def kept_plays(rows: Iterable[Play]) -> Iterator[KeptPlay]:
    """Plays with their records."""
    for row in rows:
        record = record_of(row, row.answers)
        yield KeptPlay(row.id, row.version or 0, row.player, row.started, row.dice, record, row.visitor)
