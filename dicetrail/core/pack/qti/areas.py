"""Areas of a picture: in pixels as QTI says them, in percent as questions do."""

from __future__ import annotations

from ...play.answers.areas import NEAR, Area, read_area
from .item import NoQuestion
from .tree import QtiNode

_SHAPES = {"circle": "circle", "ellipse": "circle", "rect": "box", "poly": "poly", "default": "box"}
_PLACES = 2


def area_of(shape: str, coords: str, interaction: QtiNode) -> str:
    """An area of the picture of an interaction, as it is written in a pack. Raises NoQuestion."""
    if shape not in _SHAPES:
        raise NoQuestion(f"a place of its picture has the shape ‘{shape}’")
    numbers = _numbers(coords)
    if shape == "default":
        return "box 0 0 100 100"
    if shape in ("circle", "ellipse"):
        width, height = _size(interaction)
        if len(numbers) not in (3, 4):
            raise NoQuestion(f"a circle can’t be {coords!r}")
        x, y, radius = numbers[:3]
        return f"circle {_percent(x, width)} {_percent(y, height)} {_percent(radius, width)}"
    width, height = _size(interaction)
    percents = [_percent(number, height if place % 2 else width) for place, number in enumerate(numbers)]
    return f"{_SHAPES[shape]} {' '.join(percents)}"


def area_round(point: str, interaction: QtiNode) -> str:
    """The area round a point of which nothing else is said. Raises NoQuestion."""
    width, height = _size(interaction)
    numbers = _numbers(point.replace(" ", ","))
    if len(numbers) != 2:
        raise NoQuestion(f"a place of its picture is {point!r}")
    return f"circle {_percent(numbers[0], width)} {_percent(numbers[1], height)} {NEAR:g}"


def in_pixels(written: str, width: int, height: int) -> tuple[str, str]:
    """An area as the name of its shape and its numbers in pixels of a picture. A circle is round in percent:
    on a picture that is not square it is an ellipse."""
    area: Area = read_area(written)
    if area.shape == "circle":
        x, y, radius = area.numbers
        centre = f"{_pixel(x, width)},{_pixel(y, height)}"
        if width == height:
            return "circle", f"{centre},{_pixel(radius, width)}"
        return "ellipse", f"{centre},{_pixel(radius, width)},{_pixel(radius, height)}"
    numbers = [_pixel(number, height if place % 2 else width) for place, number in enumerate(area.numbers)]
    return "rect" if area.shape == "box" else "poly", ",".join(map(str, numbers))


def _numbers(coords: str) -> list[float]:
    try:
        return [float(part) for part in coords.split(",")]
    except ValueError:
        raise NoQuestion(f"a place of its picture has the numbers {coords!r}") from None


def _size(interaction: QtiNode) -> tuple[float, float]:
    """The width and the height of its picture, in pixels."""
    shown = interaction.first("img", "object")
    try:
        width, height = (float(shown.get(side)) for side in ("width", "height")) if shown else (0.0, 0.0)
    except ValueError:
        width = height = 0.0
    if width <= 0 or height <= 0:
        raise NoQuestion("it does not say how wide and high its picture is, so its places mean nothing")
    return width, height


def _percent(pixels: float, of: float) -> str:
    return f"{round(min(max(pixels / of * 100, 0), 100), _PLACES):g}"


def _pixel(percent: float, of: int) -> int:
    return round(percent / 100 * of)
