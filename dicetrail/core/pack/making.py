"""Making a question from the cells of a line, or saying what keeps it from being one."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from fractions import Fraction
from typing import Any, Literal, TypedDict
from zlib import crc32

from ..play.checking import TRUE_WORDS
from ..play.expressions import ExpressionError, check_names, compile_expression
from ..play.formulas import WHOLE
from ..play.numbers import read_number
from ..play.question import (
    GENERATED,
    KINDS,
    LABELS,
    LONGEST_PHRASE,
    MOST_MISSES,
    MOST_OPTIONS,
    TRUTH_OPTIONS,
    Kind,
    Question,
    same,
)
from ..play.recipes import Formula, Odd, Recipe, RecipeError, Table
from ..play.supply import maker_of
from ..play.tables import OF_A_ROW, fill_row
from ..snag import Refused, Severity
from .notation import (
    Groups,
    NotationError,
    read_groups,
    read_list,
    read_places,
    read_variables,
    split_bars,
)
from .roles import Role, all_true_or_false

MOST_WORTH = 1_000_000
LONGEST_CLOCK = 86_400
MOST_TIMES = 1000

Data = tuple[tuple[str, ...], tuple[tuple[str, ...], ...]]
"""A data table: its columns' names, and its rows."""
DataLoader = Callable[[str], Data]
"""Gives the data table of a name; raises Refused where there is none."""


class Misfit(ValueError):
    """Why a line is not (or not a good) question.

    ``mend`` says what one press does about it, "" where that is not certain; ``mended`` is the line as it
    then reads, None where it is taken away.
    """

    def __init__(
        self,
        code: str,
        message: str,
        *,
        severity: Severity = "stop",
        mend: str = "",
        mended: str | None = None,
        column: int | None = None,
    ) -> None:
        super().__init__(message)
        self.code = code
        self.severity = severity
        self.mend = mend
        self.mended = mended
        self.column = column
        """The place (from 0) of the cell that is too many, None where it is not one cell's fault."""


def no_data(name: str) -> Data:
    """The loader where no other file can be read."""
    raise Refused(f"The table {name} can't be read from here.")


_PLAIN_TAIL = Question("", "typed", "", ())[6:-2]
"""What a question says between its key and its place in a file, where nothing special is said."""


