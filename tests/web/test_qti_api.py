"""Packages of questions in the workshop: brought with their pictures, saved with what is lost told first."""

from __future__ import annotations

import io
import zipfile
from urllib.parse import urlencode

from dicetrail.core.archive import archive
from dicetrail.core.pack.formats import write_file
from dicetrail.core.pack.media_file import media_file
from dicetrail.core.pack.reader import read_text
from tests.core.qti_items import ITEM_30, MANIFEST

from .serving import ROWS, Serving
from .test_bundle_names import picture

SPOT = """- id: hut
  kind: spot
  prompt: Where is the hut?
  image: map.png
  alt: A map
  answer: circle 50 50 10
"""


def package(shade: int, text: str = SPOT) -> bytes:
    questions = read_text("x.yaml", text).questions
    return write_file("x.zip", questions, {"map.png": media_file("map.png", picture(shade))})


class QtiInTheWorkshop(Serving):
    def brought(self, name: str, data: bytes) -> dict:
        pack: dict = self.bring(name, data)
        return pack

    def first(self, pack: dict) -> dict:
        record: dict = self.ask("GET", f"/packs/{pack['id']}/questions/0")["record"]
        return record

    def test_a_package_brings_its_pictures(self) -> None:
        pack = self.brought("places.zip", package(10))
        self.assertEqual((pack["name"], pack["to_mend"]), ("packs/places.yaml", 0))
        self.assertEqual(self.first(pack)["image"], "map.png")
        self.assertEqual([one["name"] for one in self.ask("GET", "/media")], ["map.png"])

    def test_a_picture_of_a_name_that_is_taken_is_called_otherwise(self) -> None:
        self.brought("places.zip", package(10))
        pack = self.brought("others.zip", package(200))
        self.assertNotEqual(self.first(pack)["image"], "map.png")
        same = self.brought("again.zip", package(10))
        self.assertEqual(self.first(same)["image"], "map.png")
        self.assertEqual(len(self.ask("GET", "/media")), 2)

    def test_brought_again_with_another_picture(self) -> None:
        """The picture of the second pack was given another name; so is the one that comes in its place."""
        self.brought("places.zip", package(10))
        pack = self.brought("others.zip", package(200))
        path = f"/api/workshop/packs/{pack['id']}/again"
        same = self.client.post(path, files={"file": ("others.zip", package(200))}).json()
        self.assertEqual(same["differences"], [])
        other = self.client.post(path, files={"file": ("others.zip", package(90))}).json()
        self.assertEqual([one["what"] for one in other["differences"]], ["changed"])
        taken = {"token": other["token"], "numbers": [0], "revision": pack["revision"]}
        self.ask("POST", f"/packs/{pack['id']}/again/take", taken)
        named = {one["name"]: one["id"] for one in self.ask("GET", "/media")}
        self.assertEqual(len(named), 3)
        self.assertEqual(self.first(pack)["image"], max(named, key=named.get))

    def test_saved_and_brought_again(self) -> None:
        pack = self.brought("places.zip", package(10))
        self.assertEqual(self.ask("GET", f"/packs/{pack['id']}/lost?ending=zip"), {"total": 0, "lost": []})
        saved = self.client.get(f"/api/workshop/packs/{pack['id']}/file?ending=zip")
        self.assertIn("places.zip", saved.headers["content-disposition"])
        with zipfile.ZipFile(io.BytesIO(saved.content)) as zipped:
            self.assertIn("items/media/map.png", zipped.namelist())
        again = self.client.post(
            f"/api/workshop/packs/{pack['id']}/again", files={"file": ("places.zip", saved.content)}
        )
        self.assertEqual(again.json()["total"], 0, again.text)

    def test_what_would_not_be_in_it(self) -> None:
        pack = self.ask(
            "POST", "/packs/paste", {"name": "w.tsv", "text": "kind\tprompt\tanswer\nletters\tW?\tup\n"}, 201
        )
        lost = self.ask("GET", f"/packs/{pack['pack']['id']}/lost?{urlencode({'ending': 'zip'})}")
        self.assertEqual(lost["total"], 1)
        self.ask("GET", f"/packs/{pack['pack']['id']}/lost?ending=doc", code=422)

    def test_what_was_left_out_is_told_at_its_place(self) -> None:
        drawn = ITEM_30.replace("qti-choice-interaction", "qti-drawing-interaction")
        data = archive(
            {"imsmanifest.xml": MANIFEST.encode(), "a.xml": drawn.encode(), "b.xml": ITEM_30.encode()}
        )
        pack = self.brought("two.zip", data)
        [snag] = [
            one for line in self.ask("GET", f"/packs/{pack['id']}/lines")["lines"] for one in line["snags"]
        ]
        self.assertEqual((snag["code"], snag["line"], pack["to_mend"]), ("left-out", 2, 1))
        mended = self.ask("POST", f"/packs/{pack['id']}/mend/left-out?revision={pack['revision']}")
        self.assertEqual((mended["to_mend"], mended["questions"]), (0, 1))

    def test_archives_are_told_apart(self) -> None:
        for name, data, is_game in (("p.zip", package(1), False), ("g.zip", self.bundle(), True)):
            look = self.client.post("/api/workshop/bundles/look", files={"file": (name, data)})
            self.assertEqual(look.json()["is_game"], is_game)
        self.assertIn("is a bundle, a whole game", self.bring("g.zip", self.bundle(), 422)["detail"])
        self.assertIn("imsmanifest.xml", self.bring("x.zip", archive({"a.txt": b"x"}), 422)["detail"])

    @staticmethod
    def bundle() -> bytes:
        return archive({"game.yaml": b"title: B\npacks: [packs/b.tsv]\n", "packs/b.tsv": ROWS.encode()})
