"""Rounds, and what comes next: the flow from round to round, what each counts, and what is dealt in it."""

from __future__ import annotations

import json
import unittest
from collections import Counter
from dataclasses import replace
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Choices, Game
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.dealt import dealt
from dicetrail.core.play.run.moves import make, play, read_move, to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.run.trail import to_lines
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.straight import straight
from dicetrail.core.prove.odds.straight_names import Unsaid
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.plays.record import AnswerCollector, from_data, to_data
from dicetrail.core.prove.plays.statistics import statistics_of
from dicetrail.core.prove.plays.what_if import Meant, walked_again
from dicetrail.core.prove.replay.coverage import covered, way_to
from dicetrail.core.prove.replay.walks import walk_moves
from dicetrail.core.prove.search.doubts import doubts
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game

from .making import choice

TOPICS = ("knots", "signs", "clouds")
QUESTIONS = [
    choice(number, 3)._replace(topic=TOPICS[number % 3], level=1 + number % 5, file=f"{number % 2}.tsv")
    for number in range(30)
]
HEAD = "title: Up\npacks: [p.tsv]\n"
UP = """
tries: 2
meters: {score: {start: 0}}
clocks: {question: 20}
rounds:
  - {name: By the Stove, intro: "Five to warm your hands.", only: level <= 2, deal: {draw: 3}}
  - name: On the Ridge
    only: level >= 3
    deal: {draw: 4}
    tries: 1
    clocks: {question: 15, round: 30}
    consequences: [{moment: right, add: {score: 2}}]
    then: [{if: round_right < 3, go: By the Stove, most: 1}]
consequences: [{moment: right, add: {score: 1}}]
"""


def game_of(text: str, questions: list[Question] = QUESTIONS, *, snags: tuple[str, ...] = ()) -> Game:
    reading = read_game(HEAD + text, lambda _: questions)
    found = tuple(sorted({snag.code for snag in reading.snags}))
    assert found == snags, [(snag.code, snag.message) for snag in reading.snags]
    assert reading.game is not None
    return reading.game


def walked(text: str, *moves: str, dice: int = 1, **chosen: Any) -> Run:
    game = game_of(text)
    return play(Program(game), choose(game, dice, **chosen), [read_move(move) for move in moves])


def told(run: Run) -> list[str]:
    """The rounds, questions and moments of a trail, in short."""
    return [
        f"{step.extra['round']} {step.moment}"
        for step in run.trail
        if step.moment and step.moment not in ("opened", "begun", "over")
    ]


def asked(run: Run) -> list[str]:
    return [turn.card.question.id for turn in run.asked]


