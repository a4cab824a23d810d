"""Chance in rows and texts, named expressions, and counts by topic."""

from __future__ import annotations

import json
import unittest
from collections import Counter
from dataclasses import replace
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.language.expressions import ExpressionError, compile_expression
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Game
from dicetrail.core.play.rulebook.named import circle, depths, in_order
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import play, read_move
from dicetrail.core.play.run.trail import Step, to_lines
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking
from dicetrail.core.prove.replay.named import NO_VALUE, ROLLED, named_now
from dicetrail.core.prove.replay.walks import reason, walk_moves
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.prove.search.rolled import TooManyRolls, every_roll
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.naming import inlined
from dicetrail.core.rules.reading import GameReading
from dicetrail.core.rules.renaming import rename_meter, rename_named

from .making import choice

TOPICS = ("knots", "signs")
QUESTIONS = [choice(number)._replace(topic=TOPICS[number % 2]) for number in range(12)]
HEAD = "title: G\npacks: [p]\nmeters: {score: {start: 0}, lives: {start: 3}}\n"


def read(text: str, questions: list[Question] = QUESTIONS) -> GameReading:
    return read_game(HEAD + text, lambda _: questions)


def game_of(text: str, questions: list[Question] = QUESTIONS) -> Game:
    reading = read(text, questions)
    assert reading.game is not None, [snag.message for snag in reading.snags]
    return reading.game


def codes(text: str) -> list[str]:
    return [snag.code for snag in read(text).snags]


def trail(text: str, *moves: str, dice: int = 1) -> list[Step]:
    game = game_of(text)
    return play(Program(game), choose(game, dice), [read_move(move) for move in moves]).trail


def rolls(steps: list[Step]) -> list[int]:
    return [one["came"] for step in steps for one in step.extra.get("rolled", ())]


RIGHTS = ("right",) * 12