class QuestionMaker:
    """Makes the questions of one file, whose lines have something in common.

    ``truth`` tells that the whole column of answers says true or false; ``groups`` are the names in the
    column of groups; ``load_data`` gives the tables that questions are made from.
    """

    def __init__(
        self,
        file: str = "",
        *,
        truth: bool = False,
        groups: Sequence[str] = (),
        load_data: DataLoader = no_data,
    ) -> None:
        self._file = file
        self._truth = truth
        self._groups = tuple(groups)
        self._load_data = load_data
        self._ids: set[str] = set()
        self._tables: dict[str, Data] = {}

    def make(self, row: Row, line: int) -> Question:
        """The question that a line's cells make. Raises :class:`Misfit`."""
        prompt = row.one("prompt")
        kind = self._written_kind(row)
        if kind in GENERATED:
            return self._generated(row, kind, prompt, line)
        if not prompt:
            raise Misfit("no-prompt", "There is an answer but no question. Write the question before it.")
        options, right = self._options(row, kind)
        answers = [options[right]] if options else _answers(row)
        if not answers:
            raise Misfit("no-answer", "The answer is blank. Write the right answer after the question.")
        if not kind:
            kind = self._likely_kind(options, answers[0])
        if kind in ("choice", "sort") and len(options) < 2:
            raise Misfit(
                "missing-field",
                "A choice needs at least one wrong option. Add one, or make this a typed question.",
            )
        if kind == "truth":
            options, right = list(TRUTH_OPTIONS), _truth(answers[0])
            answers = [TRUTH_OPTIONS[right]]
        elif kind not in ("choice", "sort"):
            options, right = [], -1
        if kind == "number":
            _check_numbers(answers, row.one("unit"))
        elif kind == "letters":
            _check_phrase(answers[0])
        return Question(
            self._free_id(row, prompt),
            kind,
            prompt,
            tuple(answers[:1] if options else answers),
            tuple(options),
            right,
            file=self._file,
            line=line,
            **_details(row, len(options)),
        )

    def plain(self, cells: Sequence[str], folded: str, line: int) -> Question:
        """The question of a prompt, its answer and wrong options, all known to be in order.

        ``folded`` is the prompt as :func:`same` gives it.
        """
        name = f"q-{crc32(folded.encode()):08x}"
        if name in self._ids:
            name = self._take_id(name)
        else:
            self._ids.add(name)
        answers = (cells[1],)
        if len(cells) == 2:
            head: tuple[object, ...] = (name, "typed", cells[0], answers, (), -1)
        else:
            head = (name, "choice", cells[0], answers, tuple(cells[1:]), 0)
        return Question._make(head + _PLAIN_TAIL + (self._file, line))

    def member(self, member: str, group: int, line: int, wording: str) -> Question:
        """A question which of the file's groups a member belongs to; ``wording`` says ``{member}``."""
        return Question(
            self._take_id(_id(member)),
            "sort",
            wording.replace("{member}", member) if "{member}" in wording else f"{wording} {member}",
            (self._groups[group],),
            self._groups,
            group,
            file=self._file,
            line=line,
        )

    def odd_one(self, groups: Groups, line: int, prompt: str) -> Question:
        """The question which one does not belong, from the lists of a file. Raises :class:`Misfit`."""
        columns = Columns(("prompt", "groups"))
        question = self._generated(Row((prompt, ""), columns), "odd", prompt, line, groups)
        return question._replace(times=len(groups))

    def forget(self, question: Question) -> None:
        """Give the id of a question back that is not kept after all."""
        self._ids.discard(question.id)

    def _written_kind(self, row: Row) -> Kind | None:
        written = row.one("kind").casefold()
        if not written:
            return None
        if written not in KINDS:
            raise Misfit("bad-kind", f"‘{written}’ is no kind of question. There are {', '.join(KINDS)}.")
        return written

    def _likely_kind(self, options: Sequence[str], answer: str) -> Kind:
        if self._groups:
            return "sort"
        if self._truth and all_true_or_false([answer]):
            return "truth"
        return "choice" if options else "typed"

    def _options(self, row: Row, kind: Kind | None) -> tuple[list[str], int]:
        """The options as filed and the place of the right one; none where the line has no option."""
        keyed = row.all("option")
        if keyed:
            options, right = keyed, place_of_key(row.one("key") or row.one("answer"), keyed)
        elif self._groups and row.one("group") and kind in (None, "sort"):
            options = list(self._groups)
            right = place_of_key(row.one("group"), options, letters=False)
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
        if len(set(folded)) < len(options):
            raise _doubled(options, folded, right, row)
        return options, right

    def _generated(
        self, row: Row, kind: Kind, prompt: str, line: int, groups: Groups | None = None
    ) -> Question:
        if not prompt:
            raise Misfit("no-prompt", "There is a recipe but no question. Write the prompt it is to fill in.")
        try:
            recipe = self._recipe(row, kind, groups)
            details = _details(row, 0)
            maker_of(recipe, prompt, details.get("level", 1))
            if isinstance(recipe, Table):
                for name in OF_A_ROW:
                    fill_row(str(details.get(name, "")), recipe, 0)
        except NotationError as error:
            raise Misfit("bad-notation", str(error)) from None
        except ExpressionError as error:
            raise Misfit("bad-formula", f"{str(error)[:1].upper()}{str(error)[1:]}.") from None
        except RecipeError as error:
            raise Misfit("nothing-to-ask", str(error)) from None
        except Refused as error:
            raise Misfit("no-table", str(error)) from None
        answer = row.one("answer")
        return Question(
            self._free_id(row, f"{prompt} {answer}"),
            kind,
            prompt,
            (answer,) if answer else (),
            recipe=recipe,
            file=self._file,
            line=line,
            **details,
        )

    def _recipe(self, row: Row, kind: Kind, groups: Groups | None) -> Recipe:
        options = _whole(row.one("choices") or "4", "choices", 2, MOST_OPTIONS)
        answer = row.one("answer")
        if kind == "odd":
            return Odd(groups or read_groups(row.one("groups")), options)
        if not answer:
            what = "expression" if kind == "formula" else "column"
            raise Misfit("no-answer", f"The answer is blank. Write the {what} that gives the right answer.")
        if kind == "table":
            name = row.one("from")
            if not name:
                raise Misfit("no-table", "The question names no table. Write the file with the rows to ask.")
            columns, rows = self._data(name)
            ask = _word(row.one("ask") or "choice", "ask", ("choice", "typed"))
            return Table(columns, rows, answer, ask, options, row.one("parted by"), name)
        formula = Formula(
            read_variables(row.one("variables")),
            answer,
            read_list(row.one("where")),
            _word(row.one("ask") or "number", "ask", ("number", "choice")),
            options,
            _word(row.one("form") or "decimal", "form", ("decimal", "fraction", "mixed")),
        )
        _check_formula(formula)
        return formula

    def _data(self, name: str) -> Data:
        if name not in self._tables:
            self._tables[name] = self._load_data(name)
        return self._tables[name]

    def _free_id(self, row: Row, prompt: str) -> str:
        return self._take_id(row.one("id") or _id(prompt))

    def _take_id(self, wanted: str) -> str:
        chosen, number = wanted, 2
        while chosen in self._ids:
            chosen = f"{wanted}-{number}"
            number += 1
        self._ids.add(chosen)
        return chosen


