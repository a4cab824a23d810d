"""The run: moments, tries, clocks, endings and what a trail says of them."""

from __future__ import annotations

import json
import unittest

from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.deal.setup import LONGEST_NAME, SetupError, choose
from dicetrail.core.play.dice import LARGEST_DICE
from dicetrail.core.play.rulebook.game import (
    Award,
    Bounds,
    Choices,
    Clocks,
    Consequence,
    Deal,
    Ending,
    Game,
    Meter,
    Setup,
)
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.page import Cue
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.rulebook.seconds import seconds_of
from dicetrail.core.play.run.moves import MoveError, read_move
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.run.trail import to_lines
from dicetrail.core.play.seen.view import intro, view
from dicetrail.core.rules.compile import read_game

from .making import choice, moments, typed, walk

FILED = Deal(order="filed", options="filed")
SCORE = (Meter("score"), Meter("lives", 3, min=0, max=3))


def game(count: int = 3, **more: object) -> Game:
    more = {"deal": FILED, "meters": SCORE, **more}
    return Game("Test", tuple(choice(n) for n in range(count)), **more)  # type: ignore[arg-type]


class Moments(unittest.TestCase):
    def test_all_right(self):
        run = walk(game(2), "right", "right")
        self.assertEqual(moments(run), ["begun", "opened", "right", "opened", "right", "over"])
        self.assertEqual(run.outcome.result, "done")

    def test_last_try_is_missed(self):
        run = walk(game(1, tries=3), "wrong", "wrong", "wrong")
        self.assertEqual(moments(run)[2:], ["wrong", "wrong", "missed", "over"])
        self.assertEqual((run.counts["wrong"], run.counts["missed"]), (2, 1))

    def test_one_try_is_missed_at_once(self):
        self.assertEqual(moments(walk(game(1), "wrong"))[2:], ["missed", "over"])

    def test_until_right(self):
        run = walk(game(1, tries=None), *["wrong"] * 30, "right")
        self.assertEqual((run.counts["wrong"], run.counts["right"], run.counts["first_try"]), (30, 1, 0))

    def test_skipping(self):
        run = walk(game(2), "skip", "right")
        self.assertEqual((run.counts["skipped"], run.counts["right"], run.counts["asked"]), (1, 1, 2))

    def test_unreadable_costs_nothing_and_keeps_the_try(self):
        run = walk(game(1, tries=2), "unreadable", "answer Z", "wrong", "right")
        self.assertEqual(moments(run)[2:], ["unreadable", "unreadable", "wrong", "right", "over"])
        self.assertEqual(run.counts["attempt"], 2)

    def test_unreadable_as_wrong(self):
        run = walk(game(1, checking=Checking(unreadable="wrong")), "unreadable")
        self.assertEqual(moments(run)[2:], ["missed", "over"])

    def test_close_without_rows_is_wrong_and_with_rows_its_own_moment(self):
        words = (typed(1),)
        slip = "answer zq answr 1"
        plain = Game("Test", words, tries=2, deal=FILED)
        self.assertIn("wrong", moments(walk(plain, slip)))
        rows = (Consequence("close", tell="Nearly"),)
        kind = Game("Test", words, tries=2, deal=FILED, consequences=rows)
        self.assertEqual(moments(walk(kind, slip, slip))[2:], ["close", "missed", "over"])

    def test_again_after_missed_is_a_new_visit_of_the_same_question(self):
        rows = (Consequence("missed", then="again"),)
        run = walk(game(1, tries=2, consequences=rows), "wrong", "wrong", "wrong", "right")
        self.assertEqual(moments(run)[1:], ["opened", "wrong", "missed", "opened", "wrong", "right", "over"])
        self.assertEqual((run.counts["asked"], run.visit, run.counts["first_try"]), (1, 2, 0))

    def test_first_row_that_holds_applies_alone(self):
        rows = (
            Consequence("right", "attempt == 1", add=(("score", "3"),)),
            Consequence("right", add=(("score", "1"),)),
        )
        run = walk(game(2, tries=2, consequences=rows), "right", "wrong", "right")
        self.assertEqual(run.meters["score"], 4)
        self.assertEqual([step.row for step in run.trail if step.moment == "right"], [1, 2])

    def test_counts_hold_what_just_happened(self):
        rows = (Consequence("right", "right == 1 and streak == 1 and asked == 1", tell="{right}/{asked}"),)
        step = next(s for s in walk(game(1, consequences=rows), "right").trail if s.moment == "right")
        self.assertEqual(step.tell, "1/1")

    def test_streak_breaks_at_a_wrong_try(self):
        run = walk(game(4, tries=2), "right", "right", "wrong", "right", "right")
        self.assertEqual((run.counts["streak"], run.counts["best_streak"]), (2, 2))

    def test_begun_opened_and_over_have_rows(self):
        rows = (
            Consequence("begun", set=(("score", "5"),)),
            Consequence("opened", add=(("score", "1"),)),
            Consequence("over", add=(("score", "lives * 10"),)),
        )
        run = walk(game(2, consequences=rows), "right", "right")
        self.assertEqual(run.meters["score"], 5 + 2 + 30)


