"""Many at once: names, first starts, undo and putting back come out right, and floods are let go."""

from __future__ import annotations

import json
import sys
import time
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from unittest import mock

from dicetrail.core.snag import Refused
from dicetrail.store.models import CompiledGame, Play, PlayMove
from dicetrail.web.jobs import Jobs
from dicetrail.web.players.allowance import A_SECOND

from .every_request import every_request, picture
from .serving import ROWS, RULES, Serving, view_when

MANY = 24


class Crowds(Serving):
    def at_once(self, send, number: int = MANY) -> list:
        """What many who do the same at the same time are answered."""
        with ThreadPoolExecutor(number) as threads:
            return list(threads.map(send, range(number)))

    def test_first_starts_at_once(self):
        self.game()
        answers = self.at_once(lambda _: self.client.post("/api/players/games/test/plays", json={}))
        self.assertEqual({answer.status_code for answer in answers}, {201})
        with self.client.app.state.workshop.session() as session:
            self.assertEqual((session.query(Play).count(), session.query(CompiledGame).count()), (MANY, 1))

    def test_names_at_once(self):
        pack = self.bring("five.tsv", ROWS.encode())
        files = self.at_once(
            lambda _: self.client.post("/api/workshop/packs", files={"file": ("five.tsv", ROWS.encode())})
        )
        self.assertEqual({answer.status_code for answer in files}, {201})
        wanted = {"pack_id": pack["id"], "title": "One Name"}
        games = self.at_once(lambda _: self.client.post("/api/workshop/games", json=wanted))
        self.assertEqual({answer.status_code for answer in games}, {201})
        sounds = self.at_once(
            lambda _: self.client.post("/api/workshop/media", files={"file": ("mark.png", picture())})
        )
        self.assertEqual({answer.status_code for answer in sounds}, {201})
        shelf = self.ask("GET", "/shelf")
        self.assertEqual(len({one["name"] for one in shelf["packs"]}), MANY + 1)
        self.assertEqual(len({one["slug"] for one in shelf["games"]}), MANY)
        self.assertEqual([one["name"] for one in self.ask("GET", "/media")], ["mark.png"])

    def test_one_edit_of_many_made_to_the_same_revision_is_kept(self):
        game = self.game()
        path = f"/api/workshop/games/{game['id']}/edits"

        def edit(n: int) -> int:
            wanted = {"edits": [{"path": ["tries"], "value": n + 10}], "revision": game["revision"]}
            return self.client.post(path, json=wanted).status_code

        self.assertEqual(sorted(self.at_once(edit)), [200] + [409] * (MANY - 1))

    def test_jobs_begun_at_once_are_all_kept_or_refused(self):
        jobs = Jobs()
        self.addCleanup(jobs.close)
        self.addCleanup(sys.setswitchinterval, sys.getswitchinterval())
        sys.setswitchinterval(1e-6)  # threads change places in the middle of everything

        def begin(_: int) -> int:
            for _ in range(300):
                with suppress(Refused):
                    jobs.start("fairness", lambda _: None)
            return 1

        self.assertEqual(sum(self.at_once(begin, 4)), 4)

    def test_put_back_twice_is_put_back_once(self):
        game = self.game()
        pack = game["packs"][0]["id"]
        self.ask("POST", f"/packs/{pack}/off")
        answers = self.at_once(lambda _: self.client.post(f"/api/workshop/packs/{pack}/back"))
        self.assertEqual({answer.status_code for answer in answers}, {200})
        self.assertEqual(self.ask("GET", f"/packs/{pack}")["name"], "packs/five.tsv")
        self.assertTrue(self.ask("GET", f"/games/{game['id']}")["playable"])

    def test_undo_does_not_take_back_what_was_not_seen(self):
        game = self.game()
        seen = game["revision"]
        edit = {"edits": [{"path": ["tries"], "value": 1}], "revision": seen}
        now = self.ask("POST", f"/games/{game['id']}/edits", edit)
        refused = self.ask("POST", f"/games/{game['id']}/turn/undo?revision={seen}", code=409)
        self.assertIn("changed elsewhere", refused["detail"])
        self.assertEqual(self.ask("GET", f"/games/{game['id']}")["text"], now["text"])
        pack = game["packs"][0]["id"]
        self.ask("PUT", f"/packs/{pack}/lines/1", {"raw": "A?\tb", "revision": 1})
        self.ask("POST", f"/packs/{pack}/turn/undo?revision=1", code=409)
        self.ask("POST", f"/packs/{pack}/turn/undo?revision=2")

    def test_every_kind_of_request_many_at_once(self):
        self.ask("POST", "/demo", code=201)

        def ask(method, path, body=None):
            return self.client.request(method, path, json=body).json()

        for asked in every_request(ask):
            with self.subTest(asked.kind):
                answers = self.at_once(
                    lambda _, asked=asked: self.client.request(asked.method, asked.path, **asked.sent()), 4
                )
                self.assertLess(max(answer.status_code for answer in answers), 500)

    def test_a_change_that_was_not_kept_is_not_read_later(self):
        """A revision that failed to be kept leaves nothing behind: the next one gets its number."""
        pack = self.bring("five.tsv", ROWS.encode())
        workshop = self.client.app.state.workshop
        with workshop.session() as session:
            from dicetrail.core.pack.editing import replace_lines
            from dicetrail.store.models import Pack

            kept = session.get(Pack, pack["id"])
            changed = replace_lines(workshop.packs.source(session, kept), 1, "Lost?\tnever")
            workshop.packs.change(session, kept, changed, 1)
            session.rollback()
        now = self.ask("PUT", f"/packs/{pack['id']}/lines/1", {"raw": "Kept?\tyes", "revision": 1})
        self.assertEqual(now["revision"], 2)
        lines = self.ask("GET", f"/packs/{pack['id']}/lines")["lines"]
        self.assertEqual(lines[0]["raw"], "Kept?\tyes")


