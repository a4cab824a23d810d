"""What every kind of question has to say of how it is written. Each kind is a module beside this one."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Mapping, Sequence
from types import MappingProxyType
from typing import Any, NamedTuple

from ...play.questions.question import MOST_OPTIONS, Question, same, with_pictures
from ...play.questions.recipes import Recipe
from ...snag import Severity
from ...snag_codes import SnagCode
from ..cells import place_of_key
from ..data import DataLoader
from ..misfit import Misfit
from ..notation import Groups, join_bars, split_bars
from ..record import WrittenRecord
from ..roles import Role
from ..row import CellRow
from ..samples import Sample, of_words

Tip = tuple[SnagCode, str, Severity]
Rename = Callable[[str], str]
"""What a file is to be called."""


class Options(NamedTuple):
    """Options as filed and the places (from 0) of what is right among them; none where there are none."""

    texts: list[str]
    rights: tuple[int, ...]


NO_OPTIONS = Options([], ())


class Key(NamedTuple):
    """What answers a question: the accepted answers, the options, the places of the right ones, and what else
    a kind says of it (parts of a :class:`...play.questions.question.Question` by their names)."""

    answers: tuple[str, ...]
    options: tuple[str, ...] = ()
    rights: tuple[int, ...] = ()
    more: Mapping[str, Any] = MappingProxyType({})


class WrittenKind:
    """How questions of one kind are written. What is said here holds for a question that is typed in."""

    name: str

    def options(self, row: CellRow, groups: Sequence[str]) -> Options:
        """The options that a line holds. Raises :class:`Misfit`.

        ``groups`` are the names in the file's column of groups.
        """
        return options_of(row)

    def key(self, row: CellRow, found: Options) -> Key:
        """What answers the question. Raises :class:`Misfit`."""
        return Key(tuple(answers_of(row, found)))

    def check_expected(self, texts: Sequence[str]) -> None:
        """Look at the texts of expected answers. Raises :class:`Misfit` where one can't be given."""

    def record(self, question: Question) -> WrittenRecord:
        """The answers, options or recipe by the roles of their columns."""
        first, *others = (join_bars([answer]) for answer in question.answers)
        return {"answer": first, "accepted": list(others)} if others else {"answer": first}

    def without_options(self, record: WrittenRecord) -> WrittenRecord:
        """The record with its right option as the answer, for a file that has no columns of options."""
        options = list(record["option"])
        right = options.pop(place_of_key(str(record.get("key", "A")), options))
        rest = {role: value for role, value in record.items() if role not in ("option", "key")}
        return {**rest, "answer": right, "wrong": options}

    def within(self, record: WrittenRecord, roles: Collection[Role]) -> WrittenRecord:
        """The record in the words of a file that has columns of these roles, where it can be said in others
        than its own."""
        return record

    def as_shown(self, question: Question) -> Iterator[Question]:
        """The question with the pictures and sounds it can be shown with."""
        yield question

    def option_texts(self, question: Question) -> Iterable[str]:
        """The texts that are its options, or that options are made of."""
        return question.options

    def renamed(self, question: Question, name: Rename) -> Question:
        """The question, its files called what ``name`` makes of theirs."""
        options = tuple(with_pictures(option, name) for option in question.options)
        return question._replace(
            image=name(question.image) if question.image else "",
            sound=renamed_sound(question.sound, name),
            options=options,
            answers=tuple(options[place] for place in question.rights) or question.answers,
        )

    def drawn_from(self, question: Question) -> str:
        """What tells two questions of one wording apart, besides their picture and sound."""
        return ""

    def tips(self, question: Question) -> Iterator[Tip]:
        """What guides to the writing of questions would say of it."""
        return iter(())

    def samples(self, question: Question) -> Iterator[Sample]:
        """Inputs that players are likely to give."""
        return of_words(question)


class GeneratedKind(WrittenKind):
    """A kind whose questions are made from a recipe."""

    def recipe(self, row: CellRow, groups: Groups | None, load_data: DataLoader) -> Recipe:
        """The recipe that a line holds. Raises Misfit, Refused, and what its parts raise."""
        raise NotImplementedError

    def samples(self, question: Question) -> Iterator[Sample]:
        """None: each question it gives is another one."""
        return iter(())


def renamed_sound(sound: str, name: Rename) -> str:
    """A sound, which may be a part of a file, with the file called otherwise."""
    file, mark, part = sound.partition("#")
    return name(file) + mark + part if file else ""


def options_of(row: CellRow) -> Options:
    """The options of a line's own columns: lettered ones with a key, or the answer and the wrong ones."""
    texts = row.all("option")
    if texts:
        right = place_of_key(row.one("key") or row.one("answer"), texts)
    else:
        wrong = row.all("wrong")
        if not wrong or not row.one("answer"):
            return NO_OPTIONS
        texts, right = [row.one("answer"), *wrong], 0
    return checked(Options(texts, (right,)), row)


def checked(found: Options, row: CellRow) -> Options:
    """The same options. Raises :class:`Misfit` where there are too many, or two are the same."""
    if len(found.texts) > MOST_OPTIONS:
        raise Misfit(
            "too-many-options", f"There are {len(found.texts)} options; a question may have {MOST_OPTIONS}."
        )
    folded = [same(option) for option in found.texts]
    if len(set(folded)) < len(folded):
        raise _doubled(found, folded, row)
    return found


def _doubled(found: Options, folded: Sequence[str], row: CellRow) -> Misfit:
    """What to say of options that are the same."""
    right = {folded[place] for place in found.rights}
    for place, option in enumerate(found.texts):
        if place not in found.rights and folded[place] in right:
            return Misfit(
                "same-option",
                f"The wrong option ‘{option}’ equals the right answer, so a right pick could count as wrong."
                " Write another one.",
            )
    texts = enumerate(found.texts)
    twice = next(option for place, option in texts if folded.index(folded[place]) != place)
    spare = row.place_of("wrong", twice, skip=1) if len(found.texts) > 2 else None
    return Misfit(
        "doubled-option",
        f"The option ‘{twice}’ stands there twice. Write another one.",
        mend="Remove the second one" if spare is not None else "",
        column=spare,
    )


def listed_answers(row: CellRow) -> list[str]:
    """What stands under the answer and further accepted ones, parted by ``|``."""
    return [part for cell in (row.one("answer"), *row.all("accepted")) for part in split_bars(cell)]


def answers_of(row: CellRow, found: Options) -> list[str]:
    """The accepted answers: the right option, or what the cells for answers hold, parted by ``|``.

    Raises :class:`Misfit` where there is none.
    """
    answers = [found.texts[place] for place in found.rights] or listed_answers(row)
    if not answers:
        raise Misfit("no-answer", "The answer is blank. Write the right answer after the question.")
    return answers


def filled(record: WrittenRecord) -> WrittenRecord:
    """A record without what is blank."""
    return {role: value for role, value in record.items() if value}
