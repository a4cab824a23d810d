"""Answers that carry something, opinions, and conditions on what was given."""

from __future__ import annotations

import unittest
from collections import Counter

from dicetrail.core.pack.carrying import expected_of, with_says
from dicetrail.core.pack.editing import Source
from dicetrail.core.pack.misfit import Misfit
from dicetrail.core.pack.reader import read_text
from dicetrail.core.pack.writing import to_record
from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.deal.supply import one_of, samples_of
from dicetrail.core.play.kinds import kind_of
from dicetrail.core.play.questions.card import as_filed
from dicetrail.core.play.questions.carried import Carried
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.checking import check
from dicetrail.core.play.run.moves import play, read_move, to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.view import view
from dicetrail.core.prove.odds.company import Company
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking, one_play
from dicetrail.core.prove.plays.advice import advice_on, is_near, is_part
from dicetrail.core.prove.plays.record import AnswerCollector
from dicetrail.core.prove.plays.statistics import statistics_of
from dicetrail.core.prove.replay.coverage import way_to
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.reading import GameReading

from .making import choice, opinion, typed

HEAD = "title: G\npacks: [p]\nmeters: {score: {start: 0}, fox: {start: 0, max: 5}, owl: {start: 0}}\n"
FILED = "deal: {order: filed, options: filed}\n"


def read(text: str, *questions: Question) -> GameReading:
    return read_game(HEAD + text, lambda _: questions)


def run_of(text: str, questions: list[Question], *moves: str) -> Run:
    reading = read(FILED + text, *questions)
    assert reading.game is not None, [snag.message for snag in reading.snags]
    return play(Program(reading.game), choose(reading.game, 1), [read_move(move) for move in moves])


def said(run: Run) -> list[str]:
    return [step.tell for step in run.trail if step.verdict]


class Given(unittest.TestCase):
    def test_it_says_its_word_after_the_row_and_adds_before_it(self):
        question = choice(0)._replace(
            carries=(Carried(1, says="That slips.", value=2, adds=(("fox", 3), ("owl", -1))),)
        )
        text = "consequences: [{moment: missed, add: {score: value * fox}, tell: 'No, {value}, {fox}.'}]\n"
        run = run_of(text, [question, choice(1)], "answer B")
        self.assertEqual(said(run), ["No, 2, 3. That slips."])
        self.assertEqual(run.meters, {"score": 6, "fox": 3, "owl": -1})
        run = run_of("", [question, choice(1)], "answer B")
        self.assertEqual((said(run), run.meters["fox"]), (["That slips."], 3))
        run = run_of(text, [question, choice(1)], "answer C", "answer B")
        self.assertEqual((said(run)[0], run.meters["fox"]), ("No, 0, 0.", 0))

    def test_meters_stay_within_their_bounds_and_an_unknown_one_is_told(self):
        question = choice(0)._replace(carries=(Carried(0, adds=(("fox", 9), ("bear", 1))),))
        run = run_of("", [question], "right")
        self.assertEqual(run.meters, {"score": 0, "fox": 5, "owl": 0})
        snags = read("", question).snags
        self.assertEqual(
            [(snag.code, snag.mend) for snag in snags], [("carried-meter", "Add the meter bear")]
        )

    def test_of_several_options_the_sum(self):
        from .making import several

        question = several(0)._replace(
            carries=(Carried(0, says="One.", value=1), Carried(1, says="Two.", value=0.5, adds=(("owl", 1),)))
        )
        text = "consequences: [{moment: missed, add: {score: value}}]\n"
        run = run_of(text, [question], "answer A B")
        self.assertEqual((said(run), run.meters["score"], run.meters["owl"]), (["One. Two."], 1.5, 1))

    def test_an_expected_answer_is_met_as_checking_compares(self):
        question = typed(0)._replace(
            carries=(Carried(text="Granny Knot", says="It jams.", adds=(("owl", 1),)),)
        )
        run = run_of("", [question], "answer  granny   knot ")
        self.assertEqual((said(run), run.meters["owl"]), (["It jams."], 1))
        verdict = check(as_filed(question), "granny knot", Checking(("case",)))
        self.assertEqual((verdict.name, verdict.steps[-1]), ("wrong", "equals expected answer ‘Granny Knot’"))
        verdict = check(as_filed(question), "granny knot", Checking(()))
        self.assertNotIn("expected", " ".join(verdict.steps))

    def test_numbers_are_met_by_their_value(self):
        question = Question(
            "n", "number", "12 / 3?", ("4",), carries=(Carried(text="1/4", says="Other way."),)
        )
        self.assertEqual(said(run_of("", [question], "answer 0.25")), ["Other way."])

    def test_a_formula_has_its_mistakes_as_expressions(self):
        pack = (
            "kind\tprompt\tvariables\tanswer\tunit\texpected\task\n"
            "formula\t{a} / {b}?\ta = 8; b = 2\ta / b\t\tb / a = You took {b} by {a}. | a / b = never\t\n"
            "formula\t{a} - {b}?\ta = 30..40; b = 3\ta - b\t\ta + b = That adds.\tchoice\n"
            "formula\t{a}?\ta = 3\ta\t\tc = What?\t\n"
        )
        reading = read_text("p.tsv", pack)
        self.assertEqual([snag.code for snag in reading.snags if snag.severity == "stop"], ["bad-formula"])
        first, second = reading.questions
        self.assertEqual(one_of(first).carries, (Carried(text="0.25", says="You took 2 by 8."),))
        for made in samples_of(second, 5)[1]:
            for one in made.carries:
                self.assertEqual(made.options[one.place], str(int(made.answers[0]) + 6))


