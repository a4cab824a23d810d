"""Pairs to join, gaps to fill, places to point at, and numbers that are set between bounds."""

from __future__ import annotations

import unittest
from collections import Counter
from fractions import Fraction
from itertools import permutations, product
from math import atan2, pi

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.pack.editing import Source, change
from dicetrail.core.pack.reader import read_text
from dicetrail.core.play.answers.areas import Area, AreaError, farthest, read_area, read_point
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.kinds import KINDS, kind_of, shown_answer
from dicetrail.core.play.questions.card import Card, as_filed
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Consequence, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.checking import check
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.search.reach import reach

from .making import walk

RULES = Checking()
SIGNS = "prompt\tkind\tpairs\twrong\nWhat is what?\tmatch\ta = one | b = two | c = three\tfour\n"


def one(**cells: str) -> Question:
    """The question of one line."""
    text = "\t".join(name.replace("_", " ") for name in cells) + "\n" + "\t".join(cells.values()) + "\n"
    reading = read_text("p.tsv", text)
    assert reading.questions, reading.snags
    return reading.questions[0]


def codes(**cells: str) -> list[str]:
    text = "\t".join(name.replace("_", " ") for name in cells) + "\n" + "\t".join(cells.values()) + "\n"
    return [snag.code for snag in read_text("p.tsv", text).snags]


def said(question: Question, text: str, order: tuple[int, ...] | None = None) -> str:
    card = as_filed(question) if order is None else Card(question, order)
    return check(card, text, RULES).name


def match(items: int, options: int) -> Question:
    names = tuple(f"right {n}" for n in range(options))
    lefts = tuple(f"left {n}" for n in range(items))
    return Question("m", "match", "?", names[:items], names, tuple(range(items)), items=lefts)


class Match(unittest.TestCase):
    def test_written_as_pairs_or_by_their_sides(self):
        pairs = one(prompt="?", kind="match", pairs="a = one | b = two", wrong="three")
        sides = one(
            prompt="?", kind="match", left_A="a", right_A="one", left_B="b", right_B="two", right_C="three"
        )
        self.assertEqual(pairs._replace(line=0), sides._replace(line=0))
        self.assertEqual((pairs.items, pairs.options), (("a", "b"), ("one", "two", "three")))

    def test_what_is_no_pair(self):
        self.assertIn("half-pair", codes(prompt="?", kind="match", pairs="a = one | b"))
        self.assertIn("missing-field", codes(prompt="?", kind="match", pairs="a = one"))
        self.assertIn("doubled-item", codes(prompt="?", kind="match", pairs="a = one | A = two"))
        self.assertIn("doubled-option", codes(prompt="?", kind="match", pairs="a = one | b = One"))

    def test_ways_to_give_an_answer(self):
        question, order = match(3, 4), (2, 0, 3, 1)  # A right 2, B right 0, C right 3, D right 1
        for text in ("B1 D2 A3", "a3,b1, d2", "1B 2D 3A", "B D A", "B-1 D-2 A-3"):
            self.assertEqual(said(question, text, order), "right", text)
        for text in ("A1 B2 D3", "A B C"):
            self.assertEqual(said(question, text, order), "wrong", text)
        for text in ("B1 D2", "B1 D2 B3", "B1 D2 A9", "E1 D2 A3", "B1 D1 A3", "hello"):
            self.assertEqual(said(question, text, order), "unreadable", text)

    def test_how_many_ways_have_how_many_right(self):
        """Rencontres numbers (OEIS A008290, from memory): of four items 9, 8, 6 and 0 ways have 0, 1, 2 and 3
        right; with further options counted one by one."""
        self.assertEqual(kind_of(match(4, 4)).guessed(match(4, 4)), {0: 9, 1: 8, 2: 6})
        for items, options in ((3, 5), (2, 4), (4, 5)):
            ways = permutations(range(options), items)
            counted = Counter(sum(place == n for n, place in enumerate(way)) for way in ways)
            del counted[items]
            self.assertEqual(KINDS["match"].guessed(match(items, options)), dict(sorted(counted.items())))

    def test_every_guess_is_another_way_to_join_them(self):
        question = match(3, 4)
        kind, card = kind_of(question), as_filed(question)
        texts = [kind.guess(card, n) for n in range(kind.guesses(question))]
        self.assertEqual(len(set(texts)), 24)
        self.assertEqual(Counter(said(question, text) for text in texts), {"right": 1, "wrong": 23})

    def test_odds_at_random_are_those_of_the_rencontres_numbers(self):
        rows = tuple(Consequence(moment, add=(("score", "hits"),)) for moment in ("right", "missed"))
        game = Game("M", (match(4, 4),), meters=(Meter("score"),), consequences=rows)
        found = odds(Program(game), Walker("knows", Fraction(0))).meters["score"]
        self.assertEqual(
            found, {0: Fraction(9, 24), 1: Fraction(8, 24), 2: Fraction(6, 24), 4: Fraction(1, 24)}
        )

    def test_what_was_picked_says_which_item(self):
        self.assertEqual(KINDS["match"].labels((1, 0, 2)), "A2 B1 C3")
        rows = (Consequence("right", 'picked == "A1 B2 C3"', add=(("score", "7"),)),)
        game = Game("M", (match(3, 3),), meters=(Meter("score"),), consequences=rows)
        self.assertEqual([walk(game, "right", dice=dice).meters["score"] for dice in (1, 2, 3)], [7, 7, 7])

    def test_items_may_be_pictures(self):
        pairs = "![the high one](cirrus.png) = Cirrus | a low one = Stratus"
        question = one(kind="match", prompt="Which is which?", pairs=pairs)
        run = walk(Game("G", (question,)))
        shown = view(run, 0).question
        self.assertIsNotNone(shown)
        items = [(item.text, item.image) for item in shown.items]
        self.assertEqual(items, [("the high one", "cirrus.png"), ("a low one", "")])
        self.assertIn("the high one = Cirrus", shown_answer(question))

    def test_an_edit_keeps_the_words_of_its_file(self):
        source = Source("p.tsv", SIGNS)
        record = {
            "kind": "match",
            "prompt": "What is what?",
            "left A": "a",
            "right A": "one",
            "left B": "b=c",
            "right B": "two",
            "right C": "four",
        }
        draft = change(source, 0, record)
        self.assertIn("a = one | b\\=c = two\tfour", draft.text)
        self.assertEqual(read_text("p.tsv", draft.text).questions[0].items, ("a", "b=c"))


