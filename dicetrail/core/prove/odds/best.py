"""The best figures that can be had of a game: exact ones, or those of plays that are walked."""

from __future__ import annotations

from ...play.rulebook.program import Program
from .exact import Inexact, odds
from .figures import Figures
from .walker import Walker
from .walking import Walking

PLAYS = 2000
"""Plays that are walked where there are no exact odds."""
FEW = 300
"""As many, where somebody waits for them and the engine makes each step by step."""
DICE = 1
"""What the chance of these plays comes from: the same game comes to the same."""


def best_figures(program: Program, walker: Walker, *, waiting: bool = False) -> tuple[Figures, str]:
    """What plays come to, and why it had to be walked ("" where it is exact)."""
    try:
        return odds(program, walker), ""
    except Inexact as error:
        return walked(program, walker, waiting=waiting), str(error)


def walked(program: Program, walker: Walker, *, waiting: bool = False) -> Figures:
    """What some plays come to; fewer where somebody is ``waiting`` for plays that take long."""
    walking = Walking(program, walker, DICE)
    walking.make(FEW if waiting and not walking.is_straight else PLAYS)
    return walking.figures()
