"""What a play is started with, held against what the game asks."""

from __future__ import annotations

from collections.abc import Sequence

from ..dice import LARGEST_DICE
from ..rulebook.game import Choices, Game
from ..words import filled, texts_of
from .pool import pool

LONGEST_NAME = 40


class SetupError(ValueError):
    """A choice the game does not allow; the message says which and what is allowed."""


def nameless(game: Game) -> str:
    """What a player is called who gave no name."""
    return texts_of(game.words.language, game.words.texts)["nameless"]


def _name(given: str) -> str:
    name = " ".join(given.split())
    if len(name) > LONGEST_NAME:
        raise SetupError(f"A name may have {LONGEST_NAME} characters.")
    return name


def split_names(text: str) -> list[str]:
    """The names in a text, with commas between them; none where it is blank."""
    return [name.strip() for name in text.split(",")] if text.strip() else []


def _players(game: Game, given: Sequence[str]) -> tuple[str, ...]:
    """The names of those who play in turn, each once; none in a game for one."""
    asked = game.players
    if asked is None:
        if given:
            raise SetupError("This game is for one player. Its rules say nothing of `players`.")
        return ()
    names = [_name(one) for one in given] or [""] * asked.least
    if not asked.least <= len(names) <= asked.most:
        raise SetupError(f"From {asked.least} to {asked.most} can play this game; {len(names)} can’t.")
    seat = texts_of(game.words.language, game.words.texts)["players.nameless"]
    names = [name or filled(seat, n=place) for place, name in enumerate(names, 1)]
    if twice := next((name for name in names if names.count(name) > 1), ""):
        raise SetupError(f"Two players are called ‘{twice}’. Give one of them another name.")
    return tuple(names)


def choose(
    game: Game,
    dice: int,
    *,
    player: str = "",
    count: int | None = None,
    topic: str = "",
    level: int | None = None,
    players: Sequence[str] = (),
) -> Choices:
    """The choices of one play, checked; of what nothing is said the game's own is taken, of a topic that has
    to be chosen the first, and as few ``players`` as may play in turn. Raises :class:`SetupError`."""
    if not 0 <= dice <= LARGEST_DICE:
        raise SetupError(f"A dice number lies between 0 and {LARGEST_DICE}.")
    name, in_turn = _name(player), _players(game, players)
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
    called = ", ".join(in_turn) or name or nameless(game)
    choices = Choices(dice, called, count, topic, level, in_turn)
    if not pool(game, choices):
        wanted = f" of the topic ‘{topic}’" if topic else ""
        wanted += f" of level {level}" if level is not None else ""
        raise SetupError(f"There is no question{wanted} in this game.")
    return choices
