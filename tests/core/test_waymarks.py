"""Waymarks walked, lengths of plays, and what the rules look at."""

from __future__ import annotations

import unittest
from dataclasses import replace

from dicetrail.core.play.rulebook.game import Award, Bounds, Clocks, Consequence, Ending, Game, Meter, Setup
from dicetrail.core.play.rulebook.help import Help
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.trail import to_lines
from dicetrail.core.prove.replay.waymarks import (
    expecting,
    outcome,
    play_of,
    play_waymark,
    walk,
    walk_all,
    walk_and_run,
)
from dicetrail.core.prove.search.lengths import seconds_of_plays
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.prove.search.watched import looked_at
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.expected import WaymarkPart

from .making import choice, questions

SCORE = Meter("score", 0)


def mark(*moves: str, **more: object) -> WaymarkPart:
    return WaymarkPart.model_validate({"name": "m", "moves": list(moves), **more})


class Waymarks(unittest.TestCase):
    GAME = Program(
        Game(
            "W",
            tuple(choice(n) for n in range(3)),
            setup=Setup(name=True, count=Bounds(1, 3, 3)),
            meters=(SCORE,),
            consequences=(Consequence("right", add=(("score", "1.5"),), tell="{score} so far."),),
            awards=(Award("right == 3", "All"),),
        )
    )

    def test_what_is_expected_is_looked_at_where_the_moves_run_out(self):
        walked = walk(self.GAME, mark("right", "wrong", expect={"score": 1.5, "asked": 3, "result": "none"}))
        self.assertTrue(walked.passed, list(walked.sentences()))
        walked = walk(self.GAME, mark("right", expect={"tell": "1.50 so far.", "award": "none"}))
        self.assertEqual(walked.end.got["tell"], "1.5 so far.")
        self.assertEqual(list(walked.sentences()), ["tell: expected 1.50 so far., got 1.5 so far."])

    def test_moves_left_over_are_fine(self):
        walked = walk(
            self.GAME, mark(*["right"] * 9, expect={"score": 4.5, "result": "done", "award": "All"})
        )
        self.assertTrue(walked.passed)

    def test_what_must_hold_on_the_way(self):
        along = [
            {"after": 2, "expect": {"score": 1.5, "missed": 1}},
            {"after": 0, "expect": {"asked": 1, "tell": "none"}},
            {"after": 1, "expect": {"score": 2, "tell": "1.5 so far."}},
            {"after": 9, "expect": {"result": "done", "score": 9}},
        ]
        walked = walk(self.GAME, mark("right", "wrong", "right", expect={"score": 3}, along=along))
        self.assertFalse(walked.passed)
        self.assertEqual([part.after for part in walked.along], [0, 1, 2, 9])
        self.assertEqual(
            list(walked.sentences()),
            ["score after 1 move: expected 2, got 1.5", "score after 9 moves: expected 9, got 3"],
        )
        now = [{"after": part.after, "expect": part.got} for part in walked.along]
        self.assertTrue(walk(self.GAME, mark("right", "wrong", "right", along=now)).passed)

    def test_another_expectation_of_the_same_play_is_held_against_the_same_walk(self):
        def made(name: str, end: object, on_the_way: object, *moves: str, **more: object) -> WaymarkPart:
            along = [{"after": 2, "expect": {"right": 2}}, {"after": 1, "expect": {"score": on_the_way}}]
            return mark(
                *(moves or ("right", "right", "wrong")), name=name, expect={"score": end}, along=along, **more
            )

        first, other = made("one", 3, 1.5), made("two", 4, 0)
        self.assertEqual(play_of(first), play_of(other))
        self.assertEqual(expecting(walk(self.GAME, first), other), walk(self.GAME, other))
        self.assertEqual(expecting(walk(self.GAME, other), first), walk(self.GAME, first))
        for unlike in (
            made("one", 3, 1.5, "right", "wrong", "wrong"),
            made("one", 3, 1.5, dice=2),
            made("one", 3, 1.5, count=2),
            made("one", 3, 1.5, player="Ida"),
            mark("right", "right", "wrong", expect={"right": 3}),
            mark("right", "right", "wrong", expect={"score": 3}),
        ):
            self.assertNotEqual(play_of(first), play_of(unlike))

    def test_looking_on_the_way_changes_nothing(self):
        moves = ["right @1", "wrong", "right"]
        along = [{"after": n, "expect": {}} for n in range(4)]
        plain, looked = (walk_and_run(self.GAME, mark(*moves, **more))[1] for more in ({}, {"along": along}))
        self.assertEqual(to_lines(plain.trail), to_lines(looked.trail))

    def test_which_ending_it_was_and_titles_that_are_numbers(self):
        game = Program(
            Game(
                "E",
                (choice(0), choice(1)),
                endings=(Ending("missed > 1", "lost"), Ending("right == 1", "won")),
                awards=(Award("right > 0", "5"),),
            )
        )
        self.assertTrue(walk(game, mark("right", expect={"ending": 2, "result": "won", "award": 5})).passed)
        walked = walk(game, mark("wrong", expect={"ending": 1, "award": "none"}))
        self.assertEqual(list(walked.sentences()), ["ending: expected 1, got none"])

    def test_its_dice_and_choices_are_those_of_the_play(self):
        run = play_waymark(self.GAME, mark("right", count=1, player="Ida", dice=7))
        self.assertEqual((run.phase, run.choices.player, run.choices.dice), ("over", "Ida", 7))
        self.assertEqual(outcome(run)["total"], 1)

    def test_what_stands_in_the_way_is_its_problem(self):
        for waymark, problem in (
            (mark("late"), "late: no clock runs"),
            (mark("jump"), "is no move"),
            (mark("right", count=9), "lies between 1 and 3"),
            (mark("right", expect={"scores": 1}), "Nothing is called scores"),
        ):
            walked = walk(self.GAME, waymark)
            self.assertFalse(walked.passed)
            self.assertIn(problem, next(walked.sentences()))

    def test_all_of_a_game(self):
        walked = walk_all(self.GAME, [mark("right", expect={"right": 1}), mark("right", expect={"right": 2})])
        self.assertEqual([one.passed for one in walked], [True, False])

    def test_moves_and_names_are_checked_where_they_are_written(self):
        text = (
            "title: T\npacks: [p]\nmeters: {score: {start: 0}}\nwaymarks:\n"
            "  - {name: a, moves: [right, leap], expect: {scor: 1}}\n"
            "  - {name: b, along: [{after: 1, expect: {awards: High}}]}\n"
        )
        found = [
            (snag.code, snag.line, snag.message) for snag in read_game(text, lambda _: [choice(0)]).snags
        ]
        (bad_move, _), (unknown, one), (_, other) = [
            (f"{code} {line}", said) for code, line, said in found if code in ("bad-move", "unknown-name")
        ]
        self.assertEqual((bad_move, unknown), ("bad-move 5", "unknown-name 5"))
        self.assertIn("`score`", one)
        self.assertIn("`awards` is nothing that can be expected. Did you mean `award`?", other)


