"""A bundle beside others of the same names: each question shows its own picture, each table its own rows.
Each game reads its own packs."""

from __future__ import annotations

import hashlib
import io
import json
import random
from typing import Any

from PIL import Image

from dicetrail.core.rules.bundle import Bundle, write_bundle
from dicetrail.store.models import StoredGame

from .serving import Serving

PACKS = ["packs/q.tsv", "packs/q-2.tsv", "packs/q-3.tsv"]
PICTURES = ["a.png", "a-2.png", "a-3.png"]
TABLES = ["packs/rows.csv", "packs/rows-2.csv"]
CLASHES = 12


def picture(shade: int) -> bytes:
    data = io.BytesIO()
    Image.new("RGB", (8, 8), (shade, shade // 2, 0)).save(data, "PNG")
    return data.getvalue()


def bundle(chance: random.Random, mark: str) -> Bundle:
    """A game over some packs, pictures and tables, all of whose words and shades are its own."""
    pictures = {
        name: picture(chance.randrange(256)) for name in chance.sample(PICTURES, chance.randint(1, 3))
    }
    packs, questions = {}, chance.sample(PACKS, chance.randint(1, 3))
    for name in questions:
        shown = chance.choice(list(pictures))
        row = f"{mark} {name} {shown}?\tright {mark}\twrong\t{shown}\n"
        packs[name] = f"prompt\tanswer\twrong\timage\n{row}".encode()
    for number, table in enumerate(chance.sample(TABLES, chance.randint(0, 2))):
        packs[table] = f"hut,metres\n{mark} hut,10\n{mark} other {table},20\n".encode()
        text = f"- kind: table\n  from: {table.rsplit('/', 1)[-1]}\n"
        text += "  prompt: How high is {hut}?\n  answer: metres\n"
        packs[f"packs/made-{number}.yaml"] = text.encode()
        questions.append(f"packs/made-{number}.yaml")
    text = f"title: {mark}\npacks: [{', '.join(questions)}]\ndeal: {{order: filed, options: filed}}\n"
    return Bundle(text, packs, pictures)


class Names(Serving):
    def bring_bundle(self, one: Bundle) -> Any:
        file = {"file": ("b.zip", write_bundle(one))}
        look = self.client.post("/api/workshop/bundles/look", files=file).json()
        keep = {part["name"]: "both" for part in look["packs"] if part["state"] == "other"}

        made = self.client.post("/api/workshop/bundles", files=file, data={"keep": json.dumps(keep)})
        self.assertEqual(made.status_code, 201, made.text)
        return made.json()["game"]

    def seen(self, game: int) -> list[Any]:
        """The questions of a game as they are dealt, each with the bytes of its picture."""
        app = self.client.app
        with app.state.workshop.session() as session:  # type: ignore[attr-defined]
            program = app.state.workshop.games.program(session, session.get_one(StoredGame, game))  # type: ignore[attr-defined]
        found = []
        for question in program.game.questions:
            shown = b""
            if question.image:
                answer = self.client.get(question.image)
                self.assertEqual(answer.status_code, 200, question.image)
                shown = answer.content
            rows = getattr(question.recipe, "rows", ())
            found.append((question.prompt, question.answers, rows, hashlib.sha256(shown).hexdigest()))
        return found

    def test_none_is_given_out_without_its_packs(self) -> None:
        game = self.game()
        self.ask("POST", f"/packs/{game['packs'][0]['id']}/off")
        answer = self.client.get(f"/api/workshop/games/{game['id']}/bundle")
        self.assertEqual(answer.status_code, 422)
        self.assertIn("not on the shelf", answer.json()["detail"])

    def test_nothing_is_swapped(self) -> None:
        for seed in range(CLASHES):
            self.client = self.serve()
            chance = random.Random(seed)
            first, second = bundle(chance, f"one{seed}"), bundle(chance, f"two{seed}")
            alone = self.bring_bundle(first)
            before = self.seen(alone)
            other = self.bring_bundle(second)
            again = self.bring_bundle(first)
            self.assertEqual(self.seen(alone), before, f"the game that was there, seed {seed}")
            self.assertEqual(self.seen(again), before, f"the same bundle again, seed {seed}")
            for prompt, answers, rows, _ in self.seen(other):
                self.assertIn(f"two{seed}", f"{prompt} {answers} {rows}", f"seed {seed}")
