"""The pile: which question comes next in plays that are weighed, and how likely each is.

Questions of one sort (:mod:`..search.sorts`) are alike for the rules; of a walker who may meet a question
again, those it knows, those it doesn't, and those it has not met yet are told apart. Such a class has a
number, and a pile is how many questions of each class are still to come.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import cache
from math import comb
from typing import NamedTuple

from ..search.sorts import QuestionSort
from .walker import MINDS, Mind


class Left(NamedTuple):
    """A pile: how many questions of each class are left of the pass, and how many are through with it; the
    class of the last one, and the one that has to come next (-1: any)."""

    left: tuple[int, ...] = ()
    out: tuple[int, ...] = ()
    last: int = -1
    then: int = -1


class Drawn(NamedTuple):
    """One way to go on: how likely, the sort and what the walker is to the question, and the pile then."""

    share: Fraction
    sort: int
    mind: Mind
    pile: Left


class Pile:
    """The piles of a game: what can come, pass after pass.

    ``sequence`` are the sorts of a pass as filed, and ``alike`` numbers of which equal ones are copies of one
    question. ``total`` is how many are asked, None without an end. ``minds`` says that it makes a difference
    what a walker learnt of a question that comes again.
    """

    def __init__(
        self,
        sorts: Sequence[QuestionSort],
        sequence: Sequence[int],
        alike: Sequence[int],
        *,
        order: str,
        repeats: str,
        total: int | None,
        minds: bool,
    ) -> None:
        self._sorts, self._sequence, self._alike = sorts, tuple(sequence), tuple(alike)
        self._total, self._minds = total, minds
        self._size = len(sequence)
        passes = total is None or total > self._size
        self._always = repeats == "always"
        self._filed = order == "filed" and not self._always
        self._again = passes and not self._always
        several = len(sorts) > 1 or minds
        self._ranked = order in ("easiest_first", "by_topic") and not self._always and len(sorts) > 1
        self._drawn: dict[tuple[Left, int], list[Drawn]] = {}
        self.drawn = 0
        """How many ways to go on were worked out."""
        self._counts = several and not self._filed and (not self._always or minds)

    @property
    def ways(self) -> int:
        """How many piles there can be, at the most; 1 where that depends on what is learnt."""
        if not self._counts or self._minds:
            return 1
        have = Counter(self._sequence)
        if self._again or self._total is None:
            ways = 1
            for number in have.values():
                ways *= number + 1
            return ways
        by_number = [1] + [0] * self._total  # ways to have drawn so many
        for number in have.values():
            by_number = [sum(by_number[max(0, n - number) : n + 1]) for n in range(self._total + 1)]
        return sum(by_number)

    @property
    def learns(self) -> bool:
        """Whether a question that is through makes a difference to the pile."""
        return self._minds or (self._again and self._counts)

    def first(self) -> Left:
        """Where every play begins."""
        if self._filed and self._minds:
            return Left(left=(0,) * self._size)
        return Left(self._full, tuple(0 for _ in self._full)) if self._counts else Left()

    def draws(self, pile: Left, asked: int) -> list[Drawn]:
        """What can come next when so many were asked."""
        key = (pile, asked % self._size if self._filed and asked >= self._size else asked)
        found = self._drawn.get(key)
        if found is None:
            found = self._drawn[key] = list(self._draws(*key))
            self.drawn += len(found)
        return found

    def _draws(self, pile: Left, asked: int) -> Iterator[Drawn]:
        if self._filed:
            yield self._in_turn(pile, asked)
        elif not self._counts:
            for sort, have in sorted(Counter(self._sequence).items()):
                yield Drawn(Fraction(have, self._size), sort, "fresh", pile)
        elif pile.then >= 0:
            yield self._taken(pile._replace(then=-1), pile.then, Fraction(1))
        elif self._always:
            for number, have in enumerate(pile.left):
                if have:
                    yield self._taken(pile, number, Fraction(have, self._size))
        elif not any(pile.left):
            yield from self._a_new_pass(pile)
        else:
            for share, number, rest in self._in_a_pass(pile, asked):
                yield self._taken(rest, number, share)

    def learnt(self, pile: Left, sort: int, mind: Mind, asked: int) -> Left:
        """The pile once a question (the ``asked``-th, from 1) is through, and what it is to the walker."""
        if not self.learns:
            return pile
        if not self._sorts[sort].again:
            mind = "fresh"
        if self._filed:
            place = self._place(asked - 1)
            return pile._replace(left=_put(pile.left, place, MINDS.index(mind) - pile.left[place]))
        number = self._class(sort, mind)
        if self._always:
            return pile._replace(left=_put(pile.left, number, 1))
        return pile._replace(out=_put(pile.out, number, 1), last=number)

    # Of questions that come as filed

    def _in_turn(self, pile: Left, asked: int) -> Drawn:
        place = self._place(asked)
        mind = MINDS[pile.left[place]] if self._minds else "fresh"
        return Drawn(Fraction(1), self._sequence[place], mind, pile)

    def _place(self, asked: int) -> int:
        """Where the next question is filed. A question that stands first and last changes places with the
        second in every pass but the first, so as not to come twice in a row."""
        turn, place = divmod(asked, self._size)
        if turn and place < 2 and self._size > 2 and self._alike[0] == self._alike[-1]:
            return 1 - place
        return place

    # Of questions that are drawn

    @property
    def _full(self) -> tuple[int, ...]:
        have = Counter(self._sequence)
        width = len(MINDS) if self._minds else 1
        return tuple(
            have[number // width] if number % width == 0 else 0 for number in range(width * len(self._sorts))
        )

    def _class(self, sort: int, mind: Mind) -> int:
        return sort * len(MINDS) + MINDS.index(mind) if self._minds else sort

    def _sort(self, number: int) -> int:
        return number // len(MINDS) if self._minds else number

    def _taken(self, pile: Left, number: int, share: Fraction) -> Drawn:
        """A question of a class, taken from the pile."""
        mind = MINDS[number % len(MINDS)] if self._minds else "fresh"
        return Drawn(share, self._sort(number), mind, pile._replace(left=_put(pile.left, number, -1)))

    def _in_a_pass(self, pile: Left, asked: int) -> Iterator[tuple[Fraction, int, Left]]:
        """Each class with its share, and the pile it is taken from: hypergeometric."""
        if not self._ranked:
            yield from self._of_rank(pile, None, Fraction(1))
            return
        ranks = sorted({self._rank(number) for number, have in enumerate(pile.left) if have})
        reached = Fraction(1)
        for rank in ranks:
            more = self._goes_on(pile, rank, asked)
            yield from self._of_rank(pile, rank, reached * more)
            reached *= 1 - more
            if not reached:
                return
            pile = pile._replace(
                left=tuple(0 if self._rank(n) == rank else have for n, have in enumerate(pile.left))
            )

    def _of_rank(self, pile: Left, rank: int | None, share: Fraction) -> Iterator[tuple[Fraction, int, Left]]:
        some = [
            (number, have)
            for number, have in enumerate(pile.left)
            if have and (rank is None or self._rank(number) == rank)
        ]
        whole = sum(have for _, have in some)
        for number, have in some:
            yield share * Fraction(have, whole), number, pile

    def _rank(self, number: int) -> int:
        return self._sorts[self._sort(number)].rank

    def _goes_on(self, pile: Left, rank: int, asked: int) -> Fraction:
        """How likely one more question of a rank comes, the ranks below being through: where only some of the
        deck are asked, these are drawn first, so that how many there are of each rank is hypergeometric."""
        if self._total is None or self._total >= self._size:
            return Fraction(1)
        of_rank = sum(self._rank(sort) == rank for sort in self._sequence)
        left = sum(have for number, have in enumerate(pile.left) if self._rank(number) == rank)
        beyond = sum(have for number, have in enumerate(pile.left) if self._rank(number) > rank)
        came = of_rank - left
        return _at_least_one_more(of_rank, beyond, self._total - asked + came, came)

    def _a_new_pass(self, pile: Left) -> Iterator[Drawn]:
        """The first question of a new pass, which is not the last one of the pass before: where that comes
        first, it changes places with the second. Of a made question there may be copies."""
        full = pile.out
        last, size = pile.last, self._size
        fresh = pile._replace(left=full, out=tuple(0 for _ in full), last=-1)
        if size == 1 or (self._ranked and len({sort.rank for sort in self._sorts}) > 1):
            for share, number, rest in self._in_a_pass(fresh, 0):
                yield self._taken(rest, number, share)
            return
        copies = self._sorts[self._sort(last)].copies
        behind = fresh._replace(then=last)
        for number, have in enumerate(full):
            others = have - (number == last)
            if others:
                share = Fraction(copies, size) * Fraction(others, size - 1)
                yield self._taken(behind, number, share)
            unlike = have - copies * (number == last)
            if unlike:
                yield self._taken(fresh, number, Fraction(unlike, size))


def _put(numbers: tuple[int, ...], place: int, more: int) -> tuple[int, ...]:
    return (*numbers[:place], numbers[place] + more, *numbers[place + 1 :])


@cache
def _at_least_one_more(of_rank: int, beyond: int, draws: int, came: int) -> Fraction:
    """The chance that of ``draws`` questions more than ``came`` are of a rank, where at least so many are."""

    def at_least(number: int) -> int:
        return sum(comb(of_rank, n) * comb(beyond, draws - n) for n in range(number, min(of_rank, draws) + 1))

    return Fraction(at_least(came + 1), at_least(came))