class Lengths(unittest.TestCase):
    def seconds(self, **more: object):
        game = Game("L", tuple(choice(n) for n in range(4)), **more)
        return seconds_of_plays(game, reach(Program(game)))

    def test_quickest_and_slowest(self):
        self.assertEqual(self.seconds(clocks=Clocks(question=10, breather=1)), (4, 4 * 11, None))
        self.assertEqual(self.seconds(clocks=Clocks(breather=2)), (8, None, None))
        self.assertEqual(self.seconds(clocks=Clocks(question=10, breather="player")), (0, None, None))
        twice = self.seconds(clocks=Clocks(question=10, restart_on_again=True), tries=2)
        self.assertEqual(twice, (0, 4 * 20, None))

    def test_who_does_not_answer_has_no_pause(self):
        clocks, helps = Clocks(breather=2), (Help("hint", "hint"),)
        row = Consequence("helped", then="won")
        for more, quickest in (
            ({"clocks": clocks}, 8),
            ({"clocks": clocks, "helps": helps, "consequences": (row,)}, 0),
            ({"clocks": replace(clocks, game=60)}, 0),
            ({"clocks": clocks, "leave": True}, 0),
        ):
            with self.subTest(more):
                self.assertEqual(self.seconds(**more).quickest, quickest)

    def test_the_game_clock_bounds_it(self):
        slowest = self.seconds(clocks=Clocks(question=10, game=15, breather=1)).slowest
        self.assertEqual(slowest, 15 + 4)

    def test_a_game_clock_that_alone_has_a_bound(self):
        waits = self.seconds(clocks=Clocks(game=60, breather="player"))
        self.assertEqual(waits, (0, None, 60))
        # each of the four pauses lasts a second, and the game clock stands still in them
        self.assertEqual(self.seconds(clocks=Clocks(game=60, breather=1)).slowest, 60 + 4)

    def test_a_hold_longer_than_the_breather(self):
        rows = (Consequence("missed", hold=5),)
        slowest = self.seconds(clocks=Clocks(question=10, breather=1), consequences=rows).slowest
        self.assertEqual(slowest, 4 * 15)


class LookedAtNames(unittest.TestCase):
    def looked(self, **more: object):
        return looked_at(Program(Game("N", questions(4), **more)))

    def test_what_only_the_result_depends_on_stands_aside(self):
        looked = self.looked(
            meters=(SCORE, Meter("lives", 3)),
            consequences=(
                Consequence("right", add=(("score", "2"),)),
                Consequence("missed", add=(("lives", "-1"),)),
            ),
            endings=(Ending("lives == 0", "lost"),),
            awards=(Award("score > 4 and right > 1", "T"),),
        )
        self.assertEqual(looked.aside, {"score", "right"})
        self.assertIn("lives", looked.names)

    def test_what_a_row_looks_at_does_not(self):
        for source, condition in (("score", ""), ("2", "score > 1")):
            row = Consequence("right", condition, add=(("score", source),))
            self.assertNotIn("score", self.looked(meters=(SCORE,), consequences=(row,)).aside)

    def test_counts_are_told_apart_only_as_far_as_they_are_compared(self):
        rows = (Consequence("right", "streak >= 3"), Consequence("wrong", "missed == 2"))
        self.assertEqual(self.looked(consequences=rows).caps, {"streak": 4, "missed": 3})
        rows = (Consequence("right", "streak >= 3 or streak == asked"),)
        self.assertEqual(self.looked(consequences=rows).caps, {})
        rows = (Consequence("right", "best_streak > 2 and streak > 1"),)
        self.assertEqual(self.looked(consequences=rows).caps, {"best_streak": 3})

    def test_percent_is_made_of_others(self):
        looked = self.looked(awards=(Award("percent > 50", "T"),))
        self.assertTrue({"right", "asked"} <= looked.names)
        self.assertIn("right", looked.aside)
