"""The looks that come with Dice Trail. Every one keeps WCAG 2.2 AA, which the tests hold."""

from __future__ import annotations

from .page import LookPart

LOOKS: dict[str, LookPart] = {
    "notebook": LookPart(),
    "night in the hut": LookPart(ground="#1b2130", ink="#f1eadb", accent="#f2c66d", face="book"),
    "snowfield": LookPart(ground="#f3f8fb", ink="#17303f", accent="#1c567f", mark="flake"),
    "slate": LookPart(ground="#26332f", ink="#f1f5ea", accent="#bcdc92", mark="boot", face="typed"),
    "evening glow": LookPart(ground="#fdefe6", ink="#3b1e2a", accent="#1f5b57", mark="dot", face="book"),
}
"""Colours, mark and typeface of each, by its name."""
