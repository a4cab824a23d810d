"""Take the README's pictures from the demo: `make shots`."""

from __future__ import annotations

import sys
import time
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))


from tests.ui.harness import Browser, Served  # noqa: E402

SETTLED = 0.9
"""Seconds for motion to end."""
AS_SERVED = """
const [found, shown] = arguments;
const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
while (walker.nextNode())
  for (const [place, one] of found.entries())
    walker.currentNode.textContent = walker.currentNode.textContent.replaceAll(one, shown[place]);
"""
"""Puts what `make demo` serves in the place of the folder and the port of this one."""


CLIMBERS = ["Ada", "Ben", "Cleo", "Dora", "Emil", "Fee", "Gustav", "Hanna", "Ida", "Jan", "Kim", "Lea"]


def climb(served: Served, plays: list[str], rounds: int) -> None:
    """Let simulated players go on, each as far and as well as they are."""
    for number in range(rounds):
        for place, play in enumerate(plays):
            seen = served.ask("GET", f"/api/players/plays/{play}")
            if seen["phase"] == "asking" and number <= place * 2:
                right = "right" if (place + number) % 3 else "wrong"
                text = {"right": "A", "wrong": "B"}[right]
                move = {"do": "answer", "text": text, "visit": seen["visit"]}
                served.ask("POST", f"/api/players/plays/{play}/moves", move)
        time.sleep(2.2)


def main() -> None:
    folder = Path(sys.argv[1]) if len(sys.argv) > 1 else ROOT / "docs" / "screenshots"
    folder.mkdir(parents=True, exist_ok=True)
    served, browser = Served(demo=True), Browser()

    def shelf() -> dict[str, Any]:
        return served.ask("GET", "/api/workshop/shelf")

    def take(name: str) -> None:
        time.sleep(SETTLED)
        browser.picture(folder / f"{name}.png")

    try:
        while any(game["looking"] for game in shelf()["games"]):
            time.sleep(SETTLED)
        browser.open(served.url)
        browser.find("h2", "Games")
        browser.find("a", "Hut Night")
        take("shelf")
        browser.find("a", "hut-book.tsv").click()
        browser.find("[data-line]")
        take("lines")
        browser.open(f"{served.url}/games/1/questions")
        browser.find("[data-question='2']").click()
        browser.find("aside textarea")
        take("questions")
        words = next(pack["id"] for pack in shelf()["packs"] if pack["name"].endswith("alpine-words.tsv"))
        browser.open(f"{served.url}/games/4/checking?pack={words}&q=1")
        browser.find("[data-sample]")
        browser.find("#try").send_keys(" the Edelwiess")
        browser.find("[data-switch=articles]").click()
        browser.find("[data-changed]")
        take("checking")
        browser.press("Undo")
        browser.open(f"{served.url}/games/1/deal")
        browser.find("[data-card]")
        browser.press("Deal 10,000 times")
        browser.until("[data-job]", "data-job", "done")
        take("deal")
        browser.open(f"{served.url}/games/1/playtest")
        browser.find("[data-bench]")
        for key in "rwrw":
            browser.keys(key)
            time.sleep(0.4)
        browser.find("[data-step='5']").click()
        time.sleep(0.4)
        browser.keys("w")
        browser.find("[role=tab]", "Ways").click()
        browser.press("Compare")
        browser.find("[data-difference=other]")
        take("playtest")
        browser.open(f"{served.url}/play/signs-and-sums?dice=3")  # a word comes first
        browser.press("Set out")
        browser.find("[data-pattern]")
        for letter in "etx":
            browser.keys(letter)
            time.sleep(0.4)
        take("player-letters")
        browser.open(f"{served.url}/games/1/rules")
        browser.find("[data-comes-to=ready]")
        take("rules")
        browser.open(f"{served.url}/games/1/proof")
        browser.find("[data-curve]")
        browser.until("[data-odds]", "data-odds", "exact")
        browser.until("[data-aims]", "data-aims", "looked")
        take("proof")
        served.ask("POST", "/api/workshop/games/1/handouts", {"name": "Thursday, the big room"})
        browser.open(f"{served.url}/games/1/handout")
        browser.find("[data-handout]")
        browser.find("p", "dicetrail serve --host")
        here = [str(served.folder), str(served.port)]
        browser.driver.execute_script(AS_SERVED, here, [".data/demo", "8321"])
        take("handout")
        wanted = {"name": "The hut’s wall", "together": True}
        evening = served.ask("POST", "/api/workshop/games/1/handouts", wanted)
        start = f"/api/players/games/{evening['link']}/plays"
        plays = [served.ask("POST", start, {"player": name})["id"] for name in CLIMBERS]
        for play in plays:
            served.ask("GET", f"/api/players/plays/{play}")
        served.ask("POST", f"/api/workshop/handouts/{evening['id']}/begin")
        climb(served, plays, 10)
        browser.open(f"{served.url}/wall/{evening['link']}")
        browser.find("[data-marks]")
        take("wall")
        served.ask("POST", f"/api/workshop/handouts/{evening['id']}/now/end")
        browser.find("[data-standing]")
        take("wall-end")
        browser.open(f"{served.url}/games/3/handout")
        browser.find("[data-handout]")
        next(tab for tab in browser.all("[role=tab]") if tab.text == "Questions").click()
        browser.find("[data-question]")
        take("statistics")
        browser.open(f"{served.url}/games/1/feedback")
        browser.press("Experience")
        browser.find("[data-experience] [data-moment]")
        take("feedback")
        browser.press("The player’s page")
        browser.press("Arrangement")
        browser.find("[data-switch=bad]").click()
        browser.find("[data-switch='768']").click()
        take("page")
        browser.open(f"{served.url}/handbook/how/second-try")
        browser.find("input[type=search]").send_keys("second try")
        browser.find("[data-hit]")
        take("handbook")
        browser.open(f"{served.url}/play/the-map-table?dice=2")
        browser.press("Set out")
        browser.find("[data-spot]")
        browser.keys("\ue014", "\ue014")
        take("player-spot")
        browser.open(f"{served.url}/play/hut-night-at-lanternfell?dice=1708")
        browser.find("input").send_keys("Imre")
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        take("player-asking")
        browser.keys("b")
        time.sleep(1)
        browser.find("[data-phase=asking]")
        browser.keys("b")
        while not browser.all("[data-result]"):
            for key in "abcd":
                browser.keys(key)
                time.sleep(0.15)
            time.sleep(0.3)
        take("player-result")
    finally:
        browser.close()
        served.stop()


if __name__ == "__main__":
    main()
