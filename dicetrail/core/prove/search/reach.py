"""Reach: what a game's plays can come to, found by going every way a play can go, each state once.

A state holds only what the course of a play depends on: plays that differ in nothing a rule looks at are one.
What only the result depends on is carried along as a set of values. Answers are outcomes here (right, wrong,
late …), not texts, and questions that the rules can't tell apart are one question. Where rules look at a
clock, answers at once and answers at the last moment stand for all.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import product

from ...play.deal.dealer import Dealer
from ...play.deal.offered import topics_offered
from ...play.rulebook.game import Choices
from ...play.rulebook.program import Program
from ..declared import unsaid
from .answers import too_many_answers
from .helps import can_run_short, is_rough
from .reached import Reach
from .search import Search
from .watched import LookedAt, looked_at

MOST_STATES = 20_000
"""States that are looked at before it is left at that."""

MOST_OPENINGS = 100
"""Choices before a play that are gone through: a player may be asked for one of a thousand topics."""


def reach(program: Program, *, most: int = MOST_STATES) -> Reach:
    """Go every way a play of the game can go, with every number of questions that can be asked."""
    looked = looked_at(program)
    whole = (
        not unsaid(program.game, "search")
        and not looked.visits
        and not looked.how_far
        and not too_many_answers(program)
    )
    found = Reach(complete=whole, mixed=is_rough(program))
    for number, (choices, totals) in enumerate(_openings(program, looked)):
        found.complete &= not can_run_short(program, choices)
        if number == MOST_OPENINGS:
            found.complete = False
            break
        Search(program, choices, totals, looked, found, most).run()
    return found


def _openings(program: Program, looked: LookedAt) -> Iterator[tuple[Choices, frozenset[int] | None]]:
    """The choices a play can begin with, and how many questions it may then have (None: no end to them)."""
    game = program.game
    asked, repeating = game.setup.count, game.deal.repeats != "never"
    levels: list[int | None] = [None]
    if game.setup.level:
        levels = list(range(game.setup.level.min, game.setup.level.max + 1))
    for topic, level in product(topics_offered(game), levels):
        begun = Choices(0, topic=topic, level=level)
        available = len(Dealer(game, begun).questions)
        if not available:
            continue
        if asked is None:
            drawn = game.deal.draw
            if repeating:
                yield begun, None if drawn is None else frozenset({drawn})
            else:
                yield begun, frozenset({min(drawn or available, available)})
            continue
        totals = {n if repeating else min(n, available) for n in (asked.min, asked.default, asked.max)}
        together = not {"total", "left", "count"} & looked.names
        for some in [totals] if together else [{total} for total in sorted(totals)]:
            yield replace(begun, count=max(some)), frozenset(some)