_TextName = Literal["topic", "why", "why_right", "why_wrong", "unit", "image", "alt", "sound"]


class _Details(TypedDict, total=False):
    topic: str
    level: int
    worth: float
    seconds: float
    why: str
    why_right: str
    why_wrong: str
    unit: str
    tolerance: Fraction
    pinned: tuple[int, ...]
    image: str
    alt: str
    sound: str
    misses: int
    times: int


_TEXTS: dict[_TextName, Role] = {
    "topic": "topic",
    "why": "why",
    "why_right": "why right",
    "why_wrong": "why wrong",
    "unit": "unit",
    "image": "image",
    "alt": "alt",
    "sound": "sound",
}
"""The details that are texts, as they stand in columns of these roles."""
_DETAILED: set[Role] = {
    *_TEXTS.values(),
    "level",
    "worth",
    "seconds",
    "tolerance",
    "misses",
    "times",
    "pinned",
}


def _details(row: Row, options: int) -> _Details:
    """What further columns say of a question; empty where the file has none of them."""
    details: _Details = {}
    if not row.has_details:
        return details
    for name, role in _TEXTS.items():
        if text := row.one(role):
            details[name] = text
    if text := row.one("level"):
        details["level"] = _whole(text, "level", 1, 5)
    if text := row.one("worth"):
        details["worth"] = _number(text, "worth", 0, MOST_WORTH)
    if text := row.one("seconds"):
        details["seconds"] = _number(text, "seconds", 0.1, LONGEST_CLOCK)
    if text := row.one("tolerance"):
        details["tolerance"] = _exact(text, "tolerance")
    if text := row.one("misses"):
        details["misses"] = _whole(text, "misses", 1, MOST_MISSES)
    if text := row.one("times"):
        details["times"] = _whole(text, "times", 1, MOST_TIMES)
    if options and (text := row.one("pinned")):
        try:
            details["pinned"] = read_places(text, options)
        except NotationError as error:
            raise Misfit("bad-pinned", str(error)) from None
    return details


