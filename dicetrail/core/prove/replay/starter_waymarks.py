"""The first set: waymarks made from the rules, with the results that the present rules give.

They are for the maker to read and confirm; what they expect is what comes out today.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from ...play.deal.setup import choose
from ...play.kinds import kind_of
from ...play.rulebook.game import Choices, Number
from ...play.rulebook.program import Program
from ...play.run.run import Run
from ...rules.expected import WaymarkPart
from .walks import walk_moves
from .waymarks import NOTHING, outcome

MOST_QUESTIONS = 60
"""Questions of a play up to which its tiers are looked for."""


def first_set(
    program: Program, dice: int, ways: Mapping[str, Sequence[str]] | None = None
) -> list[WaymarkPart]:
    """Waymarks for what is worth knowing of any game, each with other moves.

    ``ways`` are moves that are known to come to each ending ("ending 1").
    """
    choices = choose(program.game, dice)
    found: dict[tuple[str, ...], WaymarkPart] = {}
    named = [*ideas(program, choices)]
    for number, ending in enumerate(program.game.endings, 1):
        if moves := (ways or {}).get(f"ending {number}"):
            named.append((f"ending {number}: {ending.result}", list(moves)))
    for name, moves in named:
        walk = walk_moves(program, choices, moves)
        if walk.problem or not walk.moves:
            continue
        found.setdefault(tuple(walk.moves), _waymark(name, walk.moves, walk.run, dice))
    return list(found.values())


def ideas(program: Program, choices: Choices) -> Iterator[tuple[str, list[str]]]:
    """Moves that are worth walking in any game, by what they are called; one after another, as they are asked
    for."""
    length = _length(program, choices)
    tries = max(tries or 3 for tries in program.game.all_tries)
    missed = ["wrong"] * max(kind_of(one).tries(one, tries) or tries for one in program.game.questions)
    yield "all right", ["right"] * length
    yield "all wrong", missed * length
    if tries > 1:
        yield "right at the second try", ["wrong", "right"] * length
    yield "too late", ["late"] * length
    yield "unreadable, then right", ["unreadable", "right"]
    yield "skipped, then right", ["skip", "right"]
    yield from _tiers(program, choices, length, missed)


def _length(program: Program, choices: Choices) -> int:
    run = Run(program, choices)
    return MOST_QUESTIONS if run.dealer.endless else min(run.decks.total_after(0), MOST_QUESTIONS)


def _tiers(
    program: Program, choices: Choices, length: int, missed: Sequence[str]
) -> Iterator[tuple[str, list[str]]]:
    """For each award, and each result, the fewest right answers that come to it, and one fewer."""
    before: tuple[str, str] | None = None
    for right in range(length + 1):
        moves = ["right"] * right + [*missed] * (length - right)
        values = outcome(walk_moves(program, choices, moves).run)
        tier = (str(values["result"]), str(values["award"]))
        if before is not None and tier != before:
            fewer = ["right"] * (right - 1) + [*missed] * (length - right + 1)
            yield f"{right - 1} right: {_called(before)}", fewer
            yield f"{right} right: {_called(tier)}", moves
        before = tier


def _called(tier: tuple[str, str]) -> str:
    result, award = tier
    return award if award != NOTHING else result


def _waymark(name: str, moves: list[str], run: Run, dice: int) -> WaymarkPart:
    return WaymarkPart(name=name, moves=moves, expect=expectations(run), dice=dice)


def expectations(run: Run) -> dict[str, Number | str]:
    """What can be said of a run in short: its meters and, where it is over, the result and the award."""
    values = outcome(run)
    names = [*run.meters, "right", "asked", "result", "award"]
    return {name: values[name] for name in names}
