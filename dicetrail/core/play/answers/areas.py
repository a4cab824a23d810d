"""Areas of a picture, in percent of its width and its height: circles, boxes and polygons.

A circle is round in these measures, so on a picture that is not square it is as much wider than high as the
picture is.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from functools import lru_cache
from itertools import pairwise
from math import dist, hypot
from typing import Literal, NamedTuple

Point = tuple[float, float]
Shape = Literal["circle", "box", "poly"]
MOST_CORNERS = 40
NEAR = 3.0
"""Percent round a place that is still that place."""
_GRID, _PLACES = 5, 9
_NUMBER = re.compile(r"-?\d+(?:\.\d+)?")
_POINT = re.compile(rf"\s*({_NUMBER.pattern})\s*%?\s*[\s,;x]\s*({_NUMBER.pattern})\s*%?\s*")


class AreaError(ValueError):
    """What is no area; the message says how one is written."""


class Area(NamedTuple):
    """A ``circle`` (x, y and radius), a ``box`` (the corners x, y and x, y) or a ``poly`` (its corners)."""

    shape: Shape
    numbers: tuple[float, ...]

    @property
    def corners(self) -> list[Point]:
        """The corners of a box or a polygon, in turn."""
        if self.shape == "box":
            left, top, right, bottom = self.numbers
            return [(left, top), (right, top), (right, bottom), (left, bottom)]
        return list(zip(self.numbers[::2], self.numbers[1::2], strict=True))

    def away(self, point: Point) -> float:
        """How far a point is from it, 0 inside."""
        if self.shape == "circle":
            x, y, radius = self.numbers
            return max(0.0, round(dist((x, y), point) - radius, _PLACES))
        corners = self.corners
        if _inside(corners, point):
            return 0.0
        return round(min(_to_side(point, *side) for side in pairwise([*corners, corners[0]])), _PLACES)

    def middle(self) -> Point:
        """A point inside of it, the one farthest from its border of those that are tried."""
        if self.shape == "circle":
            return self.numbers[0], self.numbers[1]
        corners = self.corners
        sides = list(pairwise([*corners, corners[0]]))
        tried = [point for point in _grid(corners) if _inside(corners, point)]
        return max(tried, key=lambda one: min(_to_side(one, *side) for side in sides), default=corners[0])


@lru_cache(4096)
def read_area(text: str) -> Area:
    """An area as it is written: ``circle 40 60 8``. Raises :class:`AreaError`."""
    word, _, rest = text.strip().partition(" ")
    parts = rest.replace(",", " ").split()
    if not all(_NUMBER.fullmatch(part) for part in parts):
        raise AreaError(f"‘{text}’ is no area: {_HOW}")
    numbers = tuple(map(float, parts))
    fits = {
        "circle": len(numbers) == 3 and numbers[2] > 0,
        "box": len(numbers) == 4 and numbers[0] < numbers[2] and numbers[1] < numbers[3],
        "poly": len(numbers) >= 6 and len(numbers) % 2 == 0 and len(numbers) <= 2 * MOST_CORNERS,
    }
    if not fits.get(word.casefold()):
        raise AreaError(f"‘{text}’ is no area: {_HOW}")
    if not all(0 <= one <= 100 for one in numbers):
        raise AreaError(f"‘{text}’ lies outside the picture: its numbers are percent, 0 to 100.")
    area = Area(word.casefold(), numbers)  # type: ignore[arg-type]
    if area.away(area.middle()):
        raise AreaError(f"‘{text}’ has nothing inside. Give its corners in turn.")
    return area


def area_or_place(text: str) -> Area:
    """An area as it is written, or a place: what lies near it. Raises :class:`AreaError`."""
    point = read_point(text)
    return Area("circle", (*point, NEAR)) if point is not None else read_area(text)


_HOW = "write circle X Y RADIUS, box LEFT TOP RIGHT BOTTOM, or poly X Y X Y X Y, all in percent."


def read_point(text: str) -> Point | None:
    """A place as it is given: ``40 60``; None where a text is none, or one outside the picture."""
    match = _POINT.fullmatch(text)
    if match is None:
        return None
    point = float(match[1]), float(match[2])
    return point if all(0 <= one <= 100 for one in point) else None


def farthest(areas: Sequence[Area]) -> tuple[Point, float]:
    """The place of a picture that is farthest from some areas, of a grid of them, and how far that is."""
    places = [(float(x), float(y)) for x in range(0, 101, _GRID) for y in range(0, 101, _GRID)]
    point = max(places, key=lambda one: min(area.away(one) for area in areas))
    return point, min(area.away(point) for area in areas)


def _grid(corners: Sequence[Point]) -> Iterator[Point]:
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    for row in range(1, 20):
        for column in range(1, 20):
            yield (
                min(xs) + (max(xs) - min(xs)) * column / 20,
                min(ys) + (max(ys) - min(ys)) * row / 20,
            )


def _inside(corners: Sequence[Point], point: Point) -> bool:
    """By the even-odd rule (SVG 1.1, 11.3, fill-rule)."""
    x, y = point
    found = False
    for (x1, y1), (x2, y2) in pairwise([*corners, corners[0]]):
        if (y1 > y) != (y2 > y) and x < (x2 - x1) * (y - y1) / (y2 - y1) + x1:
            found = not found
    return found


def _to_side(point: Point, start: Point, end: Point) -> float:
    """How far a point is from a side."""
    (x, y), (x1, y1), (x2, y2) = point, start, end
    length = hypot(x2 - x1, y2 - y1) ** 2
    along = 0.0 if not length else ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / length
    along = min(1.0, max(0.0, along))
    return dist(point, (x1 + along * (x2 - x1), y1 + along * (y2 - y1)))
