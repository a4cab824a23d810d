"""Helps as they are proven: what a search finds of them, how often players who use them win, what was used in
real plays."""

from __future__ import annotations

import json
import random
import unittest

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Choices, Clocks, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.help import Help
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import Planned, make, to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.figures import Figures
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import walk
from dicetrail.core.prove.plays.record import AnswerCollector, PlayRecord, from_data, to_data
from dicetrail.core.prove.plays.statistics import HelpStatistics, statistics_of
from dicetrail.core.prove.plays.what_if import Meant, walked_again
from dicetrail.core.prove.replay.walks import walk_moves
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.lengths import seconds_of_plays
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game

from ..referee import made
from ..referee.test_referee import compiled
from .making import choice, typed

PAID = (
    Consequence("right", add=(("score", "10"),)),
    Consequence("wrong", add=(("lives", "-1"),)),
    Consequence("missed", add=(("lives", "-1"),)),
)
METERS = (Meter("score"), Meter("lives", 3))
TAKES_ONE = Help("half", "remove", remove=1)
HINT = Help("hint", "hint", uses=None)


def game_of(*helps: Help, questions: int = 4, **more: object) -> Game:
    """Four options a question; every other one has a hint."""
    asked = tuple(choice(n)._replace(hint="h" if n % 2 else "") for n in range(questions))
    parts = {"meters": METERS, "consequences": PAID, **more}
    return Game("H", asked, helps=helps, **parts)  # type: ignore[arg-type]


class Searched(unittest.TestCase):
    """What random players come to in made-up games with helps is found by a search that calls it certain."""

    @settings(
        deadline=None, max_examples=40, suppress_health_check=list(HealthCheck), phases=[Phase.generate]
    )
    @given(made.games().filter(lambda one: "helps" in one[0]), st.integers(0, 2**32))
    def test_every_play_is_found(self, one: tuple[dict[str, object], list[dict[str, object]]], chance: int):
        document, cards = one
        program = compiled(document, cards)
        if program is None:
            return
        found = reach(program, most=1500)
        if not found.complete or found.timed:  # of clocks a search knows the ends only
            return
        drawn, slowest = random.Random(chance), seconds_of_plays(program.game, found).slowest
        for _ in range(10):
            run = self.played(program, drawn)
            self.assertLessEqual({step.row for step in run.trail if step.row}, found.rows, document)
            endings = {step.extra["ending"] for step in run.trail if "ending" in step.extra}
            self.assertLessEqual(endings, found.endings, document)
            if run.outcome is None:
                continue
            self.assertIn(run.outcome.result, found.results, document)
            for name, value in run.meters.items():
                if name not in found.open_ended:
                    self.assertIn(value, found.values[name], (name, document))
            ended = max(step.at for step in run.trail if step.moment == "over")
            self.assertLessEqual(ended / 1000, float("inf") if slowest is None else slowest + 1e-6, document)

    def played(self, program: Program, drawn: random.Random) -> Run:
        run = Run(program, Choices(drawn.randrange(10**6), "Ada"))
        run.begin()
        to_input(run)
        for _ in range(40):
            if run.phase == "over":
                break
            do = drawn.choice(["right", "wrong", "wrong", "late", "skip", "unreadable", "help", "help"])
            wait = drawn.choice([0, 0, 0, 1000, 2500])
            if run.phase == "choosing":
                make(run, Planned(Move("choose", drawn.choice(run.offered))))
            elif do == "help":
                make(run, Planned(Move("help", drawn.choice(program.game.helps).name)))
            elif do != "late":
                make(run, Planned(Move(do), wait))  # type: ignore[arg-type]
            elif run.due() is not None:
                make(run, Planned(None))
            to_input(run)
        return run

    def test_what_a_help_costs_and_moves_is_certain(self):
        game = game_of(Help("half", "remove", condition="score >= 10", add=(("score", "-5"),)), questions=2)
        found = reach(Program(game))
        self.assertTrue(found.complete)
        self.assertEqual(found.values["score"], {0, 5, 10, 15, 20})

    def test_a_row_for_a_help_that_never_can_be_used_never_applies(self):
        rows = (*PAID, Consequence("helped", 'help == "half"'), Consequence("helped", 'help == "hint"'))
        game = game_of(TAKES_ONE, Help("hint", "hint", condition="score > 100"), consequences=rows)
        found = reach(Program(game))
        self.assertTrue(found.complete)
        self.assertEqual(found.rows & {4, 5}, {4})
        self.assertEqual(found.ways["help 1"], ["help half"])
        self.assertNotIn("help 2", found.ways)

    def test_more_swaps_than_questions_make_nothing_certain(self):
        few = game_of(Help("swap", "swap", uses=3), deal=Deal(draw=1))
        self.assertTrue(reach(Program(few)).complete)
        many = game_of(Help("swap", "swap", uses=4), deal=Deal(draw=1))
        self.assertFalse(reach(Program(many)).complete)

    def test_a_help_that_gives_time_leaves_the_length_open(self):
        clock = Clocks(question=10)
        still = game_of(TAKES_ONE, clocks=clock)
        self.assertEqual(seconds_of_plays(still, reach(Program(still))).slowest, 40)
        longer = game_of(Help("time", "time"), clocks=clock)
        self.assertIsNone(seconds_of_plays(longer, reach(Program(longer))).slowest)


