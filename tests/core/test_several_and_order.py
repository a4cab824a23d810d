"""Questions with several right options, and items that are to be put in their order."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import permutations

from hypothesis import given
from hypothesis import strategies as st

from dicetrail.core.pack.formats import ENDINGS, write_file
from dicetrail.core.pack.reader import read_file, read_text
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.deal.dealer import deal
from dicetrail.core.play.kinds import KINDS, input_for, shown_answer
from dicetrail.core.play.questions.card import Card, as_filed
from dicetrail.core.play.rulebook.game import Choices, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.checking import check
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.search.reach import reach

from .making import ordered, several, walk

PLAIN = Checking()
ROCKS = several(0)._replace(
    options=("Granite", "Chalk", "Gneiss", "Salt, grey"), answers=("Granite", "Gneiss"), rights=(0, 2)
)
STEPS = ordered(0)._replace(
    options=("Loop", "Up through", "Round", "Down"), answers=("Loop", "Up through", "Round", "Down")
)


class Verdicts(unittest.TestCase):
    def said(self, card: Card, text: str) -> tuple[str, int]:
        verdict = check(card, text, PLAIN)
        return verdict.name, KINDS[card.question.kind].hits(card, verdict)

    def test_several_is_right_when_the_set_is_exact(self):
        card = as_filed(ROCKS)
        for text, name, hits in (
            ("A C", "right", 2),
            ("ca", "right", 2),
            ("1, 3", "right", 2),
            ("13", "right", 2),
            ("A, A; C.", "right", 2),
            ("granite; GNEISS", "right", 2),
            ("granite | gneiss", "right", 2),
            ("A", "wrong", 1),
            ("Granite", "wrong", 1),
            ("A B C", "wrong", 2),
            ("B", "wrong", 0),
            ("Salt, grey", "wrong", 0),
            ("granite, basalt", "unreadable", 0),
            ("A E", "unreadable", 0),
        ):
            self.assertEqual(self.said(card, text), (name, hits), text)
        self.assertEqual(
            check(card, "b a", PLAIN).steps,
            ("given ‘b a’", "picks A B", "1 of 2 right options", "and 1 that is wrong"),
        )

    def test_order_is_right_when_every_item_is_in_its_place(self):
        card = Card(STEPS, (2, 0, 3, 1))
        self.assertEqual(input_for("right", card, ()), "B D A C")
        for text, name, hits in (
            ("B D A C", "right", 4),
            ("bdac", "right", 4),
            ("2 4 1 3", "right", 4),
            ("loop; up through; round; down", "right", 4),
            ("B A D C", "wrong", 2),
            ("A B C D", "wrong", 0),
            ("B D A", "unreadable", 3),
            ("B D A A", "unreadable", 3),
            ("loop; knot", "unreadable", 0),
        ):
            self.assertEqual(check(card, text, PLAIN).name, name, text)
            if name != "unreadable":
                self.assertEqual(self.said(card, text), (name, hits), text)
        self.assertIn("C is missing", check(card, "B D A", PLAIN).steps[-1])

    @given(st.permutations(range(5)), st.permutations(range(5)))
    def test_the_hits_of_an_order_are_its_fixed_points(self, dealt, put):
        """A permutation's fixed points, counted by hand beside ours."""
        card = Card(ordered(1, 5), tuple(dealt))
        text = " ".join("ABCDE"[dealt.index(item)] for item in put)
        verdict = check(card, text, PLAIN)
        self.assertEqual(KINDS["order"].hits(card, verdict), sum(n == item for n, item in enumerate(put)))
        self.assertEqual(verdict.name == "right", list(put) == list(range(5)))

    def test_what_a_wrong_answer_can_have_right_is_what_all_answers_have(self):
        """Every answer there is, gone through."""
        for question in (several(1), several(2, (1,)), several(3, (0, 1, 2), 3), ordered(1), ordered(2, 2)):
            card, kind, met = as_filed(question), KINDS[question.kind], set()
            places = range(len(question.options))
            for size in places:
                for some in permutations(places, size + 1):
                    verdict = check(card, " ".join("ABCD"[place] for place in some), PLAIN)
                    if verdict.name == "wrong":
                        met.add(kind.hits(card, verdict))
            self.assertEqual(met, {*kind.wrong_hits(question)}, question.id)
            self.assertEqual(check(card, input_for("wrong", card, ()), PLAIN).name, "wrong")
            for text in kind.partly_right(card):
                self.assertGreater(kind.hits(card, check(card, text, PLAIN)), 0, text)


