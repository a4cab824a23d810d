"""The engine of a page take-away: JSON texts go in and out, and the page keeps the time.

All times are milliseconds since the play began.
"""

from __future__ import annotations

import json
from dataclasses import asdict
from typing import Any

from ...core.play.deal.setup import choose
from ...core.play.rulebook.game import Choices
from ...core.play.rulebook.move import Move
from ...core.play.rulebook.program import Program
from ...core.play.run.moves import play, read_move
from ...core.play.run.run import Run
from ...core.play.run.trail import to_lines
from ...core.play.seen.invitation import invitation
from ...core.play.seen.view import view
from ...core.play.words import LANGUAGES
from . import kept

_CHOSEN = ("player", "count", "topic", "level", "players")


class Page:
    """A game that is played in a page, and its plays."""

    def __init__(self, game: bytes) -> None:
        self._program = Program(kept.from_bytes(game))
        self._runs: dict[str, Run] = {}

    def invitation(self) -> str:
        """What a player sees before a play."""
        return _json(asdict(invitation("", self._program)))

    def texts(self, language: str) -> str:
        """The texts of the page in a language, in English where there are none in it."""
        code = language if language in LANGUAGES else "en"
        found = LANGUAGES[code]
        return _json(
            {"language": code, "name": found.name, "direction": found.direction, "texts": found.texts}
        )

    def begin(self, play_id: str, wanted: str, dice: str) -> str:
        """Start a play with what its player chose and the digits of its dice; what it was started with.
        Raises SetupError."""
        asked: dict[str, Any] = json.loads(wanted)
        like = asked.pop("like", "")
        chosen = {name: asked[name] for name in _CHOSEN if name in asked}
        rolled = int(dice)
        if like in self._runs:
            earlier = self._runs[like].choices
            rolled, chosen["players"] = earlier.dice, chosen.get("players") or earlier.players
        return self._start(play_id, choose(self._program.game, rolled, **chosen))

    def take_up(self, play_id: str, begun: str, moves: str) -> int:
        """Take a play up where it was left, from what it was started with and ``[move, time]`` of each move;
        how far its time has come."""
        chosen: dict[str, Any] = json.loads(begun)
        self._start(play_id, Choices(**chosen | {"players": tuple(chosen.get("players", ()))}))
        clock = 0
        for move, clock in json.loads(moves):
            self._runs[play_id].do(_move(move), clock)
        return clock

    def _start(self, play_id: str, choices: Choices) -> str:
        run = self._runs[play_id] = self._run(play_id, choices)
        run.begin()
        return _json(asdict(choices))

    def _run(self, play_id: str, choices: Choices) -> Run:
        """The run of a new play."""
        return Run(self._program, choices)

    def move(self, play_id: str, move: str, at: int) -> bool:
        """Make a move; whether the play could take it."""
        made, run = _move(json.loads(move)), self._runs[play_id]
        taken = run.takes(made, at)
        run.do(made, at)
        return taken

    def tick(self, play_id: str, at: int) -> None:
        """Let the time come so far."""
        self._runs[play_id].tick(at)

    def due(self, play_id: str) -> int | None:
        """When something happens next if nobody moves; None where nothing will."""
        return self._runs[play_id].due()

    def view(self, play_id: str, at: int) -> str:
        """What the player sees."""
        return _json(asdict(view(self._runs[play_id], at)))

    def trail(self, play_id: str) -> str:
        """The whole record of a play, as JSON Lines."""
        return to_lines(self._runs[play_id].trail)

    def trail_of(self, moves: str, wanted: str) -> str:
        """The trail of the moves of a moves file, with ``dice`` and what the set-up asks, as the command line
        writes it."""
        choices = choose(self._program.game, **json.loads(wanted))
        planned = [read_move(line) for line in moves.splitlines() if line.strip()]
        return to_lines(play(self._program, choices, planned).trail)


def _move(move: dict[str, Any]) -> Move:
    return Move(move["do"], move.get("text", ""), move.get("visit"))


def _json(value: Any) -> str:
    return json.dumps(value, ensure_ascii=False, separators=(",", ":"))
