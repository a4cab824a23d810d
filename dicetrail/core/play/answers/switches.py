"""Switches: how a game compares what is typed with what is right.

They are set for a game, a pack or one question; the nearest wins (``dicetrail.core.rules`` works it out).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

LETTERS_AN_EDIT = 3
"""Letters of an answer that make up for one edit, where one number of edits is allowed for all answers."""

Switch = Literal[
    "blanks",
    "outer_blanks",
    "inner_blanks",
    "case",
    "compatibility",
    "accents",
    "punctuation",
    "articles",
]
"""What may be ignored. ``blanks`` are the outer and the inner ones together."""

SWITCHES: dict[Switch, tuple[str, str]] = {
    "outer_blanks": ("Blanks around it", "“ knot ” is “knot”"),
    "inner_blanks": ("Doubled blanks", "“reef  knot” is “reef knot”"),
    "case": ("Capital letters", "“Knot” is “knot”, “Maße” is “MASSE”"),
    "punctuation": ("Punctuation", "“re-tie!” is “re tie”"),
    "accents": ("Accents", "“Névé” is “Neve”"),
    "compatibility": ("Letter forms", "“ﬁrn m²” is “firn m2”"),
    "articles": ("A leading word", "“the cairn” is “cairn”"),
}
"""What may be ignored, one by one: what a maker reads of it, and what it makes the same."""

Comma = Literal["thousands", "decimal"]
"""What the comma in ``1,234`` is."""
Spelling = int | tuple[tuple[int, int], ...]
"""Edits that still count as right: a number, or pairs of a length and the edits allowed from there on."""


@dataclass(frozen=True, slots=True)
class Checking:
    """How answers are compared: what is ignored, what is allowed, and what an unreadable input costs.

    ``spelling`` counts edits (Damerau–Levenshtein). ``articles`` are the leading words that the switch of
    that name leaves away; one that ends in an apostrophe needs no blank behind it. ``comma`` says what the
    comma in ``1,234`` is.
    """

    ignore: tuple[Switch, ...] = ("blanks", "case")
    spelling: Spelling = 0
    unreadable: Literal["ask_again", "wrong"] = "ask_again"
    articles: tuple[str, ...] = ("the", "a", "an")
    comma: Comma = "thousands"

    def ignores(self, switch: Switch) -> bool:
        """Whether a switch is on; ``blanks`` turns on both sorts of blanks."""
        return switch in self.ignore or (
            switch in ("outer_blanks", "inner_blanks") and "blanks" in self.ignore
        )

    def edits_allowed(self, length: int) -> int:
        """How many edits still count as right in an answer of ``length`` characters: a plain number allows no
        more than one for every :data:`LETTERS_AN_EDIT` of them."""
        if isinstance(self.spelling, int):
            return min(self.spelling, length // LETTERS_AN_EDIT)
        return max((allowed for least, allowed in self.spelling if length >= least), default=0)
