"""Exact odds of games with many states, held against a hand-written sum over the same states, in one run.

By hand nothing but the result is worked out: no times, no means, no rows that are never used.
"""

from __future__ import annotations

import sys
from collections.abc import Callable
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from benchmarks.processor import seconds
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Award, Consequence, Ending, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds.exact import odds
from dicetrail.core.prove.odds.walker import Walker

SKILL = 0.6
Stand = tuple[float, ...]
Step = Callable[[Stand, bool], Stand | str]


def game(questions: int, meters: tuple[Meter, ...], *rows: Consequence, **more: object) -> Program:
    """A game of questions that are worth 1, 2, 3 and so on."""
    asked = tuple(
        Question(f"q{n}", "choice", f"Question {n}?", ("a",), ("a", "b", "c", "d"), (0,), worth=n + 1)
        for n in range(questions)
    )
    return Program(Game("Bench", asked, meters=meters, consequences=rows, **more))  # type: ignore[arg-type]


def by_hand(questions: int, start: Stand, step: Step) -> dict[str, float]:
    """The chance of each result: state by state, question by question."""
    found = {"won": 0.0, "lost": 0.0, "done": 0.0}
    now = {start: 1.0}
    for _ in range(questions):
        then: dict[Stand, float] = {}
        for stand, weight in now.items():
            for right, share in ((True, SKILL), (False, 1 - SKILL)):
                after = step(stand, right)
                if isinstance(after, str):
                    found[after] += weight * share
                else:
                    then[after] = then.get(after, 0) + weight * share
        now = then
    found["done"] = sum(now.values())
    return found


def three(stand: Stand, right: bool) -> Stand | str:
    score, lives, fuel = stand
    if right and fuel > 5:
        score, fuel = score + 3, max(0, fuel - 2)
    elif right:
        score, fuel = score + 1, min(10, fuel + 1)
    elif fuel == 0:
        lives -= 1
    else:
        score, fuel = score - 1, fuel - 1
    return "lost" if lives == 0 else "won" if score >= 60 else (score, lives, fuel)


def streaks(stand: Stand, right: bool) -> Stand | str:
    score, streak = stand
    streak = streak + 1 if right else 0
    score += streak if right else 0
    return "won" if score > 60 else (score, streak)


def subsets(worths: int, above: int) -> float:
    """The chance of more than so much, of questions that are worth 1, 2, 3 and so on: each right or not."""
    sums = {0: 1.0}
    for worth in range(1, worths + 1):
        both: dict[int, float] = {}
        for have, weight in sums.items():
            both[have] = both.get(have, 0) + weight * (1 - SKILL)
            both[have + worth] = both.get(have + worth, 0) + weight * SKILL
        sums = both
    return sum(weight for have, weight in sums.items() if have > above)


THREE = game(
    50,
    (Meter("score"), Meter("lives", 3), Meter("fuel", 5, 0, 10)),
    Consequence("right", "fuel > 5", add=(("score", "3"), ("fuel", "-2"))),
    Consequence("right", add=(("score", "1"), ("fuel", "1"))),
    Consequence("missed", "fuel == 0", add=(("lives", "-1"),)),
    Consequence("missed", add=(("score", "-1"), ("fuel", "-1"))),
    endings=(Ending("lives == 0", "lost"), Ending("score >= 60", "won")),
)
STREAKS = game(
    20,
    (Meter("score"),),
    Consequence("right", add=(("score", "streak"),)),
    endings=(Ending("score > 60", "won"),),
)
UNLIKE = game(
    20,
    (Meter("score"),),
    Consequence("right", add=(("score", "worth"),)),
    awards=(Award("score > 120", "won"),),
)


for name, program, won, hand in (
    (
        "three meters in conditions, 50 questions",
        THREE,
        by_hand(50, (0, 3, 5), three)["won"],
        lambda: by_hand(50, (0, 3, 5), three),
    ),
    (
        "score += streak, 20 questions",
        STREAKS,
        by_hand(20, (0, 0), streaks)["won"],
        lambda: by_hand(20, (0, 0), streaks),
    ),
    ("20 questions of unlike worth", UNLIKE, subsets(20, 120), lambda: subsets(20, 120)),
):
    figures = odds(program, Walker("skill", SKILL))
    found = figures.awards.get("won", figures.results["won"])
    assert abs(found - won) < 1e-9, (name, found, won)
    ours, theirs = seconds(lambda program=program: odds(program, Walker("skill", SKILL))), seconds(hand)
    print(f"{name}: {ours:.2f} s, by hand {theirs:.3f} s, ratio {ours / theirs:.0f}; won {100 * won:.2f} %")
