"""A card: a question as it is dealt."""

from __future__ import annotations

from collections.abc import Collection
from typing import NamedTuple

from .question import Question


class Card(NamedTuple):
    """A question as it is dealt: its options in the places the player sees.

    A generated question is dealt as the question that was made from its recipe. ``order`` holds, for each
    place, the place the option has as filed; it is empty for kinds that are typed in.
    """

    question: Question
    order: tuple[int, ...]

    def without(self, places: Collection[int]) -> Card:
        """The card with some of its options away; those behind them move up."""
        return self._replace(order=tuple(one for place, one in enumerate(self.order) if place not in places))

    @property
    def options(self) -> tuple[str, ...]:
        """The option texts, first place to last."""
        return tuple(self.question.options[filed] for filed in self.order)

    @property
    def rights(self) -> tuple[int, ...]:
        """The places of what is right, in the order in which the question names it."""
        return tuple(map(self.order.index, self.question.rights))


def as_filed(question: Question) -> Card:
    """The card of a question whose options stand as they do in its file."""
    return Card(question, tuple(range(len(question.options))))
