"""Scenes of cues: composed on screen, experienced at full and half speed, still where motion is reduced."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served


class Scenes(unittest.TestCase):
    def setUp(self) -> None:
        self.served, self.browser = Served(demo=True), Browser()
        self.addCleanup(self.served.stop)
        self.addCleanup(self.browser.close)
        games = self.served.ask("GET", "/api/workshop/shelf")["games"]
        self.game = next(one for one in games if one["title"] == "The Map Table")

    def kept(self) -> list[dict[str, object]]:
        document = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}/rules")["document"]
        return document["cues"].get("bright", {}).get("scene", [])

    def test_a_scene_is_composed_and_experienced(self) -> None:
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.game['id']}/feedback")
        browser.find("[data-act='1']")
        browser.button("Add an act").click()
        browser.find("[data-act='2']")
        what = browser.driver.find_element(By.CSS_SELECTOR, "select[aria-label='act 2: what']")
        Select(what).select_by_visible_text("text")
        browser.find("input[aria-label='act 2: text']")
        browser._wait(lambda _: [one["text"] for one in self.kept()] == ["", "Well!"], "the act to be kept")
        for speed in ("full", "half"):
            if speed == "half":
                browser.find("label", "at half speed").click()
            browser.find("button", "Experience ‘bright’").click()
            browser.find("[data-experience] .act", "Well!")
            browser.find("[data-experience] [data-on=meters].motion-swell")
            browser.gone("[data-experience] .act")
        self.assertEqual(browser.axe(), [])
        browser.find("label", "with reduced motion").click()
        browser.find("button", "Experience ‘bright’").click()
        shown = browser.find("[data-experience] [data-on=meters].motion-swell")
        style = "return getComputedStyle(arguments[0])"
        element = browser.driver.find_element(By.CSS_SELECTOR, "[data-experience] [data-on=meters]")
        self.assertEqual(browser.driver.execute_script(f"{style}.animationName", element), "none")
        self.assertEqual(browser.driver.execute_script(f"{style}.outlineStyle", element), "solid", shown)
        browser.find("[data-act='2'] button", "Remove").click()
        browser._wait(lambda _: len(self.kept()) == 1, "the act to be removed")
        self.assertEqual(browser.console(), [])


if __name__ == "__main__":
    unittest.main()
