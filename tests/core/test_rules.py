"""The game document: read, described, compiled, with every mistake at its place."""

from __future__ import annotations

import dataclasses
import json
import unittest
from pathlib import Path

import jsonschema
from hypothesis import given, settings
from hypothesis import strategies as st
from ruamel.yaml import YAML

from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Choices, Game
from dicetrail.core.play.rulebook.page import Words
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import play, read_move
from dicetrail.core.prove.replay.waymarks import walk
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.document import Document, schema
from dicetrail.core.rules.editing import Edit, edited
from dicetrail.core.rules.reading import GameReading
from dicetrail.core.rules.starting import new_game
from dicetrail.core.rules.yamltext import YamlText
from dicetrail.core.snag import Refused
from dicetrail.files import starting_points

from .making import choice, opinion

# The complete example of the design's contract, to the letter.
CONTRACT = (Path(__file__).parent / "contract.yaml").read_text("utf-8")
DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
PACKS = {"letters": "letters.tsv", "no-right-answers": "opinions.tsv"}
"""Packs of the kind that a starting point is made for."""


def read(text: str, questions: int = 20) -> GameReading:
    def load(name: str):
        if name == "gone.tsv":
            raise Refused("There is no pack gone.tsv.")
        if name == "letters.tsv":
            return [Question(f"l{n}", "letters", f"Word {n}?", ("cornice",)) for n in range(questions)]
        if name == "opinions.tsv":
            return [opinion(n, ("fox", 2), ("owl", 2)) for n in range(questions)]
        return [] if name == "empty.tsv" else [choice(n) for n in range(questions)]

    return read_game(text, load, "game.yaml")


def minimal(rest: str = "") -> str:
    return f"title: T\npacks: [a.tsv]\n{rest}"


class Contract(unittest.TestCase):
    def test_the_example_plays_as_its_waymark_says(self):
        reading = read(CONTRACT)
        self.assertEqual((reading.playable, reading.snags), (True, []))
        waymark = reading.document.waymarks[0]
        run = play(Program(reading.game), Choices(waymark.dice, "Ida", 10), map(read_move, waymark.moves))
        got = {"score": run.meters["score"], "result": run.outcome.result, "award": run.outcome.award}
        self.assertEqual(got, waymark.expect)

    def test_what_is_answered_is_as_the_schema_says(self):
        """A document with nothing but defaults, and dice too large for JSON's readers."""
        short = {"title": "T", "packs": ["p"], "consequences": [{"moment": "right"}]}
        short |= {"waymarks": [{"name": "w", "dice": 2**100}]}
        answered = Document.model_validate(short).model_dump(mode="json", by_alias=True)
        self.assertEqual(answered["waymarks"][0]["dice"], str(2**100))
        self.assertIsNone(answered["deal"]["draw"])
        self.assertIsNone(answered["clocks"]["question"])
        jsonschema.validate(answered, schema(), jsonschema.Draft202012Validator)

    def test_the_schema_is_valid_and_accepts_the_example(self):
        """JSON Schema 2020-12, by the reference implementation in the package jsonschema."""
        jsonschema.Draft202012Validator.check_schema(schema())
        validator = jsonschema.Draft202012Validator(schema())
        for text in (
            CONTRACT,
            *(new_game(start, "T", "a.tsv", 5) for start in starting_points().values()),
            *(p.read_text("utf-8") for p in DEMO.glob("*.yaml")),
        ):
            self.assertEqual(list(validator.iter_errors(YAML(typ="safe").load(text))), [])
        bad = YAML(typ="safe").load(CONTRACT)
        bad["tries"] = 0
        self.assertTrue(list(validator.iter_errors(bad)))

    def test_what_nothing_is_said_of_is_one_in_the_document_and_in_the_game(self):
        """All but the sounds that come with Dice Trail: the document need not name them."""
        game = read("title: T\npacks: [p.tsv]\n").game
        bare = Game("T", game.questions)
        self.assertEqual(dataclasses.replace(game, sounds=(), words=Words()), bare)

    def test_a_new_game_has_no_snag(self):
        title = 'A "quoted": title # no comment'
        for start in starting_points().values():
            pack = PACKS.get(start.name, "packs/a b.tsv")
            reading = read(new_game(start, title, pack, 20))
            self.assertEqual((reading.snags, reading.title), ([], title))
            self.assertEqual(doubts(reading, reach(Program(reading.game))), [], start.name)

    def test_every_starting_point_does_what_its_waymarks_say(self):
        self.assertGreaterEqual(len(starting_points()), 7)
        for start in starting_points().values():
            reading = read(new_game(start, "T", PACKS.get(start.name, "p.tsv"), 20))
            program = Program(reading.game)
            self.assertGreaterEqual(len(reading.document.waymarks), 2)
            for waymark in reading.document.waymarks:
                walked = walk(program, waymark)
                self.assertTrue(walked.passed, (start.name, waymark.name, list(walked.sentences())))


