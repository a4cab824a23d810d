"""``spot``: the player points at a place of a picture."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence

from ..answers.areas import Area, Point, area_or_place, farthest, read_point
from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..language.numbers import as_written
from ..questions.card import Card
from ..questions.question import Question
from .base import Interaction, Kind


def areas_of(question: Question) -> list[Area]:
    """The areas of a picture that are right, or expected."""
    return [area_or_place(answer) for answer in question.answers]


class SpotKind(Kind):
    """Right inside any of the areas, ``close`` no farther from one than the tolerance, in percent of the
    picture's width and height."""

    name = "spot"
    interaction: Interaction = "other"

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By the place, ``40 60``."""
        point = read_point(text)
        if point is None:
            return Verdict("unreadable", ("no place of the picture, such as 40 60 (percent)",))
        away = min(area.away(point) for area in areas_of(card.question))
        where = f"{_place(point)} is "
        if away == 0:
            return Verdict("right", (where + "inside",))
        close = away <= card.question.tolerance
        return Verdict("close" if close else "wrong", (f"{where}{away:.1f} away",))

    def right_input(self, card: Card) -> str:
        """The middle of the first area."""
        return _place(areas_of(card.question)[0].middle())

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """The place that is farthest from all areas."""
        return _place(farthest(areas_of(card.question))[0])

    def partly_right(self, card: Card) -> Iterator[str]:
        """A place just beside an area, where there is a tolerance."""
        if not card.question.tolerance:
            return
        areas = areas_of(card.question)
        x, y = areas[0].middle()
        for step in range(1, 400):
            point = min(100.0, x + step / 4), y
            if 0 < min(area.away(point) for area in areas) <= card.question.tolerance:
                yield _place(point)
                return

    def how_far(self, card: Card, text: str, rules: Checking) -> tuple[float, float]:
        """How far from the nearest area, both times in percent of the picture's width and height."""
        point = read_point(text)
        away = 0.0 if point is None else min(area.away(point) for area in areas_of(card.question))
        return round(away, 4), round(away, 4)

    def answer(self, question: Question) -> str:
        """Where the first area is."""
        return _place(areas_of(question)[0].middle())

    def shown_areas(self, question: Question) -> Sequence[str]:
        """The areas, to be drawn once they may be seen."""
        return question.answers


def _place(point: Point) -> str:
    return " ".join(as_written(round(one, 2)) for one in point)
