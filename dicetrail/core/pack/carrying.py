"""Carrying: what options and answers have with them, as it is written.

::

    says B       No, that one is tied around a post.     value B   2      adds B   fox 2, owl -1
    expected     4 = You divided the other way. | 3.5 = Nearly. {value 1; adds fox 1}

A literal ``=`` in an expected answer, and a literal ``{`` in what is said of it, have a backslash before
them.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import cast

from ..play.kinds import KINDS
from ..play.language.numbers import as_written, read_number, tidy
from ..play.questions.carried import Carried, Number
from ..play.questions.question import LABELS, Question, said
from .kinds import WRITTEN
from .kinds.base import Key
from .misfit import Misfit
from .notation import join_bars, split_bars, split_equals
from .record import WrittenRecord
from .roles import Role
from .row import CellRow

_ADD = re.compile(r"([A-Za-z_][A-Za-z0-9_]{0,39})\s+([+\-−]?\s?[^\s,;]+)")
_MORE = re.compile(r"(?<!\\)\{([^{}]*)\}\s*$")
MOST_VALUE = 1e9
"""The largest value, up or down, that an answer may carry."""
LONGEST_SAYS = 2000
MOST_EXPECTED = 50
"""Expected answers of a question: each is compared with what is typed."""


def carried_of(row: CellRow, kind: str, key: Key) -> tuple[Carried, ...]:
    """What the options or the answers of a line carry. Raises :class:`Misfit`."""
    what = KINDS[kind].carries
    found: dict[int, Carried] = {}
    for role, text in row.carried():
        part, _, target = role.partition(" ")
        if part == "expected":
            continue
        if not what:
            raise Misfit("bad-says", f"Nothing can stand under {role} for a question of the kind {kind}.")
        place = _place(target, key, options=what == "options", lettered=bool(row.all("option")))
        places = len(key.options) if what == "options" else len(key.answers)
        if place >= places:
            raise Misfit("bad-says", f"There is no such option or answer for what stands under {role}.")
        found[place] = _with(found.get(place, _empty(place, key, what)), part, role, text)
    expected = row.one("expected")
    if expected and what != "answers":
        raise Misfit("bad-expected", f"A question of the kind {kind} has no expected answers to be typed.")
    carried = [found[place] for place in sorted(found)]
    more = expected_of(expected)
    WRITTEN[kind].check_expected([one.text for one in more])
    return (*carried, *more)


def _place(target: str, key: Key, *, options: bool, lettered: bool) -> int:
    """The place of what a heading names: a letter, the answer, or a wrong one by its number."""
    if target in LABELS:
        return LABELS.index(target)
    rights = len(key.rights) if options else len(key.answers)
    if target == "answer":
        return key.rights[0] if options and key.rights else 0
    wrong = int(target.removeprefix("wrong "))
    if options and lettered:
        left = [place for place in range(len(key.options)) if place not in key.rights]
        return left[wrong - 1] if wrong <= len(left) else len(key.options)
    return rights + wrong - 1 if options else len(key.answers)


def _empty(place: int, key: Key, what: str) -> Carried:
    return Carried(place) if what == "options" else Carried(text=key.answers[place])


def _with(one: Carried, part: str, role: str, text: str) -> Carried:
    """The same with one part more."""
    if part == "says":
        return replace(one, says=text[:LONGEST_SAYS])
    return (
        replace(one, value=_value(text, role)) if part == "value" else replace(one, adds=adds_of(text, role))
    )


def _value(text: str, where: str) -> Number:
    number = read_number(text)
    if number is None or abs(number) > MOST_VALUE:
        raise Misfit("bad-value", f"‘{text}’ under {where} is no number up to {MOST_VALUE:g}.")
    return tidy(float(number)) if number.denominator != 1 else int(number)


def adds_of(text: str, where: str) -> tuple[tuple[str, Number], ...]:
    """What is added to which meters: ``fox 2, owl -1``. Raises :class:`Misfit`."""
    found: list[tuple[str, Number]] = []
    for part in filter(None, (one.strip() for one in re.split(r"[,;]", text))):
        match = _ADD.fullmatch(part)
        number = match and read_number(match[2].replace(" ", "").removeprefix("+"))
        if match is None or number is None:
            raise Misfit(
                "bad-adds", f"‘{part}’ under {where} should be a meter and a number: `fox 2, owl -1`."
            )
        found.append((match[1], _value(match[2].replace(" ", "").removeprefix("+"), where)))
    return tuple(found)


def expected_of(cell: str) -> tuple[Carried, ...]:
    """The answers that are expected, with what each carries. Raises :class:`Misfit`."""
    parts = split_bars(cell)
    if len(parts) > MOST_EXPECTED:
        raise Misfit("bad-expected", f"There are {len(parts)} expected answers; {MOST_EXPECTED} is the most.")
    return tuple(map(_expected, parts))


def _expected(part: str) -> Carried:
    text, says = split_equals(part)
    if says is None or not text:
        raise Misfit(
            "bad-expected",
            f"‘{part[:60]}’ should be an answer and what is said to it: `4 = You divided the other way`.",
        )
    more = _MORE.search(says)
    carried = Carried(text=text)
    if more is not None:
        says = says[: more.start()]
        for one in filter(None, (word.strip() for word in more[1].split(";"))):
            name, _, value = one.partition(" ")
            if name not in ("value", "adds"):
                raise Misfit("bad-expected", f"‘{one}’ should be `value 2` or `adds fox 2, owl -1`.")
            carried = _with(carried, name, "expected", value.strip())
    says = says.replace("\\{", "{").strip()
    return replace(carried, says=says[:LONGEST_SAYS])


def with_says(question: Question, text: str, says: str) -> Question:
    """A question that says something to an answer: to the option of these words, or to what is typed. What
    the answer carries besides stays. Raises :class:`Misfit` where nothing of it can be answered so."""
    options = KINDS[question.kind].carries == "options"
    if not KINDS[question.kind].carries or question.recipe is not None:
        raise Misfit("bad-says", "Nothing can be said to the answers of a question of this kind.")
    names = [said(option) for option in question.options]
    if options and text not in names:
        raise Misfit("bad-says", f"The question has no option ‘{text[:60]}’.")
    new = Carried(names.index(text), says=says) if options else Carried(text=text.strip(), says=says)
    others = [one for one in question.carries if (one.place, one.text) != (new.place, new.text)]
    before = [one for one in question.carries if one not in others]
    kept = [replace(one, says=says) for one in before] or [new]
    carries = sorted([*others, *kept], key=lambda one: one.place) if options else [*others, *kept]
    return question._replace(carries=tuple(carries))


# Writing


def written(question: Question) -> WrittenRecord:
    """What a question's options or answers carry, by the roles of its columns."""
    record: WrittenRecord = {}
    typed = [one for one in question.carries if one.place < 0]
    for one in question.carries:
        if one.place >= 0:
            for part, text in _parts(one):
                record[cast(Role, f"{part} {LABELS[one.place]}")] = text
    if typed:
        record["expected"] = join_bars(map(_as_expected, typed))
    return record


