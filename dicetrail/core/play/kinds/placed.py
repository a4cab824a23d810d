"""What kinds share whose answer puts an option with each of some things: a place of an order, or an item."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from math import comb, perm

from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.question import Question
from .base import Kind, Mark


def _none_own(things: int, options: int) -> int:
    """Ways to give so many things each another of so many options, of which one is its own, so that none has
    its own (by inclusion and exclusion)."""
    return sum(
        (-1) ** own * comb(things, own) * perm(options - own, things - own) for own in range(things + 1)
    )


class Placed(Kind):
    """Right when each thing has its own option, and every option is given once at the most; its parts are the
    things. The first options belong to the things in their order, further ones to none."""

    moved = True
    never_filed = True
    nearly = False
    in_parts = True
    carries = ""

    def written(self, places: Sequence[int]) -> str:
        """The answer that gives the options at these places to the things, in their order."""
        raise NotImplementedError

    def guesses(self, question: Question) -> int:
        """Every way to give them."""
        return perm(len(question.options), self.possible(question))

    def guess(self, card: Card, number: int) -> str:
        """A way to give them, in lexicographic order."""
        left, places = list(range(len(card.order))), list[int]()
        for things in range(self.possible(card.question), 0, -1):
            place, number = divmod(number, perm(len(left) - 1, things - 1))
            places.append(left.pop(place))
        return self.written(places)

    def guessed(self, question: Question) -> dict[int, int]:
        """By how many things have their own (rencontres numbers where there are as many options: J. Riordan,
        "An Introduction to Combinatorial Analysis", 1958, chapter 3)."""
        things, options = self.possible(question), len(question.options)
        return {
            hits: comb(things, hits) * ways
            for hits in range(things)
            if (ways := _none_own(things - hits, options - hits))
        }

    def right_input(self, card: Card) -> str:
        """Each thing with its own."""
        return self.written(card.rights)

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """Each with what belongs to the next one, so that none has its own."""
        return self.written((*card.rights[1:], card.rights[0]))

    def partly_right(self, card: Card) -> Iterator[str]:
        """With the first two swapped, where there are others."""
        if len(card.rights) > 2:
            yield self.written((card.rights[1], card.rights[0], *card.rights[2:]))

    def possible(self, question: Question) -> int:
        """As many as there are things."""
        return len(question.rights)

    def hits(self, card: Card, verdict: Verdict) -> int:
        """The things that have their own."""
        return sum(map(int.__eq__, verdict.picks, card.rights))

    def wrong_hits(self, question: Question) -> Sequence[int]:
        """Where every option belongs to a thing, two of these at least don't have their own."""
        further = len(question.options) > self.possible(question)
        return range(self.possible(question) - (not further))

    def marks(self, card: Card, picks: Sequence[int], *, revealed: bool) -> list[Mark]:
        """Whether the option at each place was given to its own thing; what is right is told as a text."""
        own = dict(zip(picks, card.rights, strict=False))
        return [
            "" if place not in own else "right" if own[place] == place else "wrong"
            for place in range(len(card.order))
        ]
