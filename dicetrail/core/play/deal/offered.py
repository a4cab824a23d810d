"""What a player may choose before a play, and how many questions each choice leaves."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass

from ..questions.question import Question
from ..rulebook.game import Game
from .pool import follows_level, times_in_a_pass


@dataclass(frozen=True, slots=True)
class Offer:
    """A topic ("" for all of them) and a level (None where none is asked), and how many ``questions`` a pass
    has of them."""

    topic: str
    level: int | None
    questions: int


def offers(game: Game) -> list[Offer]:
    """Everything a player may choose of topics and levels, each with its questions."""
    counted: Counter[tuple[str, int | None]] = Counter()
    for question in game.questions:
        often = times_in_a_pass(question)
        for choice in choices_with(game, question):
            counted[choice] += often
    return [Offer(*choice, counted[choice]) for choice in _choices(game)]


def choices_with(game: Game, question: Question) -> Iterator[tuple[str, int | None]]:
    """The choices of a topic and a level with which a question can be asked."""
    setup = game.setup
    topics = [] if setup.one_topic else [""]
    if setup.topic and question.topic:
        topics.append(question.topic)
    levels: list[int | None] = [None]
    if setup.level is not None:
        follows = follows_level(question)
        offered = range(setup.level.min, setup.level.max + 1)
        levels = [level for level in offered if follows or level == question.level]
    for topic in topics:
        for level in levels:
            yield topic, level


def _choices(game: Game) -> Iterator[tuple[str, int | None]]:
    setup = game.setup
    levels = [None] if setup.level is None else range(setup.level.min, setup.level.max + 1)
    for topic in topics_offered(game):
        for level in levels:
            yield topic, level


def topics_offered(game: Game) -> tuple[str, ...]:
    """The topics a player may choose, "" for all of them."""
    every = () if game.setup.one_topic and game.topics else ("",)
    return (*every, *(game.topics if game.setup.topic else ()))
