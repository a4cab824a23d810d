"""A game, loaded from disk."""

from __future__ import annotations

import errno
import os
from collections.abc import Sequence
from pathlib import Path

from ..core.pack.reading import Reading
from ..core.play.answers.verdict import Verdict
from ..core.play.deal.setup import SetupError, choose
from ..core.play.questions.question import Question
from ..core.play.rulebook.program import Program
from ..core.prove.odds.walker import Walker
from ..core.rules.comparing import verdict_on
from ..core.rules.document import Document
from ..core.rules.reading import GameReading
from ..core.snag import Refused, Snag
from ..files import game_on_disk, read_pack_file
from .errors import GameError
from .forecast import Forecast, Proven
from .play import Play


def load(path: str | os.PathLike[str]) -> Game:
    """Load a game: its YAML, with the packs beside it that it names, or a bundle.

    Raises FileNotFoundError where there is no such file, and :class:`GameError`, which has the snags, where
    it can't be played.

    >>> import dicetrail
    >>> dicetrail.load("1-hut-night.yaml").title
    'Hut Night at Lanternfell'
    """
    try:
        reading = game_on_disk(_there(path)).reading
    except Refused as error:
        raise GameError(str(error)) from None
    return Game(reading)


def read(path: str | os.PathLike[str]) -> Reading:
    """Read a question file of any format: its ``questions``, and the ``snags`` of its lines.

    Raises FileNotFoundError where there is no such file, and ValueError where nothing in it can be read.

    >>> import dicetrail
    >>> pack = dicetrail.read("packs/trail-sense.tsv")
    >>> len(pack.questions), pack.questions[0].answers
    (20, ('Steep',))
    """
    return read_pack_file(_there(path))


def _there(path: str | os.PathLike[str]) -> Path:
    found = Path(path)
    if not found.is_file():
        raise FileNotFoundError(errno.ENOENT, os.strerror(errno.ENOENT), str(path))
    return found


class Game:
    """A game that can be played, walked and proved. Made by :func:`load`."""

    def __init__(self, reading: GameReading) -> None:
        if reading.game is None or reading.document is None:
            stops = [snag for snag in reading.snags if snag.severity == "stop"]
            told = "; ".join(f"line {snag.line}: {snag.message}" for snag in stops[:3])
            raise GameError(f"This game can't be played. {told}", reading.snags)
        self._reading = reading
        self._document: Document = reading.document
        self._program = Program(reading.game)

    @property
    def title(self) -> str:
        """What it is called."""
        return self._program.game.title

    @property
    def questions(self) -> tuple[Question, ...]:
        """The questions of its packs."""
        return self._program.game.questions

    def play(
        self,
        dice: int = 1,
        player: str = "",
        count: int | None = None,
        topic: str = "",
        level: int | None = None,
        players: Sequence[str] = (),
    ) -> Play:
        """Begin a play: all its chance comes from the ``dice``. ``count``, ``topic`` and ``level`` are what a
        player may be asked before it, ``players`` the names of those who play in turn.

        Raises ValueError where something is chosen that the game does not ask for, or out of its bounds.

        >>> import dicetrail
        >>> play = dicetrail.load("5-the-narrow-ridge.yaml").play(dice=3)
        >>> play.right().right().wrong().result
        'lost'
        """
        try:
            chosen = choose(
                self._program.game,
                dice,
                player=player,
                count=count,
                topic=topic,
                level=level,
                players=players,
            )
        except SetupError as error:
            raise ValueError(str(error)) from None
        return Play(self._program, chosen)

    def odds(
        self,
        skill: float | None = None,
        knows: float | None = None,
        pace: float = 0,
        helps: bool = False,
    ) -> Forecast:
        """What plays come to, exactly, when a player makes them who is right with the chance ``skill`` at
        each try, or ``knows`` answers with a chance and guesses the others; a try takes ``pace`` seconds.
        Who ``helps`` themselves uses each help that can be used where they don't know.

        Raises ValueError where a game has too many states for it, or what is chosen makes no player.

        >>> import dicetrail
        >>> ridge = dicetrail.load("5-the-narrow-ridge.yaml").odds(skill=1)
        >>> ridge.exact, round(sum(ridge.results.values()), 9)
        (True, 1.0)
        """
        from ..core.prove.odds.exact import odds  # imported late: it reckons with arrays

        found = odds(self._program, _walker(skill, knows, pace, helps))
        return Forecast.of(found, len(self._program.game.rows))

    def walk(
        self,
        plays: int = 1000,
        dice: int = 1,
        skill: float | None = None,
        knows: float | None = None,
        pace: float = 0,
        helps: bool = False,
    ) -> Forecast:
        """The same from so many ``plays`` that are made; the same ``dice`` give the same plays.

        >>> import dicetrail
        >>> dicetrail.load("5-the-narrow-ridge.yaml").walk(plays=50, skill=0.5).plays
        50
        """
        from ..core.prove.odds.walking import Walking

        if not 1 <= plays <= 10_000_000:
            raise ValueError(f"walk() makes from 1 to 10,000,000 plays, not {plays}")
        walking = Walking(self._program, _walker(skill, knows, pace, helps), dice)
        walking.make(plays)
        return Forecast.of(walking.figures(), len(self._program.game.rows))

    def snags(self) -> list[Snag]:
        """Everything that is wrong with it, or may be: in its text, and in what its plays come to.

        >>> import dicetrail
        >>> dicetrail.load("1-hut-night.yaml").snags()
        []
        """
        from ..core.prove.search.doubts import doubts
        from ..core.prove.search.reach import reach
        from ..core.rules.set_aside import with_set_aside

        found = [*self._reading.snags, *doubts(self._reading, reach(self._program))]
        return with_set_aside(found, self._document)

    def prove(self) -> Proven:
        """Walk its waymarks, and look at its aims.

        >>> import dicetrail
        >>> dicetrail.load("1-hut-night.yaml").prove().holds
        True
        """
        from ..core.prove.odds.aims import look
        from ..core.prove.replay.waymarks import walk_all

        walked = walk_all(self._program, self._document.waymarks)
        passed = sum(one.passed for one in walked)
        aims = look(self._program, self._document.aims)
        return Proven(passed, len(walked) - passed, list(walked), list(aims))

    def check(self, question: str, text: str) -> Verdict:
        """What checking says of an answer to a question (by its id): ``name``, and the ``steps`` that led
        there. Raises KeyError where the game has no such question.

        >>> import dicetrail
        >>> game = dicetrail.load("1-hut-night.yaml")
        >>> game.check(game.questions[0].id, " steep ").name
        'right'
        """
        found = next((one for one in self.questions if one.id == question), None)
        if found is None:
            raise KeyError(question)
        return verdict_on(found, text, self._program.game.checking)


def _walker(skill: float | None, knows: float | None, pace: float, helps: bool) -> Walker:
    if (skill is None) == (knows is None):
        raise ValueError("Say how the plays are made: skill=0.7, or knows=0.4.")
    share = skill if skill is not None else knows
    if not 0 <= (share or 0) <= 1 or pace < 0:
        raise ValueError("A skill, or what is known, lies between 0 and 1, and a pace is no less than 0.")
    return Walker("skill" if skill is not None else "knows", share or 0.0, pace, helps)
