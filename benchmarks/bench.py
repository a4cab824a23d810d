"""Fifty waymarks of twenty moves walked again, and going back in a trail of five hundred steps, held against
a hand-written loop over the same moves, in one run."""

from __future__ import annotations

import time
from collections.abc import Callable

from dicetrail.core.play.deal.dealer import deal
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Choices, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.replay.walks import walk_moves
from dicetrail.core.prove.replay.waymarks import walk_all
from dicetrail.core.rules.document import WaymarkPart

QUESTIONS = tuple(
    Question(f"q{n}", "choice", f"Question {n}?", ("a",), ("a", "b", "c", "d"), (0,)) for n in range(300)
)
PROGRAM = Program(
    Game(
        "Bench",
        QUESTIONS,
        deal=Deal(order="shuffled", repeats="when_empty"),
        meters=(Meter("score"), Meter("lives", 500)),
        consequences=(
            Consequence("right", add=(("score", "3"),), tell="{score} points."),
            Consequence("missed", add=(("lives", "-1"),)),
        ),
        endings=(Ending("lives == 0", "lost"),),
    )
)
MOVES = [("right", "right", "wrong")[n % 3] for n in range(250)]
WAYMARKS = [WaymarkPart(name=f"w{n}", moves=MOVES[n : n + 20], expect={"right": 1}) for n in range(50)]


def by_hand(moves: list[str]) -> tuple[int, int]:
    """A loop with the engine's own deal: the questions in their order, the options in their places."""
    score, lives = 0, 500
    said = []
    deck = deal(PROGRAM.game, Choices(1), len(moves))
    for _, move in zip(deck, moves, strict=False):
        if move == "right":
            score += 3
            said.append(f"{score} points.")
        else:
            lives -= 1
        if lives == 0:
            break
    return score, lives


def milliseconds(work: Callable[[], object], times: int = 5) -> float:
    best = float("inf")
    for _ in range(times):
        start = time.perf_counter()
        work()
        best = min(best, time.perf_counter() - start)
    return best * 1000


ours = milliseconds(lambda: walk_all(PROGRAM, WAYMARKS))
hand = milliseconds(lambda: [by_hand(mark.moves) for mark in WAYMARKS])
print(f"50 waymarks of 20 moves: {ours:.0f} ms, by hand {hand:.2f} ms, ratio {ours / hand:.0f}")
steps = len(walk_moves(PROGRAM, Choices(1), MOVES).run.trail)
ours = milliseconds(lambda: walk_moves(PROGRAM, Choices(1), MOVES[:-1]))
hand = milliseconds(lambda: by_hand(MOVES[:-1]))
print(
    f"going back in a trail of {steps} steps: {ours:.0f} ms, by hand {hand:.2f} ms, ratio {ours / hand:.0f}"
)
