"""The maker's API: packs, games, revisions, undo; nothing lost, nothing crashed."""

from __future__ import annotations

import unittest

from dicetrail.store import packs
from dicetrail.store.models import Pack

from .serving import ROWS, RULES, Serving


class Packs(Serving):
    def test_bring_read_and_save_as_file(self):
        pack = self.bring("five.tsv", ROWS.encode("utf-16"))
        self.assertEqual((pack["questions"], pack["encoding"], pack["delimiter"]), (5, "utf-16", "tab"))
        lines = self.ask("GET", f"/packs/{pack['id']}/lines")
        self.assertEqual((lines["total"], lines["lines"][2]["question"]["prompt"]), (5, "Question 3?"))
        self.assertEqual(lines["lines"][0]["raw"], "Question 1?\tright 1\twrong 1a\twrong 1b")
        saved = self.client.get(f"/api/workshop/packs/{pack['id']}/file")
        self.assertEqual(saved.text, ROWS)
        self.assertIn("five.tsv", saved.headers["content-disposition"])

    def test_the_bytes_as_brought_are_kept(self):
        data = ROWS.encode("utf-16-be")
        pack = self.bring("five.tsv", data)
        self.ask("PUT", f"/packs/{pack['id']}/lines/1", {"raw": None, "revision": 1})
        with self.client.app.state.workshop.session() as session:
            self.assertEqual(session.get(Pack, pack["id"]).original, data)

    def test_a_taken_name_gets_a_number(self):
        names = [self.bring("../../x/five.tsv", ROWS.encode())["name"] for _ in range(3)]
        self.assertEqual(names, ["packs/five.tsv", "packs/five-2.tsv", "packs/five-3.tsv"])

    def test_refusals(self):
        self.assertIn("PNG", self.bring("a.tsv", b"\x89PNG\r\n\x1a\n", 422)["detail"])
        self.assertIn("empty", self.bring("a.tsv", b"", 422)["detail"])
        self.assertIn("20 MB", self.bring("a.tsv", b"x" * (20 * 2**20 + 1), 422)["detail"])
        self.ask("GET", "/packs/99", code=404)
        self.ask("POST", "/packs/paste", {"name": "", "text": "x"}, 422)
        self.assertEqual(set(map(len, self.ask("GET", "/shelf").values())), {0})

    def test_mend_undo_redo_and_branches(self):
        pack = self.bring("five.tsv", (ROWS + "Spaces here?    a    b    c\n").encode())
        path = f"/packs/{pack['id']}"
        self.assertEqual((pack["questions"], pack["can_undo"]), (5, False))
        mended = pack["snags"][0]["mended"]
        pack = self.ask("PUT", f"{path}/lines/6", {"raw": mended, "revision": 1})
        self.assertEqual((pack["questions"], pack["snags"], pack["revision"]), (6, [], 2))
        pack = self.turn(path, "undo")
        self.assertEqual((pack["questions"], pack["can_undo"], pack["can_redo"]), (5, False, True))
        self.assertEqual(self.turn(path, "undo")["questions"], 5)
        pack = self.turn(path, "redo")
        self.assertEqual((pack["questions"], pack["can_redo"]), (6, False))
        self.turn(path, "undo")
        other = self.ask("PUT", f"{path}/lines/6", {"raw": None, "revision": 1})
        self.assertEqual((other["lines"], other["revision"]), (5, 3))
        with self.client.app.state.workshop.session() as session:
            kept = session.get(Pack, pack["id"])
            kept.revision = 2
            self.assertIn("Spaces here?\ta", packs.text_of(session, kept))  # the other branch is not lost

    def test_a_stale_change_is_refused(self):
        pack = self.bring("five.tsv", ROWS.encode())
        self.ask("PUT", f"/packs/{pack['id']}/lines/1", {"raw": "A?\tb", "revision": 1})
        self.ask("PUT", f"/packs/{pack['id']}/lines/1", {"raw": "C?\td", "revision": 1}, 409)
        self.ask("PUT", f"/packs/{pack['id']}/lines/77", {"raw": "C?\td", "revision": 2}, 422)


class Games(Serving):
    def test_a_new_game_can_be_played(self):
        pack = self.bring("five.tsv", ROWS.encode())
        game = self.ask("POST", "/games", {"pack_id": pack["id"], "title": 'Über "Allem"'}, 201)
        self.assertEqual((game["slug"], game["playable"], game["snags"]), ("uber-allem", True, []))
        self.assertEqual((game["questions"], [one["id"] for one in game["packs"]]), (5, [pack["id"]]))
        again = self.ask("POST", "/games", {"pack_id": pack["id"], "title": 'Über "Allem"'}, 201)
        self.assertEqual(again["slug"], "uber-allem-2")

    def test_any_text_is_kept_and_its_snags_told(self):
        game = self.game()
        for text in ("title: [", "", "x" * 1000, RULES.replace("lives == 0", "live == 0")):
            revision = game["revision"]
            game = self.ask("PUT", f"/games/{game['id']}", {"text": text, "revision": revision})
            self.assertEqual((game["playable"], game["text"], game["revision"]), (False, text, revision + 1))
            self.assertTrue(game["snags"])
        self.ask("PUT", f"/games/{game['id']}", {"text": RULES, "revision": 1}, 409)
        same = self.ask("PUT", f"/games/{game['id']}", {"text": text, "revision": game["revision"]})
        self.assertEqual(same["revision"], game["revision"])

    def test_a_broken_text_keeps_its_title_and_packs(self):
        game = self.game()
        for text in (RULES + "trees: 3\n", "title: ["):
            broken = self.ask("PUT", f"/games/{game['id']}", {"text": text, "revision": game["revision"]})
            self.assertEqual((broken["title"], broken["packs"]), (game["title"], game["packs"]))
            game = broken

    def test_mending_a_pack_mends_the_game(self):
        game = self.game(RULES.replace("five.tsv", "six.tsv"))
        self.assertEqual(game["snags"][0]["code"], "no-pack")
        self.bring("six.tsv", ROWS.encode())
        self.assertTrue(self.ask("GET", f"/games/{game['id']}")["playable"])

    def test_dice(self):
        game = self.game()
        path = f"/games/{game['id']}/dice"
        self.assertEqual(self.ask("PUT", path, {"dice": 42})["dice"], 42)
        rolled = {self.ask("PUT", path, {"dice": None})["dice"] for _ in range(4)}
        self.assertGreater(len(rolled), 1)
        self.ask("PUT", path, {"dice": -1}, 422)

    def test_words_schema_and_file(self):
        game = self.game()
        self.assertIn("attempt", self.ask("GET", "/words")["names"])
        self.assertIn("$schema", self.ask("GET", "/schema"))
        self.assertEqual(self.client.get(f"/api/workshop/games/{game['id']}/file").text, RULES)

    def test_everything_is_there_after_a_restart(self):
        self.game()
        before = self.ask("GET", "/shelf")
        self.client = self.serve()
        self.assertEqual(self.ask("GET", "/shelf"), before)


