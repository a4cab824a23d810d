"""The decks of a run: which round it is in, what is dealt in it, and which gates it has gone through."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from weakref import WeakKeyDictionary

from ..deal.dealer import Dealer, Had, stream_names
from ..deal.pool import pool
from ..questions.question import Question
from ..rulebook.game import Choices
from ..rulebook.program import Program, ReadyRound

_Chosen = tuple[int, str, int | None]
_POOLS: WeakKeyDictionary[Program, dict[_Chosen, Sequence[Question]]] = WeakKeyDictionary()
"""The questions of rounds, by what was chosen: looked up once for all plays of a program."""
_SIZES: WeakKeyDictionary[Program, dict[tuple[_Chosen, int | None], int]] = WeakKeyDictionary()
"""How many questions a round asks that is entered for the first time, by what was chosen."""


class Decks:
    """The decks of one play. It stands in the first round until another is entered."""

    deals: type[Dealer] = Dealer
    """What deals in a round."""

    def __init__(self, program: Program, choices: Choices) -> None:
        self._program, self._choices = program, choices
        self._had = Had()
        self._entered: Counter[int] = Counter()
        self._asked_before, self._inside = 0, False
        self.gone: Counter[tuple[int, int]] = Counter()
        """How often each gate was gone through, by the numbers of round and gate."""
        self.round: ReadyRound = program.rounds[0]
        self.dealer = self._dealer(self.round)
        self._total_ahead = self._ahead()

    def enter(self, number: int, asked: int) -> None:
        """Enter a round, so many questions having been asked; its questions are dealt anew."""
        self.round = self._program.rounds[number - 1]
        self._entered[number] += 1
        self._asked_before, self._inside = asked, True
        self.dealer = self._dealer(self.round)
        self._total_ahead = self._ahead()

    def leave(self) -> bool:
        """Leave the round; False where that was done, or none was entered."""
        inside, self._inside = self._inside, False
        return inside

    @property
    def endless(self) -> bool:
        """Whether this round deals for as long as it is asked."""
        return self.dealer.endless

    def total_after(self, asked: int) -> int:
        """How many questions the play will ask, as far as is known: those of before this round, of this one
        once it has ``asked`` so many, and of all rounds that follow it."""
        return self._asked_before + self.dealer.total_after(asked) + self._total_ahead

    def _ahead(self) -> int:
        """The questions of the rounds that follow this one."""
        return sum(map(self._size, self._program.rounds[max(1, self.round.number) :]))

    def _size(self, one: ReadyRound) -> int:
        sizes = _SIZES.setdefault(self._program, {})
        key = _chosen(self._choices, one), self._choices.count
        if key not in sizes:
            sizes[key] = self._dealer(one).foreseen
        return sizes[key]

    def _dealer(self, one: ReadyRound) -> Dealer:
        return self.deals(
            self._program.game,
            self._choices,
            one.source,
            named=stream_names(one.number, self._entered[one.number] or 1),
            had=self._had,
            questions=_questions(self._program, self._choices, one),
        )


def _chosen(choices: Choices, one: ReadyRound) -> _Chosen:
    return one.number, choices.topic, choices.level


def _questions(program: Program, choices: Choices, one: ReadyRound) -> Sequence[Question]:
    """The questions of a round."""
    known = _POOLS.setdefault(program, {})
    key = _chosen(choices, one)
    if key not in known:
        known[key] = pool(program.game, choices, one.source)
    return known[key]
