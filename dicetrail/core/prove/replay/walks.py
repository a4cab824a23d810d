"""The bench: a play walked as far as its moves go, with the reason for everything.

A play is its moves: going back is playing fewer of them, a branch is other ones, and after a change of the
rules the same moves are walked again.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ...play.language.expressions import show_value
from ...play.language.numbers import tidy
from ...play.rulebook.game import Choices, Number
from ...play.rulebook.move import MOVES
from ...play.rulebook.program import Program
from ...play.run.moves import MoveError, make, read_move, to_input
from ...play.run.run import Run, Watch
from ...play.run.trail import Step

_WITHOUT_A_QUESTION = tuple(do for do, about in MOVES.items() if "choosing" in about.phases)
MOST_WRONG = 200
"""Wrong answers that are given to see a life go."""


@dataclass(frozen=True, slots=True)
class Walk:
    """A run with the moves that were made in it.

    ``moves`` are those that were possible, ``made_by`` is for each step of the trail how many of them had
    been made when it happened, and ``problem`` says why the moves ended early ("": they did not).
    """

    run: Run
    moves: list[str]
    made_by: list[int]
    at: int
    problem: str = ""


def walk_moves(
    program: Program,
    choices: Choices,
    moves: Sequence[str],
    wait: int = 0,
    *,
    onward: bool = True,
    watch: Watch | None = None,
) -> Walk:
    """Walk moves from the start, as far as they go.

    The play then stands where the next answer is possible, ``wait`` milliseconds after it became so; or, not
    ``onward``, still in the feedback of the last move. Where an answer is given and what comes next was not
    chosen, the first that is offered is. ``watch`` is that of :class:`..play.run.Run`.
    """
    run = Run(program, choices, watch)
    run.begin()
    made: list[str] = []
    made_by: list[int] = []
    problem = ""
    for line in moves:
        to_input(run)
        made_by += [len(made)] * (len(run.trail) - len(made_by))
        if run.phase == "over":
            break
        if run.phase == "choosing" and line.split(" ")[0] not in _WITHOUT_A_QUESTION:
            chosen = f"choose {run.offered[0]}"
            make(run, read_move(chosen))
            made.append(chosen)
            to_input(run)
            made_by += [len(made)] * (len(run.trail) - len(made_by))
        try:
            make(run, read_move(line))
        except MoveError as error:
            problem = str(error)
            break
        made.append(line)
        made_by += [len(made)] * (len(run.trail) - len(made_by))
    if onward or not made:
        to_input(run)
    made_by += [len(made)] * (len(run.trail) - len(made_by))
    at = run.trail[-1].at
    if run.input_from is not None:
        due = run.due()
        at = run.input_from + wait
        if due is not None:
            at = min(at, due - 1)
        run.tick(at)
    return Walk(run, made, made_by, at, problem)


def until_a_life_is_lost(program: Program, choices: Choices, moves: Sequence[str]) -> list[str]:
    """The moves, and so many wrong answers behind them as it takes for a life to go.

    Lives are the meters that are shown as marks; in a game without any, every meter counts. Where none goes
    down, the play goes on to its end, or to :data:`MOST_WRONG` answers.
    """
    lives = {meter.name for meter in program.game.meters if meter.show == "marks"}
    counted = lives or set(program.meters)
    walk = walk_moves(program, choices, [*moves, *["wrong"] * MOST_WRONG])
    for step, made in zip(walk.run.trail, walk.made_by, strict=True):
        if made > len(moves) and any(step.after[name] < step.before[name] for name in counted):
            return walk.moves[:made]
    return walk.moves


def reason(program: Program, step: Step) -> str:
    """Why a step came out as it did, in a sentence."""
    parts = list(step.extra.get("steps", ()))
    if step.verdict:
        parts.append(f"so it is {step.verdict}")
    if step.moment:
        applied = "no row applies" if step.row is None else f"row {step.row} applies"
        parts.append(f"at `{step.moment}` {applied}")
    parts += [f"`{one['in']}` rolled {one['came']} of {one['sides']}" for one in step.extra.get("rolled", ())]
    if gate := step.extra.get("gate"):
        parts.append(f"gate {gate} leads on")
    if clock := step.extra.get("clock"):
        parts.append(f"the {clock} clock has run out")
    parts += [f"{name} {_signed(change)}" for name, change in changes(step).items()]
    if ending := step.extra.get("ending"):
        parts.append(f"ending {ending} holds: `{program.game.endings[ending - 1].condition}`")
    if error := step.extra.get("error"):
        parts.append(str(error))
    if step.extra.get("ignored"):
        parts.append("this was not possible now, so nothing changed")
    if award := step.extra.get("award"):
        parts.append(f"the award is {award}")
    text = ", ".join(parts)
    return f"{text[:1].upper()}{text[1:]}." if text else ""


def changes(step: Step) -> dict[str, Number]:
    """The meters that a step changed, and by how much."""
    found: dict[str, Number] = {}
    for name, after in step.after.items():
        if change := tidy(after - step.before.get(name, 0)):
            found[name] = change
    return found


def _signed(change: Number) -> str:
    return ("+" if change > 0 else "−") + show_value(abs(change))
