"""Take-aways that play in a terminal: one file, any Python, nothing installed, the same trail to the byte."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
import unittest
import zipfile
from io import BytesIO
from pathlib import Path

from dicetrail.give.take_aways import TAKE_AWAYS
from tests.data import put_data
from tests.moves import MOVES
from tests.running import run
from tests.web.serving import serving

DEMO = Path(__file__).parents[1] / "dicetrail" / "demo"
GAMES = sorted(DEMO.glob("*.yaml"))
TOLD = ("--dice", "1708", "--player", "Ida ⛰")
LARGEST = 2_000_000
"""Bytes of a take-away of a game of texts."""


def pythons() -> list[str]:
    """This Python, and another one where the machine has any from 3.10 on."""
    found = [sys.executable]
    for minor in (10, 12, 13, 14):
        path = shutil.which(f"python3.{minor}")
        asked = path and subprocess.run(
            [path, "-I", "-c", "import zlib"], capture_output=True, timeout=60, check=False
        )
        if path and asked and asked.returncode == 0:
            found.append(path)
    versions = Path(os.environ.get("PYENV_ROOT", Path.home() / ".pyenv")) / "versions"
    found += [str(path) for path in versions.glob("3.1[0-9].*/bin/python3")]
    return found


class TakeAways(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        cls.moves = cls.folder / "moves.txt"
        cls.moves.write_text(MOVES, "utf-8")

    def given(self, game: Path, way: str, ending: str) -> Path:
        out = self.folder / f"{game.stem}.{ending}"
        done = run("give", game, "--as", way, out)
        self.assertEqual(done.returncode, 0, done.stderr)
        return out

    def played(self, python: str, pyz: Path, *args: str, stdin: str = "") -> subprocess.CompletedProcess:
        return subprocess.run(
            [python, "-I", pyz, *args],
            cwd=self.folder,
            input=stdin.encode(),
            capture_output=True,
            timeout=60,
            check=False,
        )

    def test_the_same_trails_as_the_command_line_and_the_server(self):
        put_data(self.folder, demo=True)
        with serving(self.folder, demo=True) as client:
            on_shelf = {
                game["title"]: game["id"] for game in client.get("/api/workshop/shelf").json()["games"]
            }
            for game in GAMES:
                with self.subTest(game.stem):
                    here = run("play", game, *TOLD, "--moves", self.moves).stdout
                    self.assertGreater(here.count("\n"), 5)
                    pyz = self.given(game, "terminal", "pyz")
                    self.assertLess(pyz.stat().st_size, LARGEST)
                    there = self.played(sys.executable, pyz, *TOLD, "--moves", str(self.moves))
                    self.assertEqual((there.stdout.decode(), there.stderr), (here, b""))
                    number = next(
                        number
                        for name, number in on_shelf.items()
                        if f"title: {name}" in game.read_text("utf-8")
                    )
                    served = client.post(
                        f"/api/workshop/games/{number}/bench/trail",
                        json={"dice": 1708, "player": "Ida ⛰", "moves": MOVES.splitlines()},
                    )
                    self.assertEqual(served.text, here)

    def test_other_pythons_give_the_same_trail(self):
        others = pythons()
        trails = set()
        for game in (GAMES[0], DEMO / "4-signs-and-sums.yaml", DEMO / "6-words-in-the-snow.yaml"):
            pyz = self.given(game, "terminal", "pyz")
            trails = {self.played(python, pyz, *TOLD, "--moves", str(self.moves)).stdout for python in others}
            self.assertEqual(len(trails), 1, others)
        self.assertGreater(len(trails.pop()), 1000)

    def test_it_is_played_by_a_person_and_says_what_it_can_not_use(self):
        pyz = self.given(GAMES[0], "terminal", "pyz")
        told = self.played(sys.executable, pyz, "--dice", "7", stdin="Ida\n3\na\n")
        self.assertIn("Your name", told.stdout.decode())
        self.assertIn("1 of 3", told.stdout.decode())
        for args, said in (
            (("--moves", "gone.txt"), "There is no file gone.txt"),
            (("--moves", "/dev/zero"), "is no list of moves"),
            (("--dice", "-1"), "A dice number lies between"),
            (("--dice", "1", "--count", "900"), "The number of questions lies between"),
        ):
            refused = self.played(sys.executable, pyz, *args)
            self.assertEqual(refused.returncode, 2, args)
            self.assertIn(said, refused.stderr.decode())
            self.assertNotIn("Traceback", refused.stderr.decode())

    def test_no_right_answer_lies_in_plain_sight(self):
        data = self.given(GAMES[0], "terminal", "pyz").read_bytes()
        with zipfile.ZipFile(BytesIO(data[data.index(b"PK") :])) as zipped:
            everything = data + b"".join(zipped.read(name) for name in zipped.namelist())
        self.assertNotIn(b"Contour lines", everything)
        self.assertNotIn(b"The barometer", everything)

    def test_help_names_every_way_and_no_other_one_is_taken(self):
        told = run("give", "--help").stdout
        for way in ("bundle", *TAKE_AWAYS):
            self.assertIn(way, told)
        refused = run("give", GAMES[0], "out", "--as", "paper")
        self.assertEqual(refused.returncode, 2)
        self.assertIn("'--as': ‘paper’ is none of bundle, page, terminal, course, qti.", refused.stderr)

    def test_a_game_from_a_bundle_and_with_its_files(self):
        pictured = next(game for game in GAMES if "map-signs" in game.read_text("utf-8"))
        bundle = self.given(pictured, "bundle", "zip")
        again = self.folder / "again.zip"
        self.assertEqual(run("give", bundle, "--as", "bundle", again).returncode, 0)
        self.assertEqual(again.read_bytes(), bundle.read_bytes())
        for command in (("snags", "--json"), ("play", *TOLD, "--moves", self.moves), ("prove", "--json")):
            from_bundle = run(command[0], bundle, *command[1:])
            from_folder = run(command[0], pictured, *command[1:])
            self.assertEqual(from_bundle.returncode, from_folder.returncode)
            self.assertEqual(
                from_bundle.stdout.replace(str(bundle), "GAME"),
                from_folder.stdout.replace(str(pictured), "GAME"),
            )
