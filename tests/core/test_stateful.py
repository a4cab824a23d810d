"""A play driven by chance, step by step, with every promise of the engine looked at after each.

HYPOTHESIS_PROFILE=explore with STEPS=… plays for as long as is wanted.
"""

from __future__ import annotations

import dataclasses
import json
import os
import unittest
from itertools import pairwise

from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule

from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Choices
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.rulebook.quantities import totals
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.run.trail import to_lines
from dicetrail.core.play.seen.view import view

from .making import MOVES, SECRET, games


class APlay(RuleBasedStateMachine):
    """Random games, random moves, random waits; a second run is given the same and must stay the same."""

    @initialize(game=games(), dice=st.integers(0, 2**53 - 1))
    def set_out(self, game, dice):
        self.game = game
        self.run = Run(Program(game), Choices(dice, "Ida"))
        self.twin = Run(Program(from_json(json.loads(json.dumps(to_json(game))))), Choices(dice, "Ida"))
        self.at = 0
        self.steps = 0
        self.typed_secret = False
        for one in (self.run, self.twin):
            one.begin()

    @rule(move=MOVES, wait=st.sampled_from((0, 0, 1, 250, 1499, 1500, 4000, 31_000)))
    def move(self, move, wait):
        self.at += wait
        self.typed_secret |= SECRET in move.text
        phase, before, counts = self.run.phase, self.run.meters, totals(self.run.counts)
        taken = len(self.run.trail)
        for one in (self.run, self.twin):
            one.do(move, self.at)
        fresh = self.run.trail[taken:]
        if phase == "over":
            assert all(step.extra.get("ignored") for step in fresh)
            assert (self.run.meters, totals(self.run.counts)) == (before, counts)

    @rule()
    @precondition(lambda self: self.run.due() is not None)
    def wait_until_something_happens(self):
        """Nothing happens a millisecond before it is due, and something does when it is."""
        due = self.run.due()
        taken = len(self.run.trail)
        phase = self.run.phase
        for one in (self.run, self.twin):
            one.tick(due - 1)
        assert due - 1 < self.at or (len(self.run.trail), self.run.phase) == (taken, phase)
        self.at = max(self.at, due)
        for one in (self.run, self.twin):
            one.tick(self.at)
        assert (len(self.run.trail), self.run.phase) != (taken, phase)

    @rule()
    @precondition(lambda self: self.run.continue_from is not None)
    def go_on(self):
        self.at = max(self.at, self.run.continue_from)
        for one in (self.run, self.twin):
            one.do(Move("continue"), self.at)

    @invariant()
    def both_are_the_same(self):
        assert to_lines(self.run.trail) == to_lines(self.twin.trail)

    @invariant()
    def meters_keep_their_bounds(self):
        for meter in self.game.meters:
            value = self.run.meters[meter.name]
            assert meter.min is None or value >= meter.min
            assert meter.max is None or value <= meter.max

    @invariant()
    def the_trail_grows_and_goes_forward(self):
        trail = self.run.trail
        assert len(trail) >= self.steps
        assert all(a.at <= b.at and a.after == b.before for a, b in pairwise(trail))
        self.steps = len(trail)

    @invariant()
    def clocks_run_only_while_asking(self):
        clocks = (self.run.question_clock, self.run.game_clock)
        assert self.run.phase == "asking" or all(clock.since is None for clock in clocks)

    @invariant()
    def every_question_counts_once(self):
        counts = self.run.counts
        assert counts["asked"] == len(self.run.asked)
        assert counts["right"] <= counts["asked"]
        assert counts["first_try"] <= counts["right"]

    @invariant()
    def the_key_stays_hidden(self):
        run = self.run
        if self.typed_secret or run.outcome is not None or run.feedback is None or run.feedback.revealed:
            return
        if run.feedback.verdict != "right":
            assert SECRET not in json.dumps(dataclasses.asdict(view(run, self.at)))


APlay.TestCase.settings = settings(
    max_examples=int(os.environ.get("EXAMPLES", "60")),
    stateful_step_count=int(os.environ.get("STEPS", "40")),
    deadline=None,
    suppress_health_check=list(HealthCheck),
)


class Stateful(APlay.TestCase):  # type: ignore[name-defined,misc]
    """The machine above, as a test."""


def load_tests(loader: unittest.TestLoader, *_: object) -> unittest.TestSuite:
    """Only the test made here (hypothesis makes another one of the same machine)."""
    return loader.loadTestsFromTestCase(Stateful)