class Ends(unittest.TestCase):
    def test_an_ending_stops_the_play_after_the_consequence(self):
        rows = (Consequence("missed", add=(("lives", "-1"),)),)
        endings = (Ending("lives == 0", "lost", "Out after {asked}."),)
        run = walk(game(9, consequences=rows, endings=endings), *["wrong"] * 5)
        self.assertEqual(
            (run.outcome.result, run.outcome.tell, run.counts["asked"]), ("lost", "Out after 3.", 3)
        )

    def test_first_ending_that_holds(self):
        endings = (Ending("right == 1", "won"), Ending("asked == 1", "lost"))
        self.assertEqual(walk(game(endings=endings), "right").outcome.result, "won")
        self.assertEqual(walk(game(endings=endings), "wrong").outcome.result, "lost")

    def test_a_row_may_end_the_play(self):
        rows = (Consequence("missed", then="lost"),)
        run = walk(game(consequences=rows), "right", "wrong", "right")
        self.assertEqual((run.outcome.result, run.counts["asked"]), ("lost", 2))

    def test_awards_are_looked_at_once_in_order(self):
        awards = (Award("percent == 100", "Top"), Award("percent >= 50", "Mid"), Award("True", "Low"))
        for moves, title in (("right right", "Top"), ("right wrong", "Mid"), ("wrong wrong", "Low")):
            self.assertEqual(walk(game(2, awards=awards), *moves.split()).outcome.award, title)

    def test_a_game_that_would_go_on_for_ever_is_stopped(self):
        endless = game(1, clocks=Clocks(question=1), consequences=(Consequence("late", then="again"),))
        run = Run(Program(endless), Choices(1))
        run.begin()
        run.tick(10**9)
        self.assertEqual(run.outcome.result, "stopped")

    def test_a_fresh_run_has_fresh_meters(self):
        rows = (Consequence("right", add=(("score", "7"),)),)
        program = Program(game(1, consequences=rows))
        for _ in range(2):
            run = Run(program, Choices(1))
            run.begin()
            run.do(Move("right"), 10)
            self.assertEqual(run.meters["score"], 7)


