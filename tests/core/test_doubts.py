"""Every snag that rules can have: found in a game that has it, silent in one that nearly has it."""

from __future__ import annotations

import unittest
from pathlib import Path
from unittest.mock import patch

from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.editing import Edit, edited
from dicetrail.core.snag import Snag
from dicetrail.files import read_game_file

from .making import choice, typed

PLANTED = "9-fogged-in.yaml"
DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
LONG = choice(7)._replace(prompt="Word " * 30 + "?", options=("one two", "three", "four", "five"))
PACKS = {
    "four.tsv": [choice(n) for n in range(4)],
    "typed.tsv": [typed(n) for n in range(3)],
    "long.tsv": [choice(0), LONG],
    "mixed.tsv": [
        choice(0, topic="knots", sound="bell.ogg"),
        choice(1, topic="snow"),
        choice(2, topic="snow", level=2),
    ],
}

BASE = {
    "title": "title: T",
    "packs": "packs: [four.tsv]",
    "setup": "setup: {name: ask}",
    "tries": "tries: 2",
    "meters": "meters: {score: {start: 0}, lives: {start: 2}}",
    "clocks": "clocks: {breather: player}",
    "rows": [
        "{moment: right, if: attempt == 1, add: {score: 3}}",
        "{moment: right, add: {score: 1}}",
        "{moment: missed, add: {lives: -1}}",
    ],
    "endings": ["{if: lives == 0, result: lost}"],
    "awards": ["{if: score >= 6, title: High}", "{if: True, title: Rest}"],
    "more": "",
}


def text(**changes: object) -> str:
    parts = {**BASE, **changes}
    lists = [
        f"{name}:\n" + "".join(f"  - {row}\n" for row in parts[key]) if parts[key] else f"{name}: []\n"
        for name, key in (("consequences", "rows"), ("endings", "endings"), ("awards", "awards"))
    ]
    heads = [str(parts[key]) for key in ("title", "packs", "setup", "tries", "meters", "clocks", "more")]
    return "\n".join(heads) + "\n" + "".join(lists)


FEW_STATES = 3000
"""Enough for each of these games that has an end; with unlimited tries it would go on to twenty thousand."""


def snags_of(rules: str) -> list[Snag]:
    """Every snag of a game, also of one that can't be played."""
    reading = read_game(rules, lambda name: PACKS[name])
    if reading.game is None:
        return list(reading.snags)
    return [*reading.snags, *doubts(reading, reach(Program(reading.game), most=FEW_STATES))]


def found(**changes: object) -> dict[str, tuple[int, str]]:
    """The snags of a game by their codes: their lines and messages."""
    return {snag.code: (snag.line, snag.message) for snag in snags_of(text(**changes))}


ROWS: list[str] = BASE["rows"]  # type: ignore[assignment]
ENDINGS: list[str] = BASE["endings"]  # type: ignore[assignment]
SAME = ["{moment: right, add: {score: 2}}", ROWS[2]]
ONCE = [ROWS[0], ROWS[1], "{moment: wrong, add: {lives: -1}}"]
NEXT = '{moment: right, %sadd: {score: 1}, tell: "Well done. On to the next one."}'
CLOCK = "clocks: {question: 20, breather: player}"
FOUR = "{moment: missed, tell: one two three four}"
LATE = ["{moment: right}", "{moment: late, %sthen: again}"]

TO_AND_FRO = {
    "more": "deal: {repeats: when_empty}",
    "meters": "meters: {score: {start: 0, min: 0, max: 4}, lives: {start: 1}}",
    "rows": ["{moment: right, add: {score: 2}}", "{moment: missed, add: {score: -2}}"],
}

CHOSEN = {"packs": "packs: [mixed.tsv]", "setup": "setup: {name: ask, topic: ask}"}

