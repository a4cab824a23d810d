"""Questions from the rows of a data table."""

from __future__ import annotations

import re

from ..dice import Stream
from .maker import Texts
from .question import Question, same
from .recipes import RecipeError, Table

_BRACES = re.compile(r"\{\{|\}\}|\{([^{}]*)\}")

OF_A_ROW = ("why", "why_right", "why_wrong", "hint", "image", "alt", "sound")
"""What a question says besides its prompt that may name columns of its row in braces."""


class TableMaker:
    """Questions from the rows of a table. Rows that come to the same prompt, picture and sound are one."""

    def __init__(self, table: Table, texts: Texts) -> None:
        self._table = table
        places = places_of(table)
        if same(table.answer) not in places:
            raise RecipeError(
                f"The table has no column ‘{table.answer}’ for the answer. It has:"
                f" {', '.join(table.columns)}."
            )
        answer = places[same(table.answer)]
        pieces = [fill_pieces(text, places) for text in texts]
        named = [any(isinstance(piece, int) for piece in some) for some in pieces]
        if not any(named):
            raise RecipeError(
                "The prompt names no column, so every row would ask the same. Write one in braces, such as"
                f" {{{table.columns[0]}}}, or let the picture or the sound name one."
            )
        needed = named.index(True)  # what tells the rows apart is not to be blank
        self._right: dict[Texts, dict[str, str]] = {}
        self._values: dict[str, str] = {}
        self._rows: dict[Texts, int] = {}
        for number, row in enumerate(table.rows, 1):
            cells = _whole_row(row, table)
            used = [[cells[one] if isinstance(one, int) else one for one in some] for some in pieces]
            answers = {same(part): part for part in _parts(cells[answer], table.part)}
            if not answers or not all(used[needed]):
                continue
            asked = Texts(*map("".join, used))
            self._right.setdefault(asked, {}).update(answers)
            self._rows.setdefault(asked, number)
            self._values.update(answers)
        if table.ask == "choice":
            self._right = {asked: right for asked, right in self._right.items() if self._wrong_left(right)}
        self._prompts = list(self._right)
        self._all = list(self._values)
        if not self._prompts:
            raise RecipeError(
                f"No row gives a question: in each the column ‘{table.answer}’ or a column of the prompt is"
                " blank, or there is no other value for a wrong option."
            )

    @property
    def size(self) -> int:
        """How many different questions there are."""
        return len(self._prompts)

    @property
    def places(self) -> int:
        """How many numbers :meth:`make` takes."""
        return len(self._prompts)

    @property
    def alike(self) -> bool:
        """Where the column has enough wrong values for the options of every row."""
        return self._table.ask == "typed" or len({self._wrongs(right) for right in self._right.values()}) == 1

    def make(self, question: Question, number: int, stream: Stream) -> Question:
        """The question of the ``number``-th prompt; wrong options come from the rest of the column."""
        asked = self._prompts[number]
        row = self._rows[asked]
        right = list(self._right[asked].values())
        made = question._replace(
            id=f"{question.id}(row {row})",
            kind="typed",
            prompt=asked.prompt,
            answers=tuple(right),
            recipe=None,
            **self._of_row(question, row),  # type: ignore[arg-type]
        )
        if self._table.ask == "typed":
            return made
        shown = right[stream.below(len(right))]
        options = (shown, *self._wrong_options(asked, stream))
        return made._replace(kind="choice", answers=(shown,), options=options, rights=(0,))

    def _of_row(self, question: Question, row: int) -> dict[str, str]:
        """What the question says besides its prompt, with the cells of a row (from 1) in place of columns."""
        return {
            name: fill_row(text, self._table, row - 1)
            for name in OF_A_ROW
            if "{" in (text := getattr(question, name))
        }

    def _wrong_left(self, right: dict[str, str]) -> bool:
        return len(self._values) > len(right)

    def _wrongs(self, right: dict[str, str]) -> int:
        """How many wrong options a row has whose right values are these."""
        return min(self._table.options - 1, len(self._all) - len(right))

    def _wrong_options(self, asked: Texts, stream: Stream) -> list[str]:
        """Values of the answer's column that are not right here, each another one."""
        right = self._right[asked]
        wanted = self._wrongs(right)
        drawn: dict[str, None] = {}
        while len(drawn) < wanted:
            value = self._all[stream.below(len(self._all))]
            if value not in right:
                drawn[value] = None
        return [self._values[value] for value in drawn]


def places_of(table: Table) -> dict[str, int]:
    """The places of a table's columns, by their names as :func:`same` has them."""
    return {same(column): place for place, column in enumerate(table.columns)}


def fill_row(text: str, table: Table, row: int) -> str:
    """A text with the cells of a row (from 0) for the columns it names in braces. Raises RecipeError."""
    cells = _whole_row(table.rows[row], table)
    pieces = fill_pieces(text, places_of(table))
    return "".join(cells[piece] if isinstance(piece, int) else piece for piece in pieces)


def _whole_row(row: tuple[str, ...], table: Table) -> tuple[str, ...]:
    return (*row, *("",) * (len(table.columns) - len(row)))


def fill_pieces(prompt: str, places: dict[str, int]) -> list[str | int]:
    """A prompt cut into texts and the places of the columns it names in braces.

    ``{{`` and ``}}`` stand for the braces themselves. Raises :class:`RecipeError` for a name no column has.
    """
    pieces: list[str | int] = []
    at = 0
    for match in _BRACES.finditer(prompt):
        name = match[1]
        if name is not None and same(name) not in places:
            raise RecipeError(f"The table has no column ‘{name}’. It has: {', '.join(places)}.")
        pieces += [prompt[at : match.start()], match[0][0] if name is None else places[same(name)]]
        at = match.end()
    pieces.append(prompt[at:])
    return [piece for piece in pieces if piece != ""]


def _parts(cell: str, mark: str) -> list[str]:
    parts = cell.split(mark) if mark else [cell]
    return [part.strip() for part in parts if part.strip()]
