"""Several players at one screen: whose turn it is, what is theirs, who is out, how they stand at the end."""

from __future__ import annotations

import json
import unittest
from collections import Counter
from dataclasses import replace
from datetime import UTC, datetime
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import binom

from dicetrail.core.play.deal.setup import SetupError, choose
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Game
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import make, play, read_move, to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.run.trail import to_lines
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.figures import Figures
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import walk
from dicetrail.core.prove.plays.out import KeptPlay
from dicetrail.core.prove.plays.record import AnswerCollector, from_data, to_data
from dicetrail.core.prove.plays.what_if import CameTo, Meant, walked_again
from dicetrail.core.prove.plays.xapi import statements
from dicetrail.core.rules.compile import read_game

from .making import choice

QUESTIONS = [choice(number, 3)._replace(level=1 + number % 5) for number in range(12)]
HEAD = "title: At the Table\npacks: [p.tsv]\n"
SCORES = "meters: {score: {start: 0}}\nconsequences:\n  - {moment: right, add: {score: 1}}\n"
LIVES = """
players: {turn: question}
meters: {lives: {start: 1}}
consequences: [{moment: missed, add: {lives: -1}}]
endings:
  - {if: lives < 1, result: lost, for: player, tell: "{player} is out."}
"""


def game_of(text: str, *, snags: tuple[str, ...] = ()) -> Game:
    reading = read_game(HEAD + text, lambda _: QUESTIONS)
    found = tuple(sorted({snag.code for snag in reading.snags}))
    assert found == snags, [(snag.code, snag.message) for snag in reading.snags]
    assert reading.game is not None
    return reading.game


def walked(text: str, *moves: str, names: str = "Ada Ben Cleo", dice: int = 1, **chosen: Any) -> Run:
    game = game_of(text)
    return play(
        Program(game), choose(game, dice, players=names.split(), **chosen), [read_move(one) for one in moves]
    )


def turns(run: Run, moment: str = "opened") -> str:
    return "".join(str(step.extra["turn"]) for step in run.trail if step.moment == moment)


def ends(run: Run) -> list[tuple[Any, ...]]:
    """What each player came to: turn, result, rank, award."""
    return [
        tuple(step.extra[name] for name in ("turn", "result", "rank", "award"))
        for step in run.trail
        if step.moment == "over"
    ]


class Turns(unittest.TestCase):
    def test_the_turn_passes_after_each_question(self):
        moves = ["right", "wrong", "right", "wrong", "wrong", *["right"] * 9]
        run = walked("players: {turn: question}\ntries: 2\n" + SCORES, *moves)
        self.assertEqual(turns(run), "123123123123")
        self.assertEqual([seat.meters["score"] for seat in run.seats], [4, 4, 3])

    def test_the_turn_passes_after_a_miss(self):
        moves = ["right", "right", "wrong", "right", "skip", "wrong", "right", "wrong", *["right"] * 4]
        run = walked("players: {turn: miss}\n" + SCORES + "  - {moment: skipped}\n", *moves)
        self.assertEqual(turns(run), "111223112222")

    def test_the_turn_passes_with_the_round(self):
        drawn = {"A": 2, "B": 3, "C": 1, "D": 2}
        rounds = f"rounds: {[{'name': name, 'deal': {'draw': draw}} for name, draw in drawn.items()]}\n"
        run = walked("players: {turn: round}\n" + SCORES + rounds, *["right"] * 8, names="Ada Ben")
        self.assertEqual((turns(run), turns(run, "round_begun")), ("11222122", "1212"))

    def test_who_hands_over_waits_for_a_key_and_nothing_of_the_question_is_seen(self):
        game = game_of("players: {turn: miss}\nclocks: {question: 20}\n" + SCORES)
        run = Run(Program(game), choose(game, 1, players=["Ada", "Ben"]))
        run.begin()
        for move, hands_over in (("right", True), ("right", False), ("wrong", False), ("wrong", True)):
            while run.phase == "feedback" and run.continue_from is None:
                run.tick(run.due() or 0)
            self.assertEqual(run.continue_from is not None, hands_over, move)
            if hands_over:
                seen = view(run, 10**6)
                self.assertIsNone(seen.question)
                self.assertIsNone(run.due())
            to_input(run)
            run.do(read_move(move).move, run.input_from or 0)  # type: ignore[arg-type]


