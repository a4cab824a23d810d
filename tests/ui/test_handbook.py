"""The handbook on screen: read, searched, opened as a game; help on each screen; a first evening."""

from __future__ import annotations

from selenium.webdriver.common.keys import Keys

from dicetrail.handbook.keys import KEYS

from .on_screen import OnScreen

SCREENS = ("questions", "checking", "deal", "rules", "feedback", "playtest", "proof", "handout")
ROUNDS = """title: Rounds
packs: [PACK]
meters: {score: {start: 0}}
consequences: [{moment: right, add: {score: 1}}, {moment: right, if: level == 3, add: {score: 2}}]
"""


class Handbook(OnScreen):
    def test_1_an_empty_shelf_says_where_to_begin(self) -> None:
        browser = self.browser
        browser.open(f"{self.served.url}/")
        browser.find("[data-empty] a", "Where to begin").click()
        browser.find("h1", "Where to begin")
        browser.find(".handbook a", "Two rounds").click()
        browser.find("h1", "How do I play two rounds?")
        self.clean("the handbook")
        browser.find("[data-after]").click()
        browser.find("h1", "How do I let only the good ones on?")
        self.assertEqual(browser.console(), [])

    def test_search_as_one_types(self) -> None:
        browser = self.browser
        browser.open(f"{self.served.url}/handbook")
        field = browser.find("input[type=search]")
        for words, page in {
            "second try": "how/second-try",
            "lives": "how/lives",
            "too late": "how/question-clock",
            "pictures": "route/feedback",
        }.items():
            field.send_keys(Keys.CONTROL, "a")
            field.send_keys(words)
            browser.find(f"[data-hit='{page}']")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("xyzzyq")
        browser.find("[data-found='0']", "Try another word")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("hidden-row")
        browser.find("[data-hit='reference/snags'] a", "hidden-row").click()
        browser.find("#hidden-row")
        self.clean("a hit")

    def test_pages_that_are_not_there(self) -> None:
        self.browser.open(f"{self.served.url}/handbook/how/fly")
        self.browser.find("[data-pages] h1", "The handbook has no such page")
        self.browser.console()

    def test_every_screen_has_its_help(self) -> None:
        browser = self.browser
        pack = self.served.paste("help.tsv", "prompt\tanswer\nUp?\tsky\n")
        game = self.served.make_game("Help", pack, ROUNDS.replace("PACK", pack["name"]))
        for screen in SCREENS:
            with self.subTest(screen):
                browser.open(f"{self.served.url}/games/{game['id']}/{screen}")
                browser.find("main h1")
                browser.find("button[aria-label=Help]")
                browser.keys("?")
                browser.find(f"[data-keys={screen}] dt", "?")
                for key in KEYS[screen]:  # type: ignore[index]
                    browser.find(f"[data-keys={screen}] dt", key.keys)
                browser.keys(Keys.ESCAPE)
                browser.gone("[data-keys]")
        browser.open(f"{self.served.url}/")
        browser.find("button[aria-label=Help]").click()
        browser.find("[data-keys=shelf]")
        self.clean("the help of the shelf")
        browser.find("[role=dialog] a", "All keys and names").click()
        browser.find("h1", "All keys and names")
        browser.gone("[role=dialog]")

    def test_a_snag_leads_to_its_entry(self) -> None:
        browser = self.browser
        pack = self.served.paste("entry.tsv", "prompt\tanswer\tlevel\nUp?\tsky\t1\nWet?\tsea\t3\n")
        game = self.served.make_game("Entry", pack, ROUNDS.replace("PACK", pack["name"]))
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        browser.find("[data-snag=hidden-row] [data-entry=hidden-row]").click()
        browser.find("#hidden-row", "hidden-row")
        browser.find("h1", "Snags")

    def test_a_newcomers_first_evening(self) -> None:
        """A game of two rounds from a recipe, with a lucky row of one's own, played; all on screen."""
        browser = self.browser
        browser.open(f"{self.served.url}/handbook/how/two-rounds")
        browser.press("Open as a game")
        browser.find("h1", "Rules")
        name = browser.find("[aria-label='Name of a new expression']")
        name.send_keys("lucky", Keys.ENTER)
        cell = browser.find("[data-cell='lucky: is']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("roll(6)", Keys.ENTER)
        browser.find("[data-comes-to=lucky]", "rolled when it is used")
        change = browser.find("[data-cell='row 1: score']")
        change.send_keys(Keys.CONTROL, "a")
        change.send_keys("+lucky", Keys.ENTER)
        browser.until("[data-cell='row 1: score']", "value", "+lucky")
        shelf = self.served.ask("GET", "/api/workshop/shelf")
        [game] = [one for one in shelf["games"] if one["title"] == "Two Rounds"]
        browser._wait(lambda _: self.document(game)["names"] == {"lucky": "roll(6)"}, "the name to be kept")
        self.clean("the rules of a recipe")
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.press("Set out")
        browser.press("Go on")
        browser.find("[data-phase=asking]")
        browser.keys("a")
        browser.find("[data-moment=right], [data-moment=missed]")
        self.assertEqual(browser.console(), [])
        browser.open(f"{self.served.url}/handbook/how/two-rounds")
        browser.press("Open as a game")
        browser.find("h1", "Rules")
        games = self.served.ask("GET", "/api/workshop/shelf")["games"]
        self.assertEqual(sum(one["title"] == "Two Rounds" for one in games), 2)
