"""Draws the demo's map signs and scenes and synthesises its signals and music: every .png and .ogg in the
demo's packs."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise
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


WIDE = (960, 540)
DUSK, SNOW, GLOW = ("#1b2c3a", "#31495a", "#5d7482", "#93a4a6"), "#e9ecea", "#f2c66d"


def ridge(draw: Draw, height: int, rise: int, seed: int, colour: str) -> None:
    """A mountain line across the picture, ``rise`` high at most, above which ``colour`` ends."""
    steps = np.random.default_rng(seed).uniform(0, rise, 13)
    points = [(place * 80, height - step) for place, step in enumerate(steps)]
    draw.polygon([(0, WIDE[1]), *points, WIDE], fill=colour)


def evening(draw: Draw) -> None:
    """The hut with its window lit, under a moon."""
    for row in range(WIDE[1]):
        part = row / WIDE[1]
        draw.line(
            [(0, row), (WIDE[0], row)], fill=(int(40 + 90 * part), int(58 + 80 * part), int(78 + 66 * part))
        )
    draw.ellipse([740, 60, 800, 120], fill=SNOW)
    for place, colour in enumerate(reversed(DUSK)):
        ridge(draw, 300 + 60 * place, 150 - 24 * place, 7 + place, colour)
    draw.polygon([(330, 420), (450, 330), (570, 420)], fill="#3a2f2a")
    draw.polygon([(340, 416), (450, 334), (560, 416)], fill=SNOW)
    draw.polygon([(352, 420), (450, 348), (548, 420)], fill="#3a2f2a")
    draw.rectangle([365, 418, 535, 490], fill="#3a2f2a")
    draw.rectangle([395, 436, 435, 468], fill=GLOW)
    draw.line([(415, 436), (415, 468)], fill="#3a2f2a", width=4)
    draw.rectangle([472, 436, 506, 490], fill="#231c19")
    draw.polygon([(0, WIDE[1]), (0, 488), (380, 474), (WIDE[0], 500), WIDE], fill=SNOW)


def dawn(draw: Draw) -> None:
    """A narrow ridge before a light sky."""
    draw.rectangle([0, 0, *WIDE], fill="#8fa3ad")
    for place, colour in enumerate(("#71868f", "#556a74", "#3b4d57", "#26343c")):
        ridge(draw, 260 + 80 * place, 190 - 30 * place, 21 + place, colour)


def valley(draw: Draw) -> None:
    """A map: two summits with their contour lines, a lake, a stream, a path, a bridge and a hut."""
    draw.rectangle([0, 0, *WIDE], fill="#e6ead2")
    for (x, y), rings, colour in (((250, 180), 6, "#b59a6a"), ((700, 150), 8, "#a4854f")):
        for ring in range(rings, 0, -1):
            wide, high = 34 * ring, 22 * ring
            shade = "#efe9d4" if ring > 2 else "#e4d6b4"
            draw.ellipse([x - wide, y - high, x + wide, y + high], fill=shade, outline=colour, width=2)
        draw.polygon([(x - 9, y + 8), (x, y - 10), (x + 9, y + 8)], fill=INK)
    draw.ellipse([90, 380, 330, 500], fill="#9cc3d6", outline=LAKE, width=3)
    stream = [(700, 210), (640, 280), (560, 330), (470, 370), (400, 420), (320, 440)]
    draw.line(stream, fill=LAKE, width=7, joint="curve")
    path = [(930, 470), (820, 430), (700, 400), (600, 380), (520, 345), (480, 300), (430, 250), (330, 190)]
    for start, end in pairwise(path):
        for dash in range(0, 10, 2):
            at = [
                (
                    start[0] + (end[0] - start[0]) * (dash + k) / 10,
                    start[1] + (end[1] - start[1]) * (dash + k) / 10,
                )
                for k in (0, 1)
            ]
            draw.line(at, fill="#7a2f1d", width=5)
    draw.rectangle([510, 326, 540, 366], outline=INK, width=5)
    draw.polygon([(800, 420), (826, 396), (852, 420)], fill=INK)
    draw.rectangle([806, 420, 846, 446], fill=INK)
    for x, y in ((110, 90), (150, 60), (560, 470), (610, 495), (660, 470), (480, 80)):
        draw.polygon([(x - 14, y + 20), (x, y - 16), (x + 14, y + 20)], fill=PINE)


def lantern(*, lit: bool) -> Callable[[Draw], None]:
    def draw_it(draw: Draw) -> None:
        draw.arc([66, 14, 126, 74], 180, 360, fill=INK, width=8)
        draw.rectangle([52, 46, 140, 62], fill=INK)
        draw.rectangle([60, 66, 132, 150], fill=GLOW if lit else PAPER, outline=INK, width=6)
        if lit:
            draw.ellipse([82, 92, 110, 136], fill="#c8691e")
        draw.rectangle([50, 150, 142, 168], fill=INK)

    return draw_it


SCENES: dict[str, tuple[tuple[int, int], Callable[[Draw], None]]] = {
    "hut-evening": (WIDE, evening),
    "ridge-dawn": (WIDE, dawn),
    "valley-map": (WIDE, valley),
    "lantern-lit": ((SIZE, SIZE), lantern(lit=True)),
    "lantern-out": ((SIZE, SIZE), lantern(lit=False)),
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


def stove_music() -> np.ndarray:
    """Slow bells over a low fifth, made to be heard over and over."""
    beat, notes = 0.8, (392, 523, 587, 440, 392, 330, 349, 262, 294, 392, 349, 330, 294, 262, 294, 330)
    length = int(RATE * beat * len(notes))
    time = np.arange(length) / RATE
    heard = 0.05 * (np.sin(2 * np.pi * 98 * time) + np.sin(2 * np.pi * 147 * time))
    for place, hertz in enumerate(notes):
        rung = 0.35 * bell(hertz, 2.4)
        places = (int(RATE * beat * place) + np.arange(len(rung))) % length
        np.add.at(heard, places, rung)
    return heard


SIGNALS: dict[str, Callable[[], np.ndarray]] = {
    "six-blasts": lambda: blasts(6, 0.45, 0.35),
    "three-blasts": lambda: blasts(3, 0.45, 0.9),
    "stove-music": stove_music,
    "hut-bell": lambda: np.concatenate([bell(523, 1.2), bell(392, 2.0)]),
}


def main() -> None:
    for name, draw in SIGNS.items():
        image = Image.new("RGB", (SIZE, SIZE), PAPER)
        draw(ImageDraw.Draw(image))
        image.quantize(32).save(MEDIA / f"sign-{name}.png", optimize=True)
    for name, (size, paint) in SCENES.items():
        scene = Image.new("RGB", size, PAPER)
        paint(ImageDraw.Draw(scene))
        scene.save(MEDIA / f"{name}.png", optimize=True)
    for name, make in SIGNALS.items():
        soundfile.write(MEDIA / f"{name}.ogg", make(), RATE, format="OGG", subtype="VORBIS")


if __name__ == "__main__":
    main()
