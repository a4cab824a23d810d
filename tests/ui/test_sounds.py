"""What is heard: every cue on the bench and in a play, a question's own sound, the maker's tick."""

from __future__ import annotations

import unittest
from pathlib import Path

from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

PACKS = Path(__file__).parents[2] / "dicetrail" / "demo" / "packs"
ROWS = (
    "prompt\tanswer\twrong 1\tsound\nFirst?\tright\twrong\t\nSecond?\tright\twrong\tthree-blasts.ogg\n"
    "Third?\tright\twrong\t\nFourth?\tright\twrong\t\nFifth?\tright\twrong\t\n"
)
RULES = """\
title: Sounding
packs: [packs/sounding.tsv]
deal: {order: filed, options: filed}
tries: 2
leave: true
meters: {score: {start: 0}}
clocks: {question: 40, breather: player}
consequences:
  - {moment: begun, tell: "Here we go.", cue: chime}
  - {moment: right, add: {score: 1}, cue: bright}
  - {moment: wrong, cue: nudge}
  - {moment: missed, cue: dull, reveal: true}
  - {moment: over, cue: gust}
"""
LISTEN = """window.heard = [];
addEventListener('dicetrail:sound', event => window.heard.push(event.detail.name))"""


class Sounds(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served()
        cls.browser = Browser()
        cls.browser.open(f"{cls.served.url}/")
        cls.browser.find("h1", "Packs")
        pack = cls.served.paste("sounding.tsv", ROWS)
        cls.bring(cls.served.url, PACKS / "three-blasts.ogg")
        cls.game = cls.served.make_game("Sounding", pack, RULES)

    @classmethod
    def bring(cls, url: str, path: Path) -> None:
        import httpx

        with path.open("rb") as file:
            httpx.post(f"{url}/api/workshop/media", files={"file": (path.name, file)}).raise_for_status()

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def heard(self, *wanted: str) -> None:
        """Wait until just these were heard since the last look, files by their kind."""

        def names() -> list[str]:
            found = self.browser.driver.execute_script("return window.heard")
            return ["a file" if "/" in name else name for name in found]

        self.browser._wait(lambda _: names() == list(wanted), f"to hear {wanted}, not {names()}")
        self.browser.driver.execute_script("window.heard.length = 0")

    def change(self, **parts: object) -> None:
        path = f"/api/workshop/games/{self.game['id']}"
        revision = self.served.ask("GET", path)["revision"]
        edits = [{"path": name.split("__"), "value": value} for name, value in parts.items()]
        self.served.ask("POST", f"{path}/edits", {"edits": edits, "revision": revision})

    def test_1_every_cue_on_the_bench(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.game['id']}/playtest")
        browser.find("[data-bench]")
        browser.driver.execute_script(LISTEN)
        browser.keys("w")
        self.heard("tap")
        browser.keys("w")
        self.heard("fall")
        browser.keys("r")
        browser.find("[data-step='7']")
        self.heard("rise")
        browser.press("Start over")
        self.heard("bell")
        browser.keys("r")
        self.heard("rise")
        browser.keys("x")
        browser.find("[data-result=done]")
        self.heard("gust")
        browser.press("Back")
        browser.press("Start over")

    def test_2_in_a_play_from_its_begin(self):
        browser = self.browser
        browser.open(f"{self.served.url}/play/sounding")
        browser.driver.execute_script(LISTEN)
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        self.heard("bell")
        browser.keys("a")
        self.heard("rise")
        browser.press("Go on")
        browser.find("h1", "Second?")
        self.heard("a file")
        playing = "return !document.querySelector('audio').paused"
        browser._wait(lambda _: browser.driver.execute_script(playing), "the sound to go on")
        browser.keys("a")
        browser.find("[data-moment=right]")
        browser._wait(lambda _: not browser.driver.execute_script(playing), "the sound to stop at the answer")
        self.heard("rise")
        browser.press("Finish")
        browser.find("[data-result=done]")
        self.heard("gust")

    def test_2b_a_sound_ends_at_the_answer_and_a_press_is_heard(self):
        browser = self.browser
        self.change(look__press="fall")
        browser.open(f"{self.served.url}/play/sounding")
        browser.driver.execute_script(LISTEN)
        browser.driver.execute_script(
            "window.ended = []; addEventListener('dicetrail:silence', e => window.ended.push(e.detail.name))"
        )
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        self.heard("bell")
        browser.keys("b")  # wrong: the bell of the begin ends, the press is heard, then what it was
        browser.find("[data-moment=wrong]")
        self.heard("fall", "tap")
        self.assertEqual(browser.driver.execute_script("return window.ended"), ["bell", "fall"])
        self.change(look__press="")

    def test_2c_a_questions_sound_begins_once_a_visit(self):
        browser = self.browser
        browser.open(f"{self.served.url}/play/sounding")
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        browser.keys("a")
        browser.press("Go on")
        browser.find("h1", "Second?")
        browser.driver.execute_script(LISTEN)
        browser.keys("b")  # wrong: the same visit goes on
        browser.find("[data-moment=wrong]")
        browser.find("[data-phase=asking]")
        self.heard("tap")

    def test_3_the_tick_is_the_makers(self):
        browser = self.browser
        drip = {"pitch": 900}
        self.change(sounds__drip=drip, clocks__question=2, clocks__tick=2, clocks__tick_sound="drip")
        browser.open(f"{self.served.url}/games/{self.game['id']}/feedback")
        browser.find("#heard")
        self.assertEqual(browser.find("[data-field='Heard as']").get_attribute("value"), "drip")
        browser.open(f"{self.served.url}/play/sounding")
        browser.driver.execute_script(LISTEN)
        browser.press("Set out")
        browser.find("[data-moment=late]")
        heard = browser.driver.execute_script("return window.heard")
        self.assertEqual([name for name in heard if name != "bell"], ["drip", "drip"])

    def test_4_all_sound_off(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.game['id']}/feedback")
        browser.find("[data-field^='All sound off']").click()
        browser.find("[data-snag=silent-sound]")
        browser.until("[data-save]", "data-save", "saved")
        browser.open(f"{self.served.url}/play/sounding")
        browser.driver.execute_script(LISTEN)
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        self.assertNotIn("Sound", browser.find("header").text)
        browser.keys("a")
        browser.find("[data-moment=right]")
        self.assertEqual(browser.driver.execute_script("return window.heard"), [])
        browser.open(f"{self.served.url}/games/{self.game['id']}/feedback")
        browser.find("[data-field^='All sound off']").click()
        browser.gone("[data-snag=silent-sound]")
        Select(browser.find("[data-field='Heard as']")).select_by_visible_text("built in")
        path = f"/api/workshop/games/{self.game['id']}"
        browser._wait(lambda _: "tick_sound" not in self.served.ask("GET", path)["text"], "the built-in tick")
        self.assertEqual((browser.axe(), browser.console()), ([], []))
