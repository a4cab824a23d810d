"""Real plays: kept as they are played, looked through, counted, walked again, given out, and forgotten."""

from __future__ import annotations

import csv
import io
import json
import sqlite3
import threading
import time
from concurrent.futures import Future
from contextlib import closing
from datetime import timedelta
from typing import Any

import openpyxl
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from dicetrail.core.play.rulebook.move import Move
from dicetrail.standin.record_store import RecordStore
from dicetrail.standin.statements import problems_of
from dicetrail.store import played
from dicetrail.store.database import open_database
from dicetrail.store.models import Handout, Play, now
from dicetrail.store.plays import Made
from dicetrail.web.app import DATABASE
from dicetrail.web.jobs import Jobs

from .serving import Serving


class Played(Serving):
    """A game of five questions, handed out."""

    def setUp(self):
        super().setUp()
        self.made = self.game()
        self.handout = self.ask(
            "POST", f"/games/{self.made['id']}/handouts", {"name": "Class", "best": True}, 201
        )
        self.path = f"/handouts/{self.handout['id']}"

    def begun(self, player: str) -> str:
        answer = self.client.post(f"/api/players/games/{self.handout['link']}/plays", json={"player": player})
        self.assertEqual(answer.status_code, 201, answer.text)
        return answer.json()["id"]

    def move(self, play: str, text: str) -> dict[str, Any]:
        visit = self.client.get(f"/api/players/plays/{play}").json()["visit"]
        move = {"do": "answer", "text": text, "visit": visit}
        return self.client.post(f"/api/players/plays/{play}/moves", json=move).json()

    def play(self, player: str, texts: str) -> str:
        """A play whose answers are these letters; A is right."""
        play = self.begun(player)
        self.client.get(f"/api/players/plays/{play}")
        for text in texts:
            self.move(play, text)
        return play

    def plays(self, query: str = "") -> dict[str, Any]:
        return self.ask("GET", f"{self.path}/plays?{query}")

    def until(self, ask, done):
        """Ask again until something is so."""
        end = time.monotonic() + 30
        while not done(found := ask()):
            self.assertLess(time.monotonic(), end, found)
            time.sleep(0.05)
        return found

    def ended(self, job: str):
        """A job, once it has come to its end."""
        return self.until(
            lambda: self.ask("GET", f"/jobs/{job}"),
            lambda found: found["state"] not in ("waiting", "working"),
        )

    def what_if(self):
        job = self.ask("POST", f"{self.path}/what-if", {}, 201)["job"]["id"]
        return self.until(
            lambda: self.ask("GET", f"{self.path}/what-if/{job}"),
            lambda found: found["job"]["state"] not in ("waiting", "working"),
        )


