"""Helps: written among the rules, used on the bench and by a player with keys, counted in real plays."""

from __future__ import annotations

import unittest
from typing import Any

from selenium.webdriver.common.keys import Keys

from .on_screen import OnScreen

PACK = "question\tanswer\twrong 1\twrong 2\twrong 3\thint\n" + "".join(
    f"Question {number}?\tright {number}\tno {number}\tnever {number}\tnot {number}\tThink of {number}.\n"
    for number in range(1, 4)
)
GAME = """title: Helped
packs: [PACK]
deal: {order: filed, options: filed}
meters: {score: {start: 6}}
clocks: {breather: player}
helps:
  - {name: half, does: remove, label: Two fewer, add: {score: -4}}
  - {name: clue, does: hint, label: A hint, uses: none, if: score > 1}
consequences: [{moment: right, add: {score: 1}, tell: Yes.}, {moment: helped, tell: "That cost {score}."}]
"""


class Helped(OnScreen):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.pack = cls.served.paste("way.tsv", PACK)

    def made(self, title: str) -> Any:
        return self.served.make_game(title, self.pack, GAME.replace("PACK", self.pack["name"]))

    def test_a_help_is_added_and_doubted(self) -> None:
        browser, game = self.browser, self.made("Written")
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        browser.find("[data-help=half]", "cost")
        browser.button("Add a help").click()
        browser.find("[role=menuitem]", "time").click()
        browser.find("[data-help=time]", "no question has a clock")
        self.clean("the rules with a help that never can be used")
        document = self.document(game)
        self.assertEqual([one["does"] for one in document["helps"]], ["remove", "hint", "time"])

    def test_a_player_uses_helps_with_keys_alone(self) -> None:
        browser, game = self.browser, self.made("Played")
        handout = self.served.ask("POST", f"/api/workshop/games/{game['id']}/handouts", {"name": "Hut"})
        browser.open(f"{self.served.url}/play/{handout['link']}")
        browser.press("Set out")
        browser.find("h1, h2", "Question 1?")
        body = browser.find("body")
        body.send_keys(Keys.ESCAPE)
        browser.find("[data-help=half]:focus", "−4 score")
        self.clean("helps before one is used")
        browser.find("[data-help=half]:focus").send_keys(Keys.ENTER)
        browser.find("[aria-live=polite]", "That cost 2.")
        browser.find("[data-help=half][aria-disabled=true]")
        self.assertEqual(len(browser.all("[data-gone]")), 2)
        self.clean("two options taken away")
        browser.find("body").send_keys(Keys.ESCAPE)
        browser.find("[data-help=clue]:focus").send_keys(Keys.ENTER)
        browser.find("body", "Think of 1.")
        browser.find("body").send_keys("a")
        browser.find("body", "Yes.")
        for number in (2, 3):
            browser.find("[data-breather]")
            browser.find("body").send_keys(Keys.ENTER)
            browser.find("[data-phase=asking] h2, [data-phase=asking] h1", f"Question {number}?")
            browser.find("body").send_keys("b")
        browser.find("[data-breather]")
        browser.find("body").send_keys(Keys.ENTER)
        browser.find("button", "Play again")
        browser.open(f"{self.served.url}/games/{game['id']}/handout")
        browser.find("[role=tab]", "Questions").click()
        self.assertIn("1", browser.find("[data-help=half]").text)
        self.clean("help by help")

    def test_the_bench_and_the_odds_know_them(self) -> None:
        browser, game = self.browser, self.made("Proven")
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        browser.find("button[title='help half']").click()
        browser.find("body", "score −4")
        self.clean("the bench")
        browser.open(f"{self.served.url}/games/{game['id']}/proof")
        browser.find("[data-odds=exact]")
        browser.find("label", "uses helps").click()
        browser.find("[data-odds=exact]")
        self.clean("proof with helps")


if __name__ == "__main__":
    unittest.main()
