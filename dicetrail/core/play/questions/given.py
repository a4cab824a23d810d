"""Given: what was answered, as one value."""

from __future__ import annotations

from typing import NamedTuple

from .question import LABELS


class Given(NamedTuple):
    """What was answered: the text that was given, and the options it named (their places as filed, in the
    order in which it named them; none where it named none)."""

    text: str = ""
    filed: tuple[int, ...] = ()

    @property
    def labels(self) -> str:
        """The options it named by their letters as filed: ``A C``."""
        return " ".join(LABELS[place] for place in self.filed)