class Flow(unittest.TestCase):
    def test_from_round_to_round_and_back_once(self):
        run = walked(UP, *["right"] * 3, "right", "right", "wrong", "wrong", *["right"] * 7)
        right = [*["1 right"] * 3, "1 round_over"]
        ridge = [*["2 right"] * 2, *["2 missed"] * 2, "2 round_over"]
        again = ["2 round_begun", *["2 right"] * 4, "2 round_over"]
        self.assertEqual(told(run), ["1 round_begun", *right, "2 round_begun", *ridge,
                                     "1 round_begun", *right, *again])  # fmt: skip
        gates = [step.extra.get("gate") for step in run.trail if step.moment == "round_over"]
        self.assertEqual(gates, [None, 1, None, None])
        self.assertEqual((run.meters["score"], run.counts["right"], run.counts["asked"]), (18, 12, 14))
        self.assertEqual(len(set(asked(run))), 14, "no question comes twice while others are left")

    def test_the_counts_of_the_rounds_add_up(self):
        run = walked(UP, "right", "wrong", "wrong", "skip", *["wrong", "late"] * 2, *["right"] * 20)
        over = run.trail[-1].extra
        laps = over["rounds"]
        self.assertEqual([lap["round"] for lap in laps], [1, 2, 1, 2])
        for name in ("asked", "right", "wrong", "missed", "late", "skipped", "first_try"):
            self.assertEqual(sum(lap[name] for lap in laps), over["counts"][name], name)

    def test_the_intro_waits_for_the_players_key(self):
        game = game_of(UP)
        run = Run(Program(game), choose(game, 1))
        run.begin()
        seen = view(run, 0)
        self.assertEqual((seen.waits_for_player, seen.question), (True, None))
        assert seen.round is not None
        self.assertEqual(seen.round.intro, "Five to warm your hands.")
        self.assertEqual(seen.round.coming, "3 questions, 2 tries each, 20 seconds each")
        self.assertEqual([mark.stands for mark in seen.round.marks], ["here", "ahead"])
        run.tick(60_000)
        self.assertEqual(run.counts["asked"], 0, "no clock runs before the key")
        run.do(read_move("right").move, 60_000)  # type: ignore[arg-type]
        self.assertTrue(run.trail[-1].extra["ignored"])

    def test_the_rounds_clock_ends_the_round_and_stands_in_feedback(self):
        text = UP.replace("question: 15", "question: none").replace("clocks: {question: 20}", "")
        run = walked(text, *["right @50"] * 3, "right @10", "right @10", "late")
        [over] = [step for step in run.trail if step.extra.get("clock") == "round"]
        self.assertEqual((over.moment, over.at), ("round_over", 150_000 + 30_000))
        self.assertEqual((over.extra["round"], run.counts["late"]), (2, 0))

    def test_a_row_ends_the_round(self):
        text = UP.replace("add: {score: 2}}]", "add: {score: 2}, then: round}]")
        self.assertEqual(told(walked(text, *["right"] * 4))[-2:], ["2 round_over", "1 round_begun"])

    def test_where_gates_lead(self):
        for gate, result in (("over", "done"), ("won", "won"), ("lost", "lost")):
            text = UP.replace("{if: round_right < 3, go: By the Stove, most: 1}", f"{{go: {gate}}}")
            first = f"deal: {{draw: 3}}, then: [{{if: right == 3, go: {gate}}}]}}"
            text = text.replace("deal: {draw: 3}}", first)
            run = walked(text, *["right"] * 3)
            assert run.outcome is not None
            self.assertEqual((run.outcome.result, run.trail[-2].next), (result, result))

    def test_a_rows_own_rows_come_first(self):
        run = walked(UP, *["right"] * 7)
        rows = [step.row for step in run.trail if step.moment == "right"]
        self.assertEqual(rows, [1, 1, 1, 2, 2, 2, 2])

    def test_names(self):
        row = (
            "{moment: round_over, tell: '{round} {round_name} of {rounds}: {round_right} of {round_asked},"
            " {round_percent:.0f} %, {round_left} left; {right} of {asked}, {left} of {total}'}"
        )
        text = UP.replace("consequences: [{moment: right, add: {score: 1}}]", f"consequences: [{row}]")
        run = walked(text, "right", "skip", "right", *["right"] * 4)
        tells = [step.tell for step in run.trail if step.moment == "round_over"]
        self.assertEqual(tells, ["1 By the Stove of 2: 2 of 3, 67 %, 0 left; 2 of 3, 4 of 7",
                                 "2 On the Ridge of 2: 4 of 4, 100 %, 0 left; 6 of 7, 0 of 7"])  # fmt: skip

    def test_a_game_without_rounds_is_one(self):
        row = "moment: right, if: round == rounds and round_right == right, add: {score: round_asked}"
        text = (
            "meters: {score: {start: 0}}\ndeal: {draw: 3}\n"
            f"consequences: [{{{row}, tell: '{{round_left}}{{round_name}}', hold: 1}}]\n"
        )
        run = walked(text, *["right"] * 3)
        self.assertEqual([step.tell for step in run.trail if step.moment == "right"], ["2", "1", "0"])
        self.assertEqual(run.meters["score"], 6)
        self.assertNotIn("round", run.trail[-1].extra)

    def test_as_data_and_back(self):
        game = game_of(UP)
        self.assertEqual(from_json(to_json(game)), game)

    def test_meters_named_like_what_came_later(self):
        text = (
            "meters: {visit: {start: 4}, round_left: {start: 2}}\n"
            "consequences: [{moment: right, if: visit == 4, add: {round_left: visit}}]\n"
        )
        game = game_of(text, snags=("taken-name",))
        run = play(Program(game), choose(game, 1), [read_move("right")])
        self.assertEqual(run.meters, {"visit": 4, "round_left": 6})


