"""Helps: what each does, when it can be used, what it costs, and that a refused one costs nothing."""

from __future__ import annotations

import unittest
from collections import Counter

from hypothesis import given, settings
from hypothesis import strategies as st

from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Choices, Game
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import play, read_move, to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.odds.exact import odds
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.reading import GameReading
from dicetrail.core.rules.renaming import rename_meter

from .making import choice, number_question, opinion, several, truth, typed

LETTERS = Question("l0", "letters", "Uncover?", ("hut bell",))
HEAD = "title: G\npacks: [p]\nmeters: {score: {start: 10}, lives: {start: 3}}\n"
ALL = """clocks: {question: 20}
tries: 2
helps:
  - {name: half, does: remove, label: Two fewer, if: score >= 5, add: {score: -5}}
  - {name: clue, does: hint, uses: 2}
  - {name: time, does: time, seconds: 10, uses: 2, per: question}
  - {name: swap, does: swap, uses: none}
  - {name: letter, does: letter, uses: none, add: {score: -1}}
"""
FILED = "deal: {order: filed, options: filed}\n"


def read(text: str, *questions: Question) -> GameReading:
    return read_game(HEAD + text, lambda _: list(questions))


def game_of(text: str, *questions: Question) -> Game:
    reading = read(text, *questions)
    assert reading.game is not None, [snag.message for snag in reading.snags]
    return reading.game


def played(text: str, questions: list[Question], *moves: str, dice: int = 1) -> Run:
    game = game_of(text, *questions)
    return play(Program(game), choose(game, dice), [read_move(move) for move in moves])


def codes(text: str, *questions: Question) -> list[str]:
    return [snag.code for snag in read(text, *questions).snags]


class Removing(unittest.TestCase):
    def test_wrong_options_go_and_one_stays(self):
        run = played(FILED + ALL, [choice(0), choice(1)], "help half")
        shown = view(run, 0).question
        gone = [option.label for option in shown.options if option.gone]
        step = run.trail[-1]
        self.assertEqual(len(gone), 2)
        self.assertNotIn("A", gone)
        self.assertEqual((step.moment, step.move, step.next), ("helped", "help half", "again"))
        self.assertEqual(step.extra["removed"], gone)
        self.assertEqual((step.before["score"], step.after["score"]), (10, 5))
        run.do(Move("answer", gone[0]), 0)
        self.assertEqual(run.trail[-1].verdict, "unreadable")
        self.assertIn("was taken away", run.trail[-1].extra["steps"][-1])
        run.do(Move("wrong"), 0)
        self.assertEqual(run.trail[-1].moment, "wrong")
        self.assertNotIn(run.trail[-1].extra["input"], gone)

    def test_what_goes_is_dealt_for_the_help_and_the_question(self):
        """Another dice takes away others; another deal of the same dice does not."""
        went = Counter(
            tuple(played(FILED + ALL, [choice(0)], "help half", dice=dice).trail[-1].extra["removed"])
            for dice in range(300)
        )
        self.assertEqual(len(went), 3)  # two of three wrong options
        self.assertGreater(min(went.values()), 60)
        for dice in range(10):
            of_two = [
                {
                    step.extra["question"]: step.extra["removed"]
                    for step in played(text + ALL, [choice(0), choice(1)], *moves, dice=dice).trail
                    if step.moment == "helped"
                }
                for text, moves in (
                    (FILED, ["help half"]),
                    ("deal: {order: shuffled, options: shuffled}\n", ["help half"]),
                )
            ]
            for question in of_two[0].keys() & of_two[1].keys():
                self.assertEqual(of_two[0][question], of_two[1][question])

    def test_where_nothing_can_go(self):
        for question in (truth(0, True), typed(0), number_question(0), opinion(0), choice(0, 2)):
            run = played(FILED + ALL, [question, choice(9)], "help half")
            self.assertTrue(run.trail[-1].extra.get("ignored"), question.kind)
            self.assertEqual(run.meters["score"], 10)

    def test_of_several_the_wrong_ones_go(self):
        run = played(FILED + ALL, [several(0), choice(1)], "help half")
        self.assertEqual(len(run.trail[-1].extra["removed"]), 1)  # of two wrong ones one stays
        run.do(Move("wrong"), 0)
        self.assertEqual(run.trail[-1].moment, "wrong")
        run.do(Move("right"), 0)
        self.assertEqual(run.trail[-2].moment, "right")

    @settings(max_examples=60, deadline=None)
    @given(
        dice=st.integers(0, 10_000),
        options=st.integers(2, 8),
        remove=st.integers(1, 7),
        times=st.integers(1, 4),
    )
    def test_one_wrong_option_stays_however_many_go(self, dice: int, options: int, remove: int, times: int):
        text = f"helps: [{{name: half, does: remove, remove: {remove}, uses: none}}]\n"
        run = played(text, [choice(0, options)], *["help half"] * times, dice=dice)
        shown = view(run, 0).question.options
        right = shown[run.card.rights[0]]
        left = [option for option in shown if not option.gone]
        self.assertIn(right, left)
        self.assertEqual(len(left), max(2, options - remove * times))
        run.do(Move("wrong"), 0)


