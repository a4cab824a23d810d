"""Changes to a game's text: what is changed is changed, and everything else stays as it was written."""

from __future__ import annotations

import contextlib
import unittest
from collections.abc import Iterator
from difflib import ndiff
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st
from ruamel.yaml import YAML
from ruamel.yaml.error import YAMLError

from dicetrail.core.rules.editing import Edit, edited
from dicetrail.core.rules.yamltext import YamlMistake, YamlText
from dicetrail.core.snag import Refused

HOME = Path(__file__).parents[2] / "dicetrail"
SHIPPED = [path.read_text("utf-8") for path in sorted(HOME.glob("[ds][et]*/*.yaml"))]
PIECES = (
    *"{}[]:,-?|>#\n\n  'a", ": ", "- ", "\n  ", "\n- ", "1", "0x1f", "1_0", "1e3", ".5", "-.inf", "yes",
    "true", "null", "~", "1:30", '"q: r"', "'s'", "é", "a b", "? ", "!!str ", "!x ", "--- ", "0o7", "\t",
    "@", "%", "&x ",
)  # fmt: skip
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
  - {moment: late, tell: "Late."}

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
            TEXT.replace("moment: late, tell", "moment: late, if: left == 0, tell"),
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

    @settings(max_examples=150)
    @given(st.data())
    def test_any_row_change_is_the_same_change_of_the_data(self, data):
        text = TEXT
        for _ in range(4):
            rows = YamlText(text).data["consequences"]
            at = data.draw(st.integers(0, len(rows)))
            what = data.draw(st.sampled_from(("insert", "remove", "move")))
            if what == "insert":
                value = {"moment": "wrong", "tell": data.draw(st.sampled_from(("a: b", "#no", "{x}", "ü\t")))}
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

    @settings(max_examples=200)
    @given(st.data())
    def test_a_value_that_is_set_anywhere_is_set_there_and_nowhere_else(self, data):
        """On every game that ships: the data change at the path, and the lines of other parts do not."""
        text = data.draw(st.sampled_from(SHIPPED))
        before = YamlText(text)
        path = list(data.draw(st.sampled_from(list(leaves(before.data)))))
        value = data.draw(st.sampled_from((7, -0.5, "a: b", "‘ü’ # no", "", True, ["x", 1], {"k": "v"})))
        after = do({"path": path, "value": value}, text=text)
        expected = before.data
        node = expected
        for key in path[:-1]:
            node = node[key]
        node[path[-1]] = value
        self.assertEqual(YamlText(after).data, expected)
        changed = [
            line
            for mark, line in ((line[:1], line[2:]) for line in ndiff(text.splitlines(), after.splitlines()))
            if mark in "+-"
        ]
        top = before.root.keys[path[0]][0]
        end = min([line for line, _ in before.root.keys.values() if line > top], default=len(text))
        inside = {*text.splitlines()[top:end], *after.splitlines()}
        self.assertTrue(set(changed) <= inside, changed)
        comments = [line for line in text.splitlines() if line.strip().startswith("#")]
        self.assertEqual([line for line in after.splitlines() if line.strip().startswith("#")], comments)

    def test_other_ways_to_write_a_document(self):
        for text in (
            "{title: T, packs: [p], consequences: [{moment: right, add: {score: 1}}]}\n",
            '{"title": "T", "packs": ["p"], "consequences": [{"moment": "right", "add": {"score": 1}}]}',
            "title: T\npacks: [p]\nconsequences:\n- moment: right\n  add: {score: 1}\n# the end\n",
            "title: T\npacks: [p]\nconsequences:\n    -   moment: right\n        add:\n          score: 1",
            "title: T\r\npacks: [p]\r\nconsequences:\r\n  - {moment: right, add: {score: 1}}\r\n",
        ):
            with self.subTest(text=text):
                expected = YamlText(text).data
                changed = do({"path": [*ROWS, 0, "add", "score"], "value": 2}, text=text)
                expected["consequences"][0]["add"]["score"] = 2
                self.assertEqual(YamlText(changed).data, expected)
                changed = do({"path": ["tries"], "value": 3}, text=changed)
                self.assertEqual(YamlText(changed).data, {**expected, "tries": 3})
                row = {"moment": "late"}
                changed = do({"do": "insert", "path": [*ROWS, 1], "value": row}, text=changed)
                rows = [*expected["consequences"], row]
                self.assertEqual(YamlText(changed).data["consequences"], rows)
                changed = do({"do": "remove", "path": ["tries"]}, text=changed)
                self.assertEqual(YamlText(changed).data, {**expected, "consequences": rows})

    def test_keys_that_are_numbers(self):
        text = "clocks:\n  question: {1: 30, 3: 20}   # by level\n"
        changed = do({"path": ["clocks", "question", "3"], "value": 25}, text=text)
        self.assertEqual(changed, text.replace("20", "25"))
        self.assertEqual(
            do({"do": "remove", "path": ["clocks", "question", "1"]}, text=text).split("#")[0].strip(),
            "clocks:\n  question: {3: 20}",
        )


