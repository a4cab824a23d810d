"""Sorting: the questions of a game as sorts and as a pile, for a walker whose plays are weighed."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence

from ...play.deal.dealer import Dealer
from ...play.deal.supply import Supply
from ...play.questions.question import Question
from ...play.rulebook.game import Choices
from ...play.rulebook.program import Program
from ..search.plans import asked_of
from ..search.sorts import Sorter
from .pile import Pile
from .walker import Walker

MOST_PILES = 40_000
"""Ways to be through with part of the questions, past which these alone are too many states."""


class Unsortable(ValueError):
    """Questions that can't be told apart as far as they would have to be; the message says why."""


class Sorted:
    """The ``sorts`` of a game's questions, which of them each is (``sequence``, a pass as filed), and the
    ``pile`` they come from. Raises :class:`Unsortable`."""

    def __init__(
        self, program: Program, walker: Walker, choices: Choices, names: frozenset[str], *, clocked: bool
    ) -> None:
        deck, deal = Dealer(program.game, choices), program.game.deal
        written, total = deck.questions, None if deck.endless else deck.total
        questions = asked_of(program, choices)
        comes_again = deal.repeats == "always" or total is None or total > len(questions)
        minds = walker.how == "knows" and comes_again
        guess = walker.how == "knows" or walker.helps
        sorter = Sorter(program, names, clocked=clocked, helps=walker.helps)
        if guess or sorter.parts:
            for problem in _problems(written, choices, total, minds=minds):
                raise Unsortable(problem)
        sorts = [sorter.weighed(question, program.rounds[0], guess=guess) for question in questions]
        if comes_again:
            copies = Counter(question.id for question in written)
            sorts = [
                sort._replace(copies=copies[question.id], again=question.recipe is None)
                for sort, question in zip(sorts, written, strict=True)
            ]
        if len(set(sorts)) > 1 and deal.order in ("easiest_first", "by_topic"):
            ranks = _ranks(questions, deal.order)
            sorts = [sort._replace(rank=rank) for sort, rank in zip(sorts, ranks, strict=True)]
        self.in_any_order = deal.order != "filed" and not comes_again
        """Whether questions that are alike come in any order, and none of them twice."""
        self.sorts = list(dict.fromkeys(sorts))
        self.sequence = [self.sorts.index(sort) for sort in sorts]
        alike = {question.id: number for number, question in enumerate(written)}
        self.pile = Pile(
            self.sorts,
            self.sequence,
            [alike[question.id] for question in written],
            order=deal.order,
            repeats=deal.repeats,
            total=total,
            minds=minds,
        )
        if self.pile.ways > MOST_PILES:
            raise Unsortable(
                "The game has too many states for exact odds: its questions differ in too many ways that its"
                f" rules look at ({len(self.sorts)} sorts of them)."
            )


def _ranks(questions: Sequence[Question], order: str) -> list[int]:
    """Where each question stands in a deck that is sorted."""
    if order == "easiest_first":
        return [question.level for question in questions]
    topics = list(dict.fromkeys(question.topic for question in questions))
    return [topics.index(question.topic) for question in questions]


def _problems(
    written: Sequence[Question], choices: Choices, total: int | None, *, minds: bool
) -> Iterator[str]:
    """What of made questions is known only once they are made."""
    for question in dict.fromkeys(written):
        if question.recipe is None:
            continue
        supply = Supply(question, choices.dice, choices.level)
        if not supply.alike:
            yield f"Of the questions made from ‘{question.id}’ some have more options than others."
        often = supply.size is not None and (total is None or supply.size < total)
        if minds and often:
            yield f"Questions made from ‘{question.id}’ may come again, known by then or not."
