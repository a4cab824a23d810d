"""Hand-outs: frozen under links of their own, open and shut, handed out anew; games given as files."""

from __future__ import annotations

import io
import json
import re
import zipfile
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta

from dicetrail.core.archive import archive

from .serving import Serving, serving

CLEAN = {"name": "Class 7b"}


class HandOuts(Serving):
    def setUp(self):
        super().setUp()
        self.made = self.game()

    def handed(self, **settings):
        return self.ask("POST", f"/games/{self.made['id']}/handouts", {**CLEAN, **settings}, 201)

    def change(self, handout, code=200, **settings):
        kept = {name: handout[name] for name in (*CLEAN, "note", "opens", "closes", "closed", "asks_name")}
        kept |= {name: handout[name] for name in ("one_deal", "plays_each", "listed", "revision")}
        return self.ask("PUT", f"/handouts/{handout['id']}", kept | settings, code)

    def seen(self, link, code=200, client=None):
        answer = (client or self.client).get(f"/api/players/games/{link}")
        self.assertEqual(answer.status_code, code, answer.text)
        return answer.json()

    def begun(self, link, code=201, client=None, **wanted):
        answer = (client or self.client).post(f"/api/players/games/{link}/plays", json=wanted)
        self.assertEqual(answer.status_code, code, answer.text)
        return answer.json()

    def right(self, play, client=None):
        client = client or self.client
        path = f"/api/players/plays/{play['id']}"
        view = client.get(path).json()
        option = next(one for one in view["question"]["options"] if one["text"].startswith("right"))
        return client.post(
            f"{path}/moves", json={"do": "answer", "text": option["label"], "visit": view["visit"]}
        ).json()

    def test_a_link_of_two_words(self):
        links = {self.handed()["link"] for _ in range(5)}
        self.assertEqual(len(links), 5)
        for link in links:
            self.assertRegex(link, r"^([bdghklmnprstvz][aeiou]){3}[bdghklmnprstvz]-([a-z]{7})$")

    def test_later_edits_do_not_touch_it_until_it_is_handed_out_anew(self):
        handout = self.handed()
        first = self.begun(handout["link"], player="Ida")
        path = f"/games/{self.made['id']}"
        game = self.ask("GET", path)
        text = game["text"].replace("add: {score: 5}", "add: {score: 9}")
        self.ask("PUT", path, {"text": text, "revision": game["revision"]})
        second = self.begun(handout["link"])
        self.assertTrue(self.ask("GET", f"{path}/handouts")[0]["changed"])
        anew = self.ask("POST", f"/handouts/{handout['id']}/anew")
        self.assertEqual(([one["number"] for one in anew["versions"]], anew["changed"]), ([2, 1], False))
        third = self.begun(handout["link"])
        self.client = self.serve()  # also after a stop
        scores = [self.right(play)["meters"][0]["value"] for play in (first, second, third)]
        self.assertEqual(scores, [5, 5, 9])
        plays = {one["number"]: one["plays"] for one in self.ask("GET", f"{path}/handouts")[0]["versions"]}
        self.assertEqual(plays, {1: 2, 2: 1})
        self.ask("POST", f"/handouts/{handout['id']}/anew", code=409)

    def test_it_outlives_its_game_and_packs(self):
        handout = self.handed()
        self.ask("POST", f"/packs/{self.made['packs'][0]['id']}/off")
        play = self.begun(handout["link"])
        self.ask("POST", f"/games/{self.made['id']}/off?close=true")
        self.assertEqual(self.right(play)["meters"][0]["value"], 5)  # what goes on goes on

    def test_when_it_is_open(self):
        at = datetime.now(UTC)
        soon, ago = at + timedelta(hours=1), at - timedelta(hours=1)
        handout = self.handed(opens=soon.isoformat())
        self.assertEqual(handout["shut"], "not_yet")
        shown = self.seen(handout["link"])
        self.assertEqual((shown["shut"], datetime.fromisoformat(shown["opens"])), ("not_yet", soon))
        self.assertIn("does not open before", self.begun(handout["link"], 409)["detail"])
        handout = self.change(handout, opens=ago.isoformat(), closes=soon.isoformat())
        play = self.begun(handout["link"])
        handout = self.change(handout, closes=(at - timedelta(minutes=1)).isoformat(), opens=None)
        self.assertEqual(self.seen(handout["link"])["shut"], "closed")
        self.assertIn("closed", self.begun(handout["link"], 409)["detail"])
        self.assertEqual(self.right(play)["meters"][0]["value"], 5)  # what goes on goes on
        handout = self.change(handout, closes=None, closed=True)
        self.assertEqual(self.seen(handout["link"])["shut"], "closed")
        refused = self.change(handout, 422, opens=soon.isoformat(), closes=ago.isoformat())
        self.assertIn("closes before it opens", refused["detail"])

    def test_plays_for_each_player(self):
        handout = self.handed(plays_each=2)
        for _ in range(2):
            self.begun(handout["link"])
        self.assertEqual(self.seen(handout["link"])["shut"], "enough")
        self.assertIn("all your plays", self.begun(handout["link"], 409)["detail"])
        cookie = next(iter(self.client.cookies.jar))
        self.assertTrue(cookie.has_nonstandard_attr("HttpOnly"))
        self.client.cookies.clear()
        self.begun(handout["link"])

    def test_a_name_and_the_same_deal(self):
        named, nameless = self.handed(), self.handed(asks_name=False, one_deal=True)
        self.assertEqual([self.seen(one["link"])["name"] for one in (named, nameless)], [True, False])
        for one, name in ((named, "Ida"), (nameless, "Player")):
            play = self.begun(one["link"], player="Ida")
            self.assertEqual(self.client.get(f"/api/players/plays/{play['id']}").json()["player"], name)
        deals = [{self.dice_of(self.begun(one["link"])["id"]) for _ in range(3)} for one in (named, nameless)]
        self.assertEqual([len(one) for one in deals], [3, 1])
        nameless = self.change(nameless, one_deal=False)
        self.assertNotIn(self.dice_of(self.begun(nameless["link"])["id"]), deals[1])

    def test_nobody_comes_to_the_dice(self):
        """Who knows them knows where the right answer stands before it is asked: our engine is open."""
        handout = self.handed(one_deal=True)
        for one in (handout, self.handed()):
            answer = self.client.post(f"/api/players/games/{one['link']}/plays", json={})
            play = answer.json()
            dice = self.dice_of(play["id"])
            self.assertGreater(dice.bit_length(), 96)  # one in 2^32 rolls of 128 bits is shorter
            path = f"/api/players/plays/{play['id']}"
            seen = [answer.text, self.client.get(path).text]
            seen.append(
                self.client.post(f"{path}/moves", json={"do": "answer", "text": "A", "visit": 1}).text
            )
            for text in (*seen, str(self.seen(one["link"]))):
                self.assertNotIn(str(dice), text)
                self.assertNotIn('"dice"', text)
        self.assertNotIn("dice", handout)

    def test_a_later_player_sees_nothing_of_an_earlier_ones_answers(self):
        """One deal serves all: whatever players can ask for holds no answer that another one gave."""
        handout = self.handed(one_deal=True, best=True, listed=True)
        first = self.begun(handout["link"], player="Ada")["id"]
        path = f"/api/players/plays/{first}"
        wrong = "something that only Ada said"
        self.client.post(f"{path}/moves", json={"do": "answer", "text": wrong, "visit": 1})
        self.client.post(f"{path}/moves", json={"do": "answer", "text": "B", "visit": 1})
        with serving(self.folder, at="http://hut.example", key="the-key") as later:
            second = later.post(f"/api/players/games/{handout['link']}/plays", json={"player": "Ben"}).json()
            asked = [
                f"/api/players/games/{handout['link']}",
                "/api/players/handouts",
                f"/api/players/plays/{second['id']}",
            ]
            seen = [later.get(one).text for one in asked]
            fresh = later.get(asked[2]).json()
            own_keys = [one["mark"] for one in fresh["question"]["options"]]
            self.assertEqual(({*own_keys}, fresh["question"]["attempt"]), ({""}, 1))
            for text in seen:
                self.assertNotIn(wrong, text)
                self.assertNotIn(first, text)
            of_makers = [f"{one}/{handout['id']}/plays" for one in ("/api/workshop/handouts",)]
            of_makers += [
                f"{of_makers[0]}/{first}/bench",
                f"/api/workshop/handouts/{handout['id']}/statistics",
            ]
            of_makers += [f"/api/workshop/handouts/{handout['id']}/file/plays.jsonl"]
            self.assertEqual({later.get(one).status_code for one in of_makers}, {401})

    def test_a_bundle_beside_a_pack_that_was_taken_off(self):
        data = self.client.get(f"/api/workshop/games/{self.made['id']}/bundle").content
        pack = self.ask("GET", "/shelf")["packs"][0]
        self.ask("POST", f"/packs/{pack['id']}/off")
        brought = self.client.post("/api/workshop/bundles", files={"file": ("b.zip", data)})
        self.assertEqual(brought.status_code, 201, brought.text)
        game = self.ask("GET", f"/games/{brought.json()['game']}")
        self.assertTrue(game["playable"], game["snags"])

    def test_old_settings_overwrite_no_later_ones(self):
        handout = self.handed()
        closed = self.change(handout, closed=True)
        self.assertGreater(closed["revision"], handout["revision"])
        said = self.change(handout, 409, note="from a tab that saw it open")["detail"]
        self.assertIn("changed meanwhile", said)
        [now] = self.ask("GET", f"/games/{self.made['id']}/handouts")
        self.assertEqual((now["closed"], now["note"]), (True, ""))
        self.change(closed, closed=False)

    def test_a_game_that_is_removed_closes_what_is_open_after_asking(self):
        handout, off = self.handed(), f"/games/{self.made['id']}/off"
        self.assertIn("‘Class 7b’ is open", self.ask("POST", off, code=409)["detail"])
        self.assertEqual(self.seen(handout["link"])["shut"], "")
        self.assertEqual(self.ask("POST", f"{off}?close=true")["games"], [])
        self.assertEqual(self.seen(handout["link"])["shut"], "closed")
        self.ask("POST", f"/games/{self.made['id']}/back")
        self.assertEqual(self.seen(handout["link"])["shut"], "closed")

    def test_plays_that_begin_at_once_are_counted(self):
        """Eight begin in one browser that may have two: each is counted where it is kept."""
        handout = self.handed(plays_each=2)
        path = f"/api/players/games/{handout['link']}/plays"
        self.client.cookies.set("dicetrail-player", "one browser", path="/api/players")
        with ThreadPoolExecutor(8) as threads:
            codes = [
                one.status_code for one in threads.map(lambda _: self.client.post(path, json={}), range(8))
            ]
        self.assertEqual((codes.count(201), codes.count(409)), (2, 6))

    def test_times_that_can_not_be_told(self):
        for opens in ("9999-12-31T23:59:59-23:00", "0001-01-01T00:00:00+23:00"):
            self.ask("POST", f"/games/{self.made['id']}/handouts", {**CLEAN, "opens": opens}, 422)

    def test_a_play_with_long_dice_opens_on_the_bench(self):
        handout = self.handed()
        play = self.begun(handout["link"])
        dice = self.dice_of(play["id"])
        seen = self.client.get(f"/api/players/plays/{play['id']}").json()["question"]
        self.right(play)
        kept = self.ask("GET", f"/handouts/{handout['id']}/plays/{play['id']}/bench")["play"]
        self.assertEqual(kept["dice"], str(dice))
        path = f"/games/{self.made['id']}"
        walked = self.ask("POST", f"{path}/bench", {"dice": kept["dice"], "moves": []})
        shown = [one["text"] for one in walked["view"]["question"]["options"]]
        self.assertEqual(shown, [one["text"] for one in seen["options"]])
        self.assertEqual(self.ask("PUT", f"{path}/dice", {"dice": str(dice)})["dice"], str(dice))
        self.ask("PUT", f"{path}/dice", {"dice": str(2**128)}, 422)

    def test_a_trial_leaves_nothing_behind(self):
        handout = self.handed()
        self.begun(self.made["slug"])
        self.assertEqual(self.ask("GET", f"/games/{self.made['id']}/handouts")[0]["versions"][0]["plays"], 0)
        self.assertEqual(self.seen(handout["link"])["title"], "Test")

    def test_the_players_list(self):
        self.handed()
        shown = self.handed(listed=True, note="Tonight at the stove")
        self.handed(listed=True, closed=True)
        listed = self.client.get("/api/players/handouts").json()
        self.assertEqual(listed, [{"link": shown["link"], "title": "Test", "note": "Tonight at the stove"}])

    def test_a_game_that_can_not_be_played_is_not_handed_out(self):
        game = self.ask("GET", f"/games/{self.made['id']}")
        broken = game["text"].replace("lives == 0", "live == 0")
        self.ask("PUT", f"/games/{self.made['id']}", {"text": broken, "revision": game["revision"]})
        self.ask("POST", f"/games/{self.made['id']}/handouts", CLEAN, 422)
        self.ask("POST", "/handouts/99/anew", code=404)

    def test_the_code_is_a_picture_of_an_address(self):
        handout = self.handed()
        path = f"/api/workshop/handouts/{handout['id']}/code"
        drawn = self.client.get(path, params={"address": "http://192.0.2.7:8321"})
        self.assertEqual(drawn.headers["content-type"], "image/svg+xml")
        self.assertIn("<svg", drawn.text)
        self.assertEqual(self.client.get(path, params={"address": "javascript:x"}).status_code, 422)

    def test_addresses(self):
        told = self.ask("GET", "/addresses")
        self.assertTrue(told["alone"])
        self.assertIn("serve --host 0.0.0.0", told["command"])
        self.assertIn(str(self.folder), told["command"])


