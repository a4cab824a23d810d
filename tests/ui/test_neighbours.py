"""Others at the same machine: pages of another site, hostile texts, and a second tab of one's own."""

from __future__ import annotations

import http.server
import json
import threading
import time
import unittest

from .harness import PATIENCE, Browser, Served

SCRIPT = "<img src=x onerror='window.ran=1'><svg onload=window.ran=1>\"'>"
QUOTED = json.dumps(SCRIPT)
RULES = f"""\
title: {QUOTED}
packs: [PACK]
leave: true
intro: {QUOTED}
tries: 1
meters: {{score: {{start: 0}}}}
clocks: {{question: none, game: none, breather: player}}
consequences:
  - {{moment: right, add: {{score: 1}}, tell: {QUOTED}}}
  - {{moment: missed, tell: {QUOTED}, reveal: true}}
awards:
  - {{if: percent >= 0, title: {QUOTED}, tell: {QUOTED}}}
"""


class OtherSite:
    """A page served from another port: another origin, and so another site's to our server."""

    def __init__(self, page: str) -> None:
        class Handler(http.server.BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                self.send_response(200)
                self.send_header("content-type", "text/html")
                self.end_headers()
                self.wfile.write(page.encode())

            def log_message(self, *_: object) -> None:
                pass

        self.server = http.server.ThreadingHTTPServer(("127.0.0.1", 0), Handler)
        self.url = f"http://localhost:{self.server.server_port}/"
        threading.Thread(target=self.server.serve_forever, daemon=True).start()

    def close(self) -> None:
        self.server.shutdown()
        self.server.server_close()


class Neighbours(unittest.TestCase):
    served: Served
    browser: Browser

    @classmethod
    def setUpClass(cls) -> None:
        cls.served = Served()
        cls.addClassCleanup(cls.served.stop)
        cls.browser = Browser()
        cls.addClassCleanup(cls.browser.close)

    def test_another_sites_page_can_neither_write_nor_read(self):
        pack = self.served.paste("own.tsv", "A?\tb\tc\td\n")
        game = self.served.make_game("Own", pack)
        play = self.served.ask("POST", f"/api/players/games/{game['slug']}/plays", {})["id"]
        ours, there = self.served.url, f"/api/workshop/games/{game['id']}"
        other = OtherSite(
            f"""<form id=form method=post enctype=multipart/form-data action="{ours}/api/workshop/demo"
            target=frame></form><iframe name=frame></iframe>
            <p id=told></p><script>
            const tries = [
              ["POST", "{there}/off"], ["POST", "{there}/copy"],
              ["GET", "/api/workshop/packs/{pack["id"]}/questions"],
            ].map(([method, path]) => fetch("{ours}" + path, {{method, mode: "cors"}}).then(
              r => r.text().then(() => "read"), () => "refused"));
            const blind = fetch("{ours}{there}/off", {{method: "POST", mode: "no-cors"}});
            const socket = new Promise(done => {{
              const ws = new WebSocket("{ours.replace("http", "ws")}/api/players/plays/{play}/live");
              ws.onmessage = () => done("read"); ws.onclose = ws.onerror = () => done("refused");
            }});
            document.getElementById("form").submit();
            Promise.all([...tries, socket, blind.then(() => "sent", () => "refused")]).then(all => {{
              document.getElementById("told").textContent = "told " + all.join(" ");
            }});
            </script>"""
        )
        self.addCleanup(other.close)
        self.browser.open(other.url)
        told = self.browser.find("#told", "told").text
        self.assertNotIn("read", told)
        self.browser.find("#told")
        shelf = self.served.ask("GET", "/api/workshop/shelf")
        self.assertEqual(([one["title"] for one in shelf["games"]], len(shelf["packs"])), (["Own"], 1))
        self.browser.open(f"{ours}/play/{game['slug']}/{play}")
        self.browser.find("[data-phase=asking]")  # our own page joins the same play

    def test_hostile_texts_are_shown_and_never_run(self):
        rows = f"{SCRIPT}\t{SCRIPT} right\t{SCRIPT} wrong\t{SCRIPT} other\n"
        name = "<img src=x onerror=window.ran=1>.tsv"
        pack = self.served.paste(name, rows)
        rules = RULES.replace("PACK", json.dumps(pack["name"]))
        game = self.served.make_game(SCRIPT[:200], pack, rules)
        self.assertTrue(game["playable"], game["snags"])
        for path in (
            "/",
            f"/packs/{pack['id']}",
            f"/games/{game['id']}/questions",
            f"/games/{game['id']}/checking",
            f"/games/{game['id']}/deal",
            f"/games/{game['id']}/rules",
            f"/games/{game['id']}/feedback",
            f"/games/{game['id']}/playtest",
            f"/play/{game['slug']}",
        ):
            with self.subTest(path):
                self.browser.open(self.served.url + path)
                self.browser.find("body", "onerror")
                self.never_ran()
        self.browser.press("Set out")
        self.browser.find("[data-phase=asking]")
        self.browser.keys("a")
        self.browser.find("main", "onerror")
        self.never_ran()
        self.browser.press("Go on")
        self.browser.find("[data-result]")
        self.never_ran()

    def never_ran(self) -> None:
        self.assertIsNone(self.browser.driver.execute_script("return window.ran ?? null"))

    def test_two_tabs_take_nothing_back_in_silence(self):
        pack = self.served.paste("tabs.tsv", "A?\tb\tc\td\nE?\tf\tg\th\n")
        game = self.served.make_game("Tabs", pack)
        path = f"/api/workshop/games/{game['id']}"
        browser = self.browser
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        browser.find("[data-cell]")
        edit = {"edits": [{"path": ["intro"], "value": "mine"}], "revision": game["revision"]}
        seen = self.served.ask("POST", f"{path}/edits", edit)
        edit = {"edits": [{"path": ["intro"], "value": "theirs"}], "revision": seen["revision"]}
        self.searched(path)  # while its plays are being gone through a page asks for the game again and again
        browser.driver.refresh()
        browser.find("button:enabled", "Undo")
        browser.find("[data-comes-to=ready]")  # and now it asks for nothing any more
        theirs = self.served.ask("POST", f"{path}/edits", edit)
        browser.press("Undo")
        browser.find("[role=alert]", "changed elsewhere")
        self.assertEqual(self.served.ask("GET", path)["text"], theirs["text"])
        browser.find("[data-cell]")
        browser.press("Undo")  # now it has been seen
        browser.find("button:enabled", "Redo")
        self.assertIn("mine", self.served.ask("GET", path)["text"])

    def searched(self, path: str) -> None:
        """Wait until all plays of a game have been gone through."""
        end = time.monotonic() + PATIENCE
        while self.served.ask("GET", path)["looking"]:
            self.assertLess(time.monotonic(), end, "the plays of the game are still being gone through")

    def test_a_play_that_is_not_there_says_so_under_a_heading(self):
        for path in ("/play/nothing", "/play/nothing/none"):
            self.browser.open(self.served.url + path)
            self.browser.find("h1")
            self.assertEqual(self.browser.axe(), [])


if __name__ == "__main__":
    unittest.main()