class Rolls(unittest.TestCase):
    def test_a_die_falls_on_every_side_and_the_step_says_where_it_did(self):
        text = "consequences: [{moment: right, add: {score: roll(6)}}]\n"
        fell: Counter[int] = Counter()
        for dice in range(60):
            steps = trail(text, *RIGHTS, dice=dice)
            found = rolls(steps)
            self.assertEqual(len(found), 12)
            self.assertEqual(steps[-1].after["score"], sum(found))
            fell.update(found)
        self.assertEqual(set(fell), set(range(1, 7)))
        self.assertTrue(all(80 < number < 160 for number in fell.values()), fell)
        step = next(step for step in trail(text, "right") if step.extra.get("rolled"))
        self.assertEqual(step.extra["rolled"][0] | {"came": 0}, {"in": "roll(6)", "sides": 6, "came": 0})
        program = Program(game_of(text))
        self.assertIn("`roll(6)` rolled", reason(program, step))

    def test_the_same_dice_roll_the_same(self):
        text = "consequences: [{moment: right, add: {score: roll(100)}, tell: '{one_of(1, 2, 3)}'}]\n"
        game = game_of(text)
        moves = [read_move(move) for move in RIGHTS]
        some = [to_lines(play(Program(game), choose(game, 9), moves).trail) for _ in range(2)]
        self.assertEqual(*some)

    def test_a_row_more_elsewhere_rolls_nothing_anew(self):
        """Streams are named after the moment, the question and the words of the expression."""
        row = "{moment: right, add: {score: roll(6)}}"
        before = trail(f"consequences: [{row}]\n", *RIGHTS)
        more = "{moment: missed, add: {score: roll(20)}}, {moment: opened, tell: '{roll(4)}'}"
        after = trail(f"consequences: [{more}, {row}]\n", *RIGHTS)
        at_right = [[rolls([step]) for step in one if step.moment == "right"] for one in (before, after)]
        self.assertEqual(*at_right)

    def test_twice_the_same_words_are_two_rolls(self):
        steps = trail("consequences: [{moment: right, tell: '{roll(1000)} {roll(1000)}'}]\n", "right")
        one, other = next(step.tell for step in steps if step.tell).split()
        self.assertNotEqual(one, other)

    def test_one_of_gives_texts_and_numbers(self):
        text = (
            """consequences: [{moment: right, add: {score: "one_of(2, 5)"}, tell: '{one_of("a", "b")}'}]\n"""
        )
        told = {step.tell for dice in range(20) for step in trail(text, "right", dice=dice) if step.tell}
        self.assertEqual(told, {"a", "b"})
        scores = {trail(text, "right", dice=dice)[-1].after["score"] for dice in range(20)}
        self.assertEqual(scores, {2, 5})

    def test_what_can_not_be_rolled_is_a_step_of_its_own(self):
        for sides in ("0", "1.5", "score - 9", "10000000"):
            steps = trail(f"consequences: [{{moment: right, add: {{score: roll({sides})}}}}]\n", "right")
            [error] = [step.extra["error"] for step in steps if "error" in step.extra]
            self.assertIn("whole number from 1", error)
            self.assertEqual(steps[-1].after["score"], 0)

    def test_chance_has_its_place(self):
        for part in (
            "endings: [{if: roll(6) == 1, result: won}]\n",
            "awards: [{if: roll(6) == 1, title: A}]\n",
            "clocks: {question: roll(6)}\n",
            "intro: '{roll(6)}'\n",
            "names: {lucky: roll(6) == 1}\nendings: [{if: lucky, result: won}]\n",
            "names: {lucky: roll(6) == 1, very: lucky}\nawards: [{if: very, title: A}]\n",
        ):
            reading = read(part)
            [snag] = [snag for snag in reading.snags if snag.severity == "stop"]
            self.assertEqual(snag.code, "expression", part)
            self.assertIn("chance has its place in rows", snag.message)
        self.assertEqual(codes("consequences: [{moment: right, if: roll(6) == 1, then: won}]\n"), [])
        self.assertEqual(codes("deal: {next: roll(3)}\n"), [])

    def test_a_comma_between_braces_is_told(self):
        [snag] = read("consequences: [{moment: right, add: {score: one_of(10, 20)}}]\n").snags
        self.assertIn("needs quotes around it here", snag.message)

    def test_calls_are_bounded(self):
        for source, said in (
            ("roll()", "takes 1 value, not 0"),
            ("roll(1, 2)", "takes 1 value, not 2"),
            ("one_of()", "takes 1 to 20 values"),
            ("right_in(score)", "takes the name of a topic"),
            ("fetch(1)", "can't be used here"),
        ):
            with self.assertRaisesRegex(ExpressionError, said):
                compile_expression(source)

    def test_what_comes_next_may_be_rolled(self):
        game = game_of("deal: {order: filed, next: roll(1000)}\n")
        orders = set()
        for dice in range(5):
            run = play(Program(game), choose(game, dice), [read_move(move) for move in RIGHTS])
            asked = [turn.card.question.id for turn in run.asked]
            self.assertEqual(sorted(asked), sorted(question.id for question in QUESTIONS))
            orders.add(tuple(asked))
        self.assertEqual(len(orders), 5)
        with self.assertRaisesRegex(Inexact, "chance in `deal: next`"):
            odds(Program(game), Walker())


class Texts(unittest.TestCase):
    TEXT = "consequences: [{moment: right, tell: [One., Two., Three.]}]\n"

    def test_one_of_several_is_told_never_the_same_twice_in_a_row(self):
        told: Counter[str] = Counter()
        for dice in range(30):
            some = [step.tell for step in trail(self.TEXT, *RIGHTS, dice=dice) if step.moment == "right"]
            self.assertTrue(all(one != other for one, other in pairwise(some)), some)
            told.update(some)
        self.assertEqual(set(told), {"One.", "Two.", "Three."})
        self.assertTrue(all(90 < number < 150 for number in told.values()), told)

    def test_of_endings_and_awards_too(self):
        text = (
            "endings: [{if: right == 1, result: won, tell: [Up., There.]}]\n"
            "awards: [{if: 'True', title: A, tell: [Well., Good.]}]\n"
        )
        game = game_of(text)
        outcomes = [
            play(Program(game), choose(game, dice), [read_move("right")]).outcome for dice in range(20)
        ]
        self.assertEqual({one.tell for one in outcomes if one}, {"Up.", "There."})
        self.assertEqual({one.award_tell for one in outcomes if one}, {"Well.", "Good."})

    def test_every_text_is_checked(self):
        self.assertEqual(codes("consequences: [{moment: right, tell: [Fine., '{socre}']}]\n"), ["expression"])
        waits = "tries: 2\nconsequences: [{moment: wrong, tell: [No., 'It is {answer}.']}]\n"
        self.assertIn("gives-away", codes(waits))

    def test_a_list_of_one_is_a_text(self):
        game = game_of("consequences: [{moment: right, tell: [One.]}]\n")
        self.assertEqual((game.consequences[0].tell, game.consequences[0].more), ("One.", ()))
        self.assertEqual(from_json(json.loads(json.dumps(to_json(game_of(self.TEXT))))), game_of(self.TEXT))


