"""The library: what makers who know Python import, its docstrings run, and its examples."""

from __future__ import annotations

import contextlib
import doctest
import importlib
import json
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

import dicetrail
from dicetrail.files import game_on_disk

ROOT = Path(__file__).resolve().parents[1]
DEMO = ROOT / "dicetrail" / "demo"
GAME = """title: Two Ways
packs: [p.tsv]
deal: {order: filed, options: filed}
tries: 2
meters: {score: {start: 0}}
clocks: {question: 10, breather: player}
leave: true
consequences:
  - {moment: right, add: {score: 3}, tell: "Yes, {player}."}
  - {moment: late, add: {score: -1}, tell: "Too late."}
endings: [{if: score >= 6, result: won}]
awards: [{if: score >= 6, title: Summit}]
waymarks: [{name: two are enough, moves: [right, right], expect: {result: won}}]
aims: [{name: often, skill: 1, expect: won == 1}]
"""
PACK = (
    "kind\tprompt\tanswer\twrong\n"
    "typed\tWhich knot?\tbowline\t\n"
    "choice\tWhich cloud?\tcirrus\tfog\n"
    "choice\tWhich sign?\tcairn\tpost\n"
)


class Library(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        (self.folder / "game.yaml").write_text(GAME, "utf-8")
        (self.folder / "p.tsv").write_text(PACK, "utf-8")

    def load(self) -> dicetrail.Game:
        return dicetrail.load(self.folder / "game.yaml")

    def test_a_play_move_by_move(self) -> None:
        play = self.load().play(dice=7, player="Ada")
        self.assertEqual((play.phase, play.question.prompt, play.options), ("asking", "Which knot?", []))
        play.answer("granny")
        self.assertEqual((play.phase, play.counts["wrong"], play.told), ("asking", 1, ""))
        self.assertEqual(play.answer("Bowline").told, "Yes, Ada.")
        self.assertEqual(
            (play.meters["score"], play.counts["right"], play.options), (3, 1, ["cirrus", "fog"])
        )
        play.wait(3.5)
        self.assertEqual((play.seconds, play.phase, play.question.prompt), (3.5, "asking", "Which cloud?"))
        play.right()
        self.assertEqual((play.phase, play.result, play.award), ("over", "won", "Summit"))
        self.assertEqual(play.trail[-1]["result"], "won")
        self.assertEqual([step["n"] for step in play.trail], list(range(1, len(play.trail) + 1)))

    def test_clocks_and_leaving(self) -> None:
        play = self.load().play()
        self.assertEqual(play.late().told, "Too late.")
        self.assertEqual((play.meters["score"], play.seconds), (-1, 10))
        play.wait(25)
        self.assertEqual(play.meters["score"], -2)
        self.assertEqual(play.question.prompt, "Which sign?")
        self.assertEqual(play.skip().result, "done")
        left = self.load().play().leave()
        self.assertEqual((left.result, left.award, left.phase), ("done", None, "over"))

    def test_what_is_not_possible_now(self) -> None:
        play = self.load().play()
        for move in (lambda: play.choose("knots"), lambda: play.help("half")):
            with self.assertRaises(dicetrail.NotNow):
                move()
        self.assertEqual(len(play.trail), 2, "nothing has changed")
        play.leave()
        for move in (play.right, play.late, play.leave, lambda: play.answer("x")):
            with self.assertRaises(dicetrail.NotNow):
                move()
        with self.assertRaises(ValueError):
            play.wait(-1)

    def test_the_trail_is_that_of_the_command_line(self) -> None:
        play = self.load().play(dice=9, player="Ida")
        play.answer("bowline").wrong().right()
        moves = self.folder / "moves.txt"
        moves.write_text("answer bowline\nwrong\nright\n", "utf-8")
        command = [sys.executable, "-m", "dicetrail.cli", "play", str(self.folder / "game.yaml")]
        told = subprocess.run(
            [*command, "--dice", "9", "--player", "Ida", "--moves", str(moves)],
            capture_output=True,
            text=True,
            check=True,
            cwd=ROOT,
            timeout=60,
        ).stdout
        self.assertEqual([json.loads(line) for line in told.splitlines()], play.trail)

    def test_choosing(self) -> None:
        text = GAME.replace("deal: {", "deal: {choose: topic, ")
        (self.folder / "game.yaml").write_text(text, "utf-8")
        pack = "prompt\tanswer\ttopic\nA?\tx\tknots\nB?\ty\tsky\n"
        (self.folder / "p.tsv").write_text(pack, "utf-8")
        play = self.load().play()
        self.assertEqual((play.phase, play.offered, play.question), ("choosing", ["knots", "sky"], None))
        self.assertEqual(play.choose("sky").question.prompt, "B?")
        self.assertEqual(play.offered, [])

    def test_odds_walks_and_proof(self) -> None:
        game = self.load()
        odds = game.odds(skill=0.7)
        self.assertTrue(odds.exact)
        self.assertAlmostEqual(sum(odds.results.values()), 1)
        self.assertEqual(odds.score, odds.meters["score"])
        walk = game.walk(plays=400, dice=3, skill=0.7)
        self.assertEqual((walk.exact, walk.plays), (False, 400))
        self.assertAlmostEqual(walk.results["won"], odds.results["won"], delta=0.1)
        self.assertEqual(walk, game.walk(plays=400, dice=3, skill=0.7))
        self.assertLessEqual(odds.meters["score"].min, odds.meters["score"].mean)
        proven = game.prove()
        self.assertEqual((proven.passed, proven.failed, proven.holds), (1, 0, True))
        for wrong in ({}, {"skill": 0.5, "knows": 0.5}, {"skill": 2}, {"skill": 0.5, "pace": -1}):
            with self.assertRaises(ValueError):
                game.odds(**wrong)

    def test_snags_and_what_can_not_be_played(self) -> None:
        codes = {snag.code for snag in self.load().snags()}
        self.assertEqual(codes, {"unasked-name", "same-pay", "award-gap"})
        (self.folder / "game.yaml").write_text(GAME.replace("score: 3", "socre: 3"), "utf-8")
        with self.assertRaisesRegex(dicetrail.GameError, "no meter `socre`") as raised:
            self.load()
        self.assertEqual([snag.code for snag in raised.exception.snags], ["unknown-meter"])
        for name in ("gone.yaml", "."):
            with self.assertRaises(FileNotFoundError):
                dicetrail.load(self.folder / name)
        with self.assertRaises(FileNotFoundError):
            dicetrail.read("no such file.tsv")
        (self.folder / "odd.yaml").write_bytes(b"\xff\xfe\x00")
        with self.assertRaises(dicetrail.GameError):
            dicetrail.load(self.folder / "odd.yaml")

    def test_checking_and_packs(self) -> None:
        game = self.load()
        verdict = game.check(game.questions[0].id, " BOWLINE ")
        self.assertEqual((verdict.name, verdict.steps[-1]), ("right", "equals accepted answer 1"))
        with self.assertRaises(KeyError):
            game.check("gone", "x")
        pack = dicetrail.read(str(self.folder / "p.tsv"))
        self.assertEqual([question.kind for question in pack.questions], ["typed", "choice", "choice"])
        self.assertEqual([snag.severity for snag in pack.snags], ["note"])

    def test_a_bundle(self) -> None:
        from dicetrail.core.archive import archive

        bundle = self.folder / "game.zip"
        files = {"game.yaml": GAME.replace("p.tsv", "packs/p.tsv").encode(), "packs/p.tsv": PACK.encode()}
        bundle.write_bytes(archive(files))
        self.assertEqual(dicetrail.load(bundle).title, "Two Ways")

    def test_every_game_of_the_demo_is_played_to_its_end(self) -> None:
        for path in sorted(DEMO.glob("*.yaml")):
            game = dicetrail.load(path)
            play = game.play(dice=5, count=4 if "drill" in path.name else None)
            for number in range(400):
                if play.phase == "over":
                    break
                if play.phase == "choosing":
                    play.choose(play.offered[0])
                elif number % 5 == 4:
                    with contextlib.suppress(dicetrail.NotNow):
                        play.late()
                else:
                    play.right()
                play.wait(0.5)
            self.assertEqual(play.phase, "over", path.name)


class Face(unittest.TestCase):
    def test_its_names_are_there_and_documented(self) -> None:
        self.assertEqual(dicetrail.__all__, sorted(dicetrail.__all__))
        for name in dicetrail.__all__:
            found = getattr(dicetrail, name)
            self.assertTrue(found.__doc__, name)
            for part, member in vars(found).items() if isinstance(found, type) else ():
                if callable(member) and not part.startswith("_"):
                    self.assertTrue(member.__doc__, f"{name}.{part}")
        with self.assertRaises(AttributeError):
            dicetrail.nothing  # noqa: B018
        self.assertTrue((ROOT / "dicetrail" / "py.typed").exists())

    def test_the_examples_in_docstrings(self) -> None:
        with contextlib.chdir(DEMO):
            for name in ("", ".library.game", ".library.play"):
                found = doctest.testmod(importlib.import_module(f"dicetrail{name}"))
                self.assertEqual(found.failed, 0)
                self.assertGreater(found.attempted, 3)

    def test_it_needs_no_web_and_no_arrays_to_begin(self) -> None:
        code = (
            "import sys, dicetrail; dicetrail.load; "
            "print([one for one in ('numpy', 'fastapi', 'sqlalchemy', 'typer') if one in sys.modules])"
        )
        told = subprocess.run(
            [sys.executable, "-c", code], capture_output=True, text=True, check=True, cwd=ROOT, timeout=60
        ).stdout
        self.assertEqual(told.strip(), "[]")

    def test_the_examples_that_ship(self) -> None:
        here = {**os.environ, "PYTHONPATH": str(ROOT)}
        for command in (
            ["-m", "unittest", "discover", "-s", "examples", "-p", "a_games_own_test.py"],
            ["examples/how_scores_spread.py"],
        ):
            told = subprocess.run(
                [sys.executable, *command], capture_output=True, text=True, cwd=ROOT, env=here, timeout=120
            )
            self.assertEqual(told.returncode, 0, told.stderr)
        with tempfile.TemporaryDirectory() as folder:
            out = Path(folder) / "elements.tsv"
            subprocess.run(
                [sys.executable, "examples/a_pack_from_a_table.py", str(out)],
                check=True,
                cwd=ROOT,
                env=here,
                timeout=60,
                capture_output=True,
            )
            pack = dicetrail.read(out)
            self.assertGreater(len(pack.questions), 5)
            self.assertEqual([snag.severity for snag in pack.snags if snag.severity == "stop"], [])
        self.assertIsNotNone(game_on_disk(DEMO / "1-hut-night.yaml").reading.game)


if __name__ == "__main__":
    unittest.main()
