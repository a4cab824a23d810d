"""What clocks, pauses, texts and counts do at one moment: each a small play and what must come of it."""

from __future__ import annotations

import unittest

from dicetrail.core.play.rulebook.game import Choices, Clocks, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.view import view

from .making import choice, moments, walk

AS_FILED = Deal(order="filed", options="filed")


def game(*rows: Consequence, **more: object) -> Game:
    more = {"deal": AS_FILED, "meters": (Meter("score"),), **more}
    return Game("Test", tuple(choice(n) for n in range(3)), consequences=rows, **more)  # type: ignore[arg-type]


def begun(made: Game) -> Run:
    """A run of the game that asks its first question, at 0 ms."""
    run = Run(Program(made), Choices(1, "Ida"))
    run.begin()
    return run


class TimeGoes(unittest.TestCase):
    TEN = Clocks(question=10, breather="player")

    def test_a_restarted_clock_counts_from_nothing(self):
        for restart, moment in ((("question",), "right"), ((), "late")):
            run = begun(game(Consequence("wrong", restart=restart), tries=2, clocks=self.TEN))
            run.do(Move("wrong"), 6_000)
            run.do(Move("right"), 13_000)
            self.assertIn(moment, moments(run))

    def test_time_taken_beyond_what_is_left_leaves_none(self):
        cut = Consequence("wrong", time=(("question", "-100"),))
        run = begun(game(cut, tries=2, clocks=self.TEN))
        run.do(Move("wrong"), 6_000)
        self.assertEqual((run.question_clock.limit, run.question_clock.left_at(6_000)), (6_000, 0))
        run.tick(6_000)
        late = next(step for step in run.trail if step.moment == "late")
        self.assertEqual(late.at, 6_000)

    def test_where_both_clocks_run_out_at_once_the_play_is_over_and_nobody_late(self):
        run = begun(game(clocks=Clocks(question=5, game=5)))
        run.tick(5_000)
        self.assertEqual(moments(run), ["begun", "opened", "over"])
        self.assertEqual((run.trail[-1].at, run.outcome.result), (5_000, "done"))

    def test_the_longer_of_hold_and_breather(self):
        for hold, breather, stays in ((3.0, 2.0, 3_000), (1.0, 2.0, 2_000), (1.5, 0.0, 1_500)):
            run = begun(game(Consequence("right", hold=hold), clocks=Clocks(breather=breather)))
            run.do(Move("right"), 1_000)
            self.assertEqual([view(run, at).resume_in for at in (1_000, 1_400)], [stays, stays - 400])
            run.tick(1_000 + stays - 1)
            self.assertEqual(run.phase, "feedback")
            run.tick(1_000 + stays)
            self.assertEqual((run.phase, view(run, 1_000 + stays).resume_in), ("asking", None))


class WhatIsSeen(unittest.TestCase):
    def test_who_is_late_is_shown_the_answer(self):
        run = begun(game(clocks=Clocks(question=5, breather="player")))
        run.tick(5_000)
        seen = view(run, 5_000).feedback
        self.assertEqual((seen.moment, seen.answer), ("late", "option 0-0"))
        hidden = begun(game(Consequence("late", tell="Late."), clocks=Clocks(question=5, breather="player")))
        hidden.tick(5_000)
        self.assertEqual(view(hidden, 5_000).feedback.answer, "")

    def test_an_ending_speaks_before_the_last_row(self):
        rows = Consequence("right", add=(("score", "1"),)), Consequence("over", tell="Good night.")
        ending = Ending("score >= 1", "won", "You are up.")
        run = walk(game(*rows, endings=(ending,)), "right")
        self.assertEqual((run.outcome.result, run.outcome.tell), ("won", "You are up. Good night."))

    def test_skipping_is_offered_where_a_row_says_what_it_does(self):
        self.assertTrue(view(begun(game(Consequence("skipped"))), 0).can_skip)
        self.assertFalse(view(begun(game()), 0).can_skip)


class WhatIsCounted(unittest.TestCase):
    def test_as_many_as_the_player_chose(self):
        run = walk(game(), "right", "wrong", "right", count=2)
        self.assertEqual((run.counts["asked"], run.counts["right"], run.counts["total"]), (2, 1, 2))
        self.assertEqual(run.names(0)["count"], 2)
        many = walk(game(), "right", count=50)
        self.assertEqual(many.names(0)["count"], 50)  # as it was chosen, also where there are fewer

    def test_a_later_visit_is_no_first_try(self):
        run = walk(game(Consequence("missed", then="again")), "wrong", "right", "right")
        self.assertEqual((run.counts["right"], run.counts["first_try"]), (2, 1))

    def test_a_meter_keeps_its_decimals(self):
        thirds = Consequence("right", add=(("score", "1 / 3"),))
        for decimals, after in ((0, 0), (1, 0.6), (2, 0.66)):
            run = walk(game(thirds, meters=(Meter("score", decimals=decimals),)), "right", "right")
            self.assertEqual(run.meters["score"], after)


if __name__ == "__main__":
    unittest.main()