def _parts(one: Carried) -> Iterator[tuple[str, str]]:
    if one.says:
        yield "says", one.says
    if one.value:
        yield "value", as_written(one.value)
    if one.adds:
        yield "adds", ", ".join(f"{name} {as_written(number)}" for name, number in one.adds)


def _as_expected(one: Carried) -> str:
    more = "; ".join(f"{part} {text}" for part, text in _parts(one) if part != "says")
    said = one.says.replace("{", "\\{")
    text = one.text.replace("=", "\\=")
    return f"{text} = {said}{' ' if said and more else ''}{f'{{{more}}}' if more else ''}".strip()


def without_letters(record: WrittenRecord, rights: Sequence[int], options: int) -> WrittenRecord:
    """A record whose options were parted into the answer and wrong ones, what they carry called so, too."""
    wrong = [place for place in range(options) if place not in rights]
    renamed: dict[str, str] = {LABELS[place]: f"wrong {n}" for n, place in enumerate(wrong, 1)}
    if rights:
        renamed[LABELS[rights[0]]] = "answer"
    return {_called(role, renamed): value for role, value in record.items()}


def _called(role: Role, renamed: dict[str, str]) -> Role:
    part, _, target = role.partition(" ")
    carries = part in ("says", "value", "adds") and target in renamed
    return cast(Role, f"{part} {renamed[target]}") if carries else role
