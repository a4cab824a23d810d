"""What an independent referee of the engine once found: each of it can't come back."""

from __future__ import annotations

import json
import unittest
from dataclasses import replace
from fractions import Fraction
from math import comb, inf
from pathlib import Path
from unittest import mock

import numpy as np

from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.kinds import KINDS
from dicetrail.core.play.language.expressions import ExpressionError, compile_expression, compile_template
from dicetrail.core.play.language.numbers import read_number
from dicetrail.core.play.questions.card import as_filed
from dicetrail.core.play.rulebook.clocks import Clock
from dicetrail.core.play.rulebook.game import (
    Award,
    Choices,
    Clocks,
    Consequence,
    Deal,
    Ending,
    Game,
    Meter,
    Round,
)
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.checking import check
from dicetrail.core.play.run.run import Run
from dicetrail.core.prove.odds import exact, work
from dicetrail.core.prove.odds.aims import look
from dicetrail.core.prove.odds.exact import Inexact, Weighed, odds
from dicetrail.core.prove.odds.grid import beside, parts_of
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import one_play, walk
from dicetrail.core.prove.plays.out import read_json_lines
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.snag import Refused
from dicetrail.files import read_game_file

from .making import choice, number_question, ordered, several, typed
from .making import walk as play_of

DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
HALF = Walker("skill", Fraction(1, 2))
ONE = Consequence("right", add=(("score", "1"),))
SCORE = (Meter("score"),)


def four(*rows: Consequence, **more: object) -> Program:
    more = {"meters": SCORE, **more}
    questions = tuple(more.pop("questions", tuple(choice(n) for n in range(4))))  # type: ignore[call-overload]
    return Program(Game("Four", questions, consequences=rows, **more))  # type: ignore[arg-type]


def read(text: str):
    return read_game(text, lambda _: [choice(n) for n in range(4)])