CASES: dict[str, tuple[dict[str, object], dict[str, object]]] = {
    "hidden-row": (
        {"rows": [ROWS[1], ROWS[0], ROWS[2]]},
        {"rows": ["{moment: right, if: attempt < 2, add: {score: 1}}", ROWS[1], ROWS[2]]},
    ),
    "row-never": (
        {"rows": [*ROWS, "{moment: missed, if: attempt > 2, tell: Never}"][::-1]},
        {"rows": [*ROWS, "{moment: missed, if: score > 0, tell: Seen}"][::-1]},
    ),
    "award-gap": (
        {"awards": ["{if: score >= 6, title: High}", "{if: score > 0, title: Rest}"]},
        {"awards": ["{if: score >= 6, title: High}", "{if: score >= 0, title: Rest}"]},
    ),
    "award-hidden": (
        {"awards": ["{if: score > 0, title: Some}", "{if: score >= 6, title: High}", "{if: True, title: R}"]},
        {"awards": ["{if: score == 1, title: One}", "{if: score >= 6, title: High}", "{if: True, title: R}"]},
    ),
    "award-never": (
        {"awards": ["{if: score > 12, title: Top}", "{if: True, title: Rest}"]},
        {"awards": ["{if: score >= 12, title: Top}", "{if: True, title: Rest}"]},
    ),
    "ending-never": (
        {"endings": [*ENDINGS, "{if: score > 12, result: won}"]},
        {"endings": [*ENDINGS, "{if: score >= 12, result: won}"]},
    ),
    "may-not-end": (
        {**TO_AND_FRO, "endings": ["{if: score == 3, result: won}"]},
        {**TO_AND_FRO, "endings": ["{if: score >= 3, result: won}"]},
    ),
    "idle": (
        {"clocks": CLOCK, "rows": [LATE[0], LATE[1] % ""]},
        {"clocks": CLOCK, "rows": [LATE[0], LATE[1] % "add: {lives: -1}, "]},
    ),
    "gives-away": (
        {"rows": [*ROWS, '{moment: wrong, tell: "Not {answer}."}']},
        {"rows": [*ROWS[:2], '{moment: missed, add: {lives: -1}, tell: "It was {answer}."}']},
    ),
    "empty-choice": (
        {"setup": "setup: {name: ask, level: {ask: true, min: 1, max: 2, default: 1}}"},
        {"setup": "setup: {name: ask, level: {ask: true, min: 1, max: 1, default: 1}}"},
    ),
    "no-topics": (
        {"setup": "setup: {name: ask, topic: ask}"},
        {"setup": "setup: {name: ask, topic: ask}", "packs": "packs: [mixed.tsv]"},
    ),
    "few-to-choose": (
        {**CHOSEN, "more": "deal: {draw: 2}"},
        {**CHOSEN, "more": "deal: {draw: 1}"},
    ),
    "never-asked": (
        {"more": "deal: {draw: 3, order: filed}"},
        {"more": "deal: {draw: 3, order: shuffled}"},
    ),
    "same-pay": ({"rows": SAME}, {"rows": SAME, "tries": "tries: 1"}),
    "double-loss": ({"rows": [*ONCE, ROWS[2]]}, {"rows": ONCE}),
    "clock-too-short": (
        {"packs": "packs: [long.tsv]", "clocks": "clocks: {question: 9, breather: player}"},
        {"packs": "packs: [long.tsv]", "clocks": "clocks: {question: 9.5, breather: player}"},
    ),
    "breather-too-short": (
        {"rows": [*ROWS[:2], FOUR], "clocks": "clocks: {breather: 1}"},
        {"rows": [*ROWS[:2], FOUR], "clocks": "clocks: {breather: 1.1}"},
    ),
    "announces-next": (
        {"rows": [NEXT % "if: attempt == 1, ", *ROWS[1:]]},
        {"rows": [NEXT % "if: attempt == 1 and left > 0, ", ROWS[0].replace("3", "1"), *ROWS[1:]]},
    ),
    "unasked-name": (
        {
            "setup": "setup: {name: none}",
            "endings": ['{if: lives == 0, result: lost, tell: "Oh, {player}."}'],
        },
        {"endings": ['{if: lives == 0, result: lost, tell: "Oh, {player}."}']},
    ),
    "no-value": (
        {"rows": ["{moment: right, add: {score: 6 / wrong}}", *ROWS[2:]]},
        {"rows": ["{moment: right, add: {score: 6 / right}}", *ROWS[2:]]},
    ),
    "flashes": (
        {"more": "cues: {blink: {motion: glow, times: 4, hold: 1}}"},
        {"more": "cues: {blink: {motion: glow, times: 3, hold: 1}}"},
    ),
    "low-contrast": (
        {"more": 'look: {ground: "#ffffff", ink: "#777777"}'},
        {"more": 'look: {ground: "#ffffff", ink: "#767676"}'},
    ),
}  # fmt: skip


