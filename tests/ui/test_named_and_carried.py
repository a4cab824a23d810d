"""Named expressions, several texts, and answers that carry something: written and played in the browser."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.keys import Keys

from .on_screen import OnScreen

PACK = "question\tanswer\twrong 1\twrong 2\ttopic\n" + "".join(
    f"Question {number}?\tright {number}\tno {number}\tnever {number}\t{topic}\n"
    for number, topic in enumerate(["knots", "signs"] * 3, 1)
)
VIEWS = (
    "kind\tprompt\toption A\toption B\tadds A\tadds B\tsays B\n"
    "opinion\tDawn or dusk?\tDawn\tDusk\tfox 2\towl 2\tLate again.\n"
    "opinion\tRidge or lake?\tRidge\tLake\tfox 1\towl 1\t\n"
)
GAME = """title: Named
packs: [PACK]
meters: {score: {start: 0}}
consequences: [{moment: right, add: {score: 1}, tell: Yes.}]
"""
VIEWED = """title: Fox or Owl
packs: [PACK]
deal: {order: filed}
meters: {fox: {start: 0, show: bar, max: 3}, owl: {start: 0, show: bar, max: 3}}
clocks: {breather: player}
consequences: [{moment: answered, tell: "I see."}]
awards: [{if: fox >= owl, title: Fox}, {if: owl > fox, title: Owl}]
"""


class NamedAndCarried(OnScreen):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.pack = cls.served.paste("way.tsv", PACK)
        cls.views = cls.served.paste("views.tsv", VIEWS)

    def test_a_name_is_written_used_and_renamed(self) -> None:
        browser = self.browser
        game = self.served.make_game("Named", self.pack, GAME.replace("PACK", self.pack["name"]))
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        browser.find("[aria-label='Name of a new expression']").send_keys("lucky", Keys.ENTER)
        cell = browser.find("[data-cell='lucky: is']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("roll(2) == 2", Keys.ENTER)
        browser.find("[data-comes-to=lucky]", "rolled when it is used")
        browser.find("[data-named=lucky]", "Nothing uses")
        change = browser.find("[data-cell='row 1: score']")
        change.send_keys(Keys.CONTROL, "a")
        change.send_keys("+1 + 5 * lucky", Keys.ENTER)
        browser.until("[data-cell='row 1: score']", "value", "+1 + 5 * lucky")
        browser.find("button", "or …").click()
        more = browser.find("[data-cell='row 1: tell 2']")
        more.send_keys(Keys.CONTROL, "a")
        more.send_keys("Well climbed.", Keys.ENTER)
        browser._wait(lambda _: "Well climbed." in str(self.document(game)), "the second text")
        name = browser.find("[data-cell='lucky: name']")
        name.send_keys(Keys.CONTROL, "a")
        name.send_keys("found", Keys.ENTER)
        browser.find("[data-named=found]")
        browser.until("[data-cell='row 1: score']", "value", "+1 + 5 * found")
        self.clean("named expressions")
        document = self.document(game)
        self.assertEqual(document["names"], {"found": "roll(2) == 2"})
        self.assertEqual(document["consequences"][0]["tell"], ["Yes.", "Well climbed."])
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        browser.find("[data-move=right], button", "Right").click()
        browser.find("body", "rolled")
        self.clean("the bench")

    def test_opinions_are_played_and_add_to_meters(self) -> None:
        browser = self.browser
        game = self.served.make_game("Fox or Owl", self.views, VIEWED.replace("PACK", self.views["name"]))
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.press("Set out")
        browser.find("[data-question], h1, h2", "Dawn or dusk?")
        browser.find("body").send_keys("b")
        browser.find("body", "I see. Late again.")
        self.clean("an opinion")
        browser.find("body").send_keys(Keys.ENTER)
        browser.find("body", "Ridge or lake?")
        browser.find("body").send_keys("a")
        browser.find("body", "I see.")
        browser.find("body").send_keys(Keys.ENTER)
        browser.find("[data-award=Owl]")
        self.assertNotIn("0 %", browser.find("[data-award=Owl]").text)
        self.clean("the result")

    def test_a_question_says_something_to_an_option(self) -> None:
        browser = self.browser
        game = self.served.make_game("Said", self.pack, GAME.replace("PACK", self.pack["name"]))
        browser.open(f"{self.served.url}/games/{game['id']}/questions/{self.pack['id']}")
        browser.find("[data-question='0']").click()
        browser.find("[data-answer-it=B]").click()
        says = browser.find("[data-carried=B] input")
        says.send_keys("Look at the knot again.", Keys.TAB)
        browser.find("[data-saved=Saved]")
        self.clean("an option that says something")
        question = self.served.ask("GET", f"/api/workshop/packs/{self.pack['id']}/questions/0")
        self.assertEqual(question["record"]["says B"], "Look at the knot again.")


if __name__ == "__main__":
    unittest.main()
