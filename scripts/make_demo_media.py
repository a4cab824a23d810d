"""Draws the demo's map signs and synthesises its signals: every .png and .ogg in the demo's packs."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import numpy as np
import soundfile
from PIL import Image, ImageDraw

MEDIA = Path(__file__).parent.parent / "dicetrail" / "demo" / "packs"
SIZE = 192
INK, PAPER, PINE, LAKE = "#2a2620", "#fcf9f0", "#2b5a3c", "#235a82"
RATE = 22_050

Draw = ImageDraw.ImageDraw


def hut(draw: Draw) -> None:
    draw.polygon([(40, 100), (96, 48), (152, 100)], fill=INK)
    draw.rectangle([56, 100, 136, 148], fill=INK)
    draw.rectangle([86, 116, 106, 148], fill=PAPER)


def spring(draw: Draw) -> None:
    draw.ellipse([76, 44, 116, 84], outline=LAKE, width=10)
    draw.line([(96, 84), (96, 108), (72, 128), (84, 156)], fill=LAKE, width=10, joint="curve")


def bridge(draw: Draw) -> None:
    draw.line([(20, 96), (172, 96)], fill=LAKE, width=26)
    for x in (76, 116):
        draw.line([(x, 40), (x, 152)], fill=INK, width=8)
        draw.line([(x, 40), (x + (-18 if x < 96 else 18), 26)], fill=INK, width=8)
        draw.line([(x, 152), (x + (-18 if x < 96 else 18), 166)], fill=INK, width=8)


def viewpoint(draw: Draw) -> None:
    for start in range(180, 360, 36):
        draw.pieslice([30, 40, 162, 172], start + 4, start + 26, fill=PINE)
    draw.ellipse([76, 86, 116, 126], fill=PAPER)


def ford(draw: Draw) -> None:
    for y in (64, 96, 128):
        points = [(24 + step * 4, y + (10 if step % 12 < 6 else -10)) for step in range(37)]
        draw.line(points, fill=LAKE, width=8, joint="curve")
    for y in range(20, 176, 28):
        draw.line([(96, y), (96, y + 14)], fill=INK, width=10)


def cairn(draw: Draw) -> None:
    for left, top, right, bottom in (
        (48, 120, 144, 152),
        (60, 90, 132, 118),
        (74, 64, 118, 88),
        (84, 44, 108, 62),
    ):
        draw.rounded_rectangle([left, top, right, bottom], 12, fill=INK)


SIGNS: dict[str, Callable[[Draw], None]] = {
    "hut": hut,
    "spring": spring,
    "bridge": bridge,
    "viewpoint": viewpoint,
    "ford": ford,
    "cairn": cairn,
}


def tone(hertz: float, seconds: float, *, breath: float = 0.0) -> np.ndarray:
    """A tone with a soft beginning and end; ``breath`` mixes in the noise of a whistle."""
    time = np.arange(int(RATE * seconds)) / RATE
    noise = np.random.default_rng(1708).standard_normal(len(time))
    wave = np.sin(2 * np.pi * hertz * time + 0.4 * np.sin(2 * np.pi * 27 * time)) + breath * noise
    edge = np.minimum(1, np.minimum(time, time[::-1]) / 0.015)
    return 0.4 * wave * edge


def rest(seconds: float) -> np.ndarray:
    return np.zeros(int(RATE * seconds))


def bell(hertz: float, seconds: float) -> np.ndarray:
    time = np.arange(int(RATE * seconds)) / RATE
    partials = ((1, 1.0), (2.01, 0.5), (2.98, 0.3), (4.2, 0.15))
    return sum(
        0.3 * loud * np.sin(2 * np.pi * hertz * part * time) * np.exp(-time * (1 + part))
        for part, loud in partials
    )


def blasts(number: int, seconds: float, gap: float) -> np.ndarray:
    parts = [part for _ in range(number) for part in (tone(2900, seconds, breath=0.08), rest(gap))]
    return np.concatenate(parts)


SIGNALS: dict[str, Callable[[], np.ndarray]] = {
    "six-blasts": lambda: blasts(6, 0.45, 0.35),
    "three-blasts": lambda: blasts(3, 0.45, 0.9),
    "hut-bell": lambda: np.concatenate([bell(523, 1.2), bell(392, 2.0)]),
}


def main() -> None:
    for name, draw in SIGNS.items():
        image = Image.new("RGB", (SIZE, SIZE), PAPER)
        draw(ImageDraw.Draw(image))
        image.quantize(32).save(MEDIA / f"sign-{name}.png", optimize=True)
    for name, make in SIGNALS.items():
        soundfile.write(MEDIA / f"{name}.ogg", make(), RATE, format="OGG", subtype="VORBIS")


if __name__ == "__main__":
    main()
