"""Every screen: nothing axe-core objects to, everything by keyboard, at both widths."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.keys import Keys

from .harness import Browser, Served

SHORT = """\
title: Short
packs: [packs/short.tsv]
deal: {order: filed, options: filed}
setup: {name: ask, count: {min: 1, max: 2, default: 2}}
meters: {score: {start: 0}, lives: {start: 3, max: 3}, warmth: {start: 2, min: 0, max: 9, show: bar}}
clocks: {question: 60, game: 300, breather: player}
consequences:
  - {moment: right, add: {score: 1}, tell: "Up it is.", cue: bright}
  - {moment: missed, add: {lives: -1}, reveal: true, cue: dull}
awards:
  - {if: percent >= 0, title: Walked}
"""
READ = """
const main = document.querySelector("main");
window.read = [];
new MutationObserver(() => read.push(main.innerText)).observe(main, {childList: true, subtree: true});
"""
"""Keeps whatever is to be read on the screen from now on."""


class Access(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served(demo=True)
        cls.browser = Browser()

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def clean(self, where: str) -> None:
        self.assertEqual(self.browser.axe(), [], where)
        self.assertEqual(self.browser.console(), [], where)

    def no_sideways_scroll(self) -> None:
        width = self.browser.driver.execute_script("return document.documentElement.scrollWidth - innerWidth")
        self.assertLessEqual(width, 0)

    def test_shelf_questions_and_rules(self):
        browser = self.browser
        browser.resize(1280, 800)
        browser.open(self.served.url)
        browser.find("a", "Hut Night at Lanternfell")
        self.clean("shelf")
        self.no_sideways_scroll()
        browser.press("Paste text")
        browser.find("[role=dialog]")
        self.clean("paste")
        browser.keys(Keys.ESCAPE)
        browser.gone("[role=dialog]")
        browser.press("New game")
        browser.find("[role=dialog]")
        self.clean("new game")
        browser.keys(Keys.ESCAPE)
        browser.find("a", "hut-book.tsv").click()
        browser.find("[data-line]")
        self.clean("questions")
        browser.find("[data-line='1'] button").click()
        browser.find("textarea")
        self.clean("questions, editing")
        height = browser.driver.execute_script("return document.documentElement.scrollHeight - innerHeight")
        self.assertLessEqual(height, 0)
        browser.open(f"{self.served.url}/games/1/checking")
        browser.find("[data-sample]")
        self.clean("checking")
        browser.open(f"{self.served.url}/games/1/deal")
        browser.find("[data-card]")
        self.clean("deal")
        browser.open(f"{self.served.url}/games/1/feedback")
        browser.press("Experience")
        browser.find("[data-experience] [data-moment]")
        self.clean("feedback screen")
        browser.driver.execute_script(READ)
        browser.find("nav a", "Rules").click()
        browser.find("[data-comes-to=ready]")
        read = browser.driver.execute_script("return window.read")
        self.assertFalse([one for one in read if "Opening" in one], "a screen stays until the next is there")
        self.clean("rules as sentences")
        browser.press("As text")
        browser.find(".cm-content")
        self.clean("rules")
        browser.find(".cm-content").click()
        browser.keys("oops ")
        browser.find("[data-snag]")
        self.clean("rules with a snag")
        browser.keys(*[Keys.BACKSPACE] * 5)
        browser.find("p", "None. The game can be played.")
        browser.until("[data-save]", "data-save", "saved")
        browser.open(f"{self.served.url}/nowhere")
        browser.find("h1", "no path")
        self.clean("nowhere")

    def test_what_is_removed_can_be_put_back(self):
        browser = self.browser
        browser.open(self.served.url)
        game = self.served.ask("GET", "/api/workshop/shelf")["games"][0]["title"]
        browser.press(f"More for {game}")
        browser.find("[role=menuitem]", "Remove")
        self.clean("the shelf with a menu")
        browser.keys(Keys.ARROW_DOWN, Keys.ENTER)
        browser.find("h1", "Rules")
        browser.open(self.served.url)
        browser.find("a", f"{game} (copy)")
        browser.press(f"More for {game} (copy)")
        browser.find("[role=menuitem]", "Remove").click()
        browser.find("[data-off]", f"{game} (copy)")
        self.clean("the shelf with something off it")
        browser.find("[data-off] button", "Put back").click()
        browser.gone("[data-off]")
        browser.find("a", f"{game} (copy)")

    def test_players_page_at_both_widths(self):
        browser = self.browser
        pack = self.served.paste(
            "short.tsv", "kind,question,answer,wrong\nchoice,Which way?,Up,Down\ntyped,What knot?,Bowline,\n"
        )
        self.served.make_game("Short", pack, SHORT)
        for width, height in ((1280, 800), (390, 844)):
            browser.resize(width, height)
            browser.open(f"{self.served.url}/play/short")
            browser.find("button", "Set out")
            self.clean("start")
            browser.press("Set out")
            browser.find("[data-phase=asking]")
            self.clean("asking")
            self.no_sideways_scroll()
            browser.keys("a")
            browser.find("button", "Go on")
            self.clean("feedback")
            browser.keys(Keys.ENTER)
            browser.find("[data-phase=asking] input")
            self.clean("asking for words")
            browser.keys("granny", Keys.ENTER)
            browser.find("[data-moment=missed]", "Bowline")
            browser.find("button", "Go on")
            browser.keys(Keys.ENTER)
            browser.find("[data-result]")
            self.clean("result")
            self.no_sideways_scroll()

    def test_by_keyboard_alone(self):
        """From the shelf to a finished play without the mouse."""
        browser = self.browser
        browser.resize(1280, 800)
        browser.open(self.served.url)
        browser.find("a", "Hut Night at Lanternfell")

        def tab_to(text: str) -> None:
            for _ in range(60):
                browser.keys(Keys.TAB)
                focused = browser.driver.switch_to.active_element
                if focused.tag_name in ("a", "button") and text in focused.text:
                    outline = focused.value_of_css_property("outline-style")
                    self.assertNotEqual(outline, "none", f"{text} shows no focus")
                    return
            self.fail(f"{text} is not reached by Tab")

        tab_to("hut-book.tsv")
        browser.keys(Keys.ENTER)
        browser.find("h1", "hut-book.tsv")
        tab_to("Put the tabs back")
        browser.keys(Keys.ENTER)
        browser.find("p", "6 questions")
        browser.chord(Keys.CONTROL, "z")
        browser.find("p", "5 questions")
        browser.open(f"{self.served.url}/play/before-the-fog?dice=2")
        browser.find("button", "Set out")
        browser.keys(Keys.ENTER)
        browser.find("[data-phase=asking]")
        browser.keys("a", Keys.ENTER)
        browser.find("[data-moment]")

    def test_the_player_needs_no_other_host(self):
        browser = self.browser
        browser.open(f"{self.served.url}/play/the-rope")
        browser.find("button", "Set out")
        hosts = browser.driver.execute_script(
            "return [...new Set(performance.getEntriesByType('resource').map(r => new URL(r.name).host))]"
        )
        self.assertEqual(hosts, [f"127.0.0.1:{self.served.port}"])
        script = browser.driver.execute_script(
            "return performance.getEntriesByType('resource')"
            ".filter(r => r.name.endsWith('.js')).reduce((sum, r) => sum + r.encodedBodySize, 0)"
        )
        self.assertLess(script, 450_000)


if __name__ == "__main__":
    unittest.main()