class Opinions(unittest.TestCase):
    QUESTIONS = tuple(opinion(n, ("fox", 1), ("owl", 1), ("owl", 2)) for n in range(4))

    def test_it_is_asked_and_never_in_percent(self):
        run = run_of("", [self.QUESTIONS[0], choice(0), self.QUESTIONS[1]], "answer C", "right", "wrong")
        counts = run.trail[-1].extra["counts"]
        self.assertEqual([counts[name] for name in ("asked", "right", "opinions", "percent")], [3, 1, 2, 100])
        self.assertEqual(
            [step.moment for step in run.trail if step.verdict], ["answered", "right", "answered"]
        )
        outcome = view(run, run.trail[-1].at).outcome
        self.assertEqual((outcome.right, outcome.answered, outcome.opinions, outcome.percent), (1, 1, 2, 100))
        self.assertEqual([row.outcome for row in outcome.summary], ["answered", "right", "answered"])
        none = run_of("", self.QUESTIONS, *["right"] * 4)
        self.assertEqual(none.trail[-1].extra["counts"]["percent"], 0)

    def test_a_game_without_them_counts_as_before(self):
        run = run_of("", [choice(0)], "right")
        self.assertNotIn("opinions", run.trail[-1].extra["counts"])

    def test_nothing_is_marked_right_or_wrong(self):
        reading = read(FILED + "clocks: {breather: player}\n", *self.QUESTIONS)
        run = Run(Program(reading.game), choose(reading.game, 1))
        run.begin()
        run.do(read_move("answer B").move, 0)
        seen = view(run, 0)
        self.assertEqual({option.mark for option in seen.question.options}, {""})
        self.assertEqual((seen.feedback.verdict, seen.feedback.tell), ("answered", "Noted."))
        self.assertEqual(seen.question.hint, "There is no wrong answer.")

    def test_walkers_choose_each_as_likely(self):
        reading = read(
            "awards: [{if: fox >= owl, title: Fox}, {if: owl > fox, title: Owl}]\n", *self.QUESTIONS
        )
        program = Program(reading.game)
        for walker in (Walker("skill", 0.9), Walker("knows", 0.1), Company(0.5, 0.2)):
            fell: Counter[str] = Counter()
            for dice in range(200):
                run = one_play(program, walker, choose(program.game, dice))
                fell.update(kind_of(turn.card.question).labels(turn.given.filed) for turn in run.asked)
            self.assertTrue(all(210 < fell[label] < 325 for label in "ABC"), fell)
        exact = odds(program, Walker("skill", 0.9))
        walking = Walking(program, Walker("skill", 0.9), 5)
        walking.make(2000)
        self.assertAlmostEqual(exact.awards["Fox"], walking.figures().awards["Fox"], delta=0.05)
        found = reach(program)
        self.assertEqual(found.awards, {1, 2})
        self.assertIsNotNone(way_to(program, found, "award 1", 1))

    def test_snags_of_games_of_opinions(self):
        both = "awards: [{if: fox > owl, title: Fox}, {if: owl > fox, title: Owl}]\n"
        [snag] = read(both, *self.QUESTIONS).snags
        self.assertEqual(snag.code, "tie")
        self.assertIn("`fox` and `owl` can be equal: then nothing is given", snag.message)
        one = "awards: [{if: fox >= owl, title: Fox}, {if: owl > fox, title: Owl}]\n"
        self.assertEqual(read(one, *self.QUESTIONS).snags, [])
        percent = "awards: [{if: percent >= 50, title: Good}]\n"
        self.assertEqual([snag.code for snag in read(percent, *self.QUESTIONS).snags], ["never-right"])

    def test_they_are_no_items_of_a_test(self):
        """Statistics of opinions tell what was picked, and no difficulty."""
        collected = []
        for moves in (["right", "right"], ["wrong", "wrong"], ["answer B", "right"]):
            reading = read(FILED, self.QUESTIONS[0], choice(0)._replace(topic="knots"))
            watch = AnswerCollector()
            run = Run(Program(reading.game), choose(reading.game, 1), watch)
            run.begin()
            for move in moves:
                run.do(read_move(move).move, run.input_from or 0)
                to_input(run)
            collected.append(watch.record(run).answers)
        found = statistics_of(collected, lambda _, text: text)
        first, second = found.questions
        self.assertEqual((first.asked, first.opinions, first.judged, first.difficulty), (3, 3, 0, 0))
        self.assertEqual(first.picked, {"view 0-0": 1, "view 0-2": 1, "view 0-1": 1})
        self.assertIsNone(first.discrimination)
        self.assertEqual((second.first, second.judged), (2, 3))
        self.assertEqual(advice_on(first, self.QUESTIONS[0].options), [])