class Next(unittest.TestCase):
    def test_one_round_more_leaves_the_others_deal_alone(self):
        """Rounds over questions of their own: the streams of each are named after its place and visit."""
        before = dealt(Program(game_of(UP)), Choices(9))
        after = dealt(Program(game_of(UP.replace("draw: 3", "draw: 5"))), Choices(9))
        self.assertEqual([c for c in before if c.round == 2], [c for c in after if c.round == 2])

    def test_parts(self):
        text = (
            "deal: {draw: [{if: level == 1, draw: 3}, {if: 'topic == \"knots\"', draw: 2}], order: ORDER}\n"
        )
        for order in ("by_part", "shuffled", "filed"):
            for dice in range(5):
                program = Program(game_of(text.replace("ORDER", order)))
                cards = [card.question for _, card in dealt(program, Choices(dice))]
                self.assertEqual(len(cards), 5)
                if order == "by_part":
                    self.assertTrue(all(card.level == 1 for card in cards[:3]), dice)
                    self.assertTrue(all(card.topic == "knots" for card in cards[3:]), dice)
                self.assertEqual(len({card.id for card in cards}), 5)

    def test_parts_that_may_draw_what_a_later_one_needs(self):
        text = (
            "deal: {draw: [{if: topic == 'signs', draw: 1}, {if: level == 1, draw: 6}], order: ORDER}\n"
            "meters: {score: {start: 0}}\nconsequences: [{moment: right, add: {score: left}}]\n"
        )
        for more in ("", "  next: abs(level - 1)\n", "  choose: topic\n"):
            for order in ("by_part", "shuffled", "filed"):
                deal = text.replace("ORDER", order).replace(
                    "}\n", f", {more.strip()}}}\n" if more else "}\n", 1
                )
                by_chance = order != "filed"
                program = Program(game_of(deal, snags=("part-may-lack",) * by_chance))
                lengths = set()
                for dice in range(12):
                    run = Run(program, Choices(dice))
                    run.begin()
                    to_input(run)
                    while run.phase != "over":
                        if run.phase == "choosing":
                            run.do(Move("choose", run.offered[0]), run.input_from or 0)
                        else:
                            run.do(Move("right"), run.input_from or 0)
                        to_input(run)
                    lengths.add(len(asked(run)))
                    self.assertEqual(len({*asked(run)}), len(asked(run)), "each is asked once")
                    self.assertEqual((run.counts["total"], run.counts["asked"]), (len(asked(run)),) * 2)
                self.assertEqual(lengths, {6, 7} if by_chance else {7}, deal)
                self.assertFalse(reach(program).complete, "nothing is said of what is left")
                with self.assertRaisesRegex(Inexact, "hangs on what an earlier part drew|mixed then"):
                    odds(program, Walker("skill", 0.5))
                with self.assertRaisesRegex(Unsaid, "hangs on what an earlier part drew"):
                    straight(program, Walker("skill", 0.5), Choices(0))

    def test_next_gets_harder_as_it_goes_well(self):
        text = "deal: {draw: 8, next: abs(level - (1 + streak // 2))}\n"
        for answers, wanted in (("right", [1, 1, 2, 2, 3, 3, 4, 4]), ("wrong", [1] * 6 + [2] * 2)):
            run = walked(text, *[answers] * 8)
            self.assertEqual([turn.card.question.level for turn in run.asked], wanted)

    def test_next_that_has_no_value_is_told(self):
        run = walked("deal: {next: 1 / (level - level)}\n", "right")
        self.assertTrue(any("deal, next" in str(step.extra.get("error")) for step in run.trail))

    def test_choosing(self):
        game = game_of("deal: {draw: 3, choose: topic}\nclocks: {question: 5, game: 60}\n")
        run = Run(Program(game), choose(game, 1))
        run.begin()
        self.assertEqual((run.phase, run.offered, run.due()), ("choosing", [*TOPICS], None))
        run.do(read_move("right").move, 1000)  # type: ignore[arg-type]
        run.do(read_move("choose weather").move, 2000)  # type: ignore[arg-type]
        self.assertEqual([step.extra.get("ignored") for step in run.trail[-2:]], [True, True])
        run.do(read_move("choose Signs ").move, 3000)  # type: ignore[arg-type]
        assert run.card is not None
        self.assertEqual((run.phase, run.card.question.topic), ("asking", "signs"))
        self.assertEqual(run.trail[-2].move, "choose signs")
        self.assertEqual(run.game_clock.used, 0)

    def test_at_most_six_are_offered(self):
        many = [question._replace(topic=f"t{number}") for number, question in enumerate(QUESTIONS)]
        game = game_of("deal: {choose: topic}\n", many)
        run = play(Program(game), choose(game, 3), [])
        self.assertEqual(len(run.offered), 6)

    def test_later(self):
        """A missed question comes again after so many others, counted once; a new visit with fresh tries."""
        later = "{moment: missed, then: later, after: 2}"
        text = f"deal: {{draw: 5}}\nconsequences: [{later}, {{moment: right, tell: '{{visit}}', hold: 1}}]\n"
        run = walked(text, "wrong", *["right"] * 5)
        opened = [step.extra["question"] for step in run.trail if step.moment == "opened"]
        self.assertEqual(opened[3], opened[0])
        counts = [run.counts[name] for name in ("asked", "missed", "right")]
        self.assertEqual((len(opened), counts), (6, [5, 1, 5]))
        self.assertEqual(
            [step.tell for step in run.trail if step.moment == "right"], ["1", "1", "2", "1", "1"]
        )
        self.assertEqual(run.counts["first_try"], 4)

    def test_later_comes_last_where_fewer_are_left(self):
        text = "deal: {draw: 3}\nconsequences: [{moment: missed, then: later, after: 9}]\n"
        run = walked(text, "right", "wrong", "right", "wrong", "wrong", "right")
        opened = [step.extra["question"] for step in run.trail if step.moment == "opened"]
        self.assertEqual([opened.index(one) for one in opened], [0, 1, 2, 1, 1, 1])
        self.assertEqual(run.phase, "over")

    def test_a_round_entered_again_deals_first_what_was_not_asked(self):
        text = "rounds: [{name: A, deal: {draw: 20}, then: [{go: A}]}]\n"
        run = walked(text, *["right"] * 40)
        seen = asked(run)
        self.assertEqual((len(seen), len(set(seen[:30]))), (40, 30))
        self.assertEqual(len(set(seen[20:])), 20, "within one visit none comes twice")


