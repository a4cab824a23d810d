"""``order``: the player puts items in their order."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from math import comb, factorial

from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.question import LABELS, Question, said
from .base import Interaction, Kind, Mark
from .several import check_list, letters


def _derangements(items: int) -> int:
    """Orders in which no item stays in its place."""
    return sum((-1) ** out * factorial(items) // factorial(out) for out in range(items + 1))


class Order(Kind):
    """Right when every item is in its place; its parts are the items. They are filed in their order."""

    name = "order"
    moved = True
    never_filed = True
    by_text = True
    nearly = False
    in_parts = True
    carries = ""
    joint = " → "
    interaction: Interaction = "sequencing"

    def guesses(self, question: Question) -> int:
        """Every order."""
        return factorial(len(question.options))

    def guess(self, card: Card, number: int) -> str:
        """The letters of an order, in lexicographic order."""
        left, places = list(range(len(card.order))), []
        for size in range(len(left), 0, -1):
            place, number = divmod(number, factorial(size - 1))
            places.append(left.pop(place))
        return letters(places)

    def guessed(self, question: Question) -> dict[int, int]:
        """By how many items stay in their place (rencontres numbers: J. Riordan, "An Introduction to
        Combinatorial Analysis", 1958, chapter 3)."""
        items = len(question.options)
        return {
            hits: comb(items, hits) * ways for hits in range(items) if (ways := _derangements(items - hits))
        }

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By letters, numbers of places, or texts, first to last; every item once."""
        return check_list(card, text, rules, self._of)

    def right_input(self, card: Card) -> str:
        """The letters, in the order of their items."""
        return letters(card.rights)

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """The right order moved on by one, so that no item is in its place."""
        return letters((*card.rights[1:], card.rights[0]))

    def partly_right(self, card: Card) -> Iterator[str]:
        """With the first two items swapped, where there are others."""
        if len(card.rights) > 2:
            yield letters((card.rights[1], card.rights[0], *card.rights[2:]))

    def answer(self, question: Question) -> str:
        """The items in their order."""
        return self.joint.join(map(said, question.options))

    def possible(self, question: Question) -> int:
        """As many as there are items."""
        return len(question.options)

    def hits(self, card: Card, verdict: Verdict) -> int:
        """The items in their place."""
        return sum(map(int.__eq__, verdict.picks, card.rights))

    def wrong_hits(self, question: Question) -> Sequence[int]:
        """Two items at least are not in their place."""
        return range(len(question.options) - 1)

    def marks(self, card: Card, picks: Sequence[int], *, revealed: bool) -> list[Mark]:
        """Whether the item at each place was put where it belongs; the order itself is told as a text."""
        put = dict(zip(picks, card.rights, strict=False))
        return [
            "" if place not in put else "right" if put[place] == place else "wrong"
            for place in range(len(card.order))
        ]

    def _of(self, card: Card, picks: Sequence[int]) -> Verdict:
        if sorted(picks) != list(range(len(card.order))):
            missing = [LABELS[place] for place in range(len(card.order)) if place not in picks]
            fault = f"{missing[0]} is missing" if missing else "one is named twice"
            return Verdict("unreadable", (f"every item should be named once; {fault}",))
        found = sum(map(int.__eq__, picks, card.rights))
        steps = (f"puts them as {letters(picks)}", f"{found} of {len(picks)} in their place")
        return Verdict("right" if found == len(picks) else "wrong", steps, tuple(picks))
