"""Feedback in the browser: cues experienced, sounds changed, the look worn by the player's page."""

from __future__ import annotations

import tempfile
import time
import unittest
import urllib.request
from pathlib import Path

import numpy as np
import soundfile
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}\n" for n in range(3))
RULES = """\
title: Heard
packs: [packs/heard.tsv]
deal: {order: filed, options: filed}
meters: {lives: {start: 3, max: 3}}
clocks: {question: 3, breather: 0, tick: 3}
consequences:
  - {moment: right, cue: bright}
  - {moment: late, add: {lives: -1}, cue: gust, hold: 2}
"""
LISTEN = "window.heard = []; addEventListener('dicetrail:sound', event => window.heard.push(event.detail))"


class Feedback(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served()
        cls.browser = Browser()
        cls.game = cls.served.make_game("Heard", cls.served.paste("heard.tsv", ROWS), RULES)

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def put(self, field: str, value: str) -> None:
        before = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}")["revision"]
        cell = self.browser.find(f"[data-field='{field}']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys(value, Keys.ENTER)
        self.browser._wait(
            lambda _: self.served.ask("GET", f"/api/workshop/games/{self.game['id']}")["revision"] > before,
            f"{field} kept",
        )
        self.browser.until("[data-save]", "data-save", "saved")

    def shown(self, css: str) -> None:
        """Wait for something on the player's page that is shown beside the fields."""
        there = "return !!document.querySelector('iframe')?.contentDocument?.querySelector(arguments[0])"
        self.browser._wait(lambda _: self.browser.driver.execute_script(there, css), f"{css}, shown")

    def heard(self) -> list[str]:
        return [one["name"] for one in self.browser.driver.execute_script("return window.heard")]

    def test_1_a_cue_is_made_changed_and_experienced(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.game['id']}/feedback")
        browser.find("[data-cue=bright]", "row 1")
        browser.driver.execute_script(LISTEN)
        browser.press("Experience")
        browser.find("[data-experience=bright] [data-moment].motion-sweep")
        self.assertEqual(self.heard(), ["rise"])
        self.put("Stays", "2.5")
        browser.find("p", "It stays for 2.5 seconds")
        self.put("Pitch", "523")
        text = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}")["text"]
        self.assertIn("hold: 2.5", text)
        self.assertIn("pitch: 523", text)
        browser.press("Experience")
        browser.until("[data-experience]", "data-round", "2")
        self.assertEqual(self.heard(), ["rise", "own 1"])
        for box in browser.all("[data-experience]")[0].find_elements("xpath", "..//input[@type='checkbox']"):
            box.click()
        browser.press("Experience")
        browser.until("[data-experience]", "data-round", "3")
        self.assertEqual(len(self.heard()), 2)
        still = browser.driver.execute_script(
            "return getComputedStyle(document.querySelector('[data-experience] [data-moment]')).animationName"
        )
        self.assertEqual(still, "none")
        self.put("Motion made", "20")
        browser.find("[data-snag=flashes]")
        browser.press("Undo")
        browser.gone("[data-snag=flashes]")
        self.assertEqual((browser.axe(), browser.console()), ([], []))

    def test_2_the_look_is_worn_and_its_contrast_told(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.game['id']}/feedback")
        browser.press("The player’s page")
        field = browser.find("[data-field=Ground]")
        field.send_keys(Keys.HOME)
        self.shown("form button")
        self.assertEqual(browser.driver.switch_to.active_element, field, "the page shown takes no focus")
        self.put("Ground", "#1d2a33")
        self.shown("[data-look='#1d2a33'] form button")
        self.assertNotEqual(browser.driver.switch_to.active_element.tag_name, "iframe")
        browser.find("[data-snag=low-contrast]")
        browser.find("[data-contrast=ink]", "4.5 is needed")
        self.put("Text", "#f2efe6")
        self.put("What is pressed", "#f0c35a")
        browser.gone("[data-snag=low-contrast]")
        Select(browser.find("[data-field='A life is a']")).select_by_visible_text("boot")
        browser.until("[data-save]", "data-save", "saved")
        browser.open(f"{self.served.url}/play/heard")
        browser.find("[data-look='#1d2a33']")
        for page in ("start", "asking", "result"):
            self.assertEqual(browser.axe(), [], page)
            if page == "start":
                browser.press("Set out")
                browser.find("[data-phase=asking]")
            elif page == "asking":
                for _ in range(3):
                    browser.find("[data-phase=asking]")
                    browser.keys("a")
                    time.sleep(0.3)
                browser.find("[data-result]")
        ground = browser.driver.execute_script(
            "return getComputedStyle(document.querySelector('[data-look]')).backgroundColor"
        )
        self.assertEqual(ground, "rgb(29, 42, 51)")

    def test_2b_a_sound_is_brought_and_trimmed(self):
        browser = self.browser
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "horn.wav"
            tone = np.sin(np.linspace(0, 2 * np.pi * 440 * 2, 2 * 8000)) * np.linspace(0, 1, 2 * 8000)
            soundfile.write(path, tone, 8000)
            browser.open(f"{self.served.url}/games/{self.game['id']}/feedback")
            browser.find("[data-cue=dull]").click()
            browser.find("h2", "dull")
            browser.all("input[type=file]")[0].send_keys(str(path))
            browser.find("legend", "own")
            browser.find("p", "2.00 seconds")
        self.put("To", "1.5")
        self.put("From", "0.5")
        browser.find("p", "1.00 seconds, level 70 %")
        text = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}")["text"]
        self.assertIn("horn.wav#t=0.5,1.5", text)
        seen = self.served.ask("POST", f"/api/workshop/games/{self.game['id']}/feedback/try", {"cue": "dull"})
        file = seen["feedback"]["cue"]["sound"]["file"]
        self.assertTrue(file.endswith("#t=0.5,1.5"), file)
        with urllib.request.urlopen(self.served.url + file.partition("#")[0], timeout=40) as response:
            self.assertIn("audio", response.headers["content-type"])
        self.assertEqual((browser.axe(), browser.console()), ([], []))

    def test_3_the_countdown_ends_at_zero(self):
        browser = self.browser
        browser.open(f"{self.served.url}/play/heard")
        browser.driver.execute_script(LISTEN)
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        browser.find("[data-moment=late]")
        heard = browser.driver.execute_script("return window.heard")
        ticks = [one for one in heard if one["name"] in ("tick", "zero")]
        self.assertEqual([one["name"] for one in ticks], ["tick", "tick", "zero"])
        self.assertEqual([one["at"] for one in ticks], sorted(one["at"] for one in ticks))
