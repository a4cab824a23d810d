"""The first walk, in the browser: from a question file to a finished play."""

from __future__ import annotations

import tempfile
import time
import unittest
from pathlib import Path

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from .harness import Browser, Served

FILE = (
    "question\tanswer\twrong 1\twrong 2\n"
    "Alpha good?\tright alpha\twrong a\twrong b\n"
    "Spaces here?    right spaces    wrong c    wrong d\n"
    "\n"
    "Blank answer?\t\twrong e\twrong f\n"
    "Equal option?\tWool\twool\tSilk\n"
    "Missing field?\tright\n"
    "Alpha good?\tright alpha\twrong a\twrong b\n"
    "Beta good?\tright beta\twrong g\twrong h\n"
)
RULES = """\
title: Walked
packs: [packs/walk.tsv]
deal: {order: filed, options: filed}
setup: {name: ask}
tries: 2
meters:
  score: {start: 0}
  lives: {start: 3, max: 3}
clocks: {question: 3, game: none, breather: 0.8}
consequences:
  - {moment: right, if: attempt == 1, add: {score: 5}, tell: "First try, {player}."}
  - {moment: right, add: {score: 2}}
  - {moment: missed, add: {lives: -1}, reveal: true}
  - {moment: late, add: {lives: -1}, reveal: true}
awards:
  - {if: percent >= 60, title: Path Found}
  - {if: percent >= 0, title: Path Lost}
"""
WALK = "".join(f"Question {n}?\tright {n}\twrong {n}a\twrong {n}b\n" for n in range(1, 5))


