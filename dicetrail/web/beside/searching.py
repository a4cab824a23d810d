"""The search of a game beside the server: a room of its own, for a process that only searches starts soon."""

from __future__ import annotations

from ...core.prove.search.reach import reach
from ...core.prove.search.reached import Reach
from .messages import Tell
from .sending import Sent, program_of


def reached(_: Tell, game: Sent) -> Reach:
    """What the plays of a game can come to."""
    return reach(program_of(game))
