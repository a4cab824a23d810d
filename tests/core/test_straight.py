"""Plays of straight code are the plays of the engine: every result, award, meter, count and length."""

from __future__ import annotations

import unittest
from dataclasses import replace
from pathlib import Path
from unittest import mock

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.language.expressions import ExpressionError
from dicetrail.core.play.rulebook.game import Award, Clocks, Consequence, Deal, Draw, Ending, Game, Meter
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.prove.odds.company import Company
from dicetrail.core.prove.odds.straight import straight
from dicetrail.core.prove.odds.straight_names import Unsaid
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking, one_play
from dicetrail.core.prove.odds.walking import _played as played
from dicetrail.files import read_game_file
from tests.referee import made
from tests.referee.test_referee import compiled

from .making import choice, games, questions

DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
SHARES = st.sampled_from([0.0, 0.3, 0.7, 1.0])
PACES = st.sampled_from([0, 0, 1.5, 4, 30])
COMPANIES = st.builds(
    Company,
    SHARES,
    st.sampled_from([0, 0.2]),
    PACES,
    st.sampled_from([0, 2.5]),
    st.dictionaries(st.integers(1, 3), SHARES, max_size=2),
    st.dictionaries(st.sampled_from(["q0", "q1", "q2"]), st.tuples(SHARES, st.none() | PACES), max_size=2),
)
WALKERS = st.builds(Walker, st.sampled_from(["skill", "knows"]), SHARES, PACES) | COMPANIES


STOPPED_AFTER = {
    "play.run.scene.MOST_STEPS": 1000,
    "prove.odds.straight_writer.MOST_MOMENTS": 150,
    "prove.odds.straight_rounds.MOST_MOMENTS": 150,
}
"""Made-up games have plays without an end: so far they are followed, by the engine and by straight code."""


