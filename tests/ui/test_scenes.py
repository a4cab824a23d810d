"""Scenes of cues: composed on screen, experienced at full and half speed, still where motion is reduced."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

# Whether the meters have the still form of their motion.
STILL = """
const meters = document.querySelector("[data-experience] [data-on=meters].motion-swell");
if (!meters) return false;
const style = getComputedStyle(meters);
return style.animationName === "none" && style.outlineStyle === "solid";
"""
# The numbers the first meter showed on its way, after a press.
NUMBERS = """
const done = arguments[0], seen = new Set(), begun = performance.now();
const look = (now) => {
  const meter = document.querySelector("[data-experience] [data-on=meters] dd");
  if (meter) seen.add(meter.firstChild.textContent);
  now - begun < 2500 ? requestAnimationFrame(look) : done([...seen]);
};
document.querySelector("[data-experience]").parentElement.querySelector("button").click();
requestAnimationFrame(look);
"""


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
        browser.find("[data-act='3']")
        what = browser.driver.find_element(By.CSS_SELECTOR, "select[aria-label='act 3: what']")
        Select(what).select_by_visible_text("text")
        browser.find("input[aria-label='act 3: text']")
        wanted = ["", "", "Well!"]
        browser._wait(lambda _: [one["text"] for one in self.kept()] == wanted, "the act to be kept")
        for speed in ("full", "half"):
            if speed == "half":
                browser.find("label", "at half speed").click()
            browser.find("button", "Experience ‘bright’").click()
            browser.find("[data-experience] .act", "Well!")
            browser.find("[data-experience] [data-on=meters].motion-swell")
            browser.gone("[data-experience] .act")
        numbers = browser.driver.execute_async_script(NUMBERS)
        self.assertGreater(len(numbers), 2, numbers)
        self.assertEqual(browser.axe(), [])
        browser.find("label", "with reduced motion").click()
        browser.find("button", "Experience ‘bright’").click()
        browser._wait(lambda _: browser.driver.execute_script(STILL), "an outline in place of the motion")
        self.assertLessEqual(len(browser.driver.execute_async_script(NUMBERS)), 2)
        browser.find("[data-act='3'] button", "Remove").click()
        browser._wait(lambda _: len(self.kept()) == 2, "the act to be removed")
        self.assertEqual(browser.console(), [])


if __name__ == "__main__":
    unittest.main()
