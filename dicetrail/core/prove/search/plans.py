"""Plans: what a search knows of the questions of each round, and which of them can come next."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from math import prod

from ...play.deal.dealer import Dealer
from ...play.deal.pool import least_of
from ...play.deal.supply import one_of
from ...play.language.expressions import Names, compile_expression
from ...play.questions.question import Question
from ...play.rulebook.game import Choices
from ...play.rulebook.names import OF_A_QUESTION
from ...play.rulebook.program import Program, ReadyRound
from ...reachable import reachable
from .helps import swaps_of
from .openings import Totals
from .sorts import QuestionSort, Sorter

MOST_WAYS = 200
"""Ways to be through with part of the questions, of every sort a number, that are told apart."""


def asked_of(program: Program, choices: Choices, one: ReadyRound | None = None) -> list[Question]:
    """The questions of a pass of a round's deck as they are filed; of those that are made, the first that
    is."""
    of = (one or program.rounds[0]).source
    questions = Dealer(program.game, choices, of).questions
    made = {question.id: one_of(question, choices.level) for question in questions}
    return [made[question.id] for question in questions]


def met_again(program: Program, choices: Choices) -> set[int]:
    """The rounds, by their numbers, that can have questions which were asked before a play entered them."""
    asked = {
        one.number: {question.id for question in asked_of(program, choices, one)} for one in program.rounds
    }
    return {
        later
        for number, questions in asked.items()
        for following in program.leads_to(number)
        for later in reachable(following, program.leads_to)
        if questions & asked[later]
    }


class Plan:
    """The questions of a round as sorts: ``sequence`` are the places of these in ``sorts``, which takes in
    the new ones. ``totals`` are the numbers of questions that it can ask, None where there is no end to them.
    ``some_before`` says that some may have been asked before it was entered: these come last.

    ``repeating`` says that any sort can come at any time, ``mixed`` that it is only taken to be so that some
    can come, where there are too many to tell or ``some_before``; ``in_order`` that they come as they are
    filed.
    """

    def __init__(
        self,
        program: Program,
        one: ReadyRound,
        choices: Choices,
        totals: Totals,
        sorter: Sorter,
        sorts: list[QuestionSort],
        *,
        some_before: bool,
    ) -> None:
        questions = asked_of(program, choices, one)
        found = [sorter.searched(question, one) for question in questions]
        sorts += [sort for sort in dict.fromkeys(found) if sort not in sorts]
        place_of = {sort: place for place, sort in enumerate(sorts)}
        self.sequence = [place_of[sort] for sort in found]
        self.totals, self.free = totals, totals is None
        self.total = totals[-1] if totals else None
        self.a_pass = len(questions)
        self.deal = deal = one.source.deal
        again = deal.repeats == "when_empty" and (self.total is None or self.total > self.a_pass)
        self.repeating = deal.repeats == "always" or again
        swaps = bool(swaps_of(program))
        filed = deal.order == "filed" and not self.repeating and not swaps
        self.in_order = filed and not one.number and not deal.is_steered and not deal.parts
        self.mixed = filed and not self.in_order
        have = Counter(self.sequence)
        self.kinds = sorted(have)
        if not self.repeating and not self.in_order:
            ways = prod(number + 1 for number in have.values())
            self.repeating = ways > MOST_WAYS or swaps
            self.mixed |= self.repeating
        self._sorts = sorts
        steered = bool(deal.next) and not self.repeating
        self.mixed |= (steered and some_before) or bool(deal.parts)
        self._least = compile_expression(deal.next) if steered and not some_before else None
        self._have = have

    def left_at_first(self, sorts: int) -> tuple[int, ...]:
        """What is left of each of so many sorts when the round begins; how many questions where these repeat;
        nothing where it has no end."""
        if self.repeating:
            return () if self.total is None else (self.total,)
        return tuple(self._have[place] for place in range(sorts))

    def taken(self, left: tuple[int, ...], sort: int) -> tuple[int, ...]:
        """What is left once a question of a sort was dealt."""
        if not left:
            return left
        place = 0 if self.repeating else sort
        return (*left[:place], left[place] - 1, *left[place + 1 :])

    def next_sorts(self, left: tuple[int, ...], asked: int, names: Callable[[], Names]) -> Sequence[int]:
        """The sorts of question that can come next."""
        if self.in_order:
            return [self.sequence[asked % len(self.sequence)]] if self.sequence else []
        if self.repeating:
            return self.kinds
        some = [sort for sort, have in enumerate(left) if have]
        if self._least is None or not some:
            return some
        found: list[int] = []
        groups: dict[str, list[int]] = {}
        for sort in some:
            by = self.deal.choose
            groups.setdefault(str(getattr(self._sorts[sort], by)) if by else "", []).append(sort)
        known = names()
        for group in groups.values():
            values = [self._value(sort, known) for sort in group]
            found += [sort for sort, value in zip(group, values, strict=True) if value == min(values)]
        return found

    def _value(self, sort: int, names: Names) -> float:
        assert self._least is not None
        of_question = {name: getattr(self._sorts[sort], name) for name in OF_A_QUESTION}
        return least_of(self._least, {**names, **of_question})
