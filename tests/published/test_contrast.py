"""The look's colours, held against WCAG 2.2 (relative luminance and contrast ratio as defined there)."""

from __future__ import annotations

import re
import unittest
from pathlib import Path

from dicetrail.core.rules.contrast import contrast, luminance

LOOK = Path(__file__).parents[2] / "frontend" / "src" / "look" / "look.css"


class Colours(unittest.TestCase):
    def setUp(self):
        self.colours = dict(re.findall(r"--color-(\w[\w-]*): (#\w{6})", LOOK.read_text("utf-8")))

    def test_the_formula(self):
        """The ratios of pure colours follow from the coefficients of WCAG's relative luminance (0.2126,
        0.7152, 0.0722); the greys are well known as the first that fails AA on white and the first that
        passes."""
        self.assertAlmostEqual(contrast("#000000", "#ffffff"), 21)
        self.assertAlmostEqual(contrast("#ffffff", "#ffffff"), 1)
        for colour, part in (("#ff0000", 0.2126), ("#00ff00", 0.7152), ("#0000ff", 0.0722)):
            self.assertAlmostEqual(luminance(colour), part)
            self.assertAlmostEqual(contrast(colour, "#ffffff"), 1.05 / (part + 0.05))
        self.assertAlmostEqual(contrast("#777777", "#ffffff"), 4.48, places=2)
        self.assertAlmostEqual(contrast("#767676", "#ffffff"), 4.54, places=2)

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
