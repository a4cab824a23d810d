"""Texts that know the answer, what is explained after it, and what the rows of tables give to it."""

from __future__ import annotations

import unittest

from dicetrail.core.pack.formats import write_file
from dicetrail.core.pack.media import files_of, renamed
from dicetrail.core.pack.reader import read_text
from dicetrail.core.pack.settings import Settings
from dicetrail.core.play.deal.supply import Supply
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Award, Choices, Clocks, Consequence, Deal, Ending, Game, Meter
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.view import view
from dicetrail.core.rules.compile import read_game

from .making import choice, typed, walk

FILED = Deal(order="filed", options="filed")


def game(*rows: Consequence, questions: tuple[Question, ...] = (choice(0), typed(1)), **more: object) -> Game:
    more = {"deal": FILED, "tries": 2, **more}
    return Game("Test", questions, consequences=rows, **more)  # type: ignore[arg-type]


class Answers(unittest.TestCase):
    TOLD = "{answer} stands at {letter}, you said {given}"

    def test_answer_letter_and_given(self):
        run = walk(
            game(Consequence("missed", tell=self.TOLD)), "answer B", "answer c", "answer hm", "answer no"
        )
        told = [step.tell for step in run.trail if step.moment == "missed"]
        self.assertEqual(told[0], "option 0-0 stands at A, you said option 0-2")
        self.assertEqual(told[1], "zq answer 1 stands at , you said no")

    def test_they_are_known_in_every_text_and_in_no_condition(self):
        run = walk(
            game(endings=(Ending("missed == 1", "lost", "It was {answer}."),), tries=1),
            "wrong",
        )
        self.assertEqual(run.outcome.tell, "It was option 0-0.")
        awards = (Award("True", "Some", "The last was {given}."),)
        self.assertEqual(
            walk(game(awards=awards, tries=1), "right", "answer zq").outcome.award_tell, "The last was zq."
        )
        self.assertEqual(walk(game(Consequence("begun", tell="[{answer}{given}]"))).trail[0].tell, "[]")
        text = "title: T\npacks: [p]\nconsequences: [{moment: right, if: 'answer == 1'}]\n"
        self.assertEqual([snag.code for snag in read_game(text, lambda _: [choice(0)]).snags], ["expression"])

    def test_an_intro_does_not_know_them(self):
        reading = read_game("title: T\npacks: [p]\nintro: '{answer}'\n", lambda _: [choice(0)])
        self.assertIsNone(reading.game)


class Why(unittest.TestCase):
    QUESTION = choice(0)._replace(why="In all cases.", why_right="Well seen.", why_wrong="Look again.")

    def shown(self, question: Question, *moves: str) -> str:
        run = Run(
            Program(game(questions=(question,), tries=1, clocks=Clocks(breather="player"))), Choices(1, "Ida")
        )
        run.begin()
        for at, move in enumerate(moves, 1):
            run.do(Move(move), at)  # type: ignore[arg-type]
        feedback = view(run, 9).feedback
        return feedback.why if feedback else ""

    def test_one_for_right_and_one_for_wrong(self):
        self.assertEqual(self.shown(self.QUESTION, "right"), "Well seen.")
        self.assertEqual(self.shown(self.QUESTION, "wrong"), "Look again.")
        self.assertEqual(self.shown(self.QUESTION), "")
        for move in ("right", "wrong"):
            self.assertEqual(self.shown(choice(0)._replace(why="Always."), move), "Always.")

    def test_in_files_of_every_kind(self):
        for ending in ("tsv", "json", "yaml"):
            text = write_file(f"x.{ending}", [self.QUESTION]).decode()
            [question] = read_text(f"a.{ending}", text).questions
            self.assertEqual(
                (question.why, question.why_right, question.why_wrong),
                ("In all cases.", "Well seen.", "Look again."),
                ending,
            )
        [question] = read_text("a.csv", "prompt,answer,why_right,Why wrong\nWhich?,this,yes,no\n").questions
        self.assertEqual((question.why_right, question.why_wrong), ("yes", "no"))


