"""Doubts: what plays of a game show to be wrong with its rules."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from typing import Any

from ...play.language.expressions import Value, compile_expression, show_value
from ...play.rulebook.game import Consequence, Game, Number
from ...play.rulebook.program import Program
from ...rules.checks.found import Found, Mend, gone, moved, put
from ...rules.editing import Edit
from ...rules.numbering import row_path
from ...rules.reading import GameReading
from ...rules.snaglist import SnagList
from ...snag import Snag
from .help_doubts import on_helps
from .reached import Pay, Reach
from .watched import of_time

_ANNOUNCES = re.compile(r"\b(next (one|question|up)|another (one|question)|on to the next)\b", re.IGNORECASE)
_TROUBLE = re.compile(r"(row|ending|award) (\d+)(?:, (if|tell))?")
_QUIET = ("opened", "round_begun", "round_over")
_LEAVE = put("Let the player leave", ("leave",), True)
_AT_A_GATE = re.compile(r"round (\d+), gate (\d+)")
_AT_A_HELP = re.compile(r"help (.+)")
_PARTS = {"ending": "endings", "award": "awards"}


def doubts(reading: GameReading, found: Reach) -> list[Snag]:
    """The snags that going through a game's plays brings up, at their places."""
    if reading.game is None or reading.source is None:
        return []
    snags = SnagList(reading.source, reading.file)
    told = {snag.path for snag in reading.snags}
    snags.add_all(_all(reading, reading.game, found, told))
    return snags.found


def _all(reading: GameReading, game: Game, found: Reach, told: set[str]) -> Iterator[Found]:
    timely = of_time(Program(game))  # the names of which a search can't say for sure what they can be
    yield from _on_expressions(game, found)
    yield from _on_the_last_question(reading, game, found)
    yield from _on_pay(game, found)
    if found.idle and not game.leave:
        yield Found(
            "idle",
            "warn",
            "When nobody plays, this game goes on by itself for ever: a late answer opens the same question"
            " again, or another one of a deck without end, and costs nothing that ends it. Let `late` take"
            " from a meter an ending looks at, give the game a clock, or say that *the player may leave*.",
            ("consequences",),
            mend=_LEAVE,
        )
    if not found.complete:
        return
    if found.endless and not game.leave:
        yield Found(
            "may-not-end",
            "warn",
            "A play can come to where nothing can end it any more. Give the game another ending, a game"
            " clock, or a number of questions.",
            ("endings",),
            mend=_LEAVE,
        )
    yield from _on_rows(game, found, told, timely)
    yield from _on_rounds(game, found, told, timely)
    yield from on_helps(game, found, told, timely)
    yield from _on_endings(game, found, timely)
    yield from _on_awards(game, found, timely)


def _sure(conditions: Sequence[str], timely: frozenset[str]) -> int:
    """How many conditions, looked at one after another, are sure to hold or not: none names a time."""
    for place, condition in enumerate(conditions):
        if condition and timely & compile_expression(condition).names:
            return place
    return len(conditions)


def _on_expressions(game: Game, found: Reach) -> Iterator[Found]:
    for where, message in found.troubles.items():
        match, gate, of_help = _TROUBLE.match(where), _AT_A_GATE.match(where), _AT_A_HELP.match(where)
        if of_help is not None:
            place = next(n for n, one in enumerate(game.helps) if one.name == of_help[1])
            path: list[str | int] = ["helps", place, "add"]
        elif gate is not None:
            path = ["rounds", int(gate[1]) - 1, "then", int(gate[2]) - 1, "if"]
        elif match is not None:
            number = int(match[2])
            of_row = row_path(game, number) if match[1] == "row" else (_PARTS[match[1]], number - 1)
            path = [*of_row, *([match[3]] if match[3] else [])]
        else:
            continue
        yield Found("no-value", "warn", f"In some plays this has no value: {message}.", path)