WRITTEN: dict[str, dict[str, object]] = {
    "unknown-meter": {"rows": ["{moment: right, add: {scroe: 1}}"]},
    "no-clock": {"rows": ["{moment: right, time: {game: 5}}"]},
    "bad-then": {"rows": ["{moment: opened, then: again}"]},
    "unknown-cue": {"rows": ["{moment: right, cue: dazzle}"]},
    "start": {"meters": "meters: {score: {start: 12, max: 10}, lives: {start: 2}}"},
    "short-pack": {"more": "deal: {draw: 9}"},
    "bounds": {"setup": "setup: {count: {ask: true, min: 2, max: 4, default: 9}}"},
    "endless": {"more": "deal: {repeats: always}", "endings": []},
    "unknown-sound": {"more": "cues: {bright: {sound: clang}}"},
    "unknown-pack": {"more": "checking: {packs: {other.tsv: {spelling: 1}}}"},
    "lost-question": {"more": "checking: {samples: [{question: gone, answer: x, must: right}]}"},
    "unknown-name": {"more": "waymarks: [{name: W, moves: [right], expect: {scores: 3}}]"},
    "silent-sound": {"packs": "packs: [mixed.tsv]", "more": "silent: true"},
    "never-missed": {"tries": "tries: none"},
    "bare-name": {"rows": ['{moment: right, tell: "You have score points."}']},
    "better-gets-less": {"awards": ["{if: right == 2, title: Two}", "{if: True, title: Rest}"]},
}
"""Games that have a snag which one press mends."""


class Mends(unittest.TestCase):
    def test_every_press_takes_its_snag_away_and_brings_no_other(self):
        cases = {**{code: has for code, (has, _) in CASES.items()}, **WRITTEN}
        pressed = set()
        for code, has in cases.items():
            rules = text(**has)
            before = snags_of(rules)
            self.assertIn(code, [snag.code for snag in before])
            for snag in before:
                if snag.code != code or not snag.edits:
                    continue
                with self.subTest(snag.message):
                    self.assertTrue(snag.mend)
                    pressed.add(code)
                    after = snags_of(edited(rules, [Edit(**change) for change in snag.edits]))
                    self.assertNotIn((code, snag.path), [(one.code, one.path) for one in after])
                    self.assertEqual([one for one in after if one.severity == "stop"], [])
        without = {"award-gap", "clock-too-short", "empty-choice", "no-value", "low-contrast"}
        self.assertEqual(
            {*cases} - pressed, without | {"gives-away"}
        )  # of a text: it is for the maker to write

    def test_what_is_said_of_the_next_question_is_said_while_there_is_one(self):
        rules = text(**CASES["announces-next"][0])
        (snag,) = [one for one in snags_of(rules) if one.code == "announces-next"]
        lines = edited(rules, [Edit(**one) for one in snag.edits]).splitlines()
        row = lines.index("consequences:") + 1
        self.assertIn("if: (attempt == 1) and left > 0, add: {score: 1}, tell: ", lines[row])
        self.assertEqual(lines[row + 1], "  - {moment: right, if: attempt == 1, add: {score: 1}}")