class Seats(unittest.TestCase):
    def test_what_is_counted_is_ones_own(self):
        run = walked("players: {}\n" + SCORES, "right", "wrong", "right", "right", "wrong", names="Ada Ben")
        told = [(seat.counts["asked"], seat.counts["right"], seat.counts["streak"]) for seat in run.seats]
        self.assertEqual(told, [(3, 2, 0), (3, 1, 1)])
        names = run.names(0)
        self.assertEqual(
            [names[one] for one in ("turn", "players", "total", "left", "player")], [2, 2, 12, 6, "Ben"]
        )

    def test_most_and_least_are_of_all(self):
        text = (
            "players: {}\nclocks: {breather: 9}\nmeters: {score: {start: 0}}\nconsequences:\n"
            "  - {moment: right, add: {score: 2}, tell: '{score} {most(score)} {least(score)} {rank}'}\n"
            "  - {moment: missed, tell: '{score} {most(score)} {least(right)} {rank}'}\n"
        )
        run = walked(text, "right", "wrong", "right", "right")
        self.assertEqual(
            [step.tell for step in run.trail if step.tell], ["2 2 0 1", "0 2 0 2", "2 2 0 1", "4 4 0 1"]
        )

    def test_one_player_is_the_most_of_all(self):
        text = SCORES + "awards: [{if: score == most(score) and rank == 1 and turn == players, title: All}]\n"
        game = game_of(text, snags=("for-one-player",))
        run = play(Program(game), choose(game, 1), [read_move("right")] * 12)
        self.assertEqual(run.outcome.award if run.outcome else "", "All")

    def test_who_is_out_gets_no_question_and_the_last_goes_on(self):
        run = walked(LIVES, "right", "wrong", "right", "wrong", *["right"] * 8)
        self.assertEqual(turns(run), "1231" + "3" * 8)
        self.assertEqual(ends(run), [(1, "lost", 2, None), (2, "lost", 2, None), (3, "done", 1, None)])
        self.assertEqual((run.outcome.result if run.outcome else "", run.seat.name), ("done", "Cleo"))
        told = [step.tell for step in run.trail if step.extra.get("out")]
        self.assertEqual(told, ["Ben is out.", "Ada is out."])

    def test_the_last_one_left_may_be_the_end(self):
        run = walked(
            LIVES + "  - {if: players == 1, result: won, tell: '{player} is left.'}\n", "wrong", "wrong"
        )
        self.assertEqual(ends(run), [(1, "lost", 2, None), (2, "lost", 2, None), (3, "won", 1, None)])
        self.assertEqual(
            (run.outcome.result, run.outcome.tell) if run.outcome else (), ("won", "Cleo is left.")
        )

    def test_all_out_is_the_end(self):
        run = walked(LIVES, "wrong", "wrong", "wrong")
        self.assertEqual((run.outcome.result if run.outcome else "", turns(run)), ("lost", "123"))

    def test_each_gets_an_award_by_rank(self):
        awards = "awards: [{if: rank == 1, title: First}, {if: score == least(score), title: Last}]\n"
        run = walked(
            "players: {}\n" + SCORES + awards, "right", "wrong", "wrong", "right", "right", *["wrong"] * 7
        )
        self.assertEqual(ends(run), [(1, "done", 1, "First"), (2, "done", 2, None), (3, "done", 3, "Last")])

    def test_ranked_by_what_the_game_says(self):
        run = walked("players: {rank: 0 - score}\n" + SCORES, "right", *["wrong"] * 11, names="Ada Ben")
        self.assertEqual([seat.rank for seat in run.seats], [2, 1])
        self.assertEqual(run.seat.name, "Ben")

    def test_a_question_that_comes_again_may_come_to_another(self):
        text = "players: {}\ndeal: {draw: 3}\nconsequences: [{moment: missed, then: later, after: 1}]\n"
        run = walked(text, "wrong", "right", "right", "right", names="Ada Ben")
        opened = [step.extra["question"] for step in run.trail if step.moment == "opened"]
        self.assertEqual((turns(run), opened.index(opened[2])), ("1212"[: len(opened)], 0))
        self.assertEqual(run.names(0)["left"], 0)
        self.assertEqual(run.phase, "over")


class SetUp(unittest.TestCase):
    def test_who_may_play(self):
        game = game_of("players: {least: 2, most: 3}\n")
        self.assertEqual(choose(game, 1).players, ("Player 1", "Player 2"))
        self.assertEqual(choose(game, 1, players=[" Ada ", ""]).players, ("Ada", "Player 2"))
        for names, said in (
            (["A"], "From 2 to 3"),
            (["A", "B", "C", "D"], "From 2 to 3"),
            (["A", "A"], "‘A’"),
            (["A", "B" * 41], "40"),
        ):
            with self.assertRaisesRegex(SetupError, said):
                choose(game, 1, players=names)
        with self.assertRaisesRegex(SetupError, "one player"):
            choose(game_of(""), 1, players=["Ada", "Ben"])

    def test_snags(self):
        for text, code in (
            ("players: {turn: round}\n", "turn-by-round"),
            ("players: {least: 4, most: 3}\n", "few-players"),
            ("players: {rank: rank}\n", "rank-by-rank"),
            ("players: {}\nendings: [{if: most(player) > 1, result: done}]\n", "over-all"),
            ("endings: [{if: players > 1, result: done}]\n", "for-one-player"),
            ("endings: [{if: right > 1, result: done, for: player}]\n", "for-one-player"),
        ):
            with self.subTest(text):
                self.assertIn(code, {snag.code for snag in read_game(HEAD + text, lambda _: QUESTIONS).snags})

    def test_kept_and_read_back(self):
        game = game_of("players: {rank: score}\n" + SCORES)
        self.assertEqual(from_json(to_json(game)), game)


