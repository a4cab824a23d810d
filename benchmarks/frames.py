"""How evenly the player's page is drawn while a cue with everything in it happens, beside a page at rest.

Told are the times between frames at 1280×800, in milliseconds. It leaves out what a screen does with them:
headless Chromium draws into memory.
"""

from __future__ import annotations

import statistics
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from tests.ui.harness import Browser, Served

SECONDS = 1.5
FRAMES = """
const done = arguments[0], times = [];
let last = performance.now();
const begun = last;
const frame = (now) => {
  times.push(now - last);
  last = now;
  now - begun < 1000 * %s ? requestAnimationFrame(frame) : done(times.slice(1));
};
requestAnimationFrame(frame);
"""
SCENE = """
cues:
  all:
    motion: lift
    hold: 1.5
    scene:
      - {do: embers, lasts: 1.5}
      - {do: snow, lasts: 1.5}
      - {do: swell, on: meters}
      - {do: stamp, on: prompt, at: 0.4}
      - {text: There!, lasts: 1.5}
"""
RULES = (
    "title: Frames\npacks: [PACK]\nmeters: {score: {start: 0}}\nclocks: {breather: 3}\n"
    "consequences: [{moment: right, add: {score: 1}, tell: Yes., cue: all}]\n"
)


def told(what: str, times: list[float]) -> float:
    """Print what the times between frames were; the median."""
    middle = statistics.median(times)
    late = sum(one > 25 for one in times)
    print(f"{what}: median {middle:.1f} ms, longest {max(times):.1f} ms, {late} of {len(times)} over 25 ms")
    return middle


served, browser = Served(), Browser(1280, 800)
try:
    pack = served.paste("frames.tsv", "Up?\tsky\tearth\nWet?\tsea\tsand\n")
    game = served.make_game("Frames", pack, RULES.replace("PACK", pack["name"]) + SCENE)
    browser.open(f"{served.url}/play/{game['slug']}")
    browser.press("Set out")
    browser.find("[data-phase=asking]")
    rest = told("at rest", browser.driver.execute_async_script(FRAMES % SECONDS))
    browser.driver.execute_script("document.querySelectorAll('[data-mark]').forEach((one) => one.click())")
    scene = told("with everything", browser.driver.execute_async_script(FRAMES % SECONDS))
    print(f"a frame of the scene takes {scene / rest:.2f} times one at rest")
finally:
    browser.close()
    served.stop()
