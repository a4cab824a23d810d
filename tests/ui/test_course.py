"""A course in a learning platform: brought, played, shut in the middle, taken up again, finished."""

from __future__ import annotations

import json
import tempfile
import threading
import unittest
import zipfile
from pathlib import Path
from typing import Any, ClassVar
from urllib.request import urlopen

from dicetrail.files import game_on_disk
from dicetrail.give.course_file import course_file
from dicetrail.standin.platform import LearningPlatform

from .harness import Browser

RULES = """title: Knots for school
packs: [four.tsv]
deal: {order: filed, options: filed}
meters: {score: {start: 0}}
clocks: {breather: player}
endings:
- {if: left == 0 and score >= 2, result: won}
- {if: left == 0, result: lost}
consequences: [{moment: right, add: {score: 1}}]
"""
ROWS = "prompt\tanswer\twrong\n" + "".join(f"QUESTION {n}?\tyes {n}\tno {n}\n" for n in range(4))


class Course(unittest.TestCase):
    """One platform and one browser; each way of opening it is one test."""

    platform: ClassVar[LearningPlatform]
    browser: ClassVar[Browser]
    folder: ClassVar[Path]

    @classmethod
    def setUpClass(cls) -> None:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        (folder / "four.tsv").write_text(ROWS, "utf-8")
        (folder / "knots.yaml").write_text(RULES, "utf-8")
        package = folder / "knots.course.zip"
        package.write_bytes(course_file(*game_on_disk(folder / "knots.yaml").carried()))
        with zipfile.ZipFile(package) as zipped:
            zipped.extract("index.html", folder)
        cls.folder = folder
        cls.platform = LearningPlatform()
        threading.Thread(target=cls.platform.serve_forever, daemon=True).start()
        cls.addClassCleanup(cls.platform.server_close)
        cls.addClassCleanup(cls.platform.shutdown)
        cls.browser = browser = Browser()
        cls.addClassCleanup(browser.close)
        browser.open(cls.platform.address)
        browser.find("input[type=file]").send_keys(str(package))
        browser.find("h2", "Knots for school")

    def told(self) -> dict[str, Any]:
        with urlopen(f"{self.platform.address}/courses", timeout=30) as answer:
            course: dict[str, Any] = json.load(answer)["1"]
        return course

    def launched(self, way: str) -> None:
        self.browser.open(self.platform.address)
        self.browser.find("a", f"Open by {way}").click()
        self.browser.driver.switch_to.frame(self.browser.find("iframe"))

    def left(self) -> None:
        """The course is left by the platform's own link."""
        self.browser.driver.switch_to.default_content()
        self.browser.find("a", "Leave the course").click()
        self.browser.find("h1", "A stand-in")

    def answered(self, number: int, key: str) -> None:
        browser = self.browser
        browser.find("[data-phase=asking] h1", f"QUESTION {number}?")
        browser.keys(key)
        browser.find("[data-breather] button")
        browser.keys(" ")

    def played_in_two_sittings(self, way: str) -> None:
        """Two questions, one right; the page is shut; then the other two, both right."""
        browser = self.browser
        self.launched(way)
        browser.press("Set out")
        self.answered(0, "a")
        self.answered(1, "b")
        browser.find("[data-phase=asking] h1", "QUESTION 2?")
        self.left()
        browser.driver.execute_script("sessionStorage.clear()")
        self.between = self.told()
        self.launched(way)
        self.answered(2, "a")
        self.answered(3, "a")
        browser.find("[data-result=won]")
        self.left()

    def test_by_scorm_1_2(self) -> None:
        self.played_in_two_sittings("SCORM 1.2")
        before, after = (one["elements"]["1.2"] for one in (self.between, self.told()))
        self.assertEqual(before["cmi.core.lesson_status"], "incomplete")
        self.assertEqual(before["cmi.core.exit"], "suspend")
        self.assertEqual((before["cmi.core.score.raw"], before["cmi.core.score.max"]), ("50", "100"))
        self.assertEqual(after["cmi.core.lesson_status"], "passed")
        self.assertEqual(after["cmi.core.score.raw"], "75")
        given = [after[f"cmi.interactions.{n}.student_response"] for n in range(4)]
        self.assertEqual(given, ["0", "1", "0", "0"])
        results = [after[f"cmi.interactions.{n}.result"] for n in range(4)]
        self.assertEqual(results, ["correct", "wrong", "correct", "correct"])
        self.assertEqual(self.told()["problems"], [])
        self.assertEqual(self.browser.axe(), [])

    def test_by_scorm_2004(self) -> None:
        self.played_in_two_sittings("SCORM 2004")
        before, after = (one["elements"]["2004"] for one in (self.between, self.told()))
        self.assertEqual(
            (before["cmi.completion_status"], before["cmi.success_status"]), ("incomplete", "unknown")
        )
        self.assertEqual(
            (after["cmi.completion_status"], after["cmi.success_status"]), ("completed", "passed")
        )
        self.assertEqual((after["cmi.score.scaled"], after["cmi.score.raw"]), ("0.75", "75"))
        self.assertEqual(after["cmi.interactions.1.result"], "incorrect")
        self.assertEqual(after["cmi.interactions.1.correct_responses.0.pattern"], "0")
        self.assertEqual(self.told()["problems"], [])

    def test_without_a_platform_it_plays_as_any_page(self) -> None:
        self.browser.console()  # a platform says 404 to what it does not keep yet
        self.browser.open((self.folder / "index.html").as_uri())
        self.browser.press("Set out")
        self.answered(0, "a")
        self.browser.find("[data-phase=asking] h1", "QUESTION 1?")
        self.assertEqual(self.browser.console(), [])

    def test_by_cmi5(self) -> None:
        self.played_in_two_sittings("cmi5")
        verbs = [one["verb"]["id"].rpartition("/")[2] for one in self.told()["statements"]]
        sitting = ["initialized", "answered", "answered", "terminated"]
        self.assertEqual(verbs, [*sitting, *sitting[:3], "completed", "passed", "terminated"])
        passed = next(one for one in self.told()["statements"] if one["verb"]["id"].endswith("passed"))
        self.assertEqual(passed["result"]["score"]["scaled"], 0.75)
        self.assertEqual(passed["actor"]["name"], "Ida Sample")
        self.assertEqual(self.told()["problems"], [])
