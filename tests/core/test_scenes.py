"""Scenes of cues: what is written, what a player is shown, and what a maker is told of them."""

from __future__ import annotations

import unittest

from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.page import Act
from dicetrail.core.play.seen.trying import cue_seen
from dicetrail.core.prove.declared import unsaid
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.cues import SHIPPED
from dicetrail.core.rules.files import FILES, files_named, placed
from dicetrail.core.rules.page import Effect
from dicetrail.core.rules.reading import GameReading

from .making import choice

SCENE = """
cues:
  dawn:
    hold: 2
    scene:
      - {do: stamp, on: prompt, at: 0.5}
      - {text: Well climbed!, lasts: 1.5}
      - {picture: sun.png, at: 1}
consequences: [{moment: right, cue: dawn}]
"""


def read(more: str) -> GameReading:
    return read_game(f"title: S\npacks: [p]\nmeters: {{score: {{start: 0}}}}\n{more}", lambda _: [choice(0)])


def codes(*acts: str) -> list[str]:
    scene = ", ".join(acts)
    reading = read(f"cues: {{dawn: {{scene: [{scene}]}}}}\nconsequences: [{{moment: right, cue: dawn}}]\n")
    return [snag.code for snag in reading.snags]


class Scenes(unittest.TestCase):
    def test_a_player_is_shown_what_is_written(self) -> None:
        game = read(SCENE).game
        assert game is not None
        [cue] = game.cues
        acts = [
            Act("stamp", "prompt", 0.5),
            Act(text="Well climbed!", lasts=1.5),
            Act(picture="sun.png", at=1),
        ]
        self.assertEqual(list(cue.scene), acts)
        view = cue_seen(game, cue)
        assert view.feedback is not None and view.feedback.cue is not None
        self.assertEqual(view.feedback.cue.scene, acts)
        self.assertEqual(from_json(to_json(game)), game)
        self.assertEqual([unsaid(game, prover) for prover in ("search", "odds", "straight")], [[], [], []])

    def test_its_pictures_are_files_of_the_game(self) -> None:
        reading = read(SCENE)
        assert reading.document is not None
        self.assertEqual(files_named(reading.document), {"sun.png"})
        there = placed(reading, {"sun.png": "abc"})
        assert there.game is not None
        self.assertEqual(there.game.cues[0].scene[2].picture, f"{FILES}abc")
        gone = placed(reading, {})
        self.assertEqual([snag.code for snag in gone.snags if snag.path.endswith("picture")], ["no-file"])

    def test_an_act_shows_something(self) -> None:
        self.assertIn("empty-act", codes("{on: prompt}"))
        self.assertNotIn("empty-act", codes("{do: ink}", "{text: Oh}"))

    def test_no_more_than_three_motions_a_second(self) -> None:
        """WCAG 2.2, 2.3.1: no more than three flashes within a second."""
        self.assertIn("flashes", codes(*(f"{{do: glow, at: {at}}}" for at in (0, 0.3, 0.6, 0.9))))
        self.assertNotIn("flashes", codes(*(f"{{do: glow, at: {at}}}" for at in (0, 0.4, 0.8, 1.2))))

    def test_what_comes_with_it_moves_in_more_than_ten_ways(self) -> None:
        motions, drawn = Effect.__args__
        self.assertGreaterEqual(len({*motions.__args__, *drawn.__args__} - {"none"}), 10)
        for cue in SHIPPED.values():
            self.assertLessEqual(sum(act.do != "none" for act in cue.scene), 3, cue.name)


if __name__ == "__main__":
    unittest.main()
