"""Waymarks: moves saved with what must come of them, walked again to see whether it still does."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import isclose

from ..play.expressions import show_value
from ..play.game import Number
from ..play.moves import MoveError, play, read_move
from ..play.program import Program
from ..play.run import Run
from ..play.setup import SetupError, choose
from ..rules.document import WaymarkPart

Expected = Number | str
NOTHING = "none"
"""What is expected and got where a play has no result yet, or no award."""


@dataclass(frozen=True, slots=True)
class Walked:
    """A waymark that was walked: what was expected, what came of it, and what of it differs.

    ``problem`` says why it could not be walked, "" where it could.
    """

    name: str
    expected: dict[str, Expected]
    got: dict[str, Expected]
    problem: str = ""

    @property
    def differs(self) -> list[str]:
        """The names whose values are not what was expected."""
        return [name for name, value in self.expected.items() if not _same(value, self.got.get(name))]

    @property
    def passed(self) -> bool:
        """Whether everything came out as expected."""
        return not self.problem and not self.differs

    def sentences(self) -> Iterator[str]:
        """What differs, in words."""
        if self.problem:
            yield self.problem
        for name in self.differs:
            yield f"{name}: expected {_said(self.expected[name])}, got {_said(self.got.get(name, NOTHING))}"


def walk(program: Program, waymark: WaymarkPart) -> Walked:
    """Walk one waymark. Never raises: what stands in the way is its problem."""
    expected = dict(waymark.expect)
    try:
        run = play_waymark(program, waymark)
    except (MoveError, SetupError) as error:
        return Walked(waymark.name, expected, {}, str(error))
    values = outcome(run)
    unknown = [name for name in expected if name not in values]
    problem = f"Nothing is called {', '.join(unknown)}." if unknown else ""
    return Walked(
        waymark.name, expected, {name: values[name] for name in expected if name in values}, problem
    )


def walk_all(program: Program, waymarks: list[WaymarkPart]) -> list[Walked]:
    """Walk every waymark of a game."""
    return [walk(program, waymark) for waymark in waymarks]


def play_waymark(program: Program, waymark: WaymarkPart) -> Run:
    """The run of a waymark. Raises :class:`MoveError` or :class:`SetupError`."""
    choices = choose(
        program.game,
        waymark.dice,
        player=waymark.player,
        count=waymark.count,
        topic=waymark.topic,
        level=waymark.level,
    )
    return play(program, choices, [read_move(line) for line in waymark.moves])


def run_of(program: Program, waymark: WaymarkPart) -> Run | None:
    """The run of a waymark, None where it can't be walked."""
    try:
        return play_waymark(program, waymark)
    except (MoveError, SetupError):
        return None


def outcome(run: Run) -> Mapping[str, Expected]:
    """Everything that can be expected of a run: its meters, counts, result, award and what was said last."""
    ended = run.outcome
    return {
        **run.counts.names(),
        **run.meters,
        "result": ended.result if ended else NOTHING,
        "award": (ended.award if ended else "") or NOTHING,
        "say": next((step.say for step in reversed(run.trail) if step.say), NOTHING),
    }


def _same(expected: Expected, got: Expected | None) -> bool:
    if isinstance(expected, str) or isinstance(got, str) or got is None:
        return expected == got
    return isclose(expected, got, rel_tol=1e-9, abs_tol=1e-9)


def _said(value: Expected) -> str:
    return value if isinstance(value, str) else show_value(value)
