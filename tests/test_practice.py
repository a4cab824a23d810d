"""The trade's usual games, each a document with waymarks, walked by the command line.

All values: common practice, no source. Bounds are looked at from both sides: the last millisecond, the pass
mark, the last life, the target hit exactly.
"""

from __future__ import annotations

import json
import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

from dicetrail.core.play.language.numbers import read_number

from .running import run

ROOT = Path(__file__).parents[1]
FIVE = "".join(f"Question {n}?\tright {n}\twrong {n}\n" for n in range(1, 6))
MANY = "".join(f"Question {n}?\tright {n}\twrong {n}\n" for n in range(1, 41))
WORDS = "kind\tquestion\tanswer\tmisses\nletters\tA bird\tchough\t3\nletters\tA flower\tgentian\t3\n"
HEAD = "title: Practice\npacks: [{pack}]\ndeal: {{order: filed, options: filed}}\n"

GAMES: dict[str, tuple[str, str, list[tuple[str, str]]]] = {
    "one point each, percent": (
        FIVE,
        """
meters: {score: {start: 0}}
setup: {count: {ask: true, min: 1, max: 5, default: 5}}
consequences:
  - {moment: right, add: {score: 1}}
  - {moment: over, tell: "{right} of {total}, {percent:.1f} %"}
""",
        [
            ("count: 4, moves: [right, wrong, wrong, wrong]", 'score: 1, tell: "1 of 4, 25.0 %"'),
            ("count: 3, moves: [right, right, wrong]", 'score: 2, tell: "2 of 3, 66.7 %"'),
            ("count: 3, moves: [wrong, wrong, wrong]", 'score: 0, tell: "0 of 3, 0.0 %"'),
        ],
    ),
    "tiers on five": (
        FIVE,
        """
awards:
  - {if: right == 5, title: All}
  - {if: right >= 3, title: Most}
  - {if: right >= 1, title: Some}
  - {if: right == 0, title: None at all}
""",
        [
            (f"moves: [{', '.join(['right'] * n + ['wrong'] * (5 - n))}]", f"right: {n}, award: {award}")
            for n, award in enumerate(("None at all", "Some", "Some", "Most", "Most", "All"))
        ],
    ),
    "tries pay 3, 2, 1, then 0": (
        FIVE,
        """
tries: 4
meters: {score: {start: 0}}
consequences:
  - {moment: right, add: {score: "max(0, 4 - attempt)"}}
""",
        [
            ("moves: [right, right, right, right, right]", "score: 15, result: done"),
            *(
                (f"moves: [{', '.join(['wrong'] * wrong + ['right'])}]", f"score: {paid}, right: 1")
                for wrong, paid in enumerate((3, 2, 1, 0))
            ),
            ("moves: [wrong, wrong, wrong, wrong]", "score: 0, missed: 1"),
        ],
    ),
    "pulled between 0 and 30": (
        FIVE,
        """
deal: {order: filed, repeats: when_empty}
meters: {score: {start: 15}}
consequences:
  - {moment: right, add: {score: 5}}
  - {moment: missed, add: {score: -5}}
endings:
  - {if: score >= 30, result: won}
  - {if: score <= 0, result: lost}
""",
        [
            ("moves: [right, right, right]", "score: 30, result: won, asked: 3"),
            ("moves: [wrong, wrong, wrong]", "score: 0, result: lost, asked: 3"),
            ("moves: [right, right]", "score: 25, result: none"),
            ("moves: [right, wrong, right, right, right]", "score: 30, result: won, asked: 5"),
        ],
    ),
    "ten a right answer until the first wrong": (
        FIVE,
        """
meters: {score: {start: 0}}
consequences:
  - {moment: right, add: {score: 10}}
  - {moment: missed, then: lost}
""",
        [
            ("moves: [right, right, right, wrong]", "score: 30, result: lost"),
            ("moves: [wrong]", "score: 0, result: lost"),
            ("moves: [right, right, right, right, right]", "score: 50, result: done"),
        ],
    ),
    "sixty seconds": (
        MANY,
        """
meters: {score: {start: 0}}
clocks: {game: 60}
consequences:
  - {moment: right, add: {score: 1}}
""",
        [
            ("moves: [right @20, wrong @20, right @20, right]", "score: 2, asked: 3, result: done"),
            ("moves: [right @20, right @39.999, right]", "score: 3, asked: 4, result: none"),
            ("moves: [wrong, wrong, wrong, right]", "score: 1, missed: 3"),
        ],
    ),
    "five seconds, a life, and the same question again": (
        FIVE,
        """
meters: {lives: {start: 3}}
clocks: {question: 5}
consequences:
  - {moment: late, add: {lives: -1}, then: again}
endings:
  - {if: lives == 0, result: lost}
""",
        [
            ("moves: [late, right]", "lives: 2, asked: 2, late: 1, right: 1"),
            ("moves: [late, right @5]", "lives: 2, right: 1"),
            ("moves: [late, right @5.001]", "lives: 1, right: 1, late: 2"),
            ("moves: [late, late, late]", "lives: 0, result: lost, asked: 1"),
            ("moves: [late, late, right @4.999]", "lives: 1, right: 1, result: none"),
        ],
    ),
    "points are what is left of the clock": (
        FIVE,
        """
meters: {score: {start: 0}}
clocks: {question: 10}
consequences:
  - {moment: right, add: {score: time_left}}
  - {moment: missed, add: {score: -time_left}}
""",
        [
            ("moves: [right @3, wrong @8, right @10, late, right]", "score: 15, asked: 5, result: done"),
            ("moves: [wrong, wrong @1, wrong @2, late, late]", "score: -27, result: done"),
        ],
    ),
    "letters with three misses": (
        WORDS,
        """
clocks: {question: 30}
""",
        [
            ("moves: [wrong, wrong, wrong]", "missed: 1, asked: 2, result: none"),
            ("moves: [wrong, wrong, right]", "right: 1, missed: 0, asked: 2"),
            ("moves: [late]", "late: 1, asked: 2"),
            ("moves: [answer c, answer h, answer o, answer u, answer g]", "right: 1, asked: 2"),
        ],
    ),
    "a pass mark of 80 percent": (
        MANY,
        """
setup: {count: {ask: true, min: 1, max: 10, default: 10}}
awards:
  - {if: percent >= 80, title: Passed}
  - {if: percent < 80, title: Not passed}
""",
        [
            (f"moves: [{', '.join(['right'] * n + ['wrong'] * (10 - n))}]", f"award: {award}")
            for n, award in ((8, "Passed"), (7, "Not passed"), (10, "Passed"), (0, "Not passed"))
        ],
    ),
}

