"""The API of the bench: plays walked, differences, waymarks, coverage, ways and trails."""

from __future__ import annotations

import json
from typing import Any
from unittest import mock

from alembic import command
from alembic.config import Config
from sqlalchemy import create_engine, text

from dicetrail.store.database import MIGRATIONS
from dicetrail.web.workshop import waymarks

from .serving import RULES, Serving

MARKS = """\
waymarks:
  - {name: two, moves: [right, right], expect: {score: 10, lives: 2}}
  - {name: gone, moves: [wrong, wrong, wrong, wrong], expect: {result: lost}}
"""


class Bench(Serving):
    def setUp(self) -> None:
        super().setUp()
        self.one = self.game(RULES + MARKS)
        self.path = f"/games/{self.one['id']}"

    def walk(self, *moves: str, **more: Any) -> Any:
        return self.ask("POST", f"{self.path}/bench", {"dice": 1, "moves": list(moves), **more})

    def change(self, *edits: dict[str, Any]) -> Any:
        now = self.ask("GET", self.path)
        return self.ask("POST", f"{self.path}/edits", {"edits": list(edits), "revision": now["revision"]})

    def test_a_play_as_far_as_its_moves_go(self):
        found = self.walk("right", "wrong")
        gauges = {gauge["name"]: gauge for gauge in found["gauges"]}
        self.assertEqual((gauges["score"]["value"], gauges["score"]["change"]), (5, 5))
        self.assertEqual(len(gauges["score"]["course"]), len(found["steps"]) + 1)
        self.assertEqual([step["made_by"] for step in found["steps"]], [0, 0, 1, 1, 2])
        self.assertEqual((gauges["wrong"]["value"], gauges["tries_left"]["value"]), (1, 1))
        self.assertEqual((gauges["time_left"]["sort"], gauges["time_left"]["value"]), ("clock", 30))
        self.assertEqual(
            (found["view"]["phase"], found["can_be_late"], found["over"]), ("asking", True, False)
        )
        self.assertEqual(
            (found["row"], found["file"], found["line"], found["answer"]), (1, "packs/five.tsv", 2, "right 2")
        )
        self.assertEqual(found["coming"], ["Question 3?", "Question 4?", "Question 5?"])
        self.assertNotIn("right 2", json.dumps(found["view"]["feedback"]))

    def test_moves_past_the_end_and_moves_that_are_none(self):
        over = self.walk(*["wrong"] * 30)
        self.assertTrue(over["over"])
        self.assertEqual((len(over["moves"]), over["view"]["outcome"]["result"]), (4, "lost"))
        self.assertIn("is no move", self.walk("right", "leap")["problem"])
        self.assertEqual(self.walk("right", "leap", "right")["moves"], ["right"])

    def test_the_clock_is_stepped(self):
        self.assertEqual(self.walk(wait=12_000)["view"]["question_clock"]["left"], 18_000)
        self.assertEqual(self.walk(wait=99_000)["view"]["question_clock"]["left"], 1)

    def test_other_moves_are_held_against_it(self):
        found = self.walk("right", "right", other={"dice": 1, "moves": ["right", "wrong", "wrong"]})
        said = {one["name"]: one["said"] for one in found["differences"]}
        self.assertEqual(said["score"], "score was 5, now 10, since step 5, row 1.")
        self.assertEqual(self.walk("right", other={"dice": 1, "moves": ["right"]})["differences"], [])

    def test_a_change_is_told_until_the_next_move(self):
        self.assertIsNone(self.walk("right", "right")["differences"])
        self.change({"path": ["consequences", 0, "add", "score"], "value": 2})
        for _ in range(2):
            (score,) = self.walk("right", "right")["differences"]
            self.assertEqual(score["said"], "score was 10, now 4, since step 3, row 1.")
        self.assertIsNone(self.walk("right", "right", "right")["differences"])

    def test_a_change_before_the_server_was_started_again_is_told_by_its_revision(self):
        now = self.change({"path": ["consequences", 0, "add", "score"], "value": 2})
        self.client = self.serve()
        (score,) = self.walk("right", before=now["revision"] - 1)["differences"]
        self.assertIn("score was 5, now 2", score["said"])

    def test_waymarks_pass_break_and_say_since_when(self):
        found = self.ask("GET", f"{self.path}/waymarks")
        self.assertEqual((found["passed"], found["failed"]), (2, 0))
        self.change({"path": ["tries"], "value": 2}, {"path": ["title"], "value": "Again"})
        now = self.change({"path": ["consequences", 0, "add", "score"], "value": 4})
        self.assertEqual((now["passed"], now["failed"]), (1, 1))
        broken = self.ask("GET", f"{self.path}/waymarks")["waymarks"][0]
        self.assertEqual(broken["says"], ["score: expected 10, got 8"])
        self.assertEqual(broken["since"], "score was 10, now 8, since step 3, row 1.")
        self.change({"path": ["waymarks", 0, "expect"], "value": broken["now"]["expect"]})
        self.assertEqual(self.ask("GET", f"{self.path}/waymarks")["failed"], 0)

    def test_each_waymark_is_walked_once_under_the_same_rules(self):
        with mock.patch.object(waymarks, "walk", wraps=waymarks.walk) as walked:
            self.ask("GET", f"{self.path}/waymarks")
            before = walked.call_count
            self.change({"path": ["consequences", 0, "add", "score"], "value": 4})
            self.assertEqual(self.ask("GET", f"{self.path}/waymarks")["failed"], 1)
            self.assertEqual(walked.call_count, before + 2)  # how it was is known, since it was looked at
        self.client = self.serve()
        self.assertIn("now 8", self.ask("GET", f"{self.path}/waymarks")["waymarks"][0]["since"])

    def test_what_no_play_hangs_on_walks_no_waymark_anew(self):
        looks: list[tuple[list[Any], Any]] = [
            (["title"], "Again"),
            (["intro"], "Come in."),
            (["look"], {"accent": "#7a1f5c"}),
            (["welcome"], {"volume": 0.2}),
            (["sounds"], {"ping": {"pitch": 880}}),
            (["silent"], True),
            (["same_deal"], True),
            (["review"], False),
            (["aims"], [{"name": "not too hard", "skill": 0.5, "expect": "mean(score) > 1"}]),
            (["set_aside"], [{"snag": "unused-cue", "why": "it is for later"}]),
            (["waymarks", 0, "name"], "the first"),
        ]
        rules: list[tuple[list[Any], Any]] = [
            (["meters", "score", "max"], 90),
            (["clocks", "question"], 20),
            (["cues"], {"spark": {"hold": 2}}),
            (["checking", "spelling"], 1),
        ]
        with mock.patch.object(waymarks, "walk", wraps=waymarks.walk) as walked:
            self.ask("GET", f"{self.path}/waymarks")
            for walks, some in ((0, looks), (2, rules)):
                for path, value in some:
                    before = walked.call_count
                    self.change({"path": path, "value": value})
                    self.assertEqual(self.ask("GET", f"{self.path}/waymarks")["passed"], 2, path)
                    self.assertEqual(walked.call_count, before + walks, path)
            before = walked.call_count
            pack = self.ask("GET", self.path)["packs"][0]
            self.ask("PUT", f"/packs/{pack['id']}/lines/5", {"raw": None, "revision": pack["revision"]})
            self.ask("GET", f"{self.path}/waymarks")
            self.assertEqual(walked.call_count, before + 2)

    def test_what_can_be_expected_after_each_move(self):
        play = {"dice": 1, "moves": ["right", "wrong", "leap", "right"]}
        found = self.ask("POST", f"{self.path}/outcomes", play)
        self.assertEqual([values["score"] for values in found["after"]], [0, 5, 5])
        self.assertEqual((found["moves"], found["problem"][:6]), (["right", "wrong"], "‘leap’"))
        self.assertEqual(found["after"][2]["tell"], "none")
        over = self.ask("POST", f"{self.path}/outcomes", {"dice": 1, "moves": ["wrong"] * 9})
        self.assertEqual((len(over["after"]), over["after"][-1]["ending"]), (5, 1))
        self.ask("POST", f"{self.path}/outcomes", {"dice": 1, "count": 0, "moves": []}, 422)

    def test_a_waymark_that_looks_on_the_way(self):
        along = [{"after": 1, "expect": {"score": 5}}]
        mark = {"name": "on the way", "moves": ["right", "wrong"], "along": along}
        now = self.change({"do": "insert", "path": ["waymarks", 2], "value": mark})
        self.assertEqual((now["passed"], now["failed"]), (3, 0))
        self.change({"path": ["consequences", 0, "add", "score"], "value": 4})
        broken = self.ask("GET", f"{self.path}/waymarks")["waymarks"][2]
        self.assertEqual(broken["says"], ["score after 1 move: expected 5, got 4"])
        self.assertEqual(broken["now"]["along"], [{"after": 1, "expect": {"score": 4}}])
        self.assertEqual(broken["mark"]["along"], along)

    def test_the_first_set_can_be_kept_whole_and_passes(self):
        made = self.ask("GET", f"{self.path}/first-set")
        names = [mark["name"] for mark in made]
        self.assertTrue(
            {"all right", "all wrong", "right at the second try", "too late"} <= set(names), names
        )
        edits = [{"do": "insert", "path": ["waymarks", 2 + n], "value": mark} for n, mark in enumerate(made)]
        now = self.change(*edits)
        self.assertEqual((now["passed"], now["failed"]), (2 + len(made), 0))

    def test_coverage_and_ways(self):
        wanted = {"plays": [{"dice": 1, "moves": ["late"]}]}
        found = self.ask("POST", f"{self.path}/coverage", wanted)
        touched = {part["what"]: part["touched"] for part in found["parts"]}
        self.assertEqual(
            touched,
            {
                "row 1": True,
                "row 2": True,
                "row 3": True,
                "ending 1": True,
                "award 1": False,
                "award 2": True,
            },
        )
        self.assertEqual((found["kinds"], found["kinds_left"]), (["choice"], []))
        self.assertIn("late", found["moments"])
        way = self.ask("GET", f"{self.path}/way?what=award 1")
        over = self.walk(*way["moves"], dice=way["dice"])
        self.assertEqual(over["view"]["outcome"]["award"], "High")
        self.assertIsNone(self.ask("GET", f"{self.path}/way?what=row 9")["moves"])
        self.ask("GET", f"{self.path}/way?what=nonsense", code=422)

    def test_a_trail_goes_out_and_comes_back(self):
        body = {"dice": 9, "moves": ["right @2", "wrong", "late"]}
        trail = self.client.post(f"/api/workshop{self.path}/bench/trail", json=body)
        self.assertIn("attachment", trail.headers["content-disposition"])
        self.change({"path": ["consequences", 0, "add", "score"], "value": 1})

        def bring(data: bytes) -> Any:
            return self.client.post(
                f"/api/workshop{self.path}/bench/bring", files={"file": ("t.jsonl", data)}
            )

        back = bring(trail.content).json()
        self.assertEqual((back["play"]["dice"], back["play"]["moves"]), (9, body["moves"]))
        self.assertIn("score was 5, now 1", back["differences"][0]["said"])
        gap = b"".join(line for n, line in enumerate(trail.content.splitlines(keepends=True)) if n != 3)
        refused = bring(gap)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("a line is missing", refused.json()["detail"])

    def test_a_game_that_is_stopped_by_its_snags(self):
        self.change({"path": ["endings", 0, "if"], "value": "live == 0"})
        said = self.ask("POST", f"{self.path}/bench", {"dice": 1}, 422)["detail"]
        self.assertIn("`live` is not known here", said)
        self.assertEqual(self.ask("GET", self.path)["failed"], 0)


class Upgrade(Serving):
    def test_games_kept_before_they_had_a_history_can_be_undone(self):
        """Revisions of a database from before have the one before them as their parent."""
        self._running.close()
        file = self.folder / "old.sqlite"
        engine = create_engine(f"sqlite:///{file}")
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        with engine.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "0002")
            connection.execute(
                text(
                    "INSERT INTO games (id, slug, text, revision, dice, updated)"
                    " VALUES (1, 'old', 'title: B', 2, 7, '2026-01-01 00:00:00')"
                )
            )
            for number, title in ((1, "A"), (2, "B")):
                connection.execute(
                    text(
                        "INSERT INTO game_revisions (game_id, number, text, at)"
                        " VALUES (1, :n, :t, '2026-01-01 00:00:00')"
                    ),
                    {"n": number, "t": f"title: {title}"},
                )
        engine.dispose()
        file.replace(self.folder / "dicetrail.sqlite")
        for left in self.folder.glob("dicetrail.sqlite-*"):
            left.unlink()
        self.client = self.serve()
        self.assertEqual(self.turn("/games/1", "undo")["text"], "title: A")
        self.assertEqual(self.turn("/games/1", "redo")["text"], "title: B")