class Walked(unittest.TestCase):
    PLAYS = 3000

    def shares(self, rules: str, skill: float, dice: int) -> Figures:
        program = Program(game_of(rules))
        return walk(program, Walker("skill", skill), self.PLAYS, dice)

    def test_two_equal_players_are_equal(self):
        """Six questions each, one after another: how many each has right is binomial (scipy), so both are
        first alone as often as one of two such numbers is larger, and together as often as they are equal."""
        alike = float((binom.pmf(range(7), 6, 0.6) ** 2).sum())
        places = self.shares("players: {}\n" + SCORES, 0.6, 5).places
        together = places[1, 1] + places[2, 1] - 1
        ahead = [places[1, 1] - together, places[2, 1] - together]
        for found, expected in ((together, alike), (ahead[0], (1 - alike) / 2), (ahead[1], (1 - alike) / 2)):
            error = (expected * (1 - expected) / self.PLAYS) ** 0.5
            self.assertLess(abs(found - expected), 5 * error)
        differ = (sum(ahead) - (ahead[0] - ahead[1]) ** 2) ** 0.5 / self.PLAYS**0.5
        self.assertLess(abs(ahead[0] - ahead[1]), 5 * differ)

    def test_every_play_has_a_first(self):
        found = self.shares(LIVES.replace("start: 1", "start: 3"), 0.7, 2)
        self.assertGreaterEqual(found.places[1, 1] + found.places[2, 1], 1 - 1e-9)
        self.assertEqual([round(sum(one), 9) for one in found.places_by_player], [1, 1])

    def test_exact_odds_say_why_there_are_none(self):
        with self.assertRaisesRegex(Inexact, "several players"):
            odds(Program(game_of("players: {}\n" + SCORES)), Walker("skill", 0.5))


class Kept(unittest.TestCase):
    def test_a_record_has_each_player_and_is_walked_again_to_the_same(self):
        program = Program(game_of("players: {turn: miss}\nclocks: {question: 9}\n" + SCORES))
        collector = AnswerCollector()
        run = Run(program, choose(program.game, 3, players=["Ada", "Ben", "Cleo"]), collector)
        run.begin()
        for move in ("right", "wrong", "right", "late", "wrong", *["right"] * 9):
            to_input(run)
            if run.phase != "over":
                make(run, read_move(move))
        to_input(run)
        record = collector.record(run)
        self.assertEqual([seat.player for seat in record.seats], ["Ada", "Ben", "Cleo"])
        self.assertEqual([answer.seat for answer in record.answers], [1, 1, 2, 2, 3, *[1] * 7])
        self.assertEqual(sum(seat.asked for seat in record.seats), 12)
        self.assertEqual([seat.rank for seat in record.seats], [1, 2, 3])
        kept = from_data(json.loads(json.dumps(to_data(record.answers))))
        self.assertEqual(kept, record.answers)
        self.assertEqual(walked_again(program, Meant.of(run.choices, record)), CameTo.of(record))

    def test_statements_are_each_players_own(self):
        program = Program(game_of("players: {}\n" + SCORES))
        collector = AnswerCollector()
        run = Run(program, choose(program.game, 3, players=["Ada", "Ben"]), collector)
        run.begin()
        for _ in range(12):
            to_input(run)
            make(run, read_move("right"))
        to_input(run)
        play = KeptPlay("p", 1, "Ada, Ben", datetime(2026, 5, 1, tzinfo=UTC), 3, collector.record(run))
        said = list(statements(play, "https://example.org/g", "Table", {}))
        who = Counter((one["actor"]["name"], one["verb"]["display"]["en"]) for one in said)
        expected = {
            (name, verb): times
            for name in ("Ada", "Ben")
            for verb, times in (("answered", 6), ("completed", 1))
        }
        self.assertEqual(who, {**expected, ("Ada, Ben", "initialized"): 1})
        self.assertEqual(len({one["id"] for one in said}), len(said))


