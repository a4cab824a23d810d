"""Editing packs: what is changed comes out as wanted, and nothing else moves."""

from __future__ import annotations

import unittest
from unittest import mock

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dicetrail.core.pack import editing
from dicetrail.core.pack.editing import Source, add, change, move, remove, replace_lines
from dicetrail.core.pack.formats import write_file
from dicetrail.core.pack.many import duplicate
from dicetrail.core.pack.misfit import Misfit
from dicetrail.core.pack.reading_again import differences, edited, take
from dicetrail.core.pack.writing import to_record
from dicetrail.core.snag import Refused

from .packs import LINES, content, load_countries, packs

PLAIN = "What is up?\tsky\tearth\nlonely\nWet is?\tsea\tsand\nHard?\trock\tsnow\n"
YAML = "# our hut\n- prompt: One?\n  answer: a\n# the next is new\n- prompt: Two?\n  answer: b\n"


def source(name: str, text: str) -> Source:
    return Source(name, text, load_data=load_countries)


def prompts(where: Source) -> list[str]:
    return [question.prompt for question in where.read().questions]


class Editing(unittest.TestCase):
    def changed(self, where: Source, number: int, **fields: object) -> Source:
        reading = where.read()
        return change(where, number, {**to_record(reading.questions[number]), **fields})  # type: ignore[dict-item]

    def test_a_full_pack_says_so(self):
        source = Source("a.tsv", "prompt\tanswer\nWhich knot?\tbowline\n")
        with mock.patch.object(editing, "MOST_LINES", 2), self.assertRaises(Misfit) as raised:
            add(source, None, {"prompt": "Which cloud?", "answer": "cirrus"})
        self.assertIn("no more fit", str(raised.exception))

    def test_a_line_is_rewritten_and_no_other(self):
        self.assertEqual(
            self.changed(source("a.tsv", PLAIN), 1, prompt="Wet is what?").text,
            PLAIN.replace("Wet is?", "Wet is what?"),
        )

    def test_columns_are_added_where_a_file_has_no_room(self):
        after = self.changed(source("a.tsv", PLAIN), 1, topic="water", image="sea.png")
        self.assertEqual(
            after.text.splitlines()[:3],
            ["prompt\tanswer\twrong 1\ttopic\timage", "What is up?\tsky\tearth\t\t", "lonely"],
        )
        reading = after.read()
        self.assertEqual([q.topic for q in reading.questions], ["", "water", ""])
        self.assertEqual([(s.line, s.code) for s in reading.snags], [(1, "header"), (3, "missing-field")])

    def test_another_kind_keeps_the_kinds_of_the_others(self):
        truths = source("a.csv", "Snow is cold.,true\nFire is wet.,false\n")
        after = add(truths, None, {"kind": "typed", "prompt": "What is wet?", "answer": "rain"})
        self.assertEqual([q.kind for q in after.read().questions], ["truth", "truth", "typed"])

    def test_comments_and_unknown_fields_are_kept(self):
        self.assertEqual(
            self.changed(source("a.yaml", YAML), 1, answer="c").text.splitlines()[:4], YAML.splitlines()[:4]
        )
        jsons = source(
            "a.json", '[{"prompt": "One?", "answer": "x", "mine": 3}, {"prompt": "Two?", "answer": "y"}]'
        )
        self.assertIn('"mine": 3', self.changed(jsons, 1, answer="z").text)

    def test_a_member_of_a_list(self):
        lists = source("a.csv", "group: A,group: B\nx1,y1\nx2,y2\n")
        after = self.changed(lists, 1, why="so it is")
        self.assertEqual(
            [(q.prompt, q.options, q.why) for q in after.read().questions],
            [
                ("x1", ("A", "B"), ""),
                ("y1", ("A", "B"), "so it is"),
                ("x2", ("A", "B"), ""),
                ("y2", ("A", "B"), ""),
            ],
        )

    def test_what_can_not_be(self):
        where = source("a.tsv", PLAIN)
        for fields, said in (
            ({"prompt": ""}, "no question"),
            ({"option": ["sea", "Sea"]}, "equals the right answer"),
            ({"level": "9"}, "from 1 to 5"),
            ({"prompt": "two\nlines"}, "no way to hold a tab or a line break"),
            ({"prompt": "Hard?", "option": ["rock", "snow"], "key": "A"}, "another one say the same"),
        ):
            with self.assertRaisesRegex(Misfit, said):
                self.changed(where, 1, **fields)

    def test_remove_duplicate_move(self):
        where = source("a.tsv", PLAIN)
        self.assertEqual(remove(where, [0, 2]).text, "lonely\nWet is?\tsea\tsand\n")
        doubled = duplicate(where, [1])
        self.assertEqual(prompts(doubled), ["What is up?", "Wet is?", "Wet is? (copy)", "Hard?"])
        again = duplicate(doubled, [1])
        self.assertIn("Wet is? (copy 2)", prompts(again))
        self.assertEqual(prompts(move(where, [2], 0)), ["Hard?", "What is up?", "Wet is?"])
        self.assertEqual(prompts(move(where, [0], None)), ["Wet is?", "Hard?", "What is up?"])
        with self.assertRaises(Refused):
            duplicate(where, range(51))

    def test_lines_as_they_stand(self):
        where = source("a.tsv", PLAIN)
        self.assertEqual(replace_lines(where, 2, None).text, PLAIN.replace("lonely\n", ""))
        quoted = source("a.csv", 'prompt,answer\n"Two\nlines?",a\nNext?,b\n')
        self.assertEqual(replace_lines(quoted, 2, "One?,a").text, "prompt,answer\nOne?,a\nNext?,b\n")
        with self.assertRaisesRegex(Refused, "no line 9"):
            replace_lines(where, 9, "x")

    @settings(
        max_examples=120,
        deadline=None,
        suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large],
    )
    @given(st.data())
    def test_any_change_of_any_pack_comes_out_and_leaves_the_rest(self, data):
        ending = data.draw(st.sampled_from(("tsv", "csv", "json", "jsonl", "yaml")))
        pack = data.draw(packs(LINES, 4))
        other = data.draw(packs(LINES, 1))[0]._replace(id="other")
        where = source(f"a.{ending}", write_file(f"a.{ending}", pack).decode())
        number = data.draw(st.integers(0, len(pack) - 1))
        what = data.draw(st.sampled_from(("change", "add", "remove", "move")))
        rest = [content(q) for q in pack]
        record = {**to_record(other), "prompt": f"new {other.prompt}"}
        wanted = content(other._replace(prompt=f"new {other.prompt}"))
        if what == "change":
            after = change(where, number, record)
            expected = [*rest[:number], wanted, *rest[number + 1 :]]
        elif what == "add":
            after = add(where, number, record)
            expected = [*rest[: number + 1], wanted, *rest[number + 1 :]]
        elif what == "remove":
            after = remove(where, [number])
            expected = [*rest[:number], *rest[number + 1 :]]
        else:
            after = move(where, [number], 0)
            expected = [rest[number], *rest[:number], *rest[number + 1 :]]
        if after.text.strip():
            self.assertEqual([content(q) for q in after.read().questions], expected)
        else:
            self.assertEqual(expected, [])


