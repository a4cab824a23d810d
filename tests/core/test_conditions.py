"""Conditions to pick from: each is an expression the rules know, and fits where it is offered."""

from __future__ import annotations

import unittest

from dicetrail.core.play.language.calls import CHANCE
from dicetrail.core.play.language.expressions import check_names, compile_expression
from dicetrail.core.play.rulebook.moments import MOMENTS
from dicetrail.core.play.rulebook.names import NAMES
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.conditions import conditions, for_awards, for_endings

from .making import choice


class Conditions(unittest.TestCase):
    def document(self, text: str):
        return read_game(f"title: T\npacks: [p]\n{text}", lambda _: [choice(n) for n in range(20)]).document

    def said(self, moment: str, text: str) -> list[str]:
        return [one.said for one in conditions(self.document(text), moment)]

    def test_each_can_be_used_as_it_is(self):
        document = self.document("tries: 3\nclocks: {question: 9}\nmeters: {lives: {start: 3}}\n")
        for moment in MOMENTS:
            for one in conditions(document, moment):
                check_names(compile_expression(one.source), {*NAMES, CHANCE, "lives"})

    def test_they_fit_the_moment_and_the_game(self):
        self.assertIn("at the first try", self.said("right", "tries: 2\n"))
        self.assertNotIn("at the first try", self.said("right", "tries: 1\n"))
        self.assertIn("three in a row", self.said("right", ""))
        self.assertNotIn("three in a row", self.said("missed", ""))
        self.assertIn("the last of lives", self.said("missed", "meters: {lives: {start: 3}}\n"))
        self.assertIn("the last of lanterns", self.said("late", "meters: {lanterns: {show: marks}}\n"))
        self.assertEqual(self.said("missed", "meters: {score: {}}\n").count("the last of score"), 0)
        self.assertNotIn("the last question", self.said("right", "deal: {repeats: when_empty}\n"))

    def test_those_of_endings_and_awards_can_be_used_as_they_are(self):
        document = self.document("meters: {score: {}, lives: {start: 3}}\n")
        offered = [*for_endings(document), *for_awards(document)]
        for one in offered:
            check_names(compile_expression(one.source), {*NAMES, "lives", "score"})
        self.assertEqual(for_endings(document)[0].source, "lives == 0")
        self.assertNotIn("lives", " ".join(one.source for one in for_endings(self.document(""))))