class History(Played):
    def test_plays_are_found_filtered_and_sorted(self):
        self.play("Ida", "AAAAA")
        self.play("Bo", "BBBB")
        self.play("", "A")
        seen = self.plays("sort=player&desc=false")
        self.assertEqual(seen["total"], 3)
        rows = {one["player"]: one for one in seen["plays"]}
        self.assertEqual(
            [rows["Ida"][name] for name in ("result", "award", "score", "right", "asked", "over")],
            ["done", "High", 25, 5, 5, True],
        )
        self.assertEqual([rows["Bo"][name] for name in ("result", "right", "asked")], ["lost", 0, 2])
        self.assertEqual(rows["Player"]["result"], "")
        chosen = [rows["Ida"][name] for name in ("count", "topic", "level")]  # nothing is asked
        self.assertEqual(chosen, [None, "", None])
        self.assertEqual(self.plays("result=lost")["total"], 1)
        self.assertEqual(self.plays("award=High")["plays"][0]["player"], "Ida")
        self.assertEqual(self.plays("words=id")["total"], 1)
        self.assertEqual(self.plays("words=%25")["total"], 0)
        self.assertEqual(
            [one["player"] for one in self.plays("offset=1&limit=1&sort=score")["plays"]], ["Bo"]
        )
        self.assertEqual((seen["results"], set(seen["awards"])), (["done", "lost"], {"High", "Low"}))

    def test_what_is_not_over_is_kept_when_the_server_stops(self):
        self.play("Ida", "AB")
        self.client = self.serve()
        row = self.plays()["plays"][0]
        self.assertEqual((row["result"], row["right"], row["asked"]), ("", 1, 2))
        found = self.ask("GET", f"{self.path}/statistics")
        self.assertEqual([one["asked"] for one in found["questions"]], [1, 1])

    def clock(self, play: str) -> int:
        """How far the time of a play has come, as it is kept."""
        with closing(sqlite3.connect(self.folder / DATABASE)) as kept:
            return kept.execute("SELECT clock FROM plays WHERE id = ?", (play,)).fetchone()[0]

    def test_what_is_not_over_is_kept_when_the_server_is_killed(self):
        """As the disk is at that moment: a play that rested and went on, and one that was never seen."""
        ida, _ = self.play("Ida", "AB"), self.play("Bo", "A")
        self.client = self.serve()
        self.move(ida, "A")
        self.begun("Eve")
        disk = self.folder / "as it was.sqlite"
        with closing(sqlite3.connect(self.folder / DATABASE)) as live, closing(sqlite3.connect(disk)) as copy:
            live.backup(copy)
        self._running.close()
        for file in self.folder.glob(f"{DATABASE}*"):
            file.unlink()
        disk.rename(self.folder / DATABASE)
        clock = self.clock(ida)
        self.client = self.serve()
        self.until(
            lambda: {one["player"]: (one["right"], one["asked"]) for one in self.plays()["plays"]},
            lambda rows: rows == {"Ida": (2, 3), "Bo": (1, 2), "Eve": (0, 1)},
        )
        found = self.ask("GET", f"{self.path}/statistics")
        self.assertEqual([one["asked"] for one in found["questions"]], [2, 1])
        self._running.close()
        self.assertLess(self.clock(ida) - clock, 1000, "its time stands until its player is back")

    def test_a_play_goes_to_the_bench_and_beside_another(self):
        one, other = self.play("Ida", "AABAA"), self.play("Bo", "ABAAA")
        taken = self.ask("GET", f"{self.path}/plays/{one}/bench")
        self.assertEqual((taken["same_rules"], taken["differences"]), (True, []))
        bench = self.ask("POST", f"/games/{self.made['id']}/bench", taken["play"])
        self.assertEqual(len(bench["moves"]), 5)
        self.assertEqual(bench["view"]["meters"][0]["value"], 20)
        told = self.ask("GET", f"{self.path}/plays/{one}/beside/{other}")["differences"]
        self.assertIn("moment", {one["name"] for one in told})
        self.ask("GET", f"{self.path}/plays/nothing/bench", code=404)
        trial = self.client.post("/api/players/games/test/plays", json={}).json()["id"]
        self.ask("GET", f"{self.path}/plays/{trial}/bench", code=404)

    def test_plays_that_go_on_are_seen_and_ended(self):
        play = self.begun("Ida")
        self.assertEqual(self.ask("GET", f"{self.path}/now"), [])  # nobody has opened it yet
        self.move(play, "A")
        seen = self.ask("GET", f"{self.path}/now")[0]
        self.assertEqual((seen["player"], seen["number"], seen["total"], seen["right"]), ("Ida", 2, 5, 1))
        self.assertEqual(seen["meters"], {"score": 5, "lives": 2})
        self.assertEqual(self.ask("POST", f"{self.path}/now/{play}/end"), {"plays": 1})
        self.assertEqual(self.ask("POST", f"{self.path}/now/{play}/end"), {"plays": 0})
        view = self.client.get(f"/api/players/plays/{play}").json()
        self.assertEqual((view["phase"], view["outcome"]["result"]), ("over", "stopped"))
        self.client = self.serve()
        again = self.client.get(f"/api/players/plays/{play}").json()
        self.assertEqual(again["outcome"]["result"], "stopped")
        self.assertEqual(self.plays()["plays"][0]["result"], "stopped")
        for name in ("Bo", "Cy"):
            self.move(self.begun(name), "A")
        self.assertEqual(self.ask("POST", f"{self.path}/now/end"), {"plays": 2})

    def test_a_player_can_not_stop_a_play(self):
        play = self.begun("Ida")
        answer = self.client.post(
            f"/api/players/plays/{play}/moves", json={"do": "stop", "text": "", "visit": 1}
        )
        self.assertEqual(answer.status_code, 422)

    def test_statistics_and_what_is_made_of_them(self):
        for player, texts in (("Ida", "AAAAA"), ("Bo", "BAABAAA"), ("Cy", "BBAAAA")):
            self.play(player, texts)
        found = self.ask("GET", f"{self.path}/statistics")
        self.assertEqual((found["plays"], found["few"], found["common"]), (3, True, 5))
        first = found["questions"][0]
        self.assertEqual((first["asked"], first["first"], first["right"]), (3, 1, 2))
        self.assertEqual(
            [(one["text"], one["right"], one["times"]) for one in first["options"]],
            [("right 1", True, 2), ("wrong 1a", False, 3), ("wrong 1b", False, 0)],
        )
        self.assertEqual((first["number"], first["pack_id"]), (0, self.made["packs"][0]["id"]))
        self.assertIsNotNone(found["questions"][0]["discrimination"])
        self.assertEqual(self.ask("GET", f"{self.path}/statistics?version=7")["plays"], 0)

    def test_an_accepted_answer_makes_players_better_off(self):
        pack = self.bring("typed.tsv", b"Which rock?\treef\nWhich wind?\tfoehn\n")
        game = self.ask("POST", "/games", {"pack_id": pack["id"], "title": "Typed"}, 201)
        rules = (
            "title: Typed\npacks: [packs/typed.tsv]\ndeal: {order: filed}\ntries: 1\n"
            "meters: {score: {start: 0}}\nclocks: {breather: 0}\n"
            "consequences: [{moment: right, add: {score: 5}}]\n"
        )
        self.ask("PUT", f"/games/{game['id']}", {"text": rules, "revision": game["revision"]})
        self.handout = self.ask("POST", f"/games/{game['id']}/handouts", {"name": "Typed"}, 201)
        self.path = f"/handouts/{self.handout['id']}"
        for n in range(9):
            play = self.begun(f"P{n}")
            self.client.get(f"/api/players/plays/{play}")
            self.move(play, "coral reef" if n < 5 else "reef")
            self.move(play, "foehn")
        question = self.ask("GET", f"{self.path}/statistics")["questions"][0]
        self.assertEqual(question["refused"], [{"text": "coral reef", "times": 5}])
        advice = next(one for one in question["advice"] if one["mend"] == "accept")
        self.assertEqual((advice["text"], "5 typed" in advice["said"]), ("coral reef", True))
        now = self.ask("GET", f"/packs/{pack['id']}")["revision"]
        place = f"/packs/{question['pack_id']}/questions/{question['number']}/accept"
        self.ask("POST", place, {"text": advice["text"], "revision": now})
        found = self.what_if()
        self.assertEqual(
            (found["job"]["state"], found["plays"], found["better"], found["worse"], found["verdicts"]),
            ("done", 9, 5, 0, 5),
        )
        anew = self.ask("POST", f"{self.path}/anew")
        self.assertEqual(len(anew["versions"]), 2)
        self.assertEqual(self.ask("GET", f"{self.path}/statistics?version=2")["plays"], 0)

    def test_what_if_with_processes_of_their_own(self):
        with Session(open_database(self.folder / "dicetrail.sqlite")) as session:
            self.play("Ida", "BBBB")
            one = session.query(Play).filter(Play.result == "lost").one()
            kept = {column.name: getattr(one, column.key) for column in Play.__table__.columns}
            session.execute(Play.__table__.insert(), [{**kept, "id": f"copy{n}"} for n in range(450)])
            session.commit()
        game = self.ask("GET", f"/games/{self.made['id']}")
        text = game["text"].replace("lives: -1", "lives: 0")
        self.ask("PUT", f"/games/{self.made['id']}", {"text": text, "revision": game["revision"]})
        found = self.what_if()
        self.assertEqual((found["job"]["state"], found["plays"]), ("done", 451))
        changed = {(one["what"], one["name"]): (one["before"], one["after"]) for one in found["changed"]}
        self.assertEqual(changed["result", "lost"], (451, 0))

    def test_files(self):
        self.play("=cmd|' /C calc'!A0", "AAAAA")
        self.play('Ωδή, "x"\n', "BBBB")
        self.play("＝1+1", "B")
        file = f"/api/workshop{self.path}/file"
        rows = list(csv.reader(io.StringIO(self.client.get(f"{file}/plays.csv").content.decode("utf-8-sig"))))
        self.assertEqual(rows[0][:4], ["play", "version", "player", "started"])
        self.assertEqual({row[2] for row in rows[1:]}, {"'=cmd|' /C calc'!A0", 'Ωδή, "x"', "'＝1+1"})
        book = openpyxl.load_workbook(io.BytesIO(self.client.get(f"{file}/plays.xlsx").content))
        self.assertEqual(book.worksheets[0].max_row, 4)
        lines = self.client.get(f"{file}/plays.jsonl").text.splitlines()
        first = json.loads(lines[0])
        self.assertEqual((first["result"], len(first["answers"])), ("done", 5))
        self.assertEqual(first["answers"][0]["options"], ["right 1", "wrong 1a", "wrong 1b"])
        for ending in ("csv", "xlsx", "jsonl"):
            self.assertEqual(self.client.get(f"{file}/statistics.{ending}").status_code, 200)
        self.assertEqual(self.client.get(f"{file}/plays.exe").status_code, 422)
        self.assertEqual(len(self.client.get(f"{file}/plays.jsonl?result=lost").text.splitlines()), 1)

    def test_names_and_plays_are_removed(self):
        one, other = self.play("Ida", "AAAAA"), self.play("Bo", "BBBB")
        self.ask("POST", f"{self.path}/plays/forget-names", {"plays": [one]})
        self.assertEqual({row["player"] for row in self.plays()["plays"]}, {"", "Bo"})
        self.assertEqual(self.client.get(f"/api/players/plays/{one}").json()["outcome"]["award"], "High")
        self.ask("POST", f"{self.path}/plays/forget-names", {})
        self.assertEqual({row["player"] for row in self.plays()["plays"]}, {""})
        self.assertEqual(
            self.ask("POST", f"{self.path}/plays/remove", {"plays": [other, "none"]}), {"plays": 1}
        )
        self.assertEqual(self.plays()["total"], 1)
        self.assertEqual(self.ask("POST", f"{self.path}/plays/remove", {}), {"plays": 0})

    def test_what_is_removed_while_it_goes_on_is_ended_first(self):
        mine, others = self.play("Ida", "A"), self.play("Bo", "A")
        self.ask("POST", f"{self.path}/plays/forget-names", {"plays": [mine]})
        told = {one["id"]: one["player"] for one in self.ask("GET", f"{self.path}/now")}
        self.assertEqual(told, {mine: "", others: "Bo"})
        self.assertEqual(self.ask("POST", f"{self.path}/plays/remove", {"plays": [mine]}), {"plays": 1})
        self.assertEqual([one["id"] for one in self.ask("GET", f"{self.path}/now")], [others])
        answer = {"do": "answer", "text": "A", "visit": 2}
        self.assertEqual(self.client.post(f"/api/players/plays/{mine}/moves", json=answer).status_code, 404)
        self.assertEqual(self.client.post(f"/api/players/plays/{others}/moves", json=answer).status_code, 200)

    def test_one_that_can_not_be_kept_costs_no_other(self):
        """All that waits is one commit; a row that fails may not take the others' with it."""
        play = self.begun("Ida")
        keeper = self.client.app.state.live._keeper
        waits: list[Any] = []
        for play_id in ("no such play", play):
            kept: Future[None] = Future()
            waits.append(([Made(play_id, 1, Move("answer", "A", 1), 5)], kept))
        errors = [error for _, error in keeper._written(waits)]
        self.assertIsInstance(errors[0], IntegrityError)
        self.assertIsNone(errors[1])

    def test_work_is_answered_as_what_it_is(self):
        game = f"/games/{self.made['id']}"
        walk = self.ask("POST", f"{game}/proof/walk", {"plays": 2}, 201)["job"]["id"]
        deals = self.ask("POST", f"{game}/fairness", {"deals": 10}, 201)["job"]["id"]
        self.ask("GET", f"{game}/fairness/{walk}", code=404)
        self.ask("GET", f"{game}/proof/walk/{deals}", code=404)
        self.ask("GET", f"{self.path}/what-if/{deals}", code=404)
        self.ask("POST", f"{self.path}/what-if", {"version": 10**30}, 422)
        revision = self.ask("GET", game)["revision"]
        edits = {"edits": [{"do": "remove", "path": [43]}], "revision": revision}
        self.assertIn("no 43 in this game", self.ask("POST", f"{game}/edits", edits, 422)["detail"])

    def test_a_job_that_waits_stays_findable(self):
        jobs, held = Jobs(), threading.Event()
        self.addCleanup(jobs.close)
        waiting = [jobs.start("walk", lambda _: held.wait(10) and None) for _ in range(150)]
        self.assertIsNotNone(jobs.get(waiting[0].id))
        self.assertIsNotNone(jobs.get(waiting[-1].id))
        held.set()

    def test_two_players_of_one_name_are_two_accounts(self):
        self.play("Ida", "A")
        self.client.cookies.clear()
        self.play("Ida", "A")
        sent = self.client.get(f"/api/workshop{self.path}/statements").json()
        actors = {(one["actor"]["name"], one["actor"]["account"]["name"]) for one in sent}
        self.assertEqual([name for name, _ in actors], ["Ida", "Ida"])

    def test_plays_are_kept_as_long_as_is_set(self):
        self.play("Ida", "AAAAA")
        with Session(open_database(self.folder / "dicetrail.sqlite")) as session:
            self.assertEqual(played.remove_old(session, now() + timedelta(days=400)), 0)
            session.get_one(Handout, self.handout["id"]).keep_days = 30
            session.flush()
            self.assertEqual(played.remove_old(session, now() + timedelta(days=29)), 0)
            self.assertEqual(played.remove_old(session, now() + timedelta(days=31)), 1)
            session.commit()
        self.assertEqual(self.plays()["total"], 0)

    def test_the_best_are_shown_where_the_maker_wants_it(self):
        markup = "<img src=x onerror=alert(1)>"
        self.play(markup, "AAAABB")
        best = self.play("Ida", "AAAAA")
        going = self.begun("Bo")
        path = f"/api/players/plays/{best}/best"
        rows = self.client.get(path).json()
        self.assertEqual(
            rows, [{"player": "Ida", "score": 25, "own": True}, {"player": markup, "score": 20, "own": False}]
        )
        self.assertEqual(self.client.get(f"/api/players/plays/{going}/best").json(), [])
        shown = {name: self.handout[name] for name in ("name", "note", "asks_name", "listed")}
        self.ask("PUT", self.path, {**shown, "best": False, "revision": self.handout["revision"]})
        self.assertEqual(self.client.get(path).json(), [])
        long = self.client.post(
            f"/api/players/games/{self.handout['link']}/plays", json={"player": "x" * 200}
        )
        self.assertEqual(long.status_code, 422)

    def test_statements_are_as_the_standard_says_and_reach_a_busy_store(self):
        self.play("Ida", "AAAAA")
        self.play("", "BBBB")
        sent = self.client.get(f"/api/workshop{self.path}/statements").json()
        self.assertEqual([problems_of(one) for one in sent if problems_of(one)], [])
        verbs = [one["verb"]["id"].rpartition("/")[2] for one in sent]
        self.assertEqual(verbs[:8], ["initialized", *["answered"] * 5, "completed", "initialized"])
        self.assertEqual(verbs[-2:], ["completed", "failed"])
        self.assertEqual(sent[6]["result"]["score"], {"scaled": 1.0, "raw": 25.0})
        with RecordStore(busy=2, sign_in="ida:knots") as store:
            threading.Thread(target=store.serve_forever, daemon=True).start()
            wanted = {"address": store.address, "user": "ida", "password": "knots", "nearby": True}
            for _ in range(2):  # the second time nothing is kept twice
                job = self.ask("POST", f"{self.path}/statements", wanted, 201)["id"]
                done = self.ended(job)
                self.assertEqual((done["state"], done["done"]), ("done", len(sent)))
            self.assertEqual(len(store.kept), len(sent))
            self.assertEqual(store.asked, 4)
            job = self.ask(
                "POST", f"{self.path}/statements", {"address": store.address, "nearby": True}, 201
            )["id"]
            done = self.until(
                lambda: self.ask("GET", f"/jobs/{job}"),
                lambda job: job["state"] not in ("waiting", "working"),
            )
            self.assertEqual(done["state"], "refused")
            self.assertIn("401", done["message"])
            store.shutdown()
