"""Openings: what a play can begin with, and how many questions it can ask then."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import product
from math import inf

from ...play.deal.dealer import Dealer
from ...play.deal.offered import topics_offered
from ...play.rulebook.game import Choices
from ...play.rulebook.program import Program
from .watched import LookedAt

Totals = range | None
"""The numbers of questions that a deck can come to; None where there is no end to them."""
_OF_TOTALS = {"total", "left", "round_total", "round_left"}


def totals_of(dealer: Dealer) -> Totals:
    """The numbers of questions that a deck can come to."""
    return None if dealer.endless else dealer.totals


def openings(program: Program, looked: LookedAt) -> Iterator[tuple[Choices, Totals]]:
    """The choices that plays can begin with, of those that make no difference one, and what a game without
    rounds comes to by them: by several numbers of questions at once, where nothing looks at these."""
    game, setup = program.game, program.game.setup
    levels = range(setup.level.min, setup.level.max + 1) if setup.level else (None,)
    for topic, level in product(topics_offered(game), levels):
        begun = Choices(0, topic=topic, level=level)
        if not Dealer(game, begun).questions:
            continue
        if program.has_rounds or "count" in looked.names or _look_at_totals(looked):
            yield from _of_counts(program, begun, looked)
        else:
            least, most = (replace(begun, count=one) for one in _bounds(program))
            fewest, all_ = totals_of(Dealer(game, least)), totals_of(Dealer(game, most))
            yield most, range(fewest[0], all_[-1] + 1) if fewest and all_ else all_


def _bounds(program: Program) -> tuple[int, int] | tuple[None, None]:
    """The fewest and the most questions that a player can choose; None where that is not asked."""
    asked = program.game.setup.count
    return (None, None) if asked is None else (asked.min, asked.max)


def _of_counts(program: Program, begun: Choices, looked: LookedAt) -> Iterator[tuple[Choices, Totals]]:
    """The same for each number of questions that can be chosen and makes a difference."""
    game, asked = program.game, program.game.setup.count
    sources = [one.source for one in program.rounds]
    if asked is None:
        yield begun, totals_of(Dealer(game, begun, sources[0]))
        return
    decks = [
        (inf if one.deal.repeats != "never" else len(Dealer(game, begun, one).questions))
        for one in sources
        if not one.draws and not one.deal.parts
    ]
    known = set[tuple[float, ...]]()
    for count in range(asked.min, asked.max + 1):
        comes_to = *(min(count, have) for have in decks), count if "count" in looked.names else 0
        if comes_to not in known:
            known.add(comes_to)
            choices = replace(begun, count=count)
            yield choices, totals_of(Dealer(game, choices, sources[0]))


def are_known(program: Program, choices: Choices, looked: LookedAt) -> bool:
    """Whether it is known how many questions there will be, or nothing looks at it."""
    if "count" not in looked.names and not _look_at_totals(looked):
        return True
    return all(len(Dealer(program.game, choices, one.source).totals) == 1 for one in program.rounds)


def _look_at_totals(looked: LookedAt) -> bool:
    """Whether rules look at more than how few questions are left."""
    return bool(looked.names & _OF_TOTALS) and "left" not in looked.caps
