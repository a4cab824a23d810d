"""Written out: a game whose names stand as expressions in their place, for what knows no names.

That is the same where no name can change within a step: then it makes no difference that one is worked out
once. Texts decide nothing, and are left out where they use one.
"""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from ...play.language.calls import CHANCE
from ...play.language.expressions import ExpressionError
from ...play.rulebook.game import Consequence, Game
from ...play.rulebook.names import TIMES
from ...play.rulebook.program import Program
from ...rules.naming import inlined

Pairs = tuple[tuple[str, str], ...]


def written_out(program: Program) -> Program | None:
    """The same game without names; None where a name may change within a step, or it gets too long."""
    named = program.named
    if not named:
        return program
    looked = frozenset[str]().union(*(one.names for one in program.deciding))
    moving = {*program.meters, CHANCE, *program.by_topic, *(TIMES if program.moves_clocks else ())}
    if any(named[name].names & moving for name in looked & named.keys()):
        return None
    try:
        return Program(_written(program.game))
    except ExpressionError:
        return None


def _written(game: Game) -> Game:
    names = dict(game.names)
    out = partial(inlined, names=names)

    def pairs(some: Pairs) -> Pairs:
        return tuple((name, out(source)) for name, source in some)

    def row(one: Consequence) -> Consequence:
        return replace(
            one,
            condition=out(one.condition),
            add=pairs(one.add),
            set=pairs(one.set),
            time=tuple((clock, out(source)) for clock, source in one.time),
            tell="",
            more=(),
        )

    return replace(
        game,
        names=(),
        intro="",
        consequences=tuple(map(row, game.consequences)),
        endings=tuple(replace(one, condition=out(one.condition), tell="", more=()) for one in game.endings),
        awards=tuple(replace(one, condition=out(one.condition), tell="", more=()) for one in game.awards),
        clocks=replace(game.clocks, question_by=out(game.clocks.question_by)),
    )