SUMS = [
    {
        "id": "tables", "kind": "formula", "prompt": "{a} × {b} = ?",
        "variables": {"a": "2..12", "b": "2..12"},
        "answer": "a * b", "times": 121,
    },
    {
        "id": "halves", "kind": "formula", "prompt": "{a} + {b} = ?",
        "variables": {"a": "0..100 // 2", "b": "0..100 // 2"}, "answer": "a + b", "times": 200,
    },
    {
        "id": "shares", "kind": "formula", "prompt": "{a} ÷ {b} = ?",
        "variables": {"a": "1..99", "b": "1..a"}, "answer": "a / b", "where": "whole; a >= b", "times": 200,
    },
]  # fmt: skip


class Practice(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def command(self, *words: str, code: int = 0):
        done = run(*words)
        self.assertEqual(done.returncode, code, done.stderr + done.stdout)
        return json.loads(done.stdout)

    def test_every_game_comes_out_as_it_must(self):
        for name, (pack, rules, cases) in GAMES.items():
            with self.subTest(name):
                (self.folder / "pack.tsv").write_text(pack, "utf-8")
                text = HEAD.format(pack="pack.tsv")
                if "deal:" in rules:
                    text = text.replace("deal: {order: filed, options: filed}\n", "")
                text += rules + "waymarks:\n"
                text += "".join(
                    f"  - {{name: {n}, {played}, expect: {{{wanted}}}}}\n"
                    for n, (played, wanted) in enumerate(cases)
                )
                (self.folder / "game.yaml").write_text(text, "utf-8")
                proved = self.command("prove", str(self.folder / "game.yaml"), "--json")
                self.assertEqual((proved["passed"], proved["failed"]), (len(cases), 0), proved)

    def test_a_waymark_that_does_not_hold_fails(self):
        (self.folder / "pack.tsv").write_text(FIVE, "utf-8")
        text = (
            HEAD.format(pack="pack.tsv") + "waymarks:\n  - {name: no, moves: [right], expect: {right: 2}}\n"
        )
        (self.folder / "game.yaml").write_text(text, "utf-8")
        proved = self.command("prove", str(self.folder / "game.yaml"), "--json", code=1)
        self.assertEqual((proved["failed"], proved["waymarks"][0]["got"]), (1, {"right": 1}))

    def test_sums_by_dice(self):
        (self.folder / "sums.json").write_text(json.dumps(SUMS), "utf-8")
        (self.folder / "game.yaml").write_text(HEAD.format(pack="sums.json"), "utf-8")
        cards = self.command("deal", str(self.folder / "game.yaml"), "--dice", "3", "--json")
        self.assertEqual(len(cards), 521)
        seen = set()
        for card in cards:
            left, sign, right, *_ = card["prompt"].split()
            a, b, answer = int(left), int(right), read_number(card["right"])
            if sign == "×":
                self.assertTrue(2 <= a <= 12 and 2 <= b <= 12)
                self.assertEqual(answer, a * b)
                seen.add((a, b))
            elif sign == "+":
                self.assertTrue(0 <= a <= 50 and 0 <= b <= 50)
                self.assertEqual(answer, a + b)
            else:
                self.assertTrue(1 <= b <= a <= 99)
                self.assertEqual((answer, Fraction(a, b).denominator), (Fraction(a, b), 1))
        self.assertEqual(len(seen), 121)

    def test_fractions_of_one_denominator(self):
        pack = self.folder / "fraction.tsv"
        pack.write_text("id\tkind\tquestion\tanswer\nf\tnumber\t7/4 + 3/4 = ?\t10/4\n", "utf-8")
        for text, verdict in (
            ("10/4", "right"), ("5/2", "right"), ("2 1/2", "right"), ("2.5", "right"), ("10/8", "wrong"),
        ):  # fmt: skip
            self.assertEqual(self.command("answer", str(pack), "f", text, "--json")["verdict"], verdict, text)

    def test_a_short_line_is_no_question(self):
        pack = self.folder / "lines.tsv"
        pack.write_text("Which way is up?\tto the sky\tdown\nQ1\na\tb\n", "utf-8")
        told = self.command("check", str(pack), "--json", code=1)
        self.assertEqual(told["questions"], 1)
        self.assertEqual({snag["line"] for snag in told["snags"]}, {2, 3})
