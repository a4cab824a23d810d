"""Small things that a change could take away without a sound, each held by a test of its own."""

from __future__ import annotations

import io
import json
import unittest
from contextlib import nullcontext
from datetime import UTC, datetime
from fractions import Fraction
from unittest import mock

import numpy as np
import soundfile
from PIL import Image

from dicetrail.core.pack.editing import Source, add
from dicetrail.core.pack.flat import flat
from dicetrail.core.pack.formats.yaml_values import value_of
from dicetrail.core.pack.kinds import WRITTEN
from dicetrail.core.pack.many import duplicate
from dicetrail.core.pack.notation import read_groups, read_places
from dicetrail.core.pack.pictures import read_picture
from dicetrail.core.pack.reader import read_text
from dicetrail.core.pack.reading_again import differences
from dicetrail.core.pack.samples import slipped
from dicetrail.core.pack.sounds import read_sound
from dicetrail.core.play.answers.letters import BETWEEN, LETTER, PHONE, lines_on_a_phone
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.deal.dealer import Dealer, SoFar, deal
from dicetrail.core.play.language.expressions import ExpressionError, compile_expression
from dicetrail.core.play.language.numbers import read_number
from dicetrail.core.play.questions.card import as_filed
from dicetrail.core.play.questions.question import Question
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
from dicetrail.core.play.rulebook.page import Cue, Look, Pictures
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.rulebook.seconds import seconds_of
from dicetrail.core.play.run.checking import check
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.trying import page_at
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.odds.arrays import Moments, Shift
from dicetrail.core.prove.odds.best import DICE
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.mass import ManyMasses
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking
from dicetrail.core.prove.plays.advice import advice_on
from dicetrail.core.prove.plays.out import KeptPlay
from dicetrail.core.prove.plays.record import Answer, PlayRecord, Try
from dicetrail.core.prove.plays.statistics import statistics_of
from dicetrail.core.prove.plays.xapi import statements
from dicetrail.core.prove.replay.starter_waymarks import first_set
from dicetrail.core.prove.replay.walks import until_a_life_is_lost, walk_moves
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.comparing import collisions
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.editing import Edit, edited
from dicetrail.core.rules.recognise import is_game
from dicetrail.core.rules.snaglist import LONGEST_MESSAGE, SnagList
from dicetrail.core.rules.yamltext import YamlText
from dicetrail.core.snag import Refused

from .making import choice, questions, typed, walk

LETTERS = typed(1)._replace(kind="letters", answers=("cairn",))


