"""Given: what was answered, as one value."""

from __future__ import annotations

from typing import NamedTuple


class Given(NamedTuple):
    """What was answered: the text that was given, and the options it named (their places as filed, in the
    order in which it named them; none where it named none)."""

    text: str = ""
    filed: tuple[int, ...] = ()
