"""The dealer: which question comes next, with its options in which places."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import partial
from itertools import chain, count, islice
from typing import NamedTuple

from ..dice import Stream
from ..language.expressions import Names, compile_expression
from ..questions.card import Card
from ..questions.question import Question
from ..rulebook.game import Choices, Game, Round
from ..rulebook.rows import Trouble
from .order import ordered, part_sizes, parts_drawn, was_asked
from .places import Places
from .pool import least_of_each, pool, times_in_a_pass
from .spares import Spares
from .supply import Supply

MOST_OFFERED = 6
"""Choices that a player is offered at a time."""


class SoFar(NamedTuple):
    """How far a play is when its next card is dealt: how many questions its round has ``asked``, and what
    its expressions know."""

    asked: int
    names: Names


class NextCard(NamedTuple):
    """The next card, and the one of its question that was put back, where it comes again."""

    card: Card
    before: Card | None = None


@dataclass(slots=True)
class Had:
    """What a play has asked: ``questions`` by their ids, and of those that are made their numbers."""

    questions: set[str] = field(default_factory=set)
    made: dict[str, set[int]] = field(default_factory=dict)


class Dealer:
    """Deals the cards of one play, one at a time, by how far it is; or those of a round ``of`` it.

    ``named`` is what the names of its streams begin with. What the play ``had`` already comes last.
    ``questions`` are those that can be dealt, where they are known.
    """

    def __init__(
        self,
        game: Game,
        choices: Choices,
        of: Round | None = None,
        *,
        named: str = "",
        had: Had | None = None,
        questions: Sequence[Question] | None = None,
    ) -> None:
        self._deal = deal = game.deal if of is None else of.deal
        self._dice, self._level, self._named = choices.dice, choices.level, named
        self._had = had or Had()
        self._before = frozenset(self._had.questions)
        self._supplies: dict[str, Supply] = {}
        some = pool(game, choices, of) if questions is None else questions
        if any(question.recipe for question in some):
            times = [self._times(question) if question.recipe else 1 for question in some]
            some = [one for one, often in zip(some, times, strict=True) for _ in range(often)]
        self._pool = some
        chosen = None if of is not None and of.draws else choices.count
        drawn = deal.draw if chosen is None else chosen
        repeating = deal.repeats != "never"
        if not self._pool:
            self._most: int | None = 0
        elif deal.parts:
            self._most = len(list(self._a_pass(0, None)[0]))
        elif drawn is None:
            self._most = None if repeating else len(self._pool)
        else:
            self._most = drawn if repeating else min(drawn, len(self._pool))
        self._coming = self._order()
        self._places = Places(deal, choices.dice, named)
        self._put_back: list[tuple[int, Card]] = []
        self._opened = 0
        self._left: list[tuple[Question, str]] = []
        self._behind: list[tuple[Question, str]] = []
        self._passes_begun = 0
        self._last: Question | None = None
        self._least = compile_expression(deal.next) if deal.next else None
        self._repeating = repeating
        self._spares: Spares | None = None

    @property
    def total(self) -> int:
        """How many cards the play will have been dealt, as far as is known before its first."""
        return self.total_after(0)

    @property
    def foreseen(self) -> int:
        """The same, as far as it is known before a play is where it deals: parts as the file's order has
        them."""
        return sum(parts_drawn(self._pool, self._deal)) if self._deal.parts else self.total

    @property
    def totals(self) -> range:
        """What the total can be, as chance is."""
        if not self._deal.parts:
            return range(self.total, self.total + 1)
        sizes = [*part_sizes(self._pool, self._deal)]
        return range(sum(size[0] for size in sizes), sum(size[-1] for size in sizes) + 1)

    def total_after(self, asked: int) -> int:
        """How many cards the play will have been dealt, as far as is known once it has ``asked`` so many."""
        return total_after(asked, self._most, len(self._pool))

    @property
    def endless(self) -> bool:
        """Whether it deals for as long as it is asked."""
        return self._most is None

    @property
    def questions(self) -> list[Question]:
        """The questions of a pass as they are filed, a generated one as often as it is asked."""
        return list(self._pool)

    def offered(self, so_far: SoFar) -> list[str]:
        """What the player can choose of what is left: at most six, as they are filed; nothing where there is
        no choice, or no question left."""
        if not self._deal.choose or self._is_through(so_far) or self._due(so_far) is not None:
            return []
        left = dict.fromkeys(self._said(question) for question, _ in self._some_left())
        offered = set(islice(left, MOST_OFFERED))
        filed = dict.fromkeys(map(self._said, self._pool))
        by_level = sorted(offered, key=list(filed).index)
        return sorted(by_level) if self._deal.choose == "level" else by_level

    def next(
        self, so_far: SoFar, chosen: str | None = None, trouble: Trouble | None = None
    ) -> NextCard | None:
        """The next card, of what was ``chosen`` where there was a choice; None when the deck is empty.

        ``trouble`` is told where what the next question should be has no value.
        """
        place = self._due(so_far)
        if place is not None:
            self._opened += 1
            _, before = self._put_back.pop(place)
            return NextCard(self._card_again(before), before)
        if self._is_through(so_far):
            return None
        steered = self._deal.is_steered
        question, mark = self._steered(so_far, chosen, trouble) if steered else next(self._coming)
        self._opened += 1
        self._had.questions.add(question.id)
        return NextCard(self._card(question, mark))

    def put_back(self, card: Card, after: int) -> None:
        """Let the question of a card come once more, after so many others; last, where fewer are left."""
        self._put_back.append((self._opened + after, card))

    def can_swap(self, asked: int) -> bool:
        """Whether there is a question to be dealt in the place of one that is open, and is not counted among
        the ``asked`` ones."""
        if self._repeating or self._most is None:
            return len({question.id for question in self._pool}) > 1
        if self._deal.is_steered:
            return bool(self._left or self._behind)
        return bool(self._spare) or asked + 1 < self._most

    def instead(self, of: Question, so_far: SoFar, trouble: Trouble | None = None) -> NextCard:
        """The card that comes in the place of a question, which is not counted among the ones asked: what
        the play would not have drawn, of the same level where there is one, and else what comes next."""
        if self._repeating or self._most is None:
            while (dealt := self.next(so_far, None, trouble)) and dealt.card.question.id == of.id:
                pass
            if dealt is None:
                raise RuntimeError("nothing can be dealt in its place")
            return dealt
        if self._deal.is_steered:
            alike = any(self._said(one) == self._said(of) for one, _ in self._left)
            question, _ = self._steered(so_far, self._said(of) if alike else None, trouble)
            self._most = min(self._most, so_far.asked + 1 + len(self._left) + len(self._behind))
        elif self._spare:
            question = self._spare.take(of.level)
        else:
            question, _ = next(self._coming)
            self._most -= 1
        self._opened += 1
        self._had.questions.add(question.id)
        return NextCard(self._card(question, self._places.mark))

    @property
    def _spare(self) -> Spares:
        """What a play would not draw."""
        if self._spares is None:
            self._spares = Spares(self._pool, self.order(), Stream(self._dice, f"{self._named}swaps"))
        return self._spares

    def cards(self) -> Iterator[Card]:
        """The cards of a play of which nothing is known but how many it has asked."""
        for asked in count():
            dealt = self.next(SoFar(asked, {}))
            if dealt is None:
                return
            yield dealt.card

    def _is_through(self, so_far: SoFar) -> bool:
        return self._most is not None and so_far.asked >= self._most

    def _due(self, so_far: SoFar) -> int | None:
        """The place of the question that comes again now."""
        through = self._is_through(so_far)
        for place, (due, _) in enumerate(self._put_back):
            if through or due <= self._opened:
                return place
        return None

    def _times(self, question: Question) -> int:
        numbers = self._had.made.setdefault(question.id, set())
        supply = Supply(question, self._dice, self._level, named=self._named, had=numbers)
        self._supplies[question.id] = supply
        return times_in_a_pass(question, supply)

    def _card(self, question: Question, mark: str) -> Card:
        """A card of a question of the pass that has a mark, made where it has a recipe."""
        if mark != self._places.mark:
            self._places = Places(self._deal, self._dice, self._named, mark)
        made = question if question.recipe is None else self._supplies[question.id].next()
        return self._places.card(made)

    def _card_again(self, before: Card) -> Card:
        """A card of the same question, its options in other places."""
        return self._places.card(before.question)

    # Decks that come as they are

    def order(self) -> Iterator[Question]:
        """The questions that come, one after another, as they are filed: generated ones not made yet."""
        return (question for question, _ in islice(self._order(), self._most))

    def _order(self) -> Iterator[tuple[Question, str]]:
        """The questions without end, each with the mark of the pass it belongs to."""
        return self._always() if self._deal.repeats == "always" else self._passes()

    def _always(self) -> Iterator[tuple[Question, str]]:
        """Any question at any time."""
        stream = Stream(self._dice, f"{self._named}deck")
        while True:
            yield self._pool[stream.below(len(self._pool))], ""

    def _passes(self) -> Iterator[tuple[Question, str]]:
        """The whole pool again and again, shuffled anew, no question twice in a row across the seam."""
        last: Question | None = None
        for number in count():
            questions, mark = self._a_pass(number, self._most)
            first = next(questions)
            ahead = list(islice(questions, 1)) if first is last else []
            for question in chain(ahead, (first,), questions):
                yield question, mark
                last = question

    def _a_pass(self, number: int, most: int | None) -> tuple[Iterator[Question], str]:
        """The questions of a pass, and its mark."""
        mark = f" pass {number}" if number else ""
        stream = partial(self._stream, mark)
        return ordered(self._pool, self._deal, stream, most, () if number else self._before), mark

    def _stream(self, mark: str, what: str) -> Stream:
        return Stream(self._dice, f"{self._named}{what}{mark}")

    # Decks that are steered by how the play goes

    def _some_left(self) -> list[tuple[Question, str]]:
        """The questions left of the pass, in the deal's order, what the play had before only once all others
        are through; those of a new pass where none is left."""
        if not self._left:
            self._left, self._behind = self._behind, []
        if not self._left:
            questions, mark = self._a_pass(self._passes_begun, None)
            self._passes_begun += 1
            new = [(question, mark) for question in questions]
            before = self._before if not mark else ()
            fresh = [one for one in new if not was_asked(one[0], before)]
            again = [one for one in new if was_asked(one[0], before)]
            self._left, self._behind = (fresh, again) if fresh else (again, [])
            if self._left[0][0] is self._last:
                self._left.append(self._left.pop(0))
        return self._left

    def _steered(self, so_far: SoFar, chosen: str | None, trouble: Trouble | None) -> tuple[Question, str]:
        """One of those left for which the deal's expression is least."""
        left = self._some_left()
        places = [place for place, (question, _) in enumerate(left) if chosen in (None, self._said(question))]
        if self._least is not None:
            candidates = (left[place][0] for place in places)
            values = list(least_of_each(self._least, candidates, so_far.names, trouble))
            least = min(values)
            places = [place for place, value in zip(places, values, strict=True) if value == least]
        if self._deal.repeats == "always":
            self._left = [*left[places[0] + 1 :], *left[: places[0] + 1]]
            return left[places[0]]
        question, mark = left.pop(places[0])
        self._last = question
        return question, mark

    def _said(self, question: Question) -> str:
        """What a player chooses a question by."""
        return str(getattr(question, self._deal.choose or "topic"))


def total_after(asked: int, most: int | None, a_pass: int) -> int:
    """How many questions a play asks that has ``asked`` so many: ``most``, or, where there is no end to them
    (None), all those of the passes begun so far, of so many each."""
    return most if most is not None else max(1, -(-asked // a_pass)) * a_pass


def deal(game: Game, choices: Choices, most: int = 1000) -> list[Card]:
    """The cards of a whole play of a game without rounds, at most ``most`` of them, of which nothing is known
    but how many it has asked."""
    return list(islice(Dealer(game, choices).cards(), most))


def stream_names(number: int, visit: int = 1) -> str:
    """What the names of a round's streams begin with, the ``visit``-th time it is entered (0: no round)."""
    return f"round {number} visit {visit} " if number else ""
