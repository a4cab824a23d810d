"""``opinion``: the player picks one of several options, none of which is right."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.question import LABELS, Question
from .base import Mark
from .choice import Choice


class Opinion(Choice):
    """Whatever is picked is an opinion. The options keep their places."""

    name = "opinion"
    moved = False
    opinion = True
    can_lose_options = False

    def right_input(self, card: Card) -> str:
        """The first option: any will do."""
        return LABELS[0]

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """None is wrong: the last option."""
        return LABELS[len(card.order) - 1]

    def answer(self, question: Question) -> str:
        """There is none."""
        return ""

    def guessed(self, question: Question) -> dict[int, int]:
        """None is wrong."""
        return {}

    def possible(self, question: Question) -> int:
        """No part of it can be right."""
        return 0

    def hits(self, card: Card, verdict: Verdict) -> int:
        """None."""
        return 0

    def marks(self, card: Card, picks: Sequence[int], *, revealed: bool) -> list[Mark]:
        """None: nothing is right or wrong."""
        return [""] * len(card.order)

    @staticmethod
    def _picked(card: Card, place: int, how: str) -> Verdict:
        return Verdict("answered", (how, f"{LABELS[place]} is an opinion like any other"), (place,))