MOVES = st.lists(st.sampled_from(["right", "wrong", "skip", "late", "unreadable"]), max_size=30)
RULES = st.builds(
    "players: {{turn: {}}}\n{}clocks: {{question: 9}}\n"
    "meters: {{score: {{start: 0}}, lives: {{start: {}}}}}\n"
    "consequences:\n  - {{moment: right, add: {{score: 1 + turn}}}}\n"
    "  - {{moment: missed, add: {{lives: -1}}{}}}\n  - {{moment: skipped}}\n"
    "endings:\n  - {{if: lives < 1, result: lost, for: player}}\n{}".format,
    st.sampled_from(["question", "miss", "round"]),
    st.sampled_from(
        ["", "rounds: [{name: A, deal: {draw: 3}}, {name: B, deal: {draw: 4}, then: [{go: A}]}]\n"]
    ),
    st.integers(1, 4),
    st.sampled_from(["", ", then: later", ", then: again"]),
    st.sampled_from(
        ["", "  - {if: players == 1, result: won}\n", "  - {if: most(score) > 9, result: done}\n"]
    ),
)


class Properties(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(RULES, MOVES, st.integers(2, 6), st.integers(0, 99))
    def test_what_holds_of_every_play(self, rules: str, moves: list[str], many: int, dice: int):
        reading = read_game(HEAD + rules, lambda _: QUESTIONS)
        assert reading.game is not None
        program = Program(reading.game)
        choices = choose(reading.game, dice, players=[f"P{n}" for n in range(many)])
        planned = [read_move(move) for move in moves]
        run = play(program, choices, planned)
        self.assertEqual(to_lines(run.trail), to_lines(play(program, choices, planned).trail))
        out: set[int] = set()
        held: dict[int, Any] = {}
        for step in run.trail:
            turn = step.extra["turn"]
            if step.moment == "opened":
                self.assertNotIn(turn, out, "who is out gets no question")
            self.assertEqual(step.before, held.get(turn, step.before), "nobody else’s meters change")
            held[turn] = step.after
            if "out" in step.extra:
                out.add(turn)
        asked = Counter(turn.card.question.id for seat in run.seats for turn in seat.asked)
        if "later" not in rules and "rounds" not in rules:
            self.assertTrue(all(times == 1 for times in asked.values()), "the deck is shared")
        if run.phase == "over":
            ranks = sorted(seat.rank for seat in run.seats)
            self.assertEqual(ranks[0], 1)
            self.assertTrue(all(rank <= place for place, rank in enumerate(ranks, 1)))
            self.assertEqual(sum(step.moment == "over" for step in run.trail), many)
        for seat in run.seats:
            names = run.names(0, seat)
            self.assertGreaterEqual(names["left"], 0)
            self.assertEqual(
                seat.counts["asked"] + seat.counts["others_asked"] + names["left"], seat.counts["total"]
            )

    @settings(max_examples=150, deadline=None)
    @given(
        st.sampled_from(["question", "miss"]),
        st.integers(1, 3),
        st.integers(2, 6),
        st.lists(st.booleans(), min_size=12, max_size=12),
        st.booleans(),
    )
    def test_as_reckoned_by_hand(
        self, passing: str, lives: int, many: int, rights: list[bool], last_wins: bool
    ):
        """Who is asked, who goes out and how they stand, by a few lines that know nothing of the engine."""
        here, asked = 0, []
        score, left = [0] * many, [lives] * many
        for right in rights:
            asked.append(here)
            score[here] += right
            left[here] -= not right
            inside = [player for player in range(many) if left[player]]
            if not inside or (last_wins and len(inside) == 1 and not left[here]):
                break
            if passing == "question" or not right:
                here = next(n % many for n in range(here + 1, here + many + 1) if left[n % many])
        stands = [(left[player] > 0, score[player]) for player in range(many)]
        ranks = [1 + sum(other > own for other in stands) for own in stands]

        text = f"players: {{turn: {passing}}}\n" + (
            f"meters: {{score: {{start: 0}}, lives: {{start: {lives}}}}}\n"
            "consequences: [{moment: right, add: {score: 1}}, {moment: missed, add: {lives: -1}}]\n"
            "endings:\n  - {if: lives < 1, result: lost, for: player}\n"
        )
        text += "  - {if: players == 1, result: won}\n" if last_wins and many > 1 else ""
        names = " ".join(f"P{player}" for player in range(many))
        run = walked(text, *["right" if right else "wrong" for right in rights], names=names)
        self.assertEqual([int(turn) - 1 for turn in turns(run)], asked)
        self.assertEqual([seat.meters["score"] for seat in run.seats], score)
        self.assertEqual([seat.rank for seat in run.seats], ranks)

    def test_a_game_for_one_is_as_it_was(self):
        """The same rules without `players`: the same trail but for what is told of turns."""
        game = game_of("players: {}\n" + SCORES)
        alone = replace(game, players=None)
        run = play(Program(alone), choose(alone, 3), [read_move("right")] * 12)
        self.assertNotIn("turn", to_lines(run.trail))
