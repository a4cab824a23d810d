"""The API of the questions screen: found, edited, tried, read otherwise, read again, written out."""

from __future__ import annotations

import io
import json
import time
from typing import Any

import numpy as np
import soundfile
from PIL import Image

from dicetrail.core.pack.formats import ENDINGS
from dicetrail.core.pack.reader import read_file
from dicetrail.store.models import StoredGame

from .serving import ROWS, RULES, Serving


def png() -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (20, 10), "#2b5a3c").save(out, "PNG")
    return out.getvalue()


def wav() -> bytes:
    out = io.BytesIO()
    soundfile.write(out, 0.5 * np.sin(np.arange(8000) / 5), 8000, format="WAV")
    return out.getvalue()


class Questions(Serving):
    def setUp(self) -> None:
        super().setUp()
        self.pack = self.bring("five.tsv", ROWS.encode())
        self.path = f"/packs/{self.pack['id']}"

    def change(self, number: int, code: int = 200, revision: int | None = None, **fields: Any) -> Any:
        one = self.ask("GET", f"{self.path}/questions/{number}")
        body = {"record": {**one["record"], **fields}, "revision": revision or one["revision"]}
        return self.ask("PUT", f"{self.path}/questions/{number}", body, code)

    def prompts(self) -> list[str]:
        return [q["prompt"] for q in self.ask("GET", f"{self.path}/questions")["questions"]]

    def test_found(self):
        page = self.ask("GET", f"{self.path}/questions?words=right 3")
        self.assertEqual((page["total"], page["all"], page["questions"][0]["number"]), (1, 5, 2))
        page = self.ask("GET", f"{self.path}/questions?order=prompt&falling=true&offset=1&limit=2")
        self.assertEqual([q["number"] for q in page["questions"]], [3, 2])
        self.assertEqual(page["kinds"], ["choice"])

    def test_edited_and_refused(self):
        pack = self.change(1, topic="maps", why="So it is.")
        self.assertEqual(
            (pack["revision"], pack["roles"]), (2, ["prompt", "answer", "wrong", "wrong", "topic", "why"])
        )
        self.assertIn("whole number", self.change(1, 422, level="9")["detail"])
        self.assertIn("elsewhere", self.change(1, 409, revision=1)["detail"])
        self.ask("GET", f"{self.path}/questions/99", code=404)
        self.assertEqual(self.turn(self.path, "undo")["roles"], ["prompt", "answer", "wrong", "wrong"])

    def test_many(self):
        def many(do: str, *numbers: int, revision: int, before: int | None = None, code: int = 200) -> Any:
            body = {"do": do, "numbers": list(numbers), "revision": revision, "before": before}
            return self.ask("POST", f"{self.path}/questions/many", body, code)

        many("move", 4, revision=1, before=0)
        self.assertEqual(self.prompts()[:2], ["Question 5?", "Question 1?"])
        many("duplicate", 0, revision=2)
        many("remove", 2, 3, revision=3)
        self.assertEqual(self.prompts(), ["Question 5?", "Question 5? (copy)", "Question 3?", "Question 4?"])
        many("remove", 9, revision=4, code=404)
        new = {
            "record": {"kind": "truth", "prompt": "Snow is warm", "answer": "False"},
            "revision": 4,
            "after": 0,
        }
        self.assertEqual(
            self.ask("POST", f"{self.path}/questions", new, 201)["kinds"], {"choice": 4, "truth": 1}
        )
        self.assertEqual(self.prompts()[1], "Snow is warm")

    def test_tried_as_a_player_sees_it(self):
        one = self.ask("GET", f"{self.path}/questions/0")
        self.assertEqual(one["preview"]["phase"], "asking")
        self.assertNotIn("answers", json.dumps(one["preview"]))
        label = next(o["label"] for o in one["preview"]["question"]["options"] if o["text"] == "right 1")
        view = self.ask("POST", f"{self.path}/questions/0/try", {"answers": [label]})
        self.assertEqual((view["feedback"]["moment"], view["phase"]), ("right", "feedback"))
        other = next(o["label"] for o in one["preview"]["question"]["options"] if o["text"] != "right 1")
        view = self.ask("POST", f"{self.path}/questions/0/try", {"answers": [other]})
        self.assertEqual((view["feedback"]["moment"], view["question"]["tries_left"]), ("wrong", 1))

    def test_a_recipe_shows_what_it_gives(self):
        rows = [
            {"kind": "formula", "prompt": "{a}+{b}?", "variables": "a = 1..3; b = 1..2", "answer": "a + b"}
        ]
        pack = self.bring("sums.json", json.dumps(rows).encode())
        one = self.ask("GET", f"/packs/{pack['id']}/questions/0")
        self.assertEqual((one["generated"], one["size"], len(one["samples"])), (True, 6, 6))
        self.assertEqual(one["preview"]["question"]["kind"], "number")

    def test_columns(self):
        columns = self.ask("GET", f"{self.path}/columns")
        self.assertEqual(columns["rows"][0], ["Question 1?", "right 1", "wrong 1a", "wrong 1b"])
        roles = ["prompt", "answer", "accepted", "why"]
        pack = self.ask("PUT", f"{self.path}/columns?revision=1", {"roles": roles, "header": False})
        self.assertEqual((pack["kinds"], pack["roles"]), ({"typed": 5}, roles))
        self.ask("PUT", f"{self.path}/columns?revision=2", {"roles": ["nonsense"]}, 422)
        looked = self.client.post(
            "/api/workshop/packs/look",
            files={"file": ("a.csv", b"Which?;yes;no\nWhere?;up;down\n")},
            data={"settings": json.dumps({"delimiter": "semicolon"})},
        ).json()
        self.assertEqual((looked["roles"], looked["questions"]), (["prompt", "answer", "wrong"], 2))
        self.assertEqual(len(self.ask("GET", "/shelf")["packs"]), 1, "looking keeps nothing")

    def test_written_out_and_read_again_the_same(self):
        self.client.post("/api/workshop/media", files={"file": ("a.png", png())})
        self.change(2, topic="Größe", image="a.png", alt="a field")
        records = self.client.get(f"/api/workshop{self.path}/file?ending=json").json()
        for ending in ENDINGS:
            data = self.client.get(f"/api/workshop{self.path}/file?ending={ending}").content
            again = self.bring(f"again.{ending}", data)
            back = self.client.get(f"/api/workshop/packs/{again['id']}/file?ending=json").json()
            self.assertEqual(back, records, ending)
            self.assertEqual(len(read_file(f"a.{ending}", data).questions), 5)

    def test_a_file_again(self):
        self.change(0, why="mine")
        theirs = (
            ROWS.replace("right 1", "theirs 1")
            .replace("right 2", "better 2")
            .replace("Question 5?", "Question 6?")
        )
        found = self.client.post(
            f"/api/workshop{self.path}/again", files={"file": ("x.tsv", theirs.encode())}
        ).json()
        self.assertEqual([d["what"] for d in found["differences"]], ["kept", "changed", "changed"])
        body = {"token": found["token"], "numbers": [1, 2], "revision": 2}
        taken = self.ask("POST", f"{self.path}/again/take", body)
        self.assertEqual((taken["left"], taken["pack"]["questions"], taken["pack"]["revision"]), ([], 5, 3))
        self.assertEqual(self.prompts()[-1], "Question 6?")
        whole = self.ask("POST", f"{self.path}/again/take", {**body, "numbers": None, "revision": 3})
        self.assertEqual(whole["pack"]["questions"], 5)
        self.assertNotIn("right 1", str(self.ask("GET", f"{self.path}/questions/0")))
        self.ask("POST", f"{self.path}/again/take", {**body, "token": "gone"}, 422)
        self.turn(self.path, "undo")
        self.assertEqual(self.ask("GET", f"{self.path}/questions/0")["record"]["why"], "mine")

    def test_pictures_and_sounds(self):
        def send(name: str, data: bytes) -> Any:
            return self.client.post("/api/workshop/media", files={"file": (name, data)}).json()

        picture, sound = send("../x/my well.png", png()), send("bell.wav", wav())
        self.assertEqual((picture["name"], picture["width"], picture["height"]), ("my-well.png", 20, 10))
        self.assertEqual((sound["seconds"], max(sound["peaks"]) > 0.4), (1.0, True))
        self.assertEqual(send("my well.png", png())["id"], picture["id"], "the same bytes are kept once")
        self.change(0, image="my-well.png", alt="a field", sound="bell.wav#t=0.2")
        one = self.ask("GET", f"{self.path}/questions/0")
        shown = one["preview"]["question"]
        self.assertNotIn("well", shown["image"])
        self.assertEqual(self.client.get(shown["image"]).headers["content-type"], "image/png")
        self.assertTrue(shown["sound"].endswith("#t=0.2"))
        self.assertEqual(self.client.get(shown["sound"].split("#")[0]).content, wav())
        self.assertEqual(self.client.get("/api/players/files/nothing").status_code, 404)
        pack = self.change(1, image="lost.png", alt="lost")
        self.assertEqual([snag["code"] for snag in pack["snags"]][-1], "no-file")

    def test_a_picture_that_comes_later_is_in_the_game(self):
        self.change(0, image="late.png", alt="a field")
        game = self.ask("POST", "/games", {"pack_id": self.pack["id"], "title": "Late"}, 201)
        path = f"/games/{game['id']}"

        def seen() -> int:
            workshop = self.client.app.state.workshop
            with workshop.session() as session:
                reading = workshop.games.compiled(session, session.get_one(StoredGame, game["id"]))
            return self.client.get(reading.game.questions[0].image).status_code

        self.assertEqual(seen(), 404)
        self.client.post("/api/workshop/media", files={"file": ("late.png", png())})
        self.assertEqual(seen(), 200)
        edits = [{"path": ["title"], "value": "Later"}]
        self.ask("POST", f"{path}/edits", {"edits": edits, "revision": game["revision"]})
        self.assertEqual(seen(), 200)