JUNK = st.lists(st.sampled_from(PIECES), max_size=4).map("".join)


class Reading(unittest.TestCase):
    """libyaml held against ruamel's own reader, which is plain Python."""

    PLAIN = YAML(typ="safe", pure=True)

    def same(self, text: str) -> None:
        """Both read the same; numbers and words as they are, keys as they are written."""
        try:
            expected = self.PLAIN.load(text)
        except (YAMLError, ValueError, TypeError, KeyError, IndexError, AttributeError):
            with contextlib.suppress(YamlMistake):
                YamlText(text)
            return
        try:
            found = YamlText(text).data
        except YamlMistake as mistake:
            said = ("twice", "second document", "word is needed", "points to", "levels deep", "is no ")
            self.assertTrue(any(word in str(mistake) for word in said), (text, str(mistake)))
            return
        self.assertTrue(alike(found, expected), (text, found, expected))

    def test_every_shipped_game(self):
        for text in SHIPPED:
            self.same(text)

    @settings(max_examples=400)
    @given(st.lists(st.sampled_from(PIECES), max_size=14).map("".join))
    def test_whatever_is_typed(self, text):
        self.same(text)

    @settings(max_examples=200)
    @given(st.data())
    def test_a_damaged_game(self, data):
        text = data.draw(st.sampled_from(SHIPPED))
        start = data.draw(st.integers(0, len(text)))
        end = data.draw(st.integers(start, min(len(text), start + 30)))
        junk = data.draw(JUNK)
        self.same(text[:start] + junk + text[end:])

    def test_places(self):
        text = "title: ‘é’\nlist:\n  - {a: 1, \"b\": 'two'}\n  - a: |\n      many\n      lines\nmap: {1: x}\n"
        source = YamlText(text)
        for path, place, key in (
            (("title",), (1, 8), (1, 1)),
            (("list", 0), (3, 5), None),
            (("list", 0, "b"), (3, 18), (3, 12)),
            (("list", 1, "a"), (4, 8), (4, 5)),
            (("map", "1"), (7, 10), (7, 7)),
            (("map", "2"), (7, 6), (7, 6)),
            (("gone", "x"), (1, 1), None),
        ):
            self.assertEqual(source.place(path), place, path)
            if key:
                self.assertEqual(source.place(path, of_key=True), key, path)
        node = source.node(("list", 0, "b"))
        self.assertEqual(text[node.start : node.end], "'two'")
        self.assertIsNone(source.node(("list", 7)))

    def test_nests_without_end(self):
        for text in ("[" * 300_000, "{a: " * 90_000, "- " * 150_000, "? " * 150_000):
            with self.assertRaisesRegex(YamlMistake, "30 levels|word is needed"):
                YamlText(text)


def leaves(data: object, path: tuple[str | int, ...] = ()) -> Iterator[tuple[str | int, ...]]:
    """The paths of every value in a document that holds no others."""
    items = data.items() if isinstance(data, dict) else enumerate(data) if isinstance(data, list) else ()
    for key, value in items:
        if isinstance(value, dict | list) and value:
            yield from leaves(value, (*path, key))
        else:
            yield (*path, key)


def alike(found: object, expected: object) -> bool:
    """Whether two readings are the same, where keys stay as they are written and dates are words."""
    if isinstance(expected, dict):
        return (
            isinstance(found, dict)
            and len(found) == len(expected)
            and all(
                (own == theirs or not isinstance(theirs, str)) and alike(found[own], expected[theirs])
                for own, theirs in zip(found, expected, strict=True)
            )
        )
    if isinstance(expected, list | tuple):
        pairs = zip(found, expected, strict=False) if isinstance(found, list) else ()
        return len(found) == len(expected) and all(alike(one, other) for one, other in pairs)
    if expected is None or isinstance(expected, bool | str):
        return found == expected and type(found) is type(expected)
    return repr(found) == repr(expected) if isinstance(expected, int | float) else isinstance(found, str)
