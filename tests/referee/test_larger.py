"""Odds of games that are too large to go every way of, against plays: made-up ones with helps, choices before
a play, and more questions.

A share that is exact and one of many plays may differ by chance: what differs by five standard errors is
tried twice more, with four times as many plays each. ``REFEREE_LARGER`` says how many games, ``REFEREE_SEED``
which.
"""

from __future__ import annotations

import json
import os
import random
import unittest
from collections import Counter
from collections.abc import Iterator
from math import sqrt
from typing import Any

from hypothesis import given, seed, settings
from hypothesis import strategies as st

from dicetrail.core.play.deal.setup import SetupError
from dicetrail.core.play.rulebook.game import Choices
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.figures import Figures
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import walk

from . import made
from .test_referee import QUIET, SEED, Made, compiled

GAMES = int(os.environ.get("REFEREE_LARGER", "12"))
PLAYS = 1500
FAR = 5
"""Standard errors by which a right figure hardly differs."""
Case = tuple[Made, list[Made], int, Walker]
"""A game, its questions, what decides which choices are made before it, and who plays it."""


@st.composite
def cases(draw: Any) -> Case:
    document, cards = draw(made.games(weighed=draw(st.booleans())))
    more = draw(st.integers(0, 4))
    cards = [*cards, *(draw(made.cards(len(cards) + n, ["choice", "typed", "truth"])) for n in range(more))]
    document["setup"] = draw(made.setups())
    if draw(st.booleans()) and "helps" not in document:
        names = [*made.METERS, *made.COUNTS, "helps_used"]
        document["helps"] = draw(made.helps(names, "rounds" in document))
    document["tries"] = document["tries"] or 3
    how, share = st.sampled_from(["skill", "knows"]), st.sampled_from([0.25, 0.5, 0.75])
    helps = "helps" in document and draw(st.booleans())
    return (
        document,
        cards,
        draw(st.integers(0, 2**32)),
        Walker(draw(how), draw(share), draw(st.sampled_from([0, 1, 2.5])), helps),
    )


def differing(exact: Figures, walked: Figures) -> Iterator[str]:
    """The figures that differ by more than chance makes them."""
    plays, left = walked.plays or 1, float(exact.left_over)
    shares = {"results": (exact.results, walked.results), "awards": (exact.awards, walked.awards)}
    shares |= {name: (values, walked.meters.get(name, {})) for name, values in exact.meters.items()}
    for name, (some, others) in shares.items():
        for value in {*some, *others}:
            share, seen = float(some.get(value, 0)), float(others.get(value, 0))
            if (
                abs(share - seen)
                > FAR * sqrt(share * (1 - min(1, share)) / plays) + (share > 0) * 2 / plays + left
            ):
                yield f"{name} {value}: {share} exactly, {seen} of {plays} plays"
    if left:
        return
    sums = {"asked": (exact.asked, walked.asked), "seconds": (exact.seconds, walked.seconds)}
    for name, (one, other) in sums.items():
        spread, seen = one.spread(), other.spread().mean
        if abs(spread.mean - seen) > FAR * spread.sd / sqrt(plays) + 1e-6:
            yield f"{name}: {spread.mean} exactly, {seen} in {plays} plays"
    if extra := walked.rows - exact.rows:
        yield f"rows {extra} apply in plays"


class Larger(unittest.TestCase):
    def test_against_plays(self) -> None:
        told: Counter[str] = Counter()

        @seed(SEED)
        @settings(QUIET, max_examples=GAMES * 2)
        @given(cases())
        def try_it(case: Case) -> None:
            document, cards, number, walker = case
            program = compiled(document, cards)
            if program is None or told["exact"] >= GAMES:
                return
            choices = Choices(1, **made.chosen(program.game.setup, random.Random(number).choice))
            try:
                found = odds(program, walker, choices)
            except (Inexact, SetupError):
                told["refused"] += 1
                return
            told["exact"] += 1
            self.compare(program, walker, choices, found, case)

        try_it()
        self.assertGreater(told["exact"], GAMES / 4, f"few odds are exact: {told}")

    def compare(self, program: Program, walker: Walker, choices: Choices, found: Figures, case: Case) -> None:
        for plays, dice in ((PLAYS, 1), (4 * PLAYS, 2), (16 * PLAYS, 3)):
            told = [*differing(found, walk(program, walker, plays, dice, choices))]
            if not told:
                return
        document, cards, *_ = case
        self.fail(f"{told}\n{json.dumps(document, indent=1)} {cards} {choices} {walker}\nseed {SEED}")


if __name__ == "__main__":
    unittest.main()