class Showing(unittest.TestCase):
    def test_a_hint_is_shown_once(self):
        asked = [choice(0, hint="Look up."), choice(1)]
        run = played(FILED + ALL, asked, "help clue", "help clue")
        self.assertTrue(run.trail[-1].extra["ignored"])
        self.assertEqual(view(run, 0).question.clue, "Look up.")
        run.do(Move("right"), 0)
        to_input(run)
        self.assertEqual(view(run, 0).question.clue, "")
        self.assertFalse(run.takes(Move("help", "clue"), 0))  # the next one has none

    def test_letters_of_what_is_typed_but_never_all(self):
        run = played(FILED + ALL, [typed(0), choice(1)], *["help letter"] * 30)
        answer = run.card.question.answers[0]
        used = [step for step in run.trail if step.moment == "helped"]
        shown = view(run, 0).question.start
        self.assertEqual(shown, answer[:-1])
        self.assertEqual(run.meters["score"], 10 - len(used))
        self.assertEqual(len(used), len(answer.replace(" ", "")) - 1)

    def test_letters_of_a_covered_phrase(self):
        run = played(FILED + ALL, [LETTERS, choice(1)], "help letter", "help letter")
        self.assertEqual(view(run, 0).question.letters.pattern[:3], ["h", "u", ""])
        for _ in range(10):
            run.do(Move("help", "letter"), 0)
        self.assertEqual(run.phase, "asking")
        self.assertEqual(view(run, 0).question.letters.pattern.count(""), 2)  # both of the last letter
        run.do(Move("answer", "l"), 0)
        self.assertIn("right", [step.moment for step in run.trail])

    def test_more_time(self):
        run = played(FILED + ALL, [choice(0), choice(1)], "help time @5", "help time @2", "help time")
        self.assertEqual(run.question_clock.limit, 40_000)
        self.assertTrue(run.trail[-1].extra["ignored"])
        self.assertEqual(view(run, 7000).question_clock.left, 33_000)
        without = played(ALL.replace("clocks: {question: 20}\n", ""), [choice(0)], "help time")
        self.assertTrue(without.trail[-1].extra["ignored"])


