"""Making a question from the cells of a line, or saying what keeps it from being one."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from hashlib import blake2s
from typing import TypedDict, get_type_hints

from ..play.checking import TRUE_WORDS
from ..play.numbers import read_number
from ..play.question import KINDS, LABELS, MOST_OPTIONS, TRUTH_OPTIONS, Kind, Question
from ..snag import Severity
from .roles import Role, all_true_or_false

MOST_WORTH = 1_000_000
LONGEST_CLOCK = 86_400


class Misfit(ValueError):
    """Why a line is not (or not a good) question. ``mended`` is the line as it should read, if certain."""

    def __init__(
        self, code: str, message: str, *, severity: Severity = "stop", mended: str | None = None
    ) -> None:
        super().__init__(message)
        self.code = code
        self.severity = severity
        self.mended = mended


def same(text: str) -> str:
    """Equal for texts that are the same answer: outer and doubled blanks and case are away."""
    return " ".join(text.split()).casefold()


def make_question(row: Row, truth: bool, file: str, line: int, given_ids: set[str]) -> Question:
    """The question that a line's cells make.

    ``truth`` tells that the whole column of answers says true or false. The question gets an id that is not
    among ``given_ids``, which it joins. Raises :class:`Misfit`.
    """
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
    if kind == "number":
        _check_numbers(answers, row.one("unit"))
    return Question(
        _free_id(row.one("id") or _id(prompt), given_ids),
        kind,
        prompt,
        tuple(answers[:1] if options else answers),
        tuple(options),
        right,
        file=file,
        line=line,
        **_details(row),
    )


class _Details(TypedDict, total=False):
    topic: str
    level: int
    worth: float
    seconds: float
    why: str
    unit: str
    tolerance: Fraction


def _details(row: Row) -> _Details:
    """What further columns say of a question; empty where the file has none of them."""
    details: _Details = {}
    if not row.has_details:
        return details
    if text := row.one("topic"):
        details["topic"] = text
    if text := row.one("level"):
        details["level"] = _whole(text, "level", 1, 5)
    if text := row.one("worth"):
        details["worth"] = _number(text, "worth", 0, MOST_WORTH)
    if text := row.one("seconds"):
        details["seconds"] = _number(text, "seconds", 0.1, LONGEST_CLOCK)
    if text := row.one("why"):
        details["why"] = text
    if text := row.one("unit"):
        details["unit"] = text
    if text := row.one("tolerance"):
        details["tolerance"] = _exact(text, "tolerance")
    return details


class Columns:
    """Which columns have which role; made once for a file."""

    def __init__(self, roles: Sequence[Role]) -> None:
        self.places: dict[Role, list[int]] = {}
        for place, role in enumerate(roles):
            self.places.setdefault(role, []).append(place)
        self.has_details = any(role in self.places for role in get_type_hints(_Details))


class Row:
    """The cells of a line by the roles of their columns."""

    __slots__ = ("_cells", "_places", "has_details")

    def __init__(self, cells: Sequence[str], columns: Columns) -> None:
        self._cells = cells
        self._places = columns.places
        self.has_details = columns.has_details

    def one(self, role: Role) -> str:
        """The first cell of a role, "" where there is none."""
        places = self._places.get(role)
        return self._cells[places[0]] if places and places[0] < len(self._cells) else ""

    def all(self, role: Role) -> list[str]:
        """Every filled cell of a role."""
        cells = self._cells
        return [cells[place] for place in self._places.get(role, ()) if place < len(cells) and cells[place]]


def _check_numbers(answers: Sequence[str], unit: str) -> None:
    for answer in answers:
        if read_number(answer, unit) is None:
            raise Misfit(
                "not-a-number", f"‘{answer}’ is not a number. Write one, or make this a typed question."
            )


def _answer_parts(row: Row) -> list[str]:
    """The accepted answers: those of the answer cell and of the cells for further ones, parted by ``|``."""
    cells = [row.one("answer"), *row.all("accepted")]
    return [part.strip() for cell in cells for part in cell.split("|")]


def _kind(row: Row, options: Sequence[str], answer: str, truth: bool) -> Kind:
    written = row.one("kind").casefold()
    if written:
        if written not in KINDS:
            raise Misfit("bad-kind", f"‘{written}’ is no kind of question. There are {', '.join(KINDS)}.")
        return written
    if truth and all_true_or_false([answer]):
        return "truth"
    return "choice" if options else "typed"


def _options(row: Row) -> tuple[list[str], int]:
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
    folded = [same(option) for option in options]
    if len(set(folded)) == len(options):
        return options, right
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
    folded = [same(option) for option in options]
    if same(key) in folded:
        return folded.index(same(key))
    raise Misfit("bad-key", f"The key ‘{key}’ names no option; there are {labels[0]} to {labels[-1]}.")


def _truth(answer: str) -> int:
    if not all_true_or_false([answer]):
        raise Misfit("not-truth", f"The answer ‘{answer}’ is neither true nor false.")
    return 0 if answer.casefold() in TRUE_WORDS else 1


def _whole(text: str, what: str, least: int, most: int) -> int:
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
    if number is None or number < 0:
        raise Misfit(f"bad-{what}", f"The {what} ‘{text}’ is no number from 0 up.")
    return number


def _id(prompt: str) -> str:
    """An id that stays while the prompt does, wherever in the file it stands."""
    return "q-" + blake2s(same(prompt).encode(), digest_size=4).hexdigest()


def _free_id(wanted: str, given: set[str]) -> str:
    chosen, number = wanted, 2
    while chosen in given:
        chosen = f"{wanted}-{number}"
        number += 1
    given.add(chosen)
    return chosen
