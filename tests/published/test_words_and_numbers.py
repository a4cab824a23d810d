"""Comparing words and numbers, held against Unicode, rapidfuzz and Python's fractions."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction

from hypothesis import given, settings
from hypothesis import strategies as st
from rapidfuzz.distance import DamerauLevenshtein

from dicetrail.core.play.answers.folding import edits, fold
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.language.numbers import read_number, show_number
from dicetrail.core.play.questions.card import Card, as_filed
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.run.checking import check


class Unicode(unittest.TestCase):
    def test_case_folding(self):
        """The Unicode Standard, section 5.18 and CaseFolding.txt: full folding, not lowercase."""
        case = Checking(ignore=("case",))
        for a, b in (("Maße", "MASSE"), ("Σίσυφος", "ΣΊΣΥΦΟΣ"), ("ﬁn", "FIN"), ("ŉ", "ʼN"), ("ǰ", "J̌")):
            self.assertEqual(fold(a, case), fold(b, case))
        for sigma in "Σσς":
            self.assertEqual(fold(sigma, case), "σ")
        # CaseFolding.txt without its T lines, which are for Turkic languages alone: I is i, the dotless i
        # stays apart, and the capital with a dot becomes an i with a combining dot.
        self.assertEqual(fold("I", case), "i")
        self.assertNotEqual(fold("ı", case), fold("i", case))
        self.assertEqual(fold("İ", case), "i\u0307")

    def test_compatibility_forms(self):
        """Unicode Standard Annex #15, figure 6: NFKC."""
        nfkc = Checking(ignore=("compatibility",))
        for a, b in (("ﬁ", "fi"), ("２５", "25"), ("2⁵", "25"), ("ſ", "s"), ("①", "1"), ("Å", "Å")):
            self.assertEqual(fold(a, nfkc), b)

    def test_accents_and_other_switches(self):
        self.assertEqual(fold("Åre ñandú", Checking(ignore=("accents",))), "Are nandu")
        self.assertEqual(fold("Don’t, re-tie!", Checking(ignore=("punctuation",))), "Dont re tie")
        self.assertEqual(fold(" The  reef\tknot ", Checking(ignore=("blanks", "articles"))), "reef knot")
        self.assertEqual(fold("…", Checking(ignore=("punctuation",))), "…")


class EditDistance(unittest.TestCase):
    def test_10000_pairs_the_same_as_rapidfuzz(self):
        """rapidfuzz's DamerauLevenshtein (unrestricted) is the reference."""
        chance = random.Random(10)
        for _ in range(10_000):
            a = "".join(chance.choices("abcdé ", k=chance.randrange(10)))
            b = "".join(chance.choices("abcdé ", k=chance.randrange(10)))
            if chance.random() < 0.5:
                b = a[: chance.randrange(10)] + b[:2] + a[chance.randrange(10) :]
            wanted = DamerauLevenshtein.distance(a, b)
            self.assertEqual(edits(a, b, 99), wanted, (a, b))
            self.assertEqual(edits(a, b, 2), min(wanted, 3), (a, b))


class Numbers(unittest.TestCase):
    @settings(max_examples=400)
    @given(st.fractions(min_value=-(10**6), max_value=10**6, max_denominator=999))
    def test_fractions_as_python_has_them(self, value):
        """Python's fractions module is the reference."""
        self.assertEqual(read_number(str(value)), value)
        self.assertEqual(read_number(show_number(value)), value)
        whole, rest = divmod(abs(value), 1)
        mixed = f"{'-' if value < 0 else ''}{whole} {rest.numerator}/{rest.denominator}"
        self.assertEqual(read_number(mixed), value)

    def test_as_people_type_them(self):
        for text, value in (
            ("½", Fraction(1, 2)), ("2½", Fraction(5, 2)), ("−3", -3), ("+ 4", 4),
            ("1,234.5", Fraction(2469, 2)),
            ("1.234,5", Fraction(2469, 2)), ("1,234", 1234), ("1,5", Fraction(3, 2)),
            ("0,125", Fraction(1, 8)),
            ("1 000 000", 10**6), ("1'000", 1000), ("1.000.000", 10**6), ("٣", 3), (".5", Fraction(1, 2)),
            ("3⁄4", Fraction(3, 4)), ("5.", 5), ("12,345,678", 12345678),
        ):  # fmt: skip
            self.assertEqual(read_number(text), value, text)
        self.assertEqual(read_number("2.5 km", "km"), Fraction(5, 2))
        self.assertEqual(read_number("90°", "°"), 90)

    def test_what_is_no_number(self):
        for text in (
            "",
            "nan",
            "inf",
            "1e999",
            "1e3",
            "abc",
            "1/0",
            "1 2",
            "--3",
            "1,23,4",
            "9" * 400,
            "1.2.3",
            "/",
            ",",
        ):
            self.assertIsNone(read_number(text), text)


class Verdicts(unittest.TestCase):
    KNOT = Question("k", "typed", "Which?", ("Sheet bend", "Belay knot"))
    PICK = Question("p", "choice", "Which?", ("Reef",), ("Reef", "C", "Bowline"), (0,))

    def test_the_steps_of_a_verdict(self):
        verdict = check(
            as_filed(self.KNOT), " Belay-knot ", Checking(ignore=("blanks", "case", "punctuation"))
        )
        self.assertEqual(verdict.name, "right")
        self.assertEqual(
            verdict.steps,
            (
                "given ‘ Belay-knot ’",
                "without outer blanks: ‘Belay-knot’",
                "without case: ‘belay-knot’",
                "without punctuation: ‘belay knot’",
                "equals accepted answer 2",
            ),
        )

    def test_spelling(self):
        for allowed, text, name in (
            (0, "sheet bend", "right"),
            (0, "shet bend", "close"),
            (0, "sht bend", "wrong"),
            (1, "sheet bned", "right"),
            (1, "sht bend", "close"),
            (0, "shéét bend", "close"),
        ):
            self.assertEqual(check(as_filed(self.KNOT), text, Checking(spelling=allowed)).name, name, text)

    def test_choices_by_letter_place_and_text(self):
        card = Card(self.PICK, (1, 2, 0))
        for text, name, picked in (
            ("c", "right", (2,)), ("C)", "right", (2,)), ("3", "right", (2,)), ("reef", "right", (2,)),
            ("a", "wrong", (0,)),
            ("bowline", "wrong", (1,)), ("D", "unreadable", ()), ("4", "unreadable", ()),
            ("  ", "unreadable", ()),
        ):  # fmt: skip
            verdict = check(card, text, Checking())
            self.assertEqual((verdict.name, verdict.picks), (name, picked), text)

    def test_truth(self):
        fact = Question("t", "truth", "So?", ("False",), ("True", "False"), (1,))
        for text, name in (
            ("f", "right"),
            ("No", "right"),
            ("B", "right"),
            ("true", "wrong"),
            ("maybe", "unreadable"),
        ):
            self.assertEqual(check(as_filed(fact), text, Checking()).name, name)

    def test_odd_inputs_have_a_verdict(self):
        number = Question("n", "number", "How many?", ("3",))
        for question in (self.KNOT, self.PICK, number):
            for text in (
                "",
                "\x00",
                "\u202e",
                "\u200b",
                "x" * 10_000,
                "👩‍👩‍👧",
                "مرحبا",
                "9" * 400,
                "1e999",
                "nan",
            ):
                verdict = check(as_filed(question), text, Checking())
                self.assertIn(verdict.name, ("wrong", "unreadable"))
                self.assertLess(max(map(len, verdict.steps)), 200)
