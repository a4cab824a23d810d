"""The bench: going back, other ways, differences, and the first set of waymarks."""

from __future__ import annotations

import unittest
from pathlib import Path

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dicetrail.core.play.deal.setup import SetupError, choose
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import (
    Award,
    Bounds,
    Choices,
    Clocks,
    Consequence,
    Ending,
    Game,
    Meter,
    Setup,
)
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.trail import to_lines
from dicetrail.core.prove.replay.coverage import covered, possible, way_to
from dicetrail.core.prove.replay.difference import StepDifference, differences
from dicetrail.core.prove.replay.gauges import Gauges
from dicetrail.core.prove.replay.starter_waymarks import first_set
from dicetrail.core.prove.replay.trail_files import LARGEST, choices_of, moves_of, read_trail
from dicetrail.core.prove.replay.walks import changes, reason, walk_moves
from dicetrail.core.prove.replay.waymarks import walk
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.starting import new_game
from dicetrail.core.snag import Refused
from dicetrail.files import read_game_file, starting_points

from .making import choice, games, opinion

DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
LINES = st.lists(
    st.sampled_from(("right", "wrong", "unreadable", "skip", "answer A", "right @1.5", "wrong @0.2")),
    max_size=14,
)
CHOICES = Choices(1, "Ida")


def game(points: str = "3", **more: object) -> Program:
    rows = (
        Consequence("right", add=(("score", points),), tell="{score} now."),
        Consequence("missed", add=(("lives", "-1"),)),
    )
    return Program(
        Game(
            "B",
            tuple(choice(n) for n in range(4)),
            meters=(Meter("score"), Meter("lives", 2)),
            consequences=rows,
            endings=(Ending("lives == 0", "lost"),),
            **more,
        )
    )


class GoingBack(unittest.TestCase):
    @settings(max_examples=100, suppress_health_check=list(HealthCheck))
    @given(games(), LINES, st.data())
    def test_going_back_is_having_played_fewer_moves(self, made, lines, data):
        program = Program(made)
        whole = walk_moves(program, CHOICES, lines)
        kept = to_lines(whole.run.trail)
        step = data.draw(st.integers(0, len(whole.run.trail) - 1))
        back = walk_moves(program, CHOICES, whole.moves[: whole.made_by[step]])
        self.assertEqual(to_lines(back.run.trail), to_lines(whole.run.trail[: len(back.run.trail)]))
        self.assertGreater(len(back.run.trail), step)
        walk_moves(program, CHOICES, [*back.moves, "wrong", "right"])  # a branch
        self.assertEqual(to_lines(walk_moves(program, CHOICES, lines).run.trail), kept)

    def test_time_stands_until_it_is_stepped(self):
        program = game(clocks=Clocks(question=10))
        self.assertEqual(walk_moves(program, CHOICES, ["right"]).run.question_clock.left_at(0), 10_000)
        stepped = walk_moves(program, CHOICES, ["right"], wait=4_000)
        self.assertEqual(stepped.run.question_clock.left_at(stepped.at), 6_000)
        self.assertEqual(walk_moves(program, CHOICES, [], wait=99_000).at, 9_999)

    def test_a_move_that_is_not_possible_ends_it_with_a_reason(self):
        stopped = walk_moves(game(), CHOICES, ["right", "late", "right"])
        self.assertEqual((stopped.moves, stopped.problem[:18]), (["right"], "late: no clock run"))


class Reasons(unittest.TestCase):
    def test_everything_that_led_there_is_said(self):
        program = game()
        run = walk_moves(program, CHOICES, ["answer ?!", "wrong", "wrong"]).run
        said = {step.moment: reason(program, step) for step in run.trail}
        self.assertIn("so it is unreadable", said["unreadable"])
        self.assertIn("at `missed` row 2 applies, lives −1", said["missed"])
        self.assertIn("ending 1 holds: `lives == 0`", said["missed"])
        self.assertEqual(changes(run.trail[-2]), {"lives": -1})


class Courses(unittest.TestCase):
    def gauges(self, program: Program, *moves: str, wait: int = 0):
        watch = Gauges()
        walk = walk_moves(program, CHOICES, moves, wait, watch=watch)
        found = watch.of(walk.run, walk.at)
        self.assertTrue(all(len(one.course) == len(walk.run.trail) + 1 for one in found))
        return {one.name: one for one in found}

    def test_meters_and_counts_from_step_to_step(self):
        found = self.gauges(game(), "right", "wrong", "right")
        self.assertEqual(found["score"].course, [0, 0, 3, 3, 3, 3, 6, 6, 6])
        self.assertEqual((found["score"].sort, found["score"].value), ("meter", 6))
        self.assertEqual((found["score"].last_change, found["lives"].last_change), ((7, 3), (5, -1)))
        self.assertEqual((found["right"].sort, found["right"].value), ("count", 2))
        self.assertEqual(found["late"].last_change, (0, 0))

    def test_clocks_have_their_seconds_left_where_they_have_a_limit(self):
        clocks = Clocks(question=10, game=60, breather=1)
        found = self.gauges(game(clocks=clocks), "right @4", "wrong @1.5", wait=2_500)
        self.assertEqual(found["time_left"].course, [None, 10, 6, 10, 8.5, 10, 7.5])
        self.assertEqual(found["game_left"].course, [60, 60, 56, 56, 54.5, 54.5, 52])
        self.assertEqual(found["time_left"].last_change, (6, -2.5))
        self.assertIsNone(self.gauges(game(), "right")["time_left"].value)

    def test_a_mistake_in_a_play_is_a_step_too(self):
        found = self.gauges(game("3 / (right - 1)"), "right")
        self.assertEqual(found["score"].course, [0, 0, 0, 0, 0, 0])

    def test_tries_without_end_have_no_number(self):
        self.assertIsNone(self.gauges(game(tries=None), "wrong")["tries_left"].value)


