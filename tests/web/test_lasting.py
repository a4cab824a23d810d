"""What was called saved stays: through kills, and on a disk that is full."""

from __future__ import annotations

import os
import shutil
import signal
import sqlite3
import tempfile
import time
import unittest
from contextlib import closing
from pathlib import Path
from urllib.error import HTTPError

from sqlalchemy import event

from dicetrail.store.folder import DATABASE
from dicetrail.store.models import PlayMove
from tests.running import run
from tests.ui.harness import Served, free_port

from .kills import Kills
from .serving import RULES, Serving

KILLS = 20


class Killed(unittest.TestCase):
    def test_nothing_that_was_saved_is_lost(self):
        kills = Kills(seed=1)
        self.addCleanup(kills.served.stop)
        for _ in range(KILLS):
            kills.once()
        self.assertGreater(kills.saved, KILLS)


class Kept(unittest.TestCase):
    """The folder of the data: copied, ended in order, used by one server, missed where it went away."""

    def setUp(self) -> None:
        self.served = Served()
        self.addCleanup(self.served.stop)
        self.served.paste("kept.tsv", "Question?\tright\twrong\tother\n")
        self.copy = Path(self.enterContext(tempfile.TemporaryDirectory())) / "copy.sqlite"

    def packs_in(self, file: Path) -> list[str]:
        with closing(sqlite3.connect(f"file:{file}?mode=ro&immutable=1", uri=True)) as there:
            return [name for (name,) in there.execute("SELECT name FROM packs")]

    def test_one_that_is_told_to_end_leaves_all_in_one_file(self) -> None:
        file = self.served.folder / DATABASE
        began = time.monotonic()
        os.kill(self.served.pid, signal.SIGTERM)
        os.waitpid(self.served.pid, 0)
        self.served.pid = 0
        self.assertLess(time.monotonic() - began, 10)
        shutil.copy(file, self.copy)  # the file alone, without what may stand beside it
        self.assertEqual(self.packs_in(self.copy), ["packs/kept.tsv"])

    def test_a_copy_while_it_runs(self) -> None:
        done = run("backup", self.copy, "--data", self.served.folder)
        self.assertEqual((done.returncode, self.packs_in(self.copy)), (0, ["packs/kept.tsv"]))
        again = run("backup", self.copy, "--data", self.served.folder)
        self.assertEqual(again.returncode, 2)
        self.assertIn("there already", again.stderr)
        self.assertEqual(run("backup", self.copy.with_name("b"), "--data", self.copy.parent).returncode, 2)
        self.served.paste("later.tsv", "Later?\tright\twrong\tother\n")

    def test_one_folder_has_one_server(self) -> None:
        other = run("serve", "--port", free_port(), "--data", self.served.folder)
        self.assertEqual(other.returncode, 2)
        self.assertIn(f"used by {self.served.url}", other.stderr)
        self.served.kill()  # however it ends, the folder is free again
        self.served.start()

    def test_a_folder_that_went_away_is_missed(self) -> None:
        away = self.served.folder.with_name(f"{self.served.folder.name}-away")
        self.served.folder.rename(away)
        self.addCleanup(shutil.rmtree, away, ignore_errors=True)
        with self.assertRaises(HTTPError) as refused:
            self.served.paste("lost.tsv", "Lost?\tright\twrong\tother\n")
        self.assertEqual(refused.exception.code, 503)
        self.assertIn("not at", refused.exception.read().decode())
        away.rename(self.served.folder)
        self.served.paste("found.tsv", "Found?\tright\twrong\tother\n")

    def test_a_database_of_another_program_is_not_touched(self) -> None:
        folder = self.copy.parent
        with closing(sqlite3.connect(folder / DATABASE)) as there:
            there.execute("CREATE TABLE shopping (item TEXT)")
        before = (folder / DATABASE).read_bytes()
        done = run("serve", "--port", free_port(), "--data", folder)
        self.assertEqual(done.returncode, 2)
        self.assertIn("another program", done.stderr)
        self.assertEqual((folder / DATABASE).read_bytes(), before)
        (folder / DATABASE).write_bytes(b"not a database at all" * 300)
        damaged = run("serve", "--port", free_port(), "--data", folder)
        self.assertEqual(damaged.returncode, 2)
        self.assertIn("last backup", damaged.stderr)


class FullDisk(Serving):
    """The database may not grow any more: SQLite says then what it says where the disk is full."""

    def limit(self, pages: int) -> None:
        engine = self.client.app.state.workshop.engine

        def connected(connection, _record):
            connection.execute(f"PRAGMA max_page_count = {pages}")

        event.listen(engine, "connect", connected)
        engine.dispose()

    def fill(self, game, tries: int = 400):
        """Edit until there is no room: the game as last saved, and what was said."""
        path = f"/api/workshop/games/{game['id']}"
        for n in range(tries):
            text = game["text"].split("#")[0] + f"# {n} " + "x" * 3000 + "\n"
            answer = self.client.put(path, json={"text": text, "revision": game["revision"]})
            if answer.status_code != 200:
                return game, answer
            game = answer.json()
        raise AssertionError("there was room for everything")

    def test_it_is_told_and_work_goes_on(self):
        game = self.game(RULES)
        play = self.start()
        moves = f"/api/players/plays/{play}/moves"
        self.client.get(f"/api/players/plays/{play}")
        self.limit(1)
        with self.assertLogs("dicetrail.web", "WARNING"):
            game, refused = self.fill(game)
        self.assertEqual(refused.status_code, 507)
        self.assertIn("no room left on the disk", refused.json()["detail"])
        self.assertIn("Nothing of this was saved", refused.json()["detail"])
        now = self.ask("GET", f"/games/{game['id']}")
        self.assertEqual((now["text"], now["revision"]), (game["text"], game["revision"]))
        brought = self.client.post(
            "/api/workshop/packs", files={"file": ("large.tsv", b"A?\tb\tc\td\n" * 20_000)}
        )
        self.assertEqual(brought.status_code, 507)
        answers = [
            self.client.post(moves, json={"do": "answer", "text": "B" * 900, "visit": 1}) for _ in range(15)
        ]
        self.assertTrue({answer.status_code for answer in answers} <= {200, 507})
        self.limit(1_000_000)
        saved = self.client.put(
            f"/api/workshop/games/{game['id']}", json={"text": RULES, "revision": game["revision"]}
        )
        self.assertEqual(saved.status_code, 200)
        move = self.client.post(moves, json={"do": "answer", "text": "A", "visit": 1})
        self.assertEqual(move.status_code, 200, move.text)
        self.assertEqual(move.json()["meters"][0]["value"], 5)
        with self.client.app.state.workshop.session() as session:
            kept = [one.number for one in session.query(PlayMove).order_by(PlayMove.number)]
        self.assertEqual(kept, list(range(1, len(kept) + 1)))
        self.client = self.serve()
        self.assertEqual(self.client.get(f"/api/players/plays/{play}").json()["meters"][0]["value"], 5)


if __name__ == "__main__":
    unittest.main()