class ClocksRun(unittest.TestCase):
    def started(self, **more: object) -> Run:
        run = Run(Program(game(**more)), Choices(1, "Ida"))  # type: ignore[arg-type]
        run.begin()
        return run

    def test_an_answer_at_the_last_millisecond_counts(self):
        run = self.started(clocks=Clocks(question=5))
        run.do(Move("right"), 5000)
        self.assertEqual(moments(run)[2], "right")

    def test_a_millisecond_later_is_late(self):
        run = self.started(clocks=Clocks(question=5))
        run.do(Move("right"), 5001)
        self.assertEqual(moments(run)[2:4], ["late", "opened"])
        self.assertEqual(run.trail[2].at, 5000)

    def test_the_clock_stands_during_feedback(self):
        rows = (Consequence("wrong", hold=3),)
        run = self.started(tries=2, clocks=Clocks(question=5), consequences=rows)
        run.do(Move("wrong"), 4000)
        run.do(Move("right"), 6999)
        self.assertTrue(run.trail[-1].extra["ignored"])
        self.assertEqual(run.due(), 7000)
        run.do(Move("right"), 8000)
        self.assertEqual(run.trail[4].moment, "right")

    def test_the_clock_goes_on_at_the_next_try_or_starts_anew(self):
        run = self.started(tries=2, clocks=Clocks(question=5))
        run.do(Move("wrong"), 4000)
        self.assertEqual(run.due(), 5000)
        run = self.started(tries=2, clocks=Clocks(question=5, restart_on_again=True))
        run.do(Move("wrong"), 4000)
        self.assertEqual(run.due(), 9000)

    def test_a_new_visit_has_a_fresh_clock(self):
        rows = (Consequence("late", add=(("lives", "-1"),), then="again"),)
        run = self.started(clocks=Clocks(question=5, breather=1), consequences=rows)
        run.tick(5000)
        self.assertEqual((run.phase, run.meters["lives"]), ("feedback", 2))
        run.tick(6000)
        self.assertEqual((run.phase, run.due(), run.counts["asked"]), ("asking", 11_000, 1))

    def test_a_question_has_its_own_seconds(self):
        own = Game("Test", (choice(0, seconds=2),), clocks=Clocks(question=9), deal=FILED)
        run = Run(Program(own), Choices(1))
        run.begin()
        self.assertEqual(run.due(), 2000)

    def test_the_game_clock_ends_the_play_and_stands_in_breathers(self):
        run = self.started(clocks=Clocks(game=10, breather=4))
        run.do(Move("right"), 6000)
        run.tick(13_999)
        self.assertEqual(run.phase, "asking")
        run.tick(14_000)
        self.assertEqual((run.phase, run.outcome.result), ("over", "done"))

    def test_endings_are_looked_at_when_the_game_clock_runs_out(self):
        run = self.started(clocks=Clocks(game=10), endings=(Ending("game_left == 0", "lost", "Time."),))
        run.tick(10_000)
        self.assertEqual((run.outcome.result, run.outcome.tell), ("lost", "Time."))

    def test_rows_give_and_take_time(self):
        rows = (Consequence("wrong", time=(("question", "-2"), ("game", "time_left"))),)
        run = self.started(tries=2, clocks=Clocks(question=5, game=30), consequences=rows)
        run.do(Move("wrong"), 1000)
        self.assertEqual(run.question_clock.left_at(1000), 2000)
        self.assertEqual(run.game_clock.left_at(1000), 33_000)

    def test_time_names(self):
        rows = (Consequence("right", set=(("score", "time_left * 100 + time_used"),)),)
        run = self.started(clocks=Clocks(question=5), consequences=rows)
        run.do(Move("right"), 1250)
        self.assertEqual(run.meters["score"], 376.25)

    def test_breather_waits_for_the_player(self):
        run = self.started(
            clocks=Clocks(breather="player"),
            cues=(Cue("slow", hold=2),),
            consequences=(Consequence("right", cue="slow"),),
        )
        run.do(Move("right"), 100)
        self.assertIsNone(run.due())
        run.do(Move("continue"), 2099)
        self.assertEqual(run.phase, "feedback")
        run.do(Move("continue"), 2100)
        self.assertEqual((run.phase, run.visit), ("asking", 2))

    def test_what_a_player_is_told_of_the_pause(self):
        """Nothing while a question is asked, also where a clock runs; else how long it lasts, or since when
        a key goes on."""
        for breather, waits in ((3, False), ("player", True)):
            run = self.started(
                clocks=Clocks(question=9, breather=breather), consequences=(Consequence("right", hold=2),)
            )
            self.assertEqual((view(run, 50).resume_in, run.continue_from), (None, None))
            run.do(Move("right"), 100)
            end = 2100 if waits else 3100
            self.assertEqual(run.continue_from, end if waits else None)
            for at in (100, 1100, end - 1, end, end + 500):
                seen = view(run, at)
                self.assertEqual((seen.waits_for_player, seen.resume_in), (waits, max(0, end - at)), at)

    def test_nothing_is_known_of_a_question_before_any_is_asked(self):
        known = (("score", "100 + worth + level + hits + possible"),)
        rows = (Consequence("begun", "topic == '' and kind == ''", add=known),)
        self.assertEqual(walk(game(1, consequences=rows)).meters["score"], 100)

    def test_a_move_meant_for_an_earlier_question_is_ignored(self):
        run = self.started()
        run.do(Move("answer", "A", visit=1), 10)
        run.do(Move("answer", "A", visit=1), 20)
        self.assertTrue(run.trail[-1].extra["ignored"])
        self.assertEqual(run.counts["right"], 1)


