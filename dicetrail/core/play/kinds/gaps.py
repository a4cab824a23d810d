"""``gaps``: the player fills the gaps of a text, by typing or from a bank of words."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator, Sequence

from ..answers.switches import Checking
from ..answers.verdict import Verdict, VerdictName
from ..questions.card import Card
from ..questions.given import Given
from ..questions.question import Question, said, same
from .base import FAR_OFF, Kind, Mark, option_of_label, option_of_text
from .several import by_label, letters
from .typed import check_words

GAP = "___"
"""What stands for a gap in a prompt."""
_PARTED = re.compile(r"(?<!\\);")


def fills_of(text: str) -> list[str]:
    """What a text puts into the gaps, parted by ``;``."""
    return [part.replace("\\;", ";").strip() for part in _PARTED.split(text)]


def as_fills(texts: Sequence[str]) -> str:
    """Texts for the gaps as one that :func:`fills_of` takes apart again."""
    escaped = [text.replace(";", "\\;") for text in texts]
    return "; ".join(f"{text} " if text.endswith("\\") else text for text in escaped)


class Gaps(Kind):
    """Right when every gap holds a text that it accepts; its parts are the gaps."""

    name = "gaps"
    moved = True
    by_text = True
    in_parts = True
    carries = ""
    joint = "; "

    def guesses(self, question: Question) -> int:
        """With a bank, any of its words in each gap."""
        return int(len(question.options) ** len(question.gaps)) if question.options else 0

    def guess(self, card: Card, number: int) -> str:
        """The letters for the gaps; the first turns slowest."""
        places = []
        for _ in card.question.gaps:
            number, place = divmod(number, len(card.order))
            places.append(place)
        return letters(places[::-1])

    def guessed(self, question: Question) -> dict[int, int]:
        """Gap by gap: of the words some fit and the others don't."""
        ways = {0: 1}
        for accepted in question.gaps:
            fitting = sum(_fits(option, accepted) for option in question.options)
            grown: dict[int, int] = {}
            for hits, many in ways.items():
                for more, of in ((1, fitting), (0, len(question.options) - fitting)):
                    if of:
                        grown[hits + more] = grown.get(hits + more, 0) + many * of
            ways = grown
        all_right = len(question.gaps)
        ways[all_right] -= 1  # that is the right one
        return {hits: many for hits, many in sorted(ways.items()) if many}

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By texts parted by ``;``, each checked for itself; from a bank by letters, too."""
        gaps = card.question.gaps
        places = by_label(card, text) if card.order else None
        fills = fills_of(text)
        if places is None and len(fills) == len(gaps) and card.order:
            found = {fill: place for fill in fills if (place := _place(card, fill, rules)) is not None}
            if unknown := [fill for fill in fills if fill not in found]:
                return Verdict("unreadable", (f"‘{unknown[0][:40]}’ is not among the words",))
            places = [found[fill] for fill in fills]
        given = len(fills) if places is None else len(places)
        if given != len(gaps):
            return Verdict("unreadable", (f"there are {len(gaps)} gaps; this fills {given}",))
        if places is not None:
            return self._picked(card, places)
        checked = [
            check_words(accepted, fill, rules) if fill else Verdict("wrong", ("nothing",))
            for accepted, fill in zip(gaps, fills, strict=True)
        ]
        right = sum(one.name == "right" for one in checked)
        steps = tuple(f"gap {number}: {one.name}" for number, one in enumerate(checked, 1))
        nearly = all(one.name in ("right", "close") for one in checked)
        name: VerdictName = "right" if right == len(gaps) else "close" if nearly else "wrong"
        return Verdict(name, steps, found=right)

    def told(self, question: Question, given: Given) -> str:
        """The words that were picked, gap by gap, or what was typed."""
        if not given.filed:
            return given.text
        return as_fills([said(question.options[place]) for place in given.filed])

    def right_input(self, card: Card) -> str:
        """The first text that each gap accepts; from a bank, its letter."""
        if card.order:
            return letters(card.rights)
        return as_fills([accepted[0] for accepted in card.question.gaps])

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """Nothing that fits, in any gap."""
        gaps = card.question.gaps
        if not card.order:
            return as_fills(["x" * (max(map(len, accepted)) + FAR_OFF) for accepted in gaps])
        misfits = (
            next((place for place, option in enumerate(card.options) if not _fits(option, accepted)), 0)
            for accepted in gaps
        )
        return letters(list(misfits))

    def partly_right(self, card: Card) -> Iterator[str]:
        """All but the last gap right."""
        right, wrong = self.right_input(card), self.wrong_input(card, ())
        if len(card.question.gaps) > 1:
            mark = " " if card.order else "; "
            yield mark.join([*right.split(mark)[:-1], wrong.split(mark)[-1]])

    def answer(self, question: Question) -> str:
        """What each gap accepts first."""
        return as_fills([accepted[0] for accepted in question.gaps])

    def possible(self, question: Question) -> int:
        """As many as there are gaps."""
        return len(question.gaps)

    def hits(self, card: Card, verdict: Verdict) -> int:
        """The gaps that are filled right."""
        return verdict.found

    def wrong_hits(self, question: Question) -> Sequence[int]:
        """All but one at the most."""
        return range(len(question.gaps))

    def marks(self, card: Card, picks: Sequence[int], *, revealed: bool) -> list[Mark]:
        """Whether each word was put into a gap that takes it."""
        gaps = card.question.gaps
        marks: list[Mark] = [""] * len(card.order)
        for place, accepted in zip(picks, gaps, strict=False):
            if marks[place] != "wrong":
                marks[place] = "right" if _fits(card.options[place], accepted) else "wrong"
        return marks

    def _picked(self, card: Card, places: Sequence[int]) -> Verdict:
        gaps = card.question.gaps
        fits = [_fits(card.options[place], accepted) for place, accepted in zip(places, gaps, strict=True)]
        steps = (f"puts in {letters(places)}", f"{sum(fits)} of {len(gaps)} gaps right")
        return Verdict("right" if all(fits) else "wrong", steps, tuple(places), found=sum(fits))


def _fits(option: str, accepted: Sequence[str]) -> bool:
    return same(said(option)) in map(same, accepted)


def _place(card: Card, fill: str, rules: Checking) -> int | None:
    place = option_of_label(fill, len(card.order))
    return place if place is not None else option_of_text(card, fill, rules)[0]
