"""Every recipe's game and its variation can be played; its waymarks pass, its snags are as said."""

from __future__ import annotations

import re
import tempfile
import unittest
from pathlib import Path

import dicetrail
from dicetrail.handbook.page import pages
from dicetrail.handbook.recipe import GAME, is_recipe
from dicetrail.handbook.render import files_of

from .examples import examples_of, filled, snags_of_game

RECIPES = {name: page for name, page in pages().items() if page.group == "how"}
FEWEST = 30


class Recipes(unittest.TestCase):
    def test_there_are_thirty(self) -> None:
        self.assertGreaterEqual(len(RECIPES), FEWEST)
        self.assertTrue(all(is_recipe(page) for page in RECIPES.values()))
        print(f"recipes: {len(RECIPES)}")

    def test_snags_are_as_said(self) -> None:
        for name, page in RECIPES.items():
            with self.subTest(name):
                files = files_of(page)
                told = [snag.message for snag in snags_of_game(files[GAME], files)]
                self.assertRegex(page.text, r"It has no snags\.|Its snag is `")
                said = re.findall(r"Its snag is `([a-z-]+)`", page.text)
                codes = [snag.code for snag in snags_of_game(files[GAME], files)]
                self.assertEqual(codes, said, told)

    def test_waymarks_pass(self) -> None:
        for name, page in RECIPES.items():
            with self.subTest(name), tempfile.TemporaryDirectory() as folder:
                for file, text in files_of(page).items():
                    Path(folder, file).write_text(text, "utf-8")
                proof = dicetrail.load(Path(folder, GAME)).prove()
                self.assertTrue(proof.waymarks, "a recipe shows what comes of it")
                self.assertEqual([mark for mark in proof.waymarks if not mark.passed], [])

    def test_variations_can_be_played(self) -> None:
        for name, page in RECIPES.items():
            with self.subTest(name):
                [example] = [one for one in examples_of(page) if one.heading == "A variation"]
                files = files_of(page)
                base = re.sub(r"(?ms)^waymarks:.*?(?=^\S|\Z)", "", files[GAME])
                text = filled(base, example.text)
                self.assertNotEqual(text, example.text)
                told = [snag.message for snag in snags_of_game(text, files) if snag.severity != "note"]
                self.assertEqual(told, [], text)


if __name__ == "__main__":
    unittest.main()