class Called(Serving):
    def test_what_names_a_pack_names_it_as_it_is_called_now(self):
        table = self.ask("POST", "/packs/paste", {"name": "huts.csv", "text": "hut,m\nA,1\nB,2\n"}, 201)[
            "pack"
        ]
        made = "- kind: table\n  from: huts.csv\n  prompt: How high is {hut}?\n  answer: m\n"
        self.ask("POST", "/packs/paste", {"name": "made.yaml", "text": made}, 201)
        game = self.game(RULES.replace("[packs/five.tsv]", "[packs/five.tsv, packs/made.yaml]"))
        self.assertTrue(game["playable"], game["snags"])
        asked = {"name": "all huts", "revision": table["revision"]}
        self.assertEqual(self.ask("POST", f"/packs/{table['id']}/name", asked)["name"], "packs/all huts.csv")
        five = next(one for one in game["packs"] if one["name"] == "packs/five.tsv")
        asked = {"name": "few.tsv", "revision": five["revision"]}
        self.ask("POST", f"/packs/{five['id']}/name", asked)
        now = self.ask("GET", f"/games/{game['id']}")
        self.assertEqual((now["playable"], now["pack_names"]), (True, ["packs/few.tsv", "packs/made.yaml"]))
        self.assertEqual(now["questions"], game["questions"])

    def test_a_name_that_can_not_be(self):
        one, other = (
            self.ask("POST", "/packs/paste", {"name": name, "text": ROWS}, 201)["pack"]
            for name in ("one.tsv", "other.tsv")
        )
        path = f"/packs/{one['id']}/name"
        for name in ("other", "../out", "a/b", "x, y", " ", "two\nlines"):
            self.ask("POST", path, {"name": name, "revision": one["revision"]}, 422)
        self.ask("POST", path, {"name": "mine", "revision": 99}, 409)
        self.assertEqual(self.ask("GET", f"/packs/{other['id']}")["name"], "packs/other.tsv")


