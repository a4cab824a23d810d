"""Comments on rows, endings, awards and meters: read from the text, and written into it."""

from __future__ import annotations

import unittest

from dicetrail.core.rules.comments import comments, with_comment
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.editing import Edit, edited
from dicetrail.core.rules.yamltext import YamlText
from dicetrail.core.snag import Refused

from .making import choice

TEXT = """\
# the whole game
title: T
packs: [p]
meters:
  # what is counted
  score: {start: 0}   # from nothing
  lives: {start: 3}
# at each moment
consequences:
  # the first try
  # pays most
  - {moment: right, if: attempt == 1, add: {score: 3}}   # three
  - {moment: right, tell: "a # is no comment", add: {score: 1}}

  - {moment: missed, add: {lives: -1}}
endings:
  - if: lives == 0     # none
    result: lost
awards: [{if: score > 3, title: Some}, {if: True, title: Rest}]
"""


class Comments(unittest.TestCase):
    def read(self, text: str) -> dict[str, str]:
        return comments(YamlText(text))

    def test_they_are_read_from_above_and_behind(self):
        self.assertEqual(
            self.read(TEXT),
            {
                "meters.score": "what is counted\nfrom nothing",
                "consequences.1": "the first try\npays most\nthree",
                "endings.1": "none",
            },
        )

    def test_written_changed_and_taken_away(self):
        places = {
            ("meters", "lives"): "meters.lives",
            ("consequences", 1): "consequences.2",
            ("consequences", 0): "consequences.1",
            ("endings", 0): "endings.1",
        }
        for path, name in places.items():
            text = with_comment(TEXT, path, "one\ntwo # three")
            self.assertEqual(self.read(text)[name], "one\ntwo # three", path)
            self.assertEqual(YamlText(text).data, YamlText(TEXT).data)
            others = {key: value for key, value in self.read(TEXT).items() if key != name}
            self.assertEqual({key: value for key, value in self.read(text).items() if key != name}, others)
            self.assertNotIn(name, self.read(with_comment(text, path, "")))
        self.assertIn("# the whole game\n", text)
        self.assertIn("# at each moment\n", text)

    def test_a_list_on_one_line_gets_a_line_for_each(self):
        text = with_comment(TEXT, ("awards", 1), "for the rest")
        self.assertEqual(YamlText(text).data, YamlText(TEXT).data)
        self.assertEqual(self.read(text)["awards.2"], "for the rest")
        flow = "title: T\npacks: [p]\nmeters: {score: {start: 0}, lives: {start: 3}}\n"
        self.assertEqual(self.read(with_comment(flow, ("meters", "lives"), "why")), {"meters.lives": "why"})

    def test_they_go_with_their_row(self):
        moved = edited(TEXT, [Edit(do="move", path=["consequences", 0], to=2)])
        self.assertEqual(self.read(moved)["consequences.2"], "the first try\npays most\nthree")
        changed = edited(TEXT, [Edit(path=["consequences", 0, "add", "score"], value=9)])
        self.assertEqual(self.read(changed)["consequences.1"], "the first try\npays most\nthree")

    def test_nothing_else_is_changed(self):
        text = with_comment(TEXT, ("consequences", 2), "a lantern")
        self.assertEqual(text, TEXT.replace("  - {moment: missed", "  # a lantern\n  - {moment: missed"))

    def test_what_can_not_be_commented(self):
        for path in (("consequences", 9), ("clocks", "question"), ("meters", "none"), ("awards",)):
            with self.assertRaises(Refused):
                with_comment(TEXT, path, "x")
        with self.assertRaises(Refused):
            with_comment(TEXT, ("meters", "score"), "x" * 1001)


class Packs(unittest.TestCase):
    """The packs of a game, changed a pack at a time."""

    def packs(self, text: str, *edits: Edit) -> list[str]:
        return read_game(edited(text, edits), lambda _: [choice(0)]).document.packs

    def test_in_whatever_way_they_are_written(self):
        block = "title: T\npacks:\n  - a   # the first\n  - b\n"
        for text in ("title: T\npacks: [a, b]\n", block):
            added = Edit(do="insert", path=["packs", 2], value="c")
            self.assertEqual(self.packs(text, added), ["a", "b", "c"])
            self.assertEqual(self.packs(text, Edit(do="remove", path=["packs", 0])), ["b"])
            self.assertEqual(
                self.packs(text, added, Edit(do="move", path=["packs", 2], to=0)), ["c", "a", "b"]
            )
        one = "title: T\npacks: a\n"
        self.assertEqual(self.packs(one, Edit(do="insert", path=["packs", 1], value="b")), ["a", "b"])
        self.assertEqual(self.packs(one, Edit(do="remove", path=["packs", 0])), [])
        self.assertIn("a   # the first", edited(block, [Edit(do="remove", path=["packs", 1])]))

    def test_a_game_may_have_none_yet(self):
        reading = read_game("title: T\npacks: []\n", lambda _: [])
        self.assertEqual([(snag.code, snag.severity) for snag in reading.snags], [("no-questions", "stop")])
        self.assertIsNotNone(reading.document)

    def test_an_empty_pack_stops_only_a_game_without_questions(self):
        packs = {"full": [choice(0)], "empty": []}
        for listed, severity in (("[empty]", "stop"), ("[empty, full]", "warn")):
            reading = read_game(f"title: T\npacks: {listed}\n", packs.__getitem__)
            self.assertEqual([(one.code, one.severity) for one in reading.snags], [("empty-pack", severity)])