class Mistakes(unittest.TestCase):
    def test_a_failing_row_leaves_every_meter_alone_and_the_play_goes_on(self):
        rows = (Consequence("right", add=(("score", "5"), ("lives", "1 / (asked - 1)"))),)
        run = walk(game(2, consequences=rows), "right", "right")
        said = [step.extra["error"] for step in run.trail if "error" in step.extra]
        self.assertEqual(said, ["row 1: division by zero in ‘1 / (asked - 1)’"])
        self.assertEqual(run.meters, {"score": 5, "lives": 3})
        self.assertEqual(run.phase, "over")

    def test_a_failing_condition_does_not_hold(self):
        rows = (Consequence("right", "1 / wrong > 0", set=(("score", "9"),)), Consequence("right"))
        run = walk(game(1, consequences=rows), "right")
        self.assertEqual([step.row for step in run.trail if step.moment == "right"], [2])

    def test_words_are_no_numbers(self):
        rows = (Consequence("right", add=(("score", "player"),)),)
        run = walk(game(1, consequences=rows), "right")
        self.assertIn("is a text", next(s.extra["error"] for s in run.trail if "error" in s.extra))

    def test_a_play_begins_once(self):
        run = walk(game(1), "right")
        with self.assertRaises(RuntimeError):
            run.begin()


class Trails(unittest.TestCase):
    def test_a_step_says_everything(self):
        rows = (Consequence("right", add=(("score", "2"),), tell="Good, {player}.", cue="bright"),)
        run = walk(game(1, consequences=rows, cues=(Cue("bright", hold=1),)), "right @1.5")
        step = json.loads(to_lines(run.trail).splitlines()[2])
        self.assertEqual(
            list(step)[:12],
            [
                "n",
                "at",
                "phase",
                "move",
                "verdict",
                "moment",
                "row",
                "before",
                "after",
                "tell",
                "cue",
                "next",
            ],
        )
        self.assertEqual(
            (step["n"], step["at"], step["phase"], step["move"], step["verdict"], step["row"]),
            (3, 1500, "asking", "right", "right", 1),
        )
        self.assertEqual((step["before"]["score"], step["after"]["score"]), (0, 2))
        self.assertEqual((step["tell"], step["cue"], step["next"]), ("Good, Ida.", "bright", "next"))
        self.assertEqual(step["steps"][-1], "A is right")
        self.assertEqual(run.trail[-1].at, 2500)

    def test_moves_files(self):
        self.assertEqual(read_move("answer belay knot @2.5").wait, 2500)
        self.assertEqual(read_move("answer mail @ noon").move, Move("answer", "mail @ noon"))
        self.assertIsNone(read_move(" late ").move)
        self.assertEqual(read_move("answer").move, Move("answer", ""))
        for bad in ("rihgt", "answering", "right @9999999", "@3"):
            with self.assertRaises(MoveError):
                read_move(bad)
        with self.assertRaises(MoveError):
            walk(game(1), "late")

    def test_left_over_moves_are_fine_and_missing_ones_stop_there(self):
        self.assertEqual(walk(game(1), "right", "right", "right").phase, "over")
        self.assertEqual(walk(game(2), "right").phase, "asking")


class Views(unittest.TestCase):
    def test_reveal_marks_the_right_option(self):
        run = walk(game(2, clocks=Clocks(breather="player")))
        run.do(Move("answer", "B"), 10)
        seen = view(run, 10)
        self.assertEqual([option.mark for option in seen.question.options], ["right", "wrong", "", ""])
        self.assertEqual(seen.feedback.answer, "option 0-0")

    def test_no_reveal_without_the_rules_saying_so(self):
        rows = (Consequence("missed"),)
        run = walk(game(2, clocks=Clocks(breather="player"), consequences=rows))
        run.do(Move("answer", "B"), 10)
        seen = view(run, 10)
        self.assertEqual([option.mark for option in seen.question.options], ["", "wrong", "", ""])
        self.assertEqual((seen.feedback.answer, seen.feedback.why), ("", ""))

    def test_clocks_and_outcome(self):
        run = walk(game(1, clocks=Clocks(question=5, game=60)))
        seen = view(run, 2000)
        self.assertEqual((seen.question_clock.left, seen.game_clock.left), (3000, 58_000))
        run.do(Move("right"), 2000)
        seen = view(run, 9000)
        self.assertEqual((seen.phase, seen.outcome.right, seen.outcome.percent), ("over", 1, 100))
        self.assertEqual(seen.outcome.summary[0].given, "option 0-0")

    def test_the_intro_knows_how_a_play_begins(self):
        for written, said in (
            ("{lives} lives, {total} questions {{!}}", "3 lives, 3 questions {!}"),
            ("{1 / asked}", ""),
        ):
            self.assertEqual(intro(Program(game(intro=written))), said)

    def test_an_endless_deck_has_no_total(self):
        endless = game(2, deal=Deal(repeats="when_empty"))
        self.assertIsNone(view(walk(endless, "right", "right", "right"), 0).question.total)


