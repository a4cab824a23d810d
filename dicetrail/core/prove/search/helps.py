"""Helps as a search has them: what is open at a question, and how often each can still be used."""

from __future__ import annotations

from collections.abc import Iterator
from math import inf

from ...play.deal.dealer import Dealer
from ...play.language.expressions import Names
from ...play.rulebook.game import Choices
from ...play.rulebook.help import Help, Per
from ...play.rulebook.program import Program, ReadyHelp
from ...play.rulebook.rows import may_be_used
from ...play.run.helping import AIDS, Open
from .watched import LookedAt

Used = tuple[int, ...]
"""How often each help was used that can be used only so often, in the order of the rules."""


class HelpsOfStates:
    """The helps of a game, as far as they are used."""

    def __init__(self, program: Program, looked: LookedAt) -> None:
        self.helps = list(program.helps.values()) if looked.helps else []
        self._named = "help" in looked.names
        self._counted = [place for place, one in enumerate(self.helps) if one.source.uses is not None]

    def unused(self) -> Used:
        """Before any was used."""
        return (0,) * len(self._counted)

    def renewed(self, used: Used, per: Per) -> Used:
        """What was used, once a round or a question begins."""
        sources = [self.helps[place].source for place in self._counted]
        return tuple(0 if one.per == per else often for one, often in zip(sources, used, strict=True))

    def usable(self, here: Open, used: Used, parts: int, names: Names) -> Iterator[int]:
        """The places of the helps that can be used now, so many ``parts`` of a phrase being uncovered."""
        often = dict(zip(self._counted, used, strict=True))
        here = here._replace(letters=here.letters - parts)
        for place, one in enumerate(self.helps):
            left = one.source.uses is None or often[place] < one.source.uses
            if left and AIDS[one.source.does].can(here) and may_be_used(one, names):
                yield place

    def after(self, one: ReadyHelp, here: Open, used: Used) -> tuple[Open, Used, str]:
        """What is open, what was used and by what name, after a help was used."""
        place = self.helps.index(one)
        now = tuple(often + (counted == place) for counted, often in zip(self._counted, used, strict=True))
        aid = AIDS[one.source.does]
        return aid.after(here, one.source), now, one.source.name if self._named else ""


def swaps_of(program: Program) -> list[Help]:
    """The helps of a game that put another question in the place of the open one."""
    return [one for one in program.game.helps if AIDS[one.does].swaps]


def is_rough(program: Program) -> bool:
    """Whether a search takes more to be possible than is: a swapped question for any other, also where a play
    has none left, or a wrong answer that was taken away for another that was not."""
    removes = any(one.does == "remove" for one in program.game.helps)
    return bool(swaps_of(program)) or (removes and program.minds_answers)


def can_run_short(program: Program, choices: Choices) -> bool:
    """Whether swaps can make a play shorter than it is dealt, or are not counted as a search counts."""
    swaps = swaps_of(program)
    if not swaps:
        return False
    dealer = Dealer(program.game, choices)
    if program.has_rounds or dealer.endless:
        return True
    endless = any(one.uses is None or one.per != "play" for one in swaps)
    most = inf if endless else sum(one.uses or 0 for one in swaps)
    return program.game.deal.repeats == "never" and dealer.totals[-1] + most > len(dealer.questions)
