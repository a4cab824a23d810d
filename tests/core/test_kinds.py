"""Kinds of question in a play: letters, sort, pinned options, pictures."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.pack.reader import read_text
from dicetrail.core.pack.settings import Settings
from dicetrail.core.play.answers.letters import hidden, pattern
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.deal.dealer import deal
from dicetrail.core.play.kinds import shown_answer
from dicetrail.core.play.questions.card import as_filed
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Choices, Consequence, Deal, Game, Meter
from dicetrail.core.play.run.checking import check
from dicetrail.core.play.seen.view import view

from .making import choice, moments, walk

PINE = Question("l", "letters", "A tree of the high wood", ("Swiss stone-pine",), misses=3)


def letters_game(*rows: Consequence, **more: object) -> Game:
    meters = (Meter("score"), Meter("lives", 3))
    return Game("g", (PINE, choice(1)), meters=meters, consequences=rows, deal=Deal(order="filed"), **more)  # type: ignore[arg-type]


class Letters(unittest.TestCase):
    def test_letter_by_letter(self):
        game = letters_game(
            Consequence("part", add=(("score", "1"),)), Consequence("right", add=(("score", "10"),))
        )
        run = walk(game, *(f"answer {letter}" for letter in "switon e p".replace(" ", "")))
        self.assertEqual(moments(run)[2:11], ["part"] * 7 + ["right", "opened"])
        self.assertEqual(run.meters["score"], 7 + 10)
        self.assertEqual((run.counts["right"], run.counts["first_try"], run.counts["asked"]), (1, 1, 2))

    def test_three_misses_then_the_word_is_given_and_the_play_moves_on(self):
        """Common practice, no source: 3 misses, then the word is given and the play moves on."""
        run = walk(letters_game(), "answer s", "answer q", "answer x", "answer e", "answer z")
        self.assertEqual(moments(run)[2:], ["part", "wrong", "wrong", "part", "missed", "opened"])
        self.assertEqual(run.asked[0].outcome, "missed")
        self.assertEqual(run.counts["missed"], 1)

    def test_its_seconds_out_the_same(self):
        """Common practice, no source: a question's seconds out, the word is given and the play moves on."""
        timed = PINE._replace(seconds=20)
        run = walk(Game("g", (timed,), meters=(Meter("score"),)), "answer s @4", "late")
        self.assertEqual(moments(run)[2:4], ["part", "late"])
        self.assertEqual(run.trail[-2].at, 20_000, "the clock goes on from guess to guess")

    def test_what_is_shown(self):
        run = walk(letters_game(), "answer S", "answer q")
        seen = view(run, 0)
        assert seen.question and seen.question.letters
        self.assertEqual("".join(mark or "_" for mark in seen.question.letters.pattern), "S__ss s____-____")
        marks = {key.letter: key.mark for key in seen.question.letters.board if key.mark}
        self.assertEqual([letter for letter, mark in marks.items() if mark == "wrong"], ["q"])
        self.assertEqual(seen.question.tries_left, 2)
        self.assertNotIn("pine", repr(seen).casefold())
        held = walk(letters_game(Consequence("right", hold=5)), "answer SWISS stone-pine")
        self.assertEqual(held.asked[0].outcome, "right")

    def test_a_letter_twice_costs_nothing(self):
        run = walk(letters_game(), "answer s", "answer S", "answer q", "answer Q", "answer")
        self.assertEqual(moments(run)[2:], ["part", "unreadable", "wrong", "unreadable", "unreadable"])
        self.assertEqual(run.counts["tries_left"], 2)

    def test_the_whole_at_once_right_or_wrong(self):
        self.assertEqual(moments(walk(letters_game(), "answer Swiss Stone-Pine"))[2], "right")
        self.assertEqual(moments(walk(letters_game(), "answer larch"))[2], "wrong")

    def test_intents(self):
        run = walk(letters_game(), "wrong", "wrong", "right")
        self.assertEqual(moments(run)[2:5], ["wrong", "wrong", "right"])
        self.assertEqual(walk(letters_game(), "unreadable").counts["tries_left"], 3)

    def test_accents_and_case_uncover_alike(self):
        phrase = "Über den Fluß, Éclair 7"
        self.assertEqual(
            "".join(mark or "_" for mark in pattern(phrase, ["u", "e", "7"])), "Ü_e_ _e_ __u_, É_____ 7"
        )

    @settings(max_examples=200)
    @given(st.text(min_size=1, max_size=60).filter(lambda text: any(map(hidden, text))))
    def test_every_phrase_can_be_uncovered(self, phrase):
        question = Question("l", "letters", "Which?", (phrase,))
        tried: list[str] = []
        for mark in phrase:
            verdict = check(as_filed(question), mark, Checking(ignore=()), tried)
            if verdict.letter:
                self.assertEqual(verdict.name, "right", (mark, verdict))
                tried.append(verdict.letter)
        for place, mark in enumerate(pattern(phrase, tried)):
            self.assertIn(mark, (phrase[place], ""))
            if not mark:
                self.assertGreater(len(phrase[place].casefold()), 0)