class OfAPlay(unittest.TestCase):
    def test_a_play_without_end_is_stopped_at_its_step(self):
        game = Game("", questions(2), tries=None)
        with mock.patch("dicetrail.core.play.run.scene.MOST_STEPS", 20):
            run = walk(game, *["wrong"] * 40)
        assert run.outcome is not None
        stopped = [step for step in run.trail if step.next == "stopped"]
        self.assertEqual((run.outcome.result, [step.n for step in stopped]), ("stopped", [21]))

    def test_who_leaves_in_a_pause_has_left(self):
        game = Game("", questions(3), leave=True, clocks=Clocks(breather=5))
        run = Run(Program(game), Choices(1))
        run.begin()
        run.do(Move("right"), 0)
        self.assertEqual(run.phase, "feedback")
        run.do(Move("leave"), 1000)
        assert run.outcome is not None
        self.assertEqual((run.outcome.result, run.outcome.by), ("done", "left"))

    def test_until_a_life_goes_that_had_not_gone_before(self):
        rows = (Consequence("missed", add=(("lives", "-1"),)),)
        game = Game("", questions(6), meters=(Meter("lives", 5, show="marks"),), consequences=rows)
        moves = until_a_life_is_lost(Program(game), Choices(1), ["wrong", "right"])
        self.assertEqual(moves, ["wrong", "right", "wrong"])

    def test_a_state_of_the_page_has_the_rows_own_cue(self):
        game = Game(
            "",
            questions(2),
            cues=(Cue("bell", tone="good"),),
            consequences=(Consequence("right", cue="bell"),),
        )
        feedback = page_at(game, "good").feedback
        assert feedback is not None and feedback.cue is not None
        self.assertEqual(feedback.cue.name, "bell")

    def test_letters_are_guessed_anew_in_a_new_visit(self):
        game = Game(
            "", (LETTERS,), clocks=Clocks(question=5), consequences=(Consequence("late", then="again"),)
        )
        run = walk(game, "answer a", "answer i")
        self.assertEqual(run.asked[-1].tried, ("a", "i"))
        again = walk(game, "answer a", "late")
        self.assertEqual((again.visit, again.asked[-1].tried), (2, ()))

    def test_a_play_that_is_won_is_won_though_its_clock_is_out(self):
        game = Game("", questions(3), clocks=Clocks(game=5), consequences=(Consequence("right", then="won"),))
        run = Run(Program(game), Choices(1))
        run.begin()
        run.do(Move("right"), 5000)
        run.tick(9000)
        assert run.outcome is not None
        self.assertEqual((run.outcome.result, run.outcome.by), ("won", ""))

    def test_balanced_places_come_in_other_orders_each_time(self):
        some = tuple(choice(number, 4) for number in range(40))
        cards = deal(Game("", some, deal=Deal(options="balanced")), Choices(3))
        places = [card.rights[0] for card in cards]
        turns = [tuple(places[at : at + 4]) for at in range(0, 40, 4)]
        self.assertEqual({frozenset(turn) for turn in turns}, {frozenset(range(4))})
        self.assertGreater(len(set(turns)), 1)

    def test_who_is_late_sees_the_picture_of_a_wrong_answer(self):
        look = Look(pictures=Pictures(right="right.png", wrong="wrong.png"))
        game = Game("", questions(2), clocks=Clocks(question=5, breather="player"), look=look)
        for move, at, picture in (
            ("right", 0, "right.png"),
            ("wrong", 0, "wrong.png"),
            ("", 5000, "wrong.png"),
        ):
            run = Run(Program(game), Choices(1))
            run.begin()
            run.do(Move(move), at) if move else run.tick(at)
            feedback = view(run, at).feedback
            assert feedback is not None
            self.assertEqual(feedback.picture, picture, move or "late")

    def test_a_card_that_is_put_back_comes_again(self):
        game = Game("", questions(5), deal=Deal(order="filed"))
        for after, expected in ((2, "012034"), (9, "012340")):
            dealer, told = Dealer(game, Choices(1)), ""
            while dealt := dealer.next(SoFar(len(set(told)), {})):
                told += dealt.card.question.id[-1]
                self.assertEqual(dealt.before is not None, told.count("0") == 2 and told[-1] == "0")
                if told == "0":
                    dealer.put_back(dealt.card, after)
            self.assertEqual(told, expected)

    def test_a_card_can_lose_wrong_options(self):
        card = as_filed(choice(1, 4))
        fewer = card.without([1, 3])
        self.assertEqual(len(fewer.options), 2)
        self.assertEqual(fewer.options[fewer.rights[0]], card.options[card.rights[0]])
        self.assertEqual(check(fewer, "C", Checking()).name, "unreadable")


class OfAnswers(unittest.TestCase):
    def verdict(self, answer: str, text: str) -> str:
        return check(as_filed(typed(1)._replace(answers=(answer,))), text, Checking(spelling=0)).name

    def test_a_word_of_one_letter_has_no_near_miss(self):
        self.assertEqual(self.verdict("a", "b"), "wrong")
        self.assertEqual(self.verdict("ab", "ac"), "close")

    def test_options_that_are_the_same_as_filed_are_no_collision(self):
        question = choice(1, 4)._replace(
            options=("Fog", "fog", "FÖG", "other"), rights=(3,), answers=("other",)
        )
        rules = Checking(ignore=("case", "accents"))
        self.assertEqual([one.places for one in collisions((question,), rules)], [(0, 2)])

    def test_whole_division_goes_down(self):
        for source, value in (("-7 // 2", -4), ("7 // -2", -4), ("-7 % 2", 1), ("7 // 2", 3)):
            self.assertEqual(compile_expression(source)({}), value, source)

    def test_a_point_at_the_very_begin_and_a_comma_are_no_number(self):
        self.assertIsNone(read_number(".5,0"))
        self.assertEqual((read_number(".5"), read_number("0,5")), (Fraction(1, 2), Fraction(1, 2)))

    def test_a_row_of_letters_on_a_phone(self):
        fits = (PHONE + BETWEEN) // (LETTER + BETWEEN)
        self.assertLessEqual(fits * LETTER + (fits - 1) * BETWEEN, PHONE)
        self.assertGreater((fits + 1) * LETTER + fits * BETWEEN, PHONE)
        lines = [lines_on_a_phone("x" * length) for length in (fits, fits + 1, 2 * fits, 2 * fits + 1)]
        self.assertEqual(lines, [1, 2, 2, 3])


