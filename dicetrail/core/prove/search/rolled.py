"""Rolled: everything that chance can give while something is worked out, each way with how likely it is."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from typing import NamedTuple, TypeVar

from ...play.language.calls import Chance

T = TypeVar("T")
MOST_BRANCHES = 10_000
"""Ways that one step may go by chance."""


class TooManyRolls(ValueError):
    """One step may go in more ways than are gone through."""


class _Rolled(NamedTuple):
    """What came of some sides, from 0."""

    came: int
    sides: int


def every_roll(act: Callable[[Chance], T]) -> Iterator[tuple[Fraction, T]]:
    """What comes of something for everything that chance can give it, and how likely each is: all come to 1.

    ``act`` is given the chance it asks, and does the same for the same answers. Raises
    :class:`TooManyRolls`.
    """
    script: list[_Rolled] = []
    for _ in range(MOST_BRANCHES):
        asked = 0

        def chance(sides: int, where: str) -> int:
            nonlocal asked
            if asked == len(script):
                script.append(_Rolled(0, sides))
            asked += 1
            return script[asked - 1].came

        came = act(chance)
        share = Fraction(1)
        for one in script:
            share /= one.sides
        yield share, came
        while script and script[-1].came + 1 == script[-1].sides:
            script.pop()
        if not script:
            return
        script[-1] = script[-1]._replace(came=script[-1].came + 1)
    raise TooManyRolls(f"what is rolled at one step can go in more than {MOST_BRANCHES:,} ways")