class Clocked(unittest.TestCase):
    """Rows that move clocks, and what is asked of clocks and answers once a play is over."""

    def test_a_row_that_takes_the_time_there_is(self):
        taken = Consequence("missed", time=(("game", "-20"),))
        found = odds(four(taken, ONE, clocks=Clocks(game=10)), HALF)
        self.assertEqual(
            sum(value * share for value, share in found.meters["score"].items()), Fraction(15, 16)
        )

    def test_what_is_left_of_a_clock_at_the_end(self):
        awards = (Award("game_left <= 40", "Slow"),)
        program = four(clocks=Clocks(game=60, question=20), awards=awards)
        self.assertEqual(odds(program, Walker("skill", Fraction(1, 2), 5)).awards, {"Slow": 1})
        self.assertEqual(odds(program, Walker("skill", Fraction(1, 2), 4)).awards, {"": 1})

    def test_what_the_last_clock_has_left_when_the_next_round_begins(self):
        """It stands until a question opens, and a row of the round's begin may look at it."""
        text = "title: T\npacks: [p]\nclocks: {question: 20}\nmeters: {score: {start: 0}}\n"
        text += "consequences: [{moment: round_begun, add: {score: time_left}}]\n"
        text += "rounds: [{name: A, deal: {draw: 1}}, {name: B, deal: {draw: 1}}]\n"
        program = Program(read(text).game)
        walker = Walker("skill", Fraction(1), 5)
        self.assertEqual(odds(program, walker).meters["score"], {15: 1})
        self.assertEqual(walk(program, walker, 1, 1).meters["score"], {15: 1})

    def test_what_is_left_when_the_next_round_begins(self):
        row = Consequence("round_begun", add=(("score", "total + 100 * left + 10000 * round_total"),))
        rounds = (Round("A"), Round("B", deal=Deal(draw=1), draws=True))
        program = Program(
            Game(
                "g",
                tuple(map(choice, range(2))),
                meters=(Meter("score"),),
                consequences=(row,),
                rounds=rounds,
            )
        )
        told = 3 + 100 * 3 + 10000 * 2 + (3 + 100 * 1 + 10000 * 1)
        self.assertEqual(odds(program, Walker("skill", 0.5)).meters["score"], {told: 1})
        self.assertEqual(walk(program, Walker("skill", 0.5), 20, 1).meters["score"], {told: 1})

    def test_nothing_is_said_for_sure_of_a_time(self):
        """An award that hangs on a clock is called neither lost nor won for all."""
        text = "title: T\npacks: [p]\nclocks: {game: 60, question: 20}\n"
        for condition in ("game_left <= 40", "time_left == 7", "left_over == 3"):
            rows = "meters: {left_over: {start: 0}}\n"
            rows += "consequences: [{moment: right, set: {left_over: time_left}}]\n"
            reading = read(f"{text}{rows}awards: [{{if: {condition}, title: Slow}}]\n")
            codes = [snag.code for snag in doubts(reading, reach(Program(reading.game)))]
            self.assertEqual(codes, [], condition)

    def test_the_parts_of_the_last_answer_at_the_end(self):
        questions = [ordered(0, 3), ordered(1, 3)]
        award = (Award("hits == 3", "Whole"), Award("hits == 0", "None"))
        program = four(questions=questions, awards=award)
        found = odds(program, HALF)
        self.assertEqual(found.awards, {"Whole": Fraction(1, 2), "None": Fraction(1, 2)})
        walked = walk(program, Walker("skill", 0.5), 400, 1).awards
        self.assertEqual(set(walked), {"Whole", "None"})

    def test_late_knows_the_hits_of_the_try_before(self):
        rows = (
            Consequence("wrong", hold=0),
            Consequence("late", "hits == 1", add=(("score", "5"),)),
        )
        question = several(0, (0, 1, 2, 3))  # all are right, so a wrong answer has one of them
        program = four(*rows, questions=[question], tries=3, clocks=Clocks(question=5))
        found = odds(program, Walker("skill", Fraction(0), 2))
        self.assertEqual(found.meters["score"], {5: 1})

    def test_seconds_by_an_expression_and_restarts(self):
        rows = (ONE, Consequence("wrong", restart=("question",)), Consequence("late", add=(("score", "-1"),)))
        clocks = Clocks(question_by="2 + asked", restart_on_again=True)
        program = four(*rows, tries=2, clocks=clocks)
        for pace in (0, 2.5, 3, 4.5):
            exact = odds(program, Walker("skill", 0.5, pace))
            walked = walk(program, Walker("skill", 0.5, pace), 500, 1)
            self.assertAlmostEqual(exact.spread_of("score").mean, walked.spread_of("score").mean, delta=0.3)

    def test_times_in_rows_decide(self):
        """What a clock is given hangs on a meter: it may not be put aside."""
        rows = (Consequence("right", set=(("score", "3"),), time=(("game", "score"),)),)
        program = four(*rows, clocks=Clocks(game=4), awards=(Award("game_left > 3", "Rest"),))
        self.assertEqual(odds(program, Walker("skill", Fraction(1), 1)).awards, {"Rest": 1})