class Named(unittest.TestCase):
    TEXT = (
        "tries: 2\n"
        "names: {brave: attempt == 1, prize: 2 + 3 * brave, lucky: roll(2) == 2}\n"
        "consequences:\n"
        "  - {moment: right, if: lucky, add: {score: prize + 10}, tell: 'Lucky {lucky}, {prize}.'}\n"
        "  - {moment: right, add: {score: prize}, tell: 'Not {lucky}, {prize}.'}\n"
    )

    def test_they_are_worked_out_once_a_step(self):
        told = set()
        for dice in range(12):
            for step in trail(self.TEXT, *RIGHTS, dice=dice):
                if step.moment == "right":
                    told.add(step.tell)
                    self.assertEqual(len(rolls([step])), 1)
        self.assertEqual(told, {"Lucky yes, 5.", "Not no, 5."})

    def test_what_was_added_is_what_is_told(self):
        text = (
            "names: {half: score / 2 + 1}\n"
            "consequences: [{moment: right, add: {score: half}, tell: '+{half}'}]\n"
        )
        steps = [step for step in trail(text, "right", "right", "right") if step.moment == "right"]
        self.assertEqual([step.tell for step in steps], ["+1", "+1.5", "+2.25"])
        self.assertEqual([step.after["score"] for step in steps], [1, 2.5, 4.75])

    def test_everywhere_an_expression_stands(self):
        text = (
            "names: {hard: level >= 3, slow: 20 + 10 * hard, done: right >= 2, far: level - streak - 1}\n"
            "clocks: {question: slow}\n"
            "deal: {next: abs(far), draw: [{if: hard, draw: 2}, {if: not hard, draw: 3}]}\n"
            "endings: [{if: done, result: won, tell: '{done}'}]\n"
            "awards: [{if: done and hard, title: High}, {if: done, title: Low}]\n"
        )
        some = [question._replace(level=1 + number % 5) for number, question in enumerate(QUESTIONS)]
        game = game_of(text, some)
        run = play(Program(game), choose(game, 1), [read_move("right"), read_move("right")])
        self.assertEqual(run.outcome.result, "won")
        self.assertEqual(run.outcome.tell, "yes")
        self.assertEqual([turn.card.question.level for turn in run.asked], [1, 2])
        self.assertEqual(game.deal.next, "abs(level - streak - 1)")

    def test_snags(self):
        for names, code in (
            ("{a: b + 1, b: a}", "name-circle"),
            ("{a: a}", "name-circle"),
            ("{score: 3}", "name-taken"),
            ("{a: 1 +}", "expression"),
            ("{a: fog}", "expression"),
            ("{a: 1}", "name-unused"),
        ):
            self.assertIn(code, codes(f"names: {names}\n"), names)
        for name in ("right", "roll", "percent_in", "picked", "2nd"):
            self.assertEqual(codes(f"names: {{{name}: 1}}\n"), ["bad-value"], name)
        row = "consequences: [{moment: right, add: {score: a}}]\n"
        self.assertEqual(codes(f"names: {{a: b, b: 2}}\n{row}"), [])

    def test_long_chains_are_bounded_and_quick(self):
        chain = ", ".join(f"n{number}: n{number + 1} + n{number + 1}" for number in range(40))
        self.assertIn("name-too-deep", codes(f"names: {{{chain}, n40: 1}}\n"))
        short = ", ".join(f"n{number}: n{number + 1} + n{number + 1}" for number in range(9))
        row = "consequences: [{moment: right, add: {score: n0}}]\n"
        self.assertEqual(trail(f"names: {{{short}, n9: 1}}\n{row}", "right")[-1].after["score"], 512)
        steered = "deal: {next: n0}\n"
        self.assertIn("longer than 500", read(f"names: {{{short}, n9: level}}\n{steered}").snags[0].message)
        deep = "(" * 30 + "1" + ")" * 30
        self.assertEqual(in_order([("a", "b"), ("b", deep)])[0][0], "b")
        ring = {f"n{number}": f"n{(number + 1) % 60}" for number in range(60)}
        self.assertEqual(len(circle(ring)), 61)
        self.assertEqual(depths({"a": "b + c", "b": "c", "c": "1"}), {"c": 1, "b": 2, "a": 3})
        self.assertEqual(inlined("a * level", {"a": "b + 1", "b": "2"}), "(2 + 1) * level")

    def test_a_name_is_renamed_wherever_it_stands(self):
        text = HEAD + (
            "names: {brave: attempt == 1, prize: 2 + brave}\n"
            "clocks: {question: 10 + prize}\n"
            "consequences:\n"
            "- {moment: right, if: brave, add: {score: prize}, tell: ['{brave}', 'brave {prize}']}\n"
            "endings: [{if: prize > 9, result: won}]\n"
            "waymarks: [{name: w, moves: [right], expect: {brave: 1}}]\n"
        )
        renamed = rename_named(text, "brave", "bold")
        self.assertNotIn("{brave}", renamed)
        self.assertIn("names: {bold: attempt == 1, prize: 2 + bold}", renamed)
        self.assertIn("tell: ['{bold}', 'brave {prize}']", renamed)
        self.assertIn("expect: {bold: 1}", renamed)
        self.assertIn("add: {score: amount}", rename_named(text, "prize", "amount"))
        self.assertIn("add: {points: prize}", rename_meter(text, "score", "points"))
        for taken in ("score", "prize", "right"):
            with self.assertRaises(ValueError):
                rename_named(text, "brave", taken)

    def test_what_each_comes_to_in_a_play(self):
        text = self.TEXT.replace("names: {", "names: {none: 1 / (right - 1), ")
        program = Program(game_of(text))
        walk = walk_moves(program, choose(program.game, 1), ["right", "wrong"])
        now = named_now(walk.run, walk.at)
        self.assertEqual((now["brave"], now["prize"], now["none"]), ("no", "2", NO_VALUE))
        self.assertEqual(now["lucky"], ROLLED)
        self.assertEqual(
            to_lines(walk.run.trail),
            to_lines(walk_moves(program, choose(program.game, 1), ["right", "wrong"]).run.trail),
        )  # to look rolls nothing

    @settings(max_examples=25, deadline=None)
    @given(st.integers(0, 2**40), st.floats(0, 1))
    def test_odds_and_walks_say_the_same(self, dice, skill):
        """A game that rolls, names and counts topics: exact odds are within five errors of a walk."""
        text = (
            "tries: 2\ndeal: {draw: 4}\n"
            "names: {lucky: roll(3) == 3, both: right_in('knots') * missed_in('signs')}\n"
            "consequences:\n"
            "  - {moment: right, if: lucky, add: {score: 2 + both}}\n"
            "  - {moment: missed, add: {score: 'one_of(-1, 0)'}}\n"
            "awards: [{if: percent_in('knots') > 50, title: Knotty}]\n"
        )
        program = Program(game_of(text))
        exact = odds(program, Walker("skill", skill))
        walking = Walking(program, Walker("skill", skill), dice)
        walking.make(120)
        walked = walking.figures()
        mean = sum(value * float(share) for value, share in exact.meters["score"].items())
        square = sum(value * value * float(share) for value, share in exact.meters["score"].items())
        error = (max(0.0, square - mean * mean) / 120) ** 0.5
        found = sum(value * float(share) for value, share in walked.meters["score"].items())
        self.assertLessEqual(abs(found - mean), 5 * error + 1e-9)
        self.assertAlmostEqual(sum(map(float, exact.awards.values())), 1)


