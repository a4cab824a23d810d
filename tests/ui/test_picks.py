"""Questions that take more than one pick: several right options, and items in their order."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.keys import Keys

from .harness import Browser, Served

PACK = """- {kind: several, prompt: "Which are hard?", options: [Granite, Chalk, Gneiss], key: "A, C"}
- {kind: order, prompt: "Which comes first?", options: [One, Two, Three]}
"""
RULES = """title: Picks
packs: [packs/picks.yaml]
deal: {draw: all, order: filed, options: filed, repeats: never}
meters: {score: {start: 0}}
consequences:
  - {moment: right, add: {score: possible}}
  - {moment: missed, add: {score: hits}, tell: "{hits} of {possible}.", reveal: true}
clocks: {breather: player}
"""


class Picks(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served, cls.browser = Served(), Browser()
        cls.pack = cls.served.paste("picks.yaml", PACK)
        cls.game = cls.served.make_game("Picks", cls.pack, RULES)

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def option(self, text: str):
        return self.browser.find("li button", text)

    def clean(self, where: str) -> None:
        self.assertEqual(self.browser.axe(), [], where)
        self.assertEqual(self.browser.console(), [], where)

    def begin(self) -> None:
        self.browser.open(f"{self.served.url}/play/{self.game['slug']}")
        self.browser.press("Set out")
        self.browser.find("h1", "Which are hard?")

    def label(self, text: str) -> str:
        return self.option(text).text[0].lower()

    def test_by_the_keyboard(self):
        browser = self.browser
        self.begin()
        browser.keys("a", "b", "c", "b")  # b is taken out again
        self.assertEqual(self.option("Chalk").get_attribute("aria-pressed"), "false")
        self.assertEqual(self.option("Gneiss").get_attribute("aria-pressed"), "true")
        self.clean("several")
        browser.keys(Keys.ENTER)
        browser.find("[data-moment=right]")
        browser.find("button", "Go on")
        browser.keys(Keys.ENTER)
        browser.find("h1", "Which comes first?")
        one, two, three = map(self.label, ("One", "Two", "Three"))
        browser.keys(one, three, Keys.BACKSPACE, two)
        self.assertIn("2 of 3", self.option("Two").text)
        self.assertFalse(browser.find("button", "Answer").is_enabled())
        browser.keys(three)
        self.clean("order")
        browser.keys(Keys.ENTER)
        browser.find("[data-moment=right]")

    def test_by_touch_on_a_phone(self):
        browser = self.browser
        browser.resize(390, 800)
        self.addCleanup(browser.resize, 1280, 800)
        self.begin()
        self.option("Granite").click()
        self.option("Chalk").click()
        browser.press("Answer")
        browser.find("[data-moment=missed]", "1 of 2.")
        browser.find("[data-moment=missed]", "Granite, Gneiss")
        self.assertEqual(self.option("Granite").get_attribute("data-mark"), "right")
        self.assertEqual(self.option("Chalk").get_attribute("data-mark"), "wrong")
        self.assertEqual(self.option("Gneiss").get_attribute("data-mark"), "right")
        self.clean("several, marked")
        wide = browser.driver.execute_script("return document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        browser.press("Go on")
        for text in ("Two", "One", "Three"):
            self.option(text).click()
        browser.press("Answer")
        browser.find("[data-moment=missed]", "1 of 3.")
        browser.find("[data-moment=missed]", "One → Two → Three")
        self.assertEqual(self.option("Three").get_attribute("data-mark"), "right")

    def test_they_are_written_on_the_screen(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.game['id']}/questions")
        browser.find("[data-question='0']").click()
        browser.find("aside input[aria-label='B is right']").click()
        browser.find("[data-question='0']", "Granite, Chalk, Gneiss")
        browser.find("aside input[aria-label='B is right']").click()
        browser.find("[data-question='0']", "Granite, Gneiss")
        browser.find("[data-question='1']").click()
        browser.find("aside legend", "Items, in their order")
        browser.find("aside button[aria-label='Move option C up']").click()
        browser.find("[data-question='1']", "One → Three → Two")
        self.clean("order, written")
        browser.find("aside button[aria-label='Move option B down']").click()
        browser.find("[data-question='1']", "One → Two → Three")
        fields = browser.all("aside [data-own]")
        self.assertEqual([one.get_attribute("value") for one in fields][1:], ["One", "Two", "Three"])

    def test_checking_explains_them(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.game['id']}/checking?pack={self.pack['id']}&q=0")
        browser.find("#try").send_keys("granite, chalk")
        browser.find("main", "1 of 2 right options")
        self.clean("checking")