class Columns:
    """Which columns have which role; made once for a file."""

    def __init__(self, roles: Sequence[Role]) -> None:
        self.roles = tuple(roles)
        self.places: dict[Role, list[int]] = {}
        for place, role in enumerate(roles):
            self.places.setdefault(role, []).append(place)
        self.has_details = not _DETAILED.isdisjoint(self.places)
        self.plain = self.roles[:2] == ("prompt", "answer") and {*self.roles[2:]} <= {"wrong"}
        """Whether the columns are a prompt, an answer and wrong options, in this order."""


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

    def place_of(self, role: Role, text: str, skip: int = 0) -> int | None:
        """The column of a role in which a text stands, the ``skip`` first of them passed over."""
        found = [
            place
            for place in self._places.get(role, ())
            if place < len(self._cells) and same(self._cells[place]) == same(text)
        ]
        return found[skip] if len(found) > skip else None


def place_of_key(key: str, options: Sequence[str], *, letters: bool = True) -> int:
    """The place that a key names by letter, number or text. Raises :class:`Misfit`."""
    key = key.strip()
    if not key:
        raise Misfit("no-answer", "The key is blank. Write the letter of the right option.")
    labels = LABELS[: len(options)]
    if letters and len(key) == 1 and key.upper() in labels:
        return labels.index(key.upper())
    if letters and key.isascii() and key.isdigit() and 1 <= int(key[:3]) <= len(options):
        return int(key) - 1
    folded = [same(option) for option in options]
    if same(key) in folded:
        return folded.index(same(key))
    raise Misfit("bad-key", f"The key ‘{key}’ names no option; there are {labels[:1]} to {labels[-1:]}.")


def _doubled(options: Sequence[str], folded: Sequence[str], right: int, row: Row) -> Misfit:
    """What to say of options that are the same."""
    for place, option in enumerate(options):
        if place != right and folded[place] == folded[right]:
            return Misfit(
                "same-option",
                f"The wrong option ‘{option}’ equals the right answer, so a right pick could count as wrong."
                " Write another one.",
            )
    twice = next(option for place, option in enumerate(options) if folded.index(folded[place]) != place)
    spare = row.place_of("wrong", twice, skip=1) if len(options) > 2 else None
    return Misfit(
        "doubled-option",
        f"The option ‘{twice}’ stands there twice. Write another one.",
        mend="Remove the second one" if spare is not None else "",
        column=spare,
    )


def _answers(row: Row) -> list[str]:
    """The accepted answers: those of the answer cell and of the cells for further ones, parted by ``|``."""
    return [part for cell in (row.one("answer"), *row.all("accepted")) for part in split_bars(cell)]


def _check_numbers(answers: Sequence[str], unit: str) -> None:
    for answer in answers:
        if read_number(answer, unit) is None:
            raise Misfit(
                "not-a-number", f"‘{answer}’ is not a number. Write one, or make this a typed question."
            )


def _check_phrase(phrase: str) -> None:
    if len(phrase) > LONGEST_PHRASE:
        raise Misfit(
            "long-phrase",
            f"The phrase has {len(phrase)} characters; {LONGEST_PHRASE} can be uncovered at most."
            " Shorten it.",
        )
    if not any(mark.isalnum() for mark in phrase):
        raise Misfit("no-letters", f"There is no letter in ‘{phrase}’ to uncover. Write a word or phrase.")


def _check_formula(formula: Formula) -> None:
    """Raise ExpressionError where an expression uses what is not known there."""
    known = {"level"}
    for span in formula.spans:
        for limit in () if span.values else (span.low, span.high, span.step):
            check_names(compile_expression(limit, exact=True), known)
        known.add(span.name)
    check_names(compile_expression(formula.answer, exact=True), known)
    for condition in formula.where:
        if condition != WHOLE:
            check_names(compile_expression(condition, exact=True), {*known, "answer"})


def _truth(answer: str) -> int:
    if not all_true_or_false([answer]):
        raise Misfit("not-truth", f"The answer ‘{answer}’ is neither true nor false.")
    return 0 if answer.casefold() in TRUE_WORDS else 1


def _word(text: str, what: str, words: Sequence[str]) -> Any:
    if text.casefold() not in words:
        raise Misfit(f"bad-{what}", f"‘{text}’ can't stand under {what}. Write {' or '.join(words)}.")
    return text.casefold()


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
    return f"q-{crc32(same(prompt).encode()):08x}"
