"""Several players at one screen: set up, handed over, by mouse and by keys, ranked; and in the rules."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

ROWS = "prompt\tanswer\twrong\twrong\n" + "".join(
    f"QUESTION {n}?\tyes {n}\tno {n}\tnor {n}\n" for n in range(6)
)
RULES = """\
title: At the Table
packs: [PACK]
deal: {order: filed, options: filed}
players: {least: 2, most: 4}
meters: {score: {start: 0}, lives: {start: 1}}
clocks: {breather: 0}
consequences:
  - {moment: right, add: {score: 2}}
  - {moment: missed, add: {lives: -1}}
endings:
  - {if: lives < 1, result: lost, for: player}
awards:
  - {if: rank == 1, title: First at the Table}
"""


class Players(unittest.TestCase):
    served: Served
    browser: Browser

    @classmethod
    def setUpClass(cls) -> None:
        cls.served = Served()
        cls.browser = Browser()
        cls.addClassCleanup(cls.served.stop)
        cls.addClassCleanup(cls.browser.close)

    def tearDown(self) -> None:
        self.browser.resize(1280, 800)

    def made(self, title: str) -> dict:
        pack = self.served.paste(f"{title}.tsv", ROWS)
        return self.served.make_game(title, pack, RULES.replace("PACK", pack["name"]))

    def seated(self, game: dict, *names: str) -> None:
        """The page of a game with these players, handing over to the first."""
        browser = self.browser
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.find("[data-players]")
        for n, name in enumerate(names, 1):
            if not browser.all(f"[aria-label='Name of player {n}']"):
                browser.press("Add a player")
            browser.find(f"[aria-label='Name of player {n}']").send_keys(name)
        self.assertEqual(browser.axe(), [])
        browser.press("Set out")

    def test_three_play_by_mouse(self) -> None:
        browser = self.browser
        self.seated(self.made("By Mouse"), "Ada", "Ben", "Cleo")
        for number, name in enumerate(("Ada", "Ben", "Cleo", "Ada", "Cleo"), 0):
            browser.find("[data-hands-over] h1", f"Your turn, {name}")
            self.assertEqual(browser.all("[data-on=prompt]"), [])
            if number < 2:
                self.assertEqual(browser.axe(), [])
            browser.find("[data-breather] button").click()
            browser.find("[data-phase=asking] h1", f"QUESTION {number}?")
            self.assertIn(name, browser.find("[data-rope] [aria-current=true]").text)
            browser.find("[data-on=options] button", f"{'no' if name == 'Ben' else 'yes'} {number}").click()
        # Ada plays the last of six
        browser.find("[data-breather] button").click()
        browser.find("[data-phase=asking] h1", "QUESTION 5?")
        browser.find("[data-on=options] button", "no 5").click()
        browser.find("[data-result]")
        self.assertEqual(browser.axe(), [])
        rows = [row.text.split("\n")[0].split() for row in browser.all("[data-places] tbody tr")]
        self.assertEqual([row[0] for row in rows], ["1", "2", "3"])
        self.assertIn("In front: Cleo", browser.find("h1").text)
        self.assertIn("First at the Table", browser.find("[data-place='1']").text)

    def test_three_play_by_keys_and_look_at_it_on_a_phone(self) -> None:
        browser = self.browser
        self.seated(self.made("By Keys"), "Ada", "Ben", "Cleo")
        for number in range(6):
            browser.find("[data-hands-over]")
            browser.find("[data-breather] button")
            browser.keys(" ")
            browser.find("[data-phase=asking] h1", f"QUESTION {number}?")
            browser.keys("a")
        browser.find("[data-result]")
        browser.resize(390, 800)
        self.assertEqual(
            [one.get_attribute("data-place") for one in browser.all("[data-places] [data-place]")],
            ["1", "1", "1"],
        )
        wide, inner = browser.driver.execute_script(
            "return [document.scrollingElement.scrollWidth, innerWidth]"
        )
        self.assertLessEqual(wide, inner)
        self.assertEqual(browser.axe(), [])

    def test_two_of_one_name_are_told(self) -> None:
        self.seated(self.made("Alike"), "Ada", "Ada")
        self.browser.find("[role=alert], [role=status]", "Two of you have the same name.")

    def test_players_are_removed_and_come_earlier(self) -> None:
        browser = self.browser
        browser.open(f"{self.served.url}/play/{self.made('Moved')['slug']}")
        browser.press("Add a player")
        for n, name in enumerate(("Ada", "Ben", "Cleo"), 1):
            browser.find(f"[aria-label='Name of player {n}']").send_keys(name)
        browser.find("[aria-label='Player 3 plays earlier']").click()
        browser.find("[aria-label='Remove player 1']").click()
        names = [one.get_attribute("value") for one in browser.all("[data-players] input")]
        self.assertEqual(names, ["Cleo", "Ben"])

    def test_in_the_rules_and_on_the_bench(self) -> None:
        browser, served = self.browser, self.served
        pack = served.paste("Rules.tsv", ROWS)
        game = served.make_game("Rules", pack, RULES.replace("PACK", pack["name"]))
        browser.open(f"{served.url}/games/{game['id']}/rules")
        Select(browser.find("select[data-cell='players: turn']")).select_by_value("miss")
        rank = browser.find("[data-cell='players: rank']")
        rank.click()
        browser.keys("rank", Keys.ENTER)
        browser.find("section[aria-labelledby=players] [data-snag], [data-snag='rank-by-rank']")
        self.assertEqual(browser.axe(), [])
        rank.click()
        browser.keys(Keys.END, *[Keys.BACKSPACE] * 4, "score", Keys.ENTER)
        browser.gone("section[aria-labelledby=players] [data-snag], [data-snag='rank-by-rank']")
        text = served.ask("GET", f"/api/workshop/games/{game['id']}")["text"]
        self.assertIn("turn: miss", text)
        browser.open(f"{served.url}/games/{game['id']}/playtest")
        browser.find("[data-gauge=score][data-seat='2']", "Player 2")
        self.assertEqual(browser.axe(), [])


if __name__ == "__main__":
    unittest.main()
