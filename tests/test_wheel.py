"""The wheel, built and installed into an empty environment without a network: workshop, handbook, library."""

from __future__ import annotations

import shutil
import subprocess
import sys
import tempfile
import unittest
import urllib.request
import venv
from importlib import metadata
from pathlib import Path
from typing import Any

from packaging.requirements import Requirement
from packaging.utils import canonicalize_name

from .asking import ask, until_it_answers
from .ui.harness import free_port

ROOT = Path(__file__).resolve().parents[1]
PATIENCE = 90
GAME = (
    "title: Two\npacks: [two.tsv]\nmeters: {score: {start: 0}}\n"
    "consequences: [{moment: right, add: {score: 1}}]\n"
)
PLAYED = """
import dicetrail
play = dicetrail.load("two.yaml").play(dice=7)
play.right()
play.right()
print(play.meters["score"], play.result, dicetrail.__file__)
"""


def needed(requirements: list[str]) -> dict[str, metadata.Distribution]:
    """What some requirements need, and what that needs, as the lock's versions are installed here."""
    found: dict[str, metadata.Distribution] = {}
    asked = [Requirement(one) for one in requirements]
    while asked:
        one = asked.pop()
        name = canonicalize_name(one.name)
        if name in found or (one.marker and not one.marker.evaluate({"extra": ""})):
            continue
        found[name] = metadata.distribution(one.name)
        extras = one.extras or {""}
        for more in found[name].requires or []:
            further = Requirement(more)
            if not further.marker or any(further.marker.evaluate({"extra": extra}) for extra in extras):
                asked.append(further)
    return found


def put(one: metadata.Distribution, target: Path) -> None:
    """The files of a package, as it was installed from the lock's."""
    for file in one.files or []:
        source = Path(str(one.locate_file(file)))
        if ".." not in file.parts and "__pycache__" not in file.parts and source.is_file():
            (target / file).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(source, target / file)


class Wheel(unittest.TestCase):
    folder: Path
    python: Path

    @classmethod
    def setUpClass(cls) -> None:
        cls.folder = Path(tempfile.mkdtemp(prefix="dicetrail-wheel-"))
        cls.addClassCleanup(shutil.rmtree, cls.folder, ignore_errors=True)
        subprocess.run([ROOT / "scripts/make_wheel", cls.folder], check=True, timeout=PATIENCE)
        [wheel] = cls.folder.glob("*.whl")
        venv.create(cls.folder / "env", symlinks=True)
        cls.python = cls.folder / "env/bin/python"
        [site] = (cls.folder / "env/lib").glob("python3*/site-packages")
        requires = [one for one in metadata.requires("dicetrail") or [] if "extra ==" not in one]
        for one in needed(requires).values():
            put(one, site)
        # it says itself what it needs: where that is not there, this fails
        line = "-m pip --python ENV install --quiet --no-index --disable-pip-version-check --no-compile WHEEL"
        words = [{"ENV": str(cls.python), "WHEEL": str(wheel)}.get(word, word) for word in line.split()]
        subprocess.run([sys.executable, *words], check=True, timeout=PATIENCE)

    def run_python(self, *words: str) -> str:
        ran = subprocess.run(
            [self.python, *words], cwd=self.folder, capture_output=True, text=True, timeout=PATIENCE
        )
        self.assertEqual(ran.returncode, 0, ran.stderr)
        return ran.stdout

    def test_the_library_plays(self) -> None:
        (self.folder / "two.tsv").write_text("prompt\tanswer\nUp?\tsky\nWet?\tsea\n")
        (self.folder / "two.yaml").write_text(GAME)
        score, result, where = self.run_python("-c", PLAYED).split()
        self.assertEqual((score, result), ("2", "done"))
        self.assertIn(str(self.folder / "env"), where)

    def test_it_is_typed(self) -> None:
        self.assertTrue(list((self.folder / "env/lib").glob("python3*/site-packages/dicetrail/py.typed")))

    def test_the_workshop_serves_all_of_it(self) -> None:
        port = free_port()
        self.url = f"http://127.0.0.1:{port}"
        words = ["serve", "--demo", "--port", str(port), "--data", "data"]
        server = subprocess.Popen(
            [self.folder / "env/bin/dicetrail", *words], cwd=self.folder, stdout=subprocess.DEVNULL
        )
        try:
            until_it_answers(self.url, PATIENCE)
            self.assertEqual(len(self.ask("/api/workshop/shelf")["games"]), 13)
            for path in ("/", "/handbook", "/play/the-rope", "/api/handbook/pictures/rules.png"):
                with urllib.request.urlopen(self.url + path, timeout=PATIENCE) as response:
                    self.assertEqual(response.status, 200, path)
            self.assertIn("<h2", self.ask("/api/handbook/pages/reference/snags")["html"])
            self.assertTrue(self.ask("/api/handbook/search?q=second+try"))
            view = self.ask("/api/players/games/the-rope/plays", {"player": "Ada"})
            self.assertTrue(view["id"])
        finally:
            server.terminate()
            server.wait(PATIENCE)

    def ask(self, path: str, body: Any = None) -> Any:
        return ask(self.url, "GET" if body is None else "POST", path, body, PATIENCE)


if __name__ == "__main__":
    unittest.main()