class Topics(unittest.TestCase):
    TEXT = (
        "names: {sure: percent_in('knots')}\n"
        "consequences:\n"
        "  - moment: over\n"
        '    tell: \'{asked_in("knots")} {right_in("knots")} {missed_in("signs")} {sure:.0f}\'\n'
        "review: {by: topic}\n"
    )

    def test_counts_and_the_table_at_the_end(self):
        game = game_of("deal: {order: filed}\n" + self.TEXT)
        moves = ["right", "wrong", "wrong", "right", "right", "wrong"] * 2
        run = play(Program(game), choose(game, 1), [read_move(move) for move in moves])
        self.assertEqual(run.outcome.tell, "6 4 4 67")
        topics = view(run, run.trail[-1].at).outcome.topics
        self.assertEqual(
            [(one.name, one.right, one.asked) for one in topics], [("knots", 4, 6), ("signs", 2, 6)]
        )
        plain = replace(game, review_by="")
        run = play(Program(plain), choose(plain, 1), [read_move(move) for move in moves])
        self.assertEqual(view(run, run.trail[-1].at).outcome.topics, [])

    def test_a_topic_no_question_has(self):
        text = "consequences: [{moment: right, if: 'right_in(\"knot\") > 1'}]\n"
        [snag] = [snag for snag in read(text).snags if snag.code == "unknown-topic"]
        self.assertIn("‘knots’", snag.message)
        self.assertEqual(snag.edits[0]["value"], 'right_in("knots") > 1')

    def test_reach_knows_them(self):
        text = (
            "deal: {draw: 4}\n"
            "awards:\n"
            "  - {if: right_in('knots') == 4, title: All}\n"
            "  - {if: right_in('knots') == 5, title: Never}\n"
        )
        reading = read(text)
        found = reach(Program(reading.game))
        self.assertTrue(found.complete)
        self.assertEqual(found.awards, {1})
        self.assertIn("award-never", [snag.code for snag in doubts(reading, found)])


