"""Advice from reading rules: how long reading takes, what is gone too soon, what is written wrongly."""

from __future__ import annotations

import unittest

from dicetrail.core.play.questions.question import Question
from dicetrail.core.rules.checks.reading_time import seconds_to_read
from dicetrail.core.rules.compile import read_game

from .making import choice


def snags(rest: str, *questions: Question) -> dict[str, str]:
    text = f"title: T\npacks: [p]\n{rest}\n"
    return {snag.code: snag.message for snag in read_game(text, lambda _: questions or [choice(0)]).snags}


class Reading(unittest.TestCase):
    def test_words_a_minute(self):
        """238 words a minute for silent reading of non-fiction (Brysbaert 2019)."""
        self.assertAlmostEqual(seconds_to_read("word " * 238), 60)
        self.assertEqual(seconds_to_read(""), 0)

    def test_a_question_with_a_clock_of_its_own(self):
        long = choice(0)._replace(prompt="word " * 40, seconds=5)
        self.assertIn("needs", snags("clocks: {question: 60, breather: player}", long)["clock-too-short"])
        self.assertEqual(snags("clocks: {question: 60}", long._replace(seconds=None)), {})

    def test_a_clock_by_level(self):
        long = choice(0)._replace(prompt="word " * 40, level=3)
        clocks = "clocks: {question: {1: 60, 3: %s}}"
        self.assertIn("clock-too-short", snags(clocks % 10, long))
        self.assertEqual(snags(clocks % 30, long), {})

    def test_what_stays_in_sight_is_not_gone_too_soon(self):
        row = "consequences: [{moment: %s, tell: one two three four five%s}]"
        for moment, more, soon in (
            ("wrong", "", False),
            ("wrong", ", then: next", True),
            ("right", "", True),
            ("right", ", hold: 2", False),
            ("right", ", then: won", False),
            ("missed", ", then: again", True),
            ("late", ", cue: gust", False),
            ("opened", "", False),
            ("unreadable", "", False),
            ("skipped", "", True),
        ):
            found = snags("tries: 2\n" + row % (moment, more))
            self.assertEqual("breather-too-short" in found, soon, (moment, more))

    def test_the_answer_that_is_revealed_is_read_too(self):
        rows = "clocks: {breather: 1}\nconsequences: [{moment: missed, reveal: true}]"
        short = Question("a", "typed", "Q?", ("one two",))
        self.assertEqual(snags(rows, short), {})
        self.assertIn("breather-too-short", snags(rows, short._replace(answers=("one two three four five",))))


class Written(unittest.TestCase):
    def test_values_that_can_not_be(self):
        for rest, word in (
            ("look: {ground: red}", "no colour"),
            ('look: {accent: "#12345"}', "no colour"),
            ("look: {mark: heart}", "lantern"),
            ("cues: {a: {times: 99}}", "50 at most"),
            ("sounds: {a: {pitch: 1}}", "40 or more"),
            ("sounds: {a: {tone: loud}}", "soft"),
            ("clocks: {tick: 99}", "30 at most"),
            ("clocks: {question: {9: 5}}", ""),
            ("clocks: {question: tomorrow}", "not known"),
            ("checking: {spelling: 9}", ""),
            ("checking: {ignore: [vowels]}", "blanks"),
        ):
            found = snags(rest)
            self.assertTrue(found, rest)
            self.assertIn(word, " ".join(found.values()), rest)

    def test_a_sound_nobody_has(self):
        self.assertIn("There are none, rise", snags("cues: {a: {sound: boom}}")["unknown-sound"])
        self.assertEqual(snags("cues: {a: {sound: boom}}\nsounds: {boom: {pitch: 90}}"), {})
