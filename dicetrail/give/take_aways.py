"""The files that a game can be given away as. A new one is a module here and a line below."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ..core.pack.media_file import MediaFile
from ..core.play.rulebook.game import Game
from .course_file import course_file
from .page import page_file
from .questions_file import lost_questions, questions_file
from .terminal import terminal_file


@dataclass(frozen=True, slots=True)
class TakeAway:
    """A sort of file that a game is given away as: its ending, what it is and how large about, what makes it,
    and what of the game it does not say. ``plays`` where it plays by itself."""

    ending: str
    title: str
    about: str
    size: str
    make: Callable[[Game, Sequence[MediaFile]], bytes]
    lost: Callable[[Game, Sequence[MediaFile]], list[str]] = lambda game, media: []
    plays: bool = True


TAKE_AWAYS: dict[str, TakeAway] = {
    "page": TakeAway(
        "html",
        "A page that plays by itself",
        "One file for any newer browser: opened from the disk, with no network, pictures, sounds and look"
        " inside. It takes some seconds to start. The player can save the record of a play as a file.",
        "about 10 MB",
        page_file,
    ),
    "terminal": TakeAway(
        "pyz",
        "A file for a terminal",
        "For any Python from 3.10, with nothing installed: python3 game.pyz. It plays in the terminal, and"
        " writes trails from lists of moves.",
        "about 0.1 MB",
        lambda game, _: terminal_file(game),
    ),
    "course": TakeAway(
        "course.zip",
        "A course for a learning platform",
        "The page, packed as SCORM 1.2, SCORM 2004 and cmi5: uploaded to a platform it reports that it was"
        " begun, each answer, the score, and passed or failed by the game’s result, and goes on where it was"
        " left.",
        "about 10 MB",
        course_file,
    ),
    "qti": TakeAway(
        "qti.zip",
        "Its questions, for other programs",
        "QTI 3.0, a section for each round, with pictures and sounds. Rules have no words in it, nor have"
        " questions that are made anew for each play.",
        "about 0.1 MB",
        questions_file,
        lost_questions,
        plays=False,
    ),
}
"""All of them, in the order they are offered; a bundle, which is worked on, is in
``core/rules/bundle.py``."""