class Plays(unittest.TestCase):
    def test_the_rules_know_the_hits_and_how_many_there_could_be(self):
        rows = (
            Consequence("right", add=(("score", "possible"),)),
            Consequence(
                "missed", add=(("score", "hits"),), tell="{hits} of {possible}: {given}, not {answer}"
            ),
        )
        game = Game(
            "g", (ROCKS, STEPS), deal=Deal(order="filed"), meters=(Meter("score"),), consequences=rows
        )
        run = walk(game, "answer granite; chalk", "right")
        self.assertEqual(run.meters["score"], 1 + 4)
        told = next(step.tell for step in run.trail if step.moment == "missed")
        self.assertRegex(told, r"^1 of 2: (Granite, Chalk|Chalk, Granite), not Granite, Gneiss$")
        self.assertEqual([turn.outcome for turn in run.asked], ["missed", "right"])
        self.assertEqual(shown_answer(STEPS), "Loop → Up through → Round → Down")

    def test_items_are_never_dealt_in_their_order(self):
        for options in ("filed", "shuffled", "balanced"):
            game = Game("g", (ordered(0, 2), ordered(1, 3)), deal=Deal(options=options))  # type: ignore[arg-type]
            for dice in range(40):
                for card in deal(game, Choices(dice)):
                    self.assertNotEqual(card.order, tuple(range(len(card.order))))

    def test_the_view_marks_what_was_picked_and_keeps_the_key_until_it_is_revealed(self):
        rows = (Consequence("wrong", hold=2), Consequence("missed", reveal=True))
        game = Game("g", (ROCKS,), deal=Deal(options="filed"), tries=2, consequences=rows)
        run = Run(Program(game), Choices(1))
        run.begin()
        before = view(run, 0)
        self.assertNotIn("Gneiss, ", str(before))
        self.assertEqual([option.mark for option in before.question.options], [""] * 4)
        run.do(Move("answer", "A B"), 0)
        after = view(run, 0)
        self.assertEqual([option.mark for option in after.question.options], [""] * 4)
        self.assertEqual(after.feedback.answer, "")
        told = Run(
            Program(replace(game, consequences=(Consequence("wrong", parts=True, hold=2),))), Choices(1)
        )
        told.begin()
        told.do(Move("answer", "A B"), 0)
        marks = [option.mark for option in view(told, 0).question.options]
        self.assertEqual(marks, ["right", "wrong", "", ""])

    def test_a_search_finds_every_number_of_hits(self):
        rows = (
            Consequence("right", add=(("score", "10"),)),
            Consequence("missed", condition="hits == possible", add=(("score", "7"),)),
            Consequence("missed", condition="hits == 1", add=(("score", "1"),)),
            Consequence("missed", condition="hits == 3", add=(("score", "100"),)),
        )
        game = Game(
            "g",
            (ROCKS,),
            meters=(Meter("score"),),
            consequences=rows,
            endings=(Ending("score > 200", "won"),),
        )
        found = reach(Program(game))
        self.assertEqual(found.rows, {1, 2, 3})


class Files(unittest.TestCase):
    TEXT = (
        "kind\tprompt\tanswer\twrong\twrong\n"
        "several\tWhich are hard?\tGranite | Gneiss\tChalk\tSalt\n"
        "order\tTie a bowline\tLoop | Up through | Round | Down\n"
    )

    def test_right_options_and_items_under_the_answer(self):
        hard, knot = read_text("x.tsv", self.TEXT).questions
        self.assertEqual(hard.options, ("Granite", "Gneiss", "Chalk", "Salt"))
        self.assertEqual(hard.rights, (0, 1))
        self.assertEqual(knot.options, ("Loop", "Up through", "Round", "Down"))

    def test_a_key_of_several_letters(self):
        text = 'prompt,option A,option B,option C,key\nHard?,Chalk,Granite,Gneiss,"B, C"\n'
        (hard,) = read_text("x.csv", text).questions
        self.assertEqual((hard.kind, hard.rights, hard.answers), ("several", (1, 2), ("Granite", "Gneiss")))
        text = "kind,prompt,option A,option B,option C,key\norder,First?,Two,Three,One,C A B\n"
        (first,) = read_text("x.csv", text).questions
        self.assertEqual(first.options, ("One", "Two", "Three"))

    def test_what_can_not_be_read_says_why(self):
        for line, code in (
            ("several\tWhich?\t\tChalk", "no-answer"),
            ("several\tWhich?\tGranite", "missing-field"),
            ("several\tWhich?\tGranite | granite\tChalk", "doubled-option"),
            ("order\tWhich first?\tLoop", "missing-field"),
            ("order\tWhich first?\tLoop | Loop", "doubled-option"),
            ("order\tWhich first?\t" + " | ".join("abcdefghi"), "too-many-options"),
        ):
            snags = read_text("x.tsv", f"kind\tprompt\tanswer\twrong\n{line}\n").snags
            self.assertIn(code, {snag.code for snag in snags}, line)

    def test_they_come_back_as_they_were_written_from_every_format(self):
        questions = read_text("x.tsv", self.TEXT).questions
        for ending in ENDINGS:
            back = read_file(f"x.{ending}", write_file(f"x.{ending}", questions)).questions
            self.assertEqual(
                [(q.kind, q.options, q.rights) for q in back],
                [(q.kind, q.options, q.rights) for q in questions],
                ending,
            )

    def test_tips(self):
        text = (
            "kind\tprompt\tanswer\twrong\n"
            "several\tWhich of these?\tGranite | Gneiss\n"
            "several\tWhich of those?\tab | Gneiss\tChalk\n"
        )
        tips = [(tip.line, tip.code) for tip in read_text("x.tsv", text).tips]
        self.assertEqual(tips, [(2, "tip-all-right"), (3, "label-clash")])
