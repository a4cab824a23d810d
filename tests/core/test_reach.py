"""Reach, held against brute force: every sequence of outcomes, played by the engine."""

from __future__ import annotations

import json
import unittest
from collections.abc import Iterator
from dataclasses import dataclass, field, fields
from fractions import Fraction
from unittest.mock import patch

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dicetrail.core.play.rulebook.game import Award, Choices, Clocks, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.run import Run
from dicetrail.core.prove.search.course import Course
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.prove.search.reached import Reach
from dicetrail.core.prove.search.reached_data import from_data, to_data

from .making import choice, questions

MOST_MOVES = 8
CONDITIONS = (
    "", "", "attempt == 1", "attempt > 1", "streak >= 2", "lives <= 1", "score > 2", "percent > 50",
    "left == 0", "1 / (right - 1) > 0", "first_try == 2", "worth > 1", "missed + late >= 2",
)  # fmt: skip
AMOUNTS = ("1", "-1", "3", "worth", "asked * 2", "1 / lives", "-lives", "score")
ENDS = ("lives == 0", "score >= 6", "streak == 3", "wrong > 1", "score < 0")
AWARDS = (
    "percent == 100",
    "percent >= 50",
    "score > 4",
    "right >= 1",
    "best_streak >= 2",
    "left > 0",
    "asked == 2",
    "True",
    "1 / right < 1",
)


@dataclass
class Brute:
    """What the plays of a game came to."""

    results: set[str] = field(default_factory=set)
    endings: set[int] = field(default_factory=set)
    awards: set[str] = field(default_factory=set)
    rows: set[int] = field(default_factory=set)
    values: dict[str, set[float]] = field(default_factory=dict)
    lengths: set[int] = field(default_factory=set)
    whole: bool = True


def brute(program: Program) -> Brute:
    found = Brute()
    for moves in _sequences(program, [], found):
        run = _play(program, moves)
        found.rows |= {step.row for step in run.trail if step.row}
        found.results.add(run.outcome.result)
        found.endings |= {step.extra["ending"] for step in run.trail if "ending" in step.extra}
        found.awards.add(run.outcome.award)
        found.lengths.add(run.counts["asked"])
        for name, value in run.meters.items():
            found.values.setdefault(name, set()).add(value)
    return found


def _sequences(program: Program, moves: list[str], found: Brute) -> Iterator[list[str]]:
    run = _play(program, moves)
    if run.phase == "over":
        yield moves
    elif len(moves) >= MOST_MOVES:
        found.whole = False
    else:
        for move in ("right", "wrong", *(["late"] if run.question_clock.limit else []),
                     *(["skip"] if program.rows["skipped"] else [])):  # fmt: skip
            yield from _sequences(program, [*moves, move], found)


def _play(program: Program, moves: list[str]) -> Run:
    run = Run(program, Choices(1))
    run.begin()
    for move in moves:
        if move == "late":
            run.tick(run.due())
        else:
            run.do(Move(move), run.input_from)
    return run


MOMENTS = ("begun", "opened", "right", "right", "wrong", "missed", "missed", "late", "skipped", "over")
CHANGES = st.dictionaries(st.sampled_from(("score", "lives")), st.sampled_from(AMOUNTS), max_size=2)
SOME_ENDS = st.lists(st.sampled_from(ENDS), max_size=2)
SOME_AWARDS = st.lists(st.sampled_from(AWARDS), max_size=3)


@st.composite
def small_games(draw: st.DrawFn) -> Game:
    rows = []
    for _ in range(draw(st.integers(0, 6))):
        moment = draw(st.sampled_from(MOMENTS))
        thens: tuple[str | None, ...] = (None, None, None, "lost")
        if moment in ("wrong", "missed", "late", "skipped"):
            thens += ("next", "again") if moment == "wrong" else ("next",)
        rows.append(
            Consequence(
                moment,
                draw(st.sampled_from(CONDITIONS)),
                add=tuple(draw(CHANGES).items()),
                set=draw(st.sampled_from(((), (), (("score", "0"),)))),
                then=None if moment in ("begun", "opened", "over") else draw(st.sampled_from(thens)),
            )
        )
    tries = draw(st.sampled_from((1, 2, 2, 3)))
    many = st.integers(1, 3 if tries == 1 else 2)
    return Game(
        "Small",
        tuple(choice(n, 2, worth=draw(st.sampled_from((1, 1, 2)))) for n in range(draw(many))),
        deal=Deal(draw=draw(st.sampled_from((None, 2))), order="filed", options="filed"),
        tries=tries,
        meters=(Meter("score"), Meter("lives", 2, min=0, max=3)),
        clocks=Clocks(question=draw(st.sampled_from((None, 5)))),
        consequences=tuple(rows),
        endings=tuple(
            Ending(condition, draw(st.sampled_from(("won", "lost")))) for condition in draw(SOME_ENDS)
        ),
        awards=tuple(Award(condition, condition) for condition in draw(SOME_AWARDS)),
    )