class Doubts(unittest.TestCase):
    def test_a_good_game_has_none(self):
        self.assertEqual(found(), {})

    def test_each_is_found_where_it_is_and_only_there(self):
        for code, (has, nearly) in CASES.items():
            with self.subTest(code):
                there = found(**has)
                self.assertIn(code, there)
                self.assertGreater(there[code][0], 1)
                self.assertTrue(there[code][1].endswith("."), there[code][1])
                self.assertNotIn(code, found(**nearly))

    def test_places_and_words(self):
        line, message = found(**CASES["hidden-row"][0])["hidden-row"]
        self.assertEqual(text(**CASES["hidden-row"][0]).splitlines()[line - 1].strip(), f"- {ROWS[0]}")
        self.assertIn("row 1 stands before it", message)
        self.assertIn("`score` ends between 0 and 12", found(**CASES["award-never"][0])["award-never"][1])
        self.assertIn("`Some` stands before it", found(**CASES["award-hidden"][0])["award-hidden"][1])
        self.assertIn("division by zero", found(**CASES["no-value"][0])["no-value"][1])

    def test_any_later_try_that_pays_no_less(self):
        pays = "{moment: right, if: attempt == %s, add: {score: %s}}"
        three = {"tries": "tries: 3"}
        _, message = found(**three, rows=[pays % (1, 3), pays % (2, 2), pays % (3, 2)])["same-pay"]
        self.assertIn("Try 3 pays as much `score` as try 2.", message)
        more = [pays % (1, 3), pays % (2, 1), pays % (3, 2)]
        self.assertIn("Try 3 pays no less `score` than try 2.", found(**three, rows=more)["same-pay"][1])
        falling = [pays % (1, 3), pays % (2, 2), pays % (3, 1)]
        self.assertNotIn("same-pay", found(**three, rows=falling))
        self.assertNotIn("same-pay", found(**three, rows=[pays % (1, 3)]))
        # one row that says it of both is meant so
        later = [pays % (1, 3), "{moment: right, add: {score: 2}}"]
        self.assertNotIn("same-pay", found(**three, rows=later))

    def test_unlimited_tries_may_pay_alike(self):
        self.assertNotIn("same-pay", found(rows=SAME, tries="tries: none"))

    def test_a_topic_and_a_level_that_meet_in_no_question(self):
        setup = "setup: {name: ask, topic: ask, level: {ask: true, min: 1, max: 2, default: 1}}"
        _, message = found(setup=setup, packs="packs: [mixed.tsv]")["empty-choice"]
        self.assertIn("of the topic ‘knots’ of level 2", message)

    def test_questions_that_no_choice_has(self):
        one = "setup: {name: ask, topic: one}"
        packs = {**PACKS, "mixed.tsv": [*PACKS["mixed.tsv"], choice(3)]}
        with patch.dict(PACKS, packs):
            _, message = found(setup=one, packs="packs: [mixed.tsv]")["never-asked"]
        self.assertIn("‘Choice 3?’ is asked in no play", message)
        _, message = found(more="deal: {draw: 2, order: filed}")["never-asked"]
        self.assertIn("2 questions, the first of them ‘Choice 2?’, are asked in no play", message)
        counted = "setup: {name: ask, count: {min: 1, max: 4, default: 2}}"
        self.assertNotIn("never-asked", found(setup=counted, more="deal: {order: filed}"))
        # the first of a topic are asked, whatever stands before them
        self.assertNotIn("never-asked", found(**CHOSEN, more="deal: {draw: 2, order: filed}"))

    def test_a_silent_game_with_sounds(self):
        self.assertIn("silent-sound", found(packs="packs: [mixed.tsv]", more="silent: true"))
        self.assertNotIn("silent-sound", found(more="silent: true"))

    def test_an_answer_shown_before_another_try(self):
        late = "{moment: late, reveal: true, then: %s}"
        self.assertIn("gives-away", found(rows=[*ROWS, late % "again"]))
        self.assertNotIn("gives-away", found(rows=[*ROWS, late % "next"]))

    def test_what_is_said_may_divide_too(self):
        rows = ['{moment: missed, tell: "{right / (right + late):.1f}"}']
        self.assertIn("no-value", found(rows=rows))
        self.assertNotIn("no-value", found(rows=['{moment: missed, tell: "{right / asked:.1f}"}']))

    def test_every_planted_mistake_is_found(self):
        reading = read_game_file(DEMO / PLANTED)
        codes = {snag.code for snag in [*reading.snags, *doubts(reading, reach(Program(reading.game)))]}
        self.assertEqual(
            codes,
            {
                *("hidden-row", "double-loss", "clock-too-short", "breather-too-short", "unasked-name"),
                *("flashes", "low-contrast", "announces-next", "same-pay", "ending-never"),
                *("award-hidden", "award-never", "award-gap"),
            },
        )

    def test_no_snag_in_the_demo(self):
        for path in sorted(DEMO.glob("*.yaml")):
            reading = read_game_file(path)
            if path.name == PLANTED:
                continue
            self.assertEqual([*reading.snags, *doubts(reading, reach(Program(reading.game)))], [], path.name)