ROWS = (
    ("name", "height", "photo"),
    (("Fenn", "1840", "fenn.png"), ("Laun", "2210", "laun.png"), ("Aar", "9", "")),
)
TABLE = (
    "kind\tprompt\tfrom\tanswer\tchoices\twhy\timage\tsound\n"
    "table\tHow high is {name}?\thuts.csv\theight\t2\t{name} stands at {height} m.\t{photo}\tcall.ogg\n"
)


class RowsOfATable(unittest.TestCase):
    def read(self, text: str):
        return read_text("t.tsv", text, load_data=lambda _: ROWS)

    def test_why_and_image_come_from_the_row(self):
        [question] = self.read(TABLE).questions
        supply = Supply(question, 3)
        made = {one.prompt: one for one in (supply.next() for _ in range(3))}
        fenn = made["How high is Fenn?"]
        self.assertEqual(
            (fenn.why, fenn.image, fenn.sound), ("Fenn stands at 1840 m.", "fenn.png", "call.ogg")
        )
        self.assertEqual(made["How high is Aar?"].image, "")

    def test_a_column_that_is_not_there_is_told(self):
        reading = self.read(TABLE.replace("{photo}", "{picture}"))
        self.assertEqual([snag.code for snag in reading.snags if snag.severity == "stop"], ["nothing-to-ask"])
        self.assertIn("picture", reading.snags[-1].message)

    def test_their_files_are_known_and_can_be_called_otherwise(self):
        [question] = self.read(TABLE).questions
        self.assertEqual(files_of([question]), {"fenn.png", "laun.png", "call.ogg"})
        supply = Supply(renamed(question, lambda name: f"/files/{name[:4]}"), 3)
        images = {(one := supply.next()).prompt: (one.image, one.sound) for _ in range(3)}
        self.assertEqual(images["How high is Laun?"], ("/files/laun", "/files/call"))
        self.assertEqual(images["How high is Aar?"], ("", "/files/call"))


class Lists(unittest.TestCase):
    TEXT = "group: High,group: Low\nCirrus,Stratus\nCirrostratus,Fog\nCirrocumulus,Stratocumulus\n"

    def test_their_wording_is_the_makers(self):
        settings = Settings(lists="both", ask_member="Where is {member} seen?", ask_odd="Who is a stranger?")
        prompts = [one.prompt for one in read_text("l.csv", self.TEXT, settings=settings).questions]
        self.assertIn("Where is Fog seen?", prompts)
        self.assertEqual(prompts[-1], "Who is a stranger?")
        plain = read_text("l.csv", self.TEXT, settings=Settings(lists="both")).questions
        self.assertEqual((plain[0].prompt, plain[-1].prompt), ("Cirrus", "Which one does not belong?"))
        worded = read_text("l.csv", self.TEXT, settings=Settings(ask_member="Group of")).questions
        self.assertEqual(worded[0].prompt, "Group of Cirrus")

    def test_another_wording_leaves_the_ids(self):
        plain = read_text("l.csv", self.TEXT).questions
        worded = read_text("l.csv", self.TEXT, settings=Settings(ask_member="{member}?")).questions
        self.assertEqual([one.id for one in plain], [one.id for one in worded])


class Misses(unittest.TestCase):
    def test_five_where_nothing_is_said_and_twelve_at_most(self):
        head = "kind\tprompt\tanswer\tmisses\nletters\tWord?\tcornice\t"
        for written, misses in (("", 5), ("1", 1), ("12", 12)):
            self.assertEqual(read_text("a.tsv", f"{head}{written}\n").questions[0].misses, misses)
        for written in ("0", "13"):
            self.assertEqual(read_text("a.tsv", f"{head}{written}\n").questions, [])

    def test_the_sixth_miss_is_the_last(self):
        letters = Question("l", "letters", "Word?", ("cornice",), misses=5)
        run = Run(Program(game(questions=(letters,), meters=(Meter("score"),))), Choices(1, "Ida"))
        run.begin()
        for n, letter in enumerate("abdfg", 1):
            to_input(run)
            run.do(Move("answer", letter), n)
        self.assertEqual([step.moment for step in run.trail if step.move], [*["wrong"] * 4, "missed"])