class AgainstBruteForce(unittest.TestCase):
    @settings(max_examples=200, suppress_health_check=list(HealthCheck))
    @given(small_games())
    def test_the_same_scores_awards_endings_and_rows(self, game):
        program = Program(game)
        whole, found = brute(program), reach(program)
        self.assertTrue(whole.whole and found.complete)
        self.assertEqual(from_data(json.loads(json.dumps(to_data(found)))), found)
        titles = {game.awards[number - 1].title for number in found.awards}
        self.assertEqual(found.results, whole.results)
        self.assertEqual(found.endings, whole.endings)
        self.assertEqual(titles | ({""} if found.no_award or not game.awards else set()), whole.awards)
        self.assertEqual(found.rows, whole.rows)
        self.assertEqual(found.values, whole.values)
        self.assertEqual((found.shortest, found.longest), (min(whole.lengths), max(whole.lengths)))


class Findings(unittest.TestCase):
    def reach(self, count: int = 4, **more: object):
        return reach(Program(Game("G", questions(count), **more)))

    def test_an_endless_deck_is_looked_at_whole(self):
        rope = {
            "deal": Deal(repeats="when_empty"),
            "meters": (Meter("score", 15),),
            "consequences": (
                Consequence("right", add=(("score", "5"),)),
                Consequence("missed", add=(("score", "-5"),)),
            ),
            "endings": (Ending("score >= 30", "won"), Ending("score <= 0", "lost")),
        }
        found = self.reach(**rope)
        self.assertTrue(found.complete and not found.endless)
        self.assertEqual((found.results, found.values["score"]), ({"won", "lost"}, {0, 30}))
        self.assertEqual((found.shortest, found.longest), (3, None))
        stuck = self.reach(**{**rope, "meters": (Meter("score", 15, min=5, max=25),)})
        self.assertTrue(stuck.endless)

    def test_only_so_many_questions_where_every_one_costs(self):
        found = self.reach(
            deal=Deal(repeats="when_empty"),
            meters=(Meter("lives", 3),),
            consequences=tuple(Consequence(m, add=(("lives", "-1"),)) for m in ("right", "missed")),
            endings=(Ending("lives == 0", "lost"),),
        )
        self.assertEqual((found.shortest, found.longest), (3, 3))

    def test_a_play_that_goes_on_by_itself(self):
        late = Consequence("late", then="again")
        self.assertTrue(self.reach(clocks=Clocks(question=5), consequences=(late,)).idle)
        costs = Consequence("late", add=(("lives", "-1"),), then="again")
        found = self.reach(
            clocks=Clocks(question=5),
            meters=(Meter("lives", 3),),
            consequences=(costs,),
            endings=(Ending("lives == 0", "lost"),),
        )
        self.assertFalse(found.idle)

    def test_what_a_clock_decides_is_looked_at_by_its_ends(self):
        found = self.reach(
            2,
            clocks=Clocks(question=10),
            meters=(Meter("score"),),
            consequences=(Consequence("right", add=(("score", "time_left"),)),),
        )
        self.assertTrue(found.timed)
        self.assertEqual(found.values["score"], {0, 10, 20})


class Gone(unittest.TestCase):
    def test_what_happens_is_worked_out_once_whatever_is_left(self):
        program = Program(Game("G", questions(20)))
        with patch.object(Course, "happen", autospec=True, side_effect=Course.happen) as worked_out:
            found = reach(program)
        self.assertGreater(found.states, 40)
        self.assertLess(worked_out.call_count, 10)

    def test_the_way_to_an_ending_by_the_clock(self):
        ends = (Ending("game_left == 0", "lost"),)
        found = reach(Program(Game("G", questions(1), clocks=Clocks(game=30), endings=ends)))
        self.assertEqual(found.ways["ending 1"], ["late"])


class Kept(unittest.TestCase):
    def test_every_part_of_it(self):
        found = Reach(
            **{one.name: True for one in fields(Reach) if one.type == "bool"},
            open_ended={"score"},
            values={"score": {1, 2.5}},
            shadowed={2: 1},
            no_award={"percent": Fraction(200, 3), "topic": "knots"},
            shortest=1,
            longest=None,
            changed_by={("right", 1, 2): {None, 3}},
            ways={"row 3": ["wrong", "right"]},
        )
        data = to_data(found)
        self.assertEqual(set(data), {one.name for one in fields(Reach)})
        self.assertEqual(from_data(json.loads(json.dumps(data))), found)
