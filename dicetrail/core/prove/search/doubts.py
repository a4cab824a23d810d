"""Doubts: what plays of a game show to be wrong with its rules."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from ...play.language.expressions import Value, compile_expression, show_value
from ...play.rulebook.game import Game, Number
from ...play.rulebook.program import Program
from ...rules.checks.found import Found, Mend, gone, moved, put
from ...rules.editing import Edit
from ...rules.reading import GameReading
from ...rules.snaglist import SnagList
from ...snag import Snag
from .reached import Reach
from .watched import of_time

_ANNOUNCES = re.compile(r"\b(next (one|question|up)|another (one|question)|on to the next)\b", re.IGNORECASE)
_TROUBLE = re.compile(r"(row|ending|award) (\d+)(?:, (if|tell))?")
_LEAVE = put("Let the player leave", ("leave",), True)
_PARTS = {"row": "consequences", "ending": "endings", "award": "awards"}


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
    yield from _on_expressions(found)
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
    yield from _on_endings(game, found, timely)
    yield from _on_awards(game, found, timely)


def _sure(conditions: Sequence[str], timely: frozenset[str]) -> int:
    """How many conditions, looked at one after another, are sure to hold or not: none names a time."""
    for place, condition in enumerate(conditions):
        if condition and timely & compile_expression(condition).names:
            return place
    return len(conditions)


def _on_expressions(found: Reach) -> Iterator[Found]:
    for where, message in found.troubles.items():
        match = _TROUBLE.match(where)
        if match is None:
            continue
        path: list[str | int] = [_PARTS[match[1]], int(match[2]) - 1, *([match[3]] if match[3] else [])]
        yield Found("no-value", "warn", f"In some plays this has no value: {message}.", path)


def _on_the_last_question(reading: GameReading, game: Game, found: Reach) -> Iterator[Found]:
    for place, row in enumerate(game.consequences):
        if place + 1 in found.last_rows and row.moment != "opened" and _ANNOUNCES.search(row.tell):
            yield Found(
                "announces-next",
                "warn",
                "This announces another question, and it is said after the last one too. Give the row"
                " `if: left > 0`, and add one without the announcement.",
                ("consequences", place, "tell"),
                mend=_apart(reading, place),
            )


def _apart(reading: GameReading, place: int) -> Mend | None:
    """A row that applies while questions are left, and behind it the same one without its text."""
    if reading.source is None:
        return None
    row = dict(reading.source.data["consequences"][place])
    asked = row.get("if")
    quiet = {key: value for key, value in row.items() if key != "tell"}
    said = ["consequences", place, "if"]
    return Mend(
        "Say it only while questions are left",
        (
            Edit(path=said, value=f"({asked}) and left > 0" if asked else "left > 0"),
            Edit(do="insert", path=["consequences", place + 1], value=quiet),
        ),
    )


def _on_pay(game: Game, found: Reach) -> Iterator[Found]:
    """Later tries that pay no less than the one before; where tries are unlimited that is how it is meant,
    and where one row pays for the second and all later ones, too."""
    if game.tries is None:
        return
    # letters may have more tries than the game
    by_try = {pay.attempt: pay for pay in found.pays if pay.moment == "right" and pay.attempt <= game.tries}
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
                ("consequences", rows[0] - 1, "add", name) if rows else ("consequences",),
                mend=_first_only(game, rows) if attempt == 2 else None,
            )


def _no_less(changes: Sequence[Number], earlier: Sequence[Number]) -> bool:
    return changes == earlier or min(changes) >= max(earlier)


def _until(attempt: int) -> str:
    return f"`if: attempt {'==' if attempt == 1 else '<='} {attempt}`"


def _first_only(game: Game, rows: Sequence[int]) -> Mend | None:
    """The row that pays, for first tries only, where it has no condition."""
    if not rows or game.consequences[rows[0] - 1].condition:
        return None
    return put("Pay it at the first try only", ("consequences", rows[0] - 1, "if"), "attempt == 1")


def _on_rows(game: Game, found: Reach, told: set[str], timely: frozenset[str]) -> Iterator[Found]:
    for place, row in enumerate(game.consequences):
        if place + 1 in found.rows or f"consequences.{place + 1}" in told:
            continue
        asked = [one.condition for one in game.consequences[: place + 1] if one.moment == row.moment]
        if _sure(asked, timely) < len(asked):
            continue
        why = f"`{row.moment}` does not happen in this game"
        if any(moment == row.moment for moment, _ in found.flow) or row.moment == "over":
            why = f"at `{row.moment}` its condition never holds where no earlier row applies"
        path = ("consequences", place)
        message = f"No play ever comes to this row: {why}."
        yield Found("row-never", "warn", message, path, mend=gone(f"Remove row {place + 1}", path))


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
        if number in found.awards:
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
