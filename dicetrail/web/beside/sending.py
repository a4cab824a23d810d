"""A game on its way to a process beside the server, and as it is there."""

from __future__ import annotations

import pickle
from dataclasses import replace
from functools import lru_cache

from ...core.play.rulebook.game import Game
from ...core.play.rulebook.program import Program

Sent = tuple[bytes, ...]
"""A game, its questions so many at a time: whoever makes a piece keeps all others waiting meanwhile."""
PIECE = 1000
"""Questions of a piece."""
KEPT = 3
"""Games that stay open in a process."""


def sent(game: Game) -> Sent:
    """A game as it is sent."""
    questions = game.questions
    return (
        pickle.dumps(replace(game, questions=())),
        *(pickle.dumps(questions[first : first + PIECE]) for first in range(0, len(questions), PIECE)),
    )


@lru_cache(KEPT)
def program_of(game: Sent) -> Program:
    """A game that was sent, ready to be played."""
    head, *pieces = map(pickle.loads, game)
    return Program(replace(head, questions=tuple(one for piece in pieces for one in piece)))
