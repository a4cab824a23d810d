"""``order``: the player puts items in their order."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.question import LABELS, Question, said
from .base import Interaction
from .placed import Placed
from .several import check_list, letters


class Order(Placed):
    """Right when every item is in its place; its parts are the items. They are filed in their order."""

    name = "order"
    by_text = True
    joint = " → "
    interaction: Interaction = "sequencing"

    def written(self, places: Sequence[int]) -> str:
        """The letters, first to last."""
        return letters(places)

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By letters, numbers of places, or texts, first to last; every item once."""
        return check_list(card, text, rules, self._of)

    def answer(self, question: Question) -> str:
        """The items in their order."""
        return self.joint.join(map(said, question.options))

    def _of(self, card: Card, picks: Sequence[int]) -> Verdict:
        if sorted(picks) != list(range(len(card.order))):
            missing = [LABELS[place] for place in range(len(card.order)) if place not in picks]
            fault = f"{missing[0]} is missing" if missing else "one is named twice"
            return Verdict("unreadable", (f"every item should be named once; {fault}",))
        found = sum(map(int.__eq__, picks, card.rights))
        steps = (f"puts them as {letters(picks)}", f"{found} of {len(picks)} in their place")
        return Verdict("right" if found == len(picks) else "wrong", steps, tuple(picks))