class Snags(unittest.TestCase):
    def test_each_has_a_mend_that_takes_it_away(self):
        rounds = "rounds:\n  - {name: A, only: level == 1, deal: {draw: 2}}\n  - {name: B}\n"
        back, long = "{go: A, most: 1000}", "word " * 150
        for text, code, path in (
            (rounds.replace("name: B", "name: A"), "doubled-round", "rounds.2.name"),
            (rounds.replace("name: B", "name: won"), "round-name", "rounds.2.name"),
            (rounds.replace("name: B", "name: B, then: [{go: C}]"), "unknown-round", "rounds.2.then.1.go"),
            (rounds.replace("draw: 2}}", "draw: 2}, then: [{go: over}]}"), "round-never", "rounds.2"),
            (rounds.replace("level == 1", "level == 9"), "empty-round", "rounds.1.only"),
            (rounds.replace("draw: 2", "draw: 20"), "short-pack", "rounds.1.deal.draw"),
            (rounds.replace("name: B", f"name: B, then: [{back}]"), "way-back", "rounds.2.then.1.most"),
            (rounds.replace("name: B", "name: B, deal: {repeats: always}"), "endless", "rounds.2.deal"),
            (
                rounds.replace("name: B", f"name: B, then: [{{go: over}}, {back}]"),
                "gate-never",
                "rounds.2.then.2",
            ),
            (rounds.replace("name: B", f"name: B, intro: '{long}'"), "long-intro", "rounds.2.intro"),
            ("consequences: [{moment: round_over, tell: Done}]\n", "no-rounds", "consequences.1"),
            ("deal: {draw: [{if: level == 9, draw: 1}]}\n", "empty-part", "deal.draw.1.if"),
            (
                "deal: {draw: [{if: topic == 'signs', draw: 1}, {if: level == 1, draw: 6}]}\n",
                "part-may-lack",
                "deal.draw.2.draw",
            ),
            ("deal: {order: by_part}\n", "no-parts", "deal.order"),
        ):
            with self.subTest(code):
                reading = read_game(HEAD + text, lambda _: QUESTIONS)
                [snag] = [one for one in reading.snags if one.code == code]
                self.assertEqual(snag.path, path)

    def test_an_expression_over_what_a_question_has_not(self):
        for text in ("rounds: [{name: A, only: score > 2}]\n", "deal: {next: levle}\n",
                     "deal: {draw: [{if: streak > 1, draw: 2}]}\n"):  # fmt: skip
            reading = read_game(HEAD + text, lambda _: QUESTIONS)
            self.assertEqual([snag.code for snag in reading.snags], ["expression"], text)

    def test_more_than_thirty_rounds_are_refused(self):
        rounds = [{"name": f"R{number}"} for number in range(10_000)]
        reading = read_game(HEAD + f"rounds: {rounds}\n", lambda _: QUESTIONS)
        self.assertIsNone(reading.game)
        self.assertEqual({snag.code for snag in reading.snags}, {"bad-value"})


