"""``spot``: a place of a picture that is to be pointed at."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction

from ...play.answers.areas import AreaError, area_or_place, farthest, read_area
from ...play.kinds import KINDS
from ...play.kinds.spot import areas_of
from ...play.language.numbers import read_number
from ...play.questions.card import as_filed
from ...play.questions.question import Question
from ..misfit import Misfit
from ..row import CellRow
from ..samples import Sample
from .base import Key, Options, Tip, WrittenKind

MOST_AREAS = 12


class WrittenSpot(WrittenKind):
    """``answer``: areas of the ``image``, parted by ``|``: ``circle 40 60 8``, ``box 10 10 30 20``,
    ``poly …``, in percent; ``tolerance``: how far beside one is still ``close``; ``expected``: areas that are
    not right, with what is said to who points there."""

    name = "spot"

    def key(self, row: CellRow, found: Options) -> Key:
        """The areas."""
        key = super().key(row, found)
        if not row.one("image"):
            raise Misfit("no-picture", "There is nothing to point at. Name a picture under `image`.")
        if len(key.answers) > MOST_AREAS:
            raise Misfit("too-many-areas", f"There are {len(key.answers)} areas; there may be {MOST_AREAS}.")
        try:
            areas = [read_area(answer) for answer in key.answers]
        except AreaError as error:
            raise Misfit("bad-area", str(error)) from None
        tolerance = read_number(row.one("tolerance") or "0") or Fraction(0)
        if farthest(areas)[1] <= tolerance:
            raise Misfit("bad-area", "Every place of the picture is right, or close. Make the areas smaller.")
        return key

    def check_expected(self, texts: Sequence[str]) -> None:
        """Places that are known without being right are areas, too."""
        try:
            for text in texts:
                area_or_place(text)
        except AreaError as error:
            raise Misfit("bad-area", str(error)) from None

    def tips(self, question: Question) -> Iterator[Tip]:
        """On a picture that nothing is said of: who does not see it has nothing to go by."""
        if not question.alt:
            yield (
                "tip-no-alt",
                "Nothing is said of the picture. Write under `alt` what it shows, for who can’t see it.",
                "note",
            )

    def samples(self, question: Question) -> Iterator[Sample]:
        """A place inside, one beside, and one far away."""
        kind, card = KINDS["spot"], as_filed(question)
        for number, area in enumerate(areas_of(question), 1):
            x, y = area.middle()
            yield Sample(f"{x:g} {y:g}", f"the middle of area {number}")
        for near in kind.partly_right(card):
            yield Sample(near, "just beside")
        yield Sample(kind.wrong_input(card, ()), "far away")
        yield Sample("up there", "no place")
