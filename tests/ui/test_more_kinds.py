"""Pairs, gaps, places and bounds: played with keys alone and by mouse, and written on screen."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from .on_screen import OnScreen

QUESTIONS = 7


class MapTable(OnScreen):
    demo = True

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        shelf = cls.served.ask("GET", "/api/workshop/shelf")
        cls.game = next(one for one in shelf["games"] if one["title"] == "The Map Table")
        cls.pack = next(one for one in shelf["packs"] if one["name"].endswith("map-table.yaml"))

    def press(self, *keys: str) -> None:
        self.browser.find("body").send_keys(*keys)

    def test_keys_alone_finish_it(self) -> None:
        """Every way of answering, its roles and its names as a screen reader is told them."""
        browser, seen = self.browser, set()
        browser.open(f"{self.served.url}/play/{self.game['slug']}?dice=3")
        browser.press("Set out")
        for number in range(1, QUESTIONS + 1):
            browser.find("p", f"Question {number} of {QUESTIONS}")
            while not browser.all("[data-breather]"):
                browser.find("[data-phase=asking]")
                steps = browser.find("[data-steps]").get_attribute("data-steps")
                seen.add(self.answer())
                browser._wait(lambda _, steps=steps: self.went_on(steps), "the next try, or the pause")
            browser.find("[data-breather]")
            self.press(Keys.ENTER)
        browser.find("[data-award]")
        self.assertLessEqual({"items", "gap", "slider", "spot"}, seen)
        self.clean("the result")

    def went_on(self, steps: str | None) -> bool:
        """Whether the play stands where another answer can be given, or a key is waited for."""
        again = f"[data-phase=asking]:not([data-steps='{steps}']), [data-breather]"
        return bool(self.browser.all(again))

    def answer(self) -> str:
        """Give an answer by keys, right or not."""
        browser = self.browser
        browser.find("[data-phase=asking] :is([data-items], [data-gap], [data-slider], [data-spot])")
        if items := browser.all("[data-items] button"):
            pressed = [item.get_attribute("aria-pressed") for item in items]
            self.assertEqual(pressed.count("true"), 1)
            self.assertTrue(items[0].accessible_name.startswith("1 "), items[0].accessible_name)
            for number, label in enumerate("ABCD"[: len(items)], 1):
                if items[number - 1].get_attribute("data-joined") != label:
                    self.press(str(number), label.lower())
            self.clean("items joined")
            self.press(Keys.ENTER)
            return "items"
        if gaps := browser.all("[data-gap]"):
            self.assertEqual({gap.aria_role for gap in gaps}, {"textbox"})
            self.assertIn("___", gaps[0].accessible_name)
            for gap in gaps:
                gap.send_keys("500")
            self.clean("gaps filled")
            gaps[-1].send_keys(Keys.ENTER)
            return "gap"
        if browser.all("[data-slider]"):
            slider = browser.find("input[type=range]")
            self.assertEqual((slider.aria_role, slider.accessible_name), ("slider", "Your answer"))
            slider.send_keys(Keys.ARROW_RIGHT, Keys.ENTER)
            return "slider"
        picture = browser.find("[data-spot] img")
        self.assertIn("A map with two summits", picture.accessible_name)
        self.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT)
        browser.find("[data-place]", "% from the left")
        self.clean("a cross on the picture")
        self.press(Keys.ENTER)
        return "spot"

    def test_a_place_by_mouse(self) -> None:
        browser = self.browser
        rules = (
            'title: Pointing\npacks: [PACK]\ndeal: {order: filed, draw: [{if: kind == "spot"}]}\n'
            "meters: {score: {start: 0}}\nclocks: {breather: player}\n"
            "consequences: [{moment: right, add: {score: 1}, tell: There.}]\n"
        )
        game = self.served.make_game("Pointing", self.pack, rules.replace("PACK", self.pack["name"]))
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.press("Set out")
        browser.find("[data-spot] img")
        picture = browser.driver.find_element(By.CSS_SELECTOR, "[data-spot] img")
        size = picture.size
        right, down = (0.86 - 0.5) * size["width"], (0.78 - 0.5) * size["height"]
        ActionChains(browser.driver).move_to_element_with_offset(picture, right, down).click().perform()
        browser.find("[data-place]", "86 % from the left")
        browser.button("Answer").click()
        browser.find("[aria-live]", "There.")
        self.assertEqual(len(browser.all("[data-spot] rect")), 1, "the area is drawn once it is right")

    def test_they_are_written_on_screen(self) -> None:
        browser = self.browser
        browser.open(f"{self.served.url}/packs/{self.pack['id']}")
        browser.find("[data-question='5']").click()
        browser.find("[data-word]", "together")
        next(one for one in browser.all("[data-word]") if one.text == "together").click()
        browser.find("label", "Gap 3 accepts")
        self.clean("a third gap")
        browser.find("[data-question='2']").click()
        browser.find("[data-area='1'] button").send_keys(Keys.ARROW_RIGHT)
        browser.until("[data-area='1'] input", "value", "box 83 72 91 84")
        self.clean("an area that was moved")
        browser.find("[data-question='0']").click()
        field = browser.find("[data-pair='5'] input[aria-label='right E']")
        field.send_keys("x")
        self.clean("a further one on the right")


if __name__ == "__main__":
    unittest.main()
