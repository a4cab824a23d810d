"""What the engine's plays come to is in what the search found, whatever is looked at, and whenever."""

from __future__ import annotations

import random
import unittest
from collections import Counter
from dataclasses import replace

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.deal.setup import SetupError, choose
from dicetrail.core.play.rulebook.game import (
    Award,
    Bounds,
    Clocks,
    Consequence,
    Deal,
    Draw,
    Game,
    Gate,
    Meter,
    Round,
    Setup,
)
from dicetrail.core.play.rulebook.help import Help
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.prove.search.reached import Reach
from tests.referee import made
from tests.referee.test_referee import compiled

from .making import choice, several, typed

MOST_STATES = 1500
HABITS = [
    (6, 1, 1, 1, 1),
    (1, 6, 1, 1, 1),
    (1, 1, 0, 0, 0),
    (3, 3, 1, 1, 4),
    (1, 2, 3, 0, 0),
    (1, 1, 0, 4, 2),
]
"""How often a player is right, is wrong, skips, is late and uses a help."""
TEXTS = ["A", "b", "B A", "A B", "A C", "e", "bowline", "Cirrus", "x", "A B C D"]
WAITS = [0, 0, 0, 1, 500, 1000, 2999, 5000]


def played(program: Program, chance: random.Random) -> Run | None:
    """A play of somebody who does this and that; None where nothing can be played as it was set up."""
    try:
        chosen = made.chosen(program.game.setup, chance.choice)
        run = Run(program, choose(program.game, chance.getrandbits(40), **chosen))
    except SetupError:
        return None
    run.begin()
    to_input(run)
    habit = chance.choice(HABITS)
    for _ in range(80):
        if run.phase == "over":
            break
        at = max(run.input_from or 0, run.trail[-1].at)
        do = chance.choices(["right", "wrong", "skip", "late", "help"], habit)[0]
        if run.phase == "choosing":
            run.do(Move("choose", chance.choice(run.offered)), at)
        elif do == "late" and (due := run.due()) is not None:
            run.tick(due)
        elif do == "help" and program.helps:
            run.do(Move("help", chance.choice([*program.helps])), at + chance.choice(WAITS))
        elif chance.random() < 0.2:
            text = chance.choice(TEXTS)
            run.do(chance.choice([Move("answer", text), Move("unreadable")]), at + chance.choice(WAITS))
        elif do == "skip" and run.round.rows["skipped"]:
            run.do(Move("skip"), at)
        else:
            run.do(Move("right" if do == "right" else "wrong"), at + chance.choice(WAITS))
        to_input(run)
    return run


def missed(found: Reach, run: Run) -> list[str]:
    """What a play came to that the search says no play does. Of what a time tells it says nothing."""
    told = []
    if (rows := {step.row for step in run.trail if step.row is not None} - found.rows) and not found.timed:
        told.append(f"rows {rows}")
    if run.outcome is None or run.outcome.result == "stopped" or found.timed:
        return told
    if run.outcome.result not in found.results:
        told.append(f"result {run.outcome.result}")
    endings = {step.extra["ending"] for step in run.trail if "ending" in step.extra}
    if endings - found.endings:
        told.append(f"endings {endings}")
    titles = [award.title for award in run.program.game.awards]
    if run.outcome.award and found.all_ends and titles.index(run.outcome.award) + 1 not in found.awards:
        told.append(f"award {run.outcome.award}")
    for name, value in run.meters.items():
        values = found.values.get(name, set())
        if name not in found.open_ended and not any(abs(value - one) < 1e-6 for one in values):
            told.append(f"{name} is {value}, of {sorted(values)[:9]}")
    return told


SOME = (several(0), several(1, (0, 1, 2, 3)))
SCORE = Meter("score")
LEVELS = tuple(choice(number)._replace(level=number) for number in (1, 2, 3))
LOWEST = Deal(draw=1, next="level")
PARTS = (Draw("level < 2", 1), Draw("level == 3", 1))
WANTED = Setup(count=Bounds(1, 2, 1))


def game(*rows: Consequence, questions=SOME, **more) -> Program:
    return Program(Game("Small", questions, tries=3, meters=(SCORE,), consequences=rows, **more))


def row(moment: str, add: str, **more) -> Consequence:
    return Consequence(moment, add=(("score", add),), **more)


