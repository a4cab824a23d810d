"""Moves: what somebody can do in a play, in one table.

A new move is a name in :data:`Do` and a line in :data:`MOVES`; what it does stands in :mod:`..run.run`.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from .moments import MOMENTS, Moment, Phase

Do = Literal[
    "answer", "right", "wrong", "late", "unreadable", "skip", "help", "choose", "continue", "leave", "stop"
]
PlayersDo = Literal["answer", "skip", "help", "choose", "continue", "leave"]
"""What a player does."""


@dataclass(frozen=True, slots=True)
class AboutMove:
    """What holds for a move in every game.

    It is possible in ``phases``; one of ``any_visit`` is, whichever question was in sight when it was made. A
    player makes it where it is one of ``players`` (the rest are a maker's or the server's). A list of moves
    may hold it where it is ``listed``. It has a ``text`` or none. The bench shows it as ``title``, with the
    key ``key``, where the game lets it; in a terminal ``typed`` is it ("": it has no word of its own).
    """

    phases: tuple[Phase, ...]
    players: bool = False
    listed: bool = True
    text: bool = False
    any_visit: bool = False
    title: str = ""
    key: str = ""
    typed: str = ""


MOVES: dict[Do, AboutMove] = {
    "answer": AboutMove(("asking",), players=True, text=True),
    "right": AboutMove(("asking",), title="Right", key="r"),
    "wrong": AboutMove(("asking",), title="Wrong", key="w"),
    "late": AboutMove((), title="Too late", key="l"),
    "skip": AboutMove(("asking",), players=True, title="Skip", key="s", typed="/skip"),
    "unreadable": AboutMove(("asking",), title="Unreadable", key="u"),
    "help": AboutMove(("asking",), players=True, text=True),
    "choose": AboutMove(("choosing",), players=True, text=True),
    "continue": AboutMove(("feedback",), players=True, listed=False),
    "leave": AboutMove(
        ("choosing", "asking", "feedback"),
        players=True,
        any_visit=True,
        title="Leave",
        key="x",
        typed="/leave",
    ),
    "stop": AboutMove(("choosing", "asking", "feedback"), listed=False, any_visit=True),
}
"""What holds for each move. ``right``, ``wrong`` and ``unreadable`` are intents: the engine makes an input of
that sort for them; ``late`` waits until a clock runs out, which only a list of moves can do. ``stop`` is its
host's, who may end any play."""
INTENTS: frozenset[Do] = frozenset(("right", "wrong", "unreadable"))
"""The moves that are answers of a sort."""
LISTED: tuple[Do, ...] = tuple(do for do, about in MOVES.items() if about.listed)
"""The moves that a list may hold."""
BY_A_MOVE: tuple[Moment, ...] = tuple(
    moment for moment, about in MOMENTS.items() if about.move in MOVES.keys() - INTENTS - {"late"}
)
"""The moments that a move brings about which is no answer."""
ON_THE_BENCH = {do: about for do, about in MOVES.items() if about.key}
"""The moves that a maker makes by a key."""


@dataclass(frozen=True, slots=True)
class Move:
    """Something that is done in a play. ``visit`` says which visit it was meant for (None: whichever is
    open)."""

    do: Do
    text: str = ""
    visit: int | None = field(default=None, compare=False)

    @property
    def written(self) -> str:
        """The move as a line of a list."""
        return f"{self.do} {self.text}" if MOVES[self.do].text else self.do