class Played(unittest.TestCase):
    def test_statistics_by_round(self):
        """Two plays: in one the first round is played twice; each question counts in the round it came in."""
        program, records = Program(game_of(UP)), []
        for moves in (["right"] * 7, [*["right"] * 3, *["wrong"] * 4, *["right"] * 7]):
            collector = AnswerCollector()
            run = Run(program, choose(program.game, 1), collector)
            run.begin()
            for move in moves:
                to_input(run)
                make(run, read_move(move))
            to_input(run)
            records.append(collector.record(run))
        kept = [from_data(json.loads(json.dumps(to_data(one.answers)))) for one in records]
        self.assertEqual(kept, [one.answers for one in records])
        found = statistics_of(kept, lambda _, given: given).rounds
        told_ = {number: (one.plays, one.asked, one.right) for number, one in found.items()}
        self.assertEqual(told_, {1: (2, 9, 9), 2: (2, 12, 8)})

    def test_under_its_own_rules_a_play_comes_out_as_it_did(self):
        text = (
            "deal: {draw: 6, choose: topic}\nmeters: {score: {start: 0}}\n"
            "consequences:\n  - {moment: right, add: {score: visit}}\n  - {moment: missed, then: later}\n"
        )
        program = Program(game_of(text))
        collector = AnswerCollector()
        run = Run(program, choose(program.game, 2), collector)
        run.begin()
        for answer in ["wrong", "right", "right", "wrong", *["right"] * 6]:
            to_input(run)
            if run.phase == "choosing":
                run.do(Move("choose", run.offered[-1]), run.input_from or 0)
                to_input(run)
            make(run, read_move(answer))
        to_input(run)
        was = collector.record(run)
        again = walked_again(program, Meant.of(run.choices, was))
        self.assertEqual((again.result, again.score), (was.result, was.score))
        self.assertEqual(again.answers, tuple((one.first, one.outcome) for one in was.answers))


class Reached(unittest.TestCase):
    def test_the_way_to_a_row_of_a_round(self):
        rows = "consequences:\n  - {moment: round_begun, if: round == 2, add: {score: 1}}\n"
        found = reach(Program(game_of(UP.rpartition("consequences:")[0] + rows)))
        self.assertEqual(found.ways["row 1"], found.ways["round 2"])
        self.assertEqual(len(found.ways["row 1"]), 3)

    def test_rounds_gates_and_scores(self):
        found = reach(Program(game_of(UP)))
        self.assertTrue(found.complete)
        self.assertEqual((found.rounds, found.gates), ({1, 2}, {(2, 1)}))
        self.assertEqual((found.values["score"], found.longest), ({*range(19)}, 3 + 4 + 3 + 4))
        self.assertIn(found.ways["gate 2.1"][-1], ("late", "wrong"))
        program = Program(game_of(UP))
        for what in ("round 2", "gate 2.1"):
            way = way_to(program, found, what, 5)
            assert way is not None
            self.assertTrue(
                covered([walk_moves(program, choose(program.game, way[0]), way[1]).run]).has(what)
            )

    def test_what_nobody_comes_to(self):
        text = UP.replace("round_right < 3", "round_right > 4")
        reading = read_game(HEAD + text, lambda _: QUESTIONS)
        assert reading.game is not None
        told = {snag.code: snag.path for snag in doubts(reading, reach(Program(reading.game)))}
        self.assertEqual(told, {"gate-never": "rounds.2.then.1"})

    def test_levels_that_come_next(self):
        text = (
            "deal: {draw: 4, next: abs(level - (1 + streak))}\nmeters: {score: {start: 0}}\n"
            "consequences:\n  - {moment: right, if: level == 4, add: {score: 1}}\n"
            "  - {moment: right, if: level == 5, add: {score: 9}}\n"
        )
        few = [choice(number, 3)._replace(level=1 + number) for number in range(5)]
        found = reach(Program(game_of(text, few)))
        self.assertEqual((found.complete, found.mixed, found.rows), (True, False, {1}))
        self.assertEqual(found.values["score"], {0, 1})