class OfRules(unittest.TestCase):
    def test_a_message_has_an_end(self):
        snags = read_game("title: T\npacks: [p]\nx: " + "y" * 2000 + "\n", lambda _: []).snags
        snags += self.read(endings=[{"if": f"{'z' * 480} > 1", "result": "won"}]).snags
        self.assertTrue(snags)
        self.assertLessEqual(max(len(snag.message) for snag in snags), LONGEST_MESSAGE)
        long = SnagList(YamlText("title: T\n"), "")
        long.add("a", "warn", "word " * 400, ("title",))
        self.assertEqual(len(long.found[0].message), LONGEST_MESSAGE)

    def test_a_title_alone_makes_no_game(self):
        self.assertFalse(is_game("title: Questions of last week\nthings: [one, two]\n"))
        self.assertTrue(is_game("title: T\npacks: [p]\n"))
        self.assertTrue(is_game("title: T\nmeters: {score: {}}\n"))

    def read(self, **parts: object):
        document = {"title": "T", "packs": ["p"], "deal": {"draw": "all"}, **parts}
        return read_game(json.dumps(document), lambda _: list(questions(3)))

    def test_seconds_by_level_in_any_order(self):
        game = self.read(clocks={"question": {3: 30, 1: 10}}).game
        assert game is not None
        seconds = [seconds_of(game.clocks, choice(1)._replace(level=level)) for level in (1, 2, 3, 4)]
        self.assertEqual(seconds, [10, 10, 30, 30])

    def test_time_to_read_the_answer_that_is_revealed(self):
        rows = {
            reveal: [{"moment": "missed", "tell": "No.", "reveal": reveal, "hold": 0.6}]
            for reveal in (True, False)
        }
        long = choice(1)._replace(
            options=("a b c d e f g h i j", "x"), answers=("a b c d e f g h i j",), rights=(0,)
        )
        for reveal, told in ((True, 1), (False, 0)):
            document = {"title": "T", "packs": ["p"], "consequences": rows[reveal]}
            snags = read_game(json.dumps(document), lambda _: [long]).snags
            self.assertEqual(sum(snag.code == "breather-too-short" for snag in snags), told)

    def test_a_comment_that_stands_free_outlives_the_row_before_it(self):
        text = (
            "title: T\npacks: [p]\nconsequences:\n  - {moment: right}\n\n  # stands free\n\n"
            "  - {moment: wrong}\n  - {moment: late}\n"
        )
        for place in range(3):
            after = edited(text, [Edit(do="remove", path=["consequences", place])])
            self.assertIn("# stands free", after, place)


class OfExpressions(unittest.TestCase):
    def test_blanks_before_a_mistake_count_for_its_place(self):
        for source, place in (("score > > 1", 8), ("   score > > 1", 11)):
            with self.assertRaises(ExpressionError) as caught:
                compile_expression(source)
            self.assertEqual(caught.exception.column, place)


