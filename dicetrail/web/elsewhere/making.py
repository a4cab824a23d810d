"""Files made beside the server."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any

from ..beside.messages import Tell
from .here import workshop

LARGEST_PIECE = 2**18
"""Bytes that are handed over at once."""

Make = Callable[..., Iterator[Any]]
"""Makes what is wanted piece by piece, of a session, the workshop, and what else is given."""


def made(tell: Tell, make: Make, *given: Any) -> None:
    """What a function of :mod:`dicetrail.web.workshop.outgoing` makes."""
    with workshop() as there, there.session() as session:
        for piece in make(session, there, *given):
            if not isinstance(piece, bytes):
                tell.piece(piece)
                continue
            for first in range(0, len(piece), LARGEST_PIECE):
                tell.piece(piece[first : first + LARGEST_PIECE])