class Learnt(unittest.TestCase):
    """Who guesses, and what is known afterwards."""

    def test_a_set_and_an_order_at_random(self):
        """Ways to pick a set (binomial coefficients), fixed points of a permutation (rencontres numbers,
        Riordan 1958, table of chapter 3, from memory: 4 items give 9, 8, 6, 0, 1)."""
        kinds = KINDS["several"], KINDS["order"]
        self.assertEqual(kinds[0].guessed(several(0, (0, 2))), {0: 3, 1: 8, 2: 3})
        self.assertEqual(kinds[1].guessed(ordered(0, 4)), {0: 9, 1: 8, 2: 6})
        for question in (several(0, (0, 2)), ordered(0, 4)):
            card, kind = as_filed(question), KINDS[question.kind]
            verdicts = [check(card, kind.guess(card, n), Checking()) for n in range(kind.guesses(question))]
            hits = [kind.hits(card, one) for one in verdicts if one.name == "wrong"]
            self.assertEqual({n: hits.count(n) for n in set(hits)}, kind.guessed(question))

    def test_guessing_the_packing_list(self):
        game = read_game_file(DEMO / "10-the-packing-list.yaml").game
        assert game is not None
        found = odds(Program(game), Walker("knows", 0))
        self.assertAlmostEqual(found.spread_of("straps").mean, 11.65, places=2)
        self.assertIn(2, found.rows)

    def test_what_is_known_is_known_at_every_visit(self):
        rows = (ONE, Consequence("missed", then="again"))
        found = odds(
            four(*rows, questions=[typed(0)], endings=(Ending("missed == 3", "lost"),)),
            Walker("knows", Fraction(1, 4)),
        )
        self.assertEqual(found.results["lost"], Fraction(3, 4))  # who does not know it never will

    def test_who_was_shown_it_knows_it_afterwards(self):
        rows = (Consequence("missed", reveal=True, then="again"), ONE)
        program = four(*rows, questions=[typed(0)])
        self.assertEqual(odds(program, Walker("knows", Fraction(0))).meters["score"], {1: 1})
        self.assertEqual(walk(program, Walker("knows", 0), 20, 1).meters["score"], {1: 1})

    def test_options_stay_tried_within_a_visit(self):
        program = four(ONE, questions=[choice(0)], tries=4)
        self.assertEqual(odds(program, Walker("knows", Fraction(0))).meters["score"], {1: 1})
        run = one_play(program, Walker("knows", 0), Choices(3))
        given = [step.extra["input"] for step in run.trail if "input" in step.extra]
        self.assertEqual(len(given), len(set(given)))

    def test_questions_that_come_again(self):
        """Three questions drawn six times, shuffled anew: those of the second pass are all known by then."""
        deal = Deal(draw=6, repeats="when_empty")
        program = four(ONE, questions=[choice(n) for n in range(3)], deal=deal)
        found = odds(program, Walker("knows", Fraction(0)))
        # each is guessed with 1/4, and shown where it was missed
        wanted = {3 + n: comb(3, n) * Fraction(1, 4) ** n * Fraction(3, 4) ** (3 - n) for n in range(4)}
        self.assertEqual(found.meters["score"], wanted)
        walked = walk(program, Walker("knows", 0), 800, 1).spread_of("score").mean
        self.assertAlmostEqual(walked, 3.75, delta=0.15)