class Conditions(unittest.TestCase):
    TEXT = (
        "tries: 2\n"
        "consequences:\n"
        "  - {moment: wrong, if: 'picked == \"B\"', add: {fox: 1}}\n"
        "  - {moment: missed, if: 'given == \"option 0-3\"', add: {owl: 1}}\n"
        "  - {moment: missed, if: 'given == \"never typed\"', add: {owl: 9}}\n"
    )

    def test_by_the_labels_as_filed_and_by_what_was_given(self):
        reading = read("deal: {order: filed, options: shuffled}\n" + self.TEXT, choice(0))
        program = Program(reading.game)
        for dice in range(10):
            run = Run(program, choose(program.game, dice))
            run.begin()
            order = run.card.order
            for filed in (1, 3):
                run.do(read_move(f"answer {'ABCD'[order.index(filed)]}").move, 0)
                run.tick(run.due() or 0)
            self.assertEqual((run.meters["fox"], run.meters["owl"]), (1, 1))

    def test_without_outer_blanks(self):
        text = "consequences: [{moment: missed, if: 'given == \"slip knot\"', add: {owl: 1}}]\n"
        self.assertEqual(run_of(text, [typed(0)], "answer   slip knot ").meters["owl"], 1)

    def test_reach_tries_what_a_condition_asks_for_and_odds_take_it_as_never(self):
        text = "consequences: [{moment: missed, if: 'given == \"slip knot\"', add: {owl: 1}}]\n"
        reading = read(FILED + text, typed(0))
        found = reach(Program(reading.game))
        self.assertEqual(found.rows, {1})
        self.assertEqual(odds(Program(reading.game), Walker("skill", 0.5)).meters["owl"], {0: 1})

    def test_more_answers_than_are_told_apart(self):
        """Six items have 720 orders: search calls nothing certain, and odds are walked."""
        from .making import ordered

        text = "consequences: [{moment: missed, if: 'picked == \"F E D C B A\"', add: {owl: 1}}]\n"
        program = Program(read(FILED + text, ordered(0, 6)).game)
        self.assertFalse(reach(program).complete)
        with self.assertRaisesRegex(Inexact, "300 answers"):
            odds(program, Walker("skill", 0.5))

    def test_a_wrong_walker_picks_any_wrong_option_it_has_not_tried(self):
        reading = read(FILED + self.TEXT, choice(0))
        exact = odds(Program(reading.game), Walker("skill", 0.0))
        self.assertAlmostEqual(exact.meters["fox"][1], 1 / 3)
        self.assertAlmostEqual(exact.meters["owl"][1], 1 / 3)
        walking = Walking(Program(reading.game), Walker("skill", 0.0), 3)
        walking.make(900)
        self.assertAlmostEqual(walking.figures().meters["fox"][1], 1 / 3, delta=0.08)