class Differences(unittest.TestCase):
    def between(self, before: Program, after: Program, *moves: str, other: tuple[str, ...] = ()):
        old = walk_moves(before, CHOICES, moves).run.trail
        return differences(old, walk_moves(after, CHOICES, other or moves).run.trail)

    def test_a_changed_number(self):
        found = self.between(game("3"), game("2"), "right", "right", "right")
        said = {one.name: (one.n, one.said) for one in found}
        self.assertEqual(said["score"], (3, "score was 9, now 6, since step 3, row 1."))
        self.assertEqual(said["tell"][1], "Step 3 said ‘3 now.’, and says ‘2 now.’ now.")
        self.assertEqual(found[0].n, 3)

    def test_other_moves(self):
        found = self.between(game(), game(), "right", "right", other=("right", "wrong"))
        said = {one.name: one.said for one in found}
        self.assertIn("Step 5 was ‘right’, and is ‘missed’ now.", said["moment"])
        self.assertEqual(said["lives"], "lives was 2, now 1, since step 5, row 2.")

    def test_a_play_that_ends_earlier(self):
        found = self.between(game(), game(), *["right"] * 4, other=("wrong", "wrong"))
        said = {one.name: one.said for one in found}
        self.assertRegex(said["length"], r"It has \d+ steps fewer\.")

    def test_each_thing_has_its_sentence(self):
        old = walk_moves(game(), CHOICES, ["right", "wrong"]).run.trail
        at, extra = 2, old[2].extra
        self.assertEqual((old[at].moment, old[at].row, old[-1].after), ("right", 1, {"score": 3, "lives": 1}))
        for change, name, said in (
            ({"extra": {**extra, "question": "c9"}}, "question", "Another question since step 3."),
            ({"row": None}, "row", "At step 3 row 1 applied, and no row does now."),
            ({"moment": "close"}, "moment", "Step 3 was ‘right’, and is ‘close’ now."),
            ({"extra": {**extra, "award": "Top"}}, "award", "The award was nothing, and is ‘Top’ now."),
            ({"extra": {**extra, "result": "won"}}, "result", "The result was nothing, and is ‘won’ now."),
            (
                {"after": {"score": 7, "lives": 2}},
                "score",
                "score went another way since step 3, row 1, but is 3 again.",
            ),
        ):
            new = [*old[:at], old[at]._replace(**change), *old[at + 1 :]]
            self.assertEqual(differences(old, new), [StepDifference(3, name, said)])
        bare = [step._replace(after={"score": step.after["score"]}) for step in old]
        (found,) = differences(old, bare)
        self.assertEqual(found, StepDifference(1, "lives", "lives was 1, now not there, since step 1."))

    def test_the_longer_and_the_shorter(self):
        old = walk_moves(game(), CHOICES, ["right", "wrong"]).run.trail
        for before, after, said in (
            (old, old[:-1], "It has 1 step fewer."),
            (old[:-2], old, "It has 2 steps more."),
            ([], old[:1], "It has 1 step more."),
        ):
            found = {one.name: (one.n, one.said) for one in differences(before, after)}
            self.assertEqual(found["length"], (min(len(before), len(after)) + 1, said))

    def test_the_same_is_no_difference(self):
        self.assertEqual(self.between(game(), game(), "right", "wrong", "right"), [])


class FirstSet(unittest.TestCase):
    def test_all_of_it_passes_in_every_demo_game(self):
        for path in sorted(DEMO.glob("*.yaml")):
            program = Program(read_game_file(path).game)
            made = first_set(program, 1708)
            self.assertGreaterEqual(len(made), 3, path.name)
            self.assertEqual(len({tuple(mark.moves) for mark in made}), len(made))
            for mark in made:
                walked = walk(program, mark)
                self.assertTrue(walked.passed, (path.name, mark.name, list(walked.sentences())))

    def test_tiers_from_both_sides(self):
        program = Program(read_game_file(DEMO / "8-pace-drill.yaml").game)
        names = [mark.name for mark in first_set(program, 1)]
        self.assertIn("6 right: Passed", names)
        self.assertIn("5 right: Once More", names)


