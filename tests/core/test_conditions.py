"""Conditions to pick from: each is an expression the rules know, and fits where it is offered."""

from __future__ import annotations

import unittest

from dicetrail.core.play.expressions import check_names, compile_expression
from dicetrail.core.play.game import COUNTS
from dicetrail.core.play.moments import MOMENTS
from dicetrail.core.play.program import Program
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.exploring import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.conditions import conditions, fresh_condition
from dicetrail.core.rules.editing import Edit, edited
from dicetrail.files import starting_points

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
                check_names(compile_expression(one.source), {*COUNTS, "lives"})

    def test_they_fit_the_moment_and_the_game(self):
        self.assertIn("at the first try", self.said("right", "tries: 2\n"))
        self.assertNotIn("at the first try", self.said("right", "tries: 1\n"))
        self.assertIn("three in a row", self.said("right", ""))
        self.assertNotIn("three in a row", self.said("missed", ""))
        self.assertIn("the last of lives", self.said("missed", "meters: {lives: {start: 3}}\n"))
        self.assertIn("the last of lanterns", self.said("late", "meters: {lanterns: {show: marks}}\n"))
        self.assertEqual(self.said("missed", "meters: {score: {}}\n").count("the last of score"), 0)
        self.assertNotIn("the last question", self.said("right", "deal: {repeats: when_empty}\n"))

    def test_a_new_row_before_one_that_always_applies_makes_no_snag(self):
        for name in ("plain", "lives", "letters", "streaks"):
            start = starting_points()[name]
            pack = [choice(n)._replace(level=1 + n % 5, worth=1 + n % 2) for n in range(20)]
            text = edited(start.text, [Edit(path=["title"], value="T"), Edit(path=["packs"], value=["p"])])
            before = self.snags(text, pack)
            document = read_game(text, lambda _, pack=pack: pack).document
            for moment in ("right", "missed"):
                rows = [n for n, row in enumerate(document.consequences) if row.moment == moment]
                if not rows or document.consequences[rows[-1]].if_ is not None:
                    continue
                row = {"moment": moment, "if": fresh_condition(document, moment)}
                added = edited(text, [Edit(do="insert", path=["consequences", rows[-1]], value=row)])
                self.assertEqual(self.snags(added, pack), before, (start.name, row))

    def snags(self, text: str, pack: list) -> list[str]:
        reading = read_game(text, lambda _: pack)
        found = doubts(reading, reach(Program(reading.game)))
        return sorted(snag.code for snag in [*reading.snags, *found])
