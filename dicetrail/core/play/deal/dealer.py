"""The deck: which questions a play asks, in which order, with the options in which places."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from itertools import chain, count, islice
from typing import NamedTuple

from ..dice import Stream
from ..kinds import GENERATED, kind_of
from ..language.expressions import Names
from ..questions.card import Card
from ..questions.question import Question
from ..rulebook.game import Choices, Deal, Game
from .supply import Supply


class SoFar(NamedTuple):
    """How far a play is when its next card is dealt: how many questions it has ``asked``, and what its
    expressions know."""

    asked: int
    names: Names


class Dealer:
    """Deals the cards of one play, one at a time, by how far it is."""

    def __init__(self, game: Game, choices: Choices) -> None:
        self._deal = game.deal
        self._dice = choices.dice
        self._level = choices.level
        self._supplies: dict[str, Supply] = {}
        questions = pool(game, choices)
        if any(question.recipe for question in questions):
            times = [self._times(question) if question.recipe else 1 for question in questions]
            questions = [one for one, often in zip(questions, times, strict=True) for _ in range(often)]
        self._pool = questions
        drawn = choices.count if choices.count is not None else game.deal.draw
        repeating = game.deal.repeats != "never"
        if not self._pool:
            self._most: int | None = 0
        elif drawn is None:
            self._most = None if repeating else len(self._pool)
        else:
            self._most = drawn if repeating else min(drawn, len(self._pool))
        self._coming = self._order()
        self._places = Places(game.deal, choices.dice)
        self._put_back: list[tuple[int, Question]] = []

    @property
    def total(self) -> int:
        """How many cards the play will have been dealt, as far as is known before its first."""
        return self.total_after(0)

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

    def next(self, so_far: SoFar) -> Card | None:
        """The next card, or None when the deck is empty."""
        through = self._most is not None and so_far.asked >= self._most
        for place, (due, question) in enumerate(self._put_back):
            if through or due <= so_far.asked:
                del self._put_back[place]
                return self._places.card(question)
        if through:
            return None
        question, mark = next(self._coming)
        if mark != self._places.mark:
            self._places = Places(self._deal, self._dice, mark)
        return self._places.card(self._made(question))

    def put_back(self, card: Card, so_far: SoFar, after: int) -> None:
        """Let the question of a card come once more, after so many others; last, where fewer are left."""
        self._put_back.append((so_far.asked + after, card.question))

    def cards(self) -> Iterator[Card]:
        """The cards of a play of which nothing is known but how many it has asked."""
        for asked in count():
            card = self.next(SoFar(asked, {}))
            if card is None:
                return
            yield card

    def _times(self, question: Question) -> int:
        supply = self._supplies[question.id] = Supply(question, self._dice, self._level)
        return times_in_a_pass(question, supply)

    def _made(self, question: Question) -> Question:
        return question if question.recipe is None else self._supplies[question.id].next()

    def order(self) -> Iterator[Question]:
        """The questions that come, one after another, as they are filed: generated ones not made yet."""
        return (question for question, _ in islice(self._order(), self._most))

    def _order(self) -> Iterator[tuple[Question, str]]:
        """The questions without end, each with the mark of the pass it belongs to."""
        return self._always() if self._deal.repeats == "always" else self._passes()

    def _always(self) -> Iterator[tuple[Question, str]]:
        """Any question at any time."""
        stream = Stream(self._dice, "deck")
        while True:
            yield self._pool[stream.below(len(self._pool))], ""

    def _passes(self) -> Iterator[tuple[Question, str]]:
        """The whole pool again and again, shuffled anew, no question twice in a row across the seam."""
        last: Question | None = None
        for number in count():
            mark = f" pass {number}" if number else ""
            questions = ordered(self._pool, self._deal, Stream(self._dice, f"deck{mark}"), self._most)
            first = next(questions)
            ahead = list(islice(questions, 1)) if first is last else []
            for question in chain(ahead, (first,), questions):
                yield question, mark
                last = question


def total_after(asked: int, most: int | None, a_pass: int) -> int:
    """How many questions a play asks that has ``asked`` so many: ``most``, or, where there is no end to them
    (None), all those of the passes begun so far, of so many each."""
    return most if most is not None else max(1, -(-asked // a_pass)) * a_pass


def pass_length(questions: Sequence[Question]) -> int:
    """How many questions one pass asks, with all that the generated ones give to it."""
    return sum(
        times_in_a_pass(question, Supply(question, 0)) if question.recipe else 1 for question in questions
    )


def times_in_a_pass(question: Question, supply: Supply) -> int:
    """How often a pass asks a generated question: never more often than it has something to ask."""
    wanted = question.times or (supply.size or 1 if GENERATED[question.kind].whole else 1)
    return min(wanted, supply.size or wanted)


def pool(game: Game, choices: Choices) -> list[Question]:
    """The questions a play can be dealt: those of the chosen topic and level, all where none was chosen."""
    if not choices.topic and choices.level is None:
        return list(game.questions)
    return [
        question
        for question in game.questions
        if (not choices.topic or question.topic == choices.topic)
        and (choices.level is None or question.level == choices.level or follows_level(question))
    ]


def follows_level(question: Question) -> bool:
    """Whether a generated question is made for the level that was chosen."""
    kind = GENERATED.get(question.kind)
    return kind is not None and kind.uses_level(question.recipe)


def ordered(
    questions: Sequence[Question], deal: Deal, stream: Stream, most: int | None = None
) -> Iterator[Question]:
    """The questions in the order of the deal; sorted orders are shuffled within equal ranks.

    Where only ``most`` of them are asked, these are drawn first and put into their order then, so that a
    rising order of ten climbs through all the levels there are.
    """
    if deal.order == "filed":
        return iter(questions)
    shuffled = islice(stream.drawn(questions), most)
    if deal.order == "easiest_first":
        return iter(sorted(shuffled, key=lambda question: question.level))
    if deal.order == "by_topic":
        rank = {topic: n for n, topic in enumerate(dict.fromkeys(question.topic for question in questions))}
        return iter(sorted(shuffled, key=lambda question: rank[question.topic]))
    return shuffled


class Places:
    """Puts options into their places. Only some kinds' are moved, and of these not the pinned ones."""

    def __init__(self, deal: Deal, dice: int, mark: str = "") -> None:
        self._how = deal.options
        self._dice = dice
        self.mark = mark
        self._balance: dict[int, list[int]] = {}
        self._turns: Counter[int] = Counter()
        self._visits: Counter[str] = Counter()

    def card(self, question: Question) -> Card:
        """The question with its options in their places."""
        order = list(range(len(question.options)))
        kind = kind_of(question)
        if kind.moved and (self._how != "filed" or kind.never_filed):
            again = self._visits[question.id]
            self._visits[question.id] += 1
            visit = f" visit {again}" if again else ""
            free = [place for place in order if place not in question.pinned]
            moved = Stream(self._dice, f"options of {question.id}{self.mark}{visit}").shuffled(free)
            for place, filed in zip(free, moved, strict=True):
                order[place] = filed
            if kind.never_filed and order == sorted(order):
                order = [*order[1:], order[0]]
            if self._how == "balanced" and question.right in free:
                wanted = self._balanced_place(len(order))
                present = order.index(question.right)
                if wanted in free:
                    order[present], order[wanted] = order[wanted], order[present]
        return Card(question, tuple(order))

    def _balanced_place(self, places: int) -> int:
        """The next place for the right answer: every place once, in random order, before any twice."""
        left = self._balance.setdefault(places, [])
        if not left:
            stream = Stream(self._dice, f"places of {places}{self.mark} turn {self._turns[places]}")
            self._turns[places] += 1
            left.extend(stream.shuffled(range(places)))
        return left.pop()


def deal(game: Game, choices: Choices, most: int = 1000) -> list[Card]:
    """The cards of a whole play, at most ``most`` of them."""
    return list(islice(Dealer(game, choices).cards(), most))
