"""Walking plays of ten questions, two tries and three lives, against a loop of the same rules written by hand
with the engine's own dice and deal; and the engine itself, step by step. Processor time, in one run.

Where the questions differ for the rules their order is dealt for each play; where they are all alike to them
it makes no difference, and is not.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import replace

from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.dice import Stream
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds.exact import odds
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking, one_play

PLAYS, SKILL = 4000, 0.7
SURE = 1 << 53


def game(worths: tuple[int, ...]) -> Program:
    questions = tuple(
        Question(
            f"q{n}",
            "choice",
            f"Question {n}?",
            ("a",),
            ("a", "b", "c", "d"),
            (0,),
            worth=worths[n % len(worths)],
        )
        for n in range(20)
    )
    rows = (
        Consequence("right", "attempt == 1", add=(("score", "3 * worth"),)),
        Consequence("right", add=(("score", "worth"),)),
        Consequence("missed", add=(("lives", "-1"),)),
    )
    return Program(
        Game(
            "Ten",
            questions,
            deal=Deal(draw=10),
            tries=2,
            meters=(Meter("score"), Meter("lives", 3)),
            consequences=rows,
            endings=(Ending("lives == 0", "lost"),),
        )
    )


def by_hand(program: Program, dice: int) -> tuple[str, int, int]:
    worths = [question.worth for question in program.game.questions]
    order = Stream(dice, "deck").shuffled(worths)[:10]
    chance = Stream(dice, "walker")
    score, lives = 0, 3
    for worth in order:
        for attempt in (1, 2):
            if chance.below(SURE) < SKILL * SURE:
                score += 3 * worth if attempt == 1 else worth
                break
        else:
            lives -= 1
            if lives == 0:
                return "lost", score, lives
    return "done", score, lives


def seconds(work: Callable[[int], object], plays: int = PLAYS) -> float:
    start = time.process_time()
    for dice in range(plays):
        work(dice)
    return (time.process_time() - start) / plays


for name, worths in (("questions of three worths", (1, 2, 3)), ("questions alike", (1,))):
    program = game(worths)
    walking, choices = Walking(program, Walker("skill", SKILL), 1), choose(program.game, 0)
    assert walking.is_straight
    for dice in range(200):
        (result, _, _, meters, _), _ = walking.play(dice)
        assert (result, *meters) == by_hand(program, dice)
    hand = ours = float("inf")
    for _ in range(3):
        hand = min(hand, seconds(lambda dice, program=program: by_hand(program, dice)))
        ours = min(ours, seconds(walking.play))
    engine = seconds(
        lambda dice, program=program, choices=choices: one_play(
            program, Walker("skill", SKILL), replace(choices, dice=dice)
        ),
        400,
    )
    start = time.process_time()
    found = odds(program, Walker("skill", SKILL))
    exact = time.process_time() - start
    needed = 1e6 * ours  # a share to within 0.0005, with 95 % confidence, takes some million plays
    print(
        f"{name}: {1e6 * ours:.0f} µs a play, by hand {1e6 * hand:.0f} µs, {hand / ours:.2f} times the loop's"
        f" speed (the engine step by step: {hand / engine:.3f}); exact odds {exact:.3f} s,"
        f" 1/{needed / exact:.0f} of a walk of a million plays"
    )