class Straight(unittest.TestCase):
    through = 0
    """How many plays straight code has made, from their begin to their end."""

    def same(self, program: Program, walker: Walker | Company, dice: int) -> bool:
        walking = Walking(program, walker, 1)
        engine = one_play(program, walker, replace(choose(program.game, 0), dice=dice))
        self.assertEqual(walking.play(dice), (played(engine), ()))
        self.through += walking.is_straight and not walking.handed_over
        return walking.is_straight

    def stop_early(self) -> None:
        """Stop plays without an end a tenth of the usual way."""
        for name, most in STOPPED_AFTER.items():
            self.enterContext(mock.patch(f"dicetrail.core.{name}", most))

    def test_of_any_game(self):
        self.stop_early()
        said = []

        @settings(max_examples=100, suppress_health_check=list(HealthCheck))
        @given(games(), WALKERS, st.integers(0, 2**40))
        def try_it(game, walker, dice):
            try:
                program = Program(game)
            except ExpressionError:
                return
            said.append(self.same(program, walker, dice))

        try_it()
        self.assertGreater(sum(said), 7, "many made-up games can be said")
        self.assertGreater(self.through, 0, "and some of their plays come through")

    def test_of_any_game_with_rounds(self):
        self.stop_early()
        said, through = [], []

        @settings(max_examples=150, suppress_health_check=list(HealthCheck))
        @given(made.games(), WALKERS, st.integers(0, 2**40))
        def try_it(game, walker, dice):
            program = compiled(*game)
            if program is not None and program.has_rounds:
                before = self.through
                said.append(self.same(program, walker, dice))
                through.append(self.through > before)

        try_it()
        self.assertTrue(any(said), "some made-up games with rounds can be said")
        self.assertTrue(any(through), "and some of their plays come through")

    def test_what_comes_next_or_again_without_rounds(self):
        some = tuple(
            choice(number)._replace(level=1 + number % 3, topic="ab"[number % 2]) for number in range(9)
        )
        rows = (
            Consequence("right", condition="visit > 1", add=(("score", "level"),)),
            Consequence("right", add=(("score", "10 * level + left"),)),
            Consequence("missed", condition="visit < 3", then="later", after=2, hold=1),
            Consequence("missed", condition="streak == 0 and missed > 4", then="round"),
        )
        for deal in (
            Deal(),
            Deal(next="abs(level - (1 + streak // 2))", draw=7),
            Deal(choose="topic", draw=6),
            Deal(choose="level", next="worth - level", repeats="when_empty", draw=14),
            Deal(parts=(Draw("level == 1", 2), Draw("level == 3", 2)), order="by_part"),
        ):
            program = Program(Game("g", some, deal=deal, meters=(Meter("score"),), consequences=rows))
            for walker in (Walker("skill", 0.5), Walker("skill", 0.8, 2), Company(0.5, 0.2, 3, 2)):
                for dice in range(12):
                    self.assertTrue(self.same(program, walker, dice), deal)
        self.assertFalse(self.same(program, Walker("knows", 0.5), 1), "it may meet a question again")

    def test_a_demo_game_of_rounds(self):
        game = read_game_file(DEMO / "11-the-long-way-up.yaml").game
        for walker in (Walker("skill", 0.7), Walker("skill", 0.6, 5), Company(0.7, 0.1, 4, 1)):
            for dice in range(40):
                self.assertTrue(self.same(Program(game), walker, dice), walker)

    def test_names_that_stay_within_a_step_are_written_out(self):
        rows = (
            Consequence("right", condition="brave", add=(("score", "prize"),), tell="{brave}"),
            Consequence("missed", add=(("score", "-1"),)),
        )
        names = (("prize", "2 + 3 * brave"), ("brave", "attempt == 1 and streak > 1"))
        endings = (Ending("prize > 4 and right > 2", "won", "{prize}"),)
        base = Game("G", questions(8), tries=2, meters=(Meter("score"),), consequences=rows, endings=endings)
        for dice in range(10):
            program = Program(replace(base, names=names))
            self.assertTrue(self.same(program, Walker("skill", 0.6), dice))
        moving = (*names, ("rich", "score > 3"))
        ends = (*endings, Ending("rich", "won"))
        self.assertFalse(
            self.same(Program(replace(base, names=moving, endings=ends)), Walker("skill", 0.6), 1)
        )
        unused = (*names, ("rich", "score > 3"))
        self.assertTrue(self.same(Program(replace(base, names=unused)), Walker("skill", 0.6), 1))

    def test_of_what_clocks_tell(self):
        rows = (
            Consequence("opened", condition="game_left < 20", add=(("late_ones", "1"),)),
            Consequence("right", condition="time_left > 3", add=(("score", "time_left * 2"),)),
            Consequence("right", add=(("score", "time_used"), ("rest", "game_left"))),
            Consequence("wrong", condition="time_used >= 4", add=(("score", "-1"),)),
            Consequence("missed", set=(("rest", "time_left + game_left"),), hold=2),
            Consequence("late", add=(("score", "time_used - time_left"),)),
        )
        meters = tuple(map(Meter, ("score", "rest", "late_ones")))
        some = (*questions(4), choice(9)._replace(seconds=7), choice(10)._replace(seconds=3.5))
        for game, tries, restart in ((None, 1, False), (31, 2, True), (12.5, 3, False)):
            for question in (None, 8):
                clocks = Clocks(question=question, game=game, breather=1, restart_on_again=restart)
                program = Program(
                    Game(
                        "g",
                        some,
                        tries=tries,
                        meters=meters,
                        clocks=clocks,
                        consequences=rows,
                        endings=(Ending("score > 30 and time_used < 9", "won"),),
                        awards=(Award("time_left > 0 and game_left > 1", "Early"), Award("True", "Late")),
                    )
                )
                for walker in (
                    Walker("skill", 0.6, 2.5),
                    Walker("knows", 0.3, 3.9),
                    Walker("skill", 0.5),
                    Company(0.5, 0.2, 3, 2),
                ):
                    for dice in range(6):
                        self.assertTrue(self.same(program, walker, dice), (game, question, walker))
        self.assertEqual(self.through, 3 * 2 * 4 * 6)

    def test_of_the_demo_games(self):
        said = set()
        for path in sorted(DEMO.glob("*.yaml")):
            game = read_game_file(path).game
            assert game is not None
            for walker in (Walker("skill", 0.65, 5), Walker("knows", 0.4, 3), Company(0.6, 0.1, 5, 2)):
                with self.subTest(f"{path.name} {walker}"):
                    for dice in range(6):
                        if self.same(Program(game), walker, dice):
                            said.add((path.name, str(walker)))
        self.assertGreaterEqual(len(said), 23)
        self.assertEqual(self.through, 6 * len(said))

    def test_every_sort_of_row(self):
        rows = (
            Consequence("begun", set=(("score", "7"),)),
            Consequence("opened", "asked % 3 == 0", add=(("lives", "1"),), hold=1),
            Consequence("right", "streak >= 2 and worth < 3", add=(("score", "attempt * 2"),)),
            Consequence("right", set=(("score", "score + min(3, right)"),), hold=0.5),
            Consequence("wrong", "attempt == 1", add=(("score", "-1"),), then="again"),
            Consequence("missed", "missed == 2", then="again"),
            Consequence("missed", add=(("lives", "-1"),)),
            Consequence("late", add=(("score", "-0.5"),), then="again"),
            Consequence("over", "score > 9", set=(("score", "99"),), then="won"),
        )
        for tries in (1, 2, None):
            game = Game(
                "g",
                tuple(one._replace(worth=1 + n % 3) for n, one in enumerate(questions(9))),
                deal=Deal(repeats="when_empty", draw=12),
                tries=tries,
                meters=(Meter("score", 0, max=60, decimals=1), Meter("lives", 3, max=3)),
                clocks=Clocks(question=9, game=70, breather=1, restart_on_again=tries == 2),
                consequences=rows,
                endings=(Ending("lives == 0", "lost"), Ending("best_streak >= 6", "won")),
            )
            company = Company(0.5, 0.2, 4.5, 2, {1: 0.4}, {"q3": (0.9, 12.0)})
            for walker in (
                Walker("skill", 0.6),
                Walker("skill", 0.5, 4.5),
                Walker("knows", 0.3, 2),
                company,
            ):
                meets_again = isinstance(walker, Walker) and walker.how == "knows"
                for dice in range(20):
                    through = self.through
                    self.assertEqual(self.same(Program(game), walker, dice), not meets_again)
                    self.assertEqual(self.through > through, not meets_again)
            once = replace(game, deal=Deal(draw=8))
            for dice in range(20):
                self.assertTrue(self.same(Program(once), Walker("knows", 0.3, 2), dice))

    def test_a_play_in_which_something_fails_is_the_engines(self):
        rows = (Consequence("right", add=(("score", "6 / (right - 2)"),)),)
        game = Game("g", tuple(map(choice, range(5))), meters=(Meter("score"),), consequences=rows)
        for dice in range(20):
            self.assertTrue(self.same(Program(game), Walker("skill", 0.7), dice))
        self.assertLess(self.through, 10)

    def test_meters_called_as_the_engine_calls_something(self):
        names = ("tries", "first_visit", "answer_due", "game_due", "used", "t", "z", "n")
        rows = (
            Consequence("right", add=tuple((name, "1") for name in names)),
            Consequence("missed", "tries > 1", set=tuple((name, f"{name} + 2") for name in names)),
        )
        game = Game(
            "g",
            questions(6),
            tries=2,
            meters=tuple(Meter(name) for name in names),
            clocks=Clocks(question=9, game=40, restart_on_again=True),
            consequences=rows,
        )
        for dice in range(20):
            self.assertTrue(self.same(Program(game), Walker("skill", 0.5, 4.5), dice))
        self.assertEqual(self.through, 20)

    def test_rows_that_move_clocks(self):
        rows = (
            Consequence("begun", time=(("game", "-4"),)),
            Consequence("opened", "asked == 3", time=(("question", "-99"),)),
            Consequence("opened", "asked == 4", restart=("game",), time=(("game", "2 * level"),)),
            Consequence("right", "time_left > 1", add=(("score", "time_left"),), time=(("game", "1.25"),)),
            Consequence("right", restart=("question",), time=(("question", "worth / 3"), ("game", "-2"))),
            Consequence("wrong", time=(("question", "5"),), then="again"),
            Consequence("missed", "right > 3", time=(("game", "-game_left"),)),
            Consequence("late", "late < 3", restart=("question",), then="again"),
            Consequence("over", restart=("game",), add=(("score", "1"),)),
        )
        ends = (
            Ending("game_left > 20 and asked > 4", "won"),
            Ending("time_left == 0 and asked == 6", "lost"),
        )
        some = (*questions(5), *(choice(n)._replace(seconds=n / 2) for n in range(5, 9)))
        for game, question, tries in ((None, 6, 2), (24, None, 1), (15, 4, 3), (None, None, 2)):
            rules = Game(
                "g",
                some,
                tries=tries,
                meters=(Meter("score"),),
                clocks=Clocks(question=question, game=game, restart_on_again=tries == 3),
                consequences=rows,
                endings=ends,
                awards=(Award("game_left > 3 or time_left > 0", "Early"), Award("True", "Late")),
            )
            for walker in (
                Walker("skill", 0.6, 2.5),
                Walker("skill", 0.5),
                Walker("knows", 0.4, 1.1),
                Company(0.5, 0.2, 3),
                Company(0.5, 0.2, 3, 2),
            ):
                said = not isinstance(walker, Company) or not walker.pace_spread
                for dice in range(8):
                    self.assertEqual(self.same(Program(rules), walker, dice), said, (game, walker))
        self.assertEqual(self.through, 4 * 4 * 8)

    def test_what_can_not_be_said_says_why(self):
        rows = (Consequence("right", "total - asked > 2", add=(("score", "1"),)),)
        endless = Deal(repeats="when_empty")
        game = Game("g", (choice(1),), deal=endless, meters=(Meter("score"),), consequences=rows)
        with self.assertRaises(Unsaid) as raised:
            straight(Program(game), Walker("skill", 0.5), choose(game, 0))
        self.assertIn("the rest of an endless deck", str(raised.exception))


if __name__ == "__main__":
    unittest.main()
