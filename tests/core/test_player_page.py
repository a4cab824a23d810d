"""What the player's page is told: its look, its letters, its texts, and what it must not be told."""

from __future__ import annotations

import unittest
from dataclasses import replace
from typing import get_args

from hypothesis import given
from hypothesis import strategies as st

from dicetrail.core.play.answers.letters import bare, board_of, pattern
from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.questions.recipes import Formula, Span
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Choices, Consequence
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.trying import PageState, page_at
from dicetrail.core.play.seen.view import view
from dicetrail.core.play.words import LANGUAGES
from dicetrail.core.play.words.groups import GROUPS, state_of
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.contrast import READABLE, contrast, veil
from dicetrail.core.rules.files import FILES, placed
from dicetrail.core.rules.looks import LOOKS

from .making import choice, walk
from .test_kinds import letters_game

RULES = """\
title: Dressed
packs: [p.tsv]
tries: 2
meters: {score: {start: 0, label: "Очки"}, lives: {start: 3, max: 3}}
clocks: {breather: 2}
consequences:
  - {moment: right, add: {score: 5}}
  - {moment: missed, add: {lives: -1}, reveal: true}
look: {options: columns, size: wall, behind: fog.png, pictures: {right: yes.png, lost: no.png}}
welcome: {picture: hut.png, music: hum.ogg, speech: hello.ogg}
words: {language: de, texts: {said.right: "Jawohl!"}}
"""
COLOURS = st.integers(0, 0xFFFFFF).map("#{:06x}".format)


def dressed(more: str = ""):
    return read_game(RULES + more, lambda _: [choice(n) for n in range(3)])


def answered(game, move):
    """The view right after the first question was answered."""
    run = Run(Program(game), choose(game, 1))
    run.begin()
    run.do(Move(move), 0)
    return view(run, 0)