class Coverage(unittest.TestCase):
    def test_what_is_touched(self):
        program = game(awards=(Award("score > 9", "High"), Award("True", "Low")))
        runs = [walk_moves(program, CHOICES, ["right", "right"]).run]
        touched = covered(runs)
        self.assertEqual((touched.rows, touched.awards), ({1}, set()))
        touched = covered([*runs, walk_moves(program, CHOICES, ["wrong", "wrong"]).run])
        self.assertEqual((touched.rows, touched.endings, touched.awards), ({1, 2}, {1}, {2}))
        self.assertTrue(touched.has("ending 1") and not touched.has("award 1"))

    def test_a_way_to_everything_that_can_be_reached_in_every_starting_point_and_demo_game(self):
        programs = {path.name: Program(read_game_file(path).game) for path in sorted(DEMO.glob("*.yaml"))}
        for start in starting_points().values():
            pack = [choice(n) for n in range(20)]
            if start.name == "letters":
                pack = [Question(f"l{n}", "letters", f"Word {n}?", ("cornice",)) for n in range(20)]
            if start.name == "no-right-answers":
                pack = [opinion(n, ("fox", 2), ("owl", 2)) for n in range(20)]
            reading = read_game(new_game(start, "T", "p", 20), lambda _, pack=pack: pack)
            programs[start.name] = Program(reading.game)
        for name, program in programs.items():
            found = reach(program)
            parts = [
                *(f"row {n}" for n in found.rows),
                *(f"ending {n}" for n in found.endings),
                *(f"award {n}" for n in found.awards),
            ]
            for what in parts:
                way = way_to(program, found, what, 1708)
                self.assertIsNotNone(way, (name, what))
                dice, moves = way
                walk = walk_moves(program, choose(program.game, dice), moves)
                self.assertTrue(covered([walk.run]).has(what), (name, what))
                self.assertTrue(possible(found, what))


class Brought(unittest.TestCase):
    PROGRAM = game(clocks=Clocks(question=10, breather=1))
    MOVES = ("right @2", "wrong @0.5", "late", "answer A @9.999")

    def trail(self) -> bytes:
        return to_lines(walk_moves(self.PROGRAM, CHOICES, self.MOVES).run.trail).encode()

    def test_its_moves_play_the_same_trail_again(self):
        steps = read_trail(self.trail(), self.PROGRAM)
        self.assertEqual(choices_of(steps, self.PROGRAM), CHOICES)
        moves = moves_of(steps, self.PROGRAM, CHOICES)
        self.assertEqual(moves, list(self.MOVES))
        self.assertEqual(to_lines(walk_moves(self.PROGRAM, CHOICES, moves).run.trail).encode(), self.trail())

    def test_what_was_chosen_before_it_is_taken_up_too(self):
        asks = game(setup=Setup(name=True, count=Bounds(1, 4, 4), level=Bounds(1, 1, 1)))
        chosen = choose(asks.game, 7, player="Ida", count=2, level=1)
        trail = to_lines(walk_moves(asks, chosen, ["right", "right"]).run.trail).encode()
        self.assertEqual(choices_of(read_trail(trail, asks), asks), chosen)
        with self.assertRaisesRegex(SetupError, "lies between 1 and 4"):
            choices_of(read_trail(trail.replace(b'"count":2', b'"count":9'), asks), asks)
        odd = trail.replace(b'"dice":7', b'"dice":"seven"')
        self.assertEqual(choices_of(read_trail(odd, asks), asks).dice, 0)

    def test_under_other_rules_the_difference_is_told(self):
        steps = read_trail(self.trail(), self.PROGRAM)
        other = game("2", clocks=Clocks(question=10, breather=4))
        after = walk_moves(other, CHOICES, moves_of(steps, other, CHOICES)).run.trail
        said = {one.name: one.said for one in differences(steps, after)}
        self.assertIn("score was", said["score"])

    def test_what_is_no_trail_of_this_game_is_refused_in_a_sentence(self):
        lines = self.trail().decode().splitlines()
        wrong_number = lines[4].replace('"score":3', '"score":4')
        other = to_lines(walk_moves(Program(Game("O", (choice(9),))), CHOICES, ["right"]).run.trail)
        for text, word in (
            ("\n".join(lines[:3] + lines[4:]), "a line is missing"),
            ("\n".join(lines[2:]), "its beginning is missing"),
            ("\n".join([*lines[:4], wrong_number, *lines[5:]]), "does not add up"),
            (other, "another game"),
            (self.trail().decode().replace('"question":"c', '"question":"z'), "knows none of these"),
            ("not json", "Line 1 is no step"),
            ('{"n": 1}', "Line 1 is no step"),
            ("[" * 100_000, "Line 1 is no step"),
            ("", "no step"),
        ):
            with self.assertRaises(Refused) as refused:
                read_trail(text.encode(), self.PROGRAM)
            self.assertIn(word, str(refused.exception))
        with self.assertRaises(Refused) as refused:
            read_trail(b"x" * (LARGEST + 1), self.PROGRAM)
        self.assertIn("8 MB", str(refused.exception))
        with self.assertRaises(Refused):
            read_trail(b"\xff\xfe\x00", self.PROGRAM)