class Gaps(unittest.TestCase):
    TYPED = one(prompt="Tie a ___ to the ___.", kind="gaps", answer="bowline | king knot; tree")
    BANK = one(prompt="A ___ and a ___.", kind="gaps", answer="hut; tent", wrong="boat")

    def test_each_gap_is_checked_for_itself(self):
        for text, verdict, hits in (
            ("bowline; tree", "right", 2),
            ("King Knot ;TREE", "right", 2),
            ("bowline; bush", "wrong", 1),
            ("; tree", "wrong", 1),
            ("bowline; treez", "close", 1),
            ("bowline", "unreadable", 0),
            ("bowline; tree; hut", "unreadable", 0),
        ):
            found = check(as_filed(self.TYPED), text, RULES)
            self.assertEqual(
                (found.name, kind_of(self.TYPED).hits(as_filed(self.TYPED), found)), (verdict, hits), text
            )

    def test_a_bank_takes_letters_and_words(self):
        order = (2, 0, 1)  # A boat, B hut, C tent
        for text, verdict in (
            ("B C", "right"),
            ("hut; tent", "right"),
            ("b; tent", "right"),
            ("C B", "wrong"),
            ("A A", "wrong"),
            ("B", "unreadable"),
            ("hut; house", "unreadable"),
        ):
            self.assertEqual(said(self.BANK, text, order), verdict, text)

    def test_how_many_fills_have_how_many_right(self):
        kind = kind_of(self.BANK)
        ways = product(range(3), repeat=2)
        counted = Counter((first == 0) + (second == 1) for first, second in ways)
        del counted[2]
        self.assertEqual(kind.guessed(self.BANK), dict(sorted(counted.items())))
        texts = {kind.guess(as_filed(self.BANK), n) for n in range(kind.guesses(self.BANK))}
        self.assertEqual(len(texts), 9)

    def test_the_prompt_has_as_many_gaps(self):
        self.assertIn("bad-gaps", codes(prompt="A ___.", kind="gaps", answer="hut; tent"))
        self.assertIn("no-answer", codes(prompt="A ___ ___.", kind="gaps", answer="hut;"))

    def test_a_semicolon_in_an_answer(self):
        question = one(prompt="It says ___.", kind="gaps", answer="a\\; b")
        self.assertEqual(question.gaps, (("a; b",),))
        self.assertEqual(said(question, "a\\; b"), "right")


OFF_THE_EDGES = st.integers(0, 99).map(lambda whole: whole + 0.37)
"""Numbers of which no two are a place on an edge of POLY."""
POLY = read_area("poly 20 20 60 20 60 60 40 30 20 60")