GATES = st.sampled_from(["A", "B", "C", "next", "over", "won"])
ROUNDS = st.fixed_dictionaries(
    {
        "deal": st.fixed_dictionaries(
            {"draw": st.integers(1, 8)},
            optional={"next": st.sampled_from(["level", "abs(level - streak)"]), "choose": st.just("topic")},
        ),
        "then": st.lists(
            st.fixed_dictionaries(
                {"go": GATES, "most": st.integers(1, 2)}, optional={"if": st.just("round_right < 2")}
            ),
            max_size=2,
        ),
    },
    optional={
        "only": st.sampled_from(["level <= 2", 'topic != "signs"']),
        "tries": st.integers(1, 2),
        "clocks": st.fixed_dictionaries({"round": st.integers(3, 20), "question": st.integers(2, 9)}),
        "intro": st.just("Up."),
    },
)
MOVES = st.lists(
    st.sampled_from(
        ["right", "wrong", "skip", "late", "right @3", "wrong @2", "choose knots", "choose signs"]
    ),
    min_size=20,
    max_size=60,
)


class Properties(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.lists(ROUNDS, min_size=3, max_size=3), MOVES, st.integers(0, 2**32))
    def test_any_rounds(self, rounds: list[dict[str, Any]], moves: list[str], dice: int):
        """The same trail for the same dice; no question twice in a play while others of the round are left;
        the rounds' counts add up; no clock runs in feedback; and all right answers come to an end."""
        named = [{"name": name, **one} for name, one in zip("ABC", rounds, strict=True)]
        document = {"rounds": named, "consequences": [{"moment": "missed", "then": "later"}]}
        reading = read_game(json.dumps({"title": "Up", "packs": ["p"], **document}), lambda _: QUESTIONS)
        assert reading.game is not None, reading.snags
        program, choices = Program(reading.game), choose(reading.game, dice)
        run = self.go(program, choices, moves)
        self.assertEqual(to_lines(run.trail), to_lines(self.go(program, choices, moves).trail))
        self.assertEqual(run.phase, "over")
        [over] = [step.extra for step in run.trail if step.moment == "over"]
        for name in ("asked", "right", "missed", "late", "skipped"):
            self.assertEqual(sum(lap[name] for lap in over["rounds"]), over["counts"][name])
        had: Counter[str] = Counter()
        for turn in run.asked:
            pool = {one.id for one in self.pool(program, turn.round)}
            if had[turn.card.question.id]:
                self.assertTrue(all(had[one] for one in pool), "others were left")
            had[turn.card.question.id] += 1

    def pool(self, program: Program, number: int) -> list[Question]:
        only = program.rounds[number - 1].source.only
        return [one for one in QUESTIONS
                if not only or (one.level <= 2 if "level" in only else one.topic != "signs")]  # fmt: skip

    def go(self, program: Program, choices: Choices, moves: list[str]) -> Run:
        run = Run(program, replace(choices))
        run.begin()
        for move in [*moves, *["right"] * 400]:
            while run.phase == "feedback":
                clocks = (run.question_clock, run.round_clock, run.game_clock)
                self.assertTrue(all(clock.since is None for clock in clocks), "no clock runs in feedback")
                until = run.continue_from
                run.tick(run.due() or 0) if until is None else run.do(Move("continue"), until)
            if run.phase == "over":
                break
            if run.phase == "choosing":
                move = f"choose {run.offered[0]}"
            planned = read_move(move)
            start = run.input_from or 0
            if planned.move is None:
                run.tick(run.due() or start)
            else:
                run.do(planned.move, start + planned.wait)
        return run


if __name__ == "__main__":
    unittest.main()
