"""Every snag has its entry in the handbook, with an example that really has it."""

from __future__ import annotations

import unittest
from typing import get_args

from dicetrail.core.pack.cells import Cell
from dicetrail.core.snag_codes import SnagCode
from dicetrail.handbook.page import pages

from .examples import Example, examples_of, filled, headings_of, snags_of_game, snags_of_pack

PAGE = pages()["reference/snags"]
CODES = set(get_args(SnagCode))
WITHOUT = {"full", "no-room", "not-kept", "too-long", "too-many-lines"}
"""Those that only very large texts have, or that are told while something is typed; other tests hold them."""


class Snags(unittest.TestCase):
    def test_every_code_has_an_entry(self) -> None:
        entries = headings_of(PAGE, "h3")
        self.assertEqual(len(entries), len(set(entries)))
        self.assertEqual(set(entries), CODES)
        print(f"snags: {len(entries)} of {len(CODES)}")

    def test_what_cells_can_be_wrong_in_has_a_code(self) -> None:
        self.assertLessEqual({f"bad-{cell}" for cell in get_args(Cell)}, CODES)

    def test_examples_have_the_snag(self) -> None:
        files = {one.words[1]: one.text for one in examples_of(PAGE) if len(one.words) > 1}
        base = files["small.yaml"]
        self.assertEqual(snags_of_game(base, files), [])
        shown = [one for one in examples_of(PAGE) if one.heading in CODES]
        self.assertEqual({one.heading for one in shown}, CODES - WITHOUT)
        for example in shown:
            with self.subTest(example.heading):
                self.assertIn(example.heading, self._told(example, base, files), example.text)

    def _told(self, example: Example, base: str, files: dict[str, str]) -> set[str]:
        kind = example.words[0]
        if kind == "yaml":
            return {snag.code for snag in snags_of_game(filled(base, example.text), files)}
        return {snag.code for snag in snags_of_pack(f"example.{kind}", example.text, files)}


if __name__ == "__main__":
    unittest.main()
