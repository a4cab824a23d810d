"""One question, as the engine needs it."""

from __future__ import annotations

import re
from collections.abc import Callable
from fractions import Fraction
from typing import NamedTuple

from ..answers.switches import Checking
from .carried import Carried
from .recipes import Recipe

MOST_OPTIONS = 8
LABELS = "ABCDEFGH"
"""The letters that name the places of options, first to last."""

TRUTH_OPTIONS = ("True", "False")
LONGEST_PHRASE = 60
"""Characters that the phrase of a ``letters`` question may have."""
MOST_MISSES = 12
MISSES = 5
"""Wrong guesses that a ``letters`` question takes where it does not say it."""

_PICTURE = re.compile(r"!\[([^\]\n]*)\]\(([^()\s]+)\)")


class Question(NamedTuple):
    """A question with its key. (A named tuple: a pack may hold a hundred thousand.)

    ``kind`` is the name of one of :data:`..kinds.KINDS`. ``answers`` are the accepted answers, the first
    being the one that is shown; for kinds with options they are the texts of the right ones. ``options``
    stand as filed, and ``rights`` are the places (from 0) of what is right among them: the one right option,
    all of them, or every item in its order; both are empty for kinds that are typed in. The options whose
    places are ``pinned`` stay there. ``seconds`` is the question's own clock, None where the game's holds.
    ``why`` is shown after the question; ``why_right`` and ``why_wrong`` in its place where it was answered
    right, and where it was not. ``misses`` is how many wrong guesses a ``letters`` question takes. ``image``
    and ``sound`` name files; a sound may end in ``#t=START,END`` (seconds; W3C, Media Fragments URI 1.0). A
    generated question has a ``recipe``; ``times`` is how many questions it gives to one pass of the deck, 0
    for as many as there are (all rows of a table, one of anything else). ``checking`` are switches of its
    own, None where the game's hold. ``pack`` is what its game calls its pack, where the game asks for it.
    ``carries`` is what its options, or what is typed, have with them. ``hint`` is shown by a help. ``items``
    are what the options of a ``match`` are joined with, ``gaps`` the texts that each gap accepts, ``between``
    the bounds of a number that is set.
    """

    id: str
    kind: str
    prompt: str
    answers: tuple[str, ...]
    options: tuple[str, ...] = ()
    rights: tuple[int, ...] = ()
    topic: str = ""
    level: int = 1
    worth: float = 1
    seconds: float | None = None
    why: str = ""
    why_right: str = ""
    why_wrong: str = ""
    unit: str = ""
    tolerance: Fraction = Fraction(0)
    pinned: tuple[int, ...] = ()
    image: str = ""
    alt: str = ""
    sound: str = ""
    misses: int = MISSES
    recipe: Recipe | None = None
    times: int = 0
    checking: Checking | None = None
    pack: str = ""
    carries: tuple[Carried, ...] = ()
    hint: str = ""
    items: tuple[str, ...] = ()
    gaps: tuple[tuple[str, ...], ...] = ()
    between: tuple[Fraction, Fraction] | None = None
    file: str = ""
    line: int = 0

    @property
    def right(self) -> int:
        """The place of the right option as filed, -1 where there is not just one."""
        return self.rights[0] if len(self.rights) == 1 else -1

    def why_after(self, *, right: bool) -> str:
        """What is explained after it was answered right, or was not."""
        return (self.why_right if right else self.why_wrong) or self.why


def picture(option: str) -> tuple[str, str] | None:
    """The alternative text and the file of an option that is a picture, ``![text](file)``; else None."""
    if not option.startswith("!["):
        return None
    match = _PICTURE.fullmatch(option)
    return (match[1], match[2]) if match else None


def with_pictures(text: str, name: Callable[[str], str]) -> str:
    """A text in which pictures are called what ``name`` makes of their files."""
    return _PICTURE.sub(lambda shown: f"![{shown[1]}]({name(shown[2])})", text) if "![" in text else text


def pictures_in(text: str) -> list[str]:
    """The files of the pictures in a text."""
    return [shown[2] for shown in _PICTURE.finditer(text)] if "![" in text else []


def said(option: str) -> str:
    """An option as words: its text, or a picture's alternative text (its place names one without)."""
    shown = picture(option)
    return option if shown is None else shown[0] or "(a picture)"


def same(text: str) -> str:
    """Equal for texts that are the same answer: outer and doubled blanks and case are away."""
    return " ".join(text.split()).casefold()
