"""``truth``: the player says whether a statement is true."""

from __future__ import annotations

from collections.abc import Collection

from ..answers.switches import Checking
from ..answers.verdict import Verdict, VerdictName
from ..questions.card import Card
from ..questions.question import LABELS, TRUTH_OPTIONS
from .base import Interaction
from .choice import Choice

TRUE_WORDS = ("true", "t", "yes", "y")
FALSE_WORDS = ("false", "f", "no", "n")


class Truth(Choice):
    """True stands before false, always."""

    name = "truth"
    moved = False
    by_text = False
    interaction: Interaction = "true-false"

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By a word that means true or false, a letter or a number."""
        word = text.strip().casefold()
        for place, words in enumerate((TRUE_WORDS, FALSE_WORDS)):
            if word in words or word in (LABELS[place].casefold(), str(place + 1)):
                name: VerdictName = "right" if place in card.rights else "wrong"
                means = f"means {TRUTH_OPTIONS[place].lower()}"
                return Verdict(name, (means, f"that is {name}"), (place,))
        return Verdict("unreadable", ("neither true nor false",))