class Swapping(unittest.TestCase):
    def test_another_question_in_its_place_and_this_one_is_not_counted(self):
        asked = [choice(n) for n in range(6)]
        run = played("deal: {draw: 3}\n" + ALL, asked, "help swap", "right", "right", "right")
        ids = [step.extra["question"] for step in run.trail if step.moment == "opened"]
        counts = run.trail[-1].extra["counts"]
        self.assertEqual(len(ids), 4)
        self.assertEqual(len({*ids}), 4)
        self.assertEqual(
            (counts["asked"], counts["total"], counts["right"], counts["percent"]), (3, 3, 3, 100)
        )
        self.assertEqual(counts["helps_used"], 1)
        self.assertEqual([turn.card.question.id for turn in run.asked], ids[1:])

    def test_spares_before_what_comes_and_then_a_play_is_shorter(self):
        asked = [choice(n) for n in range(4)]
        run = played("deal: {draw: 3}\n" + ALL, asked, "help swap", "help swap", "right", "right")
        self.assertEqual((run.phase, run.counts["asked"], run.counts["total"]), ("over", 2, 2))
        last = played("deal: {draw: 1}\n" + ALL, asked[:1], "help swap")
        self.assertTrue(last.trail[-1].extra["ignored"])

    def test_one_of_its_level_comes_where_there_is_one(self):
        asked = [choice(n, level=1 + n % 3) for n in range(12)]
        for dice in range(20):
            run = played("deal: {draw: 2}\n" + ALL, asked, "help swap", dice=dice)
            first, second = (step.extra["question"] for step in run.trail if step.moment == "opened")
            level = {question.id: question.level for question in asked}
            self.assertEqual(level[first], level[second])

    def test_a_question_that_was_missed_before_is_not_swapped(self):
        text = ALL + "consequences: [{moment: missed, then: again}]\n"
        run = played(text, [choice(n) for n in range(4)], "wrong", "wrong", "help swap")
        self.assertTrue(run.trail[-1].extra["ignored"])

    @settings(max_examples=80, deadline=None)
    @given(
        data=st.data(),
        dice=st.integers(0, 1000),
        deal=st.sampled_from(
            (
                "{}",
                "{draw: 4}",
                "{draw: 4, order: easiest_first}",
                "{draw: 5, repeats: when_empty}",
                "{draw: 5, repeats: always}",
                "{draw: 3, next: abs(level - streak)}",
                "{draw: 4, choose: level}",
                "{draw: [{if: level == 1, draw: 2}, {if: level > 1, draw: 2}], order: by_part}",
            )
        ),
    )
    def test_every_play_with_swaps_ends_and_counts_add_up(self, data: st.DataObject, dice: int, deal: str):
        asked = [choice(n, level=1 + n % 3) for n in range(7)]
        game = game_of(f"deal: {deal}\n" + ALL, *asked)
        run = Run(Program(game), Choices(dice))
        run.begin()
        to_input(run)
        for _ in range(60):
            if run.phase == "over":
                break
            if run.phase == "choosing":
                run.do(Move("choose", data.draw(st.sampled_from(run.offered))), 0)
            else:
                move = data.draw(st.sampled_from(("right", "wrong", "help swap", "help half", "help time")))
                run.do(read_move(move).move, 0)
            to_input(run)
        counts = run.counts
        if run.phase == "over":
            self.assertEqual(counts["right"] + counts["missed"], counts["asked"])
            self.assertEqual(counts["asked"], counts["total"])
        self.assertEqual(len(run.asked), counts["asked"])
        helped = sum(step.moment == "helped" for step in run.trail)
        self.assertEqual(counts["helps_used"], helped)
        if "repeats" not in deal:
            ids = [step.extra["question"] for step in run.trail if step.moment == "opened"]
            self.assertEqual(len({*ids}), len(ids), "no question comes twice")


class Using(unittest.TestCase):
    def test_refused_helps_cost_nothing(self):
        run = played(
            FILED + ALL, [choice(n) for n in range(3)], "help half", "right", "help half", "help nothing"
        )
        ignored = [step for step in run.trail if step.extra.get("ignored")]
        self.assertEqual([step.move for step in ignored], ["help half", "help nothing"])
        self.assertEqual(run.counts["helps_used"], 1)
        poor = played(FILED + ALL.replace("score >= 5", "score > 10"), [choice(0)], "help half")
        self.assertTrue(poor.trail[-1].extra["ignored"])

    def test_uses_per_question_and_round(self):
        text = (
            "helps: [{name: half, does: remove, remove: 1, per: round}, {name: more, does: remove, remove: 1,"
            " per: question}]\nrounds: [{name: One, deal: {draw: 2}}, {name: Two}]\n"
        )
        asked = [choice(n) for n in range(4)]
        moves = ["help half", "help more", "help more", "right", "help half", "help more", "right"]
        run = played(text, asked, *moves, "help half", "help more")
        said = [
            (step.move, bool(step.extra.get("ignored"))) for step in run.trail if "help" in (step.move or "")
        ]
        self.assertEqual([ignored for _, ignored in said], [False, False, True, True, False, False, False])

    def test_the_moment_its_names_and_its_row(self):
        text = ALL + (
            "consequences:\n"
            "  - {moment: helped, if: help == \"half\", tell: '{help} {helps_used}', add: {lives: 1}}\n"
            '  - {moment: right, if: help == "half", add: {score: 1}}\n'
            "  - {moment: right, add: {score: 3}}\n"
            "endings: [{if: score <= 3, result: lost, tell: Too dear.}]\n"
        )
        run = played(FILED + text, [choice(n) for n in range(3)], "help half", "right", "right")
        self.assertEqual(run.trail[2].tell, "half 1")
        self.assertEqual(run.meters, {"score": 9, "lives": 4})
        costs = text.replace("add: {score: -5}", "add: {score: -7}")
        lost = played(FILED + costs, [choice(0), choice(1)], "help half")
        self.assertEqual((lost.outcome.result, lost.outcome.tell), ("lost", "Too dear."))

    def test_what_a_player_sees(self):
        game = game_of(FILED + ALL + "words: {language: de}\n", choice(0), choice(1))
        run = Run(Program(game), Choices(1))
        run.begin()
        to_input(run)
        half, clue, *_ = view(run, 0).helps
        self.assertEqual((half.label, half.left, half.can), ("Two fewer", 1, True))
        self.assertEqual([(cost.meter, cost.amount) for cost in half.costs], [("score", -5)])
        self.assertEqual((clue.label, clue.left, clue.can), ("Hinweis", 2, False))
        run.do(Move("help", "HALF"), 0)
        to_input(run)
        seen = view(run, 0)
        self.assertEqual(seen.feedback.tell, "Two fewer: erledigt.")
        self.assertEqual(seen.helps[0].left, 0)

    def test_walkers_use_none(self):
        """So the odds of a game are those of the game without its helps, and nothing is certain to a search
        that does not know what they do."""
        rows = "consequences: [{moment: right, add: {score: 2}}]\nendings: [{if: score > 13, result: won}]\n"
        asked = [choice(n) for n in range(3)]
        with_, without = (Program(game_of(text, *asked)) for text in (ALL + rows, "tries: 2\n" + rows))
        walker = Walker("skill", 0.6)
        self.assertEqual(odds(with_, walker).results, odds(without, walker).results)

    def test_as_json(self):
        game = game_of(ALL, choice(0), choice(1))
        self.assertEqual(from_json(to_json(game)), game)


