"""What a play is started with, held against what the game asks."""

from __future__ import annotations

from ..rulebook.game import Choices, Game
from ..words import texts_of
from .pool import pool

LONGEST_NAME = 40
LARGEST_DICE = 2**128 - 1
"""The largest dice number: nobody comes to it by trying."""


class SetupError(ValueError):
    """A choice the game does not allow; the message says which and what is allowed."""


def nameless(game: Game) -> str:
    """What a player is called who gave no name."""
    return texts_of(game.words.language, game.words.texts)["nameless"]


def choose(
    game: Game,
    dice: int,
    *,
    player: str = "",
    count: int | None = None,
    topic: str = "",
    level: int | None = None,
) -> Choices:
    """The choices of one play, checked; of what nothing is said the game's own is taken, of a topic that has
    to be chosen the first. Raises :class:`SetupError`."""
    if not 0 <= dice <= LARGEST_DICE:
        raise SetupError(f"A dice number lies between 0 and {LARGEST_DICE}.")
    name = " ".join(player.split())
    if len(name) > LONGEST_NAME:
        raise SetupError(f"A name may have {LONGEST_NAME} characters.")
    asked = game.setup.count
    if count is None and asked is not None:
        count = asked.default
    elif count is not None:
        low, high = (asked.min, asked.max) if asked is not None else (1, 100_000)
        if not low <= count <= high:
            raise SetupError(f"The number of questions lies between {low} and {high}; {count} does not.")
    if level is None and game.setup.level is not None:
        level = game.setup.level.default
    if game.setup.one_topic and not topic:
        topic = next(iter(game.topics), "")
    choices = Choices(dice, name or nameless(game), count, topic, level)
    if not pool(game, choices):
        wanted = f" of the topic ‘{topic}’" if topic else ""
        wanted += f" of level {level}" if level is not None else ""
        raise SetupError(f"There is no question{wanted} in this game.")
    return choices
