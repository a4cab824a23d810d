"""Decks: the piles of questions that plays of a weighed search have left.

Where a walker learns, plays are told apart by what is left of their questions. Where it doesn't, those that
stand alike are weighed together whatever is left: which piles there can be at a question, and how one becomes
another, is worked out once for all of them.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from fractions import Fraction
from functools import partial
from operator import methodcaller
from typing import Any, NamedTuple

import numpy as np

from ..search.aside import Aside
from .arrays import Shift, first_of
from .mass import ManyMasses, Shifted
from .pile import Left, Pile
from .walker import Mind
from .weights import ByAside, Weights, begun

FEWEST = 8
"""Piles from which they are weighed together."""


class Dealt(NamedTuple):
    """What the next question can be: its sort, what it is to the walker, what is left then, and what becomes
    of the plays."""

    sort: int
    mind: Mind
    left: Left
    taken: Shifted


class Apart:
    """A deck whose piles are told apart."""

    def __init__(self, pile: Pile, *, exact: bool) -> None:
        self._pile, self._exact = pile, exact
        self.first = pile.first()
        """What is left where every play begins."""

    def begun(self, aside: Aside, weight: Any) -> Weights:
        """Plays of some weight, at the beginning."""
        return begun(aside, weight)

    def draws(self, left: Left, asked: int) -> Iterator[Dealt]:
        """What can come when so many questions were asked."""
        for share, sort, mind, rest in self._pile.draws(left, asked):
            if share:
                some = share if self._exact else float(share)
                yield Dealt(sort, mind, rest, methodcaller("taken", some))

    def learnt(self, left: Left, sort: int, mind: Mind, asked: int) -> Left:
        """What is left once a question, the ``asked``-th, is through, and is that to the walker."""
        return self._pile.learnt(left, sort, mind, asked)


class Together:
    """A deck whose piles are weighed together: a mass has a place for each."""

    first = Left()

    def __init__(self, pile: Pile, *, exact: bool) -> None:
        self._pile, self._kind = pile, object if exact else float
        self._piles: dict[Left, int] = {pile.first(): 0}
        self._asked, self._dealt = -1, list[Dealt]()

    def begun(self, aside: Aside, weight: Any) -> Weights:
        """Plays of some weight, at the beginning."""
        return ByAside({aside: ManyMasses(first_of(weight))}, 0)

    def draws(self, _left: Left, asked: int) -> Sequence[Dealt]:
        """What can come when so many questions were asked."""
        if asked != self._asked:
            self._asked, self._dealt = asked, list(self._draw(asked))
        return self._dealt

    def learnt(self, left: Left, _sort: int, _mind: Mind, _asked: int) -> Left:
        """What is left once a question is through: nothing is learnt of it."""
        return left

    def _draw(self, asked: int) -> Iterator[Dealt]:
        ways: dict[tuple[int, Mind], list[tuple[int, Left, Fraction]]] = {}
        after: dict[Left, int] = {}
        for pile, place in self._piles.items():
            for share, sort, mind, rest in self._pile.draws(pile, asked):
                if not share:
                    continue
                ways.setdefault((sort, mind), []).append((place, rest, share))
                after.setdefault(rest, len(after))
        self._piles = after
        for (sort, mind), gone in ways.items():
            yield Dealt(sort, mind, self.first, partial(ManyMasses.shifted, shift=self._shift(gone, after)))

    def _shift(self, gone: Sequence[tuple[int, Left, Fraction]], after: Mapping[Left, int]) -> Shift:
        places, piles, shares = zip(*gone, strict=True)
        target = [after[pile] for pile in piles]
        return Shift(
            np.array(places),
            np.array(target),
            np.array(shares, self._kind),
            len(after),
            len(set(target)) == len(target),
        )


Deck = Apart | Together


def deck_of(pile: Pile, *, exact: bool, together: bool) -> Deck:
    """The deck of a game's questions; ``exact`` keeps fractions as they are, and piles are weighed
    ``together`` where they can be."""
    together = together and not pile.learns and pile.ways >= FEWEST
    return Together(pile, exact=exact) if together else Apart(pile, exact=exact)