class Walking(unittest.TestCase):
    served: Served
    browser: Browser

    @classmethod
    def setUpClass(cls):
        cls.served = Served()
        cls.browser = Browser()

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def drop(self, name: str, text: str) -> None:
        """Give a file to the shelf's input, as choosing or dropping it does."""
        folder = tempfile.mkdtemp()
        path = Path(folder) / name
        path.write_text(text, "utf-8")
        self.browser.open(self.served.url)
        self.browser.find("[data-drop]")
        self.browser.all("input[type=file]")[0].send_keys(str(path))

    def meter(self, name: str, value: str) -> None:
        self.browser.until(f"[data-meter={name}]", "data-value", value)

    def asking(self, visit: int) -> None:
        self.browser.find(f"[data-phase=asking][data-visit='{visit}']")

    def rewrite(self, text: str) -> None:
        """Type a whole new text into the editor."""
        self.browser.find(".cm-content").click()
        self.browser.driver.execute_script(
            "const view = document.querySelector('.cm-content').cmTile.view;"
            "view.dispatch({changes: {from: 0, to: view.state.doc.length, insert: arguments[0]}});",
            text,
        )

    def shown_rules(self) -> str:
        """The text that stands in the editor."""
        return self.browser.driver.execute_script(
            "return document.querySelector('.cm-content').cmTile.view.state.doc.toString()"
        )

    def test_1_a_file_its_snags_and_their_mending(self):
        self.drop("file.tsv", FILE)
        browser = self.browser
        browser.find("h1", "file.tsv")
        browser.find("p", "2 questions · 5 snags")
        browser.find("[data-line='7']")
        found = {
            int(row.get_attribute("data-line")): [
                note.get_attribute("data-snag") for note in row.find_elements(By.CSS_SELECTOR, "[data-snag]")
            ]
            for row in browser.all("[data-line]")
        }
        self.assertEqual(
            found,
            {
                1: ["header"],
                2: [],
                3: ["spaces-for-tabs"],
                4: ["blank-line"],
                5: ["no-answer"],
                6: ["same-option"],
                7: ["missing-field"],
                8: ["duplicate"],
                9: [],
            },
        )
        row = browser.find("[data-line='2']")
        self.assertEqual(len(row.find_elements(By.CSS_SELECTOR, "[data-mark=tab]")), 3)
        browser.press("Put the tabs back")
        browser.find("p", "3 questions · 4 snags")
        browser.find("[data-line='5'] button", "Blank answer?").click()
        area = browser.find("[data-line='5'] textarea")
        area.clear()
        area.send_keys("Blank no more?")
        browser.press("Insert a tab")
        browser.find("textarea").send_keys("filled", Keys.ENTER)
        browser.find("[data-line='5'] [data-snag=missing-field]")
        browser.press("Undo")
        browser.find("[data-line='5'] [data-snag=no-answer]")
        browser.press("Redo")
        browser.find("[data-line='5'] [data-snag=missing-field]")
        browser.find("label", "Only lines with snags").click()
        browser.gone("[data-line='2']")
        browser.find("[data-line='8'] button", "Remove the line").click()
        browser.find("p", "3 questions · 3 snags")

    def test_2_dropped_onto_the_page(self):
        self.browser.open(self.served.url)
        self.browser.find("[data-drop]")
        self.browser.driver.execute_script(
            "const data = new DataTransfer();"
            "data.items.add(new File([arguments[0]], 'dropped.tsv'));"
            "document.querySelector('[data-drop]')"
            ".dispatchEvent(new DragEvent('drop', {dataTransfer: data, bubbles: true, cancelable: true}));",
            WALK,
        )
        self.browser.find("h1", "dropped.tsv")
        self.browser.find("p", "4 questions · no snags")

    def test_3_refused_and_pasted(self):
        self.drop("picture.tsv", "\x89PNG\r\n\x1a\n")
        self.drop("empty.tsv", " ")
        self.browser.find("[role=alert]", "is empty")
        self.browser.press("Paste text")
        self.browser.find("textarea").send_keys("One and two?;three\nTwo and two?;four\n")
        self.browser.press("Read them")
        self.browser.find("h1", "pasted.tsv")
        self.browser.find("p", "2 typed")

    def test_4_a_new_game_is_played_right_wrong_late_and_unreadable(self):
        browser = self.browser
        browser.console()
        self.drop("walk.tsv", WALK)
        browser.find("h1", "walk.tsv")
        browser.press("Shelf")
        browser.find("button", "from walk.tsv").click()
        browser.find("input[name=title]").send_keys("Walked", Keys.ENTER)
        browser.find("h1", "Rules")
        browser.press("As text")
        self.rewrite(RULES)
        browser.until("[data-save]", "data-save", "waiting")
        browser.until("[data-save]", "data-save", "saved")
        browser.open(f"{self.served.url}/play/walked")
        browser.find("input").send_keys("Ida", Keys.ENTER)

        self.asking(1)
        browser.keys("a")
        browser.find("[data-moment=right]", "First try, Ida.")
        self.meter("score", "5")

        self.asking(2)
        browser.keys("b")
        browser.find("[data-moment=wrong]")
        browser.find("[data-mark=wrong]", "wrong 2a")
        browser.keys("a")
        browser.find("[data-moment=right]")
        self.meter("score", "7")

        self.asking(3)
        browser.find("[data-moment=late]", "The answer is right 3.")
        self.meter("lives", "2")

        self.asking(4)
        browser.keys("c")
        browser.find("[data-moment=wrong]")
        browser.keys("c")
        browser.find("[data-moment=missed]", "The answer is right 4.")

        result = browser.find("[data-result]")
        self.assertEqual(result.get_attribute("data-award"), "Path Lost")
        self.meter("score", "7")
        self.meter("lives", "1")
        self.assertIn("2 of 4", result.text)
        self.assertIn("50%", result.text)

        browser.press("Play again")
        browser.find("button", "Set out").click()
        self.asking(1)
        self.meter("score", "0")
        self.meter("lives", "3")
        self.assertEqual(browser.console(), [])

    def test_5_typed_and_number_answers_unreadable_ones_cost_nothing(self):
        browser = self.browser
        pack = self.served.paste(
            "typed.csv",
            "kind,question,answer\ntyped,Which knot?,Bowline\nnumber,Half of five?,2.5\n"
            "truth,Snow is cold.,true\n",
        )
        rules = RULES.replace("walk.tsv", "typed.csv").replace("question: 3", "question: 60")
        self.served.make_game("Typed", pack, rules.replace("Walked", "Typed"))
        browser.open(f"{self.served.url}/play/typed")
        browser.press("Set out")
        self.asking(1)
        browser.keys(Keys.ENTER)
        browser.find("[data-moment=unreadable]")
        browser.keys(" BOWLINE ", Keys.ENTER)
        self.asking(2)
        browser.keys("a lot", Keys.ENTER)
        browser.find("[data-moment=unreadable]", "cost nothing")
        browser.keys("2 1/2", Keys.ENTER)
        self.asking(3)
        self.meter("score", "10")
        browser.keys("a")
        browser.find("[data-result]", "3 of 3")

    def test_6_a_play_goes_on_after_reload_and_after_the_server_was_killed(self):
        browser = self.browser
        pack = self.served.paste("kill.tsv", WALK)
        rules = RULES.replace("walk.tsv", "kill.tsv").replace("question: 3", "question: 90")
        self.served.make_game("Killed", pack, rules.replace("Walked", "Killed"))
        browser.open(f"{self.served.url}/play/killed")
        browser.press("Set out")
        self.asking(1)
        browser.keys("a")
        self.asking(2)
        browser.driver.refresh()
        self.asking(2)
        self.meter("score", "5")
        browser.keys("a")
        self.meter("score", "10")
        self.served.kill()
        browser.find("[role=status]", "The link to the game is lost")
        browser.keys("b")
        time.sleep(1)
        self.served.start()
        self.asking(3)
        self.meter("score", "10")
        browser.gone("[role=status]")
        for visit in (3, 4):
            self.asking(visit)
            browser.keys("a")
        result = browser.find("[data-result]", "4 of 4")
        self.assertEqual(len(result.find_elements(By.CSS_SELECTOR, "ol li")), 4)
        self.meter("score", "20")

    def test_7_rules_are_marked_saved_and_survive(self):
        browser = self.browser
        pack = self.served.paste("rules.tsv", WALK)
        game = self.served.make_game("Ruled", pack, RULES.replace("walk.tsv", "rules.tsv"))
        browser.open(f"{self.served.url}/games/{game['id']}/rules?side=text")
        browser.find("p", "None. The game can be played.")
        self.rewrite(RULES.replace("walk.tsv", "rules.tsv").replace("score: 5", "scores: 5"))
        browser.find("[data-snag=unknown-meter]", "Did you mean score?")
        browser.find(".cm-lintRange-error")
        self.assertFalse(browser.find("button", "Play").is_enabled())
        browser.find("[data-snag=unknown-meter]").click()
        browser.keys(Keys.DELETE)  # at the place of the snag: "scores: 5" begins with its value
        browser.until("[data-save]", "data-save", "saved")

        self.served.kill()
        browser.keys("x")
        browser.find("[role=alert]", "Not saved")
        browser.driver.execute_script("window.onbeforeunload = null")
        self.served.start()
        browser.until("[data-save]", "data-save", "saved")
        kept = self.served.ask("GET", f"/api/workshop/games/{game['id']}")["text"]
        browser.open(f"{self.served.url}/games/{game['id']}/rules?side=text")
        browser.find("[data-snag]")
        self.assertEqual(self.shown_rules(), kept)

    def test_8_two_windows_do_not_overwrite_each_other(self):
        browser = self.browser
        pack = self.served.paste("two.tsv", WALK)
        text = RULES.replace("walk.tsv", "two.tsv")
        game = self.served.make_game("Two", pack, text)
        browser.open(f"{self.served.url}/games/{game['id']}/rules?side=text")
        browser.find(".cm-content")
        path = f"/api/workshop/games/{game['id']}"
        self.served.ask("PUT", path, {"text": text + "# theirs\n", "revision": game["revision"]})
        self.rewrite(text + "# mine\n")
        browser.find("[role=status]", "changed in another window")
        browser.press("Mine")
        browser.until("[data-save]", "data-save", "saved")
        self.assertTrue(self.served.ask("GET", path)["text"].endswith("# mine\n"))
        mine = self.served.ask("GET", path)
        self.served.ask("PUT", path, {"text": text + "# later\n", "revision": mine["revision"]})
        self.rewrite(text + "# mine again\n")
        browser.find("[role=status]", "changed in another window")
        browser.press("The other")
        browser.until("[data-save]", "data-save", "saved")
        self.assertTrue(self.shown_rules().endswith("# later\n"))
        self.assertTrue(self.served.ask("GET", path)["text"].endswith("# later\n"))

    def test_9_what_was_typed_before_the_page_closed_is_saved(self):
        browser = self.browser
        pack = self.served.paste("draft.tsv", WALK)
        text = RULES.replace("walk.tsv", "draft.tsv")
        game = self.served.make_game("Draft", pack, text)
        path = f"/api/workshop/games/{game['id']}"
        page = f"{self.served.url}/games/{game['id']}/rules"

        def leave_draft(draft: str, revision: int) -> None:
            browser.open(self.served.url)
            browser.driver.execute_script(
                "const [key, text, revision] = arguments;"
                "localStorage.setItem(key, JSON.stringify({text, revision}))",
                f"dicetrail.draft.{game['id']}.{game['born']}",
                draft,
                revision,
            )
            browser.open(page)

        leave_draft(text + "# typed\n", game["revision"])
        browser.find("[role=status]", "They are back")
        browser.until("[data-save]", "data-save", "saved")
        kept = self.served.ask("GET", path)
        self.assertTrue(kept["text"].endswith("# typed\n"))
        leave_draft(text + "# older\n", kept["revision"] - 1)
        browser.find("[role=status]", "changed in another window")
        self.assertTrue(self.shown_rules().endswith("# older\n"))
        self.rewrite(kept["text"])
        browser.until("[data-save]", "data-save", "saved")
        self.assertEqual(self.served.ask("GET", path)["revision"], kept["revision"])
