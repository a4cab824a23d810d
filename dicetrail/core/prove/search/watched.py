"""What the rules look at: which names decide anything, and how finely they have to be told apart."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass
from math import ceil, inf

from ...play.language.expressions import Expression, compile_expression
from ...play.rulebook.moments import Moment
from ...play.rulebook.names import OF_A_QUESTION, OF_A_VISIT, OF_HOW_FAR, TIMES
from ...play.rulebook.program import Program, ReadyRound, ReadyRow
from ...play.rulebook.quantities import GROWING, OF_ROUND, QUANTITIES, parts
from ...play.run.helping import AIDS
from .answers import moved_by_answers

_BETWEEN: tuple[Moment, ...] = ("round_begun", "round_over", "over")
_UNANSWERED: tuple[Moment, ...] = ("begun", "round_begun", "opened", "helped", "round_over")


_FIRST_OR_NOT = 2
"""The visit past which nothing changes where it is only asked whether it is the first."""


@dataclass(frozen=True, slots=True)
class LookedAt:
    """What a search through a game's plays has to tell apart.

    ``names`` decide something anywhere; what is only said decides nothing. Of these, ``aside`` are meters and
    counts that no row and no ending looks at: they never change the course of a play, only what it comes to.
    ``caps`` are counts that are only compared with fixed numbers, with the value past which nothing changes.
    ``asked`` tells that the course of a play depends on how many questions were asked: only on how many are
    ``left``, where this is one of the caps. ``visits`` tells that it is looked at more closely which visit of
    a question it is than whether it is the first, ``how_far`` that it is looked at how far off an answer is.
    ``helps`` tells that helps are used: else nothing hangs on when they can be, and what they cost.
    """

    names: frozenset[str]
    aside: frozenset[str]
    asked: bool
    caps: dict[str, int]
    visits: bool = False
    how_far: bool = False
    helps: bool = True


def looked_at(program: Program, *, helps: bool = True) -> LookedAt:
    """Read all expressions of a game, in whose plays ``helps`` are used or not."""
    rows = [row for rows in program.rows.values() for row in rows]
    course = [condition for condition, _, _ in program.endings]
    moves: list[tuple[str, Expression]] = []
    for row in rows:
        course += [row.condition] if row.condition else []
        course += divisions(row)
        course += [seconds for _, seconds in row.time]
        moves += [*row.add, *row.set]
    course += of_helps(program) if helps else []
    results = [condition for condition, _, _ in program.awards]
    course += program.named.values()
    deciding = _names(course) | {
        name for target, expression in moves for name in _with_parts(expression) if name != target
    }
    own = {target for target, expression in moves if target in expression.names}
    deciding |= own
    for one in program.rounds:
        course_of_rounds = [gate.condition for gate in one.gates if gate.condition is not None]
        if one.question_seconds is not None:
            course_of_rounds.append(one.question_seconds)
        if one.source.deal.next:
            course_of_rounds.append(compile_expression(one.source.deal.next))
        deciding |= _names(course_of_rounds)
        course += course_of_rounds
        if one.source.deal.choose:
            deciding.add(one.source.deal.choose)
    if program.by_topic:
        deciding.add("topic")
    if program.minds_answers:
        deciding |= moved_by_answers(program.game.questions)
    if helps:
        deciding |= {name for one in program.helps.values() for name, _ in one.add}
    everything = deciding | _names(results)
    meters = set(program.meters)
    if program.endings:  # which are looked at there where a row changed something
        deciding |= {name for moment in _UNANSWERED for name in _moved_at(program, moment)}
    aside = {name for name in meters | (set(GROWING) & everything) if name not in deciding}
    asked = "asked" in deciding or "left" in everything
    named = [(name, expression) for name, expression in program.named.items()]
    caps = _caps([*course, *results], [*moves, *named])
    left = _cap_of_left(course, [expression for _, expression in moves], results)
    swaps = any(AIDS[one.does].swaps for one in program.game.helps)
    caps |= {} if left is None or swaps or program.has_rounds else {"left": left}
    visits = "visit" in everything and caps.get("visit", inf) > _FIRST_OR_NOT
    return LookedAt(
        frozenset(everything | meters),
        frozenset(aside),
        asked,
        caps,
        visits,
        bool(OF_HOW_FAR.keys() & everything),
        helps,
    )


def looked_in(program: Program, one: ReadyRound, looked: LookedAt) -> frozenset[str]:
    """The names that decide something in a round: what is said of a question, and what is counted of a round,
    does only where the round, or the game as a whole, looks at it."""
    of_game = [*program.awards, *program.endings]
    names = {name for condition, _, _ in of_game for name in condition.names}
    rows = [row for moment, rows in one.rows.items() for row in rows if moment not in _BETWEEN]
    rows += [row for moment in _BETWEEN for row in program.rows[moment]]
    for row in rows:
        names |= row_names(row) | {name for _, seconds in row.time for name in seconds.names}
        names |= {name for _, value in row.set for name in value.names}
        names |= _names(divisions(row))
    for gate in one.gates:
        names |= gate.condition.names if gate.condition is not None else set()
    for other in program.rounds:  # a round that has no question left ends with that of the round before
        for gate in other.gates:
            names |= gate.condition.names & OF_A_QUESTION.keys() if gate.condition is not None else set()
    names |= _names(of_helps(program)) if looked.helps else set()
    names |= one.question_seconds.names if one.question_seconds is not None else set()
    if one.source.deal.next:
        names |= compile_expression(one.source.deal.next).names
    if one.source.deal.choose:
        names.add(one.source.deal.choose)
    names |= {part for name in names for part in parts(name)} | ({"topic"} if program.by_topic else set())
    return looked.names - ((OF_A_QUESTION.keys() | {*OF_ROUND}) - names)


def _moved_at(program: Program, moment: Moment) -> Iterator[str]:
    """The meters that rows of a moment move."""
    for row in program.rows[moment]:
        yield from (name for name, _ in (*row.add, *row.set))


def of_time(program: Program) -> frozenset[str]:
    """The names that tell a time, and the meters that come to depend on one: what a search, which knows of no
    other time than the first and the last moment, can't say anything of for sure."""
    found = set(TIMES)
    moved = [(row.condition, (*row.add, *row.set)) for rows in program.rows.values() for row in rows]
    moved += [(one.condition, one.add) for one in program.helps.values()]
    while True:
        more = {
            name
            for condition, changes in moved
            for name, expression in changes
            if found & (expression.names | (condition.names if condition else frozenset()))
        }
        if more <= found:
            return frozenset(found)
        found |= more