class Page(unittest.TestCase):
    def test_its_texts_are_of_its_language_and_the_makers(self):
        game = dressed().game
        run = walk(game, "right", "wrong", "wrong")
        seen = view(run, 0)
        self.assertEqual((seen.language, seen.texts), ("de", {"said.right": "Jawohl!"}))
        self.assertEqual(answered(game, "right").player, "Spieler")
        said = {step.moment: step.tell for step in run.trail}
        self.assertEqual(said["right"], "")  # the trail holds what the rules say, and no more
        self.assertEqual(answered(game, "right").feedback.tell, "Jawohl!")
        self.assertEqual(answered(game, "wrong").feedback.tell, "Nicht richtig.")

    def test_a_meter_has_its_label_and_tells_its_change(self):
        shown = {meter.name: meter for meter in answered(dressed().game, "right").meters}
        self.assertEqual((shown["score"].label, shown["score"].change), ("Очки", 5))
        self.assertEqual((shown["lives"].label, shown["lives"].change), ("lives", 0))

    def test_pictures_go_with_the_verdict_and_the_result(self):
        game = placed(dressed(), {"yes.png": "d1", "no.png": "d2"}).game
        self.assertEqual(answered(game, "right").feedback.picture, FILES + "d1")
        self.assertEqual(answered(game, "wrong").feedback.picture, "")
        self.assertEqual(page_at(game, "lost").outcome.picture, FILES + "d2")

    def test_files_that_are_not_there_are_told_at_their_place(self):
        reading = placed(dressed(), {"yes.png": "d1", "hut.png": "d3"})
        lost = {(snag.path, snag.line) for snag in reading.snags if snag.code == "no-file"}
        self.assertEqual(
            lost,
            {("look.behind", 9), ("look.pictures.lost", 9), ("welcome.music", 10), ("welcome.speech", 10)},
        )

    def test_nothing_is_shown_one_by_one_where_the_maker_does_not_want_it(self):
        moves = ["right"] * 3
        self.assertEqual(len(view(walk(dressed().game, *moves), 0).outcome.summary), 3)
        self.assertEqual(view(walk(dressed("review: false\n").game, *moves), 0).outcome.summary, [])

    def test_it_is_kept_whole_and_games_kept_before_are_read(self):
        game = dressed("same_deal: true\nreview: false\n").game
        self.assertEqual(from_json(to_json(game)), game)
        data = to_json(game)
        for name in ("welcome", "words", "same_deal", "review"):
            del data[name]
        data["look"] = {"ground": "#f5efe1", "ink": "#2a2620", "accent": "#2b5a3c"}
        for meter in data["meters"]:
            del meter["label"]
        old = from_json(data)
        self.assertEqual((old.words.language, old.look.options, old.review), ("en", "lines", True))

    def test_unknown_languages_and_texts_are_snags(self):
        for words, said in (("{language: xx}", "there are en, de"), ("{texts: {nope: x}}", "no text called")):
            text = f"title: T\npacks: [p.tsv]\nwords: {words}\n"
            (snag,) = read_game(text, lambda _: [choice(1)]).snags
            self.assertIn(said, snag.message)
            self.assertEqual(snag.line, 3)

    def test_every_state_of_the_page_is_made_of_any_game(self):
        for game in (dressed().game, letters_game()):
            for state in get_args(PageState):
                seen = page_at(game, state)
                self.assertEqual(seen.phase == "over", state in ("won", "lost", "done"), state)
                if state in ("good", "bad", "info", "plain"):
                    self.assertEqual(seen.feedback.tone, state)
                if seen.outcome:
                    self.assertEqual(seen.outcome.result, state)

    def test_each_state_shows_what_it_is_for(self):
        game = dressed().game
        seen = {state: page_at(game, state) for state in get_args(PageState)}
        self.assertEqual((seen["asking"].phase, seen["asking"].feedback.moment), ("asking", "begun"))
        self.assertEqual(
            {one.question.prompt for one in seen.values() if one.phase == "asking"}
            - {"What keeps the wind out?"},
            {"Choice 0?"},
        )
        self.assertEqual(seen["letters"].question.kind, "letters")
        self.assertEqual(seen["bad"].feedback.answer, "option 0-0")
        self.assertEqual([seen[state].feedback.answer for state in ("good", "info", "plain")], ["", "", ""])
        self.assertEqual(seen["plain"].feedback.tell, "Übersprungen.")
        self.assertEqual((seen["info"].feedback.moment, seen["bad"].feedback.moment), ("wrong", "missed"))
        self.assertEqual([seen[state].resume_in for state in ("asking", "info", "good", "bad")],
                         [None, 2000, 3000, 3000])  # fmt: skip
        before = seen.pop("round")
        self.assertTrue(before.waits_for_player and before.round.intro and before.question is None)
        between = seen.pop("turn")
        self.assertTrue(between.hands_over and between.waits_for_player and between.question is None)
        self.assertTrue(all(not one.waits_for_player and not one.can_skip for one in seen.values()))
        self.assertEqual(seen["won"].outcome.answered, 1)

    def test_it_is_made_of_the_games_own_questions_where_it_has_any_that_stand(self):
        """Those that are made as the play goes are made for it; where there is none, ours stands for it."""
        phrase = letters_game().questions[0]
        formula = choice(5)._replace(kind="formula", recipe=Formula((Span("a", "1", "9"),), "a + 1"))
        ours = "Which way does the needle of a compass point?"
        for questions, asked, letters in (
            ((formula,), {"Choice 5?"}, "What keeps the wind out?"),
            ((formula, choice(3), phrase), {"Choice 3?", "Choice 5?"}, phrase.prompt),
            ((phrase,), {ours}, phrase.prompt),
        ):
            game = replace(dressed().game, questions=questions)
            self.assertIn(page_at(game, "asking").question.prompt, asked)
            self.assertEqual(page_at(game, "letters").question.prompt, letters)

    def test_it_says_what_the_rules_say_there(self):
        rules = RULES.replace("add: {score: 5}}", 'if: attempt == 1, add: {score: 5}, tell: "Genau."}')
        rules += 'endings: [{if: lives == 0, result: lost, tell: "Dunkel."}]\n'
        rules += 'awards: [{if: percent == 100, title: Gipfel, tell: "Oben!"}, {if: "True", title: Tal}]\n'
        game = read_game(rules, lambda _: [choice(n) for n in range(3)]).game
        seen = {state: page_at(game, state) for state in get_args(PageState)}
        self.assertEqual(seen["good"].feedback.tell, "Genau.")
        outcomes = {state: seen[state].outcome for state in ("won", "lost", "done")}
        self.assertEqual((outcomes["lost"].tell, outcomes["lost"].award), ("Dunkel.", "Tal"))
        self.assertEqual((outcomes["done"].award, outcomes["done"].award_tell), ("Gipfel", "Oben!"))

    def test_every_text_is_in_one_group_and_shows_in_a_state_there_is(self):
        for name in LANGUAGES["en"].texts:
            part = name.split(".")[0]
            self.assertEqual(sum(part in group.parts for group in GROUPS), 1, name)
            self.assertIn(state_of(name), ("start", *get_args(PageState)))
        self.assertRaises(KeyError, state_of, "nonsense.text")

    def test_skipping_is_offered_as_in_the_game(self):
        game = dressed("").game
        skipped = replace(game, consequences=(*game.consequences, Consequence("skipped")))
        self.assertEqual([page_at(one, "asking").can_skip for one in (game, skipped)], [False, True])