class Choosing(unittest.TestCase):
    """What a play may be started with."""

    PLAIN = game(3)
    ASKS = Game(
        "Test",
        tuple(choice(n, level=4, topic="knots") for n in range(3)),
        setup=Setup(count=Bounds(2, 3, 2), level=Bounds(1, 5, 4)),
    )

    def test_what_is_not_allowed_is_told(self):
        none = "There is no question of {} in this game."
        for one, wanted, said in (
            (self.PLAIN, {"dice": -1}, f"A dice number lies between 0 and {LARGEST_DICE}."),
            (self.PLAIN, {"dice": LARGEST_DICE + 1}, f"A dice number lies between 0 and {LARGEST_DICE}."),
            (self.PLAIN, {"player": "x" * (LONGEST_NAME + 1)}, f"A name may have {LONGEST_NAME} characters."),
            (self.PLAIN, {"count": 0}, "The number of questions lies between 1 and 100000; 0 does not."),
            (self.ASKS, {"count": 1}, "The number of questions lies between 2 and 3; 1 does not."),
            (self.ASKS, {"count": 4}, "The number of questions lies between 2 and 3; 4 does not."),
            (self.PLAIN, {"topic": "knots"}, none.format("the topic ‘knots’")),
            (self.PLAIN, {"level": 4}, "There is no question of level 4 in this game."),
            (self.ASKS, {"topic": "clouds"}, none.format("the topic ‘clouds’ of level 4")),
        ):
            with self.subTest(said), self.assertRaises(SetupError) as refused:
                choose(one, **{"dice": 1, **wanted})
            self.assertEqual(str(refused.exception), said)

    def test_the_bounds_themselves_are_allowed(self):
        for dice in (0, LARGEST_DICE):
            self.assertEqual(choose(self.PLAIN, dice).dice, dice)
        name = "x" * LONGEST_NAME
        self.assertEqual(choose(self.PLAIN, 1, player=f"  {name} ").player, name)
        for one, count in ((self.PLAIN, 1), (self.PLAIN, 100_000), (self.ASKS, 2), (self.ASKS, 3)):
            self.assertEqual(choose(one, 1, count=count).count, count)

    def test_what_is_not_said_is_as_the_game_has_it(self):
        self.assertEqual(choose(self.PLAIN, 1), Choices(1, "Player"))
        self.assertEqual(choose(self.ASKS, 1), Choices(1, "Player", 2, "", 4))


class ClocksByQuestion(unittest.TestCase):
    def seconds(self, clocks: Clocks, **more: object) -> list[int | None]:
        """The limit of each question's clock, in milliseconds."""
        pack = tuple(choice(n, 2, level=n + 1, **more) for n in range(3))
        run = Run(Program(Game("C", pack, deal=Deal(order="filed"), clocks=clocks)), Choices(1))
        run.begin()
        limits = []
        while run.phase == "asking":
            limits.append(run.question_clock.limit)
            run.do(Move("right"), run.input_from)
        return limits

    def test_by_an_expression(self):
        self.assertEqual(self.seconds(Clocks(question_by="20 - 5 * level")), [15_000, 10_000, 5_000])
        self.assertEqual(self.seconds(Clocks(question_by="30 - 10 * right")), [30_000, 20_000, 10_000])
        self.assertEqual(self.seconds(Clocks(question_by="0 - level")), [100, 100, 100])
        self.assertEqual(self.seconds(Clocks(question_by="20"), seconds=7), [7_000, 7_000, 7_000])

    def test_one_without_a_value_is_told_and_there_is_no_clock(self):
        pack = (choice(0, 2),)
        run = Run(Program(Game("C", pack, clocks=Clocks(question_by="1 / right"))), Choices(1))
        run.begin()
        self.assertIsNone(run.question_clock.limit)
        errors = [step.extra["error"] for step in run.trail if "error" in step.extra]
        self.assertEqual(errors, ["clocks, question: division by zero in ‘1 / right’"])

    def test_by_level_in_a_document(self):
        text = "title: T\npacks: [p]\nclocks: {question: {1: 30, 3: 20}}\n"
        game = read_game(text, lambda _: [choice(n, 2, level=n + 1) for n in range(4)]).game
        self.assertEqual([seconds_of(game.clocks, question) for question in game.questions], [30, 30, 20, 20])
