"""The trail: the whole record of a play, one step after another."""

from __future__ import annotations

import json
from collections.abc import Iterable
from typing import Any, NamedTuple

from ..rulebook.game import Number
from ..rulebook.moments import Moment


class Step(NamedTuple):
    """One entry of a trail.

    ``n`` counts from 1; ``at`` is in milliseconds since the play began; ``phase`` is the one it happened in.
    ``row`` is the number of the consequence that applied (the first row of the rules is 1), None where the
    built-in way held. ``before`` and ``after`` are the meters. ``next`` says where the play goes from here:
    a phase, ``next``, ``again``, or the result. ``extra`` holds what only some steps have: ``question``,
    ``round``, ``turn`` (whose), ``gate``, ``input``, ``steps`` (of the verdict), ``error``, ``ending``,
    ``out``, ``result``, ``rank``, ``award``, ``dice`` …
    """

    n: int
    at: int
    phase: str
    move: str | None
    verdict: str | None
    moment: Moment | None
    row: int | None
    before: dict[str, Number]
    after: dict[str, Number]
    tell: str
    cue: str
    next: str
    extra: dict[str, Any]

    def as_dict(self) -> dict[str, Any]:
        """The step as JSON data, keys always in the same order."""
        return {
            "n": self.n,
            "at": self.at,
            "phase": self.phase,
            "move": self.move,
            "verdict": self.verdict,
            "moment": self.moment,
            "row": self.row,
            "before": self.before,
            "after": self.after,
            "tell": self.tell,
            "cue": self.cue,
            "next": self.next,
            **self.extra,
        }


def to_lines(steps: Iterable[Step]) -> str:
    """The trail as JSON Lines, every line ended by a line feed."""
    return "".join(
        json.dumps(step.as_dict(), ensure_ascii=False, separators=(",", ":")) + "\n" for step in steps
    )
