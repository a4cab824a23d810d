"""Reach: what a game's plays can come to, found by going every way a play can go, each state once.

A state holds only what the course of a play depends on: plays that differ in nothing a rule looks at are one.
What only the result depends on is carried along as a set of values. Answers are outcomes here (right, wrong,
late …), not texts, and questions that the rules can't tell apart are one question. Where rules look at a
clock, answers at once and answers at the last moment stand for all.
"""

from __future__ import annotations

from ...play.rulebook.program import Program
from ..declared import unsaid
from .answers import too_many_answers
from .ends import Seen
from .helps import can_run_short, is_rough
from .openings import are_known, openings
from .reached import Reach
from .search import Search
from .watched import looked_at

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
    seen: Seen = {}
    for number, (choices, totals) in enumerate(openings(program, looked)):
        found.complete &= not can_run_short(program, choices) and are_known(program, choices, looked)
        if number == MOST_OPENINGS:
            found.complete = False
            break
        Search(program, choices, totals, looked, found, seen, most).run()
    return found
