"""What a course tells a platform: every kind of question by its right type, in the words of each standard."""

from __future__ import annotations

import copy
import io
import json
import re
import unittest
import zipfile
from pathlib import Path
from typing import Any
from xml.etree.ElementTree import fromstring

from tincan import Statement

from dicetrail.core.pack.reader import read_text
from dicetrail.core.play.run.moves import make, read_move, to_input
from dicetrail.core.rules.compile import read_game
from dicetrail.files import game_on_disk
from dicetrail.give.carried import kept
from dicetrail.give.course.page import CoursePage
from dicetrail.give.course.scorm import LONGEST_KEPT_12, clock_of, duration_of
from dicetrail.give.course_file import course_file
from dicetrail.standin.data_model import wrong_elements
from dicetrail.standin.statements import problems_of
from tests.running import run

DEMO = Path(__file__).parents[1] / "dicetrail" / "demo"
KINDS = """- {id: a, prompt: Which, options: [One, Two], key: A}
- {id: b, kind: several, prompt: Which two, options: [One, Two, Three], key: A C}
- {id: c, kind: order, prompt: In order, options: [One, Two, Three]}
- {id: d, kind: match, prompt: Join, pairs: one = 1 | two = 2}
- {id: e, kind: typed, prompt: Say, answer: bowline}
- {id: f, kind: number, prompt: Count, answer: "2.5"}
- {id: g, kind: gaps, prompt: A ___ here, answer: gap}
- {id: h, kind: truth, prompt: It is so, answer: "true"}
- {id: i, kind: opinion, prompt: Well, options: [Good, Bad]}
- {id: j, kind: letters, prompt: Word, answer: up}
"""
TYPES = [
    *("choice", "choice", "sequencing", "matching", "fill-in"),
    *("numeric", "fill-in", "true-false", "choice", "fill-in"),
]
RULES = """title: All
packs: [all.yaml]
deal: {order: filed, options: filed}
endings: [{if: left == 0, result: lost}]
"""
LAUNCH = {
    "actor": {
        "objectType": "Agent",
        "name": "Ida",
        "account": {"homePage": "https://s.example", "name": "1"},
    },
    "registration": "00000000-0000-4000-8000-000000000001",
    "activity": "https://s.example/a",
    "context": {"extensions": {"https://w3id.org/xapi/cmi5/context/extensions/sessionid": "s"}},
}


def played(page: CoursePage, moves: list[str], **wanted: Any) -> str:
    """A play of a page by the moves of a moves file; its name."""
    page.begin("p", json.dumps(wanted), "1")
    going = page._runs["p"]
    to_input(going)
    for move in moves:
        if going.phase == "over":
            break
        make(going, read_move(move))
        to_input(going)
    return "p"


def all_kinds() -> CoursePage:
    reading = read_game(RULES, lambda _: read_text("all.yaml", KINDS).questions)
    assert reading.game is not None, reading.snags
    return CoursePage(kept.to_bytes(reading.game))


def told(page: CoursePage, version: str, session: float = 61.5, keeps: str = "x") -> dict[str, str]:
    return dict(json.loads(page.elements("p", version, session, keeps)))


def read_by_others(statement: dict[str, Any]) -> str:
    """The id of a statement as a general library for the standard reads it (tincan, Apache 2.0), which raises
    for properties, interaction types and durations that there are none of."""
    return str(Statement(copy.deepcopy(statement)).id)  # it takes apart what it is given


