"""Real plays: their records, what they say of the questions, and what other rules would make of them."""

from __future__ import annotations

import json
import unittest
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.play.dice import Stream
from dicetrail.core.play.rulebook.game import Choices
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.prove.plays.advice import advice_on
from dicetrail.core.prove.plays.measures import kr20
from dicetrail.core.prove.plays.record import Answer, AnswerCollector, Try, from_data, to_data
from dicetrail.core.prove.plays.statistics import statistics_of
from dicetrail.core.prove.plays.what_if import Meant, outcomes_of, walked_again
from dicetrail.files import read_game_file
from tests.core.making import games

DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
HABITS = ("right", "wrong", "right", "unreadable", "skip", "late")


def played(program: Program, dice: int, *, until: int = 200):
    """A play by moves that follow from its dice: its run, and what was collected of it."""
    collector = AnswerCollector()
    run = Run(program, Choices(dice, "Ida"), collector)
    run.begin()
    to_input(run)
    chance = Stream(dice, "habits")
    for _ in range(until):
        if run.phase == "over":
            break
        habit, start = HABITS[chance.below(len(HABITS))], run.input_from or 0
        if habit == "late":
            due = run.due()
            run.tick(due if due is not None else start)
        else:
            run.do(Move(habit), start + chance.below(900))
        to_input(run)
    return run, collector


def answer(question: str, *tries: tuple[str, str], outcome: str = "", left: float | None = None) -> Answer:
    outcome = outcome or ("right" if tries and tries[-1][0] == "right" else "missed")
    return Answer(question, outcome, tuple(Try(verdict, text, 2.0) for verdict, text in tries), left)


def same(_: str, text: str) -> str:
    return text.strip().casefold()


class Records(unittest.TestCase):
    def test_a_record_says_what_the_trail_says(self):
        for path in sorted(DEMO.glob("*.yaml")):
            program = Program(read_game_file(path).game)
            for dice in range(15):
                run, collector = played(program, dice)
                record = collector.record(run)
                with self.subTest(path.stem, dice=dice):
                    self.assertEqual(len(record.answers), run.counts["asked"])
                    self.assertEqual(sum(one.first for one in record.answers), run.counts["first_try"])
                    asked = [turn.card.question.id for turn in run.asked]
                    given = [(step.extra["question"], step.verdict) for step in run.trail if step.verdict]
                    verdicts = [
                        verdict for one in dict.fromkeys(asked) for id_, verdict in given if id_ == one
                    ]
                    kept = [made for one in sorted(record.answers, key=lambda one: asked.index(one.question))
                            for made in one.tries]  # fmt: skip
                    self.assertEqual(
                        [made.verdict for made in kept if made.verdict not in ("late", "skipped")], verdicts
                    )
                    self.assertEqual(record.result, run.outcome.result if run.outcome else "")
                    self.assertEqual(
                        from_data(json.loads(json.dumps(to_data(record.answers)))), record.answers
                    )

    @settings(max_examples=60)
    @given(st.data())
    def test_under_its_own_rules_a_play_comes_out_as_it_did(self, data):
        program = Program(data.draw(games()))
        run, collector = played(program, data.draw(st.integers(0, 999)))
        was = collector.record(run)
        again = walked_again(program, Meant.of(run.choices, was))
        if run.phase == "over":
            self.assertEqual((again.result, again.award, again.score), (was.result, was.award, was.score))
        self.assertEqual(again.answers, tuple((one.first, one.outcome) for one in was.answers))


class WhatIf(unittest.TestCase):
    def test_other_rules_make_some_better_off(self):
        game = read_game_file(DEMO / "1-hut-night.yaml").game
        program = Program(game)
        kept = []
        for dice in range(40):
            run, collector = played(program, dice)
            was = collector.record(run)
            kept.append((Meant.of(run.choices, was), was))
        as_it_was = outcomes_of(program, kept)
        self.assertEqual((as_it_was.better, as_it_was.worse, as_it_was.verdicts), (0, 0, 0))
        self.assertEqual(as_it_was.before, as_it_was.after)
        text = (DEMO / "1-hut-night.yaml").read_text("utf-8").replace("{lanterns: -1}", "{lanterns: 0}")
        folder = DEMO / "1-hut-night.yaml"
        from dicetrail.core.rules.compile import read_game
        from dicetrail.files import read_pack_file

        milder = read_game(text, lambda name: read_pack_file(folder.parent / name).questions).game
        found = outcomes_of(Program(milder), kept)
        self.assertGreater(found.better, 0)
        self.assertEqual(found.worse, 0)
        self.assertEqual(found.plays, 40)


