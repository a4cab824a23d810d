"""What plays of each demo game come to, and its exact odds: of a player who answers six of ten right, of one
who knows six of ten, and of both over all skills, as a curve.

Processor time, five runs, the median; as a ratio to a hundred plays that the engine makes in the same run,
move by move. Cycles are not looked for, as in the process beside a server that does all this. It leaves out
reading the game, and what a server adds.
"""

from __future__ import annotations

import gc
import sys
from functools import partial
from pathlib import Path
from typing import Literal

import numpy as np

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from benchmarks.processor import seconds
from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import play, read_move
from dicetrail.core.prove.odds.exact import Inexact, needs_pace, odds
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.search.reach import reach
from dicetrail.files import read_game_file

DEMO = Path(__file__).resolve().parents[1] / "dicetrail" / "demo"
WALKERS: tuple[tuple[str, Literal["skill", "knows"]], ...] = (("is right", "skill"), ("knows", "knows"))
PLAYS, PACE, GRID = 100, 5, np.linspace(0, 1, 21)
MOVES = [read_move(("right", "right", "wrong")[number % 3]) for number in range(40)]


def by_moves(program: Program) -> None:
    """Plays of forty moves at the most, each of its own dice."""
    game = program.game
    names = [f"Player {number}" for number in range(game.players.least)] if game.players else []
    topic = game.topics[0] if game.setup.topic else ""
    for dice in range(PLAYS):
        play(program, choose(game, dice, topic=topic, players=names), MOVES)


def told(program: Program, walker: Walker, unit: float) -> str:
    """How long odds take, or why there are none and how long it takes to say so."""
    refused = ""

    def work() -> None:
        nonlocal refused
        try:
            odds(program, walker)
        except Inexact as why:
            refused = f"; refused: {why}"

    taken = seconds(work)
    return f"{taken:.2f} s, ratio {taken / unit:.1f}{refused}"


gc.disable()
for path in sorted(DEMO.glob("*.yaml"), key=lambda path: int(path.name.partition("-")[0])):
    game = read_game_file(path).game
    assert game is not None
    program = Program(game)
    unit = seconds(partial(by_moves, program))
    search = seconds(partial(reach, program))
    print(
        f"{path.stem}: {PLAYS} plays {unit:.2f} s; what it comes to {search:.2f} s, ratio {search / unit:.1f}"
    )
    pace = PACE if needs_pace(program) else 0
    for who, how in WALKERS:
        for often, share in (("in six of ten", 0.6), ("at any skill", GRID)):
            print(
                f"    odds of who {who} {often}: {told(program, Walker(how, share, pace), unit)}", flush=True
            )
