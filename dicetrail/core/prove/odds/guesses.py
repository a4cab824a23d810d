"""Guesses: how likely a walker's next try at a question is right, and what it comes to where it is not."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, NamedTuple

from ..search.answers import AnswerSort
from ..search.sorts import QuestionSort
from .walker import Mind, Walker


class NextTry(NamedTuple):
    """An answer that may be tried: how likely, and its place among those that are counted (-1: it is not)."""

    answer: AnswerSort
    share: Any
    place: int = -1


class Guess(NamedTuple):
    """What a question that is open is to a walker, and how many answers it has tried in this visit: of those
    with so many parts right (in the order of the sort's ``guessed``), or of each that rules tell apart."""

    mind: Mind = "fresh"
    tried: tuple[int, ...] = ()

    def chances(self, walker: Walker, sort: QuestionSort, gone: int = 0) -> list[NextTry]:
        """The answers that the next try can be, where so many wrong ones are gone."""
        if sort.answers:
            return list(self._told_apart(walker, sort))
        tried = self.tried or (0,) * len(sort.guessed)
        right = walker.right(sort.guesses, sum(tried), self.mind, gone)
        found = [NextTry(AnswerSort("right", sort.possible), right)]
        if walker.how == "skill" or not sort.guesses:
            return [*found, NextTry(AnswerSort("wrong", sort.wrong_hits[0]), 1 - right)]
        left = sort.guesses - sum(tried) - 1
        for place, ((hits, ways), had) in enumerate(zip(sort.guessed, tried, strict=True)):
            if ways > had:
                share = (1 - right) * walker.part(ways - had, left)
                found.append(NextTry(AnswerSort("wrong", hits), share, place))
        return found

    def _told_apart(self, walker: Walker, sort: QuestionSort) -> Iterator[NextTry]:
        """The same where it makes a difference which answer is given. Opinions are each as likely; of wrong
        answers any that was not tried."""
        opinions, wrongs = sort.ways_to("answered"), sort.ways_to("wrong", "close")
        if opinions:
            every = sum(one.ways for one in opinions)
            yield from (NextTry(one, walker.one * walker.part(one.ways, every)) for one in opinions)
            return
        tried = self.tried or (0,) * len(wrongs)
        right = walker.right(sort.guesses, sum(tried), self.mind)
        yield NextTry(sort.ways_to("right")[0], right)
        left = sum(one.ways for one in wrongs) - sum(tried)
        if not sort.to_pick_from or not left:
            made = next((one for one in wrongs if one.made), None)
            yield NextTry(made or AnswerSort("wrong", sort.wrong_hits[0]), 1 - right)
            return
        for place, (one, had) in enumerate(zip(wrongs, tried, strict=True)):
            if one.ways > had:
                yield NextTry(one, (1 - right) * walker.part(one.ways - had, left), place)

    @property
    def tried_anew(self) -> Guess:
        """Before another try: one that uses helps is neither sure nor stuck any more."""
        return self._replace(mind="fresh") if self.mind in ("sure", "stuck") else self

    def wrong(self, place: int, sort: QuestionSort) -> Guess:
        """After a wrong answer that stands at a place among those that are counted."""
        tried = list(self.tried or (0,) * len(sort.ways_to("wrong", "close") or sort.guessed))
        if place >= 0:
            tried[place] += 1
        return Guess("unknown", tuple(tried))