class Floods(Serving):
    def socket(self, play: str):
        return self.client.websocket_connect(f"ws://localhost/api/players/plays/{play}/live")

    def kept(self) -> int:
        with self.client.app.state.workshop.session() as session:
            return session.query(PlayMove).count()

    def test_what_a_play_can_not_take_is_not_kept(self):
        self.game()
        with self.socket(self.start()) as socket:
            view_when(socket, lambda view: view["phase"] == "asking")
            for n in range(300):
                socket.send_text(json.dumps({"do": "answer", "text": "x" * 1000, "visit": 50 + n}))
                socket.send_text(json.dumps({"do": "continue", "visit": 1}))
                socket.send_text("x" * 5000)
                socket.send_bytes(b"\xff\x00")
                socket.send_text('{"do": "answer", "visit": NaN, "text": "\\ud800"}')
                socket.send_text('{"do": "answer", "visit": 1' + "0" * 400 + "}")
        self.assertEqual(self.kept(), 0)

    def test_a_play_goes_on_after_a_flood(self):
        self.game(RULES.replace("tries: 2", "tries: none"))
        play = self.start()
        path = f"/api/players/plays/{play}/moves"
        self.client.get(f"/api/players/plays/{play}")
        with mock.patch("dicetrail.web.players.allowance.monotonic", return_value=time.monotonic()):
            codes = [
                self.client.post(path, json={"do": "answer", "text": "B", "visit": 1}).status_code
                for _ in range(2 * A_SECOND)
            ]
        self.assertEqual(codes, [200] * A_SECOND + [429] * A_SECOND)
        self.assertLessEqual(self.kept(), A_SECOND)
        with self.socket(play) as socket:
            view = socket.receive_json()
            self.assertEqual(view["phase"], "asking")
            self.assertEqual(view["visit"], 1)

    def test_too_large_is_told(self):
        self.game()
        large = {"player": "x" * 100_000}
        pieces = iter([b'{"player": "', *[b"x" * 1000] * 100, b'"}'])  # its length is not told
        for body in ({"json": large}, {"content": pieces, "headers": {"content-type": "application/json"}}):
            answer = self.client.post("/api/players/games/test/plays", **body)
            self.assertEqual(answer.status_code, 413)
            self.assertIn("send less", answer.json()["detail"])
        self.assertIn("less", answer.json()["detail"])
