"""``choice``: the player picks one of several options."""

from __future__ import annotations

from collections.abc import Collection

from ..answers.switches import Checking
from ..answers.verdict import Verdict, VerdictName
from ..questions.card import Card
from ..questions.question import LABELS, Question, said
from .base import Interaction, Kind, label_range, option_of_label, option_of_text


class Choice(Kind):
    """One option is right. The label wins where an option's text is itself a label."""

    name = "choice"
    moved = True
    by_text = True
    interaction: Interaction = "choice"
    carries = "options"
    can_lose_options = True
    nearly = False

    def guesses(self, question: Question) -> int:
        """Each option."""
        return len(question.options)

    def guess(self, card: Card, number: int) -> str:
        """The letter of a place."""
        return LABELS[number]

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By the letter, the number of the place, or the option's text."""
        place = option_of_label(text, len(card.order))
        if place is not None:
            label = text.strip().rstrip(".)").upper()
            how = (
                f"place {label} is option {LABELS[place]}"
                if label.isdigit()
                else f"the letter of option {label}"
            )
            return self._picked(card, place, how)
        place, steps = option_of_text(card, text, rules)
        if place is None:
            return Verdict("unreadable", (*steps, f"no option is called that; there are {label_range(card)}"))
        found = self._picked(card, place, f"the text of option {LABELS[place]}")
        return found._replace(steps=(*steps, *found.steps[1:]))

    def right_input(self, card: Card) -> str:
        """The letter of the right option."""
        return LABELS[card.rights[0]]

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """The letter of the first option that is wrong."""
        return LABELS[1 if card.rights[0] == 0 else 0]

    def answer(self, question: Question) -> str:
        """The right option's text."""
        return said(question.options[question.rights[0]])

    @staticmethod
    def _picked(card: Card, place: int, how: str) -> Verdict:
        name: VerdictName = "right" if place in card.rights else "wrong"
        return Verdict(name, (how, f"{LABELS[place]} is {name}"), (place,))


class Sort(Choice):
    """``sort``: the player says which group an item belongs to. The groups keep their places."""

    name = "sort"
    moved = False
