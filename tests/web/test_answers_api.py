"""The APIs of checking and the deal, and changes to parts of a game."""

from __future__ import annotations

import time
from concurrent.futures import ThreadPoolExecutor

from .serving import Serving

WORDS = "id\tkind\tquestion\tanswer\nk\ttyped\tWhich knot?\tBelay knot\n"


class Answers(Serving):
    def typed_game(self):
        pack = self.bring("words.tsv", WORDS.encode())
        return pack, self.ask("POST", "/games", {"pack_id": pack["id"], "title": "Words"}, 201)

    def samples(self, game, pack, *texts):
        found = self.ask("POST", f"/games/{game['id']}/checking/{pack['id']}/0", {"texts": list(texts)})
        return found, {one["text"]: one for one in found["samples"]}

    def edit(self, game, *edits, code=200):
        now = self.ask("GET", f"/games/{game['id']}")
        wanted = {"edits": list(edits), "revision": now["revision"]}
        return self.ask("POST", f"/games/{game['id']}/edits", wanted, code)

    def test_every_kind_of_the_demo_can_be_checked(self):
        """Questions of every pack of the demo, opinions among them."""
        self.ask("POST", "/demo", code=201)
        verdicts = set()
        for one in self.ask("GET", "/shelf")["games"]:
            game = self.ask("GET", f"/games/{one['id']}")
            for pack in game["packs"]:
                whole = self.ask("GET", f"/packs/{pack['id']}")
                for number in range(min(4, whole["questions"])):
                    path = f"/games/{game['id']}/checking/{pack['id']}/{number}"
                    found = self.ask("POST", path, {"texts": ["a", "1", "fog"]})
                    verdicts |= {sample["verdict"] for sample in found["samples"]}
        self.assertEqual(verdicts, {"right", "close", "wrong", "unreadable", "answered"})

    def test_switches_samples_and_the_way_back(self):
        pack, game = self.typed_game()
        found, samples = self.samples(game, pack, "belay-knot")
        self.assertEqual(samples["belay-knot"]["verdict"], "right")
        self.assertEqual(found["origins"]["ignore"], "game")
        pin = {"question": "k", "answer": "belay-knot", "must": "right"}
        self.edit(game, {"do": "insert", "path": ["checking", "samples", 0], "value": pin})
        path = ["checking", "packs", pack["name"], "ignore"]
        broken = self.edit(game, {"path": path, "value": ["case"]})
        self.assertIn("broken-sample", [snag["code"] for snag in broken["snags"]])
        found, samples = self.samples(game, pack)
        self.assertEqual((found["origins"]["ignore"], samples["belay-knot"]["must"]), ("pack", "right"))
        self.assertEqual(len(found["broken"]), 1)
        back = self.turn(f"/games/{game['id']}", "undo")
        self.assertEqual([snag["code"] for snag in back["snags"]], [])
        self.assertTrue(back["can_redo"])
        again = self.turn(f"/games/{game['id']}", "redo")
        self.assertIn("broken-sample", [snag["code"] for snag in again["snags"]])

    def test_another_right_answer(self):
        pack, game = self.typed_game()
        self.assertEqual(self.samples(game, pack, "cleat hitch")[1]["cleat hitch"]["verdict"], "wrong")
        path = f"/packs/{pack['id']}/questions/0/accept"
        self.ask("POST", path, {"text": "cleat hitch", "revision": pack["revision"]})
        found, samples = self.samples(game, pack, "cleat hitch")
        self.assertEqual(samples["cleat hitch"]["verdict"], "right")
        self.assertEqual(found["question"]["answers"], ["Belay knot", "cleat hitch"])
        self.ask("POST", path, {"text": "x", "revision": pack["revision"]}, 409)

    def test_a_deal_and_fairness_that_is_stopped(self):
        rows = "".join(f"Question {n}?\ta{n}\tb{n}\tc{n}\td{n}\n" for n in range(100))
        pack = self.bring("many.tsv", rows.encode())
        game = self.ask("POST", "/games", {"pack_id": pack["id"], "title": "Many"}, 201)
        self.edit(game, {"do": "set", "path": ["deal", "draw"], "value": "all"})
        one, same, other = (
            self.ask("GET", f"/games/{game['id']}/deal?dice={dice}")["cards"] for dice in (7, 7, 8)
        )
        self.assertEqual(one, same)
        self.assertNotEqual([card["id"] for card in one], [card["id"] for card in other])
        self.assertEqual(one[0]["options"][one[0]["rights"][0]], one[0]["answer"])
        job = self.ask("POST", f"/games/{game['id']}/fairness", {"deals": 10_000}, 201)["job"]["id"]
        seen = []
        end = time.monotonic() + 20
        while time.monotonic() < end and len(seen) < 3:
            now = self.ask("GET", f"/games/{game['id']}/fairness/{job}")
            if now["deals"] > (seen[-1] if seen else 0):
                seen.append(now["deals"])
            time.sleep(0.05)
        self.assertEqual(len(seen), 3)
        self.ask("DELETE", f"/jobs/{job}")
        while (now := self.ask("GET", f"/games/{game['id']}/fairness/{job}"))["job"]["state"] == "working":
            self.assertLess(time.monotonic(), end)
        self.assertEqual(now["job"]["state"], "stopped")
        self.assertLess(now["deals"], 10_000)
        self.assertEqual(sum(now["findings"][1]["counts"]), now["deals"])

    def test_changes_keep_the_rest_and_refuse_what_is_not_there(self):
        game = self.game()
        comment = game["text"].replace("endings:", "# When is it over?\nendings:")
        game = self.ask("PUT", f"/games/{game['id']}", {"text": comment, "revision": game["revision"]})
        now = self.edit(game, {"path": ["consequences", 0, "add", "score"], "value": 7})
        self.assertEqual(now["text"], comment.replace("score: 5", "score: 7"))
        self.edit(game, {"do": "remove", "path": ["consequences", 9]}, code=422)
        self.ask("POST", f"/games/{game['id']}/edits", {"edits": [{"path": ["tries"]}], "revision": 1}, 409)
        self.ask("PUT", f"/games/{game['id']}", {"text": "title: [", "revision": now["revision"]})
        said = self.edit(game, {"path": ["tries"], "value": 3}, code=422)
        self.assertIn("text must be mended", said["detail"])
        pack_id = now["packs"][0]["id"]
        said = self.ask("POST", f"/games/{game['id']}/checking/{pack_id}/0", {}, 422)
        self.assertIn("mended first", said["detail"])

    def test_changes_at_the_same_moment(self):
        game = self.game()
        path = f"/api/workshop/games/{game['id']}/edits"
        with ThreadPoolExecutor(8) as pool:
            codes = list(
                pool.map(
                    lambda n: (
                        self.client.post(
                            path,
                            json={
                                "edits": [{"path": ["tries"], "value": n + 3}],
                                "revision": game["revision"],
                            },
                        ).status_code
                    ),
                    range(8),
                )
            )
        self.assertEqual(sorted(codes), [200, *[409] * 7])
