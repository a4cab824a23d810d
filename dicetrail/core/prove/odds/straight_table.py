"""What straight code is given of the questions of a play whose deal hangs on how it goes: a table that deals
as the engine's decks do, without cards."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import Any, cast

from ...play.deal.dealer import Dealer, SoFar
from ...play.language.expressions import Names
from ...play.questions.card import Card
from ...play.questions.question import Question
from ...play.rulebook.game import Choices
from ...play.rulebook.program import Program, ReadyRound
from ...play.run.decks import Decks

About = Mapping[int, Mapping[str, tuple[Any, ...]]]
"""What is known of a question, by the number of the round and its id."""


class DealtOne:
    """A question that was dealt: what is known of it, and how often it was opened."""

    __slots__ = ("about", "question", "visits")

    def __init__(self, question: Question) -> None:
        self.question = question
        self.about: tuple[Any, ...] = ()
        self.visits = 0


class _Dealer(Dealer):
    """Deals questions without cards: no option has a place."""

    def _card(self, question: Question, mark: str) -> Card:
        return cast(Card, DealtOne(question))

    def _card_again(self, before: Card) -> Card:
        return before


class _Decks(Decks):
    deals = _Dealer


class DealTable:
    """Deals the questions of one play. It stands in the first round until another is entered."""

    def __init__(self, program: Program, choices: Choices, about: About) -> None:
        self._decks, self._about = _Decks(program, choices), about

    def enter(self, number: int, asked: int) -> tuple[int, int]:
        """Enter a round, so many questions having been asked; how many the play and the round ask."""
        self._decks.enter(number, asked)
        return self.totals(0)

    def totals(self, asked: int) -> tuple[int, int]:
        """How many questions the play and its round ask, once the round has asked so many."""
        return self._decks.total_after(asked), self._decks.dealer.total_after(asked)

    def offered(self, asked: int, names: Names) -> list[str]:
        """What can be chosen of what is left."""
        return self._decks.dealer.offered(SoFar(asked, names))

    def next(self, asked: int, names: Names, chosen: str | None = None) -> DealtOne | None:
        """The next question, of what was chosen; None where there is none."""
        dealt = self._decks.dealer.next(SoFar(asked, names), chosen)
        if dealt is None:
            return None
        one = cast(DealtOne, dealt.card)
        if not one.visits:
            one.about = self._about[self._decks.round.number][one.question.id]
        return one

    def put_back(self, one: DealtOne, after: int) -> None:
        """Let a question come once more, after so many others."""
        self._decks.dealer.put_back(cast(Card, one), after)


class DealTables:
    """The table of each play of a game, by its dice."""

    def __init__(
        self, program: Program, choices: Choices, asked_of: Callable[[Question, ReadyRound], tuple[Any, ...]]
    ) -> None:
        self._program, self._choices = program, choices
        self._about = {
            one.number: {question.id: asked_of(question, one) for question in program.game.questions}
            for one in program.rounds
        }

    def of(self, dice: int) -> DealTable:
        """The table of the play of a dice number."""
        return DealTable(self._program, replace(self._choices, dice=dice), self._about)
