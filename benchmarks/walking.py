"""Plays of the pulled score against a hand-written loop of the same rules, in one run."""

from __future__ import annotations

import random
import time

from dicetrail.core.play.game import Choices, Consequence, Deal, Ending, Game, Meter, Move
from dicetrail.core.play.program import Program
from dicetrail.core.play.question import Question
from dicetrail.core.play.run import Run

PLAYS = 2_000
QUESTIONS = tuple(
    Question(f"q{n}", "choice", f"Question {n}?", ("a",), ("a", "b", "c", "d"), (0,)) for n in range(20)
)
PROGRAM = Program(
    Game(
        "Rope",
        QUESTIONS,
        deal=Deal(repeats="when_empty"),
        meters=(Meter("score", 15),),
        consequences=(
            Consequence("right", add=(("score", "5"),)),
            Consequence("missed", add=(("score", "-5"),)),
        ),
        endings=(Ending("score >= 30", "won"), Ending("score <= 0", "lost")),
    )
)


def by_hand(dice: int) -> int:
    chance, score, steps = random.Random(dice), 15, 0
    while True:
        order = list(range(len(QUESTIONS)))
        chance.shuffle(order)
        for number in order:
            options = list(QUESTIONS[number].options)
            chance.shuffle(options)
            picked = options.index("a") if chance.random() < 0.5 else (options.index("a") + 1) % 4
            score += 5 if options[picked] == QUESTIONS[number].answers[0] else -5
            steps += 1
            if score >= 30 or score <= 0:
                return steps


def by_engine(dice: int) -> int:
    chance = random.Random(dice)
    run = Run(PROGRAM, Choices(dice))
    run.begin()
    while run.phase != "over":
        run.do(Move("right" if chance.random() < 0.5 else "wrong"), 0)
    return run.counts.asked


def speed(play: object) -> float:
    assert callable(play)
    start = time.perf_counter()
    steps = sum(play(dice) for dice in range(PLAYS))
    return steps / (time.perf_counter() - start)


hand, ours = speed(by_hand), speed(by_engine)
print(
    f"walking: {ours:,.0f} answers a second, by hand {hand:,.0f}, ratio {ours / hand:.3f} of the loop's speed"
)