class Merging(unittest.TestCase):
    BASE = "prompt\tanswer\nOne?\ta\nTwo?\tb\nThree?\tc\nFour?\td\n"

    def held(self, mine: str, theirs: str) -> list[tuple[str, str]]:
        found = differences(*(source("a.tsv", text).read() for text in (self.BASE, mine, theirs)))
        return [(d.what, (d.theirs or d.mine).prompt) for d in found]  # type: ignore[union-attr]

    def test_what_is_new_changed_gone_and_kept(self):
        theirs = "prompt\tanswer\nOne?\tA2\nTwo now?\tb\nFour?\td2\nFive?\te\n"
        self.assertEqual(
            self.held(self.BASE, theirs),
            [
                ("changed", "One?"),
                ("changed", "Two now?"),
                ("changed", "Four?"),
                ("new", "Five?"),
                ("gone", "Three?"),
            ],
        )
        mine = self.BASE.replace("One?\ta", "One?\tmine").replace("Three?\tc", "Three?\tmine too")
        self.assertEqual(
            self.held(mine, theirs),
            [
                ("kept", "One?"),
                ("changed", "Two now?"),
                ("changed", "Four?"),
                ("new", "Five?"),
                ("kept", "Three?"),
            ],
        )

    def test_nothing_differs(self):
        self.assertEqual(self.held(self.BASE, self.BASE), [])
        self.assertEqual(self.held(self.BASE.replace("\ta\n", "\tmine\n"), self.BASE), [])
        self.assertEqual(
            self.held(self.BASE.replace("\ta\n", "\tnew\n"), self.BASE.replace("\ta\n", "\tnew\n")), []
        )

    def test_taken_in_part_and_whole(self):
        theirs = source("a.tsv", "prompt\tanswer\nOne?\tA2\nTwo?\tb\nFour?\td\nFive?\te\n")
        mine = source("a.tsv", self.BASE)
        found = differences(mine.read(), mine.read(), theirs.read())
        self.assertEqual([d.what for d in found], ["changed", "new", "gone"])
        part, left = take(mine, found, {0})
        self.assertEqual((part.text, left), (self.BASE.replace("One?\ta", "One?\tA2"), []))
        whole, _ = take(mine, found, {0, 1, 2})
        self.assertEqual(
            {content(q)._replace(id="") for q in whole.read().questions},
            {content(q)._replace(id="") for q in theirs.read().questions},
        )
        self.assertFalse(edited(mine.read(), mine.read()))
        self.assertTrue(edited(mine.read(), part.read()))

    @settings(max_examples=120)
    @given(
        *[
            st.lists(
                st.tuples(st.integers(0, 6), st.sampled_from("ab")),
                min_size=1,
                max_size=6,
                unique_by=lambda pair: pair[0],
            )
        ]
        * 3
    )
    def test_taking_everything_gives_the_file(self, base, mine, theirs):
        texts = [
            "prompt\tanswer\n" + "".join(f"Question {n}?\tanswer {a}\n" for n, a in part)
            for part in (base, mine, theirs)
        ]
        readings = [source("a.tsv", text).read() for text in texts]
        found = differences(*readings)
        before = {(q.prompt, q.answers) for q in readings[0].questions}
        own = {q.prompt for q in readings[1].questions if (q.prompt, q.answers) not in before}
        taken, left = take(source("a.tsv", texts[1]), found, range(len(found)))
        self.assertEqual(left, [])
        got = {(q.prompt, q.answers) for q in taken.read().questions}
        for question in readings[2].questions:
            if (question.prompt, question.answers) not in before:
                self.assertIn((question.prompt, question.answers), got)
        self.assertLessEqual({prompt for prompt, _ in got} - {q.prompt for q in readings[2].questions}, own)
