"""The wall of a hand-out, with players beside it: waiting, on the way, arrived, and how it ended."""

from __future__ import annotations

import unittest
from typing import Any

from .harness import Browser, Served

ROWS = "prompt\tanswer\twrong\twrong\n" + "".join(
    f"QUESTION {n}?\tyes {n}\tno {n}\tnor {n}\n" for n in range(4)
)
RULES = """\
title: The Evening Climb
packs: [PACK]
deal: {order: filed, options: filed}
setup: {name: ask}
meters: {score: {start: 0}}
consequences:
  - {moment: right, add: {score: 3}}
  - {moment: missed}
"""
SMALLEST = """
const small = [];
for (const one of document.querySelectorAll("body *")) {
  const own = [...one.childNodes].some(node => node.nodeType === 3 && node.textContent.trim());
  const box = one.getBoundingClientRect();
  if (own && box.width > 1 && parseFloat(getComputedStyle(one).fontSize) < 28)
    small.push(one.outerHTML.slice(0, 90));
}
return small;
"""


class Wall(unittest.TestCase):
    served: Served
    wall: Browser
    browsers: list[Browser]

    @classmethod
    def setUpClass(cls) -> None:
        cls.served = Served()
        cls.addClassCleanup(cls.served.stop)
        cls.wall = Browser()
        cls.addClassCleanup(cls.wall.close)
        cls.browsers = [Browser() for _ in range(4)]
        for browser in cls.browsers:
            cls.addClassCleanup(browser.close)

    def handed_out(self, name: str, **settings: Any) -> dict:
        pack = self.served.paste(f"{name}.tsv", ROWS)
        game = self.served.make_game(name, pack, RULES.replace("PACK", pack["name"]))
        path = f"/api/workshop/games/{game['id']}/handouts"
        handout: dict = self.served.ask("POST", path, {"name": name, **settings})
        return handout

    def set_out(self, handout: dict, browser: Browser, name: str, *, hidden: bool = False) -> None:
        browser.open(f"{self.served.url}/play/{handout['link']}")
        browser.find("form input[autocomplete=nickname]").clear()
        browser.find("form input[autocomplete=nickname]").send_keys(name)
        if hidden:
            browser.find("[data-field='My name is not shown on the wall']").click()
        browser.press("Set out")

    def test_four_play_beside_it(self) -> None:
        handout, wall = self.handed_out("Evening", together=True), self.wall
        wall.open(f"{self.served.url}/wall/{handout['link']}")
        wall.find("[data-waiting='0']")
        wall.console()  # what an earlier page wrote
        names = ("Ada", "Ben", "Cleo Long-Named-Person", "Dora")
        for browser, name in zip(self.browsers, names, strict=True):
            self.set_out(handout, browser, name, hidden=name == "Dora")
            browser.find("[data-waits]")
        self.assertEqual(self.browsers[3].axe(), [])
        wall.find("[data-waiting='4']", "Ada")
        self.assertNotIn("Dora", wall.body())
        self.assertEqual((wall.axe(), wall.driver.execute_script(SMALLEST)), ([], []))
        wall.press("Begin for all")
        for browser in self.browsers:
            browser.find("[data-phase=asking] h1", "QUESTION 0?")
        for number in range(4):
            for browser in self.browsers[: 3 if number else 4]:
                browser.find("[data-phase=asking] h1", f"QUESTION {number}?")
                browser.keys("a" if browser is self.browsers[0] or number < 1 else "b")
            if number == 1:
                wall.find("[data-marks='4'] li", "Ada")
                self.assertEqual((wall.axe(), wall.driver.execute_script(SMALLEST)), ([], []))
        wall.find("[data-arrived]")
        wall.find("aside li", "Ada")
        last = self.browsers[3]
        for number in range(1, 4):
            last.find("[data-phase=asking] h1", f"QUESTION {number}?")
            last.keys("b")
        wall.find("[data-standing='4'] li", "Ada")
        self.assertEqual((wall.axe(), wall.driver.execute_script(SMALLEST)), ([], []))
        self.assertNotIn("Dora", wall.body())
        self.assertEqual(wall.console(), [])

    def test_who_comes_late_begins_late(self) -> None:
        handout = self.handed_out("Late", together=True)
        self.set_out(handout, self.browsers[0], "Early")
        self.browsers[0].find("[data-waits]")
        self.served.ask("POST", f"/api/workshop/handouts/{handout['id']}/begin")
        self.browsers[0].find("[data-phase=asking]")
        self.set_out(handout, self.browsers[1], "Late")
        self.browsers[1].find("[data-phase=asking]")

    def test_a_wall_that_is_none(self) -> None:
        handout = self.handed_out("Off", wall="off")
        for link in (handout["link"], "nobody-knows"):
            self.wall.open(f"{self.served.url}/wall/{link}")
            self.wall.find("h1", "There is no wall here")
        self.assertEqual(self.wall.axe(), [])

    def test_without_names(self) -> None:
        handout = self.handed_out("Marks", wall="marks")
        self.set_out(handout, self.browsers[0], "Ada")
        self.browsers[0].find("[data-phase=asking]")
        self.wall.open(f"{self.served.url}/wall/{handout['link']}")
        self.wall.find("[data-marks='1'] li")
        self.assertNotIn("Ada", self.wall.body())


if __name__ == "__main__":
    unittest.main()
