"""Checks of the meters."""

from __future__ import annotations

from collections.abc import Iterator
from typing import cast

from .found import Found, Written, put


def bounds(game: Written) -> Iterator[Found]:
    """Bounds that hold nothing, and starts outside them."""
    for name, meter in game.document.meters.items():
        low, high = meter.min, meter.max
        if low is not None and high is not None and low > high:
            yield Found(
                "bounds",
                "stop",
                f"`{name}` can't be at least {low:g} and at most {high:g}.",
                ("meters", name),
            )
        elif (low is not None and meter.start < low) or (high is not None and meter.start > high):
            nearest = low if low is not None and meter.start < low else cast(float, high)
            yield Found(
                "start",
                "warn",
                f"`{name}` starts at {meter.start:g}, outside its bounds.",
                ("meters", name, "start"),
                mend=put(f"Start at {nearest:g}", ("meters", name, "start"), nearest),
            )
