"""Answers: those that can be given to a question, where the rules look at which one was."""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Iterable, Iterator
from typing import NamedTuple

from ...play.answers.verdict import VerdictName
from ...play.kinds import input_for, kind_of
from ...play.questions.card import Card, as_filed
from ...play.questions.given import Given
from ...play.questions.question import Question
from ...play.rulebook.game import Number
from ...play.rulebook.program import Program
from ...play.run.checking import carried_by, check

MOST_ANSWERS = 300
"""Answers to pick from that are told apart one by one."""


class Gave(NamedTuple):
    """What rules can know of an answer besides its verdict: what it carries, what it said, and the labels of
    what it picked."""

    value: Number = 0
    adds: tuple[tuple[str, Number], ...] = ()
    given: str = ""
    picked: str = ""

    @property
    def known(self) -> Gave:
        """What is still known of it in a new visit, before the next answer."""
        return self._replace(value=0, adds=())


NOTHING_GIVEN = Gave()


class AnswerSort(NamedTuple):
    """Answers that are alike for the rules: their verdict, how many of their parts are right, what is known
    of them, and how many there are. ``made`` says that it is what stands for a wrong answer where there is
    nothing to pick from, or nothing left."""

    verdict: VerdictName
    hits: int
    gave: Gave = NOTHING_GIVEN
    ways: int = 1
    made: bool = False


class Answering:
    """Tells the answers of questions apart, as far as a program minds them."""

    def __init__(self, program: Program, names: frozenset[str]) -> None:
        self._program, self._names = program, names
        self.minds = program.minds_answers
        self._said = frozenset(said_in(program)) if "given" in names else frozenset()

    def of(self, question: Question, *, hits: bool, every: bool) -> tuple[AnswerSort, ...]:
        """The answers of a question; where ``every`` one is asked for, also those that only a condition, or
        the question, names. ``hits`` says whether the rules ask for parts that are right."""
        if not self.minds:
            return ()
        card, kind = as_filed(question), kind_of(question)
        number = kind.guesses(question)
        texts = [kind.guess(card, n) for n in range(min(number, MOST_ANSWERS))]
        made = input_for("wrong", card, ())
        given = [*(texts or [input_for("right", card, ()), made])]
        if every:
            given += [one.text for one in question.carries] if not texts else []
            given += sorted(self._said)
        found: Counter[AnswerSort] = Counter()
        for text in given:
            found[self._answer(card, text, hits=hits)] += 1
        stands = self._answer(card, made, hits=hits)
        return tuple(one._replace(ways=ways, made=one == stands) for one, ways in found.items())

    def _answer(self, card: Card, text: str, *, hits: bool) -> AnswerSort:
        rules, kind = self._program.game.checking, kind_of(card.question)
        verdict = check(card, text, rules)
        carried = carried_by(card, verdict, text, rules)
        given = Given(text, tuple(card.order[place] for place in verdict.picks))
        told = kind.told(card.question, given).strip() if "given" in self._names else ""
        gave = Gave(
            carried.value if "value" in self._names else 0,
            carried.adds,
            told,
            kind.labels(given.filed) if "picked" in self._names else "",
        )
        return AnswerSort(verdict.name, kind.hits(card, verdict) if hits else 0, gave)


def said_in(program: Program) -> Iterator[str]:
    """The texts that a game's conditions and numbers have in them: an answer may be one of these."""
    for expression in program.expressions:
        for node in ast.walk(ast.parse(expression.source.strip(), mode="eval")):
            if isinstance(node, ast.Constant) and isinstance(node.value, str) and node.value.strip():
                yield node.value


def too_many_answers(program: Program) -> bool:
    """Whether a question has more answers than are told apart, where rules tell them apart."""
    return program.minds_answers and any(
        kind_of(question).guesses(question) > MOST_ANSWERS for question in program.game.questions
    )


def moved_by_answers(questions: Iterable[Question]) -> frozenset[str]:
    """The meters that answers add to."""
    return frozenset(name for question in questions for one in question.carries for name, _ in one.adds)
