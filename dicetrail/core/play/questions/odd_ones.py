"""Which one does not belong: questions from lists of groups."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from math import comb

from ..dice import Stream
from .question import Question, same
from .recipes import Odd, RecipeError


class OddMaker:
    """Which one does not belong: members of one group, and one of another.

    Who stands in several groups is left out, and there are three options at least: else another one than the
    one meant could be told to be odd.
    """

    def __init__(self, odd: Odd) -> None:
        self._others = odd.options - 1
        standing = Counter(member for _, members in odd.groups for member in {*map(same, members)})
        self._pairs: list[tuple[str, Sequence[str], str, Sequence[str]]] = []
        groups = [
            (name, list({same(member): member for member in members if standing[same(member)] == 1}.values()))
            for name, members in odd.groups
        ]
        for name, members in groups:
            for other_name, strangers in groups:
                if other_name != name and strangers and len(members) >= self._others >= 2:
                    self._pairs.append((name, members, other_name, strangers))
        if not self._pairs:
            raise RecipeError(
                f"No group has {max(2, self._others)} members that stand in no other. Add members, or ask for"
                " fewer options (3 at least)."
            )
        self.size = sum(map(self._ways, range(len(self._pairs))))

    @property
    def places(self) -> int:
        """How many numbers :meth:`make` takes."""
        return min(self.size, 2**63)

    @property
    def alike(self) -> bool:
        """Always: one option is odd, and as many others belong together."""
        return True

    def make(self, question: Question, number: int, stream: Stream) -> Question:
        """The ``number``-th question."""
        pair = 0
        while number >= (ways := self._ways(pair)):
            number -= ways
            pair += 1
        name, members, other_name, strangers = self._pairs[pair]
        choice, stranger = divmod(number, len(strangers))
        odd = strangers[stranger]
        belonging = [members[place] for place in _combination(len(members), self._others, choice)]
        return question._replace(
            id=f"{question.id}({', '.join((odd, *belonging))})",
            kind="choice",
            answers=(odd,),
            options=(odd, *stream.shuffled(belonging)),
            rights=(0,),
            why=question.why or f"{odd}: {other_name}. The others: {name}.",
            recipe=None,
        )

    def _ways(self, pair: int) -> int:
        """How many questions a pair of groups gives."""
        _, members, _, strangers = self._pairs[pair]
        return comb(len(members), self._others) * len(strangers)


def _combination(n: int, size: int, number: int) -> list[int]:
    """The ``number``-th way to choose ``size`` of ``n`` places, in lexicographic order."""
    chosen: list[int] = []
    place = 0
    while len(chosen) < size:
        rest = comb(n - place - 1, size - len(chosen) - 1)
        if number < rest:
            chosen.append(place)
        else:
            number -= rest
        place += 1
    return chosen