class Refusing(unittest.TestCase):
    def test_only_for_a_true_reason(self):
        for rows, clocks in (
            ((Consequence("right", time=(("question", "5"),)),), Clocks()),
            ((), Clocks(question_by="3 + level")),
            ((Consequence("opened", restart=("question",)),), Clocks(question=4)),
        ):
            self.assertTrue(odds(four(ONE, *rows, clocks=clocks), Walker("skill", 0.5, 2)).exact)

    def test_a_sorted_deck_of_which_some_are_drawn(self):
        """Three of five are drawn, then sorted: easy ones are hypergeometric, C(2,k)C(3,3-k)/C(5,3)."""
        questions = [choice(n, level=1 if n < 2 else 3) for n in range(5)]
        rows = (Consequence("right", "level == 1", add=(("score", "1"),)),)
        for order in ("easiest_first", "by_topic", "shuffled"):
            some = [one._replace(topic=f"t{one.level}") for one in questions]
            program = four(*rows, questions=some, deal=Deal(draw=3, order=order))
            wanted = {k: Fraction(comb(2, k) * comb(3, 3 - k), comb(5, 3)) for k in range(3)}
            self.assertEqual(odds(program, Walker("skill", Fraction(1))).meters["score"], wanted)

    def test_what_is_left_of_an_endless_deck(self):
        rows = (
            ONE,
            Consequence("missed", "total == 8", then="lost"),
            Consequence("missed", "left == 2", then="won"),
        )
        program = four(*rows, deal=Deal(repeats="when_empty"))
        found = odds(program, Walker("skill", 0.5))
        walked = walk(program, Walker("skill", 0.5), 1500, 1)
        self.assertAlmostEqual(found.results["won"], walked.results["won"], delta=0.05)

    def test_a_clock_with_nothing_left_runs_out_before_an_answer_that_takes_no_time(self):
        emptied = Consequence("opened", "asked == 2", time=(("question", "-99"),))
        paid = Consequence("late", add=(("score", "10"),))
        program = four(emptied, paid, ONE, clocks=Clocks(question=6))
        for walker in (Walker("skill", Fraction(1)), Walker("skill", Fraction(1), 6)):
            self.assertEqual(odds(program, walker).meters["score"], {13: 1})
            self.assertEqual(one_play(program, walker, Choices(3)).seat.meters["score"], 13)

    def test_plays_that_never_end_are_refused_at_once(self):
        program = four(ONE, deal=Deal(repeats="when_empty"), clocks=Clocks(game=60))
        with self.assertRaises(Inexact) as raised:
            odds(program, Walker("skill", 0.5))
        self.assertIn("No play would ever come to its end. Its clock does not run", str(raised.exception))
        self.assertTrue(odds(program, Walker("skill", 0.5, 9)).exact)

    def test_three_meters_in_conditions_are_refused_after_bounded_work(self):
        """What takes the time is to work ways out, not to go them: both are bounded."""
        rows = (
            Consequence("right", condition="a > b", add=(("a", "worth"), ("b", "1"))),
            Consequence("right", condition="b > c", add=(("b", "2"), ("c", "worth"))),
            Consequence("right", add=(("c", "3"), ("a", "1"))),
            Consequence("missed", condition="c > 2", add=(("a", "-1"),)),
            Consequence("missed", add=(("b", "worth"),)),
        )
        questions = tuple(choice(n, worth=1 + n % 3) for n in range(30))
        game = Game("g", questions, tries=2, meters=tuple(map(Meter, "abc")), consequences=rows)
        search = Weighed(Program(game), Walker("skill", 0.6), Choices(0))
        with self.assertRaisesRegex(
            Inexact, r"too many states.*`[abc]` comes to more than \d+ values, and row"
        ):
            search.figures()
        self.assertLess(search.ways.worked_out, 30_000)

    @mock.patch.object(exact, "MOST_WORK", 100_000)
    def test_what_is_to_blame_for_too_many_states(self):
        half = Walker("skill", 0.5)
        unlike = tuple(choice(n)._replace(worth=n + 1) for n in range(15))
        paid = Consequence("right", add=(("score", "worth + 0"),))
        with self.assertRaisesRegex(Inexact, r"ways to be through with some of its questions"):
            odds(four(paid, questions=unlike), half)
        endless = Consequence("right", condition="score >= 0", add=(("score", "attempt / 7"),))
        often = four(endless, tries=9, deal=Deal(draw=400, repeats="when_empty"))
        with self.assertRaisesRegex(Inexact, r"`score` comes to more than [\d,]+ values, and row 1 depends"):
            odds(often, half)

    def test_a_grid_in_parts_comes_to_what_it_does_at_once(self):
        unlike = tuple(choice(n, options=2 + n % 4)._replace(worth=1 + n % 3) for n in range(7))
        paid = Consequence("right", add=(("score", "worth"),), hold=1)
        ends = (Ending("score > 12", "won"),)
        award = (Award("right == 0", "None"),)
        program = four(paid, questions=unlike, endings=ends, awards=award, deal=Deal(draw=6))
        grid = Walker("knows", np.linspace(0, 1, 9), 2)
        whole = Weighed(program, grid, Choices(0)).figures()
        walkers = parts_of(grid)
        self.assertEqual([len(one.share) for one in walkers], [3, 3, 3])
        parts = beside(walkers, [Weighed(program, one, Choices(0)).figures() for one in walkers])
        for name in ("results", "awards", "means"):
            mine, theirs = getattr(whole, name), getattr(parts, name)
            self.assertEqual(mine.keys(), theirs.keys())
            for key in mine:
                np.testing.assert_allclose(np.broadcast_to(mine[key], 9), theirs[key], atol=1e-12)
        for value, share in whole.meters["score"].items():
            np.testing.assert_allclose(share, parts.meters["score"][value], atol=1e-12)
        self.assertEqual(whole.rows, parts.rows)
        for found in (whole, parts):  # of many skills no time is known, rather than a wrong one
            self.assertTrue(np.isnan(found.seconds.sum).all())
        with mock.patch.object(work, "MOST_PLACES", 36_000):
            np.testing.assert_allclose(odds(program, grid).results["won"], whole.results["won"])

    def test_a_grid_comes_to_what_each_of_its_skills_does(self):
        """Also where values carried aside become one at a bound, and where a walker learns."""
        grid = np.linspace(0, 1, 5)
        paid = Consequence("right", add=(("score", "worth"),))
        lost = Consequence("missed", add=(("score", "-2"),))
        unlike = tuple(choice(n, worth=1 + n % 3, options=2 + n % 3) for n in range(5))
        again = {"deal": Deal(draw=8, repeats="when_empty"), "meters": (Meter("score", 1, 0, 5),)}
        for walker, clocks in (
            (Walker("knows", grid), Clocks()),
            (Walker("skill", grid, 3), Clocks(game=20)),
        ):
            program = four(paid, lost, questions=unlike, clocks=clocks, **again)
            found = odds(program, walker)
            for place, share in enumerate(grid):
                alone = odds(program, replace(walker, share=float(share)))
                for some in (lambda one: one.results, lambda one: one.meters["score"]):
                    for what, shares in some(found).items():
                        here = np.broadcast_to(shares, 5)[place]
                        self.assertAlmostEqual(here, some(alone).get(what, 0), 12, (what, share))

    def test_the_dash_of_the_demo_is_weighed_for_who_knows(self):
        program = Program(read_game_file(DEMO / "2-before-the-fog.yaml").game)
        alone = odds(program, Walker("knows", 0.5, 6)).meters["found"]
        found = odds(program, Walker("knows", np.linspace(0, 1, 21), 6)).meters["found"]
        for value, share in alone.items():
            self.assertAlmostEqual(found[value][10], share, 12)

    def test_piles_that_are_weighed_together_come_to_what_they_do_apart(self):
        """Exactly, in fractions; and over a grid of skills as far as floats go."""
        unlike = [
            *(choice(n, options=2 + n % 3)._replace(worth=1 + n % 3, seconds=4 + n % 2) for n in range(4)),
            typed(4)._replace(level=2),
        ]
        paid = Consequence("right", add=(("score", "worth * level + streak"),))
        lost = Consequence("missed", add=(("score", "-1"),), hold=1.5)
        ends = (Ending("score < -1", "lost"), Ending("score > 6", "won"))
        for more in (
            {},
            {"deal": Deal(draw=3), "tries": 2},
            {"deal": Deal(draw=4, order="easiest_first"), "endings": ends},
            {"endings": ends, "clocks": Clocks(question=9, game=18), "tries": 2},
        ):
            program = four(paid, lost, questions=unlike, **more)
            for walker in (
                Walker("knows", Fraction(1, 3), 3),
                Walker("skill", Fraction(2, 5)),
                Walker("knows", np.linspace(0, 1, 3), 5),
            ):
                both = [Weighed(program, walker, Choices(0), together=together) for together in (True, False)]
                self.assertEqual([one.together for one in both], [True, False])
                one, other = (weighed.figures(1e9) for weighed in both)
                self.assertEqual(one.rows, other.rows)
                same = self.assertEqual if isinstance(walker.share, Fraction) else np.testing.assert_allclose
                for name in ("asked", "seconds"):
                    for part in ("weight", "sum", "square", "low", "high"):
                        same(getattr(getattr(one, name), part), getattr(getattr(other, name), part))
                for shares in ("results", "awards", "means"):
                    mine, theirs = getattr(one, shares), getattr(other, shares)
                    self.assertEqual(mine.keys(), theirs.keys())
                    for key in mine:
                        same(mine[key], theirs[key])
                self.assertEqual(one.meters["score"].keys(), other.meters["score"].keys())
                for value, share in one.meters["score"].items():
                    same(share, other.meters["score"][value])

    def test_plays_that_would_be_stopped(self):
        """With a chance of 0.001 a question stays longer than a play may: 0.999^n of them are stopped."""
        with self.assertRaises(Inexact) as raised:
            odds(four(ONE, tries=None, questions=[choice(0)]), Walker("skill", 0.001))
        self.assertIn("10,000 steps", str(raised.exception))

    def test_aims_compare_within_a_billionth(self):
        text = "title: T\npacks: [p]\ntries: 3\nclocks: {question: 3}\naims:\n"
        text += "  - {name: all, skill: 0.3, expect: won + lost + done + stopped == 1}\n"
        text += "  - {name: none, skill: 0.3, expect: won + lost + done + stopped < 1}\n"
        text += "  - {name: sum, skill: 0.3, expect: 0.1 + 0.2 == 0.3}\n"
        reading = read(text)
        held = look(Program(reading.game), reading.document.aims)
        self.assertEqual([one.holds for one in held], [True, False, True])