class OffTheShelf(Serving):
    def test_a_pack_leaves_its_name_and_comes_back_with_all_it_held(self):
        one = self.bring("five.tsv", ROWS.encode())
        self.ask("PUT", f"/packs/{one['id']}/lines/1", {"raw": "A?\tb", "revision": 1})
        shelf = self.ask("POST", f"/packs/{one['id']}/off")
        self.assertEqual((shelf["packs"], shelf["packs_off"][0]["title"]), ([], "packs/five.tsv"))
        self.ask("GET", f"/packs/{one['id']}", code=404)
        other = self.bring("five.tsv", ROWS.encode())
        self.assertEqual(other["name"], "packs/five.tsv")
        shelf = self.ask("POST", f"/packs/{one['id']}/back")
        self.assertEqual({pack["name"] for pack in shelf["packs"]}, {"packs/five.tsv", "packs/five-2.tsv"})
        back = self.ask("GET", f"/packs/{one['id']}")
        self.assertEqual((back["revision"], back["can_undo"], shelf["packs_off"]), (2, True, []))

    def test_a_game_that_asks_it_tells_that_it_is_gone(self):
        game = self.game()
        self.ask("POST", f"/packs/{game['packs'][0]['id']}/off")
        gone = self.ask("GET", f"/games/{game['id']}")
        self.assertEqual((gone["playable"], gone["snags"][0]["code"]), (False, "no-pack"))
        self.ask("POST", f"/packs/{game['packs'][0]['id']}/back")
        self.assertTrue(self.ask("GET", f"/games/{game['id']}")["playable"])

    def test_a_game_is_not_played_meanwhile_and_keeps_its_link(self):
        game = self.game()
        shelf = self.ask("POST", f"/games/{game['id']}/off")
        self.assertEqual((shelf["games"], shelf["games_off"]), ([], [{"id": game["id"], "title": "Test"}]))
        self.ask("GET", f"/games/{game['id']}", code=404)
        players = f"/api/players/games/{game['slug']}"
        self.assertEqual(self.client.get(players).status_code, 404)
        other = self.game()
        self.assertNotEqual(other["slug"], game["slug"])
        self.client = self.serve()
        for _ in range(2):
            shelf = self.ask("POST", f"/games/{game['id']}/back")
        self.assertEqual(shelf["games_off"], [])
        self.assertEqual(self.client.get(players).json()["title"], "Test")
        self.ask("POST", "/games/99/off", code=404)

    def test_a_copy_is_a_game_of_its_own(self):
        game = self.game()
        copy = self.ask("POST", f"/games/{game['id']}/copy", code=201)
        self.assertEqual(copy["title"], "Test (copy)")
        self.assertEqual(copy["text"], RULES.replace("title: Test", "title: Test (copy)"))
        self.assertNotEqual(copy["slug"], game["slug"])
        broken = self.ask("PUT", f"/games/{copy['id']}", {"text": "title: [", "revision": 1})
        again = self.ask("POST", f"/games/{broken['id']}/copy", code=201)
        self.assertEqual(again["text"], "title: [")


class Demo(Serving):
    demo = True

    def test_the_demo_is_brought_once(self):
        shelf = self.ask("GET", "/shelf")
        self.assertEqual((len(shelf["packs"]), len(shelf["games"])), (13, 13))
        planted = shelf["games"].pop(8)
        self.assertTrue(all(game["playable"] and not game["to_mend"] for game in shelf["games"]))
        self.assertTrue(planted["playable"] and planted["to_mend"] > 5)
        shelf["games"].insert(8, planted)
        self.client = self.serve()
        self.assertEqual(self.ask("GET", "/shelf"), shelf)
        for game in shelf["games"]:
            self.ask("POST", f"/games/{game['id']}/off")
        self.client = self.serve()
        self.assertEqual(self.ask("GET", "/shelf")["games"], [])

    def test_pages_and_headers(self):
        page = self.client.get("/games/1/rules")
        self.assertEqual(page.status_code, 200)
        self.assertIn("default-src 'self'", page.headers["content-security-policy"])
        self.assertIn("text/html", page.headers["content-type"])
        self.assertEqual(self.client.get("/api/nothing").status_code, 404)
        self.assertNotEqual(self.client.get("/play/any").text, page.text)
        self.assertNotIn("create_app", self.client.get("/assets/%2e%2e/%2e%2e/app.py").text)


if __name__ == "__main__":
    unittest.main()
