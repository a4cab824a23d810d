"""What makers bring: literals of a language, data, files mended all at once, tables with media, formulas."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as some

from dicetrail.core.pack.editing import Source
from dicetrail.core.pack.formats import contents_of
from dicetrail.core.pack.media import files_of, missing, renamed
from dicetrail.core.pack.mending import mend_all, mendable
from dicetrail.core.pack.reader import data_of, read_contents, read_text
from dicetrail.core.pack.rows_of_table import maybe_rows
from dicetrail.core.pack.settings import Settings
from dicetrail.core.play.deal.pool import pass_length
from dicetrail.core.play.deal.supply import Supply
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.questions.recipes import Table
from dicetrail.core.rules.compile import read_game

SIGNS = "sign\tpicture\tcall\nford\tford.png\tford.ogg\nhut\thut.png\thut.ogg\ncairn\tcairn.png\tcairn.ogg\n"


class Programmed(unittest.TestCase):
    """Literals as the Python Language Reference describes them (2.4, "Literals"; 6.2, displays)."""

    def read(self, text: str, name: str = "a.txt") -> list[tuple[object, ...]]:
        reading = read_contents(name, contents_of(name, text.encode()))
        self.assertEqual(reading.snags, [])
        return [
            (one.kind, one.prompt, one.answers, one.options, one.rights, one.topic)
            for one in reading.questions
        ]

    def test_lists_and_dictionaries_are_the_questions_they_hold(self):
        typed = ("typed", "What is it?", ("reef",), (), (), "")
        chosen = ("choice", "And that?", ("bowline",), ("bowline", "hitch"), (0,), "")
        for text in (
            '[("What is it?", "reef"), ("And that?", "bowline", "hitch")]',
            "# mine\nquestions = [\n  ['What is it?', 'reef'],\n  ['And that?', 'bowline', 'hitch'],\n]\n",
            '{"What is it?": "reef", "And that?": ["bowline", "hitch"]}',
            '{"What is it?": ["reef"], "And that?": ("bowline", "hitch")}',
            "const q = [['What is it?', 'reef'], ['And that?', 'bowline', 'hitch']];",
            "[{'prompt': 'What is it?', 'answer': 'reef'},"
            " {'prompt': 'And that?', 'answer': 'bowline', 'wrong': 'hitch'}]",
        ):
            for name in ("a.txt", "a.py", "a.json", "pasted.tsv"):
                with self.subTest(text=text, name=name):
                    self.assertEqual(self.read(text, name), [typed, chosen])

    def test_topics_options_and_the_place_of_the_right_one(self):
        right = ("choice", "Which is it?", ("a hut",), ("a ford", "a hut"), (1,), "signs")
        for key in ("1", '"B"', '"a hut"'):
            text = f'{{"signs": [("Which is it?", ["a ford", "a hut"], {key})]}}'
            self.assertEqual(self.read(text), [right])
        self.assertEqual(self.read('{"signs": [("Which is it?", "a hut", ["a ford", "a hut"])]}'), [right])

    def test_what_is_no_list_of_questions_is_read_as_it_was(self):
        for text in (
            "What is [it]?\treef\n",
            "[1, 2, 3]",
            '[("What is it?", __import__("os").getcwd())]',
            "{",
            '[("Which?", ["a", "b"], 7)]',
            '{"prompt": "What is it?", "answer": "reef"}',
            '{"all": [{"prompt": "What is it?", "answer": "reef"}]}',
        ):
            contents = contents_of("a.tsv", text.encode())
            self.assertEqual(contents.text.strip(), text.strip())

    @given(some.lists(some.tuples(some.text(min_size=6, max_size=20), some.text(min_size=1)), max_size=3))
    def test_any_literal_is_read_or_left(self, rows: list[tuple[str, str]]) -> None:
        contents_of("a.py", repr(rows).encode("utf-8", "replace") or b" ") if rows else None


class Mending(unittest.TestCase):
    TABBED = "prompt\tanswer\twrong\nIs it up?\tyes\tno\nIs it low?    no    yes\nIs it far?    yes    no\n"

    def test_all_tabs_are_put_back_at_once(self):
        source = Source("p.tsv", self.TABBED)
        (offered,) = mendable(source.read().all_snags)
        self.assertEqual((offered.code, offered.lines), ("spaces-for-tabs", 2))
        mended = mend_all(source, "spaces-for-tabs")
        self.assertEqual(mended.text, self.TABBED.replace("    ", "\t"))
        self.assertEqual((len(mended.read().questions), mendable(mended.read().all_snags)), (3, []))
        self.assertIs(mend_all(mended, "spaces-for-tabs"), mended)

    def test_lines_that_go_and_lines_beside_them(self):
        text = "Is it up?\tyes\nIs it up?\tyes\nIs it far?\tno\nIs it up?\tyes\n"
        mended = mend_all(Source("p.tsv", text), "duplicate")
        self.assertEqual(mended.text, "Is it up?\tyes\nIs it far?\tno\n")


class Rows(unittest.TestCase):
    HUTS = "Name\tHeight\tRange\nAlm\t1200\tEast\nBim\t1900\tWest\nCim\t2100\tEast\n"

    def test_data_is_told_from_questions(self):
        self.assertTrue(maybe_rows(read_text("h.tsv", self.HUTS)))
        for text in (
            self.HUTS.replace("Name", "prompt").replace("Height", "answer"),
            "".join(f"Which is number {n}?\ta\tb\n" for n in range(5)),
            "Haus\thouse\nBaum\ttree\nBerg\tmountain\n",
        ):
            self.assertFalse(maybe_rows(read_text("h.tsv", text)))

    def test_rows_are_no_questions_and_no_snags(self):
        settings = Settings(roles=("unused",) * 3, header=True)
        reading = read_text("h.tsv", self.HUTS, settings=settings)
        self.assertEqual((reading.questions, reading.all_snags, maybe_rows(reading)), ([], [], False))
        self.assertEqual([line.state for line in reading.lines][:4], ["header", "frame", "frame", "frame"])


class TableMedia(unittest.TestCase):
    def question(self, **said: str) -> Question:
        record = {"kind": "table", "from": "signs.tsv", "prompt": "What is it?", **said}
        heads, cells = "\t".join(record), "\t".join(record.values())
        reading = read_text(
            "q.tsv",
            f"{heads}\n{cells}\n",
            load_data=lambda _: data_of("signs.tsv", contents_of("signs.tsv", SIGNS.encode())),
        )
        self.assertEqual([snag.message for snag in reading.snags if snag.severity == "stop"], [])
        return reading.questions[0]

    def test_rows_that_differ_only_by_a_picture_or_a_sound_are_questions(self):
        for said in ({"image": "{picture}", "alt": "a sign"}, {"sound": "{call}"}):
            question = self.question(answer="sign", **said)
            self.assertEqual(pass_length([question]), 3)
            supply = Supply(question, 1)
            made = [supply.next() for _ in range(3)]
            self.assertEqual({one.prompt for one in made}, {"What is it?"})
            for one in made:
                self.assertEqual((one.image or one.sound).split(".")[0], one.answers[0])

    def test_its_files_are_known_missed_and_called_otherwise(self):
        question = self.question(answer="sign", image="{picture}", sound="{call}")
        wanted = {f"{sign}.{ending}" for sign in ("ford", "hut", "cairn") for ending in ("png", "ogg")}
        self.assertEqual(files_of([question]), wanted)
        self.assertIn("‘hut.ogg’, which is not there", missing([question], {"hut.ogg"})[0].message)
        called = Supply(renamed(question, lambda name: f"/f/{name}"), 1).next()
        self.assertEqual((called.image[:3], called.sound[:3]), ("/f/", "/f/"))

    def test_pictures_in_cells_are_options(self):
        rows = tuple((name, f"![a {name}]({name}.png)") for name in ("ford", "hut", "cairn", "well"))
        table = Table(("sign", "shown"), rows, "shown", "choice", 3)
        question = Question("t", "table", "Which is the {sign}?", ("shown",), recipe=table)
        self.assertEqual(files_of([question]), {"ford.png", "hut.png", "cairn.png", "well.png"})
        self.assertEqual(len(missing([question], {"well.png"})), 1)
        made = Supply(renamed(question, lambda name: f"/f/{name}"), 2).next()
        self.assertEqual(len(made.options), 3)
        self.assertTrue(all("](/f/" in option for option in made.options), made.options)


class Formulas(unittest.TestCase):
    ROW = "formula\t{a} / {b} = ?\t%s\ta / b\t%s\n"

    def read(self, *rows: tuple[str, str]):
        heads = "kind\tprompt\tvariables\tanswer\twhere\n"
        return read_text("f.tsv", heads + "".join(self.ROW % row for row in rows))

    def test_other_ranges_are_another_question(self):
        reading = self.read(("a = 2..9; b = 2..3", "whole"), ("a = 20..90; b = 2..9", "whole"))
        self.assertEqual((len(reading.questions), [snag.code for snag in reading.snags][1:]), (2, []))
        again = self.read(("a = 2..9; b = 2..3", "whole"), ("a = 2..9; b = 2..3", "whole"))
        self.assertEqual(len(again.questions), 1)

    def test_results_that_are_not_whole_have_a_tip(self):
        self.assertIn("tip-not-whole", [tip.code for tip in self.read(("a = 2..9; b = 2..3", "")).tips])
        for where in ("whole", "a % b == 0"):
            self.assertEqual(self.read(("a = 2..9; b = 2..3", where)).tips, [])

    def test_times_are_named_where_too_many_are_drawn(self):
        questions = self.read(("a = 2..9; b = 2..3", "whole")).questions
        reading = read_game("title: T\npacks: [p]\ndeal: {draw: 9}\n", lambda _: questions)
        (snag,) = [one for one in reading.snags if one.code == "short-pack"]
        self.assertIn("as its *times* say", snag.message)
        self.assertEqual(pass_length([questions[0]._replace(times=5)]), 5)