class Kinds(unittest.TestCase):
    def setUp(self) -> None:
        self.page = all_kinds()
        moves = [
            "right",
            "wrong",
            "right",
            "right",
            "answer reef",
            "right",
            "right",
            "wrong",
            "answer a",
            "right",
        ]
        played(self.page, [*moves, *["right"] * 6])

    def test_every_kind_has_its_type(self) -> None:
        for version in ("1.2", "2004"):
            elements = told(self.page, version)
            self.assertEqual([elements[f"cmi.interactions.{n}.type"] for n in range(10)], TYPES)
            self.assertEqual(wrong_elements(version, elements), [])

    def test_answers_in_the_words_of_each(self) -> None:
        old, new = told(self.page, "1.2"), told(self.page, "2004")
        given = [old[f"cmi.interactions.{n}.student_response"] for n in (0, 2, 3, 4, 7, 8)]
        self.assertEqual(given, ["0", "0,1,2", "0.0,1.1", "reef", "f", "0"])
        given = [new[f"cmi.interactions.{n}.learner_response"] for n in (0, 2, 3, 4, 7, 8)]
        self.assertEqual(given, ["0", "0[,]1[,]2", "0[.]0[,]1[.]1", "reef", "false", "0"])
        self.assertEqual(new["cmi.interactions.1.correct_responses.0.pattern"], "0[,]2")
        self.assertEqual(new["cmi.interactions.8.result"], "neutral")
        self.assertNotIn("cmi.interactions.8.correct_responses.0.pattern", new)

    def test_what_the_play_came_to(self) -> None:
        old, new = told(self.page, "1.2"), told(self.page, "2004")
        self.assertEqual((old["cmi.core.lesson_status"], old["cmi.core.score.raw"]), ("failed", "66.67"))
        self.assertEqual((new["cmi.success_status"], new["cmi.score.scaled"]), ("failed", "0.6667"))
        self.assertEqual(
            (old["cmi.core.session_time"], new["cmi.session_time"]), ("0000:01:01.50", "PT61.50S")
        )

    def test_statements(self) -> None:
        made = json.loads(self.page.statements("p", json.dumps(LAUNCH), 1_700_000_000_000))
        self.assertEqual([problem for one in made for problem in problems_of(one)], [])
        for one in made:
            self.assertEqual(read_by_others(one), one["id"])
        verbs = [one["verb"]["id"].rpartition("/")[2] for one in made]
        self.assertEqual(verbs, [*["answered"] * 10, "completed", "failed"])
        types = [one["object"]["definition"]["interactionType"] for one in made[:10]]
        self.assertEqual(types, TYPES)
        self.assertTrue(all(one["actor"] == LAUNCH["actor"] for one in made))
        self.assertTrue(all(one["context"]["registration"] == LAUNCH["registration"] for one in made))
        ended = json.loads(self.page.of_session("terminated", 1_700_000_000_000, 12.25, json.dumps(LAUNCH)))
        self.assertEqual((problems_of(ended), ended["result"]), ([], {"duration": "PT12.25S"}))


class Suspended(unittest.TestCase):
    def test_an_open_question_counts_neither_way(self) -> None:
        page = all_kinds()
        played(page, ["right", "wrong"])
        elements = told(page, "2004")
        self.assertEqual((elements["cmi.score.scaled"], elements["cmi.exit"]), ("0.5", "suspend"))
        self.assertEqual(
            (elements["cmi.completion_status"], elements["cmi.success_status"]), ("incomplete", "unknown")
        )
        self.assertEqual(told(page, "1.2")["cmi.core.lesson_status"], "incomplete")

    def test_before_the_first_answer_there_is_no_score(self) -> None:
        page = all_kinds()
        played(page, [])
        self.assertNotIn("cmi.score.raw", told(page, "2004"))

    def test_what_is_kept_is_taken_up_by_another_page(self) -> None:
        page = all_kinds()
        begun = page.begin("p", "{}", "7")
        moves = [[{"do": "answer", "text": "A", "visit": page._runs["p"].visit}, 900]]
        page.move("p", json.dumps(moves[0][0]), 900)
        packed = page.pack(json.dumps({"begun": begun, "moves": moves}))
        other = all_kinds()
        again = json.loads(other.unpack(packed))
        other.take_up("p", again["begun"], json.dumps(again["moves"]))
        self.assertEqual(told(other, "2004"), told(page, "2004"))
        self.assertEqual(other.trail("p"), page.trail("p"))

    def test_what_is_none_of_ours_is_not_taken_up(self) -> None:
        for text in ("", "hello", "aGVsbG8=", "{}"):
            self.assertEqual(all_kinds().unpack(text), "")

    def test_what_is_too_long_is_not_kept(self) -> None:
        page = all_kinds()
        played(page, [])
        self.assertNotIn("cmi.suspend_data", told(page, "1.2", keeps="x" * (LONGEST_KEPT_12 + 1)))
        self.assertIn("cmi.suspend_data", told(page, "2004", keeps="x" * (LONGEST_KEPT_12 + 1)))

    def test_a_long_play_fits_into_what_scorm_1_2_keeps(self) -> None:
        page = all_kinds()
        begun = page.begin("p", "{}", "7")
        moves = [
            [{"do": "answer", "text": "bowline"[: n % 7], "visit": n}, 1000 * n + n * 37 % 997]
            for n in range(250)
        ]
        packed = page.pack(json.dumps({"begun": begun, "moves": moves}, separators=(",", ":")))
        self.assertLess(len(packed), LONGEST_KEPT_12)