CASES = {
    "hits when a round is over": game(
        row("round_over", "hits + 10 * asked"), rounds=(Round("A"), Round("B"))
    ),
    "hits when the next round begins": game(row("round_begun", "hits"), rounds=(Round("A"), Round("B"))),
    "hits of an earlier try when a help is used": game(
        row("helped", "hits"), helps=(Help("time", "time", uses=None),), clocks=Clocks(question=90)
    ),
    "hits of an earlier try at the end": game(row("over", "hits"), clocks=Clocks(game=30)),
    "hits of a try after one that was skipped": game(row("skipped", "10 + hits"), row("over", "hits")),
    "hits of what can't be read": game(row("wrong", "1 + hits"), checking=Checking(unreadable="wrong")),
    "hits after what can't be read": game(row("skipped", "10 + hits"), row("wrong", "100 * hits")),
    "a part that is right": game(
        row("part", "1 + hits"), questions=(typed(0)._replace(kind="letters", answers=("fog",)),)
    ),
    "what was given and can't be read": game(
        row("unreadable", "1", condition='given == "fog"'), row("right", "2"), questions=(choice(0),)
    ),
    "what was given before a new visit": game(
        row("missed", "1", then="again", condition="visit == 1"),
        row("opened", "10", condition='picked == "B"'),
        questions=(choice(0),),
    ),
    "what was picked when it was skipped": game(
        row("skipped", "5", condition='picked == "A C"'), row("wrong", "1")
    ),
    "a round of which an answer takes all the time": game(
        row("opened", "1"),
        row("right", "100", time=(("round", "-90"),)),
        rounds=(Round("A", clocks=Clocks(round=9)), Round("B", then=(Gate("", "over"),))),
    ),
    "a round that begins with no time": game(
        row("opened", "1"),
        Consequence("round_begun", time=(("round", "-90"),)),
        rounds=(Round("A", clocks=Clocks(round=9)), Round("B")),
    ),
    "what is left when a round begins": game(
        row("round_begun", "total + 100 * left + 10000 * round_total + 1000000 * round_left"),
        rounds=(Round("A"), Round("B")),
    ),
    "what a round has asked comes last in the next": game(
        row("right", "level"),
        questions=LEVELS,
        rounds=(Round("A", deal=LOWEST), Round("B", deal=LOWEST), Round("C", only="level > 1", deal=LOWEST)),
    ),
    "what a round has asked comes last when it is entered again": game(
        row("right", "level"), questions=LEVELS, rounds=(Round("A", deal=LOWEST, then=(Gate("", "A", 2),)),)
    ),
    "a game that draws in parts": game(
        row("right", "left"), row("over", "100 * total"), questions=LEVELS, deal=Deal(parts=PARTS)
    ),
    "a draw in parts that finds nothing": game(
        row("over", "1 + count"),
        questions=LEVELS,
        rounds=(Round("A", deal=Deal(parts=(Draw("level > 9", 1),))),),
    ),
    "rounds of as many questions as the player wants": game(
        row("over", "asked"), questions=LEVELS, setup=WANTED, rounds=(Round("A"), Round("B", deal=LOWEST))
    ),
    "the last two of as many as the player wants": game(
        row("opened", "1", condition="left <= 1"),
        row("right", "10", condition="left == 0 and streak > 1"),
        row("missed", "100", condition="left != 0", then="later"),
        awards=(Award("asked == 4", "Four"), Award("percent == 100", "All")),
        questions=(*LEVELS, *SOME),
        setup=replace(WANTED, count=Bounds(1, 5, 1)),
    ),
    "an award for a number of questions": game(
        awards=tuple(Award(f"asked == {number}", str(number)) for number in (1, 2, 3)),
        questions=(*LEVELS, *SOME),
        setup=replace(WANTED, count=Bounds(1, 5, 1)),
    ),
    "awards by the last hits": game(awards=(Award("hits == 1", "One"), Award("hits == 4", "All"))),
}


class Reached(unittest.TestCase):
    def holds(self, program: Program, number: int, *, plays: int, most: int = MOST_STATES) -> Reach:
        found = reach(program, most=most)
        chance = random.Random(number)
        for _ in range(plays if found.complete else 0):
            run = played(program, chance)
            if run is not None and (told := missed(found, run)):
                self.fail(f"{told}\n{[step.move for step in run.trail if step.move]}\n{program.game}")
        return found

    def test_whatever_is_looked_at(self):
        for name, program in CASES.items():
            with self.subTest(name):
                self.assertTrue(self.holds(program, 1, plays=300, most=20_000).complete)

    def test_made_up_games(self):
        found: Counter[bool] = Counter()

        @settings(max_examples=25, suppress_health_check=list(HealthCheck), phases=[Phase.generate])
        @given(made.games(), made.setups(), st.integers(0, 2**32))
        def try_it(case, setup, number):
            document, cards = case
            program = compiled({**document, "setup": setup}, cards)
            if program is not None:
                found[self.holds(program, number, plays=12).complete] += 1

        try_it()
        self.assertGreater(found[True], 5, "of many made-up games everything can be said")


if __name__ == "__main__":
    unittest.main()
