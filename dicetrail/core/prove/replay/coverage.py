"""Coverage: the rows, endings, awards and kinds of question that plays touched, and ways to the rest."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from functools import partial

from ...play.deal.setup import SetupError, choose
from ...play.dice import Stream
from ...play.kinds import kind_of
from ...play.questions.question import LABELS, MOST_OPTIONS
from ...play.rulebook.game import Choices
from ...play.rulebook.program import Program
from ...play.run.run import Run
from ..search.reached import Reach
from .starter_waymarks import ideas
from .walks import walk_moves

MOST_DICE = 20
"""Dice that are tried to come to something."""


@dataclass(slots=True)
class Coverage:
    """What was touched; rows, endings, awards, rounds and helps by their numbers, from 1, and gates by the
    round's and their own."""

    rows: set[int] = field(default_factory=set)
    rounds: set[int] = field(default_factory=set)
    gates: set[tuple[int, int]] = field(default_factory=set)
    helps: set[int] = field(default_factory=set)
    endings: set[int] = field(default_factory=set)
    awards: set[int] = field(default_factory=set)
    kinds: set[str] = field(default_factory=set)
    moments: set[str] = field(default_factory=set)

    def add(self, run: Run) -> None:
        """Count a run."""
        titles = {award.title: number for number, award in enumerate(run.program.game.awards, 1)}
        helps = {name: number for number, name in enumerate(run.program.helps, 1)}
        for step in run.trail:
            if step.moment:
                self.moments.add(step.moment)
            if step.row:
                self.rows.add(step.row)
            if step.moment == "round_begun":
                self.rounds.add(step.extra["round"])
            if gate := step.extra.get("gate"):
                self.gates.add((step.extra["round"], gate))
            if step.moment == "helped":
                self.helps.add(helps[step.extra["help"]])
            if ending := step.extra.get("ending"):
                self.endings.add(ending)
            if award := step.extra.get("award"):
                self.awards.add(titles[award])
        self.kinds |= {asked.card.question.kind for asked in run.asked_of_all}

    def has(self, what: str) -> bool:
        """Whether "row 3", "ending 1", "award 2", "round 2", "help 1" or "gate 2.1" was touched."""
        return _is_among(self, what)


def _is_among(found: Coverage | Reach, what: str) -> bool:
    kind, _, number = what.partition(" ")
    if kind == "gate":
        of, _, place = number.partition(".")
        return (int(of), int(place)) in found.gates
    by_number = {
        "row": found.rows,
        "ending": found.endings,
        "award": found.awards,
        "round": found.rounds,
        "help": found.helps,
    }
    return int(number) in by_number[kind]


def covered(runs: Iterable[Run]) -> Coverage:
    """What some runs touched."""
    found = Coverage()
    for run in runs:
        found.add(run)
    return found


def possible(found: Reach | None, what: str) -> bool | None:
    """Whether any play comes to "row 3", "ending 1", "award 2", "round 2", "help 1" or "gate 2.1"; None where
    that is not known."""
    if found is None:
        return None
    sure = found.all_ends if what.startswith("award") else found.complete
    return True if _is_among(found, what) else False if sure else None


def way_to(program: Program, found: Reach, what: str, dice: int) -> tuple[int, list[str]] | None:
    """Dice and moves that come to a row, an ending or an award ("row 3"); None where none were found.

    The given dice are tried first.
    """
    others = range(1, MOST_DICE) if what.startswith(("row", "help")) else ()
    for tried in (dice, *(other for other in others if other != dice)):
        try:
            choices = choose(program.game, tried)
        except SetupError:
            return None
        for moves in _ways(program, found, what, choices):
            walk = walk_moves(program, choices, moves)
            if covered([walk.run]).has(what):
                return tried, _shortest(program, choices, walk.moves, what)
    return None


def _ways(program: Program, found: Reach, what: str, choices: Choices) -> Iterator[Sequence[str]]:
    if what in found.ways:
        yield found.ways[what]
        yield [*found.ways[what], *["right"] * 60]
        yield [*found.ways[what], *["wrong"] * 60]
    for _, moves in ideas(program, choices):
        yield moves
    for wrong in (1, 2, 3, 5):
        yield [*["wrong"] * wrong, *["right"] * 60]
    if program.game.clocks.game is not None:
        for right in range(41):
            yield [*["right"] * right, "late"]
    if program.minds_answers:
        yield from _picked(program, choices)
    if what.startswith("row"):
        yield from _partly_right(program, choices)
    if program.helps:
        yield from _helped(program, choices)


def _helped(program: Program, choices: Choices) -> Iterator[list[str]]:
    """Moves that use the helps, each as soon as it can be, and then answer right, or wrong."""
    helps = [f"help {name}" for name in program.helps]
    for answer in ("right", "wrong"):
        for some in (helps, *([one] for one in helps)):
            yield [move for _ in range(MOST_PICKED) for move in (*some, answer)]


MOST_PICKED = 60
"""Plays by picks of chance that are tried where it matters which option is picked."""


def _picked(program: Program, choices: Choices) -> Iterator[list[str]]:
    """Moves that pick, in every question, the option of a place as filed; then any of them."""
    for place in range(MOST_OPTIONS):
        yield _picking(program, choices, partial(min, place))
    for number in range(MOST_PICKED):
        yield _picking(program, choices, Stream(number, "ways").below)


def _picking(program: Program, choices: Choices, pick: Callable[[int], int]) -> list[str]:
    moves: list[str] = []
    for _ in range(MOST_PICKED):
        run = walk_moves(program, choices, moves).run
        if run.phase == "over" or run.card is None:
            break
        order = run.card.order
        label = LABELS[order.index(min(pick(len(order)), len(order) - 1))] if order else ""
        moves.append(f"answer {label}" if label else "right")
    return moves


def _partly_right(program: Program, choices: Choices) -> Iterator[list[str]]:
    """Moves that end with an answer which is partly right, given once or until no try is left."""
    moves: list[str] = []
    for _ in range(60):
        run = walk_moves(program, choices, moves).run
        if run.phase == "over" or run.card is None:
            return
        for text in kind_of(run.card.question).partly_right(run.card):
            for often in (1, 2, 3):
                yield [*moves, *[f"answer {text}"] * often]
        moves = [*moves, "right"]


def _shortest(program: Program, choices: Choices, moves: list[str], what: str) -> list[str]:
    """The moves without what comes after they have come there."""
    low, high = 0, len(moves)
    while low < high:
        middle = (low + high) // 2
        if covered([walk_moves(program, choices, moves[:middle]).run]).has(what):
            high = middle
        else:
            low = middle + 1
    return moves[:high]