class Doubted(unittest.TestCase):
    """What a maker is told of helps once all plays were gone through."""

    def codes(self, helps: str, more: str = "") -> list[str]:
        text = (
            "title: G\npacks: [p]\nmeters: {score: {start: 0}}\ndeal: {order: filed}\nconsequences:\n"
            f"  - {{moment: right, add: {{score: 4}}}}\n{more}helps: [{helps}]\n"
        )
        reading = read_game(text, lambda _: [choice(0), choice(1)])
        assert reading.game is not None
        return [snag.code for snag in doubts(reading, reach(Program(reading.game)))]

    def test_one_that_never_can_be_used(self):
        self.assertEqual(self.codes("{name: half, does: remove, if: score > 4}"), ["help-unused"])
        self.assertEqual(self.codes("{name: half, does: remove, if: score > 3}"), [])

    def test_one_that_fits_no_question_is_told_of_once(self):
        self.assertEqual(self.codes("{name: half, does: remove}, {name: clue, does: hint}"), [])

    def test_one_that_costs_more_than_it_can_bring(self):
        # two of three wrong options away: guessed right with 1/2 instead of 1/4, which is worth 1 of 4
        self.assertEqual(self.codes("{name: half, does: remove, add: {score: -1}}"), ["help-costs"])
        self.assertEqual(self.codes("{name: half, does: remove, add: {score: -0.9}}"), [])
        missed = "  - {moment: missed, add: {score: -1}}\n"
        self.assertEqual(self.codes("{name: half, does: remove, add: {score: -1}}", missed), [])
        costly = self.codes("{name: half, does: remove, add: {score: -1.25}}", missed)
        self.assertEqual(costly, ["help-costs"])

    def test_nothing_is_said_where_more_hangs_on_an_answer(self):
        costly = "{name: half, does: remove, add: {score: -9}}"
        self.assertEqual(self.codes(costly), ["help-costs"])
        streak = "  - {moment: right, if: streak > 1, add: {score: 9}}\n"
        self.assertNotIn("help-costs", self.codes(costly, streak))
        ending = "endings: [{if: score > 90, result: won}]\n"
        self.assertNotIn("help-costs", self.codes(costly, ending))


def mean(found: Figures, meter: str = "score") -> float:
    return float(sum(value * share for value, share in found.meters[meter].items()))