class Engine(unittest.TestCase):
    def test_a_play_that_was_decided_stays_so(self):
        rows = (Consequence("late", add=(("lives", "-1"),)),)
        ends = (Ending("lives == 0", "lost", "The last one."),)
        clocks = Clocks(question=5, breather=2)
        two, lives = (choice(0), choice(1)), (Meter("lives", 1),)
        game = Game("g", two, meters=lives, clocks=clocks, consequences=rows, endings=ends, leave=True)
        run = play_of(game, "leave @6")
        self.assertEqual((run.outcome.result, run.outcome.tell), ("lost", "The last one."))

    def test_a_clock_that_is_out_decides_too(self):
        rows = (Consequence("right", time=(("game", "-9"),)),)
        ends = (Ending("asked > 5", "won"), Ending("game_left == 0 and time_used > 1", "lost"))
        two, clocks = (choice(0), choice(1)), Clocks(game=5, breather=2)
        game = Game("g", two, clocks=clocks, leave=True, consequences=rows, endings=ends)
        run = Run(Program(game), Choices(1))
        run.begin()
        run.do(Move("right"), 2000)
        self.assertEqual(run.phase, "feedback")
        run.do(Move("leave"), 2100)
        self.assertEqual(run.outcome.result, "lost")

    def test_time_never_runs_back(self):
        game = Game("g", tuple(map(choice, range(4))), clocks=Clocks(question=3, breather="player"))
        run = play_of(game, "right @9", "right @1")
        times = [step.at for step in run.trail]
        self.assertEqual(times, sorted(times))
        self.assertEqual(times[3:7], [9000, 9000, 9000, 10000])

    def test_a_clock_started_anew_has_its_whole_time(self):
        clock = Clock.of(10)
        clock.add(-4)
        clock.start(0)
        clock.stop(3000)
        clock.restart()
        self.assertEqual(clock.left_at(0), 10_000)

    def test_texts_of_constants(self):
        row = Consequence("right", tell='{1/0} {"x":d}')
        run = play_of(Game("g", (choice(0),), consequences=(row,)), "right")
        self.assertEqual([step.extra["error"] for step in run.trail if "error" in step.extra],
                         ["row 1, tell: division by zero in ‘1/0’"])  # fmt: skip
        self.assertEqual(compile_template("{a != 2} {{x}}")({"a": 3}), "yes {x}")
        self.assertEqual(compile_template('{"}" if a else "{"}')({"a": 0}), "{")
        with self.assertRaises(ExpressionError) as raised:
            compile_template("ab } c")
        self.assertEqual(raised.exception.column, 3)

    def test_numbers_hold_to_the_last_digit(self):
        text = "title: T\npacks: [p]\nmeters: {score: {start: 0}}\nclocks: {question: {1: 2.1234567, 3: 4}}\n"
        text += "consequences:\n  - {moment: right, add: {score: 0.1234567}}\n"
        text += "  - {moment: missed, add: {score: 1.0e-7}}\n  - {moment: late, add: {score: 2.50}}\n"
        reading = read(text)
        self.assertEqual([row.add[0][1] for row in reading.game.consequences], ["0.1234567", "1e-07", "2.5"])
        self.assertIn("2.1234567", reading.game.clocks.question_by)
        found = play_of(reading.game, "right", "wrong")
        self.assertEqual(found.meters["score"], 0.1234568)

    def test_nine_decimals(self):
        game = four(Consequence("right", add=(("score", "0.1"),))).game
        self.assertEqual(play_of(game, "right", "right", "right").meters["score"], 0.3)
        self.assertEqual(Meter("m").kept(1 / 3), 0.333333333)
        self.assertEqual(Meter("m", decimals=1).kept(1 / 3), 0.3)

    def test_without_end(self):
        self.assertEqual(compile_expression("1 - tries_left < 5")({"tries_left": inf}), True)

    def test_a_deck_that_runs_by_itself(self):
        text = "title: T\npacks: [p]\ndeal: {repeats: when_empty}\nclocks: {question: 3}\n"
        rows = "consequences: [{moment: opened, time: {question: -4}}]\n"
        rows += "endings: [{if: right == 3, result: won}]\n"
        for more, told in (("", True), ("leave: true\n", False)):
            reading = read(text + rows + more)
            codes = {snag.code for snag in doubts(reading, reach(Program(reading.game)))}
            self.assertEqual("idle" in codes, told)

    def test_an_aim_says_whose_plays(self):
        for walker in ("", "skill: 0.5, knows: 0.5, "):
            reading = read(f"title: T\npacks: [p]\naims: [{{name: a, {walker}expect: won > 0}}]\n")
            self.assertIn("aim-walker", [snag.code for snag in reading.snags])

    def test_a_history_holds_numbers_only(self):
        line = '{"answers": [{"question": "q", "outcome": "right", "left": %s, "prompt": "", "options": [],'
        line += ' "tries": [{"verdict": "right", "text": "", "used": 1}]}]}'
        for bad in ("NaN", "Infinity", "1e999", "-5"):
            with self.assertRaises(Refused):
                read_json_lines(line % bad, "h")
        json.dumps(read_json_lines(line % "2", "h")[0], allow_nan=False)