class Writing(Serving):
    def test_options_keep_the_order_in_which_they_were_written(self):
        pack = self.ask("POST", "/packs/paste", {"name": "five.tsv", "text": ROWS}, 201)["pack"]
        path = f"/packs/{pack['id']}/questions"
        options = ["three", "six", "ten"]
        for number, key in enumerate("BAC"):
            record = {"kind": "choice", "prompt": f"How many {number}?", "option": options, "key": key}
            pack = self.ask(
                "POST", path, {"record": record, "after": None, "revision": pack["revision"]}, 201
            )
            kept = self.ask("GET", f"{path}/{pack['questions'] - 1}")["record"]
            self.assertEqual((kept["option"], kept["key"]), (options, key))
        self.assertEqual(self.ask("GET", f"{path}/0")["record"]["option"][0], "right 1")

    def test_letters_of_their_own_are_removed_from_all_that_have_them(self):
        rows = "Slope?\tA. Steep\tB. Flat\nSky?\ta) Blue\tb) Grey\nWho?\tDr. No\tA. Smith\n"
        pack = self.ask("POST", "/packs/paste", {"name": "own.tsv", "text": rows}, 201)["pack"]
        found = [(one["code"], one["line"]) for one in pack["snags"] if one["code"] == "own-letters"]
        self.assertEqual(found, [("own-letters", 1), ("own-letters", 2)])
        path = f"/packs/{pack['id']}/questions"
        now = self.ask("POST", f"{path}/without-letters?revision={pack['revision']}")
        self.assertNotIn("own-letters", {one["code"] for one in now["snags"]})
        kept = [self.ask("GET", f"{path}/{n}")["record"]["option"] for n in range(3)]
        self.assertEqual(kept, [["Steep", "Flat"], ["Blue", "Grey"], ["Dr. No", "A. Smith"]])

    def test_a_copy_that_is_still_one_has_a_snag_and_misses_are_set_for_words(self):
        rows = [
            {"kind": "letters", "prompt": "A knot?", "answer": "bowline"},
            {"kind": "typed", "prompt": "A hut?", "answer": "x"},
        ]
        pack = self.ask("POST", "/packs/paste", {"name": "w.json", "text": json.dumps(rows)}, 201)["pack"]
        path = f"/packs/{pack['id']}/questions"
        many = {"do": "duplicate", "numbers": [0], "revision": pack["revision"]}
        copied = self.ask("POST", f"{path}/many", many)
        self.assertIn("copy", {one["code"] for one in copied["snags"]})
        many = {"do": "set", "numbers": [0, 2], "fields": {"misses": "3"}, "revision": copied["revision"]}
        self.ask("POST", f"{path}/many", many)
        kept = [self.ask("GET", f"{path}/{n}")["record"].get("misses") for n in (0, 2)]
        self.assertEqual(kept, ["3", None])


