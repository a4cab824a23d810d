"""Step 8, what real plays say: seen as they go on, looked through, and the questions mended."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import Select

from tests.ui.harness import Browser, Served


class History(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served(demo=True)
        cls.addClassCleanup(cls.served.stop)

    def setUp(self):
        self.browser = Browser()
        self.addCleanup(self.browser.close)
        games = self.served.ask("GET", "/api/workshop/shelf")["games"]
        self.game = next(one for one in games if one["title"] == "The Rope")
        handouts = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}/handouts")
        self.handout = next(one for one in handouts if one["made_up"])
        self.browser.open(f"{self.served.url}/games/{self.game['id']}/handout")
        self.browser.find("[data-handout]")

    def tab(self, name: str) -> None:
        tabs = self.browser.all("[role=tab]")
        next(one for one in tabs if one.text == name).click()

    def test_an_accepted_answer_a_new_hand_out_and_who_is_better_off(self):
        browser = self.browser
        self.tab("Questions")
        browser.find("[data-advice]")
        self.assertEqual(len(browser.all("[data-advice]")), 3, "those that concern the most plays")
        browser.find("button", "more").click()
        advice = browser.find("[data-advice=accept]", "lifeline knot")
        self.assertEqual(browser.axe(), [])
        advice.find_element(By.TAG_NAME, "button").click()
        browser.find("[data-advice=accept] button", "Accepted")
        told = browser.until("[data-what-if]", "data-what-if", "done")
        said = told.find_element(By.CSS_SELECTOR, "[role=status]").text
        self.assertRegex(said, r"48 plays walked again: [1-9]\d* better off, 0 worse off")
        self.assertRegex(said, r"1[0-9] answers judged otherwise")
        self.tab("Links")
        browser.press("Hand out anew")
        browser.find("p", "version 2 of")
        self.tab("History")
        browser.find("[data-plays='48']")
        self.assertEqual(browser.console(), [])

    def test_plays_are_found_and_taken_to_the_bench(self):
        browser = self.browser
        self.tab("History")
        Select(browser.find("select[aria-label='Hand-out']")).select_by_value(str(self.handout["id"]))
        browser.find("[data-play]")
        self.assertEqual(browser.axe(), [])
        browser.find("input[type=search]").send_keys("Wenke")
        browser.until("[data-plays]", "data-plays", "2")
        browser.find("button", "score").click()
        first, second = browser.all("[data-play] input")
        first.click()
        second.click()
        browser.press("Compare")
        browser.find("[data-compared] li")
        second.click()
        browser.press("To the bench")
        browser.find("h1", "Playtest")
        taken = self.served.ask(
            "GET", f"/api/workshop/handouts/{self.handout['id']}/plays?words=Wenke&sort=score"
        )["plays"][0]
        bench = f"/api/workshop/handouts/{self.handout['id']}/plays/{taken['id']}/bench"
        play = self.served.ask("GET", bench)["play"]
        seen = self.served.ask("POST", f"/api/workshop/games/{self.game['id']}/bench", play)
        browser.until("[data-bench]", "data-bench", str(seen["view"]["steps"]))
        self.assertEqual(browser.console(), [])

    def test_players_are_seen_while_they_play(self):
        browser = self.browser
        path = f"/api/workshop/games/{self.game['id']}/handouts"
        handed = self.served.ask("POST", path, {"name": "Tonight"})
        browser.driver.refresh()
        browser.find(f"[data-handout={handed['link']}]")
        self.tab("Playing now")
        browser.find("p", "Nobody is playing just now")
        self.assertEqual(browser.axe(), [])
        player = Browser(390, 800)
        self.addCleanup(player.close)
        name = "<b>Ida</b> " + "x" * 29
        player.open(f"{self.served.url}/play/{handed['link']}")
        player.find("input[autocomplete=nickname]").send_keys(name)
        player.press("Set out")
        player.find("[data-visit='1']")
        row = browser.find("[data-now]")
        self.assertEqual(row.get_attribute("data-now"), name)
        self.assertEqual(browser.axe(), [])
        browser.press("End")
        player.find("[data-result=stopped]")
        browser.find("p", "Nobody is playing just now")
        self.tab("Data")
        self.assertEqual(browser.axe(), [])
        browser.press("Remove all names")
        browser.find("p", "The names are gone.")
        self.assertEqual(browser.console(), [])
