"""The bench: plays, waymarks, coverage, trails."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ...core.play.answers.verdict import VerdictName
from ...core.play.deal.setup import LONGEST_NAME
from ...core.play.rulebook.game import Result
from ...core.play.rulebook.moments import Moment, Tone
from ...core.play.seen.view import View
from ...core.prove.replay.difference import StepDifference
from ...core.prove.replay.gauges import GaugeSort
from ...core.rules.expected import WaymarkPart
from .common import DiceNumber, Names, Small

Moves = Annotated[list[Annotated[str, Field(max_length=1200)]], Field(max_length=3000)]


class PlayedIn(BaseModel):
    """A play: its dice and choices, and its moves as a moves file writes them."""

    dice: DiceNumber
    player: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    count: Small | None = None
    topic: Annotated[str, Field(max_length=200)] = ""
    level: Small | None = None
    players: Names = []
    moves: Moves = []


class MovesOut(BaseModel):
    """Moves as a moves file writes them."""

    moves: list[str]


class BenchIn(PlayedIn):
    """A play on the bench.

    ``wait`` are the milliseconds that its clock was stepped on since an answer became possible; where
    ``onward`` is false it stays in the feedback of its last move. Where ``before`` is a revision of the game,
    or ``other`` is another play, the differences are told as well.
    """

    wait: Annotated[int, Field(ge=0, le=10**9)] = 0
    onward: bool = True
    before: Small | None = None
    other: PlayedIn | None = None


class StepOut(BaseModel):
    """A step of a play in short. ``made_by`` moves had been made when it happened; ``changes`` are those of
    its meters."""

    n: int
    at: int
    move: str
    moment: Moment | Literal[""]
    tone: Tone
    verdict: VerdictName | Literal[""]
    row: int | None
    made_by: int
    question: str
    tell: str
    error: str
    changes: dict[str, float]
    result: Result | Literal[""]


class GaugeOut(BaseModel):
    """A meter, the seconds left of a clock, or a count: its value now, its last change with the step of it,
    and its values after each step, then now. No value stands where it has none, as a clock without limit. The
    ``seat`` is that of the player whose it is, where several play (0: nobody's)."""

    name: str
    sort: GaugeSort
    seat: int
    value: float | None
    change: float
    step: int
    course: list[float | None]


class DifferentOut(BaseModel):
    """Something that is otherwise, since a step."""

    n: int
    name: str
    said: str


def told(found: Iterable[StepDifference]) -> list[DifferentOut]:
    """What is otherwise in a play."""
    return [DifferentOut(n=one.n, name=one.name, said=one.said) for one in found]


class BenchOut(BaseModel):
    """A play on the bench as far as its moves go, with the reason for its last step.

    ``named`` tells what each named expression comes to. ``moves`` are those that were possible; ``problem``
    says why the rest was not. ``answer`` and ``key`` are of the question that is open, ``coming`` are the
    prompts of the next ones. ``row``, ``file`` and ``line`` lead to the last row that applied and to the
    question in its file.
    """

    revision: int
    moves: list[str]
    problem: str
    view: View
    steps: list[StepOut]
    gauges: list[GaugeOut]
    named: dict[str, str]
    reason: str
    row: int | None
    file: str
    line: int
    answer: str
    key: str
    coming: list[str]
    can_be_late: bool
    over: bool
    differences: list[DifferentOut] | None
    expected: dict[str, float | str]


class WalkedOut(BaseModel):
    """A waymark that was walked. ``says`` tells what differs, ``now`` what comes of it under these rules.

    Of one that fails ``since`` tells what became otherwise first, held against the rules under which it last
    passed. ``came_along`` where it came with a starting point and is still as it was there.
    """

    number: int
    mark: WaymarkPart
    passed: bool
    came_along: bool
    says: list[str]
    since: str
    now: WaymarkPart


class WaymarksOut(BaseModel):
    """All waymarks of a game, walked under its present rules."""

    revision: int
    passed: int
    failed: int
    waymarks: list[WalkedOut]


class OutcomesOut(BaseModel):
    """What can be expected of a play: ``after[k]`` after k moves. ``moves`` are those that were possible,
    ``problem`` says why the rest was not."""

    moves: list[str]
    problem: str
    after: list[dict[str, float | str]]


class CoverageIn(BaseModel):
    """Plays of the bench that count beside the waymarks."""

    plays: Annotated[list[PlayedIn], Field(max_length=30)] = []


class TouchedOut(BaseModel):
    """A row, an ending or an award ("row 3"), whether it was touched, and whether any play comes to it."""

    what: str
    title: str
    touched: bool
    possible: bool | None


class CoverageOut(BaseModel):
    """What the waymarks and some plays have touched."""

    revision: int
    parts: list[TouchedOut]
    kinds: list[str]
    kinds_left: list[str]
    moments: list[str]


class WayOut(BaseModel):
    """Dice and moves that come to something; no moves where none were found."""

    dice: DiceNumber
    moves: list[str] | None


class BroughtTrailOut(BaseModel):
    """A trail that was brought: the play it tells of, and what is otherwise under the present rules."""

    play: PlayedIn
    differences: list[DifferentOut]
