"""Rounds in the browser: written as sentences, dealt, and played by keys."""

from __future__ import annotations

import unittest
from typing import Any

from selenium.webdriver.common.keys import Keys

from .on_screen import OnScreen

PACK = "question\tanswer\twrong 1\twrong 2\ttopic\tlevel\n" + "".join(
    f"Question {number}?\tright {number}\tno {number}\tnever {number}\t{topic}\t{1 + number % 3}\n"
    for number, topic in enumerate(["knots", "signs", "clouds"] * 6, 1)
)
GAME = """title: Up
packs: [PACK]
meters: {score: {start: 0}}
consequences: [{moment: right, add: {score: 1}}]
rounds:
  - {name: Warm-up, intro: Two to begin with., deal: {draw: 2}, then: [{if: round_right < 1, go: lost}]}
  - {name: Your Way, deal: {draw: 2, choose: topic}, clocks: {round: 60}}
"""


class Rounds(OnScreen):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.pack = cls.served.paste("way.tsv", PACK)

    def game(self, title: str, text: str) -> Any:
        text = text.replace("title: Up", f"title: {title}")
        return self.served.make_game(title, self.pack, text.replace("PACK", self.pack["name"]))

    def test_a_round_is_written(self) -> None:
        browser = self.browser
        game = self.game("Written", GAME.split("rounds:")[0])
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        browser.find("nav[aria-label=Rounds] button", "Add a round").click()
        name = browser.find("[data-cell='round: name']")
        browser.until("[data-cell='round: name']", "value", "Round 1")
        name.send_keys(Keys.CONTROL, "a")
        name.send_keys("Warm-up", Keys.ENTER)
        browser.find("[data-round-stop='1']", "Warm-up")
        for cell, value in (("only", "level <= 2"), ("draw", "4"), ("tries", "2"), ("round clock", "45")):
            browser.find(f"[data-cell='round: {cell}']").send_keys(value, Keys.ENTER)
            browser.until(f"[data-cell='round: {cell}']", "value", value)
        browser.press("Add a gate")
        browser.find("[data-gate='1']")
        browser.find("[data-add-moment=right]").click()
        browser.find("[data-row='2']")
        self.clean("a round")
        browser._wait(lambda _: "consequences" in str(self.document(game)["rounds"]), "a row")
        [one] = self.document(game)["rounds"]
        self.assertEqual((one["name"], one["only"], one["tries"]), ("Warm-up", "level <= 2", 2))
        self.assertEqual((one["deal"]["draw"], one["clocks"]["round"]), (4, 45))
        self.assertEqual([gate["go"] for gate in one["then"]], ["over"])
        browser.find("[data-games-row='1']", "score +1")
        browser.find("[aria-label='Duplicate round 1']").click()
        browser.find("[data-round-stop='2']", "Warm-up again").click()
        browser.find("[aria-label='Move round 2 up']").click()
        browser.find("[data-round-stop='1']", "Warm-up again").click()
        browser.find("[aria-label='Remove round 1']").click()
        browser._wait(lambda _: len(self.document(game)["rounds"]) == 1, "one round")
        browser.open(f"{self.served.url}/games/{game['id']}/deal")
        browser.find("[data-deal-round='1']", "Warm-up")
        self.clean("dealt")

    def test_played_by_keys(self) -> None:
        browser = self.browser
        game = self.game("By Keys", GAME)
        browser.open(f"{self.served.url}/play/{game['slug']}?dice=4")
        browser.press("Set out")
        browser.find("[data-before-round]", "Two to begin with.")
        browser.find("[data-before-round]", "2 questions, 1 try each")
        self.clean("before a round")
        browser.keys(" ")
        for number in (1, 2):
            browser.find("[data-standing] p", f"Question {number} of 2")
            self.answer()
        browser.find("[data-choosing=topic]")
        offered = [one.get_attribute("data-offered") for one in browser.all("[data-offered]")]
        self.assertEqual(offered, ["knots", "signs", "clouds"])
        self.clean("choosing")
        browser.keys("2")
        browser.find("p", "signs")
        browser.find("[role=timer][aria-label='Time left in the round']")
        self.assertEqual(
            [mark.get_attribute("data-stands") for mark in browser.all("[data-stands]")], ["behind", "here"]
        )
        self.answer()
        browser.find("[data-offered=clouds]").click()
        self.answer()
        browser.find("[data-result=done]")
        self.assertEqual(
            [lap.text.split("\n") for lap in browser.all("[data-lap]")],
            [["Warm-up", "2 of 2"], ["Your Way", "2 of 2"]],
        )
        self.clean("the result")

    def answer(self) -> None:
        """Answer the open question rightly, by the label of its right option."""
        browser = self.browser
        visit = browser.find("[data-phase=asking]").get_attribute("data-visit")
        browser.find("[data-phase=asking] button", "right ").click()
        browser._wait(
            lambda driver: (
                not driver.find_elements("css selector", f"[data-phase=asking][data-visit='{visit}']")
            ),
            "the next question",
        )

    def test_on_the_bench(self) -> None:
        browser = self.browser
        game = self.game("On the Bench", GAME)
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        browser.find("[data-round='1']", "Warm-up")
        browser.keys("r")
        browser.find("[data-visit='2']")
        browser.keys("r")
        browser.find("[data-choosing=topic]")
        browser.keys("r")  # the first that is offered is chosen for it
        browser.find("[data-round='2']")
        browser.find("[data-visit='3']")
        self.clean("the bench")


if __name__ == "__main__":
    unittest.main()