def _on_the_last_question(reading: GameReading, game: Game, found: Reach) -> Iterator[Found]:
    for number, row in enumerate(game.rows, 1):
        if number in found.last_rows and row.moment not in _QUIET and _announces(row):
            yield Found(
                "announces-next",
                "warn",
                "This announces another question, and it is said after the last one too. Give the row"
                " `if: left > 0`, and add one without the announcement.",
                (*row_path(game, number), "tell"),
                mend=_apart(reading, row_path(game, number)),
            )


def _announces(row: Consequence) -> bool:
    return any(_ANNOUNCES.search(text) for text in row.texts)


def _apart(reading: GameReading, path: tuple[str | int, ...]) -> Mend | None:
    """A row that applies while questions are left, and behind it the same one without its text."""
    if reading.source is None:
        return None
    rows: Any = reading.source.data
    for key in path:
        rows = rows[key]
    row = dict(rows)
    asked = row.get("if")
    quiet = {key: value for key, value in row.items() if key != "tell"}
    said, behind = [*path, "if"], [*path[:-1], int(path[-1]) + 1]
    return Mend(
        "Say it only while questions are left",
        (
            Edit(path=said, value=f"({asked}) and left > 0" if asked else "left > 0"),
            Edit(do="insert", path=behind, value=quiet),
        ),
    )


def _on_pay(game: Game, found: Reach) -> Iterator[Found]:
    """Later tries that pay no less than the one before; where tries are unlimited that is how it is meant,
    and where one row pays for the second and all later ones, too."""
    tries = max((tries for tries in game.all_tries if tries is not None), default=None)
    if tries is None or None in game.all_tries:
        return
    # letters may have more tries than the game
    by_try: dict[int, Pay] = {}
    for pay in found.pays:
        if pay.moment == "right" and pay.attempt <= tries:
            known = by_try.get(pay.attempt)
            by_try[pay.attempt] = pay.joined(known) if known else pay
    told: set[str] = set()
    for attempt, pay in sorted(by_try.items()):
        before = by_try.get(attempt - 1)
        if before is None or (attempt > 2 and pay.rows == before.rows):
            continue
        for name, earlier in before.changes.items():
            changes = pay.changes[name]
            if name in told or max(changes) <= 0 or not _no_less(changes, earlier):
                continue
            told.add(name)
            rows = [row for row in pay.rows if row is not None]
            much = "as much" if changes == earlier else "no less"
            than = "as" if changes == earlier else "than"
            yield Found(
                "same-pay",
                "warn",
                f"Try {attempt} pays {much} `{name}` {than} try {attempt - 1}. Give the row of the earlier"
                f" try {_until(attempt - 1)}, and another one for later tries.",
                (*row_path(game, rows[0]), "add", name) if rows else ("consequences",),
                mend=_first_only(game, rows) if attempt == 2 else None,
            )


def _no_less(changes: Sequence[Number], earlier: Sequence[Number]) -> bool:
    return changes == earlier or min(changes) >= max(earlier)


def _until(attempt: int) -> str:
    return f"`if: attempt {'==' if attempt == 1 else '<='} {attempt}`"


def _first_only(game: Game, rows: Sequence[int]) -> Mend | None:
    """The row that pays, for first tries only, where it has no condition."""
    if not rows or game.rows[rows[0] - 1].condition:
        return None
    return put("Pay it at the first try only", (*row_path(game, rows[0]), "if"), "attempt == 1")


def _on_rows(game: Game, found: Reach, told: set[str], timely: frozenset[str]) -> Iterator[Found]:
    for number, row in enumerate(game.rows, 1):
        path = row_path(game, number)
        written = ".".join(str(part + 1 if isinstance(part, int) else part) for part in path)
        if number in found.rows or written in told:
            continue
        of = next(one for one in range(len(game.rounds) + 1) if number in game.rows_of(one))
        before = (*game.rows_of(of), *(game.rows_of(0) if of else ()))
        asked = [
            game.rows[one - 1].condition
            for one in before
            if one <= number and game.rows[one - 1].moment == row.moment
        ]
        if _sure(asked, timely) < len(asked):
            continue
        why = f"`{row.moment}` does not happen in this game"
        if any(moment == row.moment for moment, _ in found.flow) or row.moment == "over":
            why = f"at `{row.moment}` its condition never holds where no earlier row applies"
        message = f"No play ever comes to this row: {why}."
        yield Found("row-never", "warn", message, path, mend=gone(f"Remove row {number}", path))


