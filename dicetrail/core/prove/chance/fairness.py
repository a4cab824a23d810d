"""Fairness: what many deals of a game look like, said in plain words.

Whether counts are as even as chance makes them is asked by Pearson's chi-square test (NIST/SEMATECH
e-Handbook of Statistical Methods, 1.3.5.15).
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import islice
from math import comb
from typing import Literal

from ...play.deal.dealer import Dealer
from ...play.deal.pool import pool, times_in_a_pass
from ...play.deal.supply import Supply
from ...play.kinds import kind_of
from ...play.questions.card import Card
from ...play.questions.question import LABELS, MOST_OPTIONS, Question
from ...play.rulebook.game import Choices, Game
from ...play.rulebook.program import Program
from ...play.run.dealt import dealt
from .chi_square import above

SUSPICIOUS = 0.001
"""The chance below which what was counted is not put down to luck."""
FEWEST = 5
"""The count a chi-square test needs to expect in each place (the usual rule; NIST/SEMATECH 1.3.5.15)."""

Judgement = Literal["fair", "unfair", "by design", "too few"]


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing that was counted.

    ``labels`` name what was counted and ``counts`` say how often; ``expected`` is what chance would give to
    each on average, None where chance has no part in it. ``p`` is the chance of counts at least this uneven.
    """

    about: Literal["places", "first", "drawn"]
    title: str
    judgement: Judgement
    said: str
    labels: tuple[str, ...]
    counts: tuple[int, ...]
    expected: float | None = None
    p: float | None = None


@dataclass(frozen=True, slots=True)
class RecipeFinding:
    """A generated question: how many different ones it gives (None: too many to count), how many a play
    asks, and the chance that two plays have at least one of them in common."""

    id: str
    prompt: str
    size: int | None
    asked: int
    twice_in_a_play: bool
    met_again: float


def chi_square(counts: Sequence[int], expected: float, spread: float = 1.0) -> tuple[float, float]:
    """Pearson's statistic of counts that are all expected alike, and the chance of one at least as large.

    ``spread`` is the variance of one count, as a part of what it is for independent draws: counts of things
    drawn without putting back vary less.
    """
    statistic = sum((seen - expected) ** 2 for seen in counts) / (expected * spread)
    return statistic, above(statistic, len(counts) - 1)


