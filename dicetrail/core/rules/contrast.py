"""Contrast of two colours, as WCAG 2.2 defines "relative luminance" and "contrast ratio"."""

from __future__ import annotations

READABLE = 4.5
"""The least contrast of a text with its ground (WCAG 2.2, success criterion 1.4.3, level AA)."""


def luminance(colour: str) -> float:
    """The relative luminance of a colour ``#rrggbb``, from 0 (black) to 1 (white)."""
    parts = [int(colour[at : at + 2], 16) / 255 for at in (1, 3, 5)]
    red, green, blue = (
        part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts
    )
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(one: str, other: str) -> float:
    """The contrast ratio of two colours, from 1 (equal) to 21 (black on white)."""
    light, dark = sorted((luminance(one), luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)
