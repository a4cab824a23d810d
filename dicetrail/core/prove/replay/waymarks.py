"""Waymarks: moves saved with what must come of them, walked again to see whether it still does."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from math import isclose
from typing import cast

from ...play.deal.setup import SetupError, choose
from ...play.language.expressions import show_value
from ...play.rulebook.game import Number
from ...play.rulebook.names import OF_A_ROUND, OF_PLAYERS
from ...play.rulebook.program import Program
from ...play.rulebook.quantities import all_of
from ...play.run.moves import MoveError, play, read_move
from ...play.run.run import Run
from ...rules.expected import WaymarkPart

Expected = Number | str
NOTHING = "none"
"""What is expected and got where a play has no result yet, or no award."""


@dataclass(frozen=True, slots=True)
class Looked:
    """What was expected and got at one place of a play: after so many moves, None at its end.

    Names that nothing has are missing in ``got``.
    """

    after: int | None
    expected: dict[str, Expected]
    got: dict[str, Expected]

    @property
    def differs(self) -> list[str]:
        """The names whose values are not what was expected."""
        return [name for name, value in self.expected.items() if not _same(value, self.got.get(name))]

    def sentences(self) -> Iterator[str]:
        """What differs, in words."""
        place = f" after {_counted(self.after)}" if self.after is not None else ""
        for name in self.differs:
            got = _said(self.got.get(name, NOTHING))
            yield f"{name}{place}: expected {_said(self.expected[name])}, got {got}"


@dataclass(frozen=True, slots=True)
class Walked:
    """A waymark that was walked: what was looked at on the way, and at its end.

    ``problem`` says why it could not be walked, "" where it could.
    """

    name: str
    along: tuple[Looked, ...]
    end: Looked
    problem: str = ""

    @property
    def passed(self) -> bool:
        """Whether everything came out as expected."""
        return not self.problem and not any(looked.differs for looked in (*self.along, self.end))

    def sentences(self) -> Iterator[str]:
        """What differs, in words, the first first."""
        if self.problem:
            yield self.problem
        for looked in (*self.along, self.end):
            yield from looked.sentences()


def walk(program: Program, waymark: WaymarkPart) -> Walked:
    """Walk one waymark. Never raises: what stands in the way is its problem."""
    return walk_and_run(program, waymark)[0]


def walk_and_run(program: Program, waymark: WaymarkPart) -> tuple[Walked, Run | None]:
    """Walk one waymark, and the run it made; no run where something stood in the way."""
    outcomes: dict[int, Mapping[str, Expected]] = {}
    run: Run | None = None
    problem = ""
    try:
        run = play_waymark(program, waymark, outcomes)
        end = outcome(run)
    except (MoveError, SetupError) as error:
        end, problem = {}, str(error)
    along = tuple(
        _looked(part.after, part.expect, outcomes.get(part.after, end))
        for part in sorted(waymark.along, key=lambda part: part.after)
    )
    walked = Walked(waymark.name, along, _looked(None, waymark.expect, end), problem)
    unknown = [name for one in (*along, walked.end) for name in one.expected if name not in one.got]
    if unknown and not problem:
        walked = replace(walked, problem=f"Nothing is called {', '.join(dict.fromkeys(unknown))}.")
    return walked, run


def play_of(waymark: WaymarkPart) -> str:
    """What the walk of a waymark hangs on: its play, and which names are looked at, and where."""
    along = [part.model_copy(update={"expect": dict.fromkeys(part.expect, 0)}) for part in waymark.along]
    expect = dict.fromkeys(waymark.expect, 0)
    return waymark.model_copy(update={"name": "", "expect": expect, "along": along}).model_dump_json()


def expecting(walked: Walked, waymark: WaymarkPart) -> Walked:
    """What was walked, held against what a waymark of the same play expects of it."""
    along = sorted(waymark.along, key=lambda part: part.after)
    return Walked(
        waymark.name,
        tuple(
            replace(looked, expected=dict(part.expect))
            for looked, part in zip(walked.along, along, strict=True)
        ),
        replace(walked.end, expected=dict(waymark.expect)),
        walked.problem,
    )


def _looked(after: int | None, expected: Mapping[str, Expected], found: Mapping[str, Expected]) -> Looked:
    got = {name: found[name] for name in expected if name in found}
    return Looked(after, dict(expected), got)


def walk_all(program: Program, waymarks: list[WaymarkPart]) -> list[Walked]:
    """Walk every waymark of a game."""
    return [walk(program, waymark) for waymark in waymarks]


def play_waymark(
    program: Program, waymark: WaymarkPart, outcomes: dict[int, Mapping[str, Expected]] | None = None
) -> Run:
    """The run of a waymark; what can be expected on its way is put into ``outcomes``, by the moves made.

    Raises :class:`MoveError` or :class:`SetupError`.
    """
    choices = choose(
        program.game,
        waymark.dice,
        player=waymark.player,
        count=waymark.count,
        topic=waymark.topic,
        level=waymark.level,
        players=waymark.players,
    )
    looks = {part.after for part in waymark.along}

    def look(run: Run, made: int) -> None:
        if outcomes is not None and made in looks:
            outcomes[made] = outcome(run)

    return play(program, choices, map(read_move, waymark.moves), look)


def run_of(program: Program, waymark: WaymarkPart) -> Run | None:
    """The run of a waymark, None where it can't be walked."""
    return walk_and_run(program, waymark)[1]


def outcome(run: Run) -> Mapping[str, Expected]:
    """Everything that can be expected of a run: its meters, counts, result, award, the number of the ending
    that held, and what was said last."""
    ended = run.outcome
    return {
        "ending": run.trail[-1].extra.get("ending", NOTHING) if ended else NOTHING,
        **all_of(run.counts),
        **{name: cast("Expected", run.names(run.trail[-1].at)[name]) for name in (*OF_A_ROUND, *OF_PLAYERS)},
        **run.meters,
        "result": ended.result if ended else NOTHING,
        "award": (ended.award if ended else "") or NOTHING,
        "tell": next((step.tell for step in reversed(run.trail) if step.tell), NOTHING),
    }


def _same(expected: Expected, got: Expected | None) -> bool:
    if isinstance(expected, str) or isinstance(got, str) or got is None:
        return str(expected) == str(got)
    return isclose(expected, got, rel_tol=1e-9, abs_tol=1e-9)


def _said(value: Expected) -> str:
    return value if isinstance(value, str) else show_value(value)


def _counted(moves: int) -> str:
    return "1 move" if moves == 1 else f"{moves} moves"