def _on_rounds(game: Game, found: Reach, told: set[str], timely: frozenset[str]) -> Iterator[Found]:
    """Rounds that no play enters, and gates that none goes through, where no gate asks for a time."""
    conditions = [[gate.condition for gate in one.then] for one in game.rounds]
    if any(_sure(some, timely) < len(some) for some in conditions):
        return
    for number, one in enumerate(game.rounds, 1):
        path: tuple[str | int, ...] = ("rounds", number - 1)
        if number not in found.rounds:
            if f"rounds.{number}" not in told:
                message = f"No play ever comes to the round ‘{one.name}’."
                yield Found("round-never", "warn", message, path, mend=gone("Remove the round", path))
            continue
        for place, gate in enumerate(one.then, 1):
            if (number, place) in found.gates or f"rounds.{number}.then.{place}" in told:
                continue
            where = (*path, "then", place - 1)
            message = f"No play ever goes through this gate: `{gate.condition}` never holds here."
            yield Found("gate-never", "warn", message, where, mend=gone("Remove the gate", where))


def _on_endings(game: Game, found: Reach, timely: frozenset[str]) -> Iterator[Found]:
    sure = _sure([ending.condition for ending in game.endings], timely)
    for place, ending in enumerate(game.endings[:sure]):
        if place + 1 not in found.endings:
            yield Found(
                "ending-never",
                "warn",
                f"No play comes to this ending: `{ending.condition}` never holds"
                f"{_range(found, ending.condition)}.",
                ("endings", place, "if"),
                mend=gone("Remove the ending", ("endings", place)),
            )


def _on_awards(game: Game, found: Reach, timely: frozenset[str]) -> Iterator[Found]:
    sure = _sure([award.condition for award in game.awards], timely)
    for place, award in enumerate(game.awards[:sure]):
        number = place + 1
        if number in found.awards or compile_expression(award.condition).names & found.open_ended:
            continue
        earlier = found.hidden_by(number)
        if earlier is not None:
            yield Found(
                "award-hidden",
                "warn",
                f"`{award.title}` is never given: wherever it holds, `{game.awards[earlier - 1].title}`"
                " stands before it and holds too. Put the narrower one first.",
                ("awards", place),
                mend=moved("Put it first", ("awards", place), earlier - 1),
            )
        else:
            yield Found(
                "award-never",
                "warn",
                f"`{award.title}` can't be won: `{award.condition}` holds after no play"
                f"{_range(found, award.condition)}.",
                ("awards", place, "if"),
                mend=gone("Remove the award", ("awards", place)),
            )
    if found.no_award is not None and sure == len(game.awards):
        yield Found(
            "award-gap",
            "warn",
            f"A play can end without any award, for example with {_told(found.no_award)}. Add one for the"
            " rest (`if: True`), if that is not meant.",
            ("awards",),
        )


def _range(found: Reach, condition: str) -> str:
    """Between which numbers the meters of a condition lie, where that is known."""
    known = [
        f"`{name}` ends between {show_value(min(values))} and {show_value(max(values))}"
        for name, values in found.values.items()
        if re.search(rf"\b{name}\b", condition) and name not in found.open_ended and values
    ]
    return f" ({', '.join(known)})" if known else ""


def _told(names: dict[str, Value]) -> str:
    return ", ".join(
        f"`{name}` {value if isinstance(value, str) else show_value(float(value))}"
        for name, value in sorted(names.items())
    )
