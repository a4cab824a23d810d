"""A game as a page: opened from the disk with no network, played by the same engine, saved by its player."""

from __future__ import annotations

import json
import tempfile
import unittest
from pathlib import Path

from dicetrail.files import game_on_disk
from dicetrail.give.carried import kept
from dicetrail.give.page import page_file
from tests.moves import MOVES
from tests.running import run
from tests.ui.harness import Browser

DEMO = Path(__file__).parents[2] / "dicetrail" / "demo"
LARGEST = 10_000_000
"""Bytes of the page of a game of texts."""


class TakenAway(unittest.TestCase):
    """The page is opened once: to start an engine in a browser takes seconds."""

    @classmethod
    def setUpClass(cls):
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        cls.moves = cls.folder / "moves.txt"
        cls.moves.write_text(MOVES, "utf-8")
        cls.page = cls.folder / "hut.html"
        done = run("give", DEMO / "1-hut-night.yaml", "--as", "page", cls.page)
        assert done.returncode == 0, done.stderr
        cls.browser = Browser()
        cls.offline(True)
        cls.addClassCleanup(cls.browser.close)
        cls.addClassCleanup(cls.offline, False)
        cls.browser.open(cls.page.as_uri())
        cls.browser.find("button", "Set out")

    @classmethod
    def offline(cls, off: bool) -> None:
        cls.browser.driver.execute_cdp_cmd("Network.enable", {})
        cls.browser.driver.execute_cdp_cmd(
            "Network.emulateNetworkConditions",
            {"offline": off, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1},
        )

    def test_the_same_trails_for_all_games(self):
        wanted = json.dumps({"dice": 1708, "player": "Ida"})
        for path in sorted(DEMO.glob("*.yaml")):
            with self.subTest(path.stem):
                here = run("play", path, "--dice", 1708, "--player", "Ida", "--moves", self.moves).stdout
                game, _ = game_on_disk(path).carried()
                there = self.browser.driver.execute_script(
                    "return window.diceTrail(new Uint8Array(arguments[0])).trail_of(...arguments[1])",
                    list(kept.to_bytes(game)),
                    [MOVES, wanted],
                )
                self.assertEqual(there, here)
        own = self.browser.driver.execute_script(
            "return window.diceTrail().trail_of(...arguments[0])", [MOVES, wanted]
        )
        first = run(
            "play", DEMO / "1-hut-night.yaml", "--dice", 1708, "--player", "Ida", "--moves", self.moves
        )
        self.assertEqual(own, first.stdout)

    def test_a_play_from_the_first_question_to_the_saved_result(self):
        browser = self.browser
        self.assertEqual(browser.axe(), [])
        self.assertTrue(browser.find("img").get_attribute("src").startswith("blob:"))
        name = browser.find("input[autocomplete=nickname]")
        name.send_keys("Ida")
        count = browser.find("input[type=number]")
        count.clear()
        count.send_keys("3")
        browser.press("Set out")
        browser.find("p", "Question 1 of 3")
        self.assertEqual(browser.axe(), [])
        browser.driver.refresh()  # a page that is shut by mistake loses nothing
        browser.find("p", "Question 1 of 3")
        browser.keep_pressing("a", "[data-result]")
        browser.find("[data-result]")
        self.assertEqual(browser.axe(), [])
        saved = browser.driver.execute_async_script(
            """const done = arguments[0];
            const make = URL.createObjectURL;
            URL.createObjectURL = (blob) => { blob.text().then(done); return make(blob); };
            [...document.querySelectorAll("button")].find((b) => b.innerText === "Save as a file").click();"""
        )
        steps = [json.loads(line) for line in saved.splitlines()]
        self.assertEqual(steps[0]["moment"], "begun")
        self.assertEqual(steps[-1]["moment"], "over")
        browser.press("Play again")
        browser.find("button", "Set out")

    def test_its_size_and_that_no_answer_lies_in_plain_sight(self):
        text_game = next(path for path in sorted(DEMO.glob("*.yaml")) if path.stem.startswith("5-"))
        page = page_file(*game_on_disk(text_game).carried())
        self.assertLess(len(page), LARGEST)
        self.assertNotIn(b"Contour lines", self.page.read_bytes())


class InTurn(unittest.TestCase):
    def test_two_play_a_page_in_turn_and_take_it_up_again(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        rows = "".join(f"QUESTION {n}?\tyes {n}\tno {n}\tnor {n}\n" for n in range(4))
        (folder / "table.tsv").write_text(f"prompt\tanswer\twrong\twrong\n{rows}", "utf-8")
        rules = "title: Table\npacks: [table.tsv]\ndeal: {order: filed, options: filed}\nplayers: {}\n"
        (folder / "table.yaml").write_text(f"{rules}meters: {{score: {{start: 0}}}}\n", "utf-8")
        page = folder / "table.html"
        done = run("give", folder / "table.yaml", "--as", "page", page)
        self.assertEqual(done.returncode, 0, done.stderr)
        browser = Browser()
        self.addCleanup(browser.close)
        browser.open(page.as_uri())
        for n, name in enumerate(("Ada", "Ben"), 1):
            browser.find(f"[aria-label='Name of player {n}']").send_keys(name)
        browser.press("Set out")
        for number, name in enumerate(("Ada", "Ben", "Ada", "Ben")):
            browser.find("[data-hands-over] h1", f"Your turn, {name}")
            if number == 1:
                browser.driver.refresh()  # a page that is shut by mistake loses nobody
                browser.find("[data-hands-over] h1", f"Your turn, {name}")
            browser.find("[data-breather] button")
            browser.keys(" ")
            browser.find("[data-phase=asking] h1", f"QUESTION {number}?")
            browser.keys("a")
        browser.find("[data-places]")
        self.assertEqual(browser.axe(), [])
