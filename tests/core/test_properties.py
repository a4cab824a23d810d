"""The engine's promises (its invariants), held against random games and random moves."""

from __future__ import annotations

import dataclasses
import itertools
import json
import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import MOST_STEPS, Choices, Game
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.run.trail import to_lines
from dicetrail.core.play.seen.view import view

from .making import MOVES, SECRET, games

TIMED_MOVES = st.lists(
    st.tuples(MOVES, st.sampled_from((0, 1, 250, 900, 1500, 4000, 4001, 31_000))), max_size=40
)
DICE = st.integers(0, 2**53 - 1)
careful = settings(max_examples=80, suppress_health_check=[HealthCheck.too_slow])


def played(game: Game, dice: int, moves: list[tuple[Move, int]]) -> Run:
    run = Run(Program(game), Choices(dice, "Ida"))
    run.begin()
    at = 0
    for move, wait in moves:
        at += wait
        run.do(move, at)
    return run


class EngineProperties(unittest.TestCase):
    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_same_game_dice_and_moves_give_the_same_trail(self, game, dice, moves):
        first = to_lines(played(game, dice, moves).trail)
        copy = from_json(json.loads(json.dumps(to_json(game))))
        self.assertEqual(copy, game)
        self.assertEqual(to_lines(played(copy, dice, moves).trail), first)

    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_meters_stay_within_bounds_and_questions_count_once(self, game, dice, moves):
        run = played(game, dice, moves)
        for step in run.trail:
            for meter in game.meters:
                value = step.after[meter.name]
                self.assertTrue(meter.min is None or value >= meter.min)
                self.assertTrue(meter.max is None or value <= meter.max)
        opened = [step.extra["question"] for step in run.trail if step.moment == "opened"]
        revisits = sum(
            step.next == "again" and step.moment in ("missed", "late", "skipped") for step in run.trail
        )
        self.assertEqual(run.counts["asked"], len(run.asked))
        self.assertLessEqual(run.counts["asked"], len(opened))
        self.assertLessEqual(len(opened), run.counts["asked"] + revisits)
        self.assertLessEqual(run.counts["right"], run.counts["asked"])

    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_ignored_moves_change_nothing(self, game, dice, moves):
        run = played(game, dice, moves)
        for before, step in zip(run.trail, run.trail[1:], strict=False):
            if step.extra.get("ignored"):
                self.assertEqual(step.before, step.after)
                self.assertEqual(step.after, before.after)
                self.assertIsNone(step.moment)
        self.assertEqual([step.n for step in run.trail], list(range(1, len(run.trail) + 1)))
        self.assertTrue(all(a.at <= b.at for a, b in zip(run.trail, run.trail[1:], strict=False)))

    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_nothing_happens_after_the_end(self, game, dice, moves):
        run = played(game, dice, moves)
        over = next((n for n, step in enumerate(run.trail) if step.moment == "over"), None)
        if over is not None:
            self.assertEqual(run.phase, "over")
            self.assertTrue(all(step.extra.get("ignored") for step in run.trail[over + 1 :]))
            self.assertIsNone(run.due())

    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_late_at_most_once_a_visit(self, game, dice, moves):
        run = played(game, dice, moves)
        late = 0
        for step in run.trail:
            if step.moment == "opened":
                late = 0
            late += step.moment == "late"
            self.assertLessEqual(late, 1)

    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_options_are_a_permutation_and_the_key_follows(self, game, dice, moves):
        for asked in played(game, dice, moves).asked:
            card = asked.card
            self.assertEqual(sorted(card.options), sorted(card.question.options))
            key = [card.options[place] for place in card.rights]
            self.assertEqual(key, [card.question.options[place] for place in card.question.rights])
            if card.question.kind == "order":
                self.assertNotEqual(card.options, card.question.options)

    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_no_question_comes_again_before_the_pool_is_empty(self, game, dice, moves):
        if game.deal.repeats == "always":
            return
        ids = [asked.card.question.id for asked in played(game, dice, moves).asked]
        pool = len(game.questions)
        for start in range(0, len(ids), pool):
            once = ids[start : start + pool]
            self.assertEqual(len(set(once)), len(once))
        if pool > 1:
            self.assertTrue(all(a != b for a, b in itertools.pairwise(ids)))

    @careful
    @given(games(), DICE, TIMED_MOVES)
    def test_the_view_holds_no_answer_before_it_is_revealed(self, game, dice, moves):
        run = Run(Program(game), Choices(dice, "Ida"))
        run.begin()
        at = 0
        for move, wait in moves:
            if move.do == "answer" and SECRET in move.text:
                move = Move("answer", "elsewhere", move.visit)  # what the player types is shown to the player
            at += wait
            run.do(move, at)
            seen = view(run, at)
            if seen.outcome is None and run.feedback and not run.feedback.revealed:
                if run.feedback.verdict != "right":
                    self.assertNotIn(SECRET, json.dumps(dataclasses.asdict(seen)))
                self.assertEqual(seen.feedback.answer if seen.feedback else "", "")

    @settings(max_examples=25)
    @given(games(), DICE, st.sampled_from(("right", "wrong", "unreadable", "skip")))
    def test_every_play_ends(self, game, dice, habit):
        run = Run(Program(game), Choices(dice, "Ida"))
        run.begin()
        at = 0
        for _ in range(MOST_STEPS + 10):
            if run.phase == "over":
                break
            at = max(at, run.due() or 0, run.continue_from or 0)
            run.do(Move("continue" if run.continue_from is not None else habit), at)
        self.assertEqual(run.phase, "over")
        self.assertIsNotNone(run.outcome)
