"""Changes to a game's text: what is changed is changed, and everything else stays as it was written."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.rules.editing import Edit, edited
from dicetrail.core.rules.yamltext import YamlText
from dicetrail.core.snag import Refused

TEXT = """\
# A game.
title: T
packs: [p.tsv]   # one pack

# First that holds.
consequences:
  # the first try
  - {moment: right, if: attempt == 1, add: {score: 3}}   # pays most
  - moment: right
    add: {score: 1}

  # too late
  - {moment: late, say: "Late."}

endings: []
"""
ROWS = ["consequences"]


def do(*edits: dict[str, object], text: str = TEXT) -> str:
    return edited(text, [Edit.model_validate(edit) for edit in edits])


class Editing(unittest.TestCase):
    def test_a_value(self):
        self.assertEqual(
            do({"path": [*ROWS, 0, "add", "score"], "value": 4}), TEXT.replace("score: 3", "score: 4")
        )
        self.assertEqual(
            do({"path": [*ROWS, 2, "if"], "value": "left == 0"}),
            TEXT.replace("moment: late, say", "moment: late, if: left == 0, say"),
        )
        gone = do({"do": "remove", "path": [*ROWS, 0, "if"]})
        self.assertEqual(gone.split(), TEXT.replace("if: attempt == 1, ", "").split())  # its comment stays

    def test_rows_take_their_comments_along(self):
        moved = do({"do": "move", "path": [*ROWS, 2], "to": 0})
        self.assertIn("consequences:\n  # too late\n  - {moment: late", moved)
        self.assertIn("  # the first try\n  - {moment: right, if: attempt == 1", moved)
        gone = do({"do": "remove", "path": [*ROWS, 0]})
        self.assertNotIn("first try", gone)
        self.assertIn("  # too late\n", gone)
        added = do({"do": "insert", "path": [*ROWS, 1], "value": {"moment": "right", "if": "streak > 2"}})
        self.assertIn("pays most\n  - {moment: right, if: streak > 2}\n  - moment: right\n", added)

    def test_a_list_that_was_empty_and_one_that_gets_empty(self):
        one = do({"do": "insert", "path": ["endings", 0], "value": {"if": "lives == 0", "result": "lost"}})
        self.assertIn("endings:\n  - {if: lives == 0, result: lost}\n", one)
        self.assertEqual(do({"do": "remove", "path": ["endings", 0]}, text=one), TEXT)
        self.assertIn(
            "awards:\n  - {if: 'True', title: Walker}\n",
            do({"do": "insert", "path": ["awards", 0], "value": {"if": "True", "title": "Walker"}}),
        )

    def test_a_new_part_goes_to_its_place(self):
        text = do({"path": ["tries"], "value": 2}, {"path": ["meters", "lives", "start"], "value": 3})
        keys = list(YamlText(text).data)
        self.assertEqual(keys, ["title", "packs", "tries", "meters", "consequences", "endings"])
        self.assertIn("packs: [p.tsv]   # one pack\ntries: 2\nmeters:", text)
        self.assertIn("# First that holds.\nconsequences:", text)

    def test_places_that_are_not_there(self):
        for edit in (
            {"do": "remove", "path": [*ROWS, 3]},
            {"do": "move", "path": [*ROWS, 0], "to": 9},
            {"path": [*ROWS, 9, "if"], "value": "1"},
            {"path": []},
        ):
            with self.assertRaises(Refused):
                do(edit)

    @settings(max_examples=150, deadline=None)
    @given(st.data())
    def test_any_row_change_is_the_same_change_of_the_data(self, data):
        text = TEXT
        for _ in range(4):
            rows = YamlText(text).data["consequences"]
            at = data.draw(st.integers(0, len(rows)))
            what = data.draw(st.sampled_from(("insert", "remove", "move")))
            if what == "insert":
                value = {"moment": "wrong", "say": data.draw(st.sampled_from(("a: b", "#no", "{x}", "ü\t")))}
                text = do({"do": "insert", "path": [*ROWS, at], "value": value}, text=text)
                rows.insert(at, value)
            elif at == len(rows):
                continue
            elif what == "remove":
                text = do({"do": "remove", "path": [*ROWS, at]}, text=text)
                del rows[at]
            else:
                to = data.draw(st.integers(0, len(rows)))
                text = do({"do": "move", "path": [*ROWS, at], "to": to}, text=text)
                rows.insert(to - (to > at), rows.pop(at))
            self.assertEqual(YamlText(text).data["consequences"], rows)
            self.assertIn("# one pack", text)
            if not rows:
                break
