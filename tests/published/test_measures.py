"""The measures of test theory against reference libraries, published intervals and exact fractions."""

from __future__ import annotations

import unittest
from fractions import Fraction

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from dicetrail.core.prove.plays.measures import kr20, point_biserial, wilson
from dicetrail.core.prove.plays.record import Answer, Try
from dicetrail.core.prove.plays.statistics import statistics_of


class Wilson(unittest.TestCase):
    def test_published_intervals(self):
        # R. G. Newcombe, "Two-sided confidence intervals for the single proportion", Statistics in Medicine
        # 17 (1998), table I, method 3; from memory, to four places.
        for hits, n, low, high in ((81, 263, 0.2553, 0.3662), (15, 148, 0.0624, 0.1605), (0, 20, 0, 0.1611)):
            found = wilson(hits, n)
            self.assertAlmostEqual(found[0], low, places=4)
            self.assertAlmostEqual(found[1], high, places=4)

    @given(st.integers(1, 400), st.data())
    def test_against_scipy(self, n, data):
        hits = data.draw(st.integers(0, n))
        theirs = stats.binomtest(hits, n).proportion_ci(method="wilson")
        ours = wilson(hits, n)
        self.assertAlmostEqual(ours[0], theirs.low, places=9)
        self.assertAlmostEqual(ours[1], theirs.high, places=9)


class PointBiserial(unittest.TestCase):
    @given(st.lists(st.tuples(st.booleans(), st.integers(0, 20)), min_size=3, max_size=60))
    def test_against_scipy(self, pairs):
        right = np.array([float(one) for one, _ in pairs])
        rest = np.array([float(score) for _, score in pairs])
        ours = point_biserial(right, rest)
        if len(set(right)) < 2 or len(set(rest)) < 2:
            self.assertIsNone(ours)
        else:
            self.assertAlmostEqual(ours, stats.pointbiserialr(right, rest).statistic, places=9)

    def test_the_item_is_left_out_of_its_own_total(self):
        rng = np.random.default_rng(7)
        scores = (rng.random((300, 6)) < rng.random((300, 1))).astype(float)
        right, wrong = Try("right", "x", 1.0), Try("wrong", "y", 1.0)
        plays = [
            [
                Answer(f"q{n}", "right" if one else "missed", (right if one else wrong,), None)
                for n, one in enumerate(row)
            ]
            for row in scores
        ]
        found = statistics_of(plays, lambda _, text: text)
        for n, question in enumerate(found.questions):
            rest = scores.sum(axis=1) - scores[:, n]
            self.assertAlmostEqual(
                question.discrimination, stats.pointbiserialr(scores[:, n], rest).statistic, places=9
            )
            self.assertAlmostEqual(question.difficulty, scores[:, n].mean())
        self.assertEqual(found.common, 6)
        self.assertAlmostEqual(found.reliability, alpha(scores), places=9)


LSAT = """3 6 2 11 1 1 3 4 1 8 0 16 0 3 2 15 10 29 14 81 3 28 15 80 16 56 21 173 11 61 28 298"""
"""How many of 1,000 people answered five questions so: patterns 00000, 00001 … 11111 (LSAT section 6; R. D.
Bock and M. Lieberman, "Fitting a response model for n dichotomously scored items", Psychometrika 35, 1970;
from memory)."""


class OfABook(unittest.TestCase):
    def test_five_questions_of_a_well_known_test(self):
        """The measures as D. Rizopoulos tells them, "ltm: an R package for latent variable modelling and item
        response theory analyses", Journal of Statistical Software 17, 5 (2006); from memory."""
        right, wrong = Try("right", "x", 1.0), Try("wrong", "y", 1.0)
        plays = []
        for number, people in enumerate(map(int, LSAT.split())):
            marks = f"{number:05b}"
            answers = [
                Answer(f"item {place}", *(("right", (right,)) if mark == "1" else ("missed", (wrong,))), None)
                for place, mark in enumerate(marks, 1)
            ]
            plays += [answers] * people
        found = statistics_of(plays, lambda _, text: text)
        self.assertEqual(found.plays, 1000)
        self.assertEqual([one.difficulty for one in found.questions], [0.924, 0.709, 0.553, 0.763, 0.870])
        for one, published in zip(found.questions, (0.1128, 0.1532, 0.1728, 0.1444, 0.1216), strict=True):
            self.assertAlmostEqual(one.discrimination, published, delta=0.0001)
        self.assertAlmostEqual(found.reliability, 0.2950, places=4)


def alpha(scores: np.ndarray) -> float:
    """Cronbach's alpha, which for items of 0 and 1 is KR-20 (L. J. Cronbach, Psychometrika 16, 1951)."""
    k = scores.shape[1]
    return k / (k - 1) * (1 - np.var(scores, axis=0).sum() / np.var(scores.sum(axis=1)))


class Kr20(unittest.TestCase):
    def test_against_exact_fractions(self):
        # A perfect scale (L. Guttman): five plays, four questions; sums of p·q and the variance by hand:
        # p = 4/5, 3/5, 2/5, 1/5, so Σ pq = 4/25 + 6/25 + 6/25 + 4/25 = 20/25; totals 0…4, variance 2.
        scale = np.array([[float(column < row) for column in range(4)] for row in range(5)])
        self.assertAlmostEqual(kr20(scale), float(Fraction(4, 3) * (1 - Fraction(20, 25) / 2)))

    @given(st.lists(st.lists(st.booleans(), min_size=5, max_size=5), min_size=2, max_size=40))
    def test_against_alpha(self, rows):
        scores = np.array(rows, dtype=float)
        ours = kr20(scores)
        if scores.sum(axis=1).var() == 0:
            self.assertIsNone(ours)
        else:
            self.assertAlmostEqual(ours, alpha(scores), places=9)