class Behind(Serving):
    def test_what_is_put_behind_no_question_is_refused(self):
        pack = self.ask("POST", "/packs/paste", {"name": "five.tsv", "text": ROWS}, 201)["pack"]
        for after in (-1, -182493, 5, 2**31 - 1):
            rows = {"text": "No\tgo\ton", "after": after, "revision": 1}
            self.assertIn(
                "not in the pack",
                self.ask("POST", f"/packs/{pack['id']}/questions/rows", rows, 404)["detail"],
            )
            one = {"record": {"prompt": "No?", "answer": "go"}, "after": after, "revision": 1}
            self.ask("POST", f"/packs/{pack['id']}/questions", one, 404)


class Jobs(Serving):
    LARGE = "".join(f"Question number {n}?\tright {n}\twrong {n}\n" for n in range(20_000)).encode()

    def job(self, data: bytes) -> Any:
        response = self.client.post("/api/workshop/packs", files={"file": ("large.tsv", data)})
        self.assertEqual((response.status_code, response.json()["pack"]), (201, None))
        return response.json()["job"]

    def ended(self, job: Any) -> Any:
        end = time.monotonic() + 60
        while job["state"] in ("waiting", "working") and time.monotonic() < end:
            time.sleep(0.02)
            job = self.ask("GET", f"/jobs/{job['id']}")
        return job

    def test_a_large_file_is_a_job(self):
        job = self.ended(self.job(self.LARGE))
        self.assertEqual(job["state"], "done")
        self.assertEqual(self.ask("GET", f"/packs/{job['pack_id']}")["questions"], 20_000)
        self.ask("GET", "/jobs/unknown", code=404)

    def test_a_stopped_job_keeps_nothing(self):
        job = self.job(self.LARGE * 10)
        self.ask("DELETE", f"/jobs/{job['id']}")
        self.assertEqual(self.ended(job)["state"], "stopped")
        self.assertEqual(self.ask("GET", "/shelf")["packs"], [])

    def test_a_refused_one_says_why(self):
        job = self.ended(self.job(b"\x00\x01\x02" * 200_000))
        self.assertEqual((job["state"], "not readable" in job["message"]), ("refused", True))
