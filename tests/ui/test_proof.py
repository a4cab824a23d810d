"""Proof in the browser: what is wrong, aims, odds by skill, walks, and what a change did."""

from __future__ import annotations

import time
import unittest

from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

TOO_MANY = """\
title: Too many
packs: [%s]
deal: {draw: 200, repeats: when_empty}
meters: {a: {start: 0}, b: {start: 0}, c: {start: 0}}
consequences:
  - {moment: right, if: a > b, add: {a: streak, b: 1}}
  - {moment: right, if: b > c, add: {b: 2, c: streak}}
  - {moment: right, add: {c: 3, a: 1}}
  - {moment: missed, if: c > 2, add: {a: -1}}
"""


class Proof(unittest.TestCase):
    served: Served
    browser: Browser

    @classmethod
    def setUpClass(cls):
        cls.served = Served(demo=True)
        cls.browser = Browser()
        cls.addClassCleanup(cls.served.stop)
        cls.addClassCleanup(cls.browser.close)

    def open(self, number: int, odds: str = "exact") -> None:
        self.browser.open(f"{self.served.url}/games/{number}/proof")
        self.browser.until("[data-odds]", "data-odds", odds)

    def part(self, name: str) -> float:
        return float(self.browser.find(f"[data-share='{name}']").get_attribute("data-part"))

    def test_1_what_was_planted_is_seen_without_a_hint(self):
        """An aim that fails, a row that is never used, and second tries that pay as much as first ones."""
        browser = self.browser
        self.open(9)
        browser.find("[data-aim][data-holds=false]", "a good walker gets home")
        browser.find("[data-figures]", "never used: row 2")
        browser.find("[data-snag]", "This row never applies: row 1 stands before it")
        browser.find("[data-curve] [data-marked='a good walker gets home']")
        browser.find("[data-curve] [data-guess]")
        self.assertEqual((browser.axe(), browser.console()), ([], []))

    def test_2_odds_follow_the_skill_by_keyboard(self):
        browser = self.browser
        self.open(1)
        before = self.part("lost")
        slider = browser.find("input[type=range]")
        slider.send_keys(Keys.END)
        browser.find("[data-share=done][data-part='1']")
        slider.send_keys(Keys.HOME)
        browser.find("[data-share=lost][data-part='1']")
        self.assertGreater(before, 0)
        browser.press("awards")
        browser.until("[data-curve]", "data-curve", "awards")
        self.assertEqual(browser.axe(), [])

    def test_3_an_aim_is_written_changed_and_removed(self):
        browser = self.browser
        self.open(5)
        browser.find("[aria-label='Name of a new aim']").send_keys("nobody gets far")
        browser.find("[aria-label='What a new aim expects']").send_keys("asked < 4", Keys.ENTER)
        browser.find("[data-aim='nobody gets far'][data-holds=true]", "exactly")
        field = browser.find("[aria-label='What ‘nobody gets far’ expects']")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("asked < 2", Keys.ENTER)
        browser.find("[data-aim='nobody gets far'][data-holds=false]", "does not hold")
        browser.find("[aria-label='Remove the aim ‘nobody gets far’']").click()
        browser.gone("[data-aim]")

    def test_4_what_a_change_did(self):
        browser = self.browser
        game = self.served.ask("GET", "/api/workshop/games/1")
        text = game["text"].replace("add: {score: 2}", "add: {score: 5}")
        self.assertNotEqual(text, game["text"])
        self.served.ask("PUT", "/api/workshop/games/1", {"text": text, "revision": game["revision"]})
        self.open(1)
        browser.find("[data-changed=score]")
        self.assertIn("{score: 2}", browser.body())
        self.assertEqual(browser.axe(), [])

    def test_5_where_odds_can_not_be_exact_plays_are_walked(self):
        browser = self.browser
        pack = self.served.ask("GET", "/api/workshop/shelf")["packs"][0]
        game = self.served.make_game("Too many", pack, TOO_MANY % pack["name"])
        self.open(game["id"], "inexact")
        browser.find("p", "on it. Fewer of them would help")
        browser.press("Walk 2,000 plays")
        browser.find("[data-figures]", "plays walked")
        browser.press("Cancel")
        browser.until("[data-walk]", "data-walk", "stopped")
        self.assertEqual((browser.axe(), browser.console()), ([], []))

    def test_5_a_game_that_only_its_clock_ends_begins_with_a_pace(self):
        browser = self.browser
        self.open(2)
        browser.until("[data-field='A try takes']", "value", "5")
        field = browser.find("[data-field='A try takes']")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("0", Keys.ENTER)
        browser.until("[data-odds]", "data-odds", "inexact")  # it stays as it is chosen
        browser.find("p", "No play would ever come to its end.")

    def test_5a_a_whole_company_walks_as_real_players_did(self):
        browser = self.browser
        self.open(3)
        browser.find("[data-company] summary").click()
        self.assertEqual(browser.axe(), [])
        Select(browser.find("[data-company] select")).select_by_visible_text("Tuesday at the stove (made up)")
        browser.find("[data-company] button", "Walk 2,000 plays").click()
        browser.until("[data-company] [data-walk]", "data-walk", "done")
        browser.find("[data-company] [data-figures]", "2,000 plays walked")
        self.assertEqual(browser.console(), [])

    def test_5b_a_snag_is_set_aside_with_a_reason_and_taken_back(self):
        browser = self.browser
        self.open(9)
        before = self.snags()
        browser.find("[data-snag='hidden-row'] > button", "Set aside").click()
        browser.find("[aria-label='Why it is set aside']").send_keys("it is planted", Keys.ENTER)
        browser.find("[data-aside='hidden-row']", "because it is planted")
        self.assertEqual(self.snags(), before - 1)
        browser.press("Take back")
        browser.gone("[data-aside]")
        self.assertEqual(self.snags(), before)
        browser.find("[data-top-aims='0 1']", "1 aim missed")

    def snags(self) -> int:
        """How many there are once all plays of the game were gone through."""
        for _ in range(300):
            game = self.served.ask("GET", "/api/workshop/games/9")
            if not game["looking"]:
                break
            time.sleep(0.1)
        return sum(snag["severity"] != "note" for snag in game["snags"])

    def test_5c_a_line_of_a_pack_is_mended_with_one_press(self):
        rows = "prompt\tanswer\twrong 1\nWhich animal barks?    Fox    Trout\nWhich swims?\tTrout\tFox\n"
        pack = self.served.paste("animals.tsv", rows)
        game = self.served.make_game("Animals", pack)
        browser = self.browser
        browser.open(f"{self.served.url}/games/{game['id']}/proof")
        browser.find("[data-pack-snags] li", "Line 2")
        self.assertEqual(browser.axe(), [])
        browser.find("[data-pack-snags] button").click()
        browser.gone("[data-pack-snags]")
        mended = self.served.ask("GET", f"/api/workshop/packs/{pack['id']}")
        self.assertEqual((mended["questions"], mended["to_mend"]), (2, 0))
        self.assertEqual(browser.console(), [])

    def test_6_it_can_be_read_on_a_phone(self):
        self.browser.resize(390, 800)
        self.addCleanup(self.browser.resize, 1280, 800)
        self.open(1)
        wide, room = self.browser.driver.execute_script(
            "return [document.scrollingElement.scrollWidth, innerWidth]"
        )
        self.assertLessEqual(wide, room)
        self.assertEqual(self.browser.axe(), [])


if __name__ == "__main__":
    unittest.main()