class Statistic(unittest.TestCase):
    def test_what_is_counted(self):
        plays = [
            [answer("q", ("wrong", "Cumulus"), ("right", "Cirrus")), answer("r", ("right", "ford"))],
            [answer("q", ("right", "Cirrus"), left=1.0), answer("r", ("wrong", "Reef"), ("wrong", "reef "))],
            [answer("q", ("late", ""), outcome="late", left=0.0), answer("r", outcome="open")],
            [
                answer("q", ("skipped", ""), outcome="skipped"),
                answer("r(7)", ("unreadable", ""), ("right", "ford")),
            ],
        ]
        found = {one.question: one for one in statistics_of(plays, same).questions}
        q, r = found["q"], found["r"]
        self.assertEqual((q.asked, q.first, q.right, q.late, q.skipped), (4, 1, 2, 1, 1))
        self.assertEqual((q.clocked, q.hurried, q.seconds), (2, 2, 2.0))
        self.assertEqual(q.picked, {"Cirrus": 2, "Cumulus": 1})
        self.assertEqual((r.asked, r.first), (3, 2))
        self.assertEqual([(one.text, one.times) for one in r.refused], [("Reef", 2)])

    def test_reliability_is_of_the_questions_that_every_play_asked_once(self):
        firsts = ((1, 1, 0), (1, 0, 0), (0, 0, 0), (1, 1, 1))
        plays = [
            [
                *(
                    answer(name, ("right" if first else "wrong", "x"))
                    for name, first in zip("abc", row, strict=True)
                ),
                *[answer("twice", ("right", "x"))] * (2 if number == 0 else 1),
                *[answer("at times", ("right", "x"))] * (number % 2),
            ]
            for number, row in enumerate(firsts)
        ]
        found = statistics_of(plays, same)
        self.assertEqual((found.plays, found.common), (4, 3))
        self.assertEqual(found.reliability, kr20(np.array(firsts, dtype=float)))
        alone = statistics_of([play[:1] for play in plays], same)
        self.assertEqual((alone.common, alone.reliability), (1, None))

    def test_nothing_and_little(self):
        self.assertEqual(statistics_of([], same).questions, [])
        one = statistics_of([[answer("q", ("right", "x"))]], same)
        self.assertEqual((one.questions[0].discrimination, one.reliability), (None, None))

    def test_advice(self):
        def about(plays, options=()):
            return {
                (one.code, one.text)
                for found in statistics_of(plays, same).questions
                if found.question == "q"
                for one in advice_on(found, options)
            }

        reef = [[answer("q", ("wrong", "reef"))] for _ in range(6)] + [
            [answer("q", ("right", "square knot"))] for _ in range(6)
        ]
        self.assertIn(("accept", "reef"), about(reef))
        picks = [[answer("q", ("wrong", "B"), ("right", "A")), answer("z", ("right", "x"))]] * 12
        self.assertIn(("unpicked", ""), about(picks, ("A", "B", "C")))
        self.assertEqual(about(picks[:5], ("A", "B", "C")), set())  # that says nothing yet
        sure = [[answer("q", ("right", "A"))]] * 12
        self.assertEqual(about(sure, ("A", "B", "C")), set())  # nobody had to pick another one
        late = [[answer("q", ("right", "A"), left=2.0)] for _ in range(12)]
        self.assertIn(("hurried", ""), about(late, ("A",)))
        turned = [
            [answer("q", ("wrong" if good else "right", "A"))]
            + [answer(f"r{n}", ("right" if good else "wrong", "x")) for n in range(3)]
            for good in [True] * 10 + [False] * 10
        ]
        self.assertIn(("key", ""), about(turned, ("A",)))
