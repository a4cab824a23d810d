"""Two trails held against each other, step by step, the first difference first."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import zip_longest

from ...play.language.expressions import show_value
from ...play.run.trail import Step


@dataclass(frozen=True, slots=True)
class StepDifference:
    """Something that is otherwise in the second of two trails, since its step ``n`` (from 1)."""

    n: int
    name: str
    said: str


def differences(before: Sequence[Step], after: Sequence[Step]) -> list[StepDifference]:
    """What is otherwise in ``after``: of each thing the first step that shows it, and how it ends."""
    found: dict[str, StepDifference] = {}
    for n, (old, new) in enumerate(zip_longest(before, after), 1):
        if old is None or new is None:
            found.setdefault("length", _longer(n, before, after))
            break
        for name, said in _of_step(n, old, new):
            found.setdefault(name, StepDifference(n, name, said))
    for name, said in _of_meters(before, after, found):
        since = found.get(name)
        found[name] = StepDifference(since.n if since else len(after), name, said)
    return sorted(found.values(), key=lambda one: (one.n, one.name))


def _longer(n: int, before: Sequence[Step], after: Sequence[Step]) -> StepDifference:
    steps = abs(len(after) - len(before))
    told = f"{steps} step{'s' if steps != 1 else ''}"
    if len(after) > len(before):
        return StepDifference(n, "length", f"It has {told} more.")
    return StepDifference(n, "length", f"It has {told} fewer.")


def _of_step(n: int, old: Step, new: Step) -> Iterator[tuple[str, str]]:
    question = old.extra.get("question"), new.extra.get("question")
    if question[0] != question[1]:
        yield "question", f"Another question since step {n}."
    if old.moment != new.moment:
        yield "moment", f"Step {n} was {_word(old.moment)}, and is {_word(new.moment)} now."
    elif old.row != new.row:
        yield "row", f"At step {n} {_row(old.row)} applied, and {_row(new.row)} does now."
    if old.tell != new.tell:
        yield "tell", f"Step {n} said ‘{old.tell}’, and says ‘{new.tell}’ now."
    for name in dict.fromkeys((*old.after, *new.after)):
        if old.after.get(name) != new.after.get(name):
            yield name, ""
    for key in ("result", "award"):
        if old.extra.get(key) != new.extra.get(key):
            was, now = _word(old.extra.get(key)), _word(new.extra.get(key))
            yield key, f"The {key} was {was}, and is {now} now."


def _of_meters(
    before: Sequence[Step], after: Sequence[Step], found: dict[str, StepDifference]
) -> Iterator[tuple[str, str]]:
    """What became of each meter that went another way: "score was 9, now 7, since step 4, row 2"."""
    if not before or not after:
        return
    for name in dict.fromkeys((*before[-1].after, *after[-1].after)):
        since = found.get(name)
        if since is None:
            continue
        was, now = before[-1].after.get(name), after[-1].after.get(name)
        row = after[since.n - 1].row if since.n <= len(after) else None
        told = f", {_row(row)}" if row is not None else ""
        if was == now:
            yield name, f"{name} went another way since step {since.n}{told}, but is {_number(now)} again."
            continue
        yield name, f"{name} was {_number(was)}, now {_number(now)}, since step {since.n}{told}."


def _number(value: float | None) -> str:
    return "not there" if value is None else show_value(value)


def _row(number: int | None) -> str:
    return "no row" if number is None else f"row {number}"


def _word(value: object) -> str:
    return "nothing" if value is None else f"‘{value}’"
