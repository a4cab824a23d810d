"""``match``: the player joins each item with one of another list."""

from __future__ import annotations

import re
from collections.abc import Collection, Sequence

from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.given import Given
from ..questions.question import LABELS, Question, said
from .base import Interaction, label_range
from .placed import Placed
from .several import by_label

_PAIR = re.compile(r"\s*(?:([A-Za-z])\s*[-=:]?\s*([1-8])|([1-8])\s*[-=:]?\s*([A-Za-z]))[\s,;.]*")


class Match(Placed):
    """Right when every item has what belongs to it; its parts are the items. The first options belong to the
    items in their order, further ones to none."""

    name = "match"
    joint = "; "
    interaction: Interaction = "matching"

    def items(self, question: Question) -> Sequence[str]:
        """What the options are joined with."""
        return question.items

    def labels(self, filed: Sequence[int]) -> str:
        """The options with the number of the item each was joined with: ``A2 B1``."""
        return " ".join(sorted(f"{LABELS[place]}{item}" for item, place in enumerate(filed, 1)))

    def told(self, question: Question, given: Given) -> str:
        """Each item with what it was joined with."""
        if not given.filed:
            return given.text
        pairs = zip(question.items, given.filed, strict=False)
        return self.joint.join(f"{said(item)} = {said(question.options[place])}" for item, place in pairs)

    def written(self, places: Sequence[int]) -> str:
        """The pairs."""
        return self.labels(places)

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By pairs, ``A2 B1``, or by the letters in the order of the items, ``B A``."""
        items = len(card.question.items)
        pairs = _pairs(text)
        letters = by_label(card, text) if pairs is None else None
        if pairs is None and letters is None:
            why = f"names no pairs, such as A1 B2; there are {label_range(card)} and 1 to {items}"
            return Verdict("unreadable", (why,))
        joined = pairs if pairs is not None else list(enumerate(letters or ()))
        if fault := _fault(joined, items, len(card.order)):
            return Verdict("unreadable", (f"every item should be joined once; {fault}",))
        picks = tuple(place for _, place in sorted(joined))
        found = sum(map(int.__eq__, picks, card.rights))
        steps = (f"joins them as {self.written(picks)}", f"{found} of {items} belong together")
        return Verdict("right" if found == items else "wrong", steps, picks)

    def answer(self, question: Question) -> str:
        """Each item with its own."""
        return self.told(question, Given("", question.rights))


def _pairs(text: str) -> list[tuple[int, int]] | None:
    """Items (from 0) and the places of options they are joined with; None where a text says no pairs."""
    found: list[tuple[int, int]] = []
    at = 0
    while at < len(text):
        match = _PAIR.match(text, at)
        letter = match and (match[1] or match[4]).upper()
        if match is None or not letter or letter not in LABELS:
            return None
        found.append((int(match[2] or match[3]) - 1, LABELS.index(letter)))
        at = match.end()
    return found or None


def _fault(joined: Sequence[tuple[int, int]], items: int, options: int) -> str:
    """What keeps pairs from joining every item with one option; "" where nothing does."""
    have = [item for item, _ in joined]
    places = [place for _, place in joined]
    if over := [item for item in have if item >= items]:
        return f"there is no {over[0] + 1}"
    if over := [place for place in places if place >= options]:
        return f"there is no {LABELS[over[0]]}"
    if missing := [item for item in range(items) if item not in have]:
        return f"{missing[0] + 1} is missing"
    twice = next((LABELS[place] for place in places if places.count(place) > 1), "")
    return f"{twice} is named twice" if twice else "one is named twice" if len(have) > items else ""
