"""The same trail from another Python: the one that Pyodide carries, run by Node."""

from __future__ import annotations

import json
import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st

from dicetrail.core.play.rulebook.as_json import to_json
from tests.core.making import games

ROOT = Path(__file__).parents[2]
PYODIDE = ROOT / "frontend" / "node_modules" / "pyodide"
PLAY = ROOT / "dicetrail" / "core" / "play"
GAMES = 200

# Runs in both Pythons: plays every game with moves that follow from its number, and joins the trails.
PLAY_ALL = """
import json
from play.dice import Stream
from play.rulebook.as_json import from_json
from play.rulebook.game import Choices
from play.rulebook.move import Move
from play.rulebook.program import Program
from play.run.run import Run
from play.run.trail import to_lines

HABITS = ("right", "wrong", "unreadable", "skip", "continue")

def all_trails(games):
    trails = []
    for number, data in enumerate(json.loads(games)):
        run = Run(Program(from_json(data)), Choices(number, "Ida"))
        run.begin()
        chance, at = Stream(number, "moves"), 0
        for _ in range(25):
            at += chance.below(3000)
            run.do(Move(HABITS[chance.below(5)]), at)
        trails.append(to_lines(run.trail))
    return "".join(trails)
"""


@unittest.skipUnless(PYODIDE.is_dir() and shutil.which("node"), "needs Node and the npm package pyodide")
class OtherPythons(unittest.TestCase):
    def test_the_same_trails(self):
        kept: list[dict] = []

        @seed(20)
        @settings(
            max_examples=GAMES,
            database=None,
            phases=[Phase.generate],
            suppress_health_check=[HealthCheck.too_slow],
            deadline=None,
        )
        @given(st.tuples(games()))
        def collect(made):
            kept.append(to_json(made[0]))

        collect()
        games_json = json.dumps(kept)
        with tempfile.TemporaryDirectory() as folder:
            shutil.copytree(PLAY, Path(folder) / "play", ignore=shutil.ignore_patterns("__pycache__"))
            sys.path.insert(0, folder)
            try:
                here: dict = {}
                exec(PLAY_ALL, here)
                mine = here["all_trails"](games_json)
            finally:
                sys.path.remove(folder)
                for name in [name for name in sys.modules if name.split(".")[0] == "play"]:
                    del sys.modules[name]
        files = {
            f"play/{path.relative_to(PLAY).as_posix()}": path.read_text("utf-8")
            for path in PLAY.rglob("*.py")
        }
        script = ROOT / "tests" / "published" / "run_in_pyodide.mjs"
        answer = subprocess.run(
            ["node", str(script), PYODIDE.as_uri()],
            input=json.dumps({"files": files, "code": PLAY_ALL, "games": games_json}),
            capture_output=True,
            text=True,
            timeout=300,
            check=False,
        )
        self.assertEqual(answer.returncode, 0, answer.stderr[-2000:])
        theirs = json.loads(answer.stdout)
        self.assertNotEqual(theirs["version"].split(".")[:2], [str(part) for part in sys.version_info[:2]])
        self.assertGreaterEqual(len(kept), GAMES)
        self.assertGreater(mine.count("\n"), 20 * GAMES)
        self.assertEqual(theirs["trails"], mine)
