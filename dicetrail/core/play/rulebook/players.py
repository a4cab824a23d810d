"""Players: who plays a game at one screen, and when the turn passes from one of them to the next."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Passing = Literal["question", "miss", "round"]
"""After what the turn passes: each question, each that was not answered right, each round."""
Asked = Literal["names", "number"]
MOST_PLAYERS = 6


@dataclass(frozen=True, slots=True)
class Players:
    """How many play at one screen, after what the ``turn`` passes, and whether they are asked for their names
    or only how many they are. At the end they are ranked by the expression ``rank``, the most first ("": by
    the meter ``score``, the first meter, or right answers)."""

    least: int = 2
    most: int = MOST_PLAYERS
    turn: Passing = "question"
    ask: Asked = "names"
    rank: str = ""
