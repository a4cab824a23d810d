"""What is worked out of a game beside the server: odds, aims, comparisons, walks, deals."""

from __future__ import annotations

import time

from ...core.play.deal.setup import choose
from ...core.prove.chance.fairness import Finding, Tally, fair_deals
from ...core.prove.odds.aims import Held, look
from ...core.prove.odds.best import DICE, best_figures
from ...core.prove.odds.company import Company
from ...core.prove.odds.exact import Inexact, odds
from ...core.prove.odds.figures import Figures
from ...core.prove.odds.walker import Walker
from ...core.prove.odds.walking import Walking
from ...core.rules.expected import AimPart
from .messages import Tell
from .sending import Sent, program_of

TOLD_EVERY = 0.3
"""Seconds after which it is told anew what came of it so far."""


def exact(_: Tell, game: Sent, walker: Walker) -> tuple[str, Figures | None]:
    """Exactly what plays of a walker come to, or why that can't be had."""
    try:
        return "", odds(program_of(game), walker)
    except Inexact as error:
        return str(error), None


def aims(_: Tell, game: Sent, wanted: list[AimPart]) -> list[Held]:
    """The aims of a game, looked at for somebody who waits."""
    return look(program_of(game), wanted, waiting=True)


def both(_: Tell, game: Sent, earlier: Sent, walker: Walker) -> tuple[Figures, Figures]:
    """The best figures of an earlier version of a game and of this one, for somebody who waits."""
    before, after = (best_figures(program_of(one), walker, waiting=True)[0] for one in (earlier, game))
    return before, after


def walked(tell: Tell, game: Sent, who: Walker | Company, plays: int) -> None:
    """Walk plays; pieces are the figures so far, the last of them those of all."""
    walking, told = Walking(program_of(game), who, DICE), time.monotonic()
    while walking.made < plays:
        tell(walking.made, plays)
        until = time.monotonic() + TOLD_EVERY / 6
        while walking.made < plays and time.monotonic() < until:
            walking.make(1)
        if time.monotonic() - told > TOLD_EVERY:
            told = time.monotonic()
            tell.piece(walking.figures())
    tell.piece(walking.figures())
    tell(plays, plays)


def dealt(tell: Tell, game: Sent, deals: int) -> None:
    """Deal many times and count; pieces are how many deals were made, and what they look like."""
    compiled = program_of(game).game
    tally, told = Tally(compiled, choose(compiled, 0)), time.monotonic()
    for made in fair_deals(tally, deals):
        if made == deals or time.monotonic() - told > TOLD_EVERY:
            told = time.monotonic()
            tell(made, deals)
            found: list[Finding] = tally.findings()
            tell.piece((made, found))
