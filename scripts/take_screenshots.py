"""Take the README's pictures from the demo: `make shots`."""

from __future__ import annotations

import sys
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from tests.ui.harness import Browser, Served  # noqa: E402

SETTLED = 0.9
"""Seconds for motion to end."""


def main() -> None:
    folder = Path(sys.argv[1]) if len(sys.argv) > 1 else ROOT / "docs" / "screenshots"
    folder.mkdir(parents=True, exist_ok=True)
    served, browser = Served(demo=True), Browser()

    def take(name: str) -> None:
        time.sleep(SETTLED)
        browser.picture(folder / f"{name}.png")

    try:
        browser.open(served.url)
        browser.find("h2", "Games")
        browser.find("a", "Hut Night")
        take("shelf")
        browser.find("a", "hut-book.tsv").click()
        browser.find("[data-line]")
        take("questions")
        browser.open(f"{served.url}/games/1/rules")
        browser.find(".cm-content")
        take("rules")
        browser.open(f"{served.url}/play/hut-night-at-lanternfell?dice=1708")
        browser.find("input").send_keys("Imre")
        take("player-start")
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        take("player-asking")
        browser.keys("b")
        time.sleep(1)
        browser.find("[data-phase=asking]")
        browser.keys("b")
        take("player-feedback")
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
