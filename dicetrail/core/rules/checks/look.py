"""Checks of the look."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.rulebook.game import Game
from ..contrast import READABLE, contrast
from ..document import Document
from .found import Found


def colours(document: Document, game: Game) -> Iterator[Found]:
    """Colours that hardly stand out from the ground."""
    look = document.look
    for name, colour, what in (("ink", look.ink, "Text"), ("accent", look.accent, "What is pressed")):
        ratio = contrast(colour, look.ground)
        if ratio < READABLE:
            yield Found(
                "low-contrast",
                "warn",
                f"{what} stands out from the ground by {ratio:.1f} : 1; {READABLE} : 1 is needed to be read.",
                ("look", name),
            )