class WithoutTheKey(Serving):
    """On another host a player reaches what a link gives, and nothing else."""

    def test_players_have_hand_outs_and_nothing_else(self):
        game = self.game()
        handout = self.ask("POST", f"/games/{game['id']}/handouts", CLEAN, 201)
        self._running.close()
        with serving(self.folder, key="the-key", at="http://hut.example") as player:
            self.assertEqual(player.get(f"/api/players/games/{handout['link']}").status_code, 200)
            self.assertEqual(player.get(f"/api/players/games/{game['slug']}").status_code, 404)
            self.assertEqual(
                player.post(f"/api/players/games/{game['slug']}/plays", json={}).status_code, 404
            )
            self.assertEqual(player.get("/api/workshop/handouts/1/code").status_code, 401)
            player.get("/key/the-key")
            told = player.get("/api/workshop/addresses").json()
            self.assertFalse(told["alone"])


class Files(Serving):
    demo = True

    def game_called(self, part):
        games = self.ask("GET", "/shelf")["games"]
        return next(one for one in games if part in one["title"])

    def bundle(self, game):
        answer = self.client.get(f"/api/workshop/games/{game['id']}/bundle")
        self.assertEqual(answer.headers["content-type"], "application/octet-stream")
        return answer.content

    def look(self, data, code=200):
        answer = self.client.post("/api/workshop/bundles/look", files={"file": ("b.zip", data)})
        self.assertEqual(answer.status_code, code, answer.text)
        return answer.json()

    def bring_it(self, data, keep="{}", code=201):
        answer = self.client.post(
            "/api/workshop/bundles", files={"file": ("b.zip", data)}, data={"keep": keep}
        )
        self.assertEqual(answer.status_code, code, answer.text)
        return answer.json()

    def standing(self):
        """What stands on the shelf."""
        shelf = self.ask("GET", "/shelf")
        return [[one["id"] for one in shelf[part]] for part in ("packs", "games", "packs_off", "games_off")]

    def kept(self, data, name, which):
        """The game of a bundle that was brought, of its pack that one or the other kept."""
        return self.ask("GET", f"/games/{self.bring_it(data, json.dumps({name: which}))['game']}")

    def test_a_bundle_goes_to_another_workshop_and_back(self):
        games = self.ask("GET", "/shelf")["games"][::3]
        bundles = {game["title"]: self.bundle(game) for game in games}
        self._running.close()
        with serving(self.folder / "other") as other:
            for title, data in bundles.items():
                with self.subTest(title):
                    brought = other.post("/api/workshop/bundles", files={"file": ("b.zip", data)})
                    self.assertEqual(brought.status_code, 201, brought.text)
                    path = f"/api/workshop/games/{brought.json()['game']}"
                    self.assertEqual(other.get(f"{path}/bundle").content, data)
                    there = other.get(path).json()
                    self.assertEqual((there["title"], there["playable"]), (title, True))

    def test_packs_that_differ_are_asked_about(self):
        game = self.game_called("Hut Night")
        data = self.bundle(game)
        self.assertEqual({one["state"] for one in self.look(data)["packs"]}, {"same"})
        pack = self.ask("GET", f"/games/{game['id']}")["packs"][0]
        line = self.ask("GET", f"/packs/{pack['id']}/lines")["lines"][1]
        changed = {"raw": line["raw"].replace("?", "??", 1), "revision": pack["revision"]}
        self.ask("PUT", f"/packs/{pack['id']}/lines/{line['number']}", changed)
        self.assertEqual({one["state"] for one in self.look(data)["packs"]}, {"other"})
        self.assertIn("Say which of the two", self.bring_it(data, code=422)["detail"])
        name = pack["name"]
        mine = self.kept(data, name, "mine")
        self.assertEqual(mine["pack_names"], [name])
        both = self.kept(data, name, "both")
        self.assertEqual(both["pack_names"], [name.replace(".tsv", "-2.tsv")])
        self.assertTrue(both["playable"])
        self.kept(data, name, "theirs")
        self.assertEqual({one["state"] for one in self.look(data)["packs"]}, {"same"})
        self.turn(f"/packs/{pack['id']}", "undo")
        self.assertEqual({one["state"] for one in self.look(data)["packs"]}, {"other"})
        self.bring_it(data, "[1]", code=422)
        self.bring_it(data, json.dumps({name: "burn"}), code=422)

    def test_a_picture_whose_name_others_have_gets_another(self):
        game = self.game_called("Hut Night")
        data = self.bundle(game)
        with zipfile.ZipFile(io.BytesIO(data)) as zipped:
            files = {name: zipped.read(name) for name in zipped.namelist()}
        files["media/lantern-lit.png"] = files["media/hut-evening.png"]
        brought = self.bring_it(archive(files))
        text = self.ask("GET", f"/games/{brought['game']}")["text"]
        self.assertIn("lantern-lit-2.png", text)
        self.assertEqual(self.look(archive(files))["media"][0]["state"], "same")

    def test_hostile_bundles_are_refused_and_leave_nothing(self):
        before = self.standing()
        text = b"title: x\npacks: [packs/a.tsv]\n"
        told = b'{"packs/a.tsv": {"settings": {"delimiter": "|"}}}'
        for files, said in (
            ({"game.yaml": text, "../../x.tsv": b"a\tb"}, "leads out of it"),
            ({"game.yaml": text, "media/x.png": b"<script>"}, "no picture"),
            ({"game.yaml": text, "media/x.ogg": b"MZ"}, "x.ogg"),
            ({"game.yaml": text, "packs/a.tsv": b"\x7fELF" + bytes(99)}, "a program"),
            (
                {
                    "game.yaml": text,
                    "packs/a.tsv": b"a\tb",
                    "reading.json": told,
                },
                "delimiter",
            ),
            ({"game.yaml": b"\xff"}, "not text"),
            ({"other.yaml": text}, "no game.yaml"),
        ):
            with self.subTest(said):
                self.assertIn(said, self.bring_it(archive(files), code=422)["detail"])
                self.assertIn(said, self.look(archive(files), code=422)["detail"])
        self.look(b"PK\x03\x04 not at all", code=422)
        self.assertEqual(self.standing(), before)

    def test_files_that_play(self):
        game = self.game_called("Hut Night")
        for way, ending in (("terminal", "pyz"), ("page", "html")):
            answer = self.client.get(f"/api/workshop/games/{game['id']}/take/{way}")
            self.assertEqual(answer.status_code, 200)
            self.assertIn(f'filename="{game["slug"]}.{ending}"', answer.headers["content-disposition"])
            self.assertNotIn("content-encoding", answer.headers)  # it is packed in itself

    def test_sheets_on_paper(self):
        game = self.game_called("Hut Night")
        path = f"/api/workshop/games/{game['id']}/sheet"
        plain = self.client.get(path, params={"dice": [5]}).text
        keyed = self.client.get(path, params={"dice": [5, 6, 5], "key": True}).text
        self.assertEqual((plain.count("<section"), keyed.count("<section")), (1, 6))
        self.assertNotIn('class="key"', plain)
        sheets = re.findall(r"<section>.*?</section>", keyed, re.S)
        asked = [re.sub(r" [ABC]\b|[ABC] ·", "", one) for one in sheets]
        self.assertEqual(asked[0], asked[2])
        self.assertNotEqual(asked[0], asked[1])
        dealt = self.ask("GET", f"/games/{game['id']}/deal?dice=5")["cards"]
        self.assertEqual(plain.count("<li><div>"), len(dealt))
        keys = re.findall(r'<section class="key">.*?</section>', keyed, re.S)
        self.assertEqual(keys[0].count("<li>"), len(dealt))
        self.assertEqual(self.client.get(path, params={"dice": [-1]}).status_code, 422)
        self.assertEqual(self.client.get(path).status_code, 422)
        self.assertEqual(self.client.get(path, params={"dice": list(range(9))}).status_code, 422)

    def test_every_game_has_its_sheet_and_markup_stays_text(self):
        for game in self.ask("GET", "/shelf")["games"]:
            answer = self.client.get(
                f"/api/workshop/games/{game['id']}/sheet", params={"dice": 7, "key": True}
            )
            self.assertEqual(answer.status_code, 200, game["title"])
        pack = self.bring("own.tsv", b"<b>What</b> **is** this?\t<i>yes</i>\tno\tnever\n")
        made = self.ask("POST", "/games", {"pack_id": pack["id"], "title": "<script>x</script>"}, 201)
        page = self.client.get(f"/api/workshop/games/{made['id']}/sheet?dice=1").text
        self.assertIn("&lt;b&gt;What&lt;/b&gt; <strong>is</strong> this?", page)
        self.assertNotIn("<script>", page)
