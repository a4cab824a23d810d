"""Hostile text in every field of a game: shown as text, or refused with its place named."""

from __future__ import annotations

import re
from itertools import cycle

from .serving import ROWS, Serving

BASE = """\
title: Test
intro: Hello
packs: [packs/five.tsv]
deal: {order: filed, options: filed}
meters: {score: {start: 0}}
checking: {samples: [{question: x, answer: y, must: wrong}]}
consequences:
  - {moment: right, if: score == 0, add: {score: 1}, tell: Said, cue: bright}
endings:
  - {if: score > 9, result: won, tell: Ended}
awards:
  - {if: score >= 0, title: Title, tell: Given}
cues: {own: {sound: rise}}
sounds: {made: {pitch: 440}}
waymarks:
  - {name: Mark, moves: [right], expect: {score: 1}}
"""
FIELDS = (
    ["title"],
    ["intro"],
    ["packs", 0],
    *(["consequences", 0, *key] for key in (["if"], ["add", "score"], ["tell"], ["cue"], ["moment"])),
    ["endings", 0, "if"],
    ["endings", 0, "tell"],
    *(["awards", 0, key] for key in ("if", "title", "tell")),
    ["cues", "own", "sound"],
    ["sounds", "made", "file"],
    ["look", "ground"],
    ["waymarks", 0, "name"],
    ["waymarks", 0, "moves", 0],
    ["checking", "samples", 0, "answer"],
    ["clocks", "question"],
    ["clocks", "breather"],
    ["tries"],
)
HOSTILE = (
    "<script>window.hacked = 1</script>",
    "{__class__}",
    '{"x" * 10**9}',
    "{score.__class__}",
    "{score!r}",
    "{score:>99999999}",
    "x" * 100_000,
    "\u202e\u2066desrever\u2069",
    "\x00\x07",
    "{{{{",
    "*alias",
    "!!python/object:os.system",
    "__import__('os').system('true')",
    "9" * 500,
    "&a [*a]",
    "- - - -",
    "\U0001f4a3" * 50,
    "' \" # : , [",
)


class Hostile(Serving):
    def test_every_field_and_every_text(self):
        pack = self.bring("five.tsv", ROWS.encode())
        game = self.ask("POST", "/games", {"pack_id": pack["id"], "title": "Test"}, 201)
        path = f"/games/{game['id']}"
        shown = refused = 0
        revision, looks = 1, cycle(("rules", "feedback", "deal?dice=1"))
        changed = True
        for number, field in enumerate(FIELDS):
            for text in HOSTILE[number % 2 :: 2]:  # every text in every other field
                if changed:
                    revision = self.ask("PUT", path, {"text": BASE, "revision": revision})["revision"]
                edit = {"edits": [{"path": field, "value": text}], "revision": revision}
                response = self.client.post(f"/api/workshop{path}/edits", json=edit)
                self.assertIn(response.status_code, (200, 422), (field, text[:40], response.text[:300]))
                changed = response.status_code == 200
                if not changed:
                    self.assertTrue(response.json()["detail"])
                    refused += 1
                    continue
                after = response.json()
                revision = after["revision"]
                for snag in after["snags"]:
                    self.assertGreater(snag["line"], 0, (field, text[:40], snag))
                    self.assertLess(len(snag["message"]), 1500, (field, snag["code"]))
                if not after["playable"]:
                    self.assertTrue(any(snag["severity"] == "stop" for snag in after["snags"]))
                    refused += 1
                    continue
                shown += 1
                self.ask("GET", f"{path}/{next(looks)}")
        self.assertGreater(shown, 60)
        self.assertGreater(refused, 60)

    def test_a_play_shows_it_as_text(self):
        pack = self.bring("five.tsv", ROWS.encode())
        game = self.ask("POST", "/games", {"pack_id": pack["id"], "title": "Test"}, 201)
        text = re.sub("Said|Hello|Title|Given", "<script>window.hacked = 1</script>", BASE)
        self.ask("PUT", f"/games/{game['id']}", {"text": text, "revision": 1})
        play = self.start("test")
        seen = self.client.post(
            f"/api/players/plays/{play}/moves", json={"do": "answer", "text": "A", "visit": 1}
        )
        self.assertIn("<script>window.hacked = 1</script>", seen.json()["feedback"]["tell"])