def of_helps(program: Program) -> list[Expression]:
    """When helps can be used, and what they cost."""
    helps = program.helps.values()
    when = [one.condition for one in helps if one.condition is not None]
    return [*when, *(cost for one in helps for _, cost in one.add)]


def divisions(row: ReadyRow) -> list[Expression]:
    """What a row says that can have no value: its expressions that divide."""
    told = (part for text in row.texts for part in text.expressions)
    return [part for part in told if "/" in part.source or "%" in part.source]


def row_names(row: ReadyRow) -> set[str]:
    """The names that a row looks at."""
    found = {name for _, expression in (*row.add, *row.set) for name in expression.names}
    return found | (set(row.condition.names) if row.condition else set())


def _names(expressions: list[Expression]) -> set[str]:
    return {name for expression in expressions for name in _with_parts(expression)}


def _with_parts(expression: Expression) -> set[str]:
    names = set(expression.names)
    return names | {part for name in names for part in parts(name)}


def _caps(conditions: list[Expression], moves: list[tuple[str, Expression]]) -> dict[str, int]:
    """The counts that are only ever compared with numbers, and one past the largest of these."""
    uncapped = _names([expression for _, expression in moves])
    largest: dict[str, int] = {}
    for condition in conditions:
        for name in condition.names:
            uncapped |= parts(name)
        compared = list(_compared(ast.parse(condition.source.strip(), mode="eval")))
        for name, number in compared:
            largest[name] = max(largest.get(name, 0), ceil(number) + 1)
        seen = [
            node.id for node in ast.walk(ast.parse(condition.source.strip())) if isinstance(node, ast.Name)
        ]
        uncapped |= {name for name in seen if seen.count(name) > [one for one, _ in compared].count(name)}
    return {
        name: cap
        for name, cap in largest.items()
        if (name in OF_A_VISIT or (name in QUANTITIES and QUANTITIES[name].of_moments))
        and name not in uncapped
    }


def _cap_of_left(course: list[Expression], moves: list[Expression], results: list[Expression]) -> int | None:
    """The number of questions left past which nothing changes, where the course of a play hangs on no other
    name that knows how many are or were asked; None where it does, or the results look at it, too."""
    names = {name for expression in (*course, *moves) for name in expression.names}
    known = {name for name in names if name in ("asked", "total") or "asked" in parts(name)}
    others = {name for expression in (*moves, *results) for name in expression.names}
    if known != {"left"} or {"left", "total"} & others:
        return None
    numbers, seen = list[float](), 0
    for condition in course:
        tree = ast.parse(condition.source.strip(), mode="eval")
        numbers += [number for name, number in _compared(tree) if name == "left"]
        seen += sum(isinstance(node, ast.Name) and node.id == "left" for node in ast.walk(tree))
    return ceil(max(numbers)) + 1 if seen == len(numbers) else None


def _compared(tree: ast.AST) -> Iterator[tuple[str, float]]:
    for node in ast.walk(tree):
        if isinstance(node, ast.Compare) and len(node.ops) == 1:
            sides = (node.left, node.comparators[0])
            for one, other in (sides, sides[::-1]):
                if (
                    isinstance(one, ast.Name)
                    and isinstance(other, ast.Constant)
                    and isinstance(other.value, int | float)
                    and not isinstance(node.ops[0], ast.In | ast.NotIn)
                ):
                    yield one.id, abs(other.value)
