"""``several``: the player picks every option that is right."""

from __future__ import annotations

import re
from collections.abc import Callable, Collection, Iterator, Sequence
from math import comb

from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.question import LABELS, Question, said
from .base import Interaction, Kind, label_range, option_of_label, option_of_text

_PARTS = re.compile(r"[|;,\n]")


class Several(Kind):
    """Right when the picked options are exactly the right ones; its parts are the right options."""

    name = "several"
    moved = True
    by_text = True
    nearly = False
    in_parts = True
    can_lose_options = True
    carries = "options"
    interaction: Interaction = "choice"

    def guesses(self, question: Question) -> int:
        """Every set of options but none."""
        return (1 << len(question.options)) - 1

    def guess(self, card: Card, number: int) -> str:
        """The letters of a set: bit by bit, the first place by the lowest."""
        return letters([place for place in range(len(card.order)) if (number + 1) >> place & 1])

    def guessed(self, question: Question) -> dict[int, int]:
        """By how many of the right options a set holds: ways to choose these, times those to choose wrong
        ones."""
        rights = len(question.rights)
        wrong_sets = 1 << (len(question.options) - rights)
        found = {hits: comb(rights, hits) * wrong_sets for hits in range(rights + 1)}
        found[0] -= 1  # the empty set is no answer
        found[rights] -= 1  # that is the right one
        return {hits: ways for hits, ways in found.items() if ways}

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By letters, numbers of places, or texts: ``A C``, ``ac``, ``1, 3``, ``granite; slate``."""
        return check_list(card, text, rules, self._of)

    def right_input(self, card: Card) -> str:
        """The letters of the right options."""
        return letters(sorted(card.rights))

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """The letter of the first option that is wrong, or of the first alone where all are right."""
        places = range(len(card.order))
        return LABELS[next((place for place in places if place not in card.rights), 0)]

    def partly_right(self, card: Card) -> Iterator[str]:
        """Without the last right option, and with a wrong one besides all that are right."""
        rights = sorted(card.rights)
        if len(rights) > 1:
            yield letters(rights[:-1])
        wrong = [place for place in range(len(card.order)) if place not in rights]
        if wrong:
            yield letters(sorted([*rights, wrong[0]]))

    def answer(self, question: Question) -> str:
        """The right options, as filed."""
        return self.joint.join(map(said, question.answers))

    def possible(self, question: Question) -> int:
        """As many as there are right options."""
        return len(question.rights)

    def hits(self, card: Card, verdict: Verdict) -> int:
        """The right options among the picked ones."""
        return len({*verdict.picks} & {*card.rights})

    def wrong_hits(self, question: Question) -> Sequence[int]:
        """None, some, or all with a wrong one beside them."""
        all_right = len(question.rights) == len(question.options)
        return range(1 if all_right else 0, len(question.rights) + (not all_right))

    def _of(self, card: Card, picks: Sequence[int]) -> Verdict:
        picks = tuple(sorted({*picks}))
        rights = {*card.rights}
        found = len(rights & {*picks})
        right = rights == {*picks}
        steps = [f"picks {letters(picks)}", f"{found} of {len(rights)} right options"]
        if wrong := len(picks) - found:
            steps.append(f"and {wrong} that {'is' if wrong == 1 else 'are'} wrong")
        return Verdict("right" if right else "wrong", tuple(steps), picks)


def letters(picks: Sequence[int]) -> str:
    """Places as letters with blanks between."""
    return " ".join(LABELS[place] for place in picks)


def check_list(
    card: Card, text: str, rules: Checking, verdict: Callable[[Card, Sequence[int]], Verdict]
) -> Verdict:
    """The verdict on the options that a text lists, ``unreadable`` where it names something else.

    Letters and numbers may stand together or apart; texts are parted by a bar, a semicolon or a comma.
    """
    found = by_label(card, text)
    if found is not None:
        return verdict(card, found)
    place, steps = option_of_text(card, text, rules)
    if place is not None:
        listed = verdict(card, (place,))
        return listed._replace(steps=(*steps, *listed.steps))
    for mark in ("|", ";", "\n", ","):
        parts = [part for part in text.split(mark) if part.strip()]
        places = [_one(card, part, rules) for part in parts]
        if len(parts) > 1 and all(place is not None for place in places):
            return verdict(card, [place for place in places if place is not None])
    unknown = next((part for part in _PARTS.split(text) if _one(card, part, rules) is None), text)
    named = f"no option is called ‘{unknown.strip()[:40]}’"
    return Verdict("unreadable", (f"{named}; there are {label_range(card)}",))


def _one(card: Card, part: str, rules: Checking) -> int | None:
    place = option_of_label(part, len(card.order))
    return place if place is not None else option_of_text(card, part, rules)[0]


def by_label(card: Card, text: str) -> list[int] | None:
    """The places of a text that is nothing but letters or numbers of options."""
    marks = re.sub(r"[\s|;,.)]+", "", text)
    places = [option_of_label(mark, len(card.order)) for mark in marks]
    return None if None in places or not places else [place for place in places if place is not None]
