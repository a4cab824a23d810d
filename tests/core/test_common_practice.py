"""Values of the trade. All of them: common practice, no source."""

from __future__ import annotations

import unittest
from itertools import product

from dicetrail.core.pack.reader import read_text
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.questions.card import as_filed
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Award, Clocks, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.run.checking import check

from .making import choice, walk

FILED = Deal(order="filed")


def game(count: int, **more: object) -> Game:
    return Game("Practice", tuple(choice(n) for n in range(count)), deal=FILED, **more)  # type: ignore[arg-type]


def add(moment: str, source: str, **more: object) -> Consequence:
    return Consequence(moment, add=(("score", source),), **more)  # type: ignore[arg-type]


class CommonPractice(unittest.TestCase):
    def test_a_point_each_and_percent(self):
        says = (Consequence("over", tell="{right} of {total}, {percent:.1f} %"),)
        for moves, said in (
            ("right wrong wrong wrong", "1 of 4, 25.0 %"),
            ("right right wrong", "2 of 3, 66.7 %"),
        ):
            moves_list = moves.split()
            run = walk(
                game(len(moves_list), meters=(Meter("score"),), consequences=(add("right", "1"), *says)),
                *moves_list,
            )
            self.assertEqual(run.outcome.tell, said)
            self.assertEqual(run.meters["score"], moves_list.count("right"))

    def test_tiers_on_five(self):
        tiers = (
            Award("right == 5", "all"),
            Award("right >= 3", "most"),
            Award("right >= 1", "some"),
            Award("right == 0", "none"),
        )
        wanted = ["none", "some", "some", "most", "most", "all"]
        for outcome in product(("right", "wrong"), repeat=5):
            run = walk(game(5, awards=tiers), *outcome)
            self.assertEqual(run.outcome.award, wanted[outcome.count("right")])

    def test_tries_pay_three_two_one(self):
        rows = (
            add("right", "3", condition="attempt == 1"),
            add("right", "2", condition="attempt == 2"),
            add("right", "1", condition="attempt == 3"),
        )
        pays = game(1, tries=4, meters=(Meter("score"),), consequences=rows)
        for wrong, paid in enumerate((3, 2, 1, 0)):
            self.assertEqual(walk(pays, *["wrong"] * wrong, "right").meters["score"], paid)
        many = game(7, tries=4, meters=(Meter("score"),), consequences=rows)
        self.assertEqual(walk(many, *["right"] * 7).meters["score"], 21)

    def test_a_score_pulled_between_two_ends(self):
        pulled = game(
            9,
            meters=(Meter("score", 15),),
            consequences=(add("right", "5"), add("missed", "-5")),
            endings=(Ending("score >= 30", "won"), Ending("score <= 0", "lost")),
        )
        for habit, result, score in (("right", "won", 30), ("wrong", "lost", 0)):
            run = walk(pulled, *[habit] * 9)
            self.assertEqual(
                (run.outcome.result, run.meters["score"], run.counts["asked"]), (result, score, 3)
            )

    def test_sudden_death(self):
        sudden = game(
            9, meters=(Meter("score"),), consequences=(add("right", "10"), Consequence("missed", then="lost"))
        )
        run = walk(sudden, "right", "right", "right", "wrong", "right")
        self.assertEqual((run.outcome.result, run.meters["score"], run.counts["asked"]), ("lost", 30, 4))

    def test_sixty_seconds_as_many_as_you_can(self):
        dash = Game(
            "Dash",
            tuple(choice(n) for n in range(3)),
            deal=Deal(repeats="when_empty"),
            meters=(Meter("score"),),
            clocks=Clocks(game=60),
            consequences=(add("right", "1"),),
        )
        self.assertEqual(walk(dash, *["right @6"] * 30).meters["score"], 10)
        run = walk(dash, *["wrong @5", "right @5"] * 30)
        self.assertEqual((run.meters["score"], run.counts["asked"], run.outcome.result), (6, 12, "done"))

    def test_five_seconds_too_late_costs_a_life_and_asks_again(self):
        rows = (Consequence("late", add=(("lives", "-1"),), then="again"),)
        quick = game(
            2,
            meters=(Meter("lives", 3),),
            clocks=Clocks(question=5),
            consequences=rows,
            endings=(Ending("lives == 0", "lost"),),
        )
        run = walk(quick, "late", "right @5", "right @4.999")
        self.assertEqual((run.meters["lives"], run.counts["asked"], run.counts["right"]), (2, 2, 2))
        self.assertEqual(run.trail[-1].at, 5000 + 5000 + 4999)
        same = {step.extra["question"] for step in run.trail[:5] if step.moment == "opened"}
        self.assertEqual(len(same), 1)
        self.assertEqual(walk(quick, "late", "late", "late").outcome.result, "lost")

    def test_points_that_melt_with_the_clock(self):
        rows = (add("right", "time_left"), add("missed", "-time_left"))
        melting = game(5, meters=(Meter("score"),), clocks=Clocks(question=10), consequences=rows)
        run = walk(melting, "right @2", "wrong @1", "wrong @3", "right @9.5", "late")
        self.assertEqual(run.meters["score"], 8 - 9 - 7 + 0.5)
        self.assertLess(run.meters["score"], 0)

    def test_pass_mark_of_eighty_percent(self):
        marks = (Award("percent >= 80", "passed"), Award("True", "failed"))
        for right, title in ((7, "failed"), (8, "passed"), (9, "passed")):
            run = walk(game(10, awards=marks), *["right"] * right, *["wrong"] * (10 - right))
            self.assertEqual(run.outcome.award, title)

    def test_fractions_of_one_denominator(self):
        sum_ = Question("f", "number", "7/4 + 3/4", ("10/4",))
        for text in ("10/4", "5/2", "2 1/2", "2.5"):
            self.assertEqual(check(as_filed(sum_), text, Checking()).name, "right")
        self.assertEqual(check(as_filed(sum_), "10/8", Checking()).name, "wrong")

    def test_a_line_of_five_characters_is_no_question(self):
        reading = read_text("a.tsv", "a\tbcd\nWho?\tMe\n")
        self.assertEqual([snag.code for snag in reading.snags], ["too-short"])
        self.assertEqual(len(reading.questions), 1)
