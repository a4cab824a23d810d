"""Making a question from the cells of a line, or saying what keeps it from being one."""

from __future__ import annotations

import math
from collections.abc import Sequence
from fractions import Fraction
from hashlib import blake2s

from ..play.checking import TRUE_WORDS, Checking, fold
from ..play.numbers import read_number
from ..play.question import KINDS, LABELS, MOST_OPTIONS, TRUTH_OPTIONS, Kind, Question
from ..snag import Severity
from .roles import Role, all_true_or_false

MOST_WORTH = 1_000_000
LONGEST_CLOCK = 86_400
_SAME = Checking()
"""Texts that are equal under these switches are the same answer."""


class Misfit(ValueError):
    """Why a line is not (or not a good) question. ``mended`` is the line as it should read, if certain."""

    def __init__(
        self, code: str, message: str, *, severity: Severity = "stop", mended: str | None = None
    ) -> None:
        super().__init__(message)
        self.code = code
        self.severity = severity
        self.mended = mended


def make_question(cells: Sequence[str], roles: Sequence[Role], truth: bool) -> Question:
    """The question that a line's cells make, under the roles of their columns.

    ``truth`` tells that the whole column of answers says true or false. File and line are filled in by the
    reader. Raises :class:`Misfit`.
    """
    row = _Row(cells, roles)
    prompt = row.one("prompt")
    if not prompt:
        raise Misfit("no-prompt", "There is an answer but no question. Write the question before it.")
    options, right = _options(row)
    answers = [options[right]] if options else [part for part in _answer_parts(row) if part]
    if not answers:
        raise Misfit("no-answer", "The answer is blank. Write the right answer after the question.")
    kind = _kind(row, options, answers[0], truth)
    if kind == "choice" and len(options) < 2:
        raise Misfit(
            "missing-field",
            "A choice needs at least one wrong option. Add one, or make this a typed question.",
        )
    if kind == "truth":
        options, right = list(TRUTH_OPTIONS), _truth(answers[0])
        answers = [TRUTH_OPTIONS[right]]
    elif kind != "choice":
        options, right = [], -1
    tolerance = row.one("tolerance")
    question = Question(
        id=row.one("id") or _id(prompt),
        kind=kind,
        prompt=prompt,
        answers=tuple(answers[:1] if options else answers),
        options=tuple(options),
        right=right,
        topic=row.one("topic"),
        level=_whole(row.one("level"), "level", 1, 5, 1),
        worth=_number(row.one("worth"), "worth", 0, MOST_WORTH) if row.one("worth") else 1,
        seconds=_number(row.one("seconds"), "seconds", 0.1, LONGEST_CLOCK) if row.one("seconds") else None,
        why=row.one("why"),
        unit=row.one("unit"),
        tolerance=_exact(tolerance, "tolerance") if tolerance else Fraction(0),
    )
    if kind == "number":
        for answer in question.answers:
            if read_number(answer, question.unit) is None:
                raise Misfit(
                    "not-a-number", f"‘{answer}’ is not a number. Write one, or make this a typed question."
                )
    return question


class _Row:
    """The cells of a line by their roles."""

    def __init__(self, cells: Sequence[str], roles: Sequence[Role]) -> None:
        self._by_role: dict[Role, list[str]] = {}
        for cell, role in zip(cells, roles, strict=False):
            self._by_role.setdefault(role, []).append(cell)

    def one(self, role: Role) -> str:
        """The first cell of a role, "" where there is none."""
        return self._by_role.get(role, [""])[0]

    def all(self, role: Role) -> list[str]:
        """Every filled cell of a role."""
        return [cell for cell in self._by_role.get(role, []) if cell]


def _answer_parts(row: _Row) -> list[str]:
    """The accepted answers: those of the answer cell and of the cells for further ones, parted by ``|``."""
    cells = [row.one("answer"), *row.all("accepted")]
    return [part.strip() for cell in cells for part in cell.split("|")]


def _kind(row: _Row, options: Sequence[str], answer: str, truth: bool) -> Kind:
    written = row.one("kind").casefold()
    if written:
        if written not in KINDS:
            raise Misfit("bad-kind", f"‘{written}’ is no kind of question. There are {', '.join(KINDS)}.")
        return written
    if truth and all_true_or_false([answer]):
        return "truth"
    return "choice" if options else "typed"


def _options(row: _Row) -> tuple[list[str], int]:
    """The options as filed and the place of the right one; none where the line has no option."""
    keyed = row.all("option")
    if keyed:
        options, right = keyed, _place_of_key(row.one("key") or row.one("answer"), keyed)
    else:
        wrong = row.all("wrong")
        if not wrong or not row.one("answer"):
            return [], -1
        options, right = [row.one("answer"), *wrong], 0
    if len(options) > MOST_OPTIONS:
        raise Misfit(
            "too-many-options", f"There are {len(options)} options; a choice may have {MOST_OPTIONS}."
        )
    folded = [fold(option, _SAME) for option in options]
    for place, option in enumerate(options):
        if place != right and folded[place] == folded[right]:
            raise Misfit(
                "same-option",
                f"The wrong option ‘{option}’ equals the right answer, so a right pick could count as wrong."
                " Write another one.",
            )
        if folded.index(folded[place]) != place:
            raise Misfit("doubled-option", f"The option ‘{option}’ stands there twice. Write another one.")
    return options, right


def _place_of_key(key: str, options: Sequence[str]) -> int:
    key = key.strip()
    if not key:
        raise Misfit("no-answer", "The key is blank. Write the letter of the right option.")
    labels = LABELS[: len(options)]
    if len(key) == 1 and key.upper() in labels:
        return labels.index(key.upper())
    if key.isascii() and key.isdigit() and 1 <= int(key[:3]) <= len(options):
        return int(key) - 1
    folded = [fold(option, _SAME) for option in options]
    if fold(key, _SAME) in folded:
        return folded.index(fold(key, _SAME))
    raise Misfit("bad-key", f"The key ‘{key}’ names no option; there are {labels[0]} to {labels[-1]}.")


def _truth(answer: str) -> int:
    if not all_true_or_false([answer]):
        raise Misfit("not-truth", f"The answer ‘{answer}’ is neither true nor false.")
    return 0 if answer.casefold() in TRUE_WORDS else 1


def _whole(text: str, what: str, least: int, most: int, default: int) -> int:
    if not text:
        return default
    number = read_number(text)
    if number is None or number.denominator != 1 or not least <= number <= most:
        raise Misfit(f"bad-{what}", f"The {what} ‘{text}’ is no whole number from {least} to {most}.")
    return int(number)


def _number(text: str, what: str, least: float, most: float) -> float:
    number = read_number(text)
    if number is None or not least <= number <= most:
        raise Misfit(f"bad-{what}", f"The {what} ‘{text}’ is no number from {least:g} to {most:,}.")
    return int(number) if number.denominator == 1 else float(number)


def _exact(text: str, what: str) -> Fraction:
    number = read_number(text)
    if number is None or number < 0 or not math.isfinite(number):
        raise Misfit(f"bad-{what}", f"The {what} ‘{text}’ is no number from 0 up.")
    return number


def _id(prompt: str) -> str:
    """An id that stays while the prompt does, wherever in the file it stands."""
    return "q-" + blake2s(fold(prompt, _SAME).encode(), digest_size=4).hexdigest()