class Places(unittest.TestCase):
    def test_inside_close_and_far(self):
        question = one(prompt="?", kind="spot", answer="circle 40 60 8", tolerance="5", image="a.png")
        for text, verdict in (
            ("40 60", "right"),
            ("47.9, 60", "right"),
            ("40% 68%", "right"),
            ("52 60", "close"),
            ("54 60", "wrong"),
            ("140 60", "unreadable"),
            ("there", "unreadable"),
        ):
            self.assertEqual(said(question, text), verdict, text)

    def test_what_is_said_to_who_points_beside(self):
        cells = {"prompt": "?", "kind": "spot", "answer": "box 80 70 90 90", "image": "a.png"}
        question = one(**cells, expected="circle 20 80 10 = The lake. {adds score -1} | 5 5 = The margin.")
        rows = (Consequence("missed", tell="Look again."),)
        game = Game("S", (question,), meters=(Meter("score"),), consequences=rows)
        for text, tell, score in (
            ("20 85", "Look again. The lake.", -1),
            ("6 6", "Look again. The margin.", 0),
            ("50 50", "Look again.", 0),
        ):
            run = walk(game, f"answer {text}")
            missed = next(step for step in run.trail if step.moment == "missed")
            self.assertEqual((missed.tell, run.meters["score"]), (tell, score))
        self.assertIn("bad-area", codes(**cells, expected="the lake = Wet."))

    def test_what_is_no_area(self):
        for bad in (
            "circle 40 60",
            "box 30 10 10 30",
            "poly 1 1 2 2",
            "circle 40 160 8",
            "blob 1 2 3",
            "circle a b c",
        ):
            with self.assertRaises(AreaError, msg=bad):
                read_area(bad)
        self.assertIn("no-picture", codes(prompt="?", kind="spot", answer="circle 40 60 8"))
        self.assertIn("bad-area", codes(prompt="?", kind="spot", answer="box 0 0 100 100", image="a.png"))

    @settings(max_examples=60, deadline=None)
    @given(OFF_THE_EDGES, OFF_THE_EDGES)
    def test_a_polygon_holds_what_its_edges_hold(self, x: float, y: float):
        """Held against the winding number (common practice, no source)."""
        inside = POLY.away((x, y)) == 0
        corners = POLY.corners
        turns = 0.0
        for (x1, y1), (x2, y2) in zip(corners, [*corners[1:], corners[0]], strict=True):
            step = atan2(y2 - y, x2 - x) - atan2(y1 - y, x1 - x)
            turns += (step + pi) % (2 * pi) - pi
        self.assertEqual(inside, abs(turns) > pi, (x, y))

    def test_the_middle_lies_inside_also_where_the_centre_does_not(self):
        horseshoe = Area("poly", (10, 10, 90, 10, 90, 90, 80, 90, 80, 20, 20, 20, 20, 90, 10, 90))
        self.assertEqual(horseshoe.away(horseshoe.middle()), 0)
        self.assertGreater(horseshoe.away((50, 60)), 20)

    def test_a_walker_is_right_and_wrong(self):
        for answer in ("circle 40 60 8", "box 10 10 30 20", "poly 20 20 60 20 60 60 40 30 20 60"):
            question = one(prompt="?", kind="spot", answer=answer, tolerance="3", image="a.png")
            kind, card = kind_of(question), as_filed(question)
            self.assertEqual(said(question, kind.right_input(card)), "right")
            self.assertEqual(said(question, kind.wrong_input(card, ())), "wrong")
            for near in kind.partly_right(card):
                self.assertEqual(said(question, near), "close")
        self.assertEqual(farthest([read_area("circle 0 0 5")])[0], (100.0, 100.0))
        self.assertIsNone(read_point("40"))


class Between(unittest.TestCase):
    PASS = one(prompt="How high?", kind="number", answer="2000", between="0..3000", tolerance="10", unit="m")

    def test_bounds(self):
        self.assertEqual(said(self.PASS, "2010"), "right")
        self.assertEqual(said(self.PASS, "3000"), "wrong")
        self.assertEqual(said(self.PASS, "3001"), "unreadable")
        self.assertEqual(kind_of(self.PASS).wrong_input(as_filed(self.PASS), ()), "0")
        for between in ("3000..0", "0", "0..1999", "1995..2005"):
            more = {"prompt": "?", "kind": "number", "answer": "2000", "between": between, "tolerance": "10"}
            self.assertIn("bad-between", codes(**more), between)

    def test_how_far_off(self):
        rows = tuple(
            Consequence(moment, add=(("score", "off"), ("share", "off_percent")))
            for moment in ("right", "missed")
        )
        game = Game("B", (self.PASS,), meters=(Meter("score"), Meter("share")), consequences=rows)
        for text, off, percent in (("2000", 0, 0), ("1995", 5, 0.25), ("1500", 500, 25), ("3000", 1000, 50)):
            run = walk(game, f"answer {text}")
            self.assertEqual((run.meters["score"], run.meters["share"]), (off, percent), text)

    def test_nothing_is_certain_or_exact_where_rules_look_at_it(self):
        rows = (Consequence("missed", "off < 100", add=(("score", "1"),)),)
        program = Program(Game("B", (self.PASS,), meters=(Meter("score"),), consequences=rows))
        self.assertFalse(reach(program).complete)
        with self.assertRaisesRegex(Inexact, "how far off"):
            odds(program, Walker("skill", 0.5))


class Kept(unittest.TestCase):
    def test_a_game_of_them_as_json_and_back(self):
        questions = (match(2, 3), Gaps.TYPED, Gaps.BANK, Between.PASS)
        game = Game("K", tuple(one._replace(id=f"q{n}") for n, one in enumerate(questions)))
        self.assertEqual(from_json(to_json(game)), game)

    def test_answers_are_shown(self):
        self.assertEqual(shown_answer(match(2, 3)), "left 0 = right 0; left 1 = right 1")
        self.assertEqual(shown_answer(Gaps.TYPED), "bowline; tree")


if __name__ == "__main__":
    unittest.main()
