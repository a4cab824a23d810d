"""Many questions changed, added or given to another pack at once."""

from __future__ import annotations

import unittest

from dicetrail.core.pack.editing import Source, add
from dicetrail.core.pack.formats.base import Contents
from dicetrail.core.pack.formats.separated import empty_pack
from dicetrail.core.pack.many import add_many, change_many, give, read_rows
from dicetrail.core.pack.misfit import Misfit
from dicetrail.core.pack.reader import read_text
from dicetrail.core.pack.writing import to_record

HEAD = "prompt\tanswer\twrong 1\twrong 2\n"
ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}\tbad {n}\n" for n in range(40))
FOUR = {"kind": "choice", "prompt": "Four?", "option": ["a", "b", "c", "d"], "key": "A"}


class Many(unittest.TestCase):
    def setUp(self):
        self.source = Source("packs/a.tsv", HEAD + "# kept\n" + ROWS)

    def records(self, source: Source):
        return [to_record(question) for question in source.read().questions]

    def test_rows_without_a_header_are_read_as_the_packs_are(self):
        pack = read_text("a.tsv", "prompt\tanswer\twrong\ttopic\nWhich?\tone\ttwo\tknots\n")
        rows = "Who?\tAda\tBen\thuts\nWhere?\there\tthere\thuts\n"
        for text, topics in (
            (rows, ["huts", "huts"]),
            (rows.replace("\t", ","), ["huts", "huts"]),
            ("topic\tprompt\tanswer\tother\nhuts\tWho?\tAda\tBen\n", ["huts"]),  # they say it themselves
            ("Who?\tAda\tBen\n", [""]),  # not as wide
        ):
            read = read_rows("rows.tsv", Contents(text), pack)
            self.assertEqual([question.topic for question in read.questions], topics, text)

    def test_a_topic_for_many(self):
        records = self.records(self.source)
        changes = {n: {**records[n], "topic": "knots", "level": "3", "worth": "2"} for n in range(5, 30)}
        changed = change_many(self.source, changes)
        questions = changed.read().questions
        self.assertEqual(
            [one.topic for one in questions], ["" if not 5 <= n < 30 else "knots" for n in range(40)]
        )
        self.assertEqual({one.worth for one in questions[5:30]}, {2})
        self.assertIn("# kept", changed.text)
        self.assertEqual(
            change_many(self.source, {3: {**records[3], "topic": "x"}}).read().questions[3].topic, "x"
        )

    def test_json_and_yaml_too(self):
        for name, text in (
            ("a.json", '[{"prompt": "One?", "answer": "1"}, {"prompt": "Two?", "answer": "2"}]'),
            ("a.yaml", "- prompt: One?\n  answer: '1'\n- prompt: Two?\n  answer: '2'\n"),
        ):
            source = Source(name, text)
            records = self.records(source)
            changed = change_many(source, {n: {**records[n], "seconds": "9"} for n in (0, 1)})
            self.assertEqual([one.seconds for one in changed.read().questions], [9, 9])

    def test_rows_become_questions_where_they_are_put(self):
        pasted = read_text("pasted.tsv", "".join(f"New {n}?\ty{n}\tn{n}\n" for n in range(7))).questions
        added = add_many(self.source, 2, [to_record(question) for question in pasted])
        prompts = [one.prompt for one in added.read().questions]
        self.assertEqual(prompts[2:11], ["Question 2?", *(f"New {n}?" for n in range(7)), "Question 3?"])
        self.assertEqual(len(prompts), 47)
        at_the_end = add_many(self.source, None, [FOUR]).read().questions[-1]
        self.assertEqual((at_the_end.prompt, at_the_end.options), ("Four?", ("a", "b", "c", "d")))

    def test_one_that_can_not_be_kept_stops_all(self):
        with self.assertRaises(Misfit):
            add_many(self.source, None, [FOUR, {"kind": "choice", "prompt": "Alone?", "option": ["a"]}])

    def test_questions_are_given_to_another_pack(self):
        target = Source(
            "packs/b.json", '[\n{"prompt": "Question 3?", "answer": "right 3", "wrong": ["w"]}\n]\n'
        )
        now, given, left = give(self.source, [1, 3, 5], target)
        self.assertEqual(given, [1, 5])
        self.assertEqual([number for number, _ in left], [3])
        self.assertEqual(
            [one.prompt for one in now.read().questions], ["Question 3?", "Question 1?", "Question 5?"]
        )

    def test_a_pack_to_write_into(self):
        source = Source("packs/new.tsv", empty_pack())
        self.assertEqual((source.read().questions, source.read().all_snags[0].severity), ([], "note"))
        for record in (
            FOUR,
            {"kind": "typed", "prompt": "Knot?", "answer": "reef"},
            {"kind": "truth", "prompt": "Snow is warm.", "answer": "False"},
            {"kind": "letters", "prompt": "Word?", "answer": "cornice"},
            {"kind": "formula", "prompt": "{a}?", "variables": "a = 1..3", "answer": "a"},
        ):
            source = add(source, None, record)
        self.assertEqual(
            [one.kind for one in source.read().questions], ["choice", "typed", "truth", "letters", "formula"]
        )
