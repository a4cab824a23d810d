"""Checking and the deal in the browser: switches turned, samples pinned, deals got back; by keyboard too."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

WORDS = "id\tkind\tquestion\tanswer\nk\ttyped\tWhich knot?\tBelay knot\nn\tnumber\tHow many?\t12\n"
MANY = "".join(f"Question {n}?\ta{n}\tb{n}\tc{n}\td{n}\n" for n in range(12))


class Answers(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served()
        cls.browser = Browser()
        cls.words = cls.served.make_game("Words", cls.served.paste("words.tsv", WORDS))
        cls.many = cls.served.make_game("Many", cls.served.paste("many.tsv", MANY))

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def verdict(self, text: str, verdict: str):
        self.browser.until(f"[data-sample='{text}']", "data-verdict", verdict)

    def clean(self, where: str) -> None:
        self.assertEqual(self.browser.axe(), [], where)
        self.assertEqual(self.browser.console(), [], where)

    def test_a_switch_is_turned_and_a_pinned_sample_breaks(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.words['id']}/checking")
        browser.find("#try").send_keys("belay-knot")
        browser.until("[data-verdict]", "data-verdict", "right")
        browser.find("ol[aria-label*=steps]", "without punctuation: ‘belay knot’")
        browser.find("#try").send_keys(Keys.ENTER)
        self.verdict("belay-knot", "right")
        browser.find("[aria-label='‘belay-knot’ must be right']").click()
        browser.until("[aria-label='‘belay-knot’ must be right']", "aria-pressed", "true")
        self.clean("checking")
        browser.find("[data-switch=punctuation]").click()
        self.verdict("belay-knot", "close")
        self.assertEqual(browser.find("[data-sample='belay-knot']").get_attribute("data-changed"), "true")
        self.assertIsNone(browser.find("[data-sample='Belay knot']").get_attribute("data-changed"))
        browser.find("[data-snag=broken-sample]", "must be right")
        browser.find("header", "1 snag")
        self.clean("checking with a broken sample")
        browser.find("button", "Undo the last change").click()
        browser.gone("[data-snag=broken-sample]")
        self.verdict("belay-knot", "right")

    def test_own_switches_and_another_right_answer(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.words['id']}/checking?q=0")
        self.verdict("bELAY KNOT", "right")
        browser.find("[role=radio]", "Question").click()
        browser.find("[role=radio][aria-checked=true]", "Question")
        browser.find("[data-switch=case]").click()
        self.verdict("bELAY KNOT", "wrong")
        browser.until("[data-origin]", "data-origin", "ignore question")
        browser.press("Remove these switches")
        self.verdict("bELAY KNOT", "right")
        browser.find("[data-sample='the Belay knot'] button", "Accept it too").click()
        self.verdict("the Belay knot", "right")
        browser.find("p", "the Belay knot")

    def test_keyboard_alone(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.words['id']}/checking?q=1")
        self.verdict("twelve", "unreadable")
        for _ in range(60):
            browser.keys(Keys.TAB)
            focused = browser.driver.switch_to.active_element
            if focused.get_attribute("data-switch") == "case":
                break
        browser.keys(Keys.SPACE)
        browser.find("nav", "ignores 2 things")
        for _ in range(60):
            if browser.driver.switch_to.active_element.get_attribute("id") == "try":
                break
            browser.keys(Keys.TAB)
        browser.keys(*"12,0")
        browser.until("li[data-verdict]", "data-verdict", "right")
        browser.keys(Keys.ENTER, Keys.TAB)
        browser.chord(Keys.CONTROL, "z")
        browser.find("nav", "ignores 3 things")

    def test_a_deal_is_got_back_by_its_dice(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/{self.many['id']}/deal")
        dice = browser.find("#dice").get_attribute("value")
        browser.find("[data-card]")
        first = self.dealt("now")
        browser.press("Hold this deal")
        browser.find("[data-deal-list=held]")
        browser.press("Roll")
        browser._wait(lambda _: self.dealt("now") != first, "another deal")
        self.assertEqual(self.dealt("held"), first)
        self.clean("two deals")
        field = browser.find("#dice")
        field.send_keys(*[Keys.BACKSPACE] * 9, dice, Keys.ENTER)
        browser._wait(lambda _: self.dealt("now") == first, "the first deal")
        browser.press("Let the held deal go")
        for drawn in ("2", "10"):  # the field shows what is kept, not what was before
            field = browser.find("[data-deal=draw]")
            field.send_keys(Keys.CONTROL, "a")
            field.send_keys(drawn, Keys.ENTER)
            browser._wait(lambda _, drawn=drawn: len(self.dealt("now")) == int(drawn), f"{drawn} cards")
            browser.until("[data-deal=draw]", "value", drawn)
        many = "[data-deal=many]"
        Select(browser.find(many)).select_by_value("endless")
        browser.find("[data-snag=endless]")  # it can't be played so, and the fields stay
        self.assertEqual(browser.find("[data-deal=repeats]").get_attribute("value"), "when_empty")
        browser.find("[data-mend=endless]", "Let the player leave").click()
        browser.find("section h2", "goes on for as long as")
        browser.console()  # a deal of what can't be played is refused
        for value, cards in (("all", "12 questions"), ("some", "10 questions")):
            Select(browser.find(many)).select_by_value(value)
            browser.find("section h2", cards)
            self.assertEqual(browser.find(many).get_attribute("value"), value)
            # what is drawn is there only where a number is, and all of them are not repeated
            self.assertEqual(len(browser.all("[data-deal=draw]")), value == "some")
            self.assertEqual(len(browser.all("[data-deal=repeats]")), value == "some")
            self.clean(f"drawn {value}")
        Select(browser.find("[data-deal=options]")).select_by_visible_text("as in the file")
        browser._wait(lambda _: {right for _, right in self.dealt("now")} == {"A"}, "options as in the file")
        self.assertEqual([card for card, _ in self.dealt("now")], [card for card, _ in first])
        browser.press("Deal 10,000 times")
        browser.find("[data-finding=places]", "always first: options are not shuffled")
        browser.until("[data-job]", "data-job", "done")
        self.clean("fairness")

    def test_dealing_many_times_can_be_stopped(self):
        browser = self.browser
        pack = self.served.paste("wide.tsv", "".join(f"Q{n}?\ta{n}\tb{n}\tc{n}\n" for n in range(1000)))
        wide = self.served.make_game("Wide", pack, "title: Wide\npacks: [packs/wide.tsv]\n")
        browser.open(f"{self.served.url}/games/{wide['id']}/deal")
        browser.press("Deal 10,000 times")
        browser._wait(
            lambda _: not browser.find("[data-job] [role=status]").text.startswith("0"), "some deals"
        )
        self.assertEqual(browser.all("[data-finding]"), [], "nothing is judged while it is counted")
        browser.press("Stop")
        browser.until("[data-job]", "data-job", "stopped")
        browser.find("[data-finding=places]")

    def dealt(self, name: str) -> list[tuple[str, str]]:
        """The cards of a deal on the page, with the letter of the right place."""
        found = self.browser.driver.execute_script(
            "return [...document.querySelectorAll(`[data-deal-list=${arguments[0]}] [data-card]`)]"
            ".map(card => [card.dataset.card, card.querySelector('[data-right]').innerText[0]])",
            name,
        )
        return [tuple(one) for one in found]
