"""A game made on the screens alone: from an empty shelf, with packs of one's own, written and pasted."""

from __future__ import annotations

import unittest
from urllib.parse import urlparse
from urllib.request import urlopen

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(6))
PASTE = """
const data = new DataTransfer();
data.setData("text/plain", arguments[0]);
document.querySelector("[role=grid]").dispatchEvent(
  new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
"""


class Making(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.browser = Browser()

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()

    def setUp(self):
        self.served = Served()
        self.addCleanup(self.served.stop)
        self.addCleanup(self.browser.leave)
        self.presses = 0

    def press(self, css: str, text: str = "") -> None:
        """A press, counted."""
        self.browser.find(css, text).click()
        self.presses += 1

    def clean(self, where: str) -> None:
        self.assertEqual(self.browser.axe(), [], where)
        self.assertEqual(self.browser.console(), [], where)

    def write(self, *texts: str) -> None:
        for text in texts:
            self.browser.keys(text, Keys.ENTER)

    def test_a_plain_quiz_from_an_empty_shelf(self):
        """In at most twelve presses besides typing and the Enter behind it."""
        browser = self.browser
        browser.open(self.served.url)
        browser.find("[data-empty]")
        self.clean("empty shelf")
        self.press("[data-empty] button", "Write questions")
        browser.find("[role=dialog] input")
        self.press("[role=dialog] button", "Write questions")
        browser.find("[data-new='0']")
        self.clean("a new question")
        for n in range(3):
            browser.until("[data-new]", "data-new", str(n))
            browser._wait(lambda _: self.focused("textarea"), "the prompt to take the focus")
            self.write(f"Which is {n}?", f"right {n}", f"wrong {n}", f"other {n}", f"third {n}")
        browser.until("[data-new]", "data-new", "3")
        self.press("nav a", "Shelf")
        browser.find("[data-pack]", "3 questions")
        self.press("[data-pack] button", "New game")
        browser.find("[role=dialog] input[name=title]").send_keys("Mine")
        self.press("[role=dialog] button", "Begin")
        browser.find("h1", "Rules")
        browser.find("[data-comes-to=ready]")
        browser.find("nav[aria-label=Route]", "3 questions in 1 pack")
        self.press("header a", "Play")
        self.assertLessEqual(self.presses, 12)
        self.addCleanup(browser.driver.switch_to.window, browser.driver.current_window_handle)
        browser.driver.switch_to.window(browser.driver.window_handles[-1])
        self.addCleanup(browser.driver.close)
        browser.press("Set out")
        right = browser.find("ul button", "right")
        right.click()
        browser.until("[data-meter=score]", "data-value", "1")

    def focused(self, tag: str) -> bool:
        return str(self.browser.driver.switch_to.active_element.tag_name) == tag

    def test_a_draft_stays_until_it_is_saved(self):
        browser = self.browser
        pack = self.served.ask("POST", "/api/workshop/packs/empty", {"name": "Kept"})
        browser.open(f"{self.served.url}/packs/{pack['id']}?new=question")
        browser.find("[data-new]")
        Select(browser.find("[data-new] select")).select_by_visible_text("typed")
        browser.find("[data-new] textarea").send_keys("Half written")
        browser.open(f"{self.served.url}/packs/{pack['id']}?new=question")
        self.assertEqual(browser.find("[data-new] textarea").get_attribute("value"), "Half written")
        browser.press("Save, then the next")
        browser.find("[data-new] [role=alert]", "answer")
        browser.all("[data-new] textarea")[1].send_keys("reef", Keys.SHIFT, Keys.ENTER, Keys.NULL, "square")
        browser.press("Save, then the next")
        browser.until("[data-new]", "data-new", "1")
        one = self.served.ask("GET", f"/api/workshop/packs/{pack['id']}/questions")["questions"][0]
        self.assertEqual((one["kind"], one["answers"]), ("typed", ["reef", "square"]))
        kind = browser.find("[data-new] select")
        self.assertEqual(kind.get_attribute("value"), "typed")
        Select(kind).select_by_visible_text("formula")
        browser.keys(Keys.TAB, "{a} halves?", Keys.ENTER, "a = 3 | 5", Keys.ENTER, "a / 2")
        form = browser.find("[data-new]").find_element(By.XPATH, ".//label[text()='Answer written as']")
        Select(browser.find(f"#{form.get_attribute('for')}")).select_by_visible_text("fraction")
        browser.press("Save, then the next")
        browser.until("[data-new]", "data-new", "2")
        with urlopen(f"{self.served.url}/api/workshop/packs/{pack['id']}/file", timeout=40) as file:
            header, *_, last = file.read().decode().splitlines()
        made = dict(zip(header.split("\t"), last.split("\t"), strict=True))
        self.assertEqual(
            (made["kind"], made["variables"], made["answer"], made["form"]),
            ("formula", "a = 3 | 5", "a / 2", "fraction"),
        )
        browser.find("[data-new] button", "Cancel").click()
        browser.gone("[data-new]")

    def test_an_empty_shelf_offers_the_demo_and_a_sample(self):
        browser = self.browser
        browser.open(self.served.url)
        self.assertTrue(browser.button("Save a sample file").get_attribute("href").endswith("/sample"))
        browser.press("Load the demo")
        browser.find("a", "Hut Night at Lanternfell")
        browser.gone("[data-empty]")
        browser.find("[data-pack]", "used by 7 games")
        browser.find("[type=search]").send_keys("hut")
        browser._wait(lambda _: len(browser.all("[data-pack]")) == 4, "packs called so")
        self.assertEqual(len(browser.all("[data-game]")), 2)
        browser.find("[type=search]").send_keys(Keys.CONTROL, "a", Keys.NULL, "no such thing")
        browser.find("p", "Nothing on the shelf is called that.")

    def test_by_name_and_the_latest_first(self):
        browser = self.browser
        for name in ("b.tsv", "a.tsv", "c.tsv"):
            self.served.paste(name, ROWS)
        browser.open(self.served.url)
        browser.find("[data-pack]")
        names = lambda: [one.text.splitlines()[0] for one in browser.all("[data-pack]")]  # noqa: E731
        self.assertEqual(names(), ["a.tsv", "b.tsv", "c.tsv"])
        Select(browser.find("[aria-label='Order of packs and games']")).select_by_value("date")
        browser._wait(lambda _: names() == ["c.tsv", "a.tsv", "b.tsv"], "the latest first")

    def test_packs_of_a_game(self):
        browser = self.browser
        for name in ("one", "two"):
            self.served.paste(f"{name}.tsv", ROWS.replace("Question", name))
        game = self.served.ask("POST", "/api/workshop/games", {"title": "Packed"})
        browser.open(f"{self.served.url}/games/{game['id']}/questions")
        browser.find("h1", "No questions yet")
        self.clean("no pack yet")
        route = "nav[aria-label=Route]"
        for n, name in enumerate(("one.tsv", "two.tsv"), 1):
            browser.press("Add a pack")
            browser.find("[role=menuitem]", name).click()
            browser.find("h1", name)
            browser.find(route, f"{6 * n} questions in {n} pack")
        browser.press("More for two.tsv in this game")
        browser.find("[role=menuitem]", "Move forward").click()
        self.packs(game, ["packs/two.tsv", "packs/one.tsv"])
        browser.press("More for two.tsv in this game")
        browser.find("[role=menuitem]", "Remove from this game").click()
        browser.find(route, "6 questions in 1 pack")
        self.packs(game, ["packs/one.tsv"])
        browser.press("Add a pack")
        browser.find("[role=menuitem]", "New, to write into").click()
        browser.find("h1", "Packed questions.tsv")
        self.packs(game, ["packs/one.tsv", "packs/Packed questions.tsv"])
        self.clean("packs of a game")

    def packs(self, game, wanted: list[str]) -> None:
        path = f"/api/workshop/games/{game['id']}"
        self.browser._wait(lambda _: self.served.ask("GET", path)["pack_names"] == wanted, str(wanted))

    def test_rows_pasted_set_and_given(self):
        browser = self.browser
        pack, other = self.served.paste("rows.tsv", ROWS), self.served.paste("other.tsv", "Lone?\tyes\tno\n")
        browser.open(f"{self.served.url}/packs/{pack['id']}")
        browser.find("[data-question='5']")
        browser.find("[data-question='1']").click()
        browser.until("[role=grid]", "aria-activedescendant", "question-1")
        browser.driver.execute_script(PASTE, "Pasted one?\ta\tb\nPasted two?\tc\td\n")
        browser.find("[data-question='7']")
        browser.find("[data-question='3']", "Pasted two?")
        for number in (0, 2):
            browser.find(f"[data-question='{number}'] input").click()
        browser.press("Set …")
        dialog = browser.find("[role=dialog]")
        for label, text in (("Topic", "knots"), ("Level", "3")):
            field = browser.find("[role=dialog] label", label)
            dialog.find_element(By.ID, field.get_attribute("for")).send_keys(text)
        self.clean("set many")
        browser.find("[role=dialog] [type=submit]").click()
        browser._wait(lambda _: self.question(pack, 2)["level"] == 3, "the level to be set")
        self.assertEqual(self.question(pack, 0)["topic"], "knots")
        browser.find("[role=status]", "8 questions")
        browser.find("[data-question='0'] input").click()
        browser.press("To another pack …")
        browser.find("[role=dialog] button:enabled", "Move")
        self.clean("to another pack")
        browser.find("[role=dialog] button", "Move").click()
        browser.find("[role=status]", "7 questions")
        self.assertEqual(self.question(other, 1)["prompt"], "Question 0?")

    def question(self, pack, number: int):
        return self.served.ask("GET", f"/api/workshop/packs/{pack['id']}/questions")["questions"][number]

    def test_play_deals_anew_and_a_deal_can_be_played(self):
        browser = self.browser
        game = self.served.make_game("Dealt", self.served.paste("dealt.tsv", ROWS))
        browser.open(f"{self.served.url}/games/{game['id']}/deal")
        browser.find("[data-card]")
        play = urlparse(browser.find("header a", "Play").get_attribute("href"))
        self.assertEqual((play.path, play.query), ("/play/dealt", ""))
        deal = urlparse(browser.button("Play this deal").get_attribute("href"))
        self.assertEqual(deal.query, f"dice={game['dice']}")
        first = browser.find("[data-card]").text.split("\n")[1]
        self.assertIn("Question", first)
        browser.open(deal.geturl())
        browser.press("Set out")
        browser.find("h1", first)
        self.assertEqual(urlparse(browser.driver.current_url).query, "")
        while browser.find("[data-phase=asking], [data-result]").get_attribute("data-phase"):
            browser.keys("a")
            browser.sooner("[data-result]", "Go on")
        browser.press("Play again")
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        self.assertEqual(urlparse(browser.driver.current_url).query, "")
