"""Guesses: how likely a walker's next try at a question is right, and what it comes to where it is not."""

from __future__ import annotations

from typing import Any, NamedTuple

from ..search.sorts import QuestionSort
from .walker import Mind, Walker

Wrong = tuple[int, Any]
"""Parts of a wrong answer that are right, and how likely such an answer is."""


class Guess(NamedTuple):
    """What a question that is open is to a walker, and how many answers it has tried in this visit, by the
    parts of them that were right (in the order of the sort's ``guessed``)."""

    mind: Mind = "fresh"
    tried: tuple[int, ...] = ()

    def chances(self, walker: Walker, sort: QuestionSort) -> tuple[Any, list[Wrong]]:
        """How likely the next try is right, and the wrong answers it can be."""
        tried = self.tried or (0,) * len(sort.guessed)
        right = walker.right(sort.guesses, sum(tried), self.mind)
        if walker.how == "skill" or not sort.guesses:
            return right, [(sort.wrong_hits[0], 1 - right)]
        left = sort.guesses - sum(tried) - 1
        wrongs = ((hits, ways - had) for (hits, ways), had in zip(sort.guessed, tried, strict=True))
        return right, [(hits, (1 - right) * walker.part(ways, left)) for hits, ways in wrongs if ways]

    def wrong(self, place: int, sort: QuestionSort) -> Guess:
        """After a wrong answer, the ``place``-th of those that :meth:`chances` tells."""
        tried = list(self.tried or (0,) * len(sort.guessed))
        untried = [n for n, (_, ways) in enumerate(sort.guessed) if ways > tried[n]]
        if untried:
            tried[untried[place]] += 1
        return Guess("unknown", tuple(tried))
