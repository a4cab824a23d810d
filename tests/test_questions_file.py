"""The questions of a game as QTI: sections by its rounds, drawn and shuffled by its deal."""

from __future__ import annotations

import io
import tempfile
import unittest
import zipfile
from pathlib import Path
from xml.etree.ElementTree import Element, fromstring

from dicetrail.core.pack.formats import with_media
from dicetrail.core.pack.qti.asked import ASKED
from dicetrail.core.pack.reader import read_file
from dicetrail.files import game_on_disk
from dicetrail.give.questions_file import lost_questions, questions_file
from tests.running import run

DEMO = Path(__file__).parents[1] / "dicetrail" / "demo"
ROUNDS = """title: Two rounds
packs: [two.tsv]
rounds:
- {name: Easy, only: level == 1, deal: {draw: 2}}
- {name: Hard, only: level > 1, deal: {order: filed}}
"""
ROWS = "prompt\tanswer\twrong\tlevel\n" + "".join(f"Q{n}?\ty{n}\tn{n}\t{1 + n // 3}\n" for n in range(6))


def parts(package: bytes, name: str, tag: str) -> list[Element]:
    with zipfile.ZipFile(io.BytesIO(package)) as zipped:
        root = fromstring(zipped.read(name))
    return [one for one in root.iter() if one.tag.rpartition("}")[2] == tag]


class QuestionsFile(unittest.TestCase):
    def test_sections_are_the_rounds(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        (folder / "two.tsv").write_text(ROWS, "utf-8")
        (folder / "game.yaml").write_text(ROUNDS, "utf-8")
        done = run("give", folder / "game.yaml", folder / "two.qti.zip", "--as", "qti")
        self.assertEqual(done.returncode, 0, done.stderr)
        package = (folder / "two.qti.zip").read_bytes()
        easy, hard = parts(package, "test.xml", "qti-assessment-section")
        self.assertEqual((easy.get("title"), hard.get("title")), ("Easy", "Hard"))
        refs = [[one.get("href") for one in section if one.get("href")] for section in (easy, hard)]
        self.assertEqual([len(some) for some in refs], [3, 3])
        [select] = parts(package, "test.xml", "qti-selection")
        self.assertEqual(select.get("select"), "2")
        self.assertEqual(len(parts(package, "test.xml", "qti-ordering")), 1, "the second stands as filed")
        self.assertEqual(
            [one.topic for one in read_file("x.zip", package).questions], ["Easy"] * 3 + ["Hard"] * 3
        )

    def test_demo_games(self) -> None:
        for path in sorted(DEMO.glob("*.yaml")):
            game, media = game_on_disk(path).carried()
            wanted = {one.id for one in game.questions if one.kind in ASKED}
            told = lost_questions(game, media)
            made = [one for one in game.questions if one.recipe is not None]
            with self.subTest(path.stem):
                self.assertGreaterEqual(len(told), len({one.prompt for one in made}))
                if not wanted:
                    continue
                package = questions_file(game, media)
                reading = read_file("x.zip", package)
                self.assertEqual({one.id for one in reading.questions}, wanted)
                self.assertFalse([one for one in reading.snags if one.severity == "stop"])
                shown = {one.image for one in game.questions if one.image and one.id in wanted}
                self.assertGreaterEqual(len(with_media("x.zip", package).media), len(shown))
