"""Three games made on screen from an empty shelf, by mouse and keys only, with the presses counted."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from PIL import Image
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

SIGNS = ["ford", "hut", "cairn", "well", "bridge", "spring", "ridge", "tarn", "col", "scree", "moss", "larch"]
AROUND = "following-sibling::*[self::input or self::textarea or self::select or self::div]"


class ThreeGames(unittest.TestCase):
    def setUp(self):
        self.served = Served()
        self.browser = Browser()
        self.addCleanup(self.served.stop)
        self.addCleanup(self.browser.close)
        self.presses = 0
        self.browser.open(self.served.url)
        self.browser.find("[data-empty]")

    def press(self, css: str, text: str = "") -> None:
        """A press of the mouse; typing is not counted."""
        self.presses += 1
        self.browser.find(css, text).click()

    def choose(self, css: str, text: str) -> None:
        """Something chosen from a list: the list is opened, and one of it pressed."""
        self.presses += 2
        Select(self.browser.find(css)).select_by_visible_text(text)

    def type(self, *keys: str) -> None:
        """Type where the focus is."""
        self.browser.driver.switch_to.active_element.send_keys(*keys)

    def paste(self, text: str) -> None:
        self.press("button", "Paste text")
        self.browser.find("[role=dialog] textarea").send_keys(Keys.NULL)  # it has the focus
        self.browser.driver.execute_script("document.execCommand('insertText', false, arguments[0])", text)
        self.press("[role=dialog] button", "Read them")
        self.browser.find("[data-question='0']")

    def begin(self, title: str) -> None:
        """A new game over the only pack, or the one whose press this is."""
        self.browser.find("[role=dialog] [name=title]")
        self.type(title, Keys.ENTER)
        self.browser.find("h1", "Rules")
        self.browser.find("[data-comes-to=ready]")

    def play(self, game: str) -> None:
        """To the play itself, in this window: a press opens another one."""
        self.presses += 1
        self.browser.find("header a", "Play")
        self.browser.open(f"{self.served.url}/play/{game}")
        self.browser.find("form")

    def at_most(self, most: int) -> None:
        print(f"{self._testMethodName}: {self.presses} presses")
        self.assertLessEqual(self.presses, most)

    def test_tiers_of_five(self):
        self.paste("".join(f"Question {n}?\tright {n}\twrong {n}\n" for n in range(5)))
        self.press("nav a", "Shelf")
        self.press("[data-pack] button", "New game")
        self.begin("Tiers")
        for number, (condition, title) in enumerate(
            (("right == 5", "Summit"), ("right >= 3", "Ridge"), ("right >= 1", "Wood"), ("True", "Valley")), 1
        ):
            self.press("[data-list=awards] button", "Add an award")
            self.type(condition, Keys.ENTER)
            self.browser.find(f"[data-entry='award {number}']")
            cell = self.browser.find(f"[data-cell='award {number}: title']")
            cell.send_keys(Keys.CONTROL, "a", Keys.NULL, title, Keys.ENTER)  # reached with Tab
            self.browser.until("[data-save]", "data-save", "saved")
        self.play("tiers")
        self.at_most(14)
        text = self.served.ask("GET", "/api/workshop/games/1")["text"]
        self.assertIn("draw: all", text)
        for n, award in ((5, "Summit"), (3, "Ridge"), (0, "Valley")):
            moves = ["right"] * n + ["wrong"] * (5 - n)
            seen = self.served.ask("POST", "/api/workshop/games/1/bench", {"dice": 1, "moves": moves})
            self.assertEqual(seen["view"]["outcome"]["award"], award)

    def test_until_right_with_letters_as_typed(self):
        self.paste("prompt\toption\toption\toption\tkey\nHow many is it?\tthree\tsix\tten\tB\n")
        self.press("nav a", "Shelf")
        self.press("[data-pack] button", "New game")
        self.begin("Until right")
        self.press("[data-cell=tries]")
        self.type(Keys.CONTROL, "a", Keys.NULL, Keys.DELETE, Keys.ENTER)
        self.press("[data-mend=never-missed]")
        self.press("nav a", "Deal")
        self.choose("[data-deal=options]", "as in the file")
        self.browser.until("[data-save]", "data-save", "saved")
        self.play("until-right")
        self.at_most(20)
        browser = self.browser
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        shown = [one.text.split("\n") for one in browser.all("main ul button")]
        self.assertEqual(shown, [["A", "three"], ["B", "six"], ["C", "ten"]])
        for wrong in ("a", "c"):
            browser.keys(wrong)
            browser.find("[data-moment=wrong]")
            browser.find("[data-phase=asking]")
        browser.keys("b")
        browser.find("[data-moment=right]")

    def test_three_pictures_at_random_from_twelve(self):
        folder = Path(tempfile.mkdtemp())
        rows = "sign\tshown\n" + "".join(f"{name}\t![a {name}]({name}.png)\n" for name in SIGNS)
        (folder / "signs.tsv").write_text(rows, "utf-8")
        for place, name in enumerate(SIGNS):
            Image.new("RGB", (90, 60), (20 * place, 90, 200 - 12 * place)).save(folder / f"{name}.png")
        browser = self.browser
        self.presses += 2  # the file dialog is opened, and its choice taken
        paths = [*sorted(folder.glob("*.png")), folder / "signs.tsv"]
        browser.all("input[type=file]")[0].send_keys("\n".join(map(str, paths)))
        browser.find("[data-brought='13']", "13 files brought")
        self.press("[data-brought] a", "signs.tsv")
        self.press("button", "Columns")
        self.press("[data-field^='Rows of a table']")
        self.press("[role=dialog] button", "Read it so")
        browser.find("p", "0 questions · no snags")
        self.press("nav a", "Shelf")
        self.press("button", "New pack")
        self.type(Keys.CONTROL, "a", Keys.NULL, "three", Keys.ENTER)
        browser.find("[data-new]")
        self.presses += 2
        Select(browser.beside("label", "Kind", AROUND)).select_by_visible_text("table")
        browser.type_beside("label", "Prompt", AROUND, "Which of them is the {sign}?")
        self.presses += 4  # the table, and its column
        Select(browser.beside("label", "Table", AROUND)).select_by_visible_text("signs.tsv")
        answer = browser.beside("label", "Column of the answer", AROUND)
        browser._wait(lambda _: len(Select(answer).options) == 3, "the columns of the table")
        Select(answer).select_by_visible_text("shown")
        browser.type_beside("label", "Options", AROUND, "3")
        browser.type_beside("label", "Times", AROUND, "1")
        self.press("button", "Save, then the next")
        browser.find("[data-question='0']")
        self.press("nav a", "Shelf")
        self.press("[data-pack='2'] button", "New game")
        self.begin("Three pictures")
        self.play("three-pictures")
        self.at_most(24)
        browser.press("Set out")
        browser.find("[data-phase=asking] ul img")
        loaded = "return [...document.querySelectorAll('main ul img')].map(one => one.naturalWidth)"
        browser._wait(lambda _: browser.driver.execute_script(loaded) == [90] * 3, "three pictures")
        self.assertEqual((browser.axe(), browser.console()), ([], []))
        asked = set()
        for dice in range(40):
            (card,) = self.served.ask("GET", f"/api/workshop/games/1/deal?dice={dice}")["cards"]
            self.assertEqual(len({*card["options"]}), 3)
            asked.add(card["prompt"])
        self.assertGreater(len(asked), 8)  # of twelve, by chance


if __name__ == "__main__":
    unittest.main()
