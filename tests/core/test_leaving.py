"""Leaving a play, results that the last row turns, and endings at moments before an answer."""

from __future__ import annotations

import unittest

from dicetrail.core.play.rulebook.game import Award, Choices, Clocks, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import read_move
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game

from .making import choice, walk

METERS = (Meter("score"), Meter("lives", 3, min=0))


def game(*rows: Consequence, leave: bool = True, **more: object) -> Game:
    more = {"deal": Deal(order="filed", options="filed"), "meters": METERS, **more}
    questions = tuple(choice(n) for n in range(3))
    return Game("Test", questions, consequences=rows, leave=leave, **more)  # type: ignore[arg-type]


class Leaving(unittest.TestCase):
    def test_it_ends_the_play_as_done(self):
        awards = (Award("right >= 1", "Some"), Award("True", "None"))
        run = walk(game(awards=awards), "right", "leave @2", "right")
        self.assertEqual((run.outcome.result, run.outcome.award, run.counts["asked"]), ("done", "Some", 2))
        last = run.trail[-1]
        self.assertEqual((last.move, last.moment, last.at), ("leave", "over", 2000))
        self.assertEqual(read_move("leave").move, Move("leave"))

    def test_in_feedback_too_but_not_where_the_game_does_not_allow_it(self):
        run = Run(Program(game(clocks=Clocks(breather="player"))), Choices(1, "Ida"))
        run.begin()
        run.do(Move("right"), 10)
        self.assertTrue(view(run, 10).can_leave)
        run.do(Move("leave"), 20)
        self.assertEqual((run.phase, run.outcome.result), ("over", "done"))
        run = walk(game(leave=False), "right", "leave", "right")
        self.assertTrue(next(step for step in run.trail if step.move == "leave").extra["ignored"])
        self.assertFalse(view(run, 10).can_leave)
        self.assertEqual(run.counts["right"], 2)

    TEXT = "title: T\npacks: [p]\ndeal: {repeats: when_empty}\nmeters: {score: {}}\n%s"

    def codes(self, more: str) -> set[str]:
        reading = read_game(self.TEXT % more, lambda _: [choice(0), choice(1)])
        found = {snag.code for snag in reading.snags}
        if reading.game is not None:
            found |= {snag.code for snag in doubts(reading, reach(Program(reading.game)))}
        return found

    def test_a_game_that_may_be_left_may_go_on_for_ever(self):
        self.assertEqual(self.codes(""), {"endless"})
        self.assertEqual(self.codes("leave: true\n"), set())

    def test_what_can_be_reached_by_leaving_is_found(self):
        awards = (
            "leave: true\nawards: [{if: asked == 2 and right == 1, title: Two}, {if: True, title: Rest}]\n"
        )
        text = (self.TEXT % awards).replace("repeats: when_empty", "repeats: never")
        reading = read_game(text, lambda _: [choice(0), choice(1)])
        self.assertEqual(reach(Program(reading.game)).awards, {1, 2})


class LastRow(unittest.TestCase):
    ROWS = (
        Consequence("right", add=(("score", "1"),)),
        Consequence("over", "score >= 2", tell="Made it.", then="won"),
        Consequence("over", then="lost"),
    )

    def test_it_turns_a_done_into_another_result(self):
        won = walk(game(*self.ROWS), "right", "right", "wrong")
        self.assertEqual((won.outcome.result, won.trail[-1].extra["result"]), ("won", "won"))
        self.assertEqual(walk(game(*self.ROWS), "right", "wrong", "wrong").outcome.result, "lost")

    def test_but_nothing_else(self):
        endings = (Ending("missed == 1", "lost"),)
        run = walk(game(*self.ROWS, endings=endings), "right", "right", "wrong")
        self.assertEqual(run.outcome.result, "lost")

    def test_the_search_knows_it(self):
        found = reach(Program(game(*self.ROWS, leave=False)))
        self.assertEqual(found.results, {"won", "lost"})


class EarlyEndings(unittest.TestCase):
    """At `begun` and `opened` endings are looked at only where a row changed a meter or a clock."""

    ENDINGS, CLOCKS = (Ending("score == 0", "lost"),), Clocks(question=9)

    def results(self, *rows: Consequence) -> str:
        run = walk(game(*rows, clocks=self.CLOCKS, endings=self.ENDINGS, leave=False))
        searched = reach(Program(game(*rows, clocks=self.CLOCKS, endings=self.ENDINGS, leave=False)))
        self.assertEqual(searched.shortest == 0, run.phase == "over" and run.counts["asked"] == 0)
        return run.outcome.result if run.outcome else "goes on"

    def test_only_where_a_number_was_changed(self):
        self.assertEqual(self.results(), "goes on")
        self.assertEqual(self.results(Consequence("begun", tell="Welcome.", cue="bright")), "goes on")
        self.assertEqual(self.results(Consequence("opened", tell="Here it is.")), "goes on")
        for changed in ({"add": (("lives", "1"),)}, {"set": (("lives", "2"),)}):
            self.assertEqual(self.results(Consequence("begun", **changed)), "lost", changed)
            self.assertEqual(self.results(Consequence("opened", **changed)), "lost", changed)
        longer = {"time": (("question", "2"),)}
        self.assertEqual(self.results(Consequence("opened", **longer)), "lost")
        self.assertEqual(self.results(Consequence("begun", **longer)), "goes on")  # no question is open yet
        for same in ({"add": (("lives", "0"),)}, {"set": (("lives", "3"),)}, {"restart": ("question",)}):
            self.assertEqual(self.results(Consequence("begun", **same)), "goes on", same)
            self.assertEqual(self.results(Consequence("opened", **same)), "goes on", same)
