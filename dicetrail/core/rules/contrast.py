"""Contrast of two colours, as WCAG 2.2 defines "relative luminance" and "contrast ratio"."""

from __future__ import annotations

from collections.abc import Sequence

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


def veil(ground: str, inks: Sequence[str]) -> float:
    """How far (0 to 1) a picture has to be covered by the ground for these colours to be readable on it,
    whatever the picture shows: its darkest and its lightest spot are black and white at worst.

    1 where they hardly stand out from the bare ground.
    """
    for part in range(40, 100):
        worst = [_mixed(ground, spot, part / 100) for spot in ("#000000", "#ffffff")]
        if all(contrast(ink, behind) >= READABLE for ink in inks for behind in worst):
            return part / 100
    return 1


def _mixed(colour: str, other: str, part: float) -> str:
    """A colour laid over another one, opaque to a part (sRGB, as browsers do it)."""
    pairs = ((int(colour[at : at + 2], 16), int(other[at : at + 2], 16)) for at in (1, 3, 5))
    return "#" + "".join(f"{round(one * part + two * (1 - part)):02x}" for one, two in pairs)