class Sort(unittest.TestCase):
    LISTS = "group: High,group: Middle,group: Low\nCirrus,Altocumulus,Stratus\nCirrostratus,Altostratus,\n"

    def test_columns_of_members(self):
        reading = read_text("clouds.csv", self.LISTS)
        self.assertEqual(reading.kinds, {"sort": 5})
        self.assertEqual(
            [(q.prompt, q.answers[0], q.line) for q in reading.questions],
            [
                ("Cirrus", "High", 2),
                ("Altocumulus", "Middle", 2),
                ("Stratus", "Low", 2),
                ("Cirrostratus", "High", 3),
                ("Altostratus", "Middle", 3),
            ],
        )
        self.assertEqual({q.options for q in reading.questions}, {("High", "Middle", "Low")})

    def test_the_same_lists_ask_which_does_not_belong(self):
        odd = read_text("clouds.csv", self.LISTS, settings=Settings(lists="odd"))
        self.assertEqual(odd.kinds, {})
        self.assertIn("No group has 3 members", odd.snags[-1].message)
        more = self.LISTS + "Cirrocumulus,Nimbostratus,Stratocumulus\n"
        both = read_text("clouds.csv", more, settings=Settings(lists="both"))
        self.assertEqual(both.kinds, {"sort": 8, "odd": 1})
        cards = deal(Game("g", tuple(both.questions)), Choices(5))
        self.assertEqual(len(cards), 8 + 3)

    def test_a_member_twice_is_told(self):
        reading = read_text("clouds.csv", self.LISTS + "Altostratus,,Fog\n")
        self.assertEqual(
            [(s.line, s.code) for s in reading.snags if s.severity == "warn"], [(4, "doubled-member")]
        )
        self.assertEqual(reading.kinds, {"sort": 6})

    def test_a_column_of_groups(self):
        text = "prompt,group\nCirrus,High\nStratus,Low\nCirrostratus,high\n"
        reading = read_text("clouds.csv", text)
        self.assertEqual(
            [(q.kind, q.options, q.right) for q in reading.questions],
            [("sort", ("High", "Low"), 0), ("sort", ("High", "Low"), 1), ("sort", ("High", "Low"), 0)],
        )

    def test_groups_keep_their_places_and_are_picked_like_options(self):
        game = Game("g", tuple(read_text("clouds.csv", self.LISTS).questions), deal=Deal(order="filed"))
        for dice in range(20):
            self.assertEqual(deal(game, Choices(dice))[0].options, ("High", "Middle", "Low"))
        run = walk(game, "answer A", "answer 2", "answer low", "answer Middle")
        self.assertEqual(
            [asked.outcome for asked in run.asked], ["right", "right", "right", "missed", "open"]
        )


class Options(unittest.TestCase):
    PINNED = Question("p", "choice", "Which?", ("b",), ("a", "b", "c", "None of these"), (1,), pinned=(3,))

    def test_pinned_options_stay(self):
        for how in ("shuffled", "balanced"):
            seen = set()
            for dice in range(60):
                card = deal(Game("g", (self.PINNED,), deal=Deal(options=how)), Choices(dice))[0]
                self.assertEqual(card.options[3], "None of these")
                self.assertEqual(card.options[card.rights[0]], "b")
                seen.add(card.options)
            self.assertEqual(len(seen), 6, how)

    def test_a_pinned_right_one_stays(self):
        right = self.PINNED._replace(rights=(3,), answers=("None of these",))
        for dice in range(20):
            self.assertEqual(
                deal(Game("g", (right,), deal=Deal(options="balanced")), Choices(dice))[0].rights, (3,)
            )

    def test_pictures_are_options(self):
        options = ("![a well](signs/well.png)", "![a spring](signs/spring.png)", "![](signs/hut.png)")
        question = Question("p", "choice", "Which is the well?", options[:1], options, (0,))
        run = walk(Game("g", (question,)), "answer A Spring")
        self.assertEqual(run.asked[0].outcome, "missed")
        seen = view(walk(Game("g", (question,))), 0)
        assert seen.question
        self.assertEqual(
            {option.text for option in seen.question.options}, {"a well", "a spring", "(a picture)"}
        )
        self.assertEqual(
            {option.image for option in seen.question.options},
            {"signs/well.png", "signs/spring.png", "signs/hut.png"},
        )
        self.assertEqual(shown_answer(question), "a well")