class Branches(unittest.TestCase):
    def test_every_roll_comes_once_with_its_share(self):
        def act(chance):
            first = chance(3, "a")
            return (first, chance(2, "b") if first else None)

        found = list(every_roll(act))
        self.assertEqual(sum(share for share, _ in found), 1)
        self.assertEqual([came for _, came in found], [(0, None), (1, 0), (1, 1), (2, 0), (2, 1)])
        with self.assertRaises(TooManyRolls):
            list(every_roll(lambda chance: [chance(1000, "x") for _ in range(3)]))

    def test_a_step_of_too_many_ways_is_refused(self):
        text = "consequences: [{moment: right, add: {score: roll(1000) * roll(1000)}}]\n"
        with self.assertRaisesRegex(Inexact, "rolled at one step"):
            odds(Program(game_of(text)), Walker())

    def test_search_gives_up_what_rolls_too_many_ways(self):
        for added in ("roll(1000) * roll(1000)", "roll(5000)"):
            text = (
                f"consequences: [{{moment: right, add: {{score: {added}}}}}]\n"
                "endings: [{if: score == 7, result: won}]\n"
            )
            program = Program(game_of(text))
            self.assertFalse(reach(program).complete)
            with self.assertRaisesRegex(Inexact, "too many states"):
                odds(program, Walker())
        over = "consequences: [{moment: over, add: {score: roll(1000) * roll(1000)}}]\n"
        self.assertFalse(reach(Program(game_of(over))).complete)
        with self.assertRaisesRegex(Inexact, "rolled at one step"):
            odds(Program(game_of(over)), Walker())

    def test_reach_goes_both_ways(self):
        text = (
            "consequences:\n"
            "  - {moment: right, if: roll(6) == 6, add: {score: 10}}\n"
            "  - {moment: right, if: roll(6) > 6, add: {score: 100}}\n"
            "  - {moment: right, add: {score: 1}}\n"
        )
        reading = read(text)
        found = reach(Program(reading.game))
        self.assertEqual(found.rows, {1, 3})
        self.assertIn("row-never", [snag.code for snag in doubts(reading, found)])


if __name__ == "__main__":
    unittest.main()
