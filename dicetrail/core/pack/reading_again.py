"""Reading a file again: what is new in it, what changed and what is gone, beside the maker's own edits.

Three packs are held side by side: the file as it was brought before (``base``), the pack as the maker has it
now (``mine``), and the file as it is brought now (``theirs``).
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Literal

from ..play.questions.question import Question, same
from ..snag import Refused
from .editing import Source, add, change, remove
from .misfit import Misfit
from .reading import Reading
from .writing import to_record

MOST_TAKEN = 300
What = Literal["new", "changed", "gone", "kept"]


@dataclass(frozen=True, slots=True)
class QuestionDifference:
    """One difference between the pack and the file that is read again.

    ``new``: only in the file; ``changed``: the file says it differently than before; ``gone``: no longer in
    the file; ``kept``: the maker edited it, and the file says otherwise too (or has lost it). ``mine`` is the
    question as it stands in the pack, ``theirs`` as the file has it; None where it is not there.
    """

    number: int
    what: What
    mine: Question | None
    theirs: Question | None


def differences(base: Reading, mine: Reading, theirs: Reading) -> list[QuestionDifference]:
    """Every difference, in the order of the file, what is gone at the end."""
    old_of_mine = _matched(mine.questions, base.questions)
    mine_of_old = {old: place for place, old in old_of_mine.items()}
    old_of_theirs = _matched(theirs.questions, base.questions)
    present = {_says(question): place for place, question in enumerate(mine.questions)}
    in_file = {_says(question) for question in theirs.questions}
    still: set[int | None] = set()
    found: list[tuple[What, Question | None, Question | None]] = []
    for place, question in enumerate(theirs.questions):
        old = old_of_theirs.get(place)
        own = None if old is None else mine_of_old.get(old)
        if (same_as := present.get(_says(question))) is not None:
            if old is not None and old_of_mine.get(same_as) == old:
                still.add(old)
            continue
        still.add(old)
        if old is None:
            found.append(("new", None, question))
            continue
        was = base.questions[old]
        if _says(was) == _says(question):
            continue
        as_it_is = None if own is None else mine.questions[own]
        if as_it_is is not None and _says(as_it_is) in in_file:
            found.append(("new", None, question))
            continue
        edited = as_it_is is None or _says(as_it_is) != _says(was)
        found.append(("kept" if edited else "changed", as_it_is, question))
    for place, question in enumerate(mine.questions):
        old = old_of_mine.get(place)
        if old is not None and old not in still:
            edited = _says(question) != _says(base.questions[old])
            found.append(("kept" if edited else "gone", question, None))
    return [QuestionDifference(number, *difference) for number, difference in enumerate(found)]


def edited(base: Reading, mine: Reading) -> bool:
    """Whether the maker changed a question since the file was brought."""
    return [_says(question) for question in base.questions] != [_says(q) for q in mine.questions]


def take(
    source: Source, found: Sequence[QuestionDifference], numbers: Collection[int]
) -> tuple[Source, list[tuple[int, str]]]:
    """The pack with these differences taken over, and those that could not be, each with the reason.

    Raises Refused for more than can be taken one by one.
    """
    if len(numbers) > MOST_TAKEN:
        raise Refused(
            f"{MOST_TAKEN} differences can be taken over one by one; {len(numbers)} are chosen. Take the"
            " whole file, or fewer at once."
        )
    left: list[tuple[int, str]] = []
    for difference in found:
        if difference.number not in numbers:
            continue
        try:
            source = _take(source, difference)
        except Misfit as misfit:
            left.append((difference.number, str(misfit)))
    return source, left


def _take(source: Source, difference: QuestionDifference) -> Source:
    place = _place(difference.mine, source.read().questions)
    if difference.theirs is None:
        return source if place is None else remove(source, [place])
    record = to_record(difference.theirs)
    if place is None:
        return add(source, None, record)
    return change(source, place, record)


def _place(question: Question | None, questions: Sequence[Question]) -> int | None:
    """Where a question stands, whatever its line is now."""
    if question is None:
        return None
    wanted = _says(question)
    return next((n for n, other in enumerate(questions) if _says(other) == wanted), None)


def _matched(questions: Sequence[Question], before: Sequence[Question]) -> dict[int, int]:
    """Which question was which before, by what they say, their id, their prompt, or their key; each once."""
    matched: dict[int, int] = {}
    taken: set[int] = set()
    for key in (_says, lambda q: q.id, lambda q: same(q.prompt), lambda q: (q.kind, q.answers, q.options)):
        left: dict[object, list[int]] = {}
        for place, question in enumerate(before):
            if place not in taken:
                left.setdefault(key(question), []).append(place)
        for place, question in enumerate(questions):
            if place not in matched and (found := left.get(key(question))):
                matched[place] = found.pop(0)
                taken.add(matched[place])
    return matched


def _says(question: Question) -> Question:
    """A question without where it stands and what it is called."""
    return question._replace(id="", file="", line=0)