class Places(unittest.TestCase):
    def snag(self, text: str, **more: int):
        found = read(text, **more).snags
        self.assertTrue(found, text)
        return found[0]

    def test_mistakes_have_their_place(self):
        for rest, code, line, column, word in (
            ("trees: 2\n", "unknown-word", 3, 1, "Did you mean `tries`?"),
            ("tries: many\n", "bad-value", 3, 8, "tries"),
            ("tries: 0\n", "bad-value", 3, 8, "should be 1 or more"),
            ("meters: {right: {}}\n", "bad-value", 3, 17, "word of the rules"),
            ("meters: {x y: {}}\n", "bad-value", 3, 15, "can't be a meter's name"),
            ("meters: {s: {strat: 1}}\n", "unknown-word", 3, 14, "Did you mean `start`?"),
            ("endings:\n  - {if: lives == 0, result: lost}\n", "expression", 4, 10, "`lives` is not known"),
            ("endings:\n  - {if: 'asked > 3 and live', result: won}\n", "expression", 4, 25, "`live`"),
            ("endings:\n  - {result: won}\n", "bad-value", 4, 5, "`if` is missing"),
            ("endings:\n  - {if: 1, result: win}\n", "bad-value", 4, 21, "'won', 'lost'"),
            ("consequences:\n  - {moment: rigth}\n", "bad-value", 4, 14, "'right'"),
            ("consequences:\n  - {moment: right, add: {score: 1}}\n", "unknown-meter", 4, 34, "`score`"),
            ("consequences:\n  - {moment: right, tell: '{rigth}'}\n", "expression", 4, 29, "`right`"),
            ("consequences:\n  - {moment: right, then: again}\n", "bad-then", 4, 27, "`right`"),
            ("consequences:\n  - {moment: right, cue: brigth}\n", "unknown-cue", 4, 26, "bright"),
            ("consequences:\n  - {moment: late, restart: game}\n", "no-clock", 4, 29, "has none"),
            ("deal: {draw: 99}\n", "short-pack", 3, 14, "only 20"),
            ("deal: {repeats: when_empty}\n", "endless", 3, 17, "never ends"),
            ("setup: {count: {min: 5, default: 3}}\n", "bounds", 3, 16, "between"),
            ("cues: {a: {sound: trumpet}}\n", "unknown-sound", 3, 19, "rise"),
        ):
            with self.subTest(rest=rest):
                snag = self.snag(minimal(rest))
                self.assertEqual((snag.code, snag.line, snag.column), (code, line, column), snag.message)
                self.assertIn(word, snag.message)
                self.assertEqual(snag.file, "game.yaml")

    def test_packs(self):
        self.assertEqual(self.snag("title: T\npacks: [gone.tsv]\n").code, "no-pack")
        self.assertEqual(self.snag("title: T\npacks: empty.tsv\n").code, "empty-pack")
        self.assertEqual(self.snag("title: T\npacks: [a.tsv, b.tsv]\n").code, "doubled-question")

    def test_what_is_no_game(self):
        for text, code in (
            ("", "not-a-game"),
            ("- 1\n", "not-a-game"),
            ("42", "not-a-game"),
            ("a: [", "not-yaml"),
            ("a: 1\na: 2\n", "not-yaml"),
            ("\tx: 1", "not-yaml"),
            ("a: &x 1\nb: *x\n", "alias"),
            ("[" * 5000, "not-yaml"),
            ("{a: " * 40 + "1" + "}" * 40, "too-deep"),
            ("x" * 400_001, "too-long"),
            ("a: !!python/object:os.system x", "bad-value"),
            ("packs: [a]\n", "bad-value"),
            ("\x00", "not-yaml"),
        ):
            with self.subTest(text=text[:30]):
                reading = read(text)
                self.assertFalse(reading.playable)
                self.assertEqual(len({s.severity for s in reading.snags}), 1)
                if code != "bad-value":
                    self.assertIn(reading.snags[0].code, (code, "too-deep"))

    @settings(max_examples=150)
    @given(st.data())
    def test_a_damaged_document_is_never_a_crash(self, data):
        start = data.draw(st.integers(0, len(CONTRACT)))
        end = data.draw(st.integers(start, min(len(CONTRACT), start + 40)))
        junk = data.draw(st.text(alphabet="{}[]:,-#&*!|>'\"\n\t a1é%@`", max_size=8))
        reading = read(CONTRACT[:start] + junk + CONTRACT[end:])
        for snag in reading.snags:
            self.assertGreaterEqual(snag.line, 0)
            self.assertTrue(snag.message.endswith((".", "?")), snag.message)


class Text(unittest.TestCase):
    def test_a_change_keeps_comments_and_order(self):
        changed = edited(CONTRACT, [Edit(path=["title"], value="Another")])
        before, after = CONTRACT.splitlines(), changed.splitlines()
        self.assertEqual(after[0], "title: Another")
        kept = [line.split("#")[1] for line in before if "#" in line]
        self.assertEqual([line.split("#")[1] for line in after if "#" in line], kept)
        self.assertEqual(YamlText(changed).data, {**YamlText(CONTRACT).data, "title": "Another"})

    def test_forms_that_mean_the_same(self):
        plain = read(minimal("deal: {order: easiest first, repeats: never}\ntries: none\n")).document
        self.assertEqual((plain.deal.order, plain.tries), ("easiest_first", None))
        rows = read(
            minimal("meters: {s: {}}\nconsequences:\n  - {moment: right, if: true, add: {s: 1.5}}\n")
        ).game
        self.assertEqual(
            (rows.consequences[0].condition, rows.consequences[0].add), ("True", (("s", "1.5"),))
        )
        self.assertEqual(json.loads(json.dumps(schema()))["title"], "A Dice Trail game")

    def test_lives_are_marks_unless_said_otherwise(self):
        game = read(minimal("meters: {lives: {}, score: {}, warmth: {show: bar}}\n")).game
        self.assertEqual([meter.show for meter in game.meters], ["marks", "number", "bar"])