class Snags(unittest.TestCase):
    def test_helps_that_can_do_nothing(self):
        for does, questions in (
            ("remove", [truth(0, True), typed(0)]),
            ("hint", [choice(0)]),
            ("time", [choice(0)]),
            ("swap", [choice(0)]),
            ("letter", [choice(0), number_question(0)]),
        ):
            text = f"helps: [{{name: one, does: {does}}}]\n"
            self.assertIn("help-never", codes(text, *questions), does)
            fitting = [choice(0, hint="h", seconds=5), typed(1), choice(2)]
            self.assertNotIn("help-never", codes(text, *fitting), does)

    def test_what_is_written_wrong(self):
        twice = "helps: [{name: a, does: swap}, {name: A, does: swap}]\n"
        self.assertIn("help-twice", codes(twice, choice(0), choice(1)))
        part = "helps: [{name: a, does: swap, remove: 2}]\n"
        self.assertIn("help-part", codes(part, choice(0), choice(1)))
        meter = "helps: [{name: a, does: swap, add: {scor: -1}}]\n"
        self.assertIn("unknown-meter", codes(meter, choice(0), choice(1)))
        chance = "helps: [{name: a, does: swap, add: {score: roll(6)}}]\n"
        self.assertIn("expression", codes(chance, choice(0), choice(1)))
        then = "helps: [{name: a, does: swap}]\nconsequences: [{moment: helped, then: next}]\n"
        self.assertIn("bad-then", codes(then, choice(0), choice(1)))

    def test_what_gives_the_answer_away(self):
        free = "helps: [{name: a, does: letter, uses: none}]\n"
        self.assertIn("help-gives-away", codes(free, typed(0)))
        self.assertNotIn("help-gives-away", codes(free.replace("none", "3"), typed(0)))
        hint = "helps: [{name: a, does: hint}]\n"
        named = choice(0, hint="It is option 0-0, of course.")
        self.assertIn("help-gives-away", codes(hint, named))
        self.assertNotIn("help-gives-away", codes(hint, choice(0, hint="It is option 0-01.")))

    def test_a_meter_is_renamed_in_costs(self):
        renamed = rename_meter(HEAD + ALL, "score", "points")
        self.assertIn("add: {points: -5}", renamed)
        self.assertIn("if: points >= 5", renamed)


class Searching(unittest.TestCase):
    def test_nothing_is_called_certain_yet(self):
        game = game_of(ALL, choice(0), choice(1))
        self.assertFalse(reach(Program(game)).complete)


if __name__ == "__main__":
    unittest.main()