class Board(unittest.TestCase):
    def test_the_alphabet_comes_first_then_what_else_the_phrases_hold(self):
        self.assertEqual("".join(board_of(["Éclair 7", "жук"], "abcde")), "abcde7ilrжку")
        self.assertEqual("".join(board_of([], LANGUAGES["de"].alphabet)), "abcdefghijklmnopqrstuvwxyzß")

    @given(st.text(max_size=20), st.sampled_from(sorted(LANGUAGES)))
    def test_every_letter_of_a_phrase_can_be_pressed(self, phrase, code):
        board = board_of([phrase], LANGUAGES[code].alphabet)
        self.assertEqual(pattern(phrase, map(bare, board)).count(""), 0)
        self.assertEqual(len(board), len(set(board)))

    def test_what_was_pressed_is_marked(self):
        seen = view(walk(letters_game(), "answer S", "answer q"), 0)
        marks = {key.letter: key.mark for key in seen.question.letters.board if key.mark}
        self.assertEqual(marks, {"s": "right", "q": "wrong"})

    def test_it_tells_nothing_of_the_phrase_that_is_asked(self):
        """The board is the same whichever question of the game is open."""
        program = Program(letters_game())
        boards = set()
        for dice in range(5):
            run = Run(program, Choices(dice))
            run.begin()
            boards.add(tuple(key.letter for key in view(run, 0).question.letters.board))
        self.assertEqual(len(boards), 1)


class Colours(unittest.TestCase):
    def test_every_look_that_ships_can_be_read(self):
        """WCAG 2.2, success criterion 1.4.3: 4.5 : 1 for text."""
        self.assertGreaterEqual(len(LOOKS), 5)
        for name, look in LOOKS.items():
            for colour in (look.ink, look.accent):
                self.assertGreaterEqual(contrast(colour, look.ground), READABLE, name)

    @given(COLOURS, COLOURS, COLOURS, COLOURS)
    def test_a_veil_holds_the_contrast_on_any_picture(self, ground, ink, accent, spot):
        """The colour a browser mixes, by the definition of compositing ("source over", W3C)."""
        part = veil(ground, (ink, accent))
        if part == 1:
            return  # these colours hardly stand out from the bare ground
        parts = (
            round(int(ground[at : at + 2], 16) * part + int(spot[at : at + 2], 16) * (1 - part))
            for at in (1, 3, 5)
        )
        behind = "#" + "".join(f"{one:02x}" for one in parts)
        for colour in (ink, accent):
            self.assertGreaterEqual(contrast(colour, behind), READABLE - 0.05, (part, behind))

    def test_a_veil_is_no_thicker_than_it_need_be(self):
        self.assertLess(veil("#ffffff", ("#000000",)), 0.6)
        self.assertEqual(veil("#777777", ("#707070",)), 1)


if __name__ == "__main__":
    unittest.main()
