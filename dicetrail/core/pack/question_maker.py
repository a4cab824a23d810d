"""Making a question from the cells of a line, or saying what keeps it from being one."""

from __future__ import annotations

import re
from collections.abc import Sequence
from zlib import crc32

from ..play.deal.supply import maker_of
from ..play.language.expressions import ExpressionError
from ..play.questions.formulas import check_expected
from ..play.questions.maker import Texts
from ..play.questions.question import Question, same
from ..play.questions.recipes import Formula, RecipeError, Table
from ..play.questions.tables import OF_A_ROW, fill_row
from ..snag import Refused
from .carrying import carried_of, expected_of
from .data import Data, DataLoader, no_data
from .details import details_of
from .kinds import GENERATED, WRITTEN
from .kinds.base import Options, answers_of
from .misfit import Misfit
from .notation import Groups, NotationError
from .roles import all_true_or_false
from .row import CellRow, Columns

_PLAIN_TAIL = Question("", "typed", "", ())[6:-2]
"""What a question says between its key and its place in a file, where nothing special is said."""


_SEVERAL_KEYS = re.compile(r"[A-Ha-h1-8](\W+[A-Ha-h1-8])+")


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

    def make(self, row: CellRow, line: int) -> Question:
        """The question that a line's cells make. Raises :class:`Misfit`."""
        prompt = row.one("prompt")
        name = self._written_kind(row)
        if name in GENERATED:
            return self._generated(row, name, prompt, line)
        if not prompt:
            raise Misfit("no-prompt", "There is an answer but no question. Write the question before it.")
        if name:
            found = WRITTEN[name].options(row, self._groups)
        else:
            name, found = self._likely(row)
        key = WRITTEN[name].key(row, found)
        details = details_of(row, len(key.options))
        return Question(
            self._free_id(row, prompt),
            name,
            prompt,
            key.answers,
            key.options,
            key.rights,
            file=self._file,
            line=line,
            carries=carried_of(row, name, key) if row.carries else (),
            **key.more,
            **details,
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
            head: tuple[object, ...] = (name, "typed", cells[0], answers, (), ())
        else:
            head = (name, "choice", cells[0], answers, tuple(cells[1:]), (0,))
        return tuple.__new__(Question, head + _PLAIN_TAIL + (self._file, line))  # quicker than _make

    def member(self, member: str, group: int, line: int, wording: str) -> Question:
        """A question which of the file's groups a member belongs to; ``wording`` says ``{member}``."""
        return Question(
            self._take_id(_id(member)),
            "sort",
            wording.replace("{member}", member) if "{member}" in wording else f"{wording} {member}",
            (self._groups[group],),
            self._groups,
            (group,),
            file=self._file,
            line=line,
        )

    def odd_one(self, groups: Groups, line: int, prompt: str) -> Question:
        """The question which one does not belong, from the lists of a file. Raises :class:`Misfit`."""
        columns = Columns(("prompt", "groups"))
        question = self._generated(CellRow((prompt, ""), columns), "odd", prompt, line, groups)
        return question._replace(times=len(groups))

    def forget(self, question: Question) -> None:
        """Give the id of a question back that is not kept after all."""
        self._ids.discard(question.id)

    def _written_kind(self, row: CellRow) -> str:
        """The name of the kind that the line says, "" where it says none."""
        written = row.one("kind").casefold()
        if written and written not in WRITTEN:
            raise Misfit("bad-kind", f"‘{written}’ is no kind of question. There are {', '.join(WRITTEN)}.")
        return written

    def _likely(self, row: CellRow) -> tuple[str, Options]:
        """The kind that a line seems to be where it does not say it, and its options."""
        if row.all("option") and _SEVERAL_KEYS.fullmatch(row.one("key")):
            return "several", WRITTEN["several"].options(row, self._groups)
        found = WRITTEN["sort" if self._groups else "choice"].options(row, self._groups)
        if self._groups:
            return "sort", found
        if self._truth and all_true_or_false(answers_of(row, found)[:1]):
            return "truth", found
        return ("choice" if found.texts else "typed"), found

    def _generated(
        self, row: CellRow, kind: str, prompt: str, line: int, groups: Groups | None = None
    ) -> Question:
        if not prompt:
            raise Misfit("no-prompt", "There is a recipe but no question. Write the prompt it is to fill in.")
        try:
            recipe = GENERATED[kind].recipe(row, groups, self._data)
            details = details_of(row, 0)
            texts = Texts(prompt, details.get("image", ""), details.get("sound", ""))
            maker_of(recipe, texts, details.get("level", 1))
            if isinstance(recipe, Table):
                for name in OF_A_ROW:
                    fill_row(str(details.get(name, "")), recipe, 0)
            carries = expected_of(row.one("expected")) if row.carries else ()
            if isinstance(recipe, Formula):
                check_expected(recipe, carries)
            elif carries:
                raise Misfit("bad-expected", f"A question of the kind {kind} has no expected answers.")
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
            carries=carries,
            file=self._file,
            line=line,
            **details,
        )

    def _data(self, name: str) -> Data:
        if name not in self._tables:
            self._tables[name] = self._load_data(name)
        return self._tables[name]

    def _free_id(self, row: CellRow, prompt: str) -> str:
        return self._take_id(row.one("id") or _id(prompt))

    def _take_id(self, wanted: str) -> str:
        chosen, number = wanted, 2
        while chosen in self._ids:
            chosen = f"{wanted}-{number}"
            number += 1
        self._ids.add(chosen)
        return chosen


def _id(prompt: str) -> str:
    """An id that stays while the prompt does, wherever in the file it stands."""
    return f"q-{crc32(same(prompt).encode()):08x}"