class DemoGames(unittest.TestCase):
    def test_nothing_that_any_demo_game_tells_is_refused(self) -> None:
        for path in sorted(DEMO.glob("*.yaml")):
            game, _ = game_on_disk(path).carried()
            page = CoursePage(kept.to_bytes(game))
            played(page, ["right", "wrong", "right"] * 8, player="Ida")
            for version in ("1.2", "2004"):
                with self.subTest(path.stem, version=version):
                    elements = told(page, version)
                    self.assertTrue(elements)
                    self.assertEqual(wrong_elements(version, elements), [])
            made = json.loads(page.statements("p", json.dumps(LAUNCH), 0))
            self.assertEqual([problem for one in made for problem in problems_of(one)], [])
            self.assertEqual([read_by_others(one) for one in made], [one["id"] for one in made])

    def test_the_other_reader_refuses_what_is_wrong(self) -> None:
        page = all_kinds()
        played(page, ["right"])
        [one] = json.loads(page.statements("p", json.dumps(LAUNCH), 0))
        for wrong in ({"colour": "green"}, {"result": {"duration": "20 s"}}):
            with self.assertRaises(Exception):  # noqa: B017 - it raises many sorts
                read_by_others({**one, **wrong})


class Package(unittest.TestCase):
    def test_its_files_and_that_it_carries_all_it_imports(self) -> None:
        game, media = game_on_disk(DEMO / "1-hut-night.yaml").carried()
        with zipfile.ZipFile(io.BytesIO(course_file(game, media))) as zipped:
            manifest, structure = (
                fromstring(zipped.read("imsmanifest.xml")),
                fromstring(zipped.read("cmi5.xml")),
            )
            page = zipped.read("index.html").decode()
        resource = next(one for one in manifest.iter() if one.tag.endswith("}resource"))
        self.assertEqual(resource.get("href"), "index.html")
        self.assertEqual(resource.get("{http://www.adlnet.org/xsd/adlcp_rootv1p2}scormtype"), "sco")
        unit = next(one for one in structure.iter() if one.tag.endswith("}au"))
        self.assertRegex(str(unit.get("id")), r"urn:uuid:[0-9a-f-]{36}:play")
        self.assertRegex(page, r"connect-src blob: data: https: http:;")

    def test_given_by_the_command_line_the_same_each_time(self) -> None:
        game, media = game_on_disk(DEMO / "1-hut-night.yaml").carried()
        self.assertEqual(course_file(game, media), course_file(game, media))
        self.assertIn("course", run("give", "--help").stdout)

    def test_spans_of_time(self) -> None:
        self.assertEqual([clock_of(one) for one in (0, 59.994, 59.996, 3600.5)],
                         ["0000:00:00.00", "0000:00:59.99", "0000:01:00.00", "0001:00:00.50"])  # fmt: skip
        self.assertTrue(re.fullmatch(r"PT3600\.50S", duration_of(3600.5)))