class Weighed(unittest.TestCase):
    """Odds of players who use helps, by closed forms and by the engine."""

    def test_guessing_among_three_instead_of_four(self):
        knows, program = 0.4, Program(game_of(TAKES_ONE))
        plain = knows + (1 - knows) / 4
        # used at the first question whose answer is not known: one of the four is guessed among three
        used = 1 - knows**4
        expected = 40 * plain + 10 * used * (1 / 3 - 1 / 4)
        self.assertAlmostEqual(mean(odds(program, Walker("knows", knows, helps=True))), expected)
        self.assertAlmostEqual(mean(odds(program, Walker("knows", knows))), 40 * plain)

    def test_a_hint_has_one_think_again(self):
        skill, program = 0.3, Program(game_of(HINT))
        twice = 1 - (1 - skill) ** 2
        expected = 10 * (2 * skill + 2 * twice)
        self.assertAlmostEqual(mean(odds(program, Walker("skill", skill, helps=True))), expected)

    def test_the_engine_comes_to_the_same(self):
        lost = {"endings": (Ending("lives <= 0", "lost"),), "clocks": Clocks(question=4)}
        costly = Help("half", "remove", remove=1, uses=2, condition="score >= 10", add=(("score", "-5"),))
        time = Help("time", "time", uses=2, seconds=3, add=(("score", "-2"),))
        repeated = Deal(draw=7, repeats="when_empty")
        games = [
            game_of(TAKES_ONE, HINT),
            game_of(HINT, tries=2),
            game_of(costly, HINT, time, **lost),
            game_of(Help("half", "remove", per="question"), HINT, deal=repeated),
        ]
        for number, game in enumerate(games):
            for walker in (Walker("knows", 0.4, 5, helps=True), Walker("skill", 0.4, helps=True)):
                with self.subTest(game=number, how=walker.how):
                    exact, walked = odds(Program(game), walker), walk(Program(game), walker, 700, number)
                    for meter in ("score", "lives"):
                        spread = walked.meters[meter]
                        average = mean(walked, meter)
                        error = (sum(n * (v - average) ** 2 for v, n in spread.items()) / 700) ** 0.5
                        self.assertLessEqual(abs(mean(exact, meter) - average), 4.5 * error + 1e-9)

    def test_what_is_not_known_exactly_says_why(self):
        for one, question in (
            (Help("swap", "swap"), choice(9)),
            (Help("letter", "letter"), Question("l", "letters", "?", ("hut bell",))),
        ):
            program = Program(Game("H", (question, choice(1)), helps=(one,)))
            with self.assertRaisesRegex(Inexact, f"help `{one.name}`"):
                odds(program, Walker("skill", 0.5, helps=True))
            odds(program, Walker("skill", 0.5))  # who uses none needs not be told
            walk(program, Walker("skill", 0.5, helps=True), 20, 1)

    def test_who_knows_needs_no_help(self):
        costly = Help("half", "remove", uses=None, add=(("score", "-5"),))
        program = Program(game_of(costly))
        for walker in (Walker("knows", 1, helps=True), Walker("skill", 1, helps=True)):
            self.assertEqual(mean(odds(program, walker)), 40)
            self.assertEqual(mean(walk(program, walker, 10, 1)), 40)


class Played(unittest.TestCase):
    GAME = Game(
        "P",
        (choice(0), choice(1, hint="h"), typed(2)),
        deal=Deal(order="filed", options="filed"),
        tries=2,
        clocks=Clocks(question=20),
        meters=METERS,
        consequences=PAID,
        helps=(Help("half", "remove", add=(("score", "-3"),)), HINT, Help("letter", "letter", uses=None)),
    )

    def record(self, *moves: str, dice: int = 1) -> PlayRecord:
        collector = AnswerCollector()
        walk = walk_moves(Program(self.GAME), Choices(dice, "Ada"), moves, watch=collector)
        return collector.record(walk.run)

    def test_helps_are_kept_and_read_again(self):
        record = self.record("wrong", "help half @3", "right @4", "help hint", "right", "wrong")
        self.assertEqual([len(one.helps) for one in record.answers], [1, 1, 0])
        [used] = record.answers[0].helps
        self.assertEqual((used.help, used.tries, used.used), ("half", 1, 3.0))
        self.assertEqual(from_data(json.loads(json.dumps(to_data(record.answers)))), record.answers)

    def test_under_the_same_rules_a_play_comes_to_the_same(self):
        program = Program(self.GAME)
        for moves in (
            ("wrong", "help half @3", "right @4", "help hint", "right", "wrong", "right"),
            ("help half", "help half", "right", "late", "help letter", "help letter", "right"),
        ):
            record = self.record(*moves)
            again = walked_again(program, Meant.of(Choices(1, "Ada"), record))
            self.assertEqual((again.result, again.score), (record.result, record.score), moves)

    def test_did_it_help(self):
        with_it = [self.record("help half", "right", "right", "right").answers] * 3
        without = [self.record("wrong", "wrong", "right", "right").answers] * 2
        found = statistics_of([*with_it, *without], lambda _, text: text)
        self.assertEqual(found.helps, {"half": HelpStatistics(3, 3, 3, 2, 0)})


if __name__ == "__main__":
    unittest.main()
