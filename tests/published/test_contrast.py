"""The look's colours, held against WCAG 2.2 (relative luminance and contrast ratio as defined there)."""

from __future__ import annotations

import re
import unittest
from pathlib import Path

LOOK = Path(__file__).parents[2] / "frontend" / "src" / "look" / "look.css"


def luminance(colour: str) -> float:
    parts = [int(colour[n : n + 2], 16) / 255 for n in (1, 3, 5)]
    red, green, blue = (
        part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts
    )
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(a: str, b: str) -> float:
    lighter, darker = sorted((luminance(a), luminance(b)), reverse=True)
    return (lighter + 0.05) / (darker + 0.05)


class Colours(unittest.TestCase):
    def setUp(self):
        self.colours = dict(re.findall(r"--color-(\w[\w-]*): (#\w{6})", LOOK.read_text("utf-8")))

    def test_the_formula(self):
        self.assertAlmostEqual(contrast("#000000", "#ffffff"), 21)
        self.assertAlmostEqual(contrast("#777777", "#ffffff"), 4.48, places=2)  # the well-known near miss

    def test_text_reaches_aa(self):
        grounds = {
            "paper": ("ink", "soft", "pine", "ochre", "ember", "lake"),
            "sheet": ("ink", "soft", "pine", "ochre", "ember", "lake"),
            "shade": ("ink", "soft"), "moss": ("ink", "soft", "pine"), "straw": ("ink", "soft"),
            "blush": ("ink", "soft", "ember"), "mist": ("ink", "soft", "lake"),
            "pine": ("sheet",), "pine-deep": ("sheet",),
        }  # fmt: skip
        for ground, texts in grounds.items():
            for text in texts:
                ratio = contrast(self.colours[ground], self.colours[text])
                self.assertGreaterEqual(ratio, 4.5, f"{text} on {ground}")

    def test_edges_of_controls_reach_three_to_one(self):
        for ground in ("paper", "sheet"):
            self.assertGreaterEqual(contrast(self.colours[ground], self.colours["edge"]), 3)
