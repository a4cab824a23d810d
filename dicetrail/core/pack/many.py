"""Many questions of a pack changed, added, duplicated or given to another pack at once."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence

from ..snag import Refused
from .blocks import Blocks
from .data import DataLoader, no_data
from .editing import Source, add, as_laid_out, change, question_of, same_questions
from .formats.base import Contents
from .misfit import Misfit
from .reader import read_contents
from .reading import Reading
from .record import WrittenRecord
from .settings import Settings
from .writing import to_record

MOST_COPIES = 50
COPY = " (copy)"
"""What is written behind the prompt of a question that was duplicated, so that it is another one."""


def change_many(source: Source, changes: Mapping[int, WrittenRecord]) -> Source:
    """The pack with several questions (by their numbers, from 0) as their records say.

    Raises :class:`Misfit`.
    """
    numbers = sorted(changes)
    first, *others = numbers
    wanted = [*source.read().questions]
    for number in numbers:
        wanted[number] = question_of(changes[number], source.load_data)
    changed = change(source, first, changes[first])
    places = changed.read().own_records
    lines = {number: as_laid_out(changed, changes[number]) for number in others}
    if all(lines.values()):
        blocks = Blocks(changed.read())
        for number, laid in lines.items():
            assert laid is not None
            blocks.put(places[number], laid[1], adds=False)
        result = changed.with_stretches(blocks.stretches())
        if same_questions(result.read().questions, wanted):
            return result
    for number in others:
        changed = change(changed, number, changes[number])
    return changed


def read_rows(name: str, contents: Contents, pack: Reading, load_data: DataLoader = no_data) -> Reading:
    """Rows that are to be added to a pack, read by themselves; those without a header that have as many
    columns as the pack are read as its lines are. Raises Refused."""
    found = read_contents(name, contents, load_data=load_data)
    if not pack.heads or found.heads or found.format != pack.format or len(found.roles) != len(pack.roles):
        return found
    return read_contents(name, contents, Settings(roles=pack.roles, header=False), load_data=load_data)


def add_many(source: Source, after: int | None, records: Sequence[WrittenRecord]) -> Source:
    """The pack with new questions, in their order, behind the one numbered ``after``; None: at the end.

    Raises :class:`Misfit`.
    """
    first, *others = records
    at = len(source.read().questions) if after is None else after + 1
    wanted = [question_of(record, source.load_data) for record in records]
    added = add(source, after, first)
    reading = added.read()
    lines = [as_laid_out(added, record) for record in others]
    if all(lines):
        blocks = Blocks(reading)
        place = reading.own_records[at] + 1
        for laid in reversed(lines):
            assert laid is not None
            blocks.put(place, laid[1], adds=True)
        result = added.with_stretches(blocks.stretches())
        now = reading.questions
        if same_questions(result.read().questions, [*now[:at], *wanted, *now[at + 1 :]]):
            return result
    for number, record in enumerate(others, at):
        added = add(added, number, record)
    return added


def give(
    source: Source, numbers: Iterable[int], target: Source
) -> tuple[Source, list[int], list[tuple[int, str]]]:
    """Another pack with these questions of a pack (at least one) added at its end.

    Which could be is told as well, and of the others why not.
    """
    questions = source.read().questions
    wanted = sorted(set(numbers))
    try:
        return add_many(target, None, [to_record(questions[number]) for number in wanted]), wanted, []
    except Misfit:
        pass  # one of them can't be: each is tried by itself
    given: list[int] = []
    left: list[tuple[int, str]] = []
    for number in wanted:
        try:
            target = add(target, None, to_record(questions[number]))
            given.append(number)
        except Misfit as misfit:
            left.append((number, str(misfit)))
    return target, given, left


def duplicate(source: Source, numbers: Collection[int]) -> Source:
    """The pack with a copy behind each of these questions, told apart by its prompt. Raises Refused."""
    if len(numbers) > MOST_COPIES:
        raise Refused(f"{MOST_COPIES} questions can be duplicated at once; {len(numbers)} are selected.")
    for number in sorted(numbers, reverse=True):
        reading = source.read()
        record = to_record(reading.questions[number])
        record.pop("id")
        prompts = {question.prompt for question in reading.questions}
        prompt = f"{record['prompt']}{COPY}"
        times = 2
        while prompt in prompts:
            prompt, times = f"{record['prompt']} (copy {times})", times + 1
        source = add(source, number, {**record, "prompt": prompt})
    return source
