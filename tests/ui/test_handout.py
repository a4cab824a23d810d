"""Step 8: a game is handed out, played by others, changed, handed out anew, given as files, brought again."""

from __future__ import annotations

import io
import tempfile
import unittest
import urllib.request
from pathlib import Path

import zxingcpp
from PIL import Image

from tests.ui.harness import PATIENCE, Browser, Served


class HandOut(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served(demo=True)
        cls.addClassCleanup(cls.served.stop)

    def setUp(self):
        self.browser = Browser()
        self.addCleanup(self.browser.close)
        games = self.served.ask("GET", "/api/workshop/shelf")["games"]
        self.game = next(one for one in games if one["title"].startswith("Hut Night"))
        self.url = f"{self.served.url}/games/{self.game['id']}/handout"

    def change_points(self, before: str, after: str) -> None:
        path = f"/api/workshop/games/{self.game['id']}"
        game = self.served.ask("GET", path)
        text = game["text"].replace(before, after)
        self.assertNotEqual(text, game["text"])
        self.served.ask("PUT", path, {"text": text, "revision": game["revision"]})

    def photographed(self) -> list[tuple[str, str]]:
        """The codes that a camera finds on the page as it stands: their sort, and what they hold. They are
        read by ZXing, which knows nothing of how they are drawn."""
        self.browser.pictured()
        shot = Image.open(io.BytesIO(self.browser.driver.get_screenshot_as_png()))
        return [(one.format.name, one.text) for one in zxingcpp.read_barcodes(shot)]

    def score_after_a_right_answer(self, player: Browser) -> str:
        """Give the right answer, which the maker looks up in the deal, and read the score."""
        play = player.driver.current_url.rsplit("/", 1)[-1]
        view = self.served.ask("GET", f"/api/players/plays/{play}")
        pack = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}")["packs"][0]["id"]
        questions = self.served.ask("GET", f"/api/workshop/packs/{pack}/questions?limit=200")["questions"]
        asked = next(one for one in questions if one["prompt"] == view["question"]["prompt"])
        options = view["question"]["options"]
        option = next(one for one in options if one["text"] in asked["answers"])
        player.keys(option["label"].lower())
        player.find("[data-moment=right]")
        return player.find("[data-meter=score]").get_attribute("data-value")

    def test_a_name_is_asked_as_the_rules_say(self):
        pack = self.served.paste("named.tsv", "Question one?\ta\nQuestion two?\tb\n")
        browser = self.browser
        for asked, ticked in (("ask", True), ("none", False)):
            rules = f"title: Named {asked}\npacks: [packs/named.tsv]\nsetup: {{name: {asked}}}\n"
            game = self.served.make_game(f"Named {asked}", pack, rules)
            browser.open(f"{self.served.url}/games/{game['id']}/handout")
            browser.find("main button", "Hand out").click()
            tick = browser.beside("[role=dialog] label", "A name is asked", ".//input")
            self.assertEqual(tick.is_selected(), ticked)

    def test_each_play_keeps_its_rules(self):
        browser = self.browser
        browser.open(self.url)
        browser.find("main button", "Hand out").click()
        self.assertEqual(browser.axe(), [])
        name = browser.find("[role=dialog] input")
        name.clear()
        name.send_keys("The stove room")
        browser.find("[role=dialog] button", "Hand out").click()
        entry = browser.find("[data-handout]", "The stove room")
        link = entry.get_attribute("data-handout")
        self.assertEqual(browser.axe(), [])

        first, second = Browser(390, 800), Browser()
        for player in (first, second):
            self.addCleanup(player.close)
        first.open(f"{self.served.url}/play/{link}")
        first.press("Set out")
        first.find("p", "Question 1")
        self.change_points("add: {score: 5}", "add: {score: 9}")
        browser.driver.refresh()
        browser.find("p", "changed since version 1")
        browser.press("Hand out anew")
        browser.find("p", "version 2 of")
        second.open(f"{self.served.url}/play/{link}")
        second.press("Set out")
        second.find("p", "Question 1")
        self.assertEqual(self.score_after_a_right_answer(first), "5")
        self.assertEqual(self.score_after_a_right_answer(second), "9")

        browser.driver.refresh()
        browser.find("span", "1 of version 2, 1 of version 1")
        browser.press("Close")
        browser.until(f"[data-handout={link}]", "data-shut", "closed")
        second.open(f"{self.served.url}/play/{link}")
        second.find("[role=status]", "This game is closed")
        self.assertEqual(second.axe(), [])
        browser.press("Open again")
        browser.until(f"[data-handout={link}]", "data-shut", "")
        self.assertEqual(browser.console(), [])

    def test_the_wall_the_list_and_the_files(self):
        browser = self.browser
        path = f"/api/workshop/games/{self.game['id']}/handouts"
        handed = self.served.ask("POST", path, {"name": "Tonight", "listed": True, "note": "By the stove."})
        browser.open(self.url)
        browser.find(f"[data-handout={handed['link']}]")
        browser.press("Code for the wall")
        browser.find("[data-wall] img")
        address = browser.find("[data-wall] p", f"/play/{handed['link']}").text
        self.assertEqual(self.photographed(), [("QRCode", f"http://{address}")])
        self.assertEqual(browser.axe(), [])
        browser.press("Full screen")
        browser.keys("\ue00c")
        browser.open(f"{self.served.url}/play/")
        self.assertEqual(browser.axe(), [])
        browser.press("Hut Night at Lanternfell")
        browser.find("p", "By the stove.")
        browser.open(self.url)
        browser.press("Files to take away")
        self.assertEqual(browser.axe(), [])
        page = browser.find("a", "Open to print").get_attribute("href")
        browser.open(page)
        browser.find("section.key")
        self.assertEqual(browser.axe(), [])

    def test_a_bundle_is_brought_on_the_shelf(self):
        browser = self.browser
        bundle = urllib.request.urlopen(
            f"{self.served.url}/api/workshop/games/{self.game['id']}/bundle", timeout=PATIENCE
        ).read()
        game = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}")
        pack = game["packs"][0]
        line = self.served.ask("GET", f"/api/workshop/packs/{pack['id']}/lines")["lines"][2]
        changed = {"raw": line["raw"].replace("?", "??", 1), "revision": pack["revision"]}
        self.served.ask("PUT", f"/api/workshop/packs/{pack['id']}/lines/{line['number']}", changed)
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "hut.zip"
            file.write_bytes(bundle)
            browser.open(self.served.url)
            browser.find("h1", "Packs")
            browser.all("input[type=file]")[0].send_keys(str(file))
            browser.find("[role=dialog] label", "trail-sense.tsv")
            self.assertEqual(browser.axe(), [])
            browser.press("Bring it")
            browser.find("h1", "Rules")
        self.assertEqual(browser.console(), [])
        shelf = self.served.ask("GET", "/api/workshop/shelf")
        self.assertIn("packs/trail-sense-2.tsv", [one["name"] for one in shelf["packs"]])
