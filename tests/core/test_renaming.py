"""A meter called otherwise: everywhere, and nothing else changes."""

from __future__ import annotations

import unittest
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.replay.waymarks import walk_all
from dicetrail.core.prove.search.answers import moved_by_answers
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.renaming import expression_with, rename_meter, text_with
from dicetrail.core.rules.yamltext import YamlMistake, YamlText
from dicetrail.core.snag import Refused
from dicetrail.files import read_game_file

from .making import choice

HOME = Path(__file__).parents[2] / "dicetrail"
SHIPPED = sorted(HOME.glob("[ds][et]*/*.yaml"))
WITH = """\
title: The score of scores   # score here is a word
intro: "{METER} to begin with"
packs: [p]
meters:
  lives: {start: 3}
  METER: {start: 0}   # what counts
clocks: {question: "30 - METER // 10"}
consequences:
  - moment: right
    if: "METER < 9 and topic != 'score'"
    add: {METER: "METER + best_streak"}
    tell: "{METER:.0f} é {lives}"
  - {moment: wrong, set: {METER: 0}, tell: "{{score}} stays"}
endings:
  - {if: METER >= 20, result: won, tell: "{METER if METER > 1 else lives}"}
awards:
  - {if: "'é' == topic or METER > 3", title: score}
aims:
  - {name: score, expect: "METER > 2 and share('score') >= 0"}
set_aside:
  - {snag: meter-idle, at: meters.METER, why: score is the word}
  - {snag: meter-idle, at: consequences.1.add.METER, why: so}
  - {snag: award-gap, at: awards.score, why: no meter stands there}
waymarks:
  - {name: score, moves: [right], expect: {METER: 1, right: 1}, along: [{after: 1, expect: {METER: 1}}]}
"""
TEXT, AFTER = WITH.replace("METER", "score"), WITH.replace("METER", "points")


class Renaming(unittest.TestCase):
    def test_everywhere_it_is_named_and_nowhere_else(self):
        after = rename_meter(TEXT, "score", "points")
        self.assertEqual(YamlText(after).data, YamlText(AFTER).data)
        self.assertEqual(list(YamlText(after).data["meters"]), ["lives", "points"])
        for comment in ("# score here is a word", "# what counts"):
            self.assertIn(comment, after)
        self.assertEqual(YamlText(rename_meter(after, "points", "score")).data, YamlText(TEXT).data)

    def test_what_can_be_no_name_is_refused(self):
        for old, new, said in (
            ("scor", "points", "no meter `scor`"),
            ("score", "lives", "`lives` already"),
            ("score", "right", "a word of the rules"),
            ("score", "a b", "letters, digits"),
            ("score", "", "letters, digits"),
        ):
            with self.assertRaisesRegex(Refused, said):
                rename_meter(TEXT, old, new)
        with self.assertRaises(YamlMistake):
            rename_meter("title: [", "score", "points")
        self.assertEqual(rename_meter(TEXT, "score", "score"), TEXT)

    @settings(max_examples=40)
    @given(st.sampled_from(SHIPPED), st.data())
    def test_a_shipped_game_plays_as_it_did(self, path, data):
        """There and back it is the same document; renamed it has the same snags, and its waymarks pass."""
        text = path.read_text("utf-8")
        meters = list(YamlText(text).data.get("meters", {}))
        if not meters:
            return
        before = read_game_file(path) if path.parent.name == "demo" else None
        pack = before.game.questions if before and before.game else [choice(n) for n in range(20)]
        named_in_packs = moved_by_answers(pack)  # which stay as they are
        meters = [name for name in meters if name not in named_in_packs]
        if not meters:
            return
        old = data.draw(st.sampled_from(meters))
        after = rename_meter(text, old, "quite_new")
        back = YamlText(rename_meter(after, "quite_new", old)).data
        if old == "lives":
            self.assertEqual(back["meters"][old].pop("show"), "marks")  # its name said so before
        self.assertEqual(back, YamlText(text).data)

        def load(name: str) -> list[Question]:
            return [] if before is None else [one for one in pack if one.pack in ("", name)]

        reading, then = (read_game(one, load) for one in (after, text))
        self.assertEqual([snag.code for snag in reading.snags], [snag.code for snag in then.snags])
        if reading.game is not None:
            walked = walk_all(Program(reading.game), reading.document.waymarks)
            self.assertEqual([one.passed for one in walked], [True] * len(walked))

    def test_expressions_and_texts_that_can_not_be_read_stay(self):
        for source in ("score +", "score\n+ score", "{score", "score if"):
            self.assertEqual(expression_with(source, "score", "points"), source)
        self.assertEqual(text_with("{score", "score", "points"), "{score")
        self.assertEqual(expression_with("  é_1 + score", "score", "points"), "  é_1 + points")
        self.assertEqual(text_with("{{a}} {score:d}{x}", "score", "p"), "{{a}} {p:d}{x}")