class OfPacks(unittest.TestCase):
    HEAD = "prompt\tanswer\twrong 1\twrong 2\n"

    def test_tabs_are_put_back_only_where_it_is_certain(self):
        rows = "".join(f"Number {n}?\tright {n}\twrong {n}\tbad {n}\n" for n in range(6))
        for line, mend in (("Is it so?  a yes  a no  maybe\n", True), ("Is it so?  a yes  a no\n", False)):
            _, snag = read_text("a.tsv", self.HEAD + rows + line).snags  # the first is on the header
            self.assertEqual((snag.code, bool(snag.mend)), ("spaces-for-tabs", mend))

    def test_read_again_where_both_changed_something(self):
        first, otherwise = "Who came first?\tAda\tBen\tCy\n", "Who came first?\tAda\tBen\tDot\n"
        second = "Where to?\tthe hut\tthe col\tthe lake\n"
        base, gone, changed = (
            read_text("a.tsv", self.HEAD + lines) for lines in (first + second, second, otherwise + second)
        )
        [one] = differences(base, gone, changed)  # removed here, changed there
        self.assertEqual((one.what, one.mine, one.theirs is None), ("kept", None, False))
        [one] = differences(base, changed, gone)  # changed here, removed there
        self.assertEqual((one.what, one.mine is None, one.theirs), ("kept", False, None))
        [one] = differences(base, base, gone)
        self.assertEqual(one.what, "gone")

    def test_what_the_file_says_now_of_another_question_keeps_none(self):
        one, other, third = (f"{word} one?\tright {word}\twrong {word}\tbad {word}\n" for word in "ABC")
        for mine, gone in ((one + third, one), (third + other, other)):  # its other question became the third
            theirs = third + other if gone == one else one + third
            [found] = differences(
                *(read_text("a.tsv", self.HEAD + lines) for lines in (one + other, mine, theirs))
            )
            assert found.mine
            self.assertEqual((found.what, found.mine.prompt), ("gone", gone.partition("\t")[0]))

    def test_places_by_numbers_count_from_one(self):
        self.assertEqual(read_places("3, 1", 4), (2, 0))
        self.assertEqual(read_places("c a", 4), (2, 0))

    def test_what_is_wrong_with_yaml_is_told(self):
        _, why = value_of("a: [1, 2")
        self.assertRegex(why, r"^This is not YAML: .*expected.*\(line")

    def test_every_copy_is_another_question(self):
        source = Source("a.tsv", self.HEAD + "Why is it so?\tyes it is\tno it is not\tnever\n")
        for _ in range(3):
            source = duplicate(source, [0])
        prompts = sorted(question.prompt for question in source.read().questions)
        self.assertEqual(
            prompts, [f"Why is it so?{copy}" for copy in ("", " (copy 2)", " (copy 3)", " (copy)")]
        )

    def test_names_over_columns_that_name_no_prompt_are_a_header(self):
        """Where one names a role, or where numbers stand below a word; not where a name is there twice."""
        for head, lines in (
            ("term\tmeaning\ttopic\n", [2, 3]),
            ("peak\theight\tregion\n", [1, 2, 3]),
            ("term\tterm\ttopic\n", [1, 2, 3]),
        ):
            reading = read_text("a.tsv", f"{head}Name a hut\tred\tblue\nName a hill\tnear\tfar\n")
            self.assertEqual([question.line for question in reading.questions], lines, head)
        [first, second] = read_text("a.tsv", "peak\theight\nGrey Tooth\t2310\nLow Horn\t1950\n").questions
        self.assertEqual((first.prompt, first.answers, second.line), ("Grey Tooth", ("2310",), 3))

    def test_letters_over_columns_are_no_header(self):
        reading = read_text("a.tsv", "Name a knot\ta\tb\nName a hut\tc\td\n")
        self.assertEqual([question.line for question in reading.questions], [1, 2])

    def test_a_sound_may_have_eight_channels(self):
        for channels, heard in ((8, True), (9, False)):
            out = io.BytesIO()
            soundfile.write(out, np.zeros((80, channels)), 8000, format="WAV")
            with nullcontext() if heard else self.assertRaises(Refused):
                read_sound("a.wav", out.getvalue())

    def test_a_line_that_asks_nothing_stays_where_a_pack_is_laid_out_anew(self):
        source = Source("a.tsv", "Ice is cold.\ttrue\nnever at all a question\nFire is wet.\tfalse\n")
        after = add(source, None, {"kind": "typed", "prompt": "Say yes", "answer": "yes"})
        self.assertEqual(after.text.count("never at all a question\n"), 1)
        self.assertEqual(len(after.read().questions), 3)

    def test_a_line_with_more_fields_than_the_others(self):
        short, long = "Who came?\tAda\tBen\n", "Who left?\tCy\tDot\tEve\tFlo\n"
        reading = read_text("a.tsv", short + short.replace("came", "stayed") + long)
        self.assertEqual(reading.questions[-1].options, ("Cy", "Dot", "Eve", "Flo"))

    def test_a_long_reading_tells_how_far_it_has_come(self):
        told: list[int] = []
        text = "".join(f"Number {n}?\tright {n}\n" for n in range(4001))
        read_text("a.tsv", text, progress=lambda done, _: told.append(done))
        self.assertLessEqual({2000, 4000}, set(told))
        self.assertLess(len(told), 10)

    def test_a_picture_that_tells_more_than_itself_is_written_anew(self):
        """A photo's place and camera (EXIF) are not handed on."""
        image, exif, out = Image.new("RGB", (40, 30), "teal"), Image.Exif(), io.BytesIO()
        exif[0x010E] = "where I live"
        image.save(out, "JPEG", exif=exif)
        self.assertNotIn(b"where I live", read_picture("a.jpg", out.getvalue()).data)
        plain = io.BytesIO()
        image.save(plain, "JPEG")
        self.assertEqual(read_picture("a.jpg", plain.getvalue()).data, plain.getvalue())
        drawn = io.BytesIO()
        image.save(drawn, "PNG")
        self.assertEqual(read_picture("a.png", drawn.getvalue()).mime, "image/png")

    def test_a_slip_swaps_two_letters_that_differ(self):
        self.assertEqual((slipped("reef"), slipped("noon"), slipped("aa")), ("refe", "nono", "aaa"))

    def test_what_is_nested_in_a_record_becomes_columns(self):
        groups = {"snow": ["firn", "powder"], "rock": ["scree"]}
        columns = flat({"prompt": "Where?", "groups": groups, "name": {"common": "fir", "la": "Abies"}})
        self.assertEqual(read_groups(columns["groups"]), read_groups("snow: firn | powder; rock: scree"))
        self.assertEqual((columns["name.common"], columns["name.la"]), ("fir", "Abies"))

    def test_samples_of_a_number(self):
        whole, half = (Question("n", "number", "How many?", (answer,)) for answer in ("3", "2.5"))
        for question, forms in (
            (whole, {"3", " 3 ", "three", "3,0", "−3"}),
            (half, {"2.5", " 2.5 ", "2,5", "5/2", "2 1/2", "−2.5"}),
        ):
            texts = {sample.text for sample in WRITTEN["number"].samples(question)}
            self.assertEqual(forms - texts, set(), question.answers)
            self.assertLessEqual({"3,0", "three"} & texts, forms)


