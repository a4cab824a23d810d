"""What was called saved stays: through kills, and on a disk that is full."""

from __future__ import annotations

import unittest

from sqlalchemy import event

from dicetrail.store.models import PlayMove

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
