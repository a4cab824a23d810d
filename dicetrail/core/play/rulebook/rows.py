"""Rows: what the rules do at a moment, without any clock or deck. Used by the run and by proofs about it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import NamedTuple

from ..language.expressions import LARGEST, Expression, ExpressionError, Names
from .clocks import Clock
from .game import Consequence, Number, Result
from .moments import MOMENTS, Moment, Onward
from .program import Program, ReadyGate, ReadyHelp, ReadyRound, ReadyRow

Trouble = Callable[[str, ExpressionError], None]
"""Told of an expression that has no value now: where it stands, and why."""
Meters = dict[str, Number]


def first_row(rows: Sequence[ReadyRow], names: Names, trouble: Trouble) -> ReadyRow | None:
    """The first row whose condition holds."""
    for row in rows:
        if row.condition is None or holds(row.condition, names, f"row {row.number}, if", trouble):
            return row
    return None


def holds(condition: Expression, names: Names, where: str, trouble: Trouble) -> bool:
    """Whether a condition holds; one that has no value does not."""
    try:
        return bool(condition(names))
    except ExpressionError as error:
        trouble(where, error)
        return False


def costs_of(one: ReadyHelp, names: Names) -> tuple[tuple[str, Number], ...]:
    """What using a help adds to meters. Raises ExpressionError where one of its numbers has no value."""
    return tuple((name, number(expression, names)) for name, expression in one.add)


def may_be_used(one: ReadyHelp, names: Names) -> bool:
    """Whether the condition of a help holds; one that has no value does not, and that is all of it."""
    return one.condition is None or holds(one.condition, names, "", lambda where, error: None)


class Effect(NamedTuple):
    """What a row changes: the meters as they are then, and the seconds each clock gains."""

    meters: Meters
    seconds: tuple[tuple[str, Number], ...]


def effect_of(program: Program, row: ReadyRow, meters: Meters, names: Names) -> Effect:
    """All that a row does. Raises ExpressionError where one of its numbers has no value: nothing is done."""
    seconds = tuple((clock, number(expression, names)) for clock, expression in row.time)
    return Effect(_meters_after(program, row, meters, names), seconds)


def move_clocks(row: ReadyRow, effect: Effect, clocks: Mapping[str, Clock]) -> bool:
    """Start clocks (by their names) anew, and give them more time or less, as a row does; whether any of
    them changed by it."""
    if not row.source.moves_a_clock:
        return False
    before = [(clock.limit, clock.used) for clock in clocks.values()]
    for restarted in row.source.restart:
        clocks[restarted].restart()
    for name, seconds in effect.seconds:
        clocks[name].add(seconds)
    return before != [(clock.limit, clock.used) for clock in clocks.values()]


def _meters_after(program: Program, row: ReadyRow, meters: Meters, names: Names) -> Meters:
    if not row.set and not row.add:
        return meters
    changed = dict(meters)
    for name, expression in row.set:
        changed[name] = _kept(program, name, number(expression, names))
    for name, expression in row.add:
        changed[name] = _kept(program, name, changed[name] + number(expression, names))
    return changed


def carried_to(program: Program, meters: Meters, adds: Sequence[tuple[str, Number]]) -> Meters:
    """The meters after what an answer carries was added to them, each within its bounds."""
    changed = dict(meters)
    for name, more in adds:
        if name in changed:
            changed[name] = _kept(program, name, changed[name] + more)
    return changed


def number(expression: Expression, names: Names) -> Number:
    """The number an expression gives. Raises ExpressionError where it gives a text or nothing."""
    value = expression(names)
    if isinstance(value, str):
        raise ExpressionError(f"‘{expression.source}’ is a text where a number is needed")
    return value if isinstance(value, float) else int(value)


def _kept(program: Program, name: str, value: Number) -> Number:
    if not abs(value) <= LARGEST:
        raise ExpressionError(f"`{name}` can't hold a number past {LARGEST:,}")
    return program.meters[name].kept(value)


def first_ending(program: Program, names: Names, trouble: Trouble) -> int | None:
    """The number (from 1) of the first ending that holds."""
    for place, (condition, _, _) in enumerate(program.endings, 1):
        if holds(condition, names, f"ending {place}, if", trouble):
            return place
    return None


def first_award(program: Program, names: Names, trouble: Trouble) -> int | None:
    """The number (from 1) of the first award that holds."""
    for place, (condition, _, _) in enumerate(program.awards, 1):
        if holds(condition, names, f"award {place}, if", trouble):
            return place
    return None


def first_gate(
    one: ReadyRound, gone: Mapping[tuple[int, int], int], names: Names, trouble: Trouble
) -> ReadyGate:
    """The first gate of a round that holds and was not gone through as often as it may be; ``gone`` tells
    how often, by the numbers of round and gate."""
    for gate in one.gates:
        if gone.get((one.number, gate.number), 0) < gate.most and (
            gate.condition is None
            or holds(gate.condition, names, f"round {one.number}, gate {gate.number}, if", trouble)
        ):
            return gate
    raise AssertionError("the last gate always holds")


def reveals(moment: Moment, row: Consequence | None) -> bool:
    """Whether the answer is shown at a moment, as the row says or the built-in way."""
    return row.reveal if row is not None else MOMENTS[moment].reveals


def result_after(result: Result, row: ReadyRow | None) -> Result:
    """The result of a play after its row at ``over``, which may make something else of a ``done``."""
    then = row.source.then if row is not None else None
    return then if result == "done" and (then == "won" or then == "lost") else result


def leads_to(moment: Moment, row: ReadyRow | None) -> Onward:
    """Where a play goes after a moment, as the row says or the built-in way."""
    about, then = MOMENTS[moment], row.source.then if row else None
    if then == "again" and about.again:
        return about.again
    if then == "later" and not about.settles:
        return about.leads_to
    return then if about.answers and then in ("next", "later", "round") else about.leads_to