class OfThePage(unittest.TestCase):
    def test_how_many_are_asked_is_said_where_it_is_known_before(self):
        text = "title: T\npacks: [p]\ndeal: {draw: 2, repeats: %s}\nsetup: {topic: %s}\n"
        for repeats, topic, said in (
            ("never", "none", True),
            ("never", "ask", False),  # it is said beside what is chosen
            ("always", "none", True),
            ("always", "ask", True),
        ):
            game = read_game(text % (repeats, topic), lambda _: list(questions(3))).game
            self.assertEqual("2 questions" in game.words.played, said, (repeats, topic))


class OfProofs(unittest.TestCase):
    def test_a_clock_that_begins_anew_with_each_try_is_weighed_so(self):
        for restart, result in ((True, "done"), (False, "lost")):
            game = Game(
                "",
                questions(2),
                tries=2,
                clocks=Clocks(question=5, restart_on_again=restart),
                endings=(Ending("late >= 1", "lost"),),
            )
            self.assertEqual(odds(Program(game), Walker("skill", 0.0, 4)).results[result], 1)

    def test_what_is_learnt_of_questions_that_come_again_as_filed(self):
        awards = (Award("right == 6", "All"), Award("True", "Some"))
        deal_of = Deal(order="filed", repeats="when_empty", draw=6)
        program, walker = Program(Game("", questions(2), deal=deal_of, awards=awards)), Walker("knows", 0.5)
        walking = Walking(program, walker, DICE)
        walking.make(2000)
        share, walked = odds(program, walker).awards["All"], walking.figures().awards["All"]
        self.assertLess(abs(share - walked), 3 * (share * (1 - share) / 2000) ** 0.5)

    def test_a_meter_that_leaps_is_not_weighed(self):
        """So many more such leaps would be more than a meter can hold."""
        for by, refused in (("100000000000", True), ("10000000000", False)):
            rows = (Consequence("right", add=(("score", by),)),)
            program = Program(Game("", questions(3), meters=(Meter("score"),), consequences=rows))
            with self.assertRaises(Inexact) if refused else nullcontext():
                odds(program, Walker("skill", 0.5))

    def test_piles_that_become_one(self):
        sums = np.array([[0.25, 0.5], [1.0, 4.0], [4.0, 32.0]])
        masses = ManyMasses(Moments(sums, np.array([[4.0, 7.0], [5.0, 9.0]])))
        places = np.array([0, 1])
        for target, apart in ((np.array([0, 0]), False), (np.array([1, 0]), True)):
            shift = Shift(places, target, np.array([1.0, 0.5]), 3, apart)
            one = masses.shifted(shift)
            self.assertEqual((one.weight, one.time.sum, one.time.square), (0.5, 3.0, 20.0))
            self.assertEqual((one.time.low, one.time.high), (4.0, 9.0))

    def test_an_award_may_ask_how_many_are_left(self):
        awards = (Award("left == 0", "All came"), Award("True", "Some"))
        game = Game("", questions(3), endings=(Ending("missed >= 1", "lost"),), awards=awards)
        found = odds(Program(game), Walker("skill", 0.5))
        self.assertAlmostEqual(found.awards["All came"], 0.25)  # two right, and the last one either way

    def test_every_level_that_may_be_chosen_is_gone_through(self):
        some = tuple(choice(number)._replace(level=number + 1, worth=number + 1) for number in range(3))
        game = Game(
            "",
            some,
            setup=Setup(level=Bounds(1, 3, 1)),
            meters=(Meter("score"),),
            consequences=(Consequence("right", set=(("score", "worth"),)),),
        )
        self.assertEqual(reach(Program(game)).values["score"], {0, 1, 2, 3})

    def test_a_walk_stays_in_its_last_feedback_where_it_is_not_to_go_on(self):
        program = Program(Game("", questions(2), clocks=Clocks(breather=2)))
        for moves, onward, phase in (
            ([], False, "asking"),
            (["right"], False, "feedback"),
            (["right"], True, "asking"),
        ):
            walked = walk_moves(program, Choices(1), moves, onward=onward)
            self.assertEqual(walked.run.phase, phase, (moves, onward))

    def test_the_first_set_has_the_tiers_and_what_lies_below(self):
        game = Game("", questions(5), awards=(Award("right >= 3", "Top"), Award("True", "Base")))
        marks = {mark.name: mark for mark in first_set(Program(game), 1)}
        self.assertEqual(marks["3 right: Top"].expect["right"], 3)
        self.assertEqual((marks["2 right: Base"].expect["right"], len(marks["2 right: Base"].moves)), (2, 5))

    def test_a_game_that_a_count_ends_is_not_idle(self):
        game = Game("", questions(2), deal=Deal(repeats="always"), clocks=Clocks(question=5))
        self.assertTrue(reach(Program(game)).idle)
        ended = Game(
            "",
            questions(2),
            deal=Deal(repeats="always"),
            clocks=Clocks(question=5),
            endings=(Ending("late >= 3", "lost"),),
        )
        self.assertFalse(reach(Program(ended)).idle)

    def test_a_text_that_three_and_one_in_twenty_typed_is_worth_a_word(self):
        def told(times: int, plays: int) -> bool:
            wrong, right = (Try("wrong", "cirus", 1.0),), (Try("right", "cirrus", 1.0),)
            tries = [wrong] * times + [right] * (plays - times)
            answers = [[Answer("q", made[0].verdict, made, None)] for made in tries]
            [found] = statistics_of(answers, lambda _, text: text).questions
            return any(one.code == "accept" and one.text == "cirus" for one in advice_on(found, ()))

        self.assertEqual((told(4, 80), told(3, 80)), (True, False))
        self.assertEqual((told(3, 20), told(2, 20)), (True, False))

    def test_a_play_that_was_left_or_stopped_is_not_complete(self):
        at = datetime(2026, 7, 1, tzinfo=UTC)
        for result, left, whole in (("done", False, True), ("done", True, False), ("stopped", False, False)):
            record = PlayRecord(result, "", 1, 1, None, 5.0, (), left)
            last = list(statements(KeptPlay("p", 1, "Ada", at, 7, record), "https://x.example/g", "T", {}))[
                -1
            ]
            self.assertEqual(last["result"]["completion"], whole, (result, left))

    def test_three_seconds_are_enough_not_to_be_hurried(self):
        plays = [[Answer("q", "right", (Try("right", "x", 1.0),), left)] for left in (2.9, 3.0, 3.1, None)]
        [found] = statistics_of(plays, lambda _, text: text).questions
        self.assertEqual((found.clocked, found.hurried), (3, 1))


if __name__ == "__main__":
    unittest.main()
