"""The APIs of the rules table, of what rules come to, of feedback and of the manners to begin from."""

from __future__ import annotations

import json
import time
import zlib
from collections.abc import Hashable
from unittest import mock

from dicetrail.core.pack.reader import read_text
from dicetrail.core.rules.compile import read_game
from dicetrail.store.models import CompiledGame
from dicetrail.web.search_queue import Searches

from .serving import ROWS, RULES, Serving


class Rules(Serving):
    def comes_to(self, game):
        end = time.monotonic() + 10
        while time.monotonic() < end:
            found = self.ask("GET", f"/games/{game['id']}/comes-to")
            if found["ready"]:
                return found
            time.sleep(0.02)
        raise AssertionError("it was not worked out")

    def test_the_document_for_the_table(self):
        game = self.game()
        rules = self.ask("GET", f"/games/{game['id']}/rules")
        self.assertEqual(rules["document"]["consequences"][0]["add"], {"score": "5"})
        self.assertEqual(rules["moments"][0], "begun")
        self.assertEqual(set(rules["built_in"]), set(rules["moments"]))
        self.assertTrue({"score", "lives", "streak"} <= set(rules["names"]))
        broken = self.ask("PUT", f"/games/{game['id']}", {"text": "title: [", "revision": game["revision"]})
        self.assertFalse(broken["playable"])
        self.assertIn("mended first", self.ask("GET", f"/games/{game['id']}/rules", code=422)["detail"])

    def test_what_was_found_is_known_when_the_workshop_starts_again(self):
        game = self.game()
        path, found = f"/games/{game['id']}/comes-to", self.comes_to(game)
        self.client = self.serve()
        with mock.patch("dicetrail.web.beside.worker.subprocess.Popen") as started:
            self.assertEqual(self.ask("GET", path), found)
            text = RULES.replace("title: Test", "title: No play hangs on it")
            game = self.ask("PUT", f"/games/{game['id']}", {"text": text, "revision": game["revision"]})
            self.assertEqual(self.ask("GET", path), {**found, "revision": game["revision"]})
        started.assert_not_called()
        text = RULES.replace("score: 5", "score: 7")
        changed = self.ask("PUT", f"/games/{game['id']}", {"text": text, "revision": game["revision"]})
        self.assertEqual(self.comes_to(changed)["meters"][0]["most"], 35)
        with mock.patch("dicetrail.web.workshop.reaches._code", return_value="another program's"):
            self.client = self.serve()
            self.assertFalse(self.ask("GET", path)["ready"])
            self.comes_to(changed)

    def test_what_a_search_that_was_given_up_found_is_not_kept(self):
        kept: list[Hashable] = []
        searches = Searches(lambda _game, key, _found: kept.append(key))
        game = read_game(RULES, lambda name: read_text(name, ROWS).questions).game
        first = searches.begin(1, "before", game)
        second = searches.begin(1, "after", game)
        self.assertFalse(first.result(10).complete)
        self.assertTrue(second.result(10).complete)
        searches.close()
        self.assertEqual(kept, ["after"])

    def test_a_meter_is_called_otherwise(self):
        game = self.game()
        path = f"/games/{game['id']}/meters/score"
        after = self.ask("POST", path, {"name": "points", "revision": game["revision"]})
        self.assertEqual((after["meters"], after["playable"]), (["points", "lives"], True))
        self.assertIn("add: {points: 5}", after["text"])
        self.ask("POST", path, {"name": "more", "revision": after["revision"]}, 422)
        path = f"/games/{game['id']}/meters/points"
        self.assertIn("already", self.ask("POST", path, {"name": "lives", "revision": 2}, 422)["detail"])
        self.ask("POST", path, {"name": "more", "revision": 1}, 409)
        self.assertEqual(self.turn(f"/games/{game['id']}", "undo")["text"], game["text"])

    def test_a_value_that_can_not_be_is_not_kept(self):
        game = self.game()
        path = f"/games/{game['id']}/edits"
        for at, value, said in (
            (["tries"], "two", "`tries` should be a whole number"),
            (["clocks", "breather"], -1, "`breather` should be 0 or more or 'player'"),
            (["meters", "score", "start"], "three", "`start` should be a number"),
            (["setup"], {"count": {"min": 1, "max": 10**6, "default": 2}}, "100,000 at most"),
            (["deal", "draw"], "lots", "`draw` should be a whole number"),
        ):
            edit = {
                "edits": [{"do": "set", "path": at, "value": value, "to": 0}],
                "revision": game["revision"],
            }
            self.assertIn(said, self.ask("POST", path, edit, 422)["detail"])
        self.assertEqual(self.ask("GET", f"/games/{game['id']}")["text"], game["text"])
        broken = game["text"].replace("tries: 2", "tries: two")
        broken = self.ask("PUT", f"/games/{game['id']}", {"text": broken, "revision": game["revision"]})
        edit = {"edits": [{"do": "set", "path": ["title"], "value": "X", "to": 0}]}
        self.ask("POST", path, {**edit, "revision": broken["revision"]})

    def test_a_cell_is_checked(self):
        game = self.game()
        for kind, text, column, word in (
            ("expression", "lives > 0", 0, ""),
            ("expression", "lives > 0 and scoer", 15, "Did you mean `score`?"),
            ("expression", "lives = 0", 7, "Use =="),
            ("template", "{score} of {asked}", 0, ""),
            ("template", "Now {scor}", 6, "`scor` is not known"),
            ("template", "{", 1, "brace"),
        ):
            told = self.ask("POST", f"/games/{game['id']}/cell", {"kind": kind, "text": text})
            self.assertEqual(told["column"], column, text)
            self.assertIn(word, told["problem"], text)

    def test_one_of_a_thing_is_told_as_one(self):
        rules = "title: One\npacks: [packs/five.tsv]\nchecking: {ignore: [%s]}\ndeal: {repeats: when_empty}\n"
        for ignored, said in (("case", "ignores 1 thing"), ("case, blanks", "ignores 2 things")):
            game = self.game(rules % ignored + "leave: true\n")
            self.assertEqual((game["checking"], game["deal"].split(",")[0]), (said, "without end of 5"))
        start = self.ask("GET", f"/games/{game['id']}/page/start")
        self.assertIn("questions without end", start["played"])

    def test_how_many_are_drawn_in_parts(self):
        parts = "[{if: level == 1, draw: 2}, {if: level == 9, draw: 1}]"
        game = self.game(f"title: Parts\npacks: [packs/five.tsv]\ndeal: {{draw: {parts}, order: by_part}}\n")
        self.assertEqual(game["deal"], "2 of 5, by part")

    def test_what_the_rules_come_to(self):
        game = self.game(RULES.replace("clocks: {question: 30,", "clocks: {question: 30, tick: 3,"))
        found = self.comes_to(game)
        self.assertTrue(found["complete"])
        ranges = {meter["name"]: (meter["least"], meter["most"]) for meter in found["meters"]}
        self.assertEqual(ranges, {"score": (0, 25), "lives": (0, 2)})
        self.assertEqual([award["possible"] for award in found["awards"]], [True, True])
        self.assertEqual((found["shortest"], found["longest"]), (2, 5))
        pays = {(pay["moment"], pay["attempt"]): pay["changes"]["score"] for pay in found["pays"]}
        self.assertEqual(pays["right", 1], [5])
        # the second try pays as the first: they stand together
        self.assertIn(
            ("right", 1, 2), [(pay["moment"], pay["attempt"], pay["last"]) for pay in found["pays"]]
        )
        self.assertNotIn(("right", 2), pays)
        self.assertEqual([snag["code"] for snag in found["snags"]], ["same-pay"])
        told = self.ask("GET", f"/games/{game['id']}")
        self.assertIn("same-pay", [snag["code"] for snag in told["snags"]])

    def test_a_newer_revision_is_worked_out_anew(self):
        game = self.game()
        self.comes_to(game)
        edit = {"edits": [{"path": ["consequences", 0, "add", "score"], "value": 7}]}
        now = self.ask("POST", f"/games/{game['id']}/edits", {**edit, "revision": game["revision"]})
        found = self.comes_to(now)
        self.assertEqual(found["revision"], now["revision"])
        self.assertEqual(next(meter["most"] for meter in found["meters"] if meter["name"] == "score"), 35)

    def test_every_manner_begins_a_game_that_can_be_played(self):
        pack = self.bring("five.tsv", ROWS.encode())
        manners = self.ask("GET", "/manners")
        self.assertGreaterEqual(len(manners), 7)
        for manner in manners:
            self.assertTrue(manner["about"].endswith("."))
            wanted = {"pack_id": pack["id"], "title": manner["name"], "manner": manner["name"]}
            game = self.ask("POST", "/games", wanted, 201)
            self.assertTrue(game["playable"], game["snags"])
            self.start(game["slug"], count=2 if manner["name"] == "drill" else None)
        wanted = {"pack_id": pack["id"], "title": "T", "manner": "no such"}
        self.assertIn("There are: plain, lives", self.ask("POST", "/games", wanted, 422)["detail"])

    def test_cues_and_looks(self):
        game = self.game()
        path = f"/games/{game['id']}"
        found = self.ask("GET", f"{path}/feedback")
        self.assertIn("bright", found["shipped_cues"])
        self.assertGreater(found["contrast"]["ink"], 12)
        own = {"sound": "own", "motion": "lift", "tone": "bad", "hold": 2}
        edits = [
            {"path": ["cues", "mine"], "value": own},
            {"path": ["sounds", "own"], "value": {"pitch": 200, "notes": 2}},
            {"path": ["consequences", 0, "cue"], "value": "mine"},
            {"path": ["look", "mark"], "value": "boot"},
        ]
        now = self.ask("POST", f"{path}/edits", {"edits": edits, "revision": game["revision"]})
        self.assertNotIn("unknown-cue", [snag["code"] for snag in now["snags"]])
        found = self.ask("GET", f"{path}/feedback")
        self.assertEqual((found["rows"]["mine"], found["look"]["mark"]), ([1], "boot"))
        seen = self.ask("POST", f"{path}/feedback/try", {"cue": "mine"})
        cue = seen["feedback"]["cue"]
        self.assertEqual((cue["motion"], cue["sound"]["pitch"], cue["sound"]["notes"]), ("lift", 200, 2))
        self.assertEqual((seen["feedback"]["moment"], seen["look"]["mark"]), ("missed", "boot"))
        self.ask("POST", f"{path}/feedback/try", {"cue": "gone"}, 404)

    def test_a_sound_that_is_not_there_is_told(self):
        game = self.game()
        edit = {"path": ["sounds", "horn"], "value": {"file": "horn.wav#t=0,1"}}
        now = self.ask("POST", f"/games/{game['id']}/edits", {"edits": [edit], "revision": game["revision"]})
        found = {snag["code"]: snag for snag in now["snags"]}
        self.assertGreater(found["no-file"]["line"], 1)

    def test_a_play_kept_before_games_had_looks_goes_on(self):
        self.game()
        play = self.start()
        with self.client.app.state.workshop.session() as session:
            (kept,) = session.query(CompiledGame).all()

            data = json.loads(zlib.decompress(kept.data))
            for name in ("look", "sounds"):
                del data[name]
            kept.data = zlib.compress(json.dumps(data).encode())
            session.commit()
        self.client = self.serve()
        seen = self.client.get(f"/api/players/plays/{play}")
        self.assertEqual((seen.status_code, seen.json()["look"]["mark"]), (200, "lantern"))