class Files(unittest.TestCase):
    def test_columns_by_letter_and_by_answer_and_wrong(self):
        by_letter = (
            "prompt\toption A\toption B\tkey\tsays B\tvalue A\tadds B\n"
            "Q?\tYes\tNo\tA\tNo, no.\t2\tfox 2, owl -1\n"
        )
        by_answer = (
            "prompt\tanswer\twrong 1\tsays wrong 1\tvalue answer\tadds wrong 1\n"
            "Q?\tYes\tNo\tNo, no.\t2\tfox +2, owl −1\n"
        )
        wanted = (Carried(0, value=2), Carried(1, says="No, no.", adds=(("fox", 2), ("owl", -1))))
        for text in (by_letter, by_answer):
            [question] = read_text("p.tsv", text).questions
            self.assertEqual(question.carries, wanted)

    def test_objects_in_json_and_yaml(self):
        text = (
            '[{"prompt": "Q?", "options": [{"text": "Yes", "value": 2}, "Perhaps",'
            ' {"text": "No", "says": "No, no.", "adds": {"fox": 2}}], "key": "A"},\n'
            ' {"prompt": "T?", "answer": {"text": "cairn", "says": "Just so."},'
            ' "expected": [{"text": "a=b", "says": "{sic}", "value": 1},'
            ' {"text": "heap", "adds": "owl 1"}]}]\n'
        )
        first, second = read_text("p.json", text).questions
        self.assertEqual(first.carries, (Carried(0, value=2), Carried(2, says="No, no.", adds=(("fox", 2),))))
        self.assertEqual(
            second.carries,
            (
                Carried(text="cairn", says="Just so."),
                Carried(text="a=b", says="{sic}", value=1),
                Carried(text="heap", adds=(("owl", 1),)),
            ),
        )
        again = read_text("p.json", text).questions
        self.assertEqual([to_record(one) for one in again], [to_record(first), to_record(second)])

    def test_what_can_not_be_read_is_said_at_its_line(self):
        for cells, said in (
            ("says C\tQ?\tYes\tNo\tA\tx", "There is no such option"),
            ("value A\tQ?\tYes\tNo\tA\tmany", "is no number"),
            ("adds A\tQ?\tYes\tNo\tA\tfox", "a meter and a number"),
            ("expected\tQ?\tYes\tNo\tA\t4 = x", "no expected answers"),
        ):
            head, *row = cells.split("\t")
            text = f"prompt\toption A\toption B\tkey\t{head}\n" + "\t".join(row) + "\n"
            [snag] = [snag for snag in read_text("p.tsv", text).snags if snag.severity == "stop"]
            self.assertIn(said, snag.message)
            self.assertEqual(snag.line, 2)
        with self.assertRaisesRegex(Misfit, "an answer and what is said to it"):
            expected_of("just so")
        with self.assertRaisesRegex(Misfit, "`value 2` or `adds"):
            expected_of("4 = so {worth 3}")

    def test_a_file_of_answers_and_wrong_ones_keeps_them(self):
        """A question that is edited in a file without columns for it: nothing is lost."""
        text = "Which?\tYes\tNo\tPerhaps\nWhat?\tUp\tDown\tSideways\n"
        source = Source("p.tsv", text)
        from dicetrail.core.pack.editing import change

        question = with_says(source.read().questions[0], "No", "No, no.")
        changed = change(source, 0, to_record(question))
        self.assertEqual(changed.read().questions[0].carries, (Carried(1, says="No, no."),))
        self.assertEqual(changed.read().questions[1].options, ("Up", "Down", "Sideways"))


class Advice(unittest.TestCase):
    def test_accept_only_what_is_near(self):
        self.assertTrue(is_near("cirus", ["cirrus"]) and is_near("Edelweis", ["edelweiß", "Edelweiss"]))
        self.assertFalse(is_near("nimbus", ["cirrus"]))
        self.assertTrue(is_part("reef", ["reef knot"]) and not is_part("granny", ["reef knot"]))

    def test_something_is_said_to_a_wrong_answer_once(self):
        question = with_says(choice(0), "option 0-2", "Look again.")
        self.assertEqual(question.carries, (Carried(2, says="Look again."),))
        question = with_says(question._replace(carries=(Carried(2, says="x", value=3),)), "option 0-2", "No.")
        self.assertEqual(question.carries, (Carried(2, says="No.", value=3),))
        self.assertEqual(
            with_says(typed(0), " nimbus ", "Higher.").carries, (Carried(text="nimbus", says="Higher."),)
        )
        with self.assertRaises(Misfit):
            with_says(choice(0), "nothing of it", "No.")


if __name__ == "__main__":
    unittest.main()
