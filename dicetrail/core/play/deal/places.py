"""Places: where the options of a question stand."""

from __future__ import annotations

from ..dice import Stream
from ..kinds import kind_of
from ..questions.card import Card
from ..questions.question import Question
from ..rulebook.game import Deal


class Places:
    """Puts options into their places. Only some kinds' are moved, and of these not the pinned ones. The names
    of its streams begin with what they are ``of``, and say the ``mark`` of the pass."""

    def __init__(self, deal: Deal, dice: int, of: str = "", mark: str = "") -> None:
        self._how = deal.options
        self._dice = dice
        self._of = of
        self.mark = mark
        self._balance: dict[int, list[int]] = {}
        self._turns: dict[int, int] = {}
        self._visits: dict[str, int] = {}

    def card(self, question: Question) -> Card:
        """The question with its options in their places."""
        order = list(range(len(question.options)))
        kind = kind_of(question)
        if kind.moved and (self._how != "filed" or kind.never_filed):
            again = self._visits.get(question.id, 0)
            self._visits[question.id] = again + 1
            visit = f" visit {again}" if again else ""
            free = [place for place in order if place not in question.pinned]
            moved = Stream(self._dice, f"{self._of}options of {question.id}{self.mark}{visit}").shuffled(free)
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
            turn = self._turns.get(places, 0)
            self._turns[places] = turn + 1
            stream = Stream(self._dice, f"{self._of}places of {places}{self.mark} turn {turn}")
            left.extend(stream.shuffled(range(places)))
        return left.pop()