class Checked(unittest.TestCase):
    """Sources: Unicode 15 (NFC, D145 and D146 of section 3.13, UAX #9); the rest is common practice."""

    def verdict(self, answer: str, text: str, **switches: object) -> str:
        return check(as_filed(typed(0)._replace(answers=(answer,))), text, Checking(**switches)).name  # type: ignore[arg-type]

    def test_no_more_than_one_edit_for_three_letters(self):
        self.assertEqual(self.verdict("a", "b", spelling=1), "wrong")
        self.assertEqual(self.verdict("cat", "dog", spelling=3), "wrong")
        self.assertEqual(self.verdict("cat", "cut", spelling=1), "right")
        self.assertEqual(self.verdict("bowline", "bowlxnx", spelling=2), "right")
        self.assertEqual(self.verdict("ab", "ax", spelling=((1, 1),)), "right")  # the table stays as written

    def test_composed_or_not(self):
        self.assertEqual(self.verdict("été", "e\u0301te\u0301", ignore=()), "right")

    def test_what_can_not_be_seen(self):
        self.assertEqual(
            self.verdict("belay knot", "\u200fbelay\u200b knot\ufeff", ignore=("blanks",)), "right"
        )
        self.assertNotEqual(self.verdict("reef", "re\u200bef", ignore=("outer_blanks",)), "right")

    def test_every_apostrophe(self):
        for mark in "'’ʼ‘`´":
            self.assertEqual(
                self.verdict("col d'or", f"col d{mark}or", ignore=("punctuation",)), "right", mark
            )
            articles = {"ignore": ("articles", "case"), "articles": ("l'", "the")}
            self.assertEqual(self.verdict("arbre", f"L{mark}arbre", **articles), "right", mark)

    def test_capitals_under_compatibility(self):
        self.assertEqual(self.verdict("straße", "STRASSE", ignore=("case",)), "right")
        self.assertEqual(self.verdict("ΰ", "Υ\u0308\u0301", ignore=("case", "compatibility")), "right")
        self.assertEqual(self.verdict("mhz", "㎒", ignore=("case", "compatibility")), "right")

    def test_numbers_of_any_script(self):
        for text, value in (
            ("١٬٢٣٤٫٥", Fraction(2469, 2)), ("\u200f-\u200e٣", Fraction(-3)), ("１２．５", Fraction(25, 2)),
            ("－３／４", Fraction(-3, 4)), ("1\u2007234", Fraction(1234)), ("\u2066७\u2069", Fraction(7)),
        ):  # fmt: skip
            self.assertEqual(read_number(text), value, text)

    def test_the_comma_goes_by_the_language(self):
        """As CLDR writes numbers (by Babel): 1,234 in English, 1.234 in German."""
        self.assertEqual(read_number("1,234"), 1234)
        self.assertEqual(read_number("1,234", comma="decimal"), Fraction("1.234"))
        text = "title: T\npacks: [p]\nwords: {language: %s}\n"
        steps = []
        for language, right in (("en", True), ("de", False), ("ar", True), ("fr", False)):
            reading = read_game(text % language, lambda _: [number_question(0)._replace(answers=("1234",))])
            found = check(as_filed(reading.game.questions[0]), "1,234", reading.game.checking)
            self.assertEqual(found.name == "right", right, language)
            steps.append(found.steps[1])
        self.assertEqual(steps[0], "the comma marks thousands in the language of the page")
        self.assertEqual(steps[1], "the comma is the decimal mark in the language of the page")


if __name__ == "__main__":
    unittest.main()