class Tally:
    """Counts over deals: :meth:`add` deal after deal, and ask for :meth:`findings` at any time."""

    def __init__(self, game: Game, choices: Choices) -> None:
        self._game = game
        self._choices = choices
        self._pool = pool(game, self._choices)
        self._program = Program(game)
        self._by_play = self._program.has_rounds or game.deal.is_steered or bool(game.deal.parts)
        """Whether questions are drawn unlike by design."""
        self.deals = 0
        self._places: dict[int, Counter[int]] = {}
        self._pinned: dict[int, Counter[int]] = {}
        self._first: Counter[str] = Counter()
        self._drawn: Counter[str] = Counter()
        self._cards = 0

    def add(self, dice: int) -> None:
        """Deal once more, with these dice, and count."""
        choices = Choices(
            dice, count=self._choices.count, level=self._choices.level, topic=self._choices.topic
        )
        self.deals += 1
        for number, card in enumerate(self._dealt(choices)):
            self._count(card, first=number == 0)

    def _dealt(self, choices: Choices) -> Iterable[Card]:
        if self._by_play:
            return (card for _, card in dealt(self._program, choices, len(self._pool)))
        deck = Dealer(self._game, choices)
        return islice(deck.cards(), len(self._pool) if deck.endless else deck.total)

    def _count(self, card: Card, *, first: bool) -> None:
        question = card.question
        self._cards += 1
        self._drawn[question.id] += 1
        if first:
            self._first[question.id] += 1
        if question.right < 0 or not kind_of(question).moved:
            return
        if question.right in question.pinned:
            self._pinned.setdefault(len(card.order), Counter())[card.rights[0]] += 1
        elif not question.pinned:
            self._places.setdefault(len(card.order), Counter())[card.rights[0]] += 1

    def findings(self) -> list[Finding]:
        """What the deals so far look like."""
        of_questions = () if self._by_play else self._of_questions()
        return [*self._of_places(), *self._of_pins(), *of_questions]

    def _of_places(self) -> Iterator[Finding]:
        how = self._game.deal.options
        for places in range(2, MOST_OPTIONS + 1):
            counted = self._places.get(places)
            if counted is None:
                continue
            counts = tuple(counted[place] for place in range(places))
            title = f"Place of the right answer among {places} options"
            labels = tuple(LABELS[:places])
            total = sum(counts)
            if how == "filed":
                yield Finding("places", title, *_filed(counts), labels, counts)
            elif how == "balanced":
                said = "The right answers are spread evenly over the places of every deal."
                yield Finding("places", title, "by design", said, labels, counts, total / places)
            else:
                yield self._tested("places", title, labels, counts, total / places)

    def _of_pins(self) -> Iterator[Finding]:
        """Right answers that stay in their place whatever the deal says."""
        for places, counted in sorted(self._pinned.items()):
            counts = tuple(counted[place] for place in range(places))
            pinned, most = sum(counts), max(counts)
            cards = pinned + sum(self._places.get(places, {}).values())
            where = "always " + _where(counts) if most == pinned else f"mostly {_where(counts)}"
            share = "" if pinned == cards else f" in {100 * pinned / cards:.0f} % of the questions, there"
            said = f"The right answer is pinned{share or ','} {where}."
            judgement: Judgement = "unfair" if most == pinned == cards else "by design"
            title = f"Pinned right answers among {places} options"
            yield Finding("places", title, judgement, said, tuple(LABELS[:places]), counts)

    def _of_questions(self) -> Iterator[Finding]:
        deal, questions = self._game.deal, self._pool
        if not questions or any(question.recipe for question in questions):
            return  # what a recipe makes is another question every time
        ids = tuple(question.id for question in questions)
        size, drawn = len(ids), self._cards / max(1, self.deals)
        first = tuple(self._first[question_id] for question_id in ids)
        if deal.order == "filed":
            said = "The questions come as they are filed: the first is always the same."
            yield Finding("first", "The first question", "by design", said, ids, first)
        elif deal.order == "shuffled" or deal.repeats == "always":
            yield self._tested("first", "The first question", ids, first, self.deals / size)
        else:
            by = "the easiest" if deal.order == "easiest_first" else "the first topic"
            said = f"The questions are put in order, so those of {by} come first."
            yield Finding("first", "The first question", "by design", said, ids, first)
        counts = tuple(self._drawn[question_id] for question_id in ids)
        title = "How often each question is asked"
        if deal.repeats == "always":
            yield self._tested("drawn", title, ids, counts, self._cards / size)
        elif drawn >= size:
            said = "Every deal asks every question."
            yield Finding("drawn", title, "by design", said, ids, counts, float(self.deals))
        elif deal.order == "filed":
            never = sum(count == 0 for count in counts)
            said = f"The questions come as they are filed: the last {never} are never asked."
            yield Finding("drawn", title, "unfair", said, ids, counts)
        else:
            left = (1 - drawn / size) * size / (size - 1)
            yield self._tested("drawn", title, ids, counts, self._cards / size, left)

    def _tested(
        self,
        about: Literal["places", "first", "drawn"],
        title: str,
        labels: tuple[str, ...],
        counts: tuple[int, ...],
        expected: float,
        spread: float = 1.0,
    ) -> Finding:
        if len(counts) < 2 or expected < FEWEST:
            said = f"Too few deals to say: {self.deals:,}."
            return Finding(about, title, "too few", said, labels, counts, expected)
        _, p = chi_square(counts, expected, spread)
        if p >= SUSPICIOUS:
            said = f"No sign of unfairness in {self.deals:,} deals, p = {p:.2f}."
            return Finding(about, title, "fair", said, labels, counts, expected, p)
        most, least = counts.index(max(counts)), counts.index(min(counts))
        said = (
            f"Uneven beyond what chance does, p = {p:.1g}: {labels[most]} came {counts[most]:,} times,"
            f" {labels[least]} {counts[least]:,} times."
        )
        return Finding(about, title, "unfair", said, labels, counts, expected, p)


def _filed(counts: Sequence[int]) -> tuple[Judgement, str]:
    total, most = sum(counts), max(counts)
    place = counts.index(most)
    if most == total:
        return "unfair", f"The right answer is always {_where(counts)}: options are not shuffled."
    share = 100 * most / total
    return (
        "by design",
        f"Options stand as in the file; the right answer is at {LABELS[place]} in {share:.0f} %.",
    )


def _where(counts: Sequence[int]) -> str:
    """The place of which most were counted, in a word."""
    place = counts.index(max(counts))
    return {0: "first", len(counts) - 1: "last"}.get(place, f"at {LABELS[place]}")


def generated(game: Game, choices: Choices) -> list[RecipeFinding]:
    """The generated questions of a play: how many there are, and how likely one is met again."""
    return [_generated(game, question, choices) for question in pool(game, choices) if question.recipe]


def _generated(game: Game, question: Question, choices: Choices) -> RecipeFinding:
    supply = Supply(question, 0, choices.level)
    size, asked = supply.size, times_in_a_pass(question, supply)
    passes = game.deal.repeats != "never"
    again = 0.0 if size is None else 1 - comb(size - asked, asked) / comb(size, asked)
    return RecipeFinding(question.id, question.prompt, size, asked, passes and size is not None, again)


def fair_deals(tally: Tally, deals: int) -> Iterator[int]:
    """Deal with the dice 1 to ``deals`` and count; tells after each how many there are."""
    for dice in range(1, deals + 1):
        tally.add(dice)
        yield dice
